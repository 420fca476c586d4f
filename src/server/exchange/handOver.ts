import { createHash } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import type { z } from 'zod';
import type { Entries } from '@/catalogue/entry';
import { knownField } from '@/catalogue/fields';
import { ArchiveRefused, bytesIn, type Checked, everyChecksum, openChecked } from '@/db/archive/read';
import { checkedZip } from '@/db/archive/zip';
import { db, type Sql } from '@/db/client';
import { noneMachineHere } from '@/db/queries/branches';
import { oneNewEntry } from '@/db/queries/entries';
import { manyHandedOver, manySealedOfMachine, maybeOneHandedOver, oneNewHandedOver } from '@/db/queries/handedOver';
import { manyJobsOfMachine } from '@/db/queries/jobs';
import { maybeOnePhotoWhole, maybeOneVoiceNote, noneNewPhoto, noneNewVoiceNote } from '@/db/queries/logbook';
import { manyOwners, maybeOneMachine, maybeOneMachineByFrame } from '@/db/queries/machines';
import { manySetups } from '@/db/queries/rebuilds';
import { MACHINE_FORMAT, type MachineHandedOver, machineHandedOver, machineManifest } from '@/schema/handOver';
import { readHandedOver, readSetup, UnreadableDocument } from '@/schema/stored';
import { photosOf, voicesOf } from '@/judgement/job/work';
import { type Answer, conflict, Refusal, refused } from '../answer';
import { shopOfBook } from '../book/book';
import { currentEntries, currentEntriesOf } from '../entries';
import { machineName } from '../find';
import { TooLarge, whileKept } from '../keeping/incoming';
import { readField } from '../jobs/record';
import { type Proof, proofOf } from '../keeping/proof';
import { plain } from '../machines/setups';
import { newMachine } from '../jobs/takeIn';
import { customerOf } from '../machines/customers';
import { inTransaction } from '../transaction';

/** A machine handed over to another shop with everything recorded of it, and one taken in: what was signed elsewhere is shown as it was sealed there. */

/** Fingerprints of the pictures or recordings that jobs name, each once. */
const keysOf = (jobs: readonly Entries[], listed: (entries: Entries) => { key: string }[]): string[] => [
  ...new Set(jobs.flatMap((entries) => listed(entries).map(({ key }) => key))),
];

interface Packed {
  name: string;
  bytes: Buffer;
}

/** Everything recorded of a machine, and the files it names. */
async function packed(base: Sql, machineId: number): Promise<{ document: MachineHandedOver; files: Packed[] } | null> {
  const machine = await maybeOneMachine(base, machineId);
  if (!machine) return null;
  const lines = (await manyJobsOfMachine(base, machineId)).reverse();
  const entries = await currentEntriesOf(
    base,
    'job_id',
    lines.map((l) => l.id),
  );
  const { name, address, phone, email } = await shopOfBook(base);
  const jobs = lines.map((l) => ({
    id: l.id,
    takenInAt: l.takenInAt,
    handedBackAt: l.handedBackAt,
    entries: plain(entries.get(l.id) ?? {}),
  }));
  const files: Packed[] = [];
  const photos: MachineHandedOver['photos'] = [];
  for (const key of keysOf([...entries.values()], photosOf)) {
    const photo = await maybeOnePhotoWhole(base, key);
    if (!photo) continue;
    photos.push({ key, widthPx: photo.widthPx, heightPx: photo.heightPx });
    files.push(
      { name: `photos/${key}.jpg`, bytes: Buffer.from(photo.jpeg) },
      { name: `photos/${key}.small.jpg`, bytes: Buffer.from(photo.small) },
    );
  }
  const voices: MachineHandedOver['voices'] = [];
  for (const key of keysOf([...entries.values()], voicesOf)) {
    const voice = await maybeOneVoiceNote(base, key);
    if (!voice) continue;
    voices.push({ key, kind: voice.kind });
    files.push({ name: `voices/${key}`, bytes: Buffer.from(voice.sound) });
  }
  const document: MachineHandedOver = {
    format: MACHINE_FORMAT,
    shop: { name, address, phone, email },
    owner: (await manyOwners(base, machineId))[0]?.name ?? '',
    figures: plain(await currentEntries(base, { machineId })),
    jobs,
    records: (await manySealedOfMachine(base, machineId)) as MachineHandedOver['records'],
    setups: (await manySetups(base, machineId)).map(
      ({ id, machineId: under, jobId, parentId, rebuildId, kind, reason, recordedAt, document: of }) => ({
        id,
        machineId: under,
        jobId,
        parentId,
        rebuildId,
        kind,
        reason,
        recordedAt,
        document: of,
      }),
    ),
    photos,
    voices,
    earlier: (await manyHandedOver(base, machineId)).map((h) => h.document as { format: typeof MACHINE_FORMAT }),
  };
  return { document, files };
}

