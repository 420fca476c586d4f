import { connect as connectTcp, type Socket } from 'node:net';
import { Readable } from 'node:stream';
import Papa from 'papaparse';
import { decimalsOf, settled } from '@/core/devices/settle';
import { findUnit, unitNamed } from '@/core/units/units';
import type { Instrument } from '@/db/queries/instruments';
import { LineBudget } from './lineBudget';
import { type ChannelNow, instrumentLine, type InstrumentNow, readingLine } from '@/schema/instruments';

/** The line to one instrument: called until it answers, called again where it is cut, and what came of it lately. Nothing it says is written anywhere. */

/** Calls after a cut: at once, then further and further apart while it says nothing that can be read. */
const CALLS_AGAIN_MS = 1000;
const CALLS_AGAIN_AT_MOST_MS = 60_000;
/** A line that says nothing for so long has nothing to show: what was read before is no reading of now. From memory. */
const SILENT_MS = 1500;
/** What is at rest is judged over so long. */
const LOOKS_BACK_MS = 800;
/** Lines kept to be looked at and replayed: some minutes of them. */
const MAX_LINES = 3000;
const MAX_LINE_SIGNS = 4000;
/** What an instrument may send in a second: a logger of six channels at a thousand readings a second sends a tenth of the bytes. Beyond it the line is cut and called later. From memory. */
const MAX_LINES_A_SECOND = 2000;
const MAX_BYTES_A_SECOND = 1_000_000;

/** How far readings lie apart at rest, in canonical units: a pad under a machine that breathes, a hand on a calliper. From memory. */
const RESTS_WITHIN: Record<string, number> = { mass: 0.2, length: 0.1, force: 15, pressure: 0.003, speed: 0.01 };

/** What was marked on a channel: value = (read − zero) · factor. */
export interface Correction {
  zero: number;
  factor: number;
  calibratedAt: string | null;
}

interface Channel {
  unit: string;
  read: { atMs: number; value: number }[];
}

export class InstrumentConnection {
  private stop: (() => void) | null = null;
  private again: NodeJS.Timeout | null = null;
  private isClosed = false;
  private state: 'connected' | 'away' = 'away';
  private heardAtMs = 0;
  private trouble = '';
  private unreadable = 0;
  /** It was cut since it sent more than an instrument has to say. */
  private tooMuch = false;
  private failed = 0;
  private isSteadyBy: boolean | null = null;
  private channels = new Map<string, Channel>();
  private lines: { at: string; line: string }[] = [];

  constructor(
    readonly of: Instrument,
    private readonly correctionOf: (channel: string) => Correction,
  ) {
    this.call();
  }

  private call(): void {
    const url = new URL(this.of.address);
    if (url.protocol === 'tcp:') this.callTcp(url.hostname, Number(url.port));
    else void this.callHttp(url);
  }

  private callTcp(host: string, port: number): void {
    const socket: Socket = connectTcp({ host, port }, () => this.begun());
    socket.setKeepAlive(true, 5000);
    this.stop = () => socket.destroy();
    socket.on('error', () => undefined);
    socket.on('close', () => this.cut());
    this.hearLines(socket);
  }

  private async callHttp(url: URL): Promise<void> {
    const ended = new AbortController();
    this.stop = () => ended.abort();
    try {
      const answer = await fetch(url, { signal: ended.signal, headers: { accept: 'application/x-ndjson' } });
      if (!answer.ok || !answer.body) throw new Error('no stream');
      this.begun();
      const stream = Readable.fromWeb(answer.body as Parameters<typeof Readable.fromWeb>[0]);
      stream.on('error', () => undefined);
      stream.on('close', () => this.cut());
      this.hearLines(stream);
    } catch {
      this.cut();
    }
  }

  /** Lines as they come, no more of them than an instrument has to say: what sends without end is cut before it is read. */
  private hearLines(stream: Readable): void {
    const budget = new LineBudget(MAX_LINES_A_SECOND, MAX_BYTES_A_SECOND);
    let rest = '';
    const decoder = new TextDecoder();
    stream.on('data', (part: Uint8Array) => {
      if (this.isClosed) return void stream.destroy();
      const text = rest + decoder.decode(part, { stream: true });
      const lines = text.split('\n', MAX_LINES_A_SECOND + 2);
      rest = lines.length > MAX_LINES_A_SECOND ? '' : lines.pop()!;
      if (rest.length > MAX_LINE_SIGNS || !budget.holds(lines.length, part.length)) {
        this.tooMuch = true;
        stream.destroy();
        return;
      }
      // Two lines with nothing between them say nothing.
      for (const line of lines) if (line !== '' && line !== '\r') this.hear(line);
    });
  }

  private begun(): void {
    this.state = 'connected';
    this.unreadable = 0;
  }

