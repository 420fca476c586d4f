import { createServer as createHttp, type Server as HttpServer } from 'node:http';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import fc from 'fast-check';
import { readEntry } from '@/catalogue/entry';
import { fieldDef } from '@/catalogue/fields';
import { settled } from '@/core/devices/settle';
import { standIn, standInGreeting } from '@/core/devices/standIn';
import { loads } from '@/core/loads/loads';
import { againstZero, machineWeighed, riderWeighed, wrongWith } from '@/judgement/model/weighing';
import { instrumentLine, type InstrumentNow } from '@/schema/instruments';
import { InstrumentConnection } from '@/server/instruments/instrumentLine';
import { LineBudget } from '@/server/instruments/lineBudget';
import {
  linesOf,
  addInstrument,
  closeInstruments,
  instrumentsNow,
  markInstrument,
  openInstruments,
  retireInstrument,
} from '@/server/instruments/instruments';
import { againstTaking, hearInstruments, readingsFor } from '@/ui/kit/instruments';
import { codeOf, get } from './answers';
import { onDisk } from './onDisk';

/** Instruments: what they send is shown, what is lost or wrong moves nothing, and nothing is a reading before somebody takes it. */

onDisk('instruments');
const servers: (Server | HttpServer)[] = [];
afterAll(() => {
  closeInstruments();
  for (const s of servers) s.close();
});

/** An instrument in the hand of a test. */
async function instrument() {
  const callers = new Set<Socket>();
  const server = createServer((socket) => {
    callers.add(socket.unref());
    // Cut while it still writes.
    socket.on('error', () => undefined);
    socket.on('close', () => callers.delete(socket));
    socket.write(`${JSON.stringify(standInGreeting('scale'))}\n`);
  });
  servers.push(server.unref());
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const port = (server.address() as AddressInfo).port;
  const say = (...lines: (object | string)[]) => {
    for (const line of lines) for (const c of callers) c.write(`${typeof line === 'string' ? line : JSON.stringify(line)}\n`);
  };
  const rest = async (front: number, rear: number) => {
    for (let i = 0; i < 6; i += 1) {
      say({ readings: { front, rear } });
      await wait(15);
    }
  };
  const pour = (text: string) => callers.forEach((c) => c.write(text));
  return {
    address: `tcp://127.0.0.1:${port}`,
    say,
    pour,
    rest,
    cut: () => callers.forEach((c) => c.destroy()),
    stop: () => server.close(),
  };
}

async function until<T>(look: () => T | null | undefined | false): Promise<T> {
  for (let tried = 0; tried < 300; tried += 1) {
    const found = look();
    if (found) return found;
    await wait(20);
  }
  throw new Error('it never came');
}
const shown = (id: number) => instrumentsNow().find((i) => i.id === id)!;
const values = (id: number) => shown(id).channels.map((c) => c.value);

test('a scale is named, connected, zeroed and calibrated; its marks are recorded, and a reading is what stands on it', async () => {
  const scale = await instrument();
  const { id } = get(await addInstrument({ name: 'Bench scales', kind: 'scale', address: scale.address }));
  expect(codeOf(await addInstrument({ name: 'bench Scales', kind: 'scale', address: scale.address }))).toBe('already-exists');
  await until(() => shown(id).state === 'connected' && shown(id).channels.length === 2);
  // Nothing came yet: nothing can be marked.
  expect(codeOf(await markInstrument(id, { kind: 'zero' }))).toBe('instrument-not-steady');
  await scale.rest(0.4, -0.2);
  await until(() => shown(id).channels[0]!.isSteady);
  get(await markInstrument(id, { kind: 'zero' }));
  await wait(850);
  await scale.rest(50.4, 99.8);
  expect(await until(() => shown(id).channels.every((c) => c.isSteady) && values(id))).toEqual([50, 100]);
  // 51 kg are known to be on the front pad: from then on it reads 2 % more. What is a quarter off is a slip, and changes nothing.
  expect(codeOf(await markInstrument(id, { kind: 'calibration', channel: 'front', known: 70 }))).toBe('calibration-far');
  get(await markInstrument(id, { kind: 'calibration', channel: 'front', known: 51 }));
  await scale.rest(50.4, 99.8);
  expect(values(id).map((v) => v!.toFixed(6))).toEqual(['51.000000', '100.000000']);
  expect(shown(id).channels[0]!.calibratedAt).toMatch(/^\d{4}-/);
  // Marks are records: another process, or the same one opened again, reads by them.
  closeInstruments();
  await openInstruments();
  await until(() => shown(id).channels.length === 2);
  await scale.rest(50.4, 99.8);
  expect((await until(() => shown(id).channels[0]!.isSteady && values(id)))[0]!.toFixed(6)).toBe('51.000000');
  get(await retireInstrument(id));
  expect(instrumentsNow()).toEqual([]);
});