/** A zip of one machine; the same machine gives the same bytes. Null where there is none. */
export async function machineArchive(machineId: number): Promise<{ name: string; bytes: Buffer } | null> {
  const found = await (await db()).snapshot((sql) => packed(sql, machineId));
  if (!found) return null;
  const zip = checkedZip();
  zip.add('machine.json', () => [`${JSON.stringify(found.document, null, 1)}\n`]);
  for (const { name, bytes } of found.files) zip.add(name, () => [bytes]);
  const { figures } = found.document;
  const words = `${figures['machine.make']?.text ?? ''} ${figures['machine.model']?.text ?? ''}`.trim().toLowerCase();
  const bytes = await buffer(zip.finish(() => ({ format: MACHINE_FORMAT, files: zip.files })));
  return { name: `mavrin-${words.replace(/[^a-z0-9]+/g, '-')}.zip`, bytes };
}

/** The most a machine's file may hold. From memory. */
const MAX_BYTES = 200e6;

type Opened = Checked<z.output<typeof machineManifest>>;

/** What earlier shops handed over with it: each as strictly as the file itself. */
const earlierIn = ({ earlier }: MachineHandedOver): MachineHandedOver[] =>
  earlier.map((e, i) => {
    const read = machineHandedOver.safeParse(e);
    if (!read.success)
      throw new ArchiveRefused(`machine.json cannot be read at earlier.${i}.${read.error.issues[0]?.path.join('.') ?? ''}.`);
    return read.data;
  });

/** Figures this book knows, read anew: what another program wrote beside a text is not believed. */
const figuresRead = (figures: MachineHandedOver['figures']) =>
  Object.entries(figures).flatMap(([field, { text, unit }]) => {
    if (!knownField(field)) return [];
    const read = readField(field, text, unit ?? undefined, 'machine');
    return read.ok ? [{ field, ...read.value }] : [];
  });

const IDENTITY = ['machine.make', 'machine.model', 'machine.year', 'machine.registration', 'machine.frame'];

/** The machine it belongs to: one of the same frame number, else a new one with its owner. Figures fill what is empty here. */
async function machineFor(sql: Sql, { figures, owner, shop }: MachineHandedOver): Promise<number> {
  const frame = figures['machine.frame']?.text ?? '';
  const known = frame === '' ? null : await maybeOneMachineByFrame(sql, frame);
  const read = figuresRead(figures);
  const identity = read
    .filter((r) => IDENTITY.includes(r.field))
    .map((r) => [r.field, { text: r.text, unit: r.unit ?? undefined }] as const);
  const id =
    known?.id ??
    (await newMachine(sql, Object.fromEntries(identity), await customerOf(sql, { name: owner || 'Owner not named', phone: '' }), null));
  await noneMachineHere(sql, id);
  const own = await currentEntries(sql, { machineId: id });
  const device = `from ${shop.name || 'another shop'}`.slice(0, 60);
  for (const figure of read)
    if (!own[figure.field]) await oneNewEntry(sql, { machineId: id }, { ...figure, technicianId: null, device, at: null, undoes: null });
  return id;
}

