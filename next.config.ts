import { buildSync } from 'esbuild';
import type { NextConfig } from 'next';
import { PHASE_PRODUCTION_BUILD } from 'next/constants';

/** No page elsewhere guesses the kind of a file or learns its addresses; nothing asks for a place or a payment. What a page may run and load is said in src/proxy.ts, with a number of its own for each answer. */
const GUARDS = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'Permissions-Policy': 'geolocation=(), payment=(), usb=()',
};

const config: NextConfig = {
  // Another build beside this one, as while a newer one is put in its place.
  distDir: process.env.MAVRIN_BUILD ?? '.next',
  headers: async () => [{ source: '/:path*', headers: Object.entries(GUARDS).map(([key, value]) => ({ key, value })) }],
  serverExternalPackages: ['@electric-sql/pglite', 'piscina'],
  compiler: { styledComponents: true },
  allowedDevOrigins: ['127.0.0.1'],
  poweredByHeader: false,
  reactStrictMode: true,
  turbopack: { rules: { '**/react-aria*/dist/private/intl/**/*.mjs': { loaders: ['./scripts/englishOnly.cjs'] } } },
  // Types are checked by a step of their own in `npm run verify`; once is enough.
  typescript: { ignoreBuildErrors: true },
};

/** The service worker is one file at an address of its own, bundled with the pages. */
const bundleOffline = () =>
  buildSync({
    entryPoints: ['src/workers/offline.ts'],
    outfile: 'public/offline.js',
    bundle: true,
    minify: true,
    format: 'iife',
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  });

export default function configOf(phase: string): NextConfig {
  if (phase === PHASE_PRODUCTION_BUILD) bundleOffline();
  return config;
}