test('garbled and wrong lines move nothing; a cut line is called again; one that says nothing shows nothing, however it was before', async () => {
  const scale = await instrument();
  const line = new InstrumentConnection({ id: 1, name: 'Scales', kind: 'scale', address: scale.address }, () => ({
    zero: 0,
    factor: 1,
    calibratedAt: null,
  }));
  await until(() => line.now().channels.length === 2);
  await scale.rest(80, 90);
  scale.say(
    '{"readings":{"front":1',
    'nonsense',
    '[]',
    '{"readings":{"front":"81"}}',
    '{"readings":{"front":1e999}}',
    { readings: { front: 9999, rear: 9999 } },
    { readings: { elsewhere: 5 } },
  );
  await until(() => line.now().unreadable === 5);
  expect(line.now().channels.map((c) => [c.value, c.isSteady])).toEqual([
    [80, true],
    [90, true],
  ]);
  scale.say({ trouble: 'overload' });
  await until(() => line.now().trouble === 'overload');
  expect(line.now().channels[0]!.isSteady).toBe(false);
  expect(line.restingOn('front')).toBeNull();
  scale.say({ trouble: '' });
  scale.cut();
  await until(() => line.now().state === 'away');
  expect(line.now().channels).toEqual([]);
  await until(() => line.now().state !== 'away' && line.now().channels.length === 2);
  await scale.rest(80, 90);
  await until(() => line.now().channels[0]!.isSteady);
  await until(() => line.now().state === 'silent');
  expect(line.now().channels.map((c) => c.value)).toEqual([null, null]);
  // Every line is kept as it came, with its time, for a replay.
  const kept = line
    .lately()
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l) as { at: string; line: string });
  expect(kept[0]!.line).toContain('"instrument/1"');
  expect(kept.some((k) => k.line === 'nonsense')).toBe(true);
  line.close();
});

test('an instrument may stream over HTTP as well', async () => {
  const server = createHttp((_, answer) => {
    answer.writeHead(200, { 'content-type': 'application/x-ndjson' });
    answer.write(`${JSON.stringify(standInGreeting('gauge'))}\n`);
    for (let i = 0; i < 5; i += 1) answer.write('{"readings":{"pressure":2.38}}\n');
  });
  servers.push(server.unref());
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  const line = new InstrumentConnection({ id: 2, name: 'Gauge', kind: 'gauge', address: `http://127.0.0.1:${port}/lines` }, () => ({
    zero: 0,
    factor: 1,
    calibratedAt: null,
  }));
  expect(await until(() => line.now().channels[0]?.value)).toBe(2.38);
  line.close();
  server.closeAllConnections();
});

test('of the last readings the median counts: less than half of them wrong never leaves the range of the right ones, nor is a moving one at rest', () => {
  const right = fc.array(fc.double({ min: 79.9, max: 80.1, noNaN: true }), { minLength: 5, maxLength: 12 });
  fc.assert(
    fc.property(right, fc.array(fc.constantFrom(9999, -9999, 0), { maxLength: 2 }), (good, bad) => {
      const found = settled([...good, ...bad], 0.2)!;
      expect(found.value).toBeGreaterThanOrEqual(79.9);
      expect(found.value).toBeLessThanOrEqual(80.1);
    }),
  );
  expect(settled([80, 80.5, 81, 81.5, 82, 82.5], 0.2)!.isSteady).toBe(false);
  expect(settled([], 0.2)).toBeNull();
});

