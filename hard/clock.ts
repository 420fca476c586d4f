import { db } from '@/db/client';
import { currentEntries } from '@/server/entries';
import { addTechnician } from '@/server/door/people';
import { recordJobEntry, undo } from '@/server/jobs/record';
import { checkSeals } from '@/server/keeping/seals';
import { correctRebuild, signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import type { Answer } from '@/server/answer';
import type { Finding } from './finding';

/** The clock turned back by a day in the middle of a job: what was written later counts, and the chain holds. */

const DAY_MS = 86_400_000;
const PASSCODE = 'quay and tar';

const value = <T>(answer: Answer<T>): T => {
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  return answer.value;
};

/** Works in the process's own base: MAVRIN_DATA names it. */
export async function clockTurnedBack(): Promise<Finding> {
  const real = Date.now;
  const technicianId = value(await addTechnician('Clock Reader', PASSCODE)).id;
  const { jobId } = value(
    await takeIn({
      customer: { name: 'Clock', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Clock' } } },
      promisedOn: '2026-12-20',
    }),
  );
  const say = async (job: number, field: string, text: string) =>
    value(await recordJobEntry(job, { field, text, technicianId: null, device: 'by hand' }));
  const massOf = async (job: number) => (await currentEntries(await db(), { jobId: job }))['rider.mass']?.text;
  const wrong: string[] = [];
  await say(jobId, 'rider.mass', '80');
  await say(jobId, 'fitted.rear.rebound.out', '12');
  value(await signRebuild(jobId, { technicianId, passcode: PASSCODE }));
  const other = value(
    await takeIn({
      customer: { name: 'Clock', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Clock 2' } } },
      promisedOn: '2026-12-20',
    }),
  ).jobId;
  await say(other, 'rider.mass', '81');
  try {
    Date.now = () => real() - DAY_MS;
    await say(other, 'rider.mass', '82');
    if ((await massOf(other)) !== '82') wrong.push('the later entry does not count');
    value(await undo(other));
    if ((await massOf(other)) !== '81') wrong.push('undo took back another');
    const changes = [{ field: 'fitted.rear.rebound.out', text: '13' }];
    value(await correctRebuild(jobId, { technicianId, passcode: PASSCODE, reason: 'read again', changes }));
    await (await db()).makeDurable();
  } finally {
    Date.now = real;
  }
  if ((await massOf(jobId)) !== '80') wrong.push('what was signed before does not stand');
  const { broken } = await checkSeals(await db());
  if (broken.length > 0) wrong.push(`${broken.length} seals broken`);
  return {
    promised: 'the clock turned back by a day: what was written later counts, undo takes back the last, the chain holds',
    figure: wrong.length === 0 ? 'so' : wrong.join('; '),
    holds: wrong.length === 0,
  };
}
