import { type FieldKey, fieldKey } from '@/catalogue/fields';
import { type Entry, withUnit } from '@/catalogue/entry';
import { FieldStore } from './store';
import type { Outgoing, Send } from './fieldState';

/** The fields of a page: nothing typed is lost, whatever the server does. */

const recorded = (what: Outgoing): Entry => ({
  field: fieldKey(what.field),
  text: what.text,
  unit: null,
  value: Number(what.text) || null,
  at: '2026-11-23T10:00:00.000Z',
});
const entry = (field: FieldKey, text: string, value: number | null, unit: string | null = null): Entry => ({
  field,
  text,
  value,
  unit,
  at: '2026-11-20T10:00:00.000Z',
});

/** RFC 9562, version 4. */
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

class Shelf {
  kept = new Map<string, string>();
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, value: string) => void this.kept.set(key, value);
  removeItem = (key: string) => void this.kept.delete(key);
}
let shelf: Shelf;
beforeEach(() => {
  shelf = new Shelf();
  Object.defineProperty(globalThis, 'localStorage', { value: shelf, configurable: true });
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

/** A server that answers as told, and remembers what it was sent. */
function server(answers: ('ok' | 'lost' | 'refused')[] = []) {
  const sent: Outgoing[] = [];
  const send: Send = (what) => {
    const how = answers.shift() ?? 'ok';
    if (how === 'lost') return Promise.resolve({ ok: false, unreachable: true });
    sent.push(what);
    return Promise.resolve(how === 'ok' ? { ok: true, entry: recorded(what) } : { ok: false, refused: 'The rebuild is signed.' });
  };
  return { sent, send };
}

const make = (send?: Send, entries: Record<string, Entry> = {}) =>
  new FieldStore({ entries, storageKey: 'job', ...(send ? { send } : {}) });

test('a keystroke computes at once, leaving the field records it with the unit shown', async () => {
  const { sent, send } = server();
  const store = make(send);
  store.type('rider.mass', '9');
  store.type('rider.mass', '92');
  expect(store.liveEntries()['rider.mass']).toMatchObject({ text: '92', value: 92 });
  expect(store.recorded()['rider.mass']).toBeUndefined();
  expect(sent).toEqual([]);
  store.commit('rider.mass');
  await store.flush();
  expect(sent).toEqual([{ field: 'rider.mass', text: '92', unit: 'kg', seen: '', key: expect.stringMatching(UUID) as string }]);
  expect([store.saving, store.isSettled()]).toEqual(['saved', true]);
});

test('the text stays as typed, and the number beside it is the one read from it', () => {
  const store = make(server().send);
  store.put('machine.travel.rear', '12 3/16 in');
  expect(store.stateOf('machine.travel.rear')).toMatchObject({
    text: '12 3/16 in',
    unit: 'in',
    value: expect.closeTo(309.5625, 9) as number,
    problem: null,
  });
});

test('what cannot be read yet is not scolded while typing, but is when the field is left; the last recorded value stands', async () => {
  const { sent, send } = server();
  const store = make(send, { 'rider.mass': entry('rider.mass', '88', 88, 'kg') });
  store.type('rider.mass', '9x');
  expect(store.stateOf('rider.mass')).toMatchObject({ text: '9x', value: 88, problem: null });
  expect(store.commit('rider.mass')).toBe(false);
  expect(store.stateOf('rider.mass').problem).toMatch(/not known here|cannot be read/);
  expect(store.liveEntries()['rider.mass']?.value).toBe(88);
  expect(store.commitAll()).toBe(false);
  await store.flush();
  expect(sent).toEqual([]);
});

test('leaving a field unchanged records nothing', async () => {
  const { sent, send } = server();
  const store = make(send, { 'rider.mass': entry('rider.mass', '88', 88, 'kg') });
  store.put('rider.mass', '88');
  await store.flush();
  expect(sent).toEqual([]);
});

test('an unusual value is kept and questioned beside the last known one', () => {
  const store = new FieldStore({ entries: {}, lastKnown: { 'rider.mass': entry('rider.mass', '88', 88, 'kg') } });
  store.put('rider.mass', '250');
  expect(store.stateOf('rider.mass')).toMatchObject({ problem: null, question: 'Is this right? It is unusual here. Last known: 88 kg.' });
});

test('with the server gone, entries wait on the shelf in order and are sent when it is back', async () => {
  const { sent, send } = server(['lost', 'ok', 'ok']);
  const store = make(send);
  store.put('rider.mass', '92');
  store.put('use', 'rally');
  await store.flush();
  expect(store.saving).toBe('waiting');
  expect(JSON.parse(shelf.kept.get('job')!)).toHaveLength(2);
  await jest.advanceTimersByTimeAsync(3000);
  expect(sent.map((s) => s.field)).toEqual(['rider.mass', 'use']);
  expect([store.saving, shelf.getItem('job')]).toEqual(['saved', null]);
});

test('what was taken is told apart from what is on the disk, which is asked a moment later until it is', async () => {
  const { send } = server(['ok']);
  let upTo: number | null = null;
  const store = new FieldStore({ entries: {}, send, onDisk: () => Promise.resolve(upTo) });
  store.put('rider.mass', '92');
  await store.flush();
  expect([store.stateOf('rider.mass').kept, store.isOnDisk]).toEqual(['saved', false]);
  await jest.advanceTimersByTimeAsync(1200);
  expect(store.stateOf('rider.mass').kept).toBe('saved');
  upTo = Date.now() + 1000;
  await jest.advanceTimersByTimeAsync(1200);
  expect([store.stateOf('rider.mass').kept, store.isOnDisk]).toEqual(['on disk', true]);
});

test('what waits outlives a reload', async () => {
  // The answer is lost, not what was sent: it is sent again by the key it went by.
  const first: Outgoing[] = [];
  const lost = make((what) => {
    first.push(what);
    return Promise.resolve({ ok: false, unreachable: true });
  });
  lost.put('rider.mass', '92');
  await lost.flush();
  const { sent, send } = server();
  const reloaded = make(send);
  reloaded.resume();
  expect(reloaded.stateOf('rider.mass').text).toBe('92');
  await reloaded.flush();
  expect(sent).toEqual([{ field: 'rider.mass', text: '92', unit: 'kg', seen: '', key: first[0]!.key }]);
  expect(shelf.getItem('job')).toBeNull();
});

test('a refusal is said at its field, goes back to what the server holds, and does not stop the rest', async () => {
  const { sent, send } = server(['ok', 'refused', 'ok']);
  const store = make(send);
  store.put('rider.mass', '90');
  store.put('rider.mass', '95');
  store.put('use', 'road');
  await store.flush();
  expect(sent).toHaveLength(3);
  expect(store.stateOf('rider.mass')).toMatchObject({ text: '95', problem: 'The rebuild is signed.' });
  expect(store.recorded()['rider.mass']).toMatchObject({ text: '90' });
  expect(store.recorded()['use']?.text).toBe('road');
});

test('what the server took back is taken up, and an emptied field is gone', () => {
  const store = make(undefined, { 'rider.mass': entry('rider.mass', '95', 95, 'kg') });
  store.accept(entry('rider.mass', '90', 90, 'kg'));
  expect(store.stateOf('rider.mass').text).toBe('90');
  store.accept(entry('rider.mass', '', null));
  expect(store.liveEntries()['rider.mass']).toBeUndefined();
});

test('other units change what a bare number means from then on, never what was typed', async () => {
  const { sent, send } = server();
  const store = make(send);
  store.put('machine.travel.front', '300');
  store.setSystem('imperial');
  store.put('machine.travel.rear', '12');
  await store.flush();
  expect(sent.map((s) => s.unit)).toEqual(['mm', 'in']);
  expect(store.recorded()['machine.travel.rear']?.value).toBeCloseTo(304.8, 9);
  expect(store.recorded()['machine.travel.front']).toMatchObject({ text: '300', unit: 'mm', value: 300 });
});

test('only the field that changed has a new state; listeners hear of it', () => {
  const store = make(server().send);
  let heard = 0;
  const stop = store.subscribe(() => (heard += 1));
  const other = store.stateOf('use');
  store.type('rider.mass', '92');
  expect(store.stateOf('use')).toBe(other);
  expect(store.stateOf('rider.mass')).toBe(store.stateOf('rider.mass'));
  stop();
  store.type('rider.mass', '93');
  expect(heard).toBe(1);
});

test('a recorded value reads out with the unit it was in', () => {
  expect([
    withUnit({ text: '88', unit: 'kg' }),
    withUnit({ text: '12 3/8 in', unit: 'in' }),
    withUnit({ text: '22"', unit: 'in' }),
    withUnit({ text: 'rally', unit: null }),
  ]).toEqual(['88 kg', '12 3/8 in', '22"', 'rally']);
});

test('what stood half typed comes back after a reload, readable or not', () => {
  const first = new FieldStore({ entries: {}, storageKey: 'job', send: server(['lost']).send });
  first.type('rider.mass', '92');
  first.type('measure.rear.extended', '61 kg');
  const again = new FieldStore({ entries: {}, storageKey: 'job', send: server().send });
  again.resume();
  expect([again.stateOf('rider.mass').text, again.stateOf('measure.rear.extended').text]).toEqual(['92', '61 kg']);
  expect(again.commit('measure.rear.extended')).toBe(false);
  expect(again.commit('rider.mass')).toBe(true);
  expect(JSON.parse(shelf.getItem('job.typing')!)).toEqual({ 'measure.rear.extended': '61 kg' });
});

test('an entry acknowledged in the moment of a reload stands, though the page was made just before it', async () => {
  const now = () => new Date(Date.now()).toISOString();
  const send: Send = (what) => Promise.resolve({ ok: true, entry: { ...recorded(what), at: now() } });
  const first = new FieldStore({ entries: {}, storageKey: 'job', send });
  first.put('rider.mass', '92');
  await first.flush();
  const again = new FieldStore({ entries: {}, storageKey: 'job', send });
  again.resume();
  expect(again.stateOf('rider.mass').text).toBe('92');
  // A page made later knows better.
  jest.advanceTimersByTime(1000);
  const later = new FieldStore({ entries: { 'rider.mass': { ...entry('rider.mass', '93', 93), at: now() } }, storageKey: 'job', send });
  later.resume();
  expect(later.stateOf('rider.mass').text).toBe('93');
  jest.advanceTimersByTime(11_000);
  const long = new FieldStore({ entries: {}, storageKey: 'job', send });
  long.resume();
  expect(long.stateOf('rider.mass').text).toBe('');
});

test('figures carried over leave alone what stands in a field now, read or not, and say how many they filled', async () => {
  const { sent, send } = server();
  const store = make(send, { 'fitted.rear.spring': entry('fitted.rear.spring', '51', 51) });
  store.type('fitted.front.spring', '4,');
  const puts: { field: FieldKey; text: string }[] = [
    { field: 'fitted.rear.spring', text: '52 N/mm' },
    { field: 'fitted.front.spring', text: '4.4 N/mm' },
    { field: 'found.rear.spring', text: '52 N/mm' },
  ];
  expect(store.fill(puts, true)).toBe(1);
  expect(store.stateOf('fitted.rear.spring').text).toBe('51');
  expect(store.stateOf('fitted.front.spring').text).toBe('4,');
  expect(store.fill(puts)).toBe(2);
  expect(store.fill(puts)).toBe(0);
  await store.flush();
  expect(sent.map((s) => s.field)).toEqual(['found.rear.spring', 'fitted.rear.spring', 'fitted.front.spring']);
});

test('what somebody else writes stands in the field at once; over what is typed or on its way here nothing is written', async () => {
  const { sent, send } = server(['ok', 'lost']);
  const store = make(send);
  const heard = (text: string, at = '2026-11-24T10:00:00.000Z') => ({ ...entry('rider.mass', text, Number(text) || null), at });
  expect(store.hear(heard('84'))).toBe(true);
  expect([store.stateOf('rider.mass').text, sent]).toEqual(['84', []]);
  // An older word, or the same again, changes nothing.
  expect([store.hear(heard('80', '2026-11-23T10:00:00.000Z')), store.hear(heard('84'))]).toEqual([false, false]);
  store.type('rider.mass', '9');
  expect(store.hear(heard('86', '2026-11-24T11:00:00.000Z'))).toBe(false);
  expect(store.stateOf('rider.mass')).toMatchObject({ text: '9', theirs: { text: '86' } });
  // Typing on is no answer, leaving the field is none either.
  store.type('rider.mass', '92');
  expect([store.commit('rider.mass'), store.stateOf('rider.mass').theirs?.text, sent]).toEqual([false, '86', []]);
  expect(store.unsettled()).toMatchObject({ field: 'rider.mass', why: expect.stringMatching(/Somebody wrote “86”/) as string });
  expect(store.commit('rider.mass', true)).toBe(true);
  await store.flush();
  expect(sent).toMatchObject([{ text: '92', seen: '86' }]);
  // On its way, the shop's computer asks.
  store.put('rider.mass', '93');
  await store.flush();
  expect([store.hear(heard('85', '2026-11-25T10:00:00.000Z')), store.stateOf('rider.mass').text]).toEqual([false, '93']);
  store.takeTheirs('rider.mass');
});

test('back after being away, a field emptied meanwhile is empty; one written since the page was made stands', () => {
  const use = entry('use', 'road', null);
  const store = make(undefined, { 'rider.mass': entry('rider.mass', '84', 84), use });
  store.hear({ ...entry('budget', 'about 400', null), at: '2026-11-24T12:00:00.000Z' });
  store.hearAll({ use }, '2026-11-24T11:00:00.000Z');
  expect((['rider.mass', 'use', 'budget'] as const).map((f) => store.stateOf(f).text)).toEqual(['', 'road', 'about 400']);
});

test('a number that can be read in two ways is recorded in neither before one is chosen', async () => {
  const { sent, send } = server();
  const store = make(send);
  store.type('machine.distance', '8,900 mi');
  expect(store.liveEntries()['machine.distance']).toBeUndefined();
  expect(store.commit('machine.distance')).toBe(false);
  expect(store.stateOf('machine.distance')).toMatchObject({
    problem: expect.stringContaining('8.9 mi or as 8900 mi') as string,
    readings: ['8.9 mi', '8900 mi'],
  });
  store.type('machine.distance', '8900 mi');
  expect([store.commit('machine.distance'), store.stateOf('machine.distance').readings]).toEqual([true, null]);
  await store.flush();
  expect(sent).toMatchObject([{ field: 'machine.distance', text: '8900 mi' }]);
});

test('two readings of one state that are no pair are asked about, and recorded after a yes', async () => {
  const { sent, send } = server();
  const store = make(send);
  store.put('measure.rear.unladen.1.lifted', '587.2');
  store.type('measure.rear.unladen.1.pressed', '1.0000 in');
  expect(store.liveEntries()['measure.rear.unladen.1.pressed']).toBeUndefined();
  expect(store.commit('measure.rear.unladen.1.pressed')).toBe(false);
  expect(store.stateOf('measure.rear.unladen.1.pressed')).toMatchObject({
    asks: true,
    question: expect.stringContaining('587.2 mm: the two are no pair') as string,
  });
  store.type('measure.rear.unladen.1.pressed', '580');
  expect(store.commit('measure.rear.unladen.1.pressed')).toBe(true);
  await store.flush();
  expect(sent.map((s) => s.text)).toEqual(['587.2', '580']);
});
