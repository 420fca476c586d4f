import { randomBytes } from 'node:crypto';
import { chmodSync, existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { z } from 'zod';
import type { Role } from '@/catalogue/roles';
import { dataDirectory, db, type Sql } from '@/db/client';
import { noneNewAudit } from '@/db/queries/audit';
import {
  manyTechnicians,
  maybeOneTechnician,
  maybeOneTechnicianByName,
  noneNewPasscode,
  noneNewRole,
  oneNewTechnician,
  type Technician,
} from '@/db/queries/people';
import { manyOpenScripts, noneEndScript, oneNewScript } from '@/db/queries/scripts';
import { manyOpenSessions, noneEndSession, noneEndSessionsOf, oneNewSession } from '@/db/queries/sessions';
import type { PeopleState } from '@/schema/people';
import type { roleRequest, scriptEndRequest, scriptRequest, signInRequest, technicianRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused } from '../answer';
import { askingNow } from '../asking';
import { sayToOthers } from '../live/others';
import { hashed, type PasscodeCheck, passcodeChecked, requirePasscode } from './passcodes';
import { digestOfSecret, entranceState, type Session } from './sessions';
import { inTransaction } from '../transaction';

/** People of the shop: who they are to it, who is signed in where, and what the owner alone decides. */

/** A working day: nobody is signed out in the middle of it, and nobody stays in over night. */
const SESSION_HOURS = 12;
const TOKEN_FILE = 'token';

/** The secret by which programs of this computer ask, made at the first start; who reads the data directory reads the book anyway. MAVRIN_TOKEN names another. */
function ownToken(): string {
  if (process.env.MAVRIN_TOKEN) return process.env.MAVRIN_TOKEN;
  const path = join(dataDirectory(), TOKEN_FILE);
  if (!existsSync(path)) writeFileSync(path, randomBytes(24).toString('base64url'), { mode: 0o600 });
  chmodSync(path, 0o600);
  return readFileSync(path, 'utf8').trim();
}

/** Owners who can be asked: without a passcode nobody could stand behind a change. */
const ownersOf = async (sql: Sql): Promise<Technician[]> => (await manyTechnicians(sql)).filter((t) => t.role === 'owner' && t.hasPasscode);

/** Tells the gate who is signed in and whether there is an owner; once when the shop opens, and after whatever changes it. */
export async function openEntrance(): Promise<void> {
  const base = await db();
  const state = entranceState();
  state.token = ownToken();
  state.scripts = new Set((await manyOpenScripts(base)).map((s) => s.digest));
  state.hasOwner = (await ownersOf(base)).length > 0;
  state.sessions = new Map(
    (await manyOpenSessions(base)).map(({ digest, id, technicianId, name, role, endsAt }) => [
      digest,
      { id, technicianId, name, role, endsAtMs: Date.parse(endsAt) },
    ]),
  );
}

async function thenTold<T>(answer: Answer<T>): Promise<Answer<T>> {
  if (!answer.ok) return answer;
  await openEntrance();
  await sayToOthers({ what: 'entrance' });
  return answer;
}

/**
 * Signs somebody in at one device. Refusals: those of the passcode, in words that tell which.
 * @returns the secret for the browser, kept nowhere else, and when it ends
 */
export async function signIn(
  { technicianId, passcode }: z.output<typeof signInRequest>,
  device: string,
): Promise<Answer<{ secret: string; endsAt: string; name: string }>> {
  const address = askingNow()?.address ?? '';
  const check = await passcodeChecked(technicianId, passcode);
  // A guess is noted; one that only has to wait is not weighed, and would fill the book.
  if (check.refusal?.answer.problem.code === 'passcode-wrong')
    await noneNewAudit(await db(), {
      technicianId,
      address,
      act: 'was refused at the door',
      jobId: null,
      machineId: null,
      request: askingNow()?.request ?? '',
    });
  const secret = randomBytes(32).toString('base64url');
  const endsAt = new Date(Date.now() + SESSION_HOURS * 3_600_000).toISOString();
  return thenTold(
    await inTransaction(async (sql) => {
      await requirePasscode(sql, check);
      await oneNewSession(sql, {
        technicianId,
        digest: digestOfSecret(secret),
        device: device.slice(0, 120),
        address: address.slice(0, 80),
        endsAt,
      });
      return { secret, endsAt, name: (await maybeOneTechnician(sql, technicianId))!.name };
    }),
  );
}

export const signOut = async (session: Session | null): Promise<Answer<{ ended: boolean }>> =>
  thenTold(
    await inTransaction(async (sql) => {
      if (session) await noneEndSession(sql, session.id);
      return { ended: session !== null };
    }),
  );

/** Ends every session of who is signed in, this one too. */
export const signOutEverywhere = async (session: Session | null): Promise<Answer<{ ended: boolean }>> =>
  thenTold(
    await inTransaction(async (sql) => {
      if (!session) throw new Refusal(missing('session'));
      await noneEndSessionsOf(sql, session.technicianId);
      return { ended: true };
    }),
  );

/** The owner signs somebody else out. */
export const endSession = async (id: number): Promise<Answer<{ id: number }>> =>
  thenTold(
    await inTransaction(async (sql) => {
      if (!(await manyOpenSessions(sql)).some((s) => s.id === id)) throw new Refusal(missing('session'));
      await noneEndSession(sql, id);
      return { id };
    }),
  );

/** Whether the owner stands behind a change of people: signed in as such, by his passcode, or nobody is one yet. */
async function ownersWord(passcode: string): Promise<PasscodeCheck | null> {
  const owners = await ownersOf(await db());
  if (owners.length === 0 || askingNow()?.session?.role === 'owner') return null;
  let last: PasscodeCheck | null = null;
  for (const owner of owners) {
    last = await passcodeChecked(owner.id, passcode, 'ownerPasscode');
    if (!last.refusal) break;
  }
  return last;
}

/** Adds somebody with a passcode to sign by and a role. Refusals: already-exists, those of the owner's passcode. */
export async function addTechnician(
  name: string,
  passcode: string,
  { role, ownerPasscode }: Pick<z.output<typeof technicianRequest>, 'role' | 'ownerPasscode'> = { role: 'technician', ownerPasscode: '' },
): Promise<Answer<Technician>> {
  const word = await ownersWord(ownerPasscode);
  const { salt, hash } = await hashed(passcode);
  return thenTold(
    await inTransaction(async (sql) => {
      if (word) await requirePasscode(sql, word);
      if (await maybeOneTechnicianByName(sql, name)) throw new Refusal(conflict('already-exists', ['name'], { what: name }));
      const technician = await oneNewTechnician(sql, name);
      await noneNewPasscode(sql, technician.id, salt, hash);
      if (role !== 'technician') await noneNewRole(sql, technician.id, role);
      return { ...technician, role, hasPasscode: true };
    }),
  );
}

/** Gives somebody another role. Refusals: not-found, passcode-unset for an owner without one, last-owner, those of the owner's passcode. */
export async function giveRole(
  technicianId: number,
  { role, ownerPasscode }: z.output<typeof roleRequest>,
): Promise<Answer<{ role: Role }>> {
  const word = await ownersWord(ownerPasscode);
  return thenTold(
    await inTransaction(async (sql) => {
      if (word) await requirePasscode(sql, word);
      const technician = await maybeOneTechnician(sql, technicianId);
      if (!technician) throw new Refusal(missing('technician'));
      if (role === 'owner' && !technician.hasPasscode) throw new Refusal(conflict('passcode-unset', ['role']));
      const owners = await ownersOf(sql);
      if (role !== 'owner' && owners.length === 1 && owners[0]!.id === technicianId) throw new Refusal(refused('last-owner', ['role']));
      await noneNewRole(sql, technicianId, role);
      return { role };
    }),
  );
}

/**
 * A token for a script of somebody's: it opens the compute contract, nothing of the book. Refusals: already-exists, those of the owner's passcode.
 * @returns the secret, shown once and kept nowhere
 */
export async function addScript({ name, ownerPasscode }: z.output<typeof scriptRequest>): Promise<Answer<{ id: number; secret: string }>> {
  const word = await ownersWord(ownerPasscode);
  const secret = randomBytes(24).toString('base64url');
  return thenTold(
    await inTransaction(async (sql) => {
      if (word) await requirePasscode(sql, word);
      if ((await manyOpenScripts(sql)).some((s) => s.name.toLowerCase() === name.toLowerCase()))
        throw new Refusal(conflict('already-exists', ['name'], { what: name }));
      return { id: (await oneNewScript(sql, name, digestOfSecret(secret))).id, secret };
    }),
  );
}

/** From now on the token opens nothing. Refusals: not-found, those of the owner's passcode. */
export async function endScript(id: number, { ownerPasscode }: z.output<typeof scriptEndRequest>): Promise<Answer<{ id: number }>> {
  const word = await ownersWord(ownerPasscode);
  return thenTold(
    await inTransaction(async (sql) => {
      if (word) await requirePasscode(sql, word);
      if (!(await manyOpenScripts(sql)).some((s) => s.id === id)) throw new Refusal(missing('script'));
      await noneEndScript(sql, id);
      return { id };
    }),
  );
}

/** Whose word stands behind a new passcode: that of who knows the old one, or the owner's; nobody's while there is neither. The owner signed in sets those of others, never his own unasked. */
async function wordBehindPasscode(of: Technician, before: string, ownerPasscode: string): Promise<PasscodeCheck | null> {
  const session = askingNow()?.session;
  if (session?.role === 'owner' && session.technicianId !== of.id) return null;
  const hasOwner = (await ownersOf(await db())).length > 0;
  if (hasOwner && (ownerPasscode !== '' || !of.hasPasscode)) return ownersWord(ownerPasscode);
  return of.hasPasscode ? passcodeChecked(of.id, before, 'before') : null;
}

/** Sets a technician's passcode, and signs out who knew the old one. Refusals: not-found, those of the old passcode or the owner's. */
export async function changePasscode(
  technicianId: number,
  { before, passcode, ownerPasscode = '' }: { before: string; passcode: string; ownerPasscode?: string },
): Promise<Answer<{ id: number }>> {
  const known = await maybeOneTechnician(await db(), technicianId);
  if (!known) return missing('technician');
  const word = await wordBehindPasscode(known, before, ownerPasscode);
  const made = await hashed(passcode);
  return thenTold(
    await inTransaction(async (sql) => {
      if (word) await requirePasscode(sql, word);
      // Set by somebody else in between, it is no longer the first.
      else if ((await maybeOneTechnician(sql, technicianId))?.hasPasscode !== known.hasPasscode)
        throw new Refusal(refused('passcode-wrong', ['before']));
      await noneNewPasscode(sql, technicianId, made.salt, made.hash);
      await noneEndSessionsOf(sql, technicianId, askingNow()?.session?.id);
      return { id: technicianId };
    }),
  );
}

/** Makes somebody owner with a new passcode, asking nobody: for who holds the data directory itself, where the owner's passcode is forgotten. */
export async function nameOwner(name: string, passcode: string): Promise<Answer<{ id: number }>> {
  const made = await hashed(passcode);
  return inTransaction(async (sql) => {
    const { id } = (await maybeOneTechnicianByName(sql, name)) ?? (await oneNewTechnician(sql, name));
    await noneNewPasscode(sql, id, made.salt, made.hash);
    await noneNewRole(sql, id, 'owner');
    await noneEndSessionsOf(sql, id);
    await noneNewAudit(sql, {
      technicianId: id,
      address: '',
      act: 'was made owner at the shop’s computer',
      jobId: null,
      machineId: null,
      request: '',
    });
    return { id };
  });
}

/** Who can sign in: names with a passcode. */
export const signers = async (): Promise<{ id: number; name: string; role: Role }[]> =>
  (await peopleState()).technicians.filter((t) => t.hasPasscode).map(({ id, name, role }) => ({ id, name, role }));

export async function peopleState(): Promise<PeopleState> {
  const base = await db();
  const sessions = (await manyOpenSessions(base)).map(({ id, name, device, address, begunAt, endsAt }) => ({
    id,
    name,
    device,
    address,
    begunAt,
    endsAt,
  }));
  return {
    technicians: await manyTechnicians(base),
    hasOwner: (await ownersOf(base)).length > 0,
    scripts: (await manyOpenScripts(base)).map(({ id, name, madeAt }) => ({ id, name, madeAt })),
    sessions,
  };
}
