import type { SealsAnswer } from '@/schema/answers';
import { createHash, randomBytes } from 'node:crypto';
import { db, openDb, type Sql } from '@/db/client';
import { manyStoredRecords, maybeOneLastSeal, maybeOneRecordSealed, oneNewSigned, type StoredRecord } from '@/db/queries/rebuilds';
import { type Attached, KINDS, manyAttachedNow, manyErasures, manyTornBytes, oneAttached } from '@/db/queries/seals';
import type { RebuildDocument } from '@/schema/documents';
import { type BrokenPart, sealTyped } from '@/schema/sealWords';

/** The chain of seals: what was signed, and how it is seen that it still stands as signed. */

/** JSON with its keys in order, so that the same content has the same digest wherever it was stored. */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  if (value !== null && typeof value === 'object') {
    const entries = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
    return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonicalJson(v)}`).join(',')}}`;
  }
  return JSON.stringify(value);
}

/** A record's seal follows from the one before it: sha256 of both together. */
export const sealAfter = (before: string | null, digest: string): string =>
  createHash('sha256')
    .update((before ?? '') + digest)
    .digest('hex');

export const digestOf = (document: unknown): string => createHash('sha256').update(canonicalJson(document)).digest('hex');

/** What a customer's name is sealed by. */
export const keyOfName = (salt: string, name: string): string => createHash('sha256').update(`${salt}\n${name}`).digest('hex');

/** A customer as a record is signed with it. 128 bits of salt: from the key alone nobody tells the name. */
export function namedForRecord({ id, name }: { id: number; name: string }): RebuildDocument['customer'] {
  const salt = randomBytes(16).toString('hex');
  return { id, name, salt, key: keyOfName(salt, name) };
}

interface Customer {
  id?: unknown;
  name?: unknown;
  salt?: unknown;
  key?: unknown;
}
const customerIn = (document: unknown): Customer => (document as { customer?: Customer } | null)?.customer ?? {};
const isKeyed = (document: unknown): boolean => (document as { version?: unknown } | null)?.version === 'rebuild/4';

/** The digest of a signed record: of all of it, but from version 4 on of a key in place of the customer's name. */
export function recordDigest(document: unknown): string {
  if (!isKeyed(document)) return digestOf(document);
  const { id, key } = customerIn(document);
  return digestOf({ ...(document as object), customer: { id, key } });
}

/** Whether the name in a record is the one it was sealed with, or was erased. Of records before version 4 the digest itself says so. */
export function isNameSealed(document: unknown): boolean {
  if (!isKeyed(document)) return true;
  const { name, salt, key } = customerIn(document);
  if (name === '' && (salt === undefined || salt === null)) return true;
  return typeof name === 'string' && typeof salt === 'string' && keyOfName(salt, name) === key;
}

interface ToSeal {
  id: number;
  jobId: number;
  corrects: number | null;
  reason: string;
  /** What is signed, but for what the signature leaves beside it. */
  document: Omit<RebuildDocument, 'attached'>;
  technicianId: number;
  signedAt: string;
}

/** Adds a signed record at the end of the chain, sealed with everything it left: it comes last in its transaction, after set-ups and moves. */
export async function oneSealed(sql: Sql, { document: signed, ...record }: ToSeal): Promise<{ id: number }> {
  const { id, jobId, technicianId, corrects, reason } = record;
  const document: RebuildDocument = { ...signed, attached: { technicianId, corrects, reason, ...(await oneAttached(sql, jobId, id)) } };
  const digest = recordDigest(document);
  const last = await maybeOneLastSeal(sql);
  return oneNewSigned(sql, { ...record, document, digest, seal: sealAfter(last?.seal ?? null, digest) });
}

export type SealCheck = SealsAnswer;

type WithAttached = Partial<Pick<RebuildDocument, 'attached' | 'signedAt'>>;

/** Whether the columns beside the document still say what was signed; of older records the moment alone was in it. */
function isSignatureKept({ document, technicianId, corrects, reason, signedAt }: StoredRecord): boolean {
  const { attached, signedAt: at } = document as WithAttached;
  if (at !== undefined && Date.parse(at) !== Date.parse(signedAt)) return false;
  return !attached || (attached.technicianId === technicianId && attached.corrects === corrects && attached.reason === reason);
}

const isSame = (a: Attached, b: Attached): boolean => a.upTo === b.upTo && a.count === b.count && a.digest === b.digest;

/** Makes every digest and every seal anew, of what each record left too. */
export async function checkSeals(sql: Sql): Promise<SealCheck> {
  const all = await manyStoredRecords(sql);
  const left = new Map((await manyAttachedNow(sql)).map((row) => [row.id, row]));
  let before: string | null = null;
  const broken: SealCheck['broken'] = [];
  const erased = new Map((await manyErasures(sql)).map((e) => [e.id, e.digest]));
  for (const record of all) {
    const { id, jobId, document, digest, seal } = record;
    const say = (what: BrokenPart) => void broken.push({ id, jobId, what });
    // Of an older record whose name was erased, what is left must be what the erasure left.
    const whatIsLeft = isKeyed(document) ? undefined : erased.get(id);
    if (recordDigest(document) !== (whatIsLeft ?? digest) || !isNameSealed(document)) say('content');
    else if (sealAfter(before, digest) !== seal) say('place');
    else {
      if (!isSignatureKept(record)) say('signature');
      const { attached } = document as WithAttached;
      const now = left.get(id);
      if (attached && now) for (const kind of KINDS) if (!isSame(attached[kind], now[kind])) say(kind);
    }
    before = seal;
  }
  const torn = new Set((await manyTornBytes(sql)).map((t) => t.jobId));
  for (const { id, jobId, corrects } of all) if (corrects === null && torn.has(jobId)) broken.push({ id, jobId, what: 'picture' });
  return { records: all.length, broken, lastSeal: before };
}

/** The same for a base that no program has open, with every seal in order. */
export async function sealsIn(directory: string): Promise<SealCheck & { seals: string[] }> {
  const base = await openDb(directory);
  try {
    return { ...(await checkSeals(base)), seals: (await manyStoredRecords(base)).map((r) => r.seal) };
  } finally {
    await base.close();
  }
}

/** The newest seal of the book; null before the first. */
export const lastSeal = async (): Promise<string | null> => (await maybeOneLastSeal(await db()))?.seal ?? null;

/** The record a seal from paper belongs to, or null: then the chain was cut behind it, or written anew. @param typed eight characters of it or more */
export async function recordSealed(typed: string): Promise<{ id: number; jobId: number } | null> {
  const digits = sealTyped(typed);
  return digits === null ? null : maybeOneRecordSealed(await db(), digits);
}

export const sealsNow = async (): Promise<SealCheck> => checkSeals(await db());