test('a stand-in loses, garbles and falsifies as many lines as it is told to, and otherwise sends what is put on it', () => {
  const faults = { lost: 0.2, garbled: 0.1, wrong: 0.1 };
  const [next, n] = [standIn('scale', 7, faults), 4000];
  const lines = Array.from({ length: n }, (_, i) => next(i / 10, { front: 100, rear: 50 }));
  const read = lines.filter((l) => l !== null).map((l) => instrumentLine.safeParse(jsonOr(l)));
  const good = read.flatMap((r) => (r.success && 'readings' in r.data ? [r.data.readings.front!] : []));
  const share = (count: number) => count / n;
  // Within four standard deviations of a binomial count.
  const near = (p: number) => 4 * Math.sqrt((p * (1 - p)) / n);
  expect(Math.abs(share(lines.filter((l) => l === null).length) - faults.lost)).toBeLessThan(near(faults.lost));
  expect(Math.abs(share(read.filter((r) => !r.success).length) - faults.garbled)).toBeLessThan(near(faults.garbled));
  expect(Math.abs(share(good.filter((v) => v > 500).length) - faults.wrong)).toBeLessThan(near(faults.wrong));
  for (const v of good.filter((g) => g < 500)) expect(Math.abs(v - 100)).toBeLessThan(0.2);
});
const jsonOr = (line: string): unknown => {
  try {
    return JSON.parse(line);
  } catch {
    return null;
  }
};

const channel = (name: string, unit: string, value: number | null, isSteady = true) => ({
  name,
  unit,
  value,
  decimals: 1,
  isSteady,
  calibratedAt: null,
});
const of = (id: number, name: string, channels: InstrumentNow['channels'], state: InstrumentNow['state'] = 'connected'): InstrumentNow => ({
  id,
  name,
  kind: 'scale',
  state,
  channels,
  trouble: '',
  unreadable: 0,
});

test('a field is offered what measures its dimension at its end, and is told why a reading is not to be taken', () => {
  const pads = of(1, 'Pads', [channel('front-left', 'kg', 40), channel('front-right', 'kg', 41), channel('rear', 'kg', 90, false)]);
  const calliper = of(2, 'Calliper', [channel('length', 'in', 1)]);
  const logger = of(3, 'Logger', [channel('front', 'mm', 60), channel('rear', 'mm', 50)]);
  const away = of(4, 'Far scale', [channel('load', 'lb', null)], 'away');
  const said = (wanted: string) => readingsFor([pads, calliper, logger, away], wanted).map((r) => [r.from, r.text, r.why]);
  expect(said('mass front')).toEqual([
    ['Pads, front', '81.0 kg', ''],
    ['Far scale', null, 'is away'],
  ]);
  expect(said('mass')[0]).toEqual(['Pads, all pads', '171.0 kg', 'is not at rest']);
  expect(said('length')).toEqual([['Calliper', '1.0 in', '']]);
  expect(said('length rear')).toEqual([
    ['Calliper', '1.0 in', ''],
    ['Logger, rear', '50.0 mm', ''],
  ]);
  expect(said('pressure')).toEqual([]);
});

test('what was heard is of now for three seconds: after that the line is cut, and nothing it showed is taken', () => {
  jest.useFakeTimers();
  try {
    const scale = of(1, 'Pads', [channel('front', 'kg', 81)]);
    hearInstruments([scale]);
    const [reading] = readingsFor([scale], 'mass front');
    expect(againstTaking(reading!)).toBe('');
    expect(againstTaking({ ...reading!, why: 'is not at rest' })).toBe('Pads, front is not at rest');
    jest.advanceTimersByTime(3001);
    expect(againstTaking(reading!)).toBe('the shop’s computer does not answer');
  } finally {
    jest.useRealTimers();
  }
});

test('a line without end is cut and called again; the readings that came are read as a file', async () => {
  const logger = await instrument();
  const line = new InstrumentConnection({ id: 3, name: 'Logger', kind: 'scale', address: logger.address }, () => ({
    zero: 1,
    factor: 2,
    calibratedAt: null,
  }));
  await until(() => line.now().channels.length === 2);
  await logger.rest(40, 60);
  logger.say('nonsense');
  await until(() => line.now().unreadable === 1);
  const [head, first, ...others] = line.readings().trim().split('\r\n');
  expect(head).toBe('time s,front kg,rear kg');
  expect(first).toBe('0.000,40,60');
  expect(others.every((r) => /^0\.\d{3},40,60$/.test(r))).toBe(true);
  for (let i = 0; i < 10; i += 1) logger.pour('9'.repeat(10_000));
  await until(() => line.now().state === 'away');
  await until(() => line.now().state === 'connected' && line.now().channels.length === 2);
  line.close();
});

