import { scaled } from '../scripts/machine.mjs';
import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { askServer, emptyBase } from '../tests/emptyBase.mjs';

/** A server of the built application on a data directory of its own, which a test may kill and start again. */
export class Server {
  private child: ChildProcess | null = null;
  errors = '';

  private constructor(
    readonly port: number,
    readonly directory: string,
    private readonly environment: Record<string, string>,
  ) {}

  get base(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  static async start(port: number, directory?: string, environment: Record<string, string> = {}): Promise<Server> {
    const server = new Server(port, directory ?? join(mkdtempSync(join(tmpdir(), 'mavrin-e2e-')), 'data'), environment);
    await server.up();
    return server;
  }

  async up(): Promise<void> {
    const child = spawn('node', ['scripts/listen.mjs', '127.0.0.1', String(this.port)], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: {
        ...process.env,
        PORT: String(this.port),
        MAVRIN_DATA: this.directory,
        MAVRIN_BACKUP: 'off',
        // Those of the demo may be running on this computer.
        MAVRIN_INSTRUMENTS: 'off',
        NEXT_MANUAL_SIG_HANDLE: 'true',
        NODE_ENV: 'production',
        ...this.environment,
      },
    });
    this.child = child;
    child.stderr?.on('data', (chunk: Buffer) => (this.errors += chunk.toString()));
    const deadline = Date.now() + scaled(60_000);
    while (Date.now() < deadline && child.exitCode === null) {
      const ok = await fetch(`${this.base}/api/health`).then(
        (answer) => answer.ok,
        () => false,
      );
      if (ok) return;
      await new Promise((done) => setTimeout(done, 100));
    }
    throw new Error(`the server did not come up: ${this.errors}`);
  }

  /** Ends the process; KILL gives it no chance to close anything. */
  async down(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await gone;
  }

  /** Held in its tracks it takes calls and answers none, until it may go on. */
  hold(): void {
    this.child?.kill('SIGSTOP');
  }

  goOn(): void {
    this.child?.kill('SIGCONT');
  }

  /** Takes a machine in, and nothing else of it is known. */
  async takeIn(make: string, model: string): Promise<{ jobId: number; machineId: number }> {
    const figures = Object.entries({ make, model, type: 'trail' }).map(([key, text]) => [`machine.${key}`, { text }]);
    const answer = await fetch(`${this.base}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: this.base },
      body: JSON.stringify({
        customer: { name: 'Wenna Trask', phone: '' },
        machine: { figures: Object.fromEntries(figures) },
        promisedOn: '2026-12-01',
      }),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return (await answer.json()) as { jobId: number; machineId: number };
  }

  /** The newest record of a kind found by these words. */
  async idOf(kind: 'job' | 'machine' | 'customer', words: string): Promise<number> {
    const rows = (await (await fetch(`${this.base}/api/search?q=${encodeURIComponent(words)}`)).json()) as { kind: string; id: number }[];
    const found = rows.find((r) => r.kind === kind);
    if (!found) throw new Error(`the demo has no ${kind} for ${words}`);
    return found.id;
  }

  jobOf(words: string): Promise<number> {
    return this.idOf('job', words);
  }

  remove(): void {
    rmSync(resolve(this.directory, '..'), { recursive: true, force: true });
  }
}

/** A base without tables on the server verify began for the tests. @returns its address */
export async function serverBase(): Promise<string> {
  const name = `e_${randomUUID().replaceAll('-', '')}`;
  await askServer(`CREATE DATABASE ${name}`);
  return `${process.env.MAVRIN_TEST_SERVER}/${name}`;
}

/** Where the demo is played for the browser tests. */
export const PLAYED = resolve('.data/e2e-demo');

function copyOf(directory: string): string {
  const copy = join(mkdtempSync(join(tmpdir(), 'mavrin-e2e-')), 'data');
  cpSync(directory, copy, { recursive: true });
  return copy;
}

/** A fresh copy of the demo base, played once per run. */
export const demoDirectory = (): string => copyOf(PLAYED);

/** A fresh copy of a base without records. */
export const emptyDirectory = (): string => copyOf(emptyBase());
