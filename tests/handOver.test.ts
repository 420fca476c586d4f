import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { closeDb, db } from '@/db/client';
import { MACHINE_LIMITS } from '@/db/archive/limits';
import { openChecked } from '@/db/archive/read';
import { machineManifest, type MachineHandedOver } from '@/schema/handOver';
import { changeShop } from '@/server/book/book';
import { currentEntries } from '@/server/entries';
import { elsewhereOf, machineArchive, takeMachineIn } from '@/server/exchange/handOver';
import { keepPhoto, keepVoice, photoOf, voiceOf } from '@/server/jobs/logbook';
import { addTechnician } from '@/server/door/people';
import { checkSeals, sealsNow } from '@/server/keeping/seals';
import { signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import { codeOf, get, record } from './answers';
import { sha } from './oddBook';
import { emptyBaseIn, emptyBaseOnServer, onDisk, scratch } from './onDisk';

/** A machine handed from shop to shop: everything recorded of it goes along, as it was sealed; what was touched on the way is refused, and nothing of it is taken in. */

onDisk('handOver');
const directory = scratch('handOver');

/** The next shop, with a book of its own, empty but for its name. */
async function shopNamed(name: string): Promise<void> {
  const page = {
    version: 'shop/2' as const,
    zone: '',
    site: '',
    id: 'shop' as const,
    name,
    address: 'Harbour Road 3',
    phone: '',
    email: '',
    origin: 'the shop',
  };
  get(await changeShop({ page, reason: 'who we are' }));
}
async function nextShop(name: string): Promise<void> {
  await closeDb();
  const server = process.env.MAVRIN_TEST_SERVER;
  if (server) process.env.DATABASE_URL = `${server}/${await emptyBaseOnServer()}`;
  else emptyBaseIn((process.env.MAVRIN_DATA = directory()));
  await shopNamed(name);
}
async function* parts(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield await Promise.resolve(bytes);
}
const taken = async (bytes: Uint8Array) => takeMachineIn(parts(bytes));
const archived = async (machineId: number) => (await machineArchive(machineId))!.bytes;

let file: Buffer;
let photo = '';
let voice = '';
let sealed = '';
beforeAll(async () => {
  await shopNamed('The Slate Yard');
  const technicianId = get(await addTechnician('Sunniva Holt', 'slate yard')).id;
  const figures = { make: 'Halvik', model: 'Moor 250', frame: 'HVK-0042', 'travel.rear': '240 mm', wheelbase: '57 in' };
  const typed = Object.fromEntries(Object.entries(figures).map(([k, text]) => [`machine.${k}`, { text }]));
  const { jobId, machineId } = get(
    await takeIn({ customer: { name: 'Wenna Trask', phone: '0417' }, machine: { figures: typed }, promisedOn: '2026-12-04' }),
  );
  for (const [field, text] of Object.entries({
    'rider.mass': '84 kg',
    'fitted.rear.spring': '61 N/mm',
    'fitted.rear.rebound.out': '12',
    'rebuild.changed': 'a stiffer spring',
  }))
    get(await record(jobId, field, text));
  const jpeg = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#7a2e5d' } })
    .jpeg()
    .toBuffer();
  photo = get(await keepPhoto(jobId, jpeg, { step: '', caption: 'seat ring', technicianId: null }))[0]!.text;
  voice = get(await keepVoice(jobId, Buffer.from('OggS spoken'), { step: '', seconds: 3, technicianId: null }))[0]!.text;
  get(await signRebuild(jobId, { technicianId, passcode: 'slate yard' }));
  sealed = (await sealsNow()).lastSeal!;
  file = await archived(machineId);
  // The same machine is the same file.
  expect(sha(await archived(machineId))).toBe(sha(file));
});

/** The file with its document changed and every checksum made anew, as somebody would who knows how. */
async function forged(change: (document: MachineHandedOver) => void): Promise<Buffer> {
  const path = join(directory(), 'm.zip');
  writeFileSync(path, file);
  const archive = await openChecked(path, (m) => machineManifest.parse(m), MACHINE_LIMITS);
  const zip = new ZipFile();
  const files: Record<string, { bytes: number; sha256: string }> = {};
  for (const name of Object.keys(archive.manifest.files)) {
    const all: Buffer[] = [];
    for await (const part of archive.parts(name)) all.push(part);
    let bytes = Buffer.concat(all);
    if (name === 'machine.json') {
      const document = JSON.parse(bytes.toString()) as MachineHandedOver;
      change(document);
      bytes = Buffer.from(JSON.stringify(document));
    }
    files[name] = { bytes: bytes.byteLength, sha256: sha(bytes) };
    zip.addBuffer(bytes, name);
  }
  archive.close();
  zip.addBuffer(Buffer.from(JSON.stringify({ format: 'mavrin-machine/1', files })), 'manifest.json');
  zip.end();
  return buffer(zip.outputStream);
}

test('the next shop has the machine with its figures, records and seals, pictures and voice; its own chain holds nothing of them', async () => {
  await nextShop('Mole Street Suspension');
  const { machineId, records } = get(await taken(file));
  expect(records).toBe(1);
  const figures = await currentEntries(await db(), { machineId });
  expect(figures['machine.wheelbase']).toMatchObject({ text: '57 in', value: 57 * 25.4 });
  const [there] = (await elsewhereOf(machineId)).found;
  expect(there!.document.shop.name).toBe('The Slate Yard');
  expect(there!.document.records[0]).toMatchObject({ technician: 'Sunniva Holt', seal: sealed });
  expect(there!.document.setups.find((s) => s.kind === 'rebuild')!.document).toMatchObject({
    values: { 'rear.spring': { text: '61 N/mm' } },
  });
  expect(sha((await photoOf(photo, 'whole'))!)).toBe(photo);
  expect(sha((await voiceOf(voice))!.sound)).toBe(voice);
  expect(await checkSeals(await db())).toEqual({ records: 0, broken: [], lastSeal: null });
  await expect((await db()).none('DELETE FROM handed_over')).rejects.toThrow(/MAVRIN_RECORDED/);
  expect(codeOf(await taken(file))).toBe('already-exists');

  // It comes home later, or goes on: what every shop recorded goes along, in its order.
  const onward = await archived(machineId);
  await nextShop('Third');
  const last = get(await taken(onward));
  expect((await elsewhereOf(last.machineId)).found.map((e) => e.document.shop.name)).toEqual(['The Slate Yard', 'Mole Street Suspension']);
});

test('a machine the shop knows by its frame number keeps its own figures; what it does not know is filled in', async () => {
  await nextShop('Knows it');
  const typed = {
    'machine.make': { text: 'Halvik' },
    'machine.model': { text: 'Moor 250' },
    'machine.frame': { text: 'hvk-0042' },
    'machine.wheelbase': { text: '1450 mm' },
  };
  const own = get(await takeIn({ customer: { name: 'Odd Brann', phone: '' }, machine: { figures: typed }, promisedOn: '2026-12-04' }));
  const { machineId } = get(await taken(file));
  expect(machineId).toBe(own.machineId);
  const figures = await currentEntries(await db(), { machineId });
  expect([figures['machine.wheelbase']!.text, figures['machine.travel.rear']!.text]).toEqual(['1450 mm', '240 mm']);
});

test.each([
  [
    'a record changed',
    (d: MachineHandedOver) => void ((d.records[0]!.document as unknown as { technician: string }).technician = 'Somebody'),
    /record of job 101 is not as it was sealed/,
  ],
  ['the signer', (d: MachineHandedOver) => void (d.records[0]!.technician = 'Somebody'), /not as it was sealed: who signed/],
  ['the day it was signed', (d: MachineHandedOver) => void (d.records[0]!.signedAt = '2025-01-01T10:00:00.000Z'), /when it was signed/],
  ['the reason', (d: MachineHandedOver) => void (d.records[0]!.reason = 'another'), /the reason/],
  ['what it corrects', (d: MachineHandedOver) => void (d.records[0]!.corrects = 7), /what it corrects/],
  ['the job of a record', (d: MachineHandedOver) => void (d.records[0]!.jobId = 102), /the job/],
  [
    'the customer signed for',
    (d: MachineHandedOver) => void ((d.records[0]!.document as unknown as { customer: { name: string } }).customer.name = 'Somebody Else'),
    /its content/,
  ],
  [
    'a spring rate of the set-up left',
    (d: MachineHandedOver) =>
      void ((d.setups.find((s) => s.kind === 'rebuild')!.document as unknown as { values: Record<string, { text: string }> }).values[
        'rear.spring'
      ]!.text = '95 N/mm'),
    /the set-up it left/,
  ],
  [
    'the reason of a set-up',
    (d: MachineHandedOver) => void (d.setups.find((s) => s.kind === 'rebuild')!.reason = 'x'),
    /the set-up it left/,
  ],
  ['a set-up taken out', (d: MachineHandedOver) => void (d.setups = []), /the set-up it left/],
  [
    'an entry of a signed job',
    (d: MachineHandedOver) => void (d.jobs[0]!.entries['rider.mass']!.text = '120 kg'),
    /what was recorded of the job/,
  ],
  [
    'an entry put in',
    (d: MachineHandedOver) => void (d.jobs[0]!.entries['fitted.front.spring'] = { text: '9', unit: 'N/mm', value: 9 }),
    /what was recorded/,
  ],
  [
    'what an earlier shop is said to have handed over',
    (d: MachineHandedOver) => void (d.earlier = [{ format: 'mavrin-machine/1' }]),
    /machine\.json cannot be read at earlier\.0/,
  ],
  ['a seal changed', (d: MachineHandedOver) => void (d.records[0]!.seal = '0'.repeat(64)), /not as it was sealed/],
  ['a set-up of no version', (d: MachineHandedOver) => void (d.setups[0]!.document.version = 'setup/9'), /cannot be read/],
  [
    'no figures',
    (d: MachineHandedOver) => void delete (d as Partial<MachineHandedOver>).figures,
    /machine\.json cannot be read at figures/,
  ],
  ['a picture of no width', (d: MachineHandedOver) => void (d.photos[0]!.widthPx = 0), /photos\.0\.widthPx/],
  ['a NUL in the owner’s name', (d: MachineHandedOver) => void (d.owner = 'A\0B'), /cannot be read at owner/],
  ['half of a character', (d: MachineHandedOver) => void (d.shop.name = 'A\ud800'), /cannot be read at shop\.name/],
  ['a name of 500 signs', (d: MachineHandedOver) => void (d.owner = 'x'.repeat(500)), /cannot be read at owner/],
  ['a day that is none', (d: MachineHandedOver) => void (d.records[0]!.signedAt = 'yesterday'), /records\.0\.signedAt/],
  ['a picture that is another', (d: MachineHandedOver) => void (d.photos[0]!.key = 'a'.repeat(64)), /is missing|not the one/],
])('%s is refused by its place, and nothing is taken in', async (_, change, words) => {
  const base = await db();
  const count = () =>
    base.one(
      'SELECT (SELECT count(*) FROM machine) AS machines, (SELECT count(*) FROM entry) AS entries, (SELECT count(*) FROM handed_over) AS of',
    );
  const before = await count();
  const answer = await taken(await forged(change));
  expect(answer.ok ? '' : answer.problem.message).toMatch(words);
  expect(await count()).toEqual(before);
});

test('what no seal covers is shown as not proven: the shop, a set-up of before seals covered them', async () => {
  await nextShop('Looks twice');
  const { machineId } = get(
    await taken(
      await forged((d) => {
        d.shop.name = 'A Better Shop';
        // As files of before were: which entry of the machine a set-up belongs to is not said.
        for (const s of d.setups) delete s.machineId;
      }),
    ),
  );
  const [there] = (await elsewhereOf(machineId)).found;
  expect(there!.document.shop.name).toBe('A Better Shop');
  expect(there!.proof).toEqual({ records: [there!.document.records[0]!.id], setups: [] });
  await nextShop('Looks once');
  const whole = get(await taken(file));
  const [proven] = (await elsewhereOf(whole.machineId)).found;
  expect(proven!.proof.setups).toEqual(proven!.document.setups.filter((s) => s.kind === 'rebuild').map((s) => s.id));
});

test('a file that is no hand-over, or is torn, is refused in words', async () => {
  expect(codeOf(await taken(Buffer.from('a letter')))).toBe('archive-refused');
  expect(codeOf(await taken(file.subarray(0, file.length - 200)))).toBe('archive-refused');
  const whole = readFileSync('tests/archives/format-1-tables-13.zip');
  expect(codeOf(await taken(whole))).toBe('archive-refused');
});

/** A zip of these files, packed as tightly as it goes. */
async function zipped(files: Record<string, Buffer>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, bytes] of Object.entries(files)) zip.addBuffer(bytes, name);
  zip.end();
  return buffer(zip.outputStream);
}
const manifestOf = (files: Record<string, Buffer>) =>
  Buffer.from(
    JSON.stringify({
      format: 'mavrin-machine/1',
      files: Object.fromEntries(Object.entries(files).map(([name, bytes]) => [name, { bytes: bytes.length, sha256: sha(bytes) }])),
    }),
  );
