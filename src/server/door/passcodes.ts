import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { db, type Sql } from '@/db/client';
import { maybeOnePasscode, maybeOneTechnician } from '@/db/queries/people';
import { conflict, missing, Refusal, refused } from '../answer';
import { askingNow } from '../asking';
import { noteRight, noteWrong, waitS } from './guesses';

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>;
const HASH_BYTES = 32;
const SALT_BYTES = 16;

/** Salted and hashed; what was typed is kept nowhere. */
export async function hashed(passcode: string): Promise<{ salt: string; hash: string }> {
  const salt = randomBytes(SALT_BYTES);
  return { salt: salt.toString('hex'), hash: (await derive(passcode, salt, HASH_BYTES)).toString('hex') };
}

/** What came of a passcode, reckoned before a transaction begins: the hash is slow on purpose, and nobody else waits for it. */
export interface PasscodeCheck {
  technicianId: number;
  refusal: Refusal | null;
  /** Which passcode it was held against. */
  salt: string;
}

/** One try after the other for each name: guesses sent all at once would all be weighed before the first wrong one is counted. */
const turns = new Map<number, Promise<unknown>>();
function inTurn<T>(technicianId: number, work: () => Promise<T>): Promise<T> {
  const mine = (turns.get(technicianId) ?? Promise.resolve()).then(work, work);
  const ended = mine.catch(() => undefined).finally(() => turns.get(technicianId) === ended && turns.delete(technicianId));
  turns.set(technicianId, ended);
  return mine;
}

/**
 * Holds a passcode against the one kept. Refusals inside: not-found, passcode-unset, passcode-wait, passcode-wrong.
 * Tries are counted for each name and for each address. @param field where a refusal stands
 */
export function passcodeChecked(
  technicianId: number,
  passcode: string,
  field: 'passcode' | 'before' | 'ownerPasscode' = 'passcode',
): Promise<PasscodeCheck> {
  const address = askingNow()?.address ?? '';
  return inTurn(technicianId, () => weighed(technicianId, passcode, address, field));
}

async function weighed(
  technicianId: number,
  passcode: string,
  address: string,
  field: 'passcode' | 'before' | 'ownerPasscode',
): Promise<PasscodeCheck> {
  const base = await db();
  const refusedWith = (refusal: Refusal): PasscodeCheck => ({ technicianId, refusal, salt: '' });
  if (!(await maybeOneTechnician(base, technicianId))) return refusedWith(new Refusal(missing('technician')));
  const kept = await maybeOnePasscode(base, technicianId);
  if (!kept) return refusedWith(new Refusal(conflict('passcode-unset', [field])));
  const who = { technicianId, address };
  const seconds = waitS(who);
  if (seconds > 0) return refusedWith(new Refusal(refused('passcode-wait', [field], { seconds })));
  const hash = await derive(passcode, Buffer.from(kept.salt, 'hex'), HASH_BYTES);
  const isRight = timingSafeEqual(hash, Buffer.from(kept.hash, 'hex'));
  if (isRight) noteRight(who);
  else noteWrong(who);
  return { technicianId, refusal: isRight ? null : new Refusal(refused('passcode-wrong', [field])), salt: kept.salt };
}

/** Refuses within a transaction what was found wrong before it, and a passcode changed in between. */
export async function requirePasscode(sql: Sql, check: PasscodeCheck): Promise<void> {
  if (check.refusal) throw check.refusal;
  if ((await maybeOnePasscode(sql, check.technicianId))?.salt !== check.salt) throw new Refusal(refused('passcode-wrong', ['passcode']));
}
