import { fieldKey } from '@/catalogue/fields';
import { FieldStore } from '@/ui/fields/store';
import type { Outgoing } from '@/ui/fields/fieldState';
import { entriesOf } from './entries';

/** The field store against damaged, foreign and full storage: nothing kept may be lost or stand in the way. */

const KEY = 'mavrin.job.1';
let shelf: Map<string, string>;
beforeEach(() => {
  shelf = new Map();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => shelf.get(key) ?? null,
      setItem: (key: string, text: string) => void shelf.set(key, text),
      removeItem: (key: string) => void shelf.delete(key),
    },
  });
});

const made = (sent: Outgoing[] = [], system: 'metric' | 'imperial' = 'metric') =>
  new FieldStore({
    entries: entriesOf({ 'rider.mass': '85' }),
    storageKey: KEY,
    system,
    send: (what) => {
      sent.push(what);
      return Promise.resolve({
        ok: true,
        entry: { field: fieldKey(what.field), text: what.text, unit: null, value: null, at: '2026-01-01' },
      });
    },
  });

test.each([
  ['torn in the middle', '[{"field":"rider.mass","te'],
  ['of another shape', '{"rider":1}'],
  ['not of fields', '[null, 3]'],
])('waiting entries %s are shown with their text and block nothing', (_, text) => {
  shelf.set(KEY, text);
  const store = made();
  store.resume();
  expect(store.leftovers).toEqual([{ field: '', text }]);
  expect(store.stateOf('rider.mass').text).toBe('85');
  // Kept until it is dropped, over another reload too.
  const again = made();
  again.resume();
  expect(again.leftovers).toEqual([{ field: '', text }]);
  again.dropLeftover(0);
  expect(again.leftovers).toEqual([]);
  expect([...shelf.values()].join('')).not.toContain(text);
});

test('an entry of a field the catalogue no longer knows is laid aside; its neighbours are sent', async () => {
  shelf.set(
    KEY,
    JSON.stringify([
      { field: 'rider.height.of.old', text: '181' },
      { field: 'rider.mass', text: '90' },
    ]),
  );
  shelf.set(`${KEY}.typing`, JSON.stringify({ 'gone.field': '12', 'rider.inside': '80' }));
  const sent: Outgoing[] = [];
  const store = made(sent);
  store.resume();
  await store.flush();
  expect(sent.map((s) => s.field)).toEqual(['rider.mass']);
  expect(store.leftovers.map((l) => [l.field, l.text])).toEqual([
    ['gone.field', '12'],
    ['rider.height.of.old', '181'],
  ]);
  expect(store.stateOf('rider.inside').text).toBe('80');
});

test('storage that refuses every call changes nothing for the page', () => {
  const refuse = () => {
    throw new Error('QuotaExceededError');
  };
  Object.assign(globalThis, { localStorage: { getItem: refuse, setItem: refuse, removeItem: refuse } });
  const store = made();
  store.resume();
  store.type('rider.mass', '92');
  expect(store.commit('rider.mass')).toBe(true);
  expect(store.recorded()['rider.mass']!.value).toBe(92);
});

test('what is half typed is read in the units shown, and anew when they change', () => {
  const store = made([], 'imperial');
  store.type('rider.mass', '200');
  expect(store.stateOf('rider.mass').unit).toBe('lb');
  store.setSystem('metric');
  expect(store.liveEntries()['rider.mass']!.unit).toBe('kg');
});