async function kept(sql: Sql, archive: Opened, { photos, voices }: MachineHandedOver): Promise<void> {
  const hasKey = (bytes: Buffer, key: string) => createHash('sha256').update(bytes).digest('hex') === key;
  const changed = (key: string) => new ArchiveRefused(`The picture or recording ${key.slice(0, 12)} is not the one its record names.`);
  for (const { key, widthPx, heightPx } of photos) {
    const jpeg = await bytesIn(archive.parts(`photos/${key}.jpg`));
    if (!hasKey(jpeg, key)) throw changed(key);
    await noneNewPhoto(sql, { key, widthPx, heightPx, jpeg, small: await bytesIn(archive.parts(`photos/${key}.small.jpg`)) });
  }
  for (const { key, kind } of voices) {
    const sound = await bytesIn(archive.parts(`voices/${key}`));
    if (!hasKey(sound, key)) throw changed(key);
    await noneNewVoiceNote(sql, { key, kind, sound });
  }
}

async function takenIn(archive: Opened): Promise<Answer<{ machineId: number; name: string; records: number }>> {
  // Every file to its checksum before a word of it is believed.
  await everyChecksum(archive);
  const json = await bytesIn(archive.parts('machine.json'));
  const read = machineHandedOver.safeParse(JSON.parse(json.toString()));
  if (!read.success) throw new ArchiveRefused(`machine.json cannot be read at ${read.error.issues[0]?.path.join('.') ?? ''}.`);
  const document = read.data;
  for (const shop of [...earlierIn(document), document]) {
    for (const { id, document: of } of shop.setups) readSetup(of, id);
    const { broken } = await proofOf(await db(), shop);
    if (broken !== null) throw new ArchiveRefused(broken);
  }
  const digest = createHash('sha256').update(json).digest('hex');
  return inTransaction(async (sql) => {
    const machineId = await machineFor(sql, document);
    if (await maybeOneHandedOver(sql, machineId, digest))
      throw new Refusal(conflict('already-exists', ['file'], { what: 'This hand-over' }));
    await kept(sql, archive, document);
    await oneNewHandedOver(sql, machineId, document.shop.name, JSON.stringify(document), digest);
    return { machineId, name: machineName((await maybeOneMachine(sql, machineId))!), records: document.records.length };
  });
}

/**
 * Takes in a machine another shop handed over: the file whole or not at all. Its records are looked at against their seals; its figures fill what is empty here.
 * Refusals: archive-too-large, archive-refused, already-exists.
 */
export async function takeMachineIn(
  parts: AsyncIterable<Uint8Array>,
): Promise<Answer<{ machineId: number; name: string; records: number }>> {
  try {
    return await whileKept(parts, MAX_BYTES, async (path) => {
      const archive = await openChecked(path, (manifest) => machineManifest.parse(manifest));
      return takenIn(archive).finally(() => archive.close());
    });
  } catch (failure) {
    if (failure instanceof TooLarge) return refused('archive-too-large', [], { most: MAX_BYTES / 1e9 });
    if (!(failure instanceof ArchiveRefused) && !(failure instanceof SyntaxError) && !(failure instanceof UnreadableDocument))
      throw failure;
    return refused('archive-refused', [], { words: failure.message });
  }
}

export interface Elsewhere {
  id: number;
  receivedAt: string | null;
  document: MachineHandedOver;
  /** What of it is proven by its own digests. */
  proof: Omit<Proof, 'broken'>;
}

/** What other shops recorded of a machine, the oldest first; a hand-over of a hand-over is unfolded. */
export async function elsewhereOf(machineId: number): Promise<Elsewhere[]> {
  const base = await db();
  const found: Elsewhere[] = [];
  for (const { id, document, receivedAt } of await manyHandedOver(base, machineId)) {
    const own = readHandedOver(document, id);
    for (const [shop, at] of [...own.earlier.map((e) => [readHandedOver(e, id), null] as const), [own, receivedAt] as const]) {
      const { records, setups } = await proofOf(base, shop);
      found.push({ id, receivedAt: at, document: shop, proof: { records, setups } });
    }
  }
  return found;
}
