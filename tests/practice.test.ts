import { factsOf } from '@/judgement/model/facts';
import { db } from '@/db/client';
import { manyMachines } from '@/db/queries/machines';
import { judgeSpring } from '@/judgement/findings/springJudge';
import { tapeOf } from '@/judgement/job/training';
import { SCHOOLS } from '@/knowledge/schools';
import { caseById } from '@/knowledge/training/cases';
import { addTechnician } from '@/server/door/people';
import { takeProcedure } from '@/server/jobs/logbook';
import { beginPractice, endPractice } from '@/server/jobs/practice';
import { signRebuild } from '@/server/jobs/sign';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { bench, floor } from '@/server/views';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** A practice job: worked through like any other, and gone without a trace. */

onDisk('practice');

const counted = async () => {
  const base = await db();
  const tables = ['job', 'machine', 'customer', 'entry', 'ownership', 'findable', 'job_procedure', 'practice', 'likeness', 'service_due'];
  const counts = [];
  for (const table of tables) counts.push((await base.one<{ n: number }>(`SELECT count(*)::int AS n FROM ${table}`)).n);
  return counts;
};
const real = (name: string) =>
  takeIn({
    customer: { name, phone: '' },
    machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Moor 250' } } },
    promisedOn: '2026-12-20',
  });

test('it is worked like a job; asked for again it is the same one; and a new shop has not begun by it', async () => {
  const { jobId } = get(await beginPractice());
  expect(get(await beginPractice())).toEqual({ jobId });
  expect((await floor()).begun.jobs).toBe(false);
  for (const [field, text] of Object.entries(tapeOf(caseById('new-rider')!))) get(await record(jobId, field, text));
  const found = (await bench(jobId))!;
  expect(found.practice).toBe('new-rider');
  // The case's own truth: its spring is too soft, and the tape shows it.
  expect(judgeSpring(factsOf(found.entries, found.figures, SCHOOLS), 'rear')!.code).toBe('too soft');
  get(await endPractice({ jobId }));
  expect(await bench(jobId)).toBeNull();
});

test('deleted, the book holds what it held before, and the next job has the number it would have had', async () => {
  const first = get(await real('Wenna Trask'));
  const before = await counted();
  const { jobId } = get(await beginPractice());
  expect(jobId).toBe(first.jobId + 1);
  get(await record(jobId, 'measure.rear.extended', '612'));
  get(await takeProcedure(jobId, { id: 'shock' }));
  get(await endPractice({ jobId }));
  expect(await counted()).toEqual(before);
  expect(get(await real('Odo Vane')).jobId).toBe(jobId);
});

test('nothing of it goes into the book, and nothing of the book goes by its door', async () => {
  const { jobId } = get(await beginPractice());
  const technician = get(await addTechnician('Aldous Merrow', 'quay46'));
  get(await record(jobId, 'fitted.rear.spring', '66'));
  expect(codeOf(await signRebuild(jobId, { technicianId: technician.id, passcode: 'quay46' }))).toBe('practice-only');
  expect(codeOf(await handBack(jobId))).toBe('practice-only');
  const machine = (await manyMachines(await db(), 10)).find((m) => m.model.endsWith('practice'))!;
  expect(
    codeOf(
      await takeIn({ customer: { name: 'Odo Vane', phone: '' }, machine: { id: machine.id }, promisedOn: '2026-12-20', anyway: true }),
    ),
  ).toBe('practice-only');
  const other = get(await real('Ebba Thorn')).jobId;
  expect(codeOf(await endPractice({ jobId: other }))).toBe('not-found');
  const base = await db();
  await expect(base.none('DELETE FROM entry WHERE machine_id = (SELECT machine_id FROM job WHERE id = $1)', [other])).rejects.toThrow(
    /MAVRIN_RECORDED/,
  );
  get(await endPractice({ jobId }));
});
