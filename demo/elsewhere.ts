import { dayOf } from '@/catalogue/days';
import { rmSync } from 'node:fs';
import { Readable } from 'node:stream';
import { closeDb } from '@/db/client';
import { changeShop } from '@/server/book/book';
import { machineArchive, takeMachineIn } from '@/server/exchange/handOver';
import { addTechnician } from '@/server/door/people';
import { recordJobEntry } from '@/server/jobs/record';
import { signRebuild } from '@/server/jobs/sign';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { get, linesOf, PASSCODE, timeOf } from './helpers';
import * as scenario from './scenario';

/** A machine worked on at another shop, in a book of its own, and handed over to this one with what was sealed there. */
export async function handOver(): Promise<void> {
  const { shop, technician, owner, machine, takenInDaysAgo, lines } = scenario.elsewhere;
  const here = process.env.MAVRIN_DATA!;
  const there = `${here}.elsewhere`;
  await closeDb();
  // What a play broken off may have left.
  rmSync(there, { recursive: true, force: true });
  process.env.MAVRIN_DATA = there;
  get(
    await changeShop({ page: { version: 'shop/2', id: 'shop', ...shop, zone: '', site: '', origin: 'the shop' }, reason: 'who we are' }),
    shop.name,
  );
  const { id: technicianId } = get(await addTechnician(technician, PASSCODE), technician);
  const { figures } = scenario.machines.find((m) => m.key === machine)!;
  const typed = Object.fromEntries(Object.entries(figures).map(([k, text]) => [k, { text }]));
  const at = timeOf(takenInDaysAgo, 0);
  const taken = get(
    await takeIn({ customer: { name: owner, phone: '' }, machine: { figures: typed }, promisedOn: dayOf(at) }, at),
    machine,
  );
  for (const [field, text] of linesOf(lines))
    get(await recordJobEntry(taken.jobId, { field, text, technicianId, device: 'by hand' }, timeOf(takenInDaysAgo, 1)), field);
  get(await signRebuild(taken.jobId, { technicianId, passcode: PASSCODE }, timeOf(takenInDaysAgo - 2, 0)), 'signing');
  get(await handBack(taken.jobId, timeOf(takenInDaysAgo - 3, 0)), 'handing back');
  const { bytes } = (await machineArchive(taken.machineId))!;
  await closeDb();
  rmSync(there, { recursive: true, force: true });
  process.env.MAVRIN_DATA = here;
  get(await takeMachineIn(Readable.from([bytes])), shop.name);
}
