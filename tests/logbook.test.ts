import sharp from 'sharp';
import { db } from '@/db/client';
import { procedureRequest, asksIn, asksText, askFields, procedurePage } from '@/knowledge/procedures/procedure';
import { PROCEDURES } from '@/knowledge/procedures/shipped';
import { COMPONENTS } from '@/knowledge/procedures/components';
import { clockText, openStep, photosOf, secondsAtBench, stepLines, voicesOf } from '@/judgement/job/work';
import { changeProcedure, procedureVersions } from '@/server/book/book';
import { addTechnician } from '@/server/door/people';
import { keepPhoto, keepVoice, photoOf, takeProcedure, voiceOf } from '@/server/jobs/logbook';
import { proceduresOf } from '@/server/book/procedures';
import { currentEntries } from '@/server/entries';
import { checkSeals } from '@/server/keeping/seals';
import { signRebuild } from '@/server/jobs/sign';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { machineFile } from '@/server/views';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** The logbook: procedures a job copies, the steps worked, photos, and the set-up it leaves. */

onDisk('logbook');

let [jobId, technicianId, machineId] = [0, 0, 0];
const put = async (texts: Record<string, string>) => {
  for (const [field, text] of Object.entries(texts)) get(await record(jobId, field, text));
};
const entries = async () => currentEntries(await db(), { jobId });

test('the book begins with a procedure for every kind of component, each readable by its own schema', () => {
  for (const p of PROCEDURES) expect(procedurePage.safeParse({ version: 'procedure/1', ...p }).error?.issues).toBeUndefined();
  expect(new Set(PROCEDURES.map((p) => p.component))).toEqual(new Set(Object.keys(COMPONENTS)));
  // What the work can hurt somebody with carries its caution at the step.
  for (const p of PROCEDURES) for (const s of p.steps) if (/torque in sequence/i.test(s.title)) expect(s.cautions).toContain('torque');
  for (const id of ['open-cartridge', 'closed-cartridge', 'shock'])
    expect(PROCEDURES.find((p) => p.id === id)!.steps.some((s) => s.choice?.question === 'Clicker needle before dismantling')).toBe(true);
});

test('asks are edited as lines and read back the same; a line that asks for nothing known is named', () => {
  for (const { steps } of PROCEDURES) for (const { asks } of steps) expect(asksIn(asksText(asks))).toEqual({ ok: true, asks });
  expect(asksIn('length: Free length\n\nweight: of it')).toEqual({ ok: false, line: 3, text: 'weight: of it' });
  expect(asksIn('field: machine.travel.rear')).toMatchObject({ ok: false, line: 1 });
  expect(asksIn('length: a: b')).toEqual({ ok: true, asks: [{ kind: 'length', label: 'a: b' }] });
  expect(
    askFields(2, 4, [
      { kind: 'torque', label: 'a' },
      { kind: 'length', label: 'b' },
      { kind: 'torque', label: 'c' },
    ]).map((a) => [a.field, a.beside]),
  ).toEqual([
    ['work.2.4.torque.1', 'work.2.4.origin.1'],
    ['work.2.4.length.1', null],
    ['work.2.4.torque.2', 'work.2.4.origin.2'],
  ]);
});

test('a job copies the version it takes; a later version changes nothing that was taken', async () => {
  technicianId = get(await addTechnician('Aldous Merrow', 'tarn')).id;
  const figures = { 'machine.make': { text: 'Tarnfell' }, 'machine.model': { text: '250 Enduro' }, 'machine.travel.rear': { text: '300' } };
  const taken = get(await takeIn({ customer: { name: 'Ness Ardley', phone: '' }, machine: { figures }, promisedOn: '2026-12-04' }));
  [jobId, machineId] = [taken.jobId, taken.machineId];
  expect(codeOf(await takeProcedure(jobId, { id: 'nothing' }))).toBe('not-found');
  expect(get(await takeProcedure(jobId, { id: 'shock' }))).toMatchObject({ n: 1, version: 0 });
  const { page } = (await procedureVersions()).find((v) => v.page.id === 'shock')!;
  const shorter = { version: 'procedure/1', ...page, steps: page.steps.slice(0, 3) };
  get(await changeProcedure(procedureRequest.parse({ page: shorter, reason: 'only what this shop does' })));
  expect(get(await takeProcedure(jobId, { id: 'shock' }))).toMatchObject({ n: 2, version: 1 });
  const both = await proceduresOf(await db(), jobId);
  expect(both.map((t) => [t.n, t.version, t.procedure.steps.length])).toEqual([
    [1, 0, page.steps.length],
    [2, 1, 3],
  ]);
  const twice = { ...shorter, steps: [shorter.steps[0]!, shorter.steps[0]!] };
  expect(procedureRequest.safeParse({ page: twice, reason: 'x' }).success).toBe(false);
  expect(procedureRequest.safeParse({ page: { ...shorter, steps: [] }, reason: 'x' }).success).toBe(false);
});

