import { chmodSync, cpSync, mkdtempSync, openSync, rmSync, statSync, truncateSync, writeSync, closeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openEmbedded } from '@/db/embedded';
import { BaseDamaged } from '@/db/damage';
import { openEngine } from '@/db/engine';
import { keepToOwner } from '@/db/own';
import { checkBook } from '@/server/keeping/checkBook';
import { emptyBaseIn } from './onDisk';

/** Damage to the files of a base is seen: at the start what would be written over, by `npm run check` every page, index, reference and picture. */

const scratch = mkdtempSync(join(tmpdir(), 'mavrin-check-'));
const whole = join(scratch, 'whole');
const PAGE_BYTES = 8192;
let [heap, pkey, byJob] = ['', '', ''];

beforeAll(async () => {
  emptyBaseIn(whole);
  const base = await openEmbedded(whole);
  await base.none(`INSERT INTO customer (name) VALUES ('Coll Ashby')`);
  await base.none(`INSERT INTO machine (make, model) VALUES ('Halvik', 'Trail 300')`);
  await base.none(`INSERT INTO job (machine_id, customer_id, promised_on) VALUES (1, 1, '2026-12-01')`);
  await base.none(`INSERT INTO entry (job_id, field, text) SELECT 101, 'rider.note', 'line ' || n FROM generate_series(1, 4000) n`);
  const pathOf = async (name: string) =>
    (await base.one<{ path: string }>('SELECT pg_relation_filepath($1::regclass) AS path', [name])).path;
  [heap, pkey, byJob] = [await pathOf('entry'), await pathOf('entry_pkey'), await pathOf('entry_job')];
  await base.close();
  // As the shop's own opening leaves it.
  keepToOwner(whole);
});
afterAll(() => rmSync(scratch, { recursive: true, force: true }));

let n = 0;
function damaged(how: (pg: string) => void): string {
  const copy = join(scratch, `damaged-${(n += 1)}`);
  cpSync(whole, copy, { recursive: true });
  how(join(copy, 'pg'));
  return copy;
}

const cut = (file: string) => (pg: string) =>
  truncateSync(join(pg, file), Math.floor(statSync(join(pg, file)).size / 2 / PAGE_BYTES) * PAGE_BYTES);
/** Writes over the middle of one page. */
const scratched = (file: string, page: number) => (pg: string) => {
  const handle = openSync(join(pg, file), 'r+');
  writeSync(handle, Buffer.alloc(2000, 0x5a), 0, 2000, page * PAGE_BYTES + 4000);
  closeSync(handle);
};

test('a whole book is said to be whole, and looking leaves it as it was', async () => {
  const before = statSync(join(whole, 'pg', heap)).mtimeMs;
  expect(await checkBook(whole)).toMatchObject({ jobs: 1, records: 0, wrong: [] });
  expect(statSync(join(whole, 'pg', heap)).mtimeMs).toBe(before);
  const open = damaged((pg) => chmodSync(join(pg, 'PG_VERSION'), 0o644));
  expect((await checkBook(open)).wrong).toEqual([expect.stringMatching(/^1 of its files .* open to other accounts/)]);
});

test('half of a table cut away is no book to write in: the start names it, and so does the check', async () => {
  const place = damaged(cut(heap));
  const opening = openEmbedded(place);
  await expect(opening).rejects.toThrow(BaseDamaged);
  await expect(opening).rejects.toThrow(/table entry: .*Nothing was written/);
  expect((await checkBook(place)).wrong.join(' ')).toMatch(
    /table entry: it cannot be read to its end|table entry: its file holds \d+ rows/,
  );
});

test.each([
  ['half of an index cut away', () => cut(pkey), /entry_pkey|table entry/],
  ['an index written over', () => scratched(byJob, 3), /index entry_job/],
  ['a table written over', () => scratched(heap, 2), /table entry/],
])('%s is named', async (_, how, words) => {
  const place = damaged(how());
  expect((await checkBook(place)).wrong.join(' ')).toMatch(words);
});

test('a row that names one which is gone, and a missing mark or control file, are named', async () => {
  const place = damaged(() => undefined);
  const engine = await openEngine({ dataDir: join(place, 'pg') });
  await engine.exec(`SET session_replication_role = replica; DELETE FROM machine WHERE id = 1`);
  await engine.close();
  keepToOwner(place);
  expect((await checkBook(place)).wrong).toEqual(['table job: 1 of its rows name a machine that is not there.']);
  expect((await checkBook(damaged((pg) => rmSync(join(pg, 'PG_VERSION'))))).wrong).toEqual([
    expect.stringMatching(/PG_VERSION is missing/),
  ]);
  expect((await checkBook(damaged((pg) => truncateSync(join(pg, 'global/pg_control'), 100)))).wrong).toEqual([
    expect.stringMatching(/the engine cannot open it/),
  ]);
});
