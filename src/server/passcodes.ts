import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import type { Sql } from '@/db/client';
import { maybeOnePasscode, maybeOneTechnician, noneNewPasscode } from '@/db/queries/people';
import { type Answer, conflict, missing, Refusal, refused } from './answer';
import { inTransaction } from './transaction';

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>;
const HASH_BYTES = 32;
const SALT_BYTES = 16;

/** Keeps a passcode, salted and hashed; what was typed is kept nowhere. */
export async function keepPasscode(sql: Sql, technicianId: number, passcode: string): Promise<void> {
  const salt = randomBytes(SALT_BYTES);
  const hash = await derive(passcode, salt, HASH_BYTES);
  await noneNewPasscode(sql, technicianId, salt.toString('hex'), hash.toString('hex'));
}

/** Refuses unless the passcode is this technician's. Refusals: not-found, passcode-unset, passcode-wrong. */
export async function requirePasscode(sql: Sql, technicianId: number, passcode: string): Promise<void> {
  if (!(await maybeOneTechnician(sql, technicianId))) throw new Refusal(missing('technician'));
  const kept = await maybeOnePasscode(sql, technicianId);
  if (!kept) throw new Refusal(conflict('passcode-unset', ['passcode']));
  const hash = await derive(passcode, Buffer.from(kept.salt, 'hex'), HASH_BYTES);
  if (!timingSafeEqual(hash, Buffer.from(kept.hash, 'hex'))) throw new Refusal(refused('passcode-wrong', ['passcode']));
}

/** Sets a technician's passcode: the first freely, another only by the one before. */
export async function changePasscode(
  technicianId: number,
  { before, passcode }: { before: string; passcode: string },
): Promise<Answer<{ id: number }>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneTechnician(sql, technicianId))) throw new Refusal(missing('technician'));
    if (await maybeOnePasscode(sql, technicianId)) await requirePasscode(sql, technicianId, before);
    await keepPasscode(sql, technicianId, passcode);
    return { id: technicianId };
  });
}
