import { db } from '@/db/client';
import { manyTechnicians } from '@/db/queries/people';
import { addTechnician } from '@/server/door/people';
import { recordJobEntry } from '@/server/jobs/record';
import { signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import type { Answer } from '@/server/answer';

/** A process of its own that takes machines in, writes and signs, and says each once it is acknowledged, until it is killed. */

const PASSCODE = 'quay and tar';
const value = <T>(answer: Answer<T>): T => {
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  return answer.value;
};

async function write(): Promise<void> {
  const technicianId = (await manyTechnicians(await db()))[0]?.id ?? value(await addTechnician('Sunniva Holt', PASSCODE)).id;
  for (let n = 1; ; n += 1) {
    const { jobId } = value(
      await takeIn({
        customer: { name: `Writer ${n}`, phone: '' },
        machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: `Pony ${n}` } } },
        promisedOn: '2026-12-20',
      }),
    );
    const say = async (field: string, text: string) =>
      value(await recordJobEntry(jobId, { field, text, technicianId: null, device: 'by hand' }));
    for (let i = 0; i < 12; i += 1) {
      await say('rider.mass', String(60 + i));
      process.stdout.write(`entry ${jobId} ${60 + i}\n`);
    }
    await say('fitted.rear.rebound.out', '12');
    value(await signRebuild(jobId, { technicianId, passcode: PASSCODE }));
    process.stdout.write(`signed ${jobId}\n`);
  }
}

void write();
