import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { db } from '@/db/client';
import { maybeOneJobLocked } from '@/db/queries/jobs';
import { manyProceduresOfJob, maybeOnePhoto, noneNewJobProcedure, noneNewPhoto } from '@/db/queries/logbook';
import { manySignedOfJob } from '@/db/queries/rebuilds';
import type { Entry } from '@/catalogue/entry';
import { itemNumbers } from '@/judgement/model/read';
import { type TakenProcedure } from '@/knowledge/procedures/procedure';
import { type Answer, conflict, missing, orRefuse, Refusal, refused } from './answer';
import { procedureVersions } from './book';
import { currentEntries } from './entries';
import { recordJobEntry } from './record';
import { inTransaction } from './transaction';

/** The longer side of a kept photo and of its small picture, px: a bench tablet's screen, and a strip. */
const PHOTO_PX = 1600;
const SMALL_PX = 320;
const MOST_PHOTO_BYTES = 25_000_000;
const MOST_OF_A_JOB = 99;

/** Copies a procedure of the book into the job, in the version the book has now. Refusals: not-found, sealed, list-full. */
export async function takeProcedure(jobId: number, { id }: { id: string }): Promise<Answer<TakenProcedure>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneJobLocked(sql, jobId))) throw new Refusal(missing('job'));
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('sealed'));
    const version = (await procedureVersions(sql)).find((v) => v.page.id === id);
    if (!version) throw new Refusal(missing('procedure'));
    const n = (await manyProceduresOfJob(sql, jobId)).length + 1;
    if (n > MOST_OF_A_JOB) throw new Refusal(conflict('list-full', [], { most: MOST_OF_A_JOB }));
    await noneNewJobProcedure(sql, jobId, {
      n,
      pageVersions: version.versions,
      document: { version: 'procedure/1', ...version.page },
    });
    return { n, version: version.versions, procedure: version.page };
  });
}

/** The picture turned upright, made small enough to keep, with its fingerprint; null where it is no picture. What the camera wrote beside it is left out. */
async function prepared(bytes: Uint8Array) {
  try {
    const upright = sharp(bytes, { limitInputPixels: 100_000_000 }).rotate();
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
}

/**
 * Keeps a photo of a job and writes its fingerprint into the job's entries: what is signed then seals the picture too.
 * @param step `procedure.step`, or '' for the job as a whole
 * Refusals: photo-unreadable, photo-too-large, sealed, not-found, list-full.
 */
export async function keepPhoto(jobId: number, bytes: Uint8Array, { step, caption, technicianId }: PhotoPlace): Promise<Answer<Entry[]>> {
  if (bytes.length > MOST_PHOTO_BYTES) return refused('photo-too-large', ['photo'], { most: MOST_PHOTO_BYTES / 1_000_000 });
  const photo = await prepared(bytes);
  if (!photo) return refused('photo-unreadable', ['photo']);
  const taken = await inTransaction(async (sql) => {
    if (!(await maybeOneJobLocked(sql, jobId))) throw new Refusal(missing('job'));
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('sealed', ['photo']));
    const n = (itemNumbers(await currentEntries(sql, { jobId }), 'photo').at(-1) ?? 0) + 1;
    if (n > MOST_OF_A_JOB) throw new Refusal(conflict('list-full', ['photo'], { most: MOST_OF_A_JOB }));
    await noneNewPhoto(sql, photo);
    return n;
  });
  if (!taken.ok) return taken;
  const lines = [
    ['key', photo.key],
    ['step', step],
    ['caption', caption],
  ].filter(([, text]) => text !== '');
  try {
    const entries: Entry[] = [];
    for (const [what, text] of lines)
      entries.push(
        orRefuse(await recordJobEntry(jobId, { field: `photo.${taken.value}.${what}`, text: text!, technicianId, device: 'camera' })),
      );
    return { ok: true, value: entries };
  } catch (failure) {
    if (failure instanceof Refusal) return failure.answer;
    throw failure;
  }
}

export const photoOf = async (key: string, size: 'whole' | 'small'): Promise<Uint8Array | null> =>
  /^[0-9a-f]{64}$/.test(key) ? ((await maybeOnePhoto(await db(), key, size))?.jpeg ?? null) : null;
