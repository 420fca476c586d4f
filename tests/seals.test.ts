import { factsOf } from '@/judgement/model/facts';
import { generateKeyPairSync } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { closeDb, db } from '@/db/client';
import { manyShims } from '@/db/queries/shims';
import { differencesOf, shimsWanted } from '@/judgement/findings/built';
import { addTechnician, changePasscode } from '@/server/door/people';
import { noteRight, noteWrong, waitS } from '@/server/door/guesses';
import { passcodeChecked } from '@/server/door/passcodes';
import { floor } from '@/server/views';
import { technicianRequest } from '@/schema/requests';
import { recordMachineEntry } from '@/server/jobs/record';
import { moveShims } from '@/server/stock/shims';
import { sealShown } from '@/schema/sealWords';
import { noteSeal, wrongWithNote } from '@/server/keeping/sealNotes';
import { checkSeals, recordSealed } from '@/server/keeping/seals';
import { correctRebuild, signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import { get, record as recordOne } from './answers';
import { entriesOf } from './entries';
import { onDisk } from './onDisk';

/** Signing by passcode, the chain of seals, and what was built against what was specified. */

onDisk('seals');

let [technicianId, machineId, jobId] = [0, 0, 0];
const passcode = 'quay4';
const codeOf = (answer: { ok: true } | { ok: false; problem: { code: string } }) => (answer.ok ? 'ok' : answer.problem.code);
const record = async (texts: Record<string, string>) => {
  for (const [field, text] of Object.entries(texts)) get(await recordOne(jobId, field, text));
};

test('a job with a stack specified, and one shim too few counted in the drawer', async () => {
  technicianId = get(await addTechnician('Sunniva Holt', passcode)).id;
  const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Trail 300' } };
  const taken = get(await takeIn({ customer: { name: 'Coll Ashby', phone: '' }, machine: { figures }, promisedOn: '2026-12-01' }));
  [machineId, jobId] = [taken.machineId, taken.jobId];
  get(await recordMachineEntry(machineId, { field: 'machine.damper.rear.post', text: '12', technicianId: null, device: 'by hand' }));
  await record({
    'valves.rear.found.rebound': '36 × 0.20 × 5, 30 × 0.25',
    'valves.rear.fit.rebound': '36 × 0.20 × 3, 32 × 0.15 × 2, 30 × 0.25',
    'fitted.rear.rebound.out': '12',
    'valves.rear.clicks.rebound': '12',
  });
  get(await moveShims({ inner: 12, diameter: 32, thickness: 0.15, count: 1, kind: 'counted', note: '', jobId: null }));
});

test('what was built otherwise than specified must be explained; the passcode must be the technician’s own', async () => {
  await record({ 'built.rear.rebound': '36 × 0.20 × 4, 32 × 0.15 × 2, 30 × 0.25' });
  expect(codeOf(await signRebuild(jobId, { technicianId, passcode: 'guess' }))).toBe('passcode-wrong');
  expect(codeOf(await signRebuild(jobId, { technicianId, passcode }))).toBe('differs-unsaid');
  await record({ 'built.differs': 'one face shim more, to keep the stress down' });
  get(await signRebuild(jobId, { technicianId, passcode }));
});

test('the drawer follows the signature: one more was taken than counted, and that is written down; what came out went back', async () => {
  const base = await db();
  const of = async (diameterMm: number) => (await manyShims(base)).find((s) => s.diameterMm === diameterMm)?.count;
  expect([await of(32), await of(36)]).toEqual([0, 1]);
  const moves = await base.many<{ kind: string; moved: number }>('SELECT kind, moved FROM shim_move WHERE job_id = $1 ORDER BY id', [
    jobId,
  ]);
  expect(moves).toEqual([
    { kind: 'counted', moved: 1 },
    { kind: 'used', moved: -2 },
    { kind: 'returned', moved: 1 },
  ]);
});

test('every seal follows from the one before; a record changed behind the program’s back is found, and so is one left out', async () => {
  const changes = [{ field: 'fitted.rear.rebound.out', text: '13' }];
  for (const reason of ['read again', 'and again']) get(await correctRebuild(jobId, { technicianId, passcode, reason, changes }));
  const base = await db();
  expect(await checkSeals(base)).toMatchObject({ records: 3, broken: [] });
  await expect(
    base.none(
      `INSERT INTO rebuild (job_id, corrects, reason, document, digest, seal, technician_id)
       SELECT job_id, id, 'slipped in', document, digest, seal, technician_id FROM rebuild ORDER BY id LIMIT 1`,
    ),
  ).rejects.toThrow('MAVRIN_SEAL');
  const tampered = (how: string) =>
    base
      .transaction(async (sql) => {
        for (const table of ['rebuild', 'entry', 'setup', 'shim_move']) await sql.none(`ALTER TABLE ${table} DISABLE TRIGGER USER`);
        await sql.none(how);
        throw new Error(JSON.stringify((await checkSeals(sql)).broken.map((b) => b.what)));
      })
      .catch((failure: Error) => JSON.parse(failure.message) as string[]);
  expect(
    await tampered(`UPDATE rebuild SET document = jsonb_set(document, '{technician}', '"Nobody"') WHERE reason = 'read again'`),
  ).toEqual(['content']);
  expect(await tampered(`UPDATE rebuild SET seal = repeat('0', 64) WHERE reason = 'read again'`)).toEqual(['place', 'place']);
  // A seal from paper leads to its record, however it is typed; one that is no record's is said.
  const { lastSeal: last } = await checkSeals(base);
  expect(await recordSealed(sealShown(last!).toUpperCase())).toMatchObject({ jobId });
  expect([await recordSealed('0000 0000'), await recordSealed('tar')]).toEqual([null, null]);
  // Beside the document: the reason, who signed and when, entries, set-ups, moves, one taken away, one slipped in, a picture that is gone.
  expect(await tampered(`UPDATE rebuild SET reason = 'because' WHERE reason = 'read again'`)).toEqual(['signature']);
  expect(await tampered(`UPDATE rebuild SET signed_at = signed_at - interval '1 day' WHERE reason = 'read again'`)).toEqual(['signature']);
  // The rebuild and both corrections stand on the job's entries.
  expect(await tampered(`UPDATE entry SET text = '11' WHERE field = 'fitted.rear.rebound.out'`)).toEqual(Array(3).fill('entries'));
  expect(await tampered(`DELETE FROM entry WHERE field = 'built.differs'`)).toEqual(Array(3).fill('entries'));
  expect(await tampered(`UPDATE setup SET reason = 'x' WHERE kind = 'rebuild'`)).toEqual(['setups']);
  expect(await tampered(`DELETE FROM setup WHERE reason = 'and again'`)).toEqual(['setups']);
  expect(await tampered(`UPDATE shim_move SET note = 'lost' WHERE kind = 'used'`)).toEqual(Array(3).fill('shims'));
  expect(await tampered(`INSERT INTO entry (job_id, field, text) VALUES (${jobId}, 'photo.1.key', repeat('a', 64))`)).toEqual(['picture']);
  expect((await checkSeals(base)).broken).toEqual([]);
});

test('the last seal signed with a key kept outside: a note changed, another key, a chain cut or written anew are told', async () => {
  const [own, other] = [generateKeyPairSync('ed25519'), generateKeyPairSync('ed25519')];
  const pem = ({ privateKey, publicKey }: typeof own) => ({
    secret: privateKey.export({ type: 'pkcs8', format: 'pem' }).toString(),
    open: publicKey.export({ type: 'spki', format: 'pem' }).toString(),
  });
  const [{ secret, open }, another] = [pem(own), pem(other)];
  const seals = (await (await db()).many<{ seal: string }>('SELECT seal FROM rebuild ORDER BY id')).map((r) => r.seal);
  const note = JSON.stringify(noteSeal(await checkSeals(await db()), secret));
  expect(wrongWithNote(note, seals, open)).toBeNull();
  // The book goes on: the note still holds.
  expect(wrongWithNote(note, [...seals, 'f'.repeat(64)], open)).toBeNull();
  expect(wrongWithNote(note, seals, another.open)).toMatch(/not signed with this key/);
  expect(wrongWithNote(note.replace(/"records":\d+/, '"records":1'), seals, open)).toMatch(/changed since/);
  expect(wrongWithNote(note, seals.slice(0, -1), open)).toMatch(/has 2 signed records; on .* it had 3/);
  expect(wrongWithNote(note, [...seals.slice(0, -1), '0'.repeat(64)], open)).toMatch(/written anew/);
  expect(() => noteSeal({ records: 0, lastSeal: null }, secret)).toThrow('Nothing is signed');
});

test('a passcode is changed only by the one before it, and is nowhere kept as typed', async () => {
  expect(codeOf(await changePasscode(technicianId, { before: 'guess', passcode: 'tide7' }))).toBe('passcode-wrong');
  get(await changePasscode(technicianId, { before: passcode, passcode: 'tide7' }));
  const changes = [{ field: 'fitted.rear.rebound.out', text: '14' }];
  expect(codeOf(await correctRebuild(jobId, { technicianId, passcode, reason: 'r', changes }))).toBe('passcode-wrong');
  const kept = await (await db()).many<{ hash: string }>('SELECT hash FROM passcode');
  expect(kept).toHaveLength(2);
  expect(kept.some(({ hash }) => hash.includes('tide7') || hash.includes(passcode))).toBe(false);
});

test('each wrong passcode makes the next try wait longer, the right one too, and the owner is told; the right one in time ends the count', async () => {
  const who = get(await addTechnician('Bram Oakes', 'kelp and tar')).id;
  const tried = async (text: string) => {
    const { refusal } = await passcodeChecked(who, text);
    return refusal === null ? 'right' : codeOf(refusal.answer);
  };
  expect([await tried('guess 1'), await tried('guess 2'), await tried('kelp and tar'), await tried('guess 3')]).toEqual([
    'passcode-wrong',
    'passcode-wrong',
    'right',
    'passcode-wrong',
  ]);
  expect([await tried('guess 4'), await tried('guess 5'), await tried('kelp and tar')]).toEqual([
    'passcode-wrong',
    'passcode-wrong',
    'passcode-wait',
  ]);
  // The wait doubles from two seconds to five minutes, by the clock given.
  const now = 1e12;
  const guesser = { technicianId: 99, address: '' };
  const waits = [3, 4, 5, 20].map((wrong) => {
    noteRight(guesser);
    for (let i = 0; i < wrong; i += 1) noteWrong(guesser, now);
    return waitS(guesser, now);
  });
  expect(waits).toEqual([2, 4, 8, 300]);
  expect((await floor()).warnings.map((w) => w.words)).toEqual(['Somebody typed 20 wrong passcodes in a row for a name.']);
  noteRight(guesser);
  noteRight({ technicianId: who, address: '' });
  // Ten names tried once each from one address: the address waits, whoever is tried next; another address does not.
  for (let name = 201; name <= 210; name += 1) noteWrong({ technicianId: name, address: '10.0.0.7' }, now);
  expect([waitS({ technicianId: 211, address: '10.0.0.7' }, now), waitS({ technicianId: 211, address: '10.0.0.8' }, now)]).toEqual([2, 0]);
  expect((await floor()).warnings.map((w) => w.words)).toEqual(['10 wrong passcodes came from 10.0.0.7.']);
});

test('what anybody tries first is no passcode', () => {
  const taken = (passcode: string) => technicianRequest.safeParse({ name: 'A', passcode }).success;
  expect(['tide 7 quay', 'grünspan', '482915'].map(taken)).toEqual([true, true, true]);
  expect(['quay4', '123456', '111111', 'abcdef', 'Password1', '654321', 'ababab', 'qwerty'].map(taken)).toEqual(Array(8).fill(false));
});

test('differences: clickers set otherwise are named, what nobody wrote down is none; shims specified are wanted until they are in', () => {
  const of = (more: Record<string, string>) =>
    entriesOf({ 'valves.rear.found.rebound': '36 × 0.20 × 5', 'valves.rear.fit.rebound': '36 × 0.20 × 5, 30 × 0.25', ...more });
  const machine = entriesOf({});
  expect(differencesOf(factsOf(of({ 'valves.rear.clicks.rebound': '12' }), machine), [])).toEqual([]);
  expect(differencesOf(factsOf(of({ 'valves.rear.clicks.rebound': '12', 'fitted.rear.rebound.out': '9' }), machine), [])).toEqual([
    { what: 'Rear rebound', specified: '12 out', built: '9 out' },
  ]);
  expect(shimsWanted(factsOf(of({}), machine))).toEqual([{ diameterMm: 30, thicknessMm: 0.25, count: 1, damper: 'rear' }]);
  expect(shimsWanted(factsOf(of({ 'built.rear.rebound': '36 × 0.20 × 5, 30 × 0.25' }), machine))).toEqual([]);
});

test('the seals command walks the closed book: it says that all hold, or names the record that does not and fails', async () => {
  const walked = () => {
    const { status, stdout } = spawnSync('node', ['--conditions=react-server', '--import', 'tsx', 'src/cli/seals.ts'], {
      encoding: 'utf8',
      env: { ...process.env },
    });
    return { status, stdout };
  };
  await closeDb();
  const sound = walked();
  expect(sound.stdout).toMatch(/^3 signed records, 0 broken; last seal [0-9a-f]{64}$/m);
  expect(sound.status).toBe(0);
  const base = await db();
  const { id } = await base.one<{ id: number }>("SELECT id FROM rebuild WHERE reason = 'read again'");
  await base.none('ALTER TABLE rebuild DISABLE TRIGGER rebuild_recorded');
  await base.none(`UPDATE rebuild SET document = jsonb_set(document, '{technician}', '"Nobody"') WHERE id = ${id}`);
  await closeDb();
  const changed = walked();
  expect(changed.stdout).toContain(`record ${id} of job ${jobId}: its content is not what was signed`);
  expect(changed.status).toBe(1);
});
