import { createHash } from 'node:crypto';
import { v5 } from 'uuid';
import sharp from 'sharp';
import { db, type Sql } from '@/db/client';
import { maybeOneJobLocked } from '@/db/queries/jobs';
import {
  manyProceduresOfJob,
  maybeOnePhoto,
  maybeOneVoiceNote,
  noneNewJobProcedure,
  noneNewPhoto,
  noneNewVoiceNote,
} from '@/db/queries/logbook';
import { manySignedOfJob } from '@/db/queries/rebuilds';
import type { Entry } from '@/catalogue/entry';
import { nextItem } from '@/judgement/model/read';
import { type TakenProcedure } from '@/knowledge/procedures/procedure';
import { inLine } from '../inLine';
import { type Answer, conflict, missing, orRefuse, Refusal, refused } from '../answer';
import { procedureVersions } from '../book/book';
import { maybeOneDelivered } from '@/db/queries/entries';
import { currentEntries } from '../entries';
import { recordJobEntry } from './record';
import { inTransaction } from '../transaction';

/** The longer side of a kept photo and of its small picture, px: a bench tablet's screen, and a strip. */
const PHOTO_PX = 1600;
const SMALL_PX = 320;
const MAX_PHOTO_BYTES = 25_000_000;
const MAX_OF_A_JOB = 99;

/** Copies a procedure of the book into the job, in the version the book has now. Refusals: not-found, sealed, list-full. */
export async function takeProcedure(jobId: number, { id }: { id: string }): Promise<Answer<TakenProcedure>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneJobLocked(sql, jobId))) throw new Refusal(missing('job'));
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('sealed'));
    const version = (await procedureVersions(sql)).find((v) => v.page.id === id);
    if (!version) throw new Refusal(missing('procedure'));
    const n = (await manyProceduresOfJob(sql, jobId)).length + 1;
    if (n > MAX_OF_A_JOB) throw new Refusal(conflict('list-full', [], { most: MAX_OF_A_JOB }));
    await noneNewJobProcedure(sql, jobId, {
      n,
      pageVersions: version.versions,
      document: { version: 'procedure/1', ...version.page },
    });
    return { n, version: version.versions, procedure: version.page };
  });
}

// One core of the computer at most, and nothing of a picture kept for the next.
sharp.concurrency(1);
sharp.cache(false);

const startsWith = (bytes: Uint8Array, prefix: string, at = 0): boolean =>
  Buffer.from(bytes.subarray(at, at + prefix.length)).toString('latin1') === prefix;

/** What cameras and phones write, by its first bytes: JPEG, PNG, WebP, HEIF and AVIF. Drawings in text (SVG) are none: a short one can keep a computer busy for minutes. */
const isOfCamera = (bytes: Uint8Array): boolean =>
  startsWith(bytes, '\xff\xd8\xff') ||
  startsWith(bytes, '\x89PNG') ||
  (startsWith(bytes, 'RIFF') && startsWith(bytes, 'WEBP', 8)) ||
  startsWith(bytes, 'ftyp', 4);

/** Pictures decoded at once, and the most that wait: a picture of a hundred megapixels takes four hundred megabytes while it is looked at. */
const pictures = inLine(1, 12);
const MAX_PIXELS = 100_000_000;

/** A picture as it came from another shop: its size, and a small one made of it; null where it cannot be decoded. */
export const lookedAt = (jpeg: Uint8Array): Promise<{ widthPx: number; heightPx: number; small: Buffer } | null> =>
  pictures(async () => {
    if (!startsWith(jpeg, '\xff\xd8\xff')) return null;
    try {
      const picture = sharp(jpeg, { limitInputPixels: MAX_PIXELS, failOn: 'error' });
      const { width, height } = await picture.metadata();
      const small = await picture
        .resize({ width: SMALL_PX, height: SMALL_PX, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality: 70 })
        .toBuffer();
      return { widthPx: width, heightPx: height, small };
    } catch {
      return null;
    }
  });

/** The picture turned upright, made small enough to keep, with its fingerprint; null where it is no picture. What the camera wrote beside it is left out. */
async function prepared(bytes: Uint8Array) {
  if (!isOfCamera(bytes)) return null;
  try {
    const upright = sharp(bytes, { limitInputPixels: MAX_PIXELS }).rotate();
    const sized = (px: number, quality: number) =>
      upright
        .clone()
        .resize({ width: px, height: px, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality })
        .toBuffer({ resolveWithObject: true });
    const [whole, small] = [await sized(PHOTO_PX, 80), await sized(SMALL_PX, 70)];
    return {
      key: createHash('sha256').update(whole.data).digest('hex'),
      widthPx: whole.info.width,
      heightPx: whole.info.height,
      jpeg: whole.data,
      small: small.data,
    };
  } catch {
    return null;
  }
}

export interface PhotoPlace {
  step: string;
  caption: string;
  technicianId: number | null;
  /** Of this sending: sent again because no answer came, it is kept once. */
  key?: string | undefined;
}

/** The number it was kept under when it was delivered before. */
function numberDelivered({ jobId: ofJob, field }: { jobId: number | null; field: string }, jobId: number, list: string): number {
  const [of, n] = field.split('.');
  if (ofJob !== jobId || of !== list) throw new Refusal(conflict('already-exists', ['key'], { what: 'Another entry by this key' }));
  return Number(n);
}