test('steps keep state, who, time and what was left open', async () => {
  await put({
    'work.1.1.done': 'done',
    'work.1.1.who': 'Aldous Merrow',
    'work.1.1.seconds': '240',
    'work.1.2.done': 'passed',
    'work.1.4.length.1': '26 cm',
    'found.rear.rebound.out': '14',
  });
  const [first] = await proceduresOf(await db(), jobId);
  const lines = stepLines(await entries(), first!);
  expect(lines[0]).toMatchObject({ state: 'done', who: 'Aldous Merrow', seconds: 240 });
  expect(lines[0]!.unanswered).not.toContain('Rebound, as found');
  expect(lines[0]!.unanswered).toContain('Low-speed compression, as found');
  expect(lines[1]!.unanswered).toEqual(['Clicker needle before dismantling']);
  expect(openStep(lines)).toBe(3);
  expect(secondsAtBench(await entries(), [first!])).toBe(240);
  expect((await entries())['work.1.4.length.1']).toMatchObject({ value: 260, unit: 'cm' });
  expect([clockText(59.6), clockText(240), clockText(3725)]).toEqual(['1:00', '4:00', '1:02:05']);
  expect(codeOf(await record(jobId, 'work.1.4.length.1', '10 kg'))).toBe('unit-mismatch');
  expect(codeOf(await record(jobId, 'work.1.100.done', 'done'))).toBe('field-unknown');
});

test('a photo is turned upright, made small, named by its fingerprint and sealed by its entry', async () => {
  // A landscape picture whose camera says it was held upright: EXIF orientation 6.
  const wide = await sharp({ create: { width: 2400, height: 1200, channels: 3, background: '#7a2a5b' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  const kept = get(await keepPhoto(jobId, wide, { step: '1.4', caption: 'seat ring worn', technicianId }));
  const key = kept[0]!.text;
  const [whole, small] = [await photoOf(key, 'whole'), await photoOf(key, 'small')];
  expect(await sharp(whole!).metadata()).toMatchObject({ width: 800, height: 1600, format: 'jpeg' });
  expect((await sharp(whole!).metadata()).exif).toBeUndefined();
  expect(await sharp(small!).metadata()).toMatchObject({ width: 160, height: 320 });
  expect(photosOf(await entries())).toEqual([{ n: 1, key, caption: 'seat ring worn', step: '1.4' }]);
  // The same picture again is kept once, and noted where it was taken again.
  expect(get(await keepPhoto(jobId, wide, { step: '', caption: '', technicianId: null }))[0]!.text).toBe(key);
  expect((await (await db()).one<{ n: number }>('SELECT count(*)::int AS n FROM photo')).n).toBe(1);
  expect(codeOf(await keepPhoto(jobId, new TextEncoder().encode('no picture'), { step: '', caption: '', technicianId: null }))).toBe(
    'photo-unreadable',
  );
  // A drawing in text is decoded by the same library; it is no photo and is refused before that.
  const drawing = new TextEncoder().encode(
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
  );
  expect(codeOf(await keepPhoto(jobId, drawing, { step: '', caption: '', technicianId: null }))).toBe('photo-unreadable');
  expect(codeOf(await keepPhoto(jobId + 1, wide, { step: '', caption: '', technicianId: null }))).toBe('not-found');
  expect(await photoOf('../secret', 'whole')).toBeNull();
  // Sent again because no answer came, it is the one that is there; a key names one photo of one job.
  const place = { step: '', caption: 'once', technicianId: null, key: '5b5d1f0e-8f0b-4a53-8d1c-1f4d3c5e6a70' };
  const before = photosOf(await entries()).length;
  const [first, again] = [get(await keepPhoto(jobId, wide, place)), get(await keepPhoto(jobId, wide, place))];
  expect(again).toEqual(first);
  expect(photosOf(await entries())).toHaveLength(before + 1);
  expect(codeOf(await keepVoice(jobId, new TextEncoder().encode('OggS spoken'), { ...place, seconds: 3 }))).toBe('already-exists');
  await expect((await db()).none('UPDATE photo SET caption = $1', ['x'])).rejects.toThrow();
  await expect((await db()).none('DELETE FROM photo')).rejects.toThrow(/MAVRIN_RECORDED/);
  await expect((await db()).none('DELETE FROM job_procedure')).rejects.toThrow(/MAVRIN_RECORDED/);
});

/** A recording of silence: mono, 8 kHz, eight bits. */
function silence(samples: number): Buffer {
  const wav = Buffer.alloc(44 + samples, 128);
  wav.write('RIFF', 0, 'latin1');
  wav.writeUInt32LE(36 + samples, 4);
  wav.write('WAVEfmt ', 8, 'latin1');
  wav.writeUInt32LE(16, 16);
  for (const [at, value] of [
    [20, 1],
    [22, 1],
    [32, 1],
    [34, 8],
  ] as const)
    wav.writeUInt16LE(value, at);
  wav.writeUInt32LE(8000, 24);
  wav.writeUInt32LE(8000, 28);
  wav.write('data', 36, 'latin1');
  wav.writeUInt32LE(samples, 40);
  return wav;
}

test('a voice note is kept with its step by its own fingerprint, told from its first bytes, and never changed', async () => {
  const place = { step: '1.4', seconds: 2.4, technicianId };
  const [first] = get(await keepVoice(jobId, silence(800), place));
  expect(voicesOf(await entries())).toEqual([{ n: 1, key: first!.text, seconds: 2, step: '1.4' }]);
  expect(await voiceOf(first!.text)).toMatchObject({ kind: 'audio/wav' });
  expect(Buffer.from((await voiceOf(first!.text))!.sound).equals(silence(800))).toBe(true);
  // A file of the device's own recorder: how long it is is not known.
  const opus = Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), silence(8)]);
  const [second] = get(await keepVoice(jobId, opus, { step: '', seconds: 0, technicianId: null }));
  expect(voicesOf(await entries())[1]).toEqual({ n: 2, key: second!.text, seconds: null, step: '' });
  expect(codeOf(await keepVoice(jobId, Buffer.from('no sound at all'), place))).toBe('voice-unreadable');
  expect(codeOf(await keepVoice(jobId + 1, silence(800), place))).toBe('not-found');
  expect(await voiceOf('../secret')).toBeNull();
  await expect((await db()).none('DELETE FROM voice_note')).rejects.toThrow(/MAVRIN_RECORDED/);
  get(await record(jobId, 'voice.2.key', ''));
  expect(voicesOf(await entries())).toHaveLength(1);
});

