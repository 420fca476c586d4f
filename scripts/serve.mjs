// Shared by `npm start`, `npm run demo` and the browser tests' own server: build when needed, check the port, start, wait until it answers.
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { keepOpen } from './keepOpen.mjs';

/** Most memory the program's own objects take, MB; the engine's and the pictures' lie beside it. MAVRIN_HEAP_MB names another. */
const HEAP_MB = Number(process.env.MAVRIN_HEAP_MB) || 1536;

/** What is listened on: this computer alone, or with MAVRIN_HOST=0.0.0.0 the shop's network, so that phones and tablets reach it. */
const HOST = process.env.MAVRIN_HOST || '127.0.0.1';
const LOCAL = '127.0.0.1';

const newest = (path) => {
  const found = statSync(path);
  if (!found.isDirectory()) return found.mtimeMs;
  return Math.max(found.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
};

export function buildIfNeeded() {
  const built = '.next/BUILD_ID';
  const sources = ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json'];
  if (existsSync(built) && statSync(built).mtimeMs > Math.max(...sources.map(newest))) return;
  console.log('Building (about half a minute)');
  execFileSync('node', ['node_modules/next/dist/bin/next', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] });
}

export function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, HOST, () => probe.close(() => resolve(true)));
  });
}

/** The process that holds the data directory, or null. The lock's own rules are in src/db/lock.ts; this only gives the early word. */
export function holderOf(directory) {
  try {
    const { pid } = JSON.parse(readFileSync(join(directory, 'mavrin.lock'), 'utf8'));
    process.kill(pid, 0);
    return pid;
  } catch {
    return null;
  }
}

export function refuse(message) {
  console.error(message);
  process.exit(1);
}

export async function checkPlace(port, directory) {
  if (!(await portIsFree(port))) refuse(`Port ${port} is taken. Stop what runs there, or choose another: PORT=4171.`);
  const holder = holderOf(directory);
  if (holder !== null)
    refuse(`The data directory ${directory} is in use by process ${holder}. Stop that one first, or set MAVRIN_DATA to another place.`);
}

/** Whether the shop answers; its own certificate need not name this computer. */
function answers(url, { get }) {
  return new Promise((resolve) => {
    get(url, { rejectUnauthorized: false, timeout: 8000 }, (answer) => {
      answer.resume();
      resolve(answer.statusCode === 200);
    }).on('error', () => resolve(false));
  });
}

export async function serve(port, directory, greeting) {
  const isEncrypted = Boolean(process.env.MAVRIN_TLS_CERT);
  const address = `${isEncrypted ? 'https' : 'http'}://${HOST === '0.0.0.0' ? LOCAL : HOST}:${port}`;
  const look = () => answers(`${address}/api/health/ready`, isEncrypted ? https : http);
  const shop = keepOpen(
    // A heap of its own size: what leaks ends the program by its own word, and it is started again, before the computer is out of memory.
    [process.execPath, `--max-old-space-size=${HEAP_MB}`, 'scripts/listen.mjs', HOST, String(port)],
    {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, PORT: String(port), MAVRIN_DATA: directory, NEXT_MANUAL_SIG_HANDLE: 'true', NODE_ENV: 'production' },
    },
    { answers: look },
  );
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => shop.stop(signal));
  void shop.over.then((code) => process.exit(code));
  for (;;) {
    await new Promise((resolve) => setTimeout(resolve, 250));
    const answered = await answers(`${address}/api/health`, isEncrypted ? https : http);
    if (answered) break;
  }
  console.log(`${greeting} ${address}`);
}