/** Keeps a picture or a recording under the job's next number of its kind; nothing is added to what is signed. */
const numbered = (
  jobId: number,
  list: 'photo' | 'voice',
  delivery: string | undefined,
  keep: (sql: Sql) => Promise<unknown>,
): Promise<Answer<number>> =>
  inTransaction(async (sql) => {
    if (!(await maybeOneJobLocked(sql, jobId))) throw new Refusal(missing('job'));
    const before = delivery === undefined ? null : await maybeOneDelivered(sql, delivery);
    if (before) return numberDelivered(before, jobId, list);
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('sealed', [list]));
    const n = nextItem(await currentEntries(sql, { jobId }), list);
    if (n > MAX_OF_A_JOB) throw new Refusal(conflict('list-full', [list], { most: MAX_OF_A_JOB }));
    await keep(sql);
    return n;
  });

/**
 * Keeps a photo of a job and writes its fingerprint into the job's entries: what is signed then seals the picture too.
 * @param step `procedure.step`, or '' for the job as a whole
 * Refusals: photo-unreadable, photo-too-large, sealed, not-found, list-full.
 */
export async function keepPhoto(
  jobId: number,
  bytes: Uint8Array,
  { step, caption, technicianId, key }: PhotoPlace,
): Promise<Answer<Entry[]>> {
  if (bytes.length > MAX_PHOTO_BYTES) return refused('photo-too-large', ['photo'], { most: MAX_PHOTO_BYTES / 1_000_000 });
  const photo = await pictures(() => prepared(bytes));
  if (!photo) return refused('photo-unreadable', ['photo']);
  const taken = await numbered(jobId, 'photo', key, (sql) => noneNewPhoto(sql, photo));
  if (!taken.ok) return taken;
  return written(jobId, `photo.${taken.value}`, { key: photo.key, step, caption }, { technicianId, device: 'camera', delivery: key });
}

/** Writes what belongs to a photo or a voice note into the job's entries. */
async function written(
  jobId: number,
  item: string,
  texts: Record<string, string>,
  { technicianId, device, delivery }: { technicianId: number | null; device: string; delivery: string | undefined },
): Promise<Answer<Entry[]>> {
  try {
    const entries: Entry[] = [];
    for (const [what, text] of Object.entries(texts))
      if (text !== '') {
        // The fingerprint carries the key of the sending, what belongs to it keys made from it: what a cut line left out is written when it is sent again, and nothing twice.
        const key = delivery === undefined || what === 'key' ? delivery : v5(what, delivery);
        entries.push(
          orRefuse(await recordJobEntry(jobId, { field: `${item}.${what}`, text, technicianId, device, ...(key ? { key } : {}) })),
        );
      }
    return { ok: true, value: entries };
  } catch (failure) {
    if (failure instanceof Refusal) return failure.answer;
    throw failure;
  }
}

/** Half an hour of speech as a browser records it. */
const MAX_VOICE_BYTES = 12_000_000;

/** What kind of recording it is, from its first bytes; null where it is none. Signatures: the container formats' own specifications. */
export function soundKind(bytes: Uint8Array): string | null {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (bytes[0] === 0x1a && bytes[1] === 0x45 && bytes[2] === 0xdf && bytes[3] === 0xa3) return 'audio/webm';
  if (text(0, 4) === 'OggS') return 'audio/ogg';
  if (text(4, 8) === 'ftyp') return 'audio/mp4';
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WAVE') return 'audio/wav';
  if (text(0, 3) === 'ID3' || (bytes[0] === 0xff && ((bytes[1] ?? 0) & 0xe0) === 0xe0)) return 'audio/mpeg';
  return null;
}

/**
 * Keeps words spoken at the bench as a photo is kept: the recording by its fingerprint, and the fingerprint among the entries that are signed.
 * @param seconds how long it is, 0 where that is not known
 * Refusals: voice-unreadable, voice-too-large, sealed, not-found, list-full.
 */
export async function keepVoice(
  jobId: number,
  bytes: Uint8Array,
  { step, seconds, technicianId, key: delivery }: { step: string; seconds: number; technicianId: number | null; key?: string | undefined },
): Promise<Answer<Entry[]>> {
  if (bytes.length > MAX_VOICE_BYTES) return refused('voice-too-large', ['voice'], { most: MAX_VOICE_BYTES / 1_000_000 });
  const kind = soundKind(bytes);
  if (!kind) return refused('voice-unreadable', ['voice']);
  const key = createHash('sha256').update(bytes).digest('hex');
  const taken = await numbered(jobId, 'voice', delivery, (sql) => noneNewVoiceNote(sql, { key, kind, sound: bytes }));
  if (!taken.ok) return taken;
  return written(
    jobId,
    `voice.${taken.value}`,
    { key, step, seconds: seconds > 0 ? String(Math.round(seconds)) : '' },
    { technicianId, device: 'microphone', delivery },
  );
}

export const voiceOf = async (key: string): Promise<{ kind: string; sound: Uint8Array } | null> =>
  /^[0-9a-f]{64}$/.test(key) ? ((await maybeOneVoiceNote(await db(), key)) ?? null) : null;

export const photoOf = async (key: string, size: 'whole' | 'small'): Promise<Uint8Array | null> =>
  /^[0-9a-f]{64}$/.test(key) ? await maybeOnePhoto(await db(), key, size) : null;
