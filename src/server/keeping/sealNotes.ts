import { dayOf } from '@/catalogue/days';
import { createPrivateKey, createPublicKey, sign, verify } from 'node:crypto';
import { z } from 'zod';
import type { SealCheck } from './seals';

/** The last seal of a book signed with a key the owner keeps outside: whoever writes the whole chain anew cannot sign that it ended so. */

const sealNote = z.strictObject({
  version: z.literal('seal-note/1'),
  at: z.iso.datetime(),
  records: z.number().int().nonnegative(),
  lastSeal: z.string().regex(/^[0-9a-f]{64}$/),
  signature: z.base64(),
});
export type SealNote = z.infer<typeof sealNote>;

const signed = ({ at, records, lastSeal }: Pick<SealNote, 'at' | 'records' | 'lastSeal'>): Buffer =>
  Buffer.from(`mavrin seal-note/1\n${at}\n${records}\n${lastSeal}\n`);

/** @param key private, PEM, Ed25519 (`openssl genpkey -algorithm ed25519`). Throws where nothing was signed yet, or the key is of another kind */
export function noteSeal(
  { records, lastSeal }: Pick<SealCheck, 'records' | 'lastSeal'>,
  key: string,
  at = new Date().toISOString(),
): SealNote {
  if (lastSeal === null) throw new Error('Nothing is signed in this book yet.');
  const secret = createPrivateKey(key);
  if (secret.asymmetricKeyType !== 'ed25519') throw new Error('The key is not an Ed25519 key.');
  const what = { at, records, lastSeal };
  return { version: 'seal-note/1', ...what, signature: sign(null, signed(what), secret).toString('base64') };
}

/**
 * Holds a note against the book: whether it was signed with the key, and whether the chain still goes through the seal it names, at its place.
 * @param seals of every record of the book, in order @param key public, PEM @returns what is wrong, in words; null where all holds
 */
export function wrongWithNote(text: string, seals: readonly string[], key: string): string | null {
  const read = sealNote.safeParse(JSON.parse(text));
  if (!read.success) return 'This is no note of a seal.';
  const note = read.data;
  if (!verify(null, signed(note), createPublicKey(key), Buffer.from(note.signature, 'base64')))
    return 'The note was not signed with this key, or was changed since.';
  if (seals.length < note.records) return `The book has ${seals.length} signed records; on ${dayOf(note.at)} it had ${note.records}.`;
  return seals[note.records - 1] === note.lastSeal
    ? null
    : `The chain does not go through the seal of ${dayOf(note.at)}: records were written anew.`;
}