const DEEP = Buffer.from('['.repeat(3_000_000));

test.each([
  ['a manifest that inflates', { 'manifest.json': Buffer.alloc(40_000_000, ' ') }, /no manifest/],
  ['a manifest of brackets', { 'manifest.json': Buffer.from('['.repeat(1_000_000)) }, /manifest\.json is not that/],
  ['a document of brackets', { 'machine.json': DEEP, 'manifest.json': manifestOf({ 'machine.json': DEEP }) }, /brackets within brackets/],
  [
    'a document longer than any',
    { 'machine.json': Buffer.alloc(20_000_000, ' '), 'manifest.json': manifestOf({ 'machine.json': Buffer.alloc(20_000_000, ' ') }) },
    /longer than any/,
  ],
])('%s is refused by our limits, not by what its sender says of it', async (_, files, words) => {
  const answer = await taken(await zipped(files));
  expect(answer.ok ? '' : answer.problem.message).toMatch(words);
});

test('one that cannot be read any more is named, and the others are shown', async () => {
  await nextShop('Keeps what came');
  const { machineId } = get(await taken(file));
  const torn = { format: 'mavrin-machine/1', setups: 'gone' };
  await (
    await db()
  ).none(`INSERT INTO handed_over (machine_id, shop, document, digest) VALUES ($1, 'Torn', $2::jsonb, repeat('0', 64))`, [
    machineId,
    JSON.stringify(torn),
  ]);
  const { found, unreadable } = await elsewhereOf(machineId);
  expect([found.map((e) => e.document.shop.name), unreadable.length]).toEqual([['The Slate Yard'], 1]);
});
