import { scaled } from '../scripts/machine.mjs';
import { type ChildProcess, spawn } from 'node:child_process';

/** The built shop on a directory of its own, as hard use meets it. */
export async function openShopAt(port: number, directory: string, environment: Record<string, string> = {}): Promise<ChildProcess> {
  const child = spawn('node', ['scripts/listen.mjs', '127.0.0.1', String(port)], {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: {
      ...process.env,
      NODE_OPTIONS: '',
      PORT: String(port),
      MAVRIN_DATA: directory,
      MAVRIN_BACKUP: 'off',
      NEXT_MANUAL_SIG_HANDLE: 'true',
      NODE_ENV: 'production',
      ...environment,
    },
  });
  let errors = '';
  child.stderr?.on('data', (chunk: Buffer) => (errors += chunk.toString()));
  for (const until = Date.now() + scaled(60_000); Date.now() < until && child.exitCode === null;) {
    const is = await fetch(`http://127.0.0.1:${port}/api/health`).then(
      (answer) => answer.status === 200,
      () => false,
    );
    if (is) return child;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error(`the shop did not open: ${errors.slice(0, 400)}`);
}

/** Ends it. @returns how long it took, ms */
export async function end(child: ChildProcess, signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<number> {
  const began = performance.now();
  const gone = new Promise((done) => child.once('exit', done));
  child.kill(signal);
  await gone;
  return performance.now() - began;
}
