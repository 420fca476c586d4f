import { db } from '@/db/client';
import { manySetups } from '@/db/queries/rebuilds';
import { digestOf } from '@/server/keeping/seals';
import { readLog, readQuote, readRebuild, readRide, readSetup, readTrial, UnreadableDocument } from '@/schema/stored';
import { LOG } from './known';
import { onDisk } from './onDisk';

/** Stored documents by the version they name. The payloads are kept as the first programs wrote them; they must be readable for ever. */

onDisk('stored');

const recorded = { text: '85 kg', unit: 'kg', value: 85 };
const REBUILD_1 = {
  version: 'rebuild/1',
  job: { id: 3, promisedOn: '2024-05-02', takenInAt: '2024-04-28T08:00:00.000Z' },
  customer: { id: 2, name: 'Ada Fenwick' },
  machine: { id: 4, name: 'Halvik Trail 300', figures: { 'machine.travel.rear': { text: '310', unit: 'mm', value: 310 } } },
  entries: { 'rider.mass': recorded },
  technician: 'Ilse Marren',
  signedAt: '2024-05-01T15:00:00.000Z',
};
const SETUP_1 = {
  version: 'setup/1',
  values: { 'rear.spring': { text: '61', unit: 'N/mm', value: 61, from: 'fitted' } },
  preloadMm: { 'rear.preload': 8 },
  sag: { rear: { staticMm: 35, riderMm: 103 }, front: { staticMm: null, riderMm: null } },
};
const TRIAL_1 = {
  version: 'trial/1',
  change: { tunable: 'rear.rebound', from: 10, to: 12 },
  cause: 'rebound-shut@rear',
  cure: 'open-rebound',
  reason: '',
  orderReason: '',
  complaints: [{ n: 1, phrase: 'packs', end: 'rear', words: '' }],
  statements: { 'rebound-shut@same': 0.9 },
};
const RIDE_1 = {
  version: 'ride/1',
  feels: { 1: 'better' },
  tie: { rear: null, front: null },
  usedMm: { rear: null, front: 210 },
  conditions: { riderMass: null, fuel: '', tyres: '', temperature: null, track: 'Quarry loop' },
  words: 'Steadier',
};
const SUM = { netMinor: 100, taxMinor: 20, totalMinor: 120 };
const QUOTE_1 = { version: 'quote/1', currency: 'EUR', taxName: 'Tax', taxShare: 0.2, stands: 30, lines: [], rebuild: SUM, instead: null };

test.each([
  ['set-up', readSetup, SETUP_1],
  ['ride planned', readTrial, TRIAL_1],
  ['ride', readRide, RIDE_1],
  ['quote', readQuote, QUOTE_1],
  ['logged ride', readLog, { version: 'log/1', ends: { rear: LOG, front: null } }],
] as const)('%s: as it was written', (_, read, payload) => {
  expect(read(payload, 1)).toEqual(payload);
});

test('a record signed before procedures were kept is brought up; its digest is still of what was signed', () => {
  const digest = digestOf(REBUILD_1);
  expect(readRebuild(REBUILD_1, 7)).toEqual({
    ...REBUILD_1,
    version: 'rebuild/4',
    customer: { ...REBUILD_1.customer, key: null, salt: null },
    procedures: [],
    attached: null,
  });
  expect(digestOf(REBUILD_1)).toBe(digest);
  expect(digestOf(readRebuild(REBUILD_1, 7))).not.toBe(digest);
});

test.each([
  ['no document', null, /Set-up 12 cannot be read at version “undefined”/],
  ['of a later program', { ...SETUP_1, version: 'setup/9' }, /version “setup\/9”/],
  [
    'torn',
    { ...SETUP_1, sag: { rear: { staticMm: '35', riderMm: 103 }, front: SETUP_1.sag.front } },
    /Set-up 12 cannot be read at sag\.rear\.staticMm/,
  ],
])('what does not parse is an error that names it: %s', (_, payload, words) => {
  expect(() => readSetup(payload, 12)).toThrow(words);
  expect(() => readSetup(payload, 12)).toThrow(UnreadableDocument);
});

test('read from the base, a damaged document stops the reading and is named; counts and sums are numbers there', async () => {
  const base = await db();
  await base.none(`INSERT INTO customer (name) VALUES ('Ada Fenwick')`);
  const [sums] = await base.many<{ whole: number; broken: number }>(
    'SELECT sum(x) AS whole, sum(x::numeric / 4) AS broken FROM (VALUES (1::bigint), (2)) AS v(x)',
  );
  expect(sums).toEqual({ whole: 3, broken: 0.75 });
  await expect(base.many('SELECT 90071992547409931::bigint AS n')).rejects.toThrow(/no record can have/);
  const columns = await base.many<{ column_name: string }>(`SELECT column_name FROM information_schema.columns WHERE table_name = 'setup'`);
  expect(columns.length).toBeGreaterThan(4);
  expect(await manySetups(base, 1)).toEqual([]);
});