test.each([
  ['empty lines', Buffer.alloc(200_000, '\n')],
  ['lines that say nothing', Buffer.from('{}\n'.repeat(40_000))],
  ['no line at all', Buffer.alloc(200_000, 'x')],
])('an instrument that sends %s without end is cut and said so, and is let go of at once', async (what, bytes) => {
  const ends: Socket[] = [];
  const server = createServer((line) => {
    ends.push(line);
    line.on('error', () => undefined);
    const pour = () => {
      while (line.writable && line.write(bytes));
    };
    line.on('drain', pour);
    pour();
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { id } = get(
    await addInstrument({ name: `Pours ${what}`, kind: 'scale', address: `tcp://127.0.0.1:${(server.address() as AddressInfo).port}` }),
  );
  const now = () => instrumentsNow().find((i) => i.id === id);
  await until(() => now()!.state === 'away' && /more than an instrument/.test(now()!.trouble));
  // Empty lines are none: they are not kept to be looked at, nor counted one by one.
  expect(linesOf(id, 'lines')!.split('\n').length).toBeLessThan(3100);
  get(await retireInstrument(id));
  expect(now()).toBeUndefined();
  ends.forEach((line) => line.destroy());
  server.close();
});

test('a budget counts each second anew', () => {
  let now = 0;
  const budget = new LineBudget(10, 100, () => now);
  expect([budget.holds(6, 10), budget.holds(4, 10), budget.holds(1, 10)]).toEqual([true, true, false]);
  now = 1000;
  expect([budget.holds(10, 100), budget.holds(0, 1)]).toEqual([true, false]);
});

test('a rider weighed by difference stands where the moments of the loads say, and what is no machine is refused', () => {
  const [off, on] = [
    { frontKg: 104, rearKg: 112 },
    { frontKg: 128, rearKg: 166 },
  ];
  expect(machineWeighed(off)).toEqual([
    { field: 'machine.weighed.rear', text: '112.00 kg' },
    { field: 'machine.weighed.front', text: '104.00 kg' },
  ]);
  const puts = riderWeighed(off, on, 1560);
  expect(puts).toEqual([
    { field: 'rider.mass', text: '78.00 kg' },
    { field: 'rider.at', text: '480 mm' },
  ]);
  // The loads of a machine with that rider at that place are what stood on the pads.
  const back = loads({
    wheelbaseMm: 1560,
    machine: off,
    unsprung: { frontKg: 0, rearKg: 0 },
    additions: [{ label: 'Rider', massKg: 78, forwardOfRearAxleMm: 480 }],
  });
  if (!back.ok) throw new Error('no loads');
  expect(back.value.totalKg * back.value.ladenFrontShare).toBeCloseTo(on.frontKg, 9);
  expect(riderWeighed(off, on, null)).toHaveLength(1);
  expect(wrongWith({ frontKg: 104, rearKg: 0.3 }, null)).toBe('nothing-on');
  expect(wrongWith(off, off)).toBe('no-rider');
  expect(wrongWith(on, off)).toBeNull();
  expect([againstZero(off), againstZero({ frontKg: 0.4, rearKg: 112 }), againstZero({ frontKg: 0.4, rearKg: -112 })]).toEqual([
    'not-empty',
    'not-empty',
    null,
  ]);
});

test.each([
  ['25.40', 25.4],
  ['+0025.40', 25.4],
  ['25.40 mm', 25.4],
  ['25.40mm', 25.4],
  ['0025,40 mm', 25.4],
  ['1.0000 in', 25.4],
  ['1.0000"', 25.4],
  ['-0001.20', -1.2],
])('a calliper that types like a keyboard is read: %s', (text, mm) => {
  const read = readEntry(fieldDef('measure.rear.unladen.1.lifted'), text, 'mm');
  expect(read.ok && read.value.value).toBeCloseTo(mm, 9);
});
