import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite'],
  compiler: { styledComponents: true },
  allowedDevOrigins: ['127.0.0.1'],
  poweredByHeader: false,
  reactStrictMode: true,
  // Types are checked by a step of their own in `npm run verify`; once is enough.
  typescript: { ignoreBuildErrors: true },
};

export default config;
