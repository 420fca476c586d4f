// How Debian's Chromium is started here: headless, without a sandbox, and without looking outside.
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--no-default-browser-check',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-default-apps',
    '--disable-domain-reliability',
    '--disable-dev-shm-usage',
    '--metrics-recording-only',
    '--no-pings',
    '--disable-features=OptimizationHints,MediaRouter,Translate,AutofillServerCommunication',
    '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost',
  ],
};