test('signing seals steps, procedures and photos; afterwards none is taken or added', async () => {
  get(await signRebuild(jobId, { technicianId, passcode: 'tarn' }));
  const base = await db();
  const { document } = await base.one<{ document: { version: string; procedures: unknown[]; entries: Record<string, { text: string }> } }>(
    'SELECT document FROM rebuild WHERE job_id = $1',
    [jobId],
  );
  expect(document.version).toBe('rebuild/4');
  expect(document.procedures).toHaveLength(2);
  expect(document.entries['photo.1.key']!.text).toMatch(/^[0-9a-f]{64}$/);
  expect((await checkSeals(base)).broken).toEqual([]);
  expect(codeOf(await takeProcedure(jobId, { id: 'shock' }))).toBe('sealed');
  expect(codeOf(await record(jobId, 'work.1.5.done', 'done'))).toBe('sealed');
  const other = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  expect(codeOf(await keepPhoto(jobId, other, { step: '', caption: '', technicianId: null }))).toBe('sealed');
  expect(document.entries['voice.1.key']!.text).toMatch(/^[0-9a-f]{64}$/);
  expect(codeOf(await keepVoice(jobId, silence(80), { step: '', seconds: 0, technicianId: null }))).toBe('sealed');
});

test('handing back records the machine as it was set: its clickers and its sag', async () => {
  await put({
    'set.as.rear.rebound.out': '11',
    'set.rear.style': 'ruler',
    'set.rear.unladen.1.lifted': '30',
    'set.rear.unladen.1.pressed': '34',
  });
  get(await handBack(jobId));
  const { setups } = (await machineFile(machineId))!;
  expect(setups.map((s) => s.kind)).toEqual(['as-set', 'rebuild', 'as-found']);
  const [set, rebuilt] = setups;
  expect(set!.parentId).toBe(rebuilt!.id);
  expect(set!.document.values['rear.rebound.out']).toMatchObject({ value: 11, from: 'set' });
  expect(set!.document.sag.rear.staticMm).toBe(32);
});
