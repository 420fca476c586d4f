import { readFileSync } from 'node:fs';
import { createServer, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { INSTRUMENT_KINDS, type InstrumentKind } from '@/catalogue/instruments';
import { standIn, standInGreeting, USUAL_FAULTS } from '@/core/devices/standIn';

/**
 * `npm run devices`: stand-ins for the shop's instruments, each listening on a port of its own as a real one would.
 * `npm run devices -- scale 41981 [exact]`: one of them, with `exact` without its faults. `npm run devices -- replay FILE PORT`: recorded lines in their own time, over and over.
 */

/** Of the first of them; the others follow in order. */
const FIRST_PORT = 41981;
const LINES_PER_S = 10;

/** Listens for callers; everybody hears the same lines from the first on. @returns what sends a line to all */
function listen(port: number, first: string | null, hear: (line: string) => void): (line: string) => void {
  const callers = new Set<Socket>();
  const server = createServer((socket) => {
    callers.add(socket);
    socket.on('close', () => callers.delete(socket));
    socket.on('error', () => undefined);
    createInterface({ input: socket }).on('line', hear);
    if (first !== null) socket.write(`${first}\n`);
  });
  // Another demo on this computer has them already.
  server.on('error', (failure) => console.error(`Port ${port}: ${failure.message}`));
  server.listen(port, '127.0.0.1', () => console.log(`On port ${port}`));
  return (line) => callers.forEach((caller) => caller.write(`${line}\n`));
}

/** A stand-in: sends ten times a second; a line `{"put": {"front": 104.6}}` sent to it puts something on it, `{"put": {}}` leaves it to itself. */
function beginStandIn(kind: InstrumentKind, port: number, isExact: boolean): void {
  let put: Record<string, number> = {};
  const send = listen(port, JSON.stringify(standInGreeting(kind)), (line) => {
    try {
      put = (JSON.parse(line) as { put?: Record<string, number> }).put ?? put;
    } catch {
      // Not for a stand-in.
    }
  });
  const next = standIn(kind, port, isExact ? { lost: 0, garbled: 0, wrong: 0 } : USUAL_FAULTS);
  const begun = Date.now();
  setInterval(() => {
    const line = next((Date.now() - begun) / 1000, put);
    if (line !== null) send(line);
  }, 1000 / LINES_PER_S);
}

/** Lines as they were recorded (`its last lines` of the Shop book), with the pauses there were. */
async function replay(path: string, port: number): Promise<void> {
  const lines = readFileSync(path, 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { at: string; line: string });
  const greeting = lines.find(({ line }) => line.includes('"instrument/1"'))?.line ?? null;
  if (lines.length === 0 || greeting === null)
    throw new Error(`${path} holds no greeting: record from the moment the instrument is connected.`);
  const send = listen(port, greeting, () => undefined);
  for (;;) {
    let before = Date.parse(lines[0]!.at);
    for (const { at, line } of lines) {
      await new Promise((done) => setTimeout(done, Date.parse(at) - before));
      before = Date.parse(at);
      send(line);
    }
    await new Promise((done) => setTimeout(done, 1000 / LINES_PER_S));
  }
}

const [what, second, third] = process.argv.slice(2);
const kind = INSTRUMENT_KINDS.find((k) => k === what);
if (what === 'replay') void replay(second ?? '', Number(third));
else if (kind) beginStandIn(kind, Number(second ?? FIRST_PORT), third === 'exact');
else INSTRUMENT_KINDS.forEach((k, i) => beginStandIn(k, FIRST_PORT + i, false));