  private cut(): void {
    if (this.again || this.isClosed) return;
    this.state = 'away';
    this.trouble = '';
    this.isSteadyBy = null;
    this.channels.clear();
    this.again = setTimeout(
      () => {
        this.again = null;
        this.tooMuch = false;
        this.call();
      },
      Math.min(CALLS_AGAIN_AT_MOST_MS, CALLS_AGAIN_MS * 2 ** this.failed),
    );
    this.failed += 1;
    this.again.unref();
  }

  close(): void {
    this.isClosed = true;
    if (this.again) clearTimeout(this.again);
    this.stop?.();
  }

  /** One line as it came; what cannot be read is counted, and moves nothing. */
  private hear(line: string): void {
    const now = Date.now();
    this.lines.push({ at: new Date(now).toISOString(), line: line.slice(0, MAX_LINE_SIGNS) });
    if (this.lines.length > MAX_LINES) this.lines.splice(0, this.lines.length - MAX_LINES);
    const read = instrumentLine.safeParse(jsonOr(line.length > MAX_LINE_SIGNS ? null : line));
    if (!read.success) return void (this.unreadable += 1);
    this.heardAtMs = now;
    this.failed = 0;
    const said = read.data;
    if ('trouble' in said) this.trouble = said.trouble;
    else if ('instrument' in said) this.channels = new Map(Object.entries(said.channels).map(([name, unit]) => [name, { unit, read: [] }]));
    else {
      this.isSteadyBy = said.steady ?? null;
      for (const [name, value] of Object.entries(said.readings)) this.channels.get(name)?.read.push({ atMs: now, value });
    }
    this.forget(now);
  }

  private forget(now: number): void {
    for (const channel of this.channels.values()) channel.read = channel.read.filter((r) => now - r.atMs <= LOOKS_BACK_MS);
  }

  private get isSilent(): boolean {
    return Date.now() - this.heardAtMs > SILENT_MS;
  }

  /** What a channel reads now, without zero or calibration; null where it is silent or not at rest. */
  restingOn(name: string): { value: number; unit: string } | null {
    const channel = this.channels.get(name);
    const found = channel && !this.isSilent ? this.settledOn(channel) : null;
    return channel && found?.isSteady ? { value: found.value, unit: channel.unit } : null;
  }

  get channelNames(): string[] {
    return [...this.channels.keys()];
  }

  private settledOn({ unit, read }: Channel): { value: number; isSteady: boolean } | null {
    const { dimension, factor } = unitNamed(findUnit(unit)!.name);
    const found = settled(
      read.map((r) => r.value),
      (RESTS_WITHIN[dimension] ?? 0) / factor,
    );
    return found && { value: found.value, isSteady: found.isSteady && this.isSteadyBy !== false && this.trouble === '' };
  }

  private channelNow(name: string, channel: Channel): ChannelNow {
    const { zero, factor, calibratedAt } = this.correctionOf(name);
    const found = this.isSilent ? null : this.settledOn(channel);
    return {
      name,
      unit: findUnit(channel.unit)!.name,
      value: found && (found.value - zero) * factor,
      decimals: decimalsOf(channel.read.map((r) => r.value)),
      isSteady: found?.isSteady ?? false,
      calibratedAt,
    };
  }

  now(): InstrumentNow {
    const { id, name, kind } = this.of;
    this.forget(Date.now());
    return {
      id,
      name,
      kind,
      state: this.state === 'away' ? 'away' : this.isSilent ? 'silent' : 'connected',
      channels: [...this.channels].map(([channel, of]) => this.channelNow(channel, of)),
      trouble: this.tooMuch ? 'It sends more than an instrument has to say, and was cut; it is called again later.' : this.trouble,
      unreadable: this.unreadable,
    };
  }

  /** The readings among the last lines as they came, uncorrected, over the time since the first of them: what the rooms of logger and dyno read. */
  readings(): string {
    const names = [...this.channels.keys()];
    const rows = this.lines.flatMap(({ at, line }) => {
      const read = readingLine.safeParse(jsonOr(line));
      return read.success ? [{ atMs: Date.parse(at), of: read.data.readings }] : [];
    });
    const head = ['time s', ...names.map((name) => `${name} ${this.channels.get(name)!.unit}`)];
    const cells = rows.map(({ atMs, of }) => [((atMs - rows[0]!.atMs) / 1000).toFixed(3), ...names.map((name) => of[name] ?? '')]);
    return `${Papa.unparse([head, ...cells], { newline: '\r\n' })}\r\n`;
  }

  /** The last lines as they came, each with its time: what a replay is made of. */
  lately(): string {
    return this.lines.map((l) => `${JSON.stringify(l)}\n`).join('');
  }
}

function jsonOr(line: string | null): unknown {
  try {
    return line === null ? null : JSON.parse(line);
  } catch {
    return null;
  }
}
