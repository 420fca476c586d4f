import { createHash } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import type { z } from 'zod';
import type { Entries } from '@/catalogue/entry';
import { knownField } from '@/catalogue/fields';
import { MACHINE_LIMITS } from '@/db/archive/limits';
import { ArchiveRefused, bytesIn, type Checked, openChecked } from '@/db/archive/read';
import { checkedZip } from '@/db/archive/zip';
import { db, type Sql } from '@/db/client';
import { noneMachineHere } from '@/db/queries/branches';
import { oneNewEntry } from '@/db/queries/entries';
import { manyHandedOver, manySealedOfMachine, maybeOneHandedOver, oneNewHandedOver } from '@/db/queries/handedOver';
import { manyJobsOfMachine } from '@/db/queries/jobs';
import { maybeOnePhotoWhole, maybeOneVoiceNote, noneNewPhoto, noneNewVoiceNote } from '@/db/queries/logbook';
import { manyOwners, maybeOneMachine, maybeOneMachineByFrame } from '@/db/queries/machines';
import { manySetups } from '@/db/queries/rebuilds';
import { MACHINE_FORMAT, type MachineHandedOver, machineManifest } from '@/schema/handOver';
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
import { aside, type AsideOptions, Refusing } from '../aside';
import { lookedAt, soundKind } from '../jobs/logbook';
import type { MachineFileRead } from './machineFile';

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

/**
 * Pictures and recordings of the file: each the one its record names, and one this shop would have kept from its own camera and microphone. The picture stays sign for
 * sign, since its fingerprint is sealed; the small one is made anew.
 */
async function filesOf(archive: Opened, { photos, voices }: MachineHandedOver) {
  const named = async (path: string, key: string): Promise<Buffer> => {
    const bytes = await bytesIn(archive.parts(path));
    if (createHash('sha256').update(bytes).digest('hex') !== key)
      throw new ArchiveRefused(`The picture or recording ${key.slice(0, 12)} is not the one its record names.`);
    return bytes;
  };
  const found: { photos: Parameters<typeof noneNewPhoto>[1][]; voices: Parameters<typeof noneNewVoiceNote>[1][] } = {
    photos: [],
    voices: [],
  };
  for (const { key } of photos) {
    const jpeg = await named(`photos/${key}.jpg`, key);
    const looked = await lookedAt(jpeg);
    if (!looked) throw new ArchiveRefused(`The picture ${key.slice(0, 12)} cannot be looked at.`);
    found.photos.push({ key, jpeg, ...looked });
  }
  for (const { key } of voices) {
    const sound = await named(`voices/${key}`, key);
    const kind = soundKind(sound);
    if (!kind) throw new ArchiveRefused(`The recording ${key.slice(0, 12)} cannot be listened to.`);
    found.voices.push({ key, kind, sound });
  }
  return found;
}

/** Opens such a file in a thread of its own: one at a time, and what breaks it breaks nothing else. */
const READER: AsideOptions = { file: 'src/server/exchange/machineFile.ts', threads: 1, waiting: 4, mb: 384 };
/** Longest it is read, ms: the largest there may be, on a slow computer. */
const READ_WITHIN_MS = 60_000;

async function readAside(path: string): Promise<Extract<MachineFileRead, { ok: true }>> {
  try {
    const read = await aside<unknown, MachineFileRead>(READER, { path }, READ_WITHIN_MS);
    if (!read.ok) throw new ArchiveRefused(read.words.replace(/ Nothing was taken in\.$/, ''));
    return read;
  } catch (failure) {
    if (failure instanceof Refusing && failure.why !== 'busy')
      throw new ArchiveRefused('It took more time or memory than any machine’s file does.');
    throw failure;
  }
}

async function takenIn(path: string): Promise<Answer<{ machineId: number; name: string; records: number }>> {
  const { document, earlier, digest } = await readAside(path);
  for (const shop of [...earlier, document]) {
    const { broken } = await proofOf(await db(), shop);
    if (broken !== null) throw new ArchiveRefused(broken);
  }
  const archive = await openChecked(path, (manifest) => machineManifest.parse(manifest), MACHINE_LIMITS);
  try {
    const files = await filesOf(archive, document);
    return await inTransaction(async (sql) => {
      const machineId = await machineFor(sql, document);
      if (await maybeOneHandedOver(sql, machineId, digest))
        throw new Refusal(conflict('already-exists', ['file'], { what: 'This hand-over' }));
      for (const photo of files.photos) await noneNewPhoto(sql, photo);
      for (const voice of files.voices) await noneNewVoiceNote(sql, voice);
      await oneNewHandedOver(sql, machineId, document.shop.name, JSON.stringify(document), digest);
      return { machineId, name: machineName((await maybeOneMachine(sql, machineId))!), records: document.records.length };
    });
  } finally {
    archive.close();
  }
}

/**
 * Takes in a machine another shop handed over: the file whole or not at all. Its records are looked at against their seals; its figures fill what is empty here.
 * Refusals: archive-too-large, archive-refused, already-exists. Throws Refusing where too many wait.
 */
export async function takeMachineIn(
  parts: AsyncIterable<Uint8Array>,
): Promise<Answer<{ machineId: number; name: string; records: number }>> {
  try {
    return await whileKept(parts, MAX_BYTES, takenIn);
  } catch (failure) {
    if (failure instanceof TooLarge) return refused('archive-too-large', [], { most: MAX_BYTES / 1e9 });
    if (!(failure instanceof ArchiveRefused)) throw failure;
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

/** What other shops recorded of a machine, the oldest first; a hand-over of a hand-over is unfolded. One that cannot be read is named by its number, and the rest is shown. */
export async function elsewhereOf(machineId: number): Promise<{ found: Elsewhere[]; unreadable: number[] }> {
  const base = await db();
  const found: Elsewhere[] = [];
  const unreadable: number[] = [];
  for (const { id, document, receivedAt } of await manyHandedOver(base, machineId)) {
    try {
      const own = readHandedOver(document, id);
      const unfolded: Elsewhere[] = [];
      for (const [shop, at] of [...own.earlier.map((e) => [readHandedOver(e, id), null] as const), [own, receivedAt] as const]) {
        for (const setup of shop.setups) readSetup(setup.document, setup.id);
        const { records, setups } = await proofOf(base, shop);
        unfolded.push({ id, receivedAt: at, document: shop, proof: { records, setups } });
      }
      found.push(...unfolded);
    } catch (failure) {
      if (!(failure instanceof UnreadableDocument)) throw failure;
      unreadable.push(id);
    }
  }
  return { found, unreadable };
}
