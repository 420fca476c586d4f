import { BROKEN_WORDS } from '@/schema/sealWords';
import { sealsIn } from '@/server/seals';

/** `npm run seals`: reckons every signed record's digest and seal anew; says which do not hold, and fails if any does not. The program itself must be closed. */
async function main(): Promise<void> {
  const { records, broken, lastSeal } = await sealsIn(process.env.MAVRIN_DATA ?? '.data/shop');
  for (const { id, jobId, what } of broken) console.log(`record ${id} of job ${jobId}: ${BROKEN_WORDS[what]}`);
  console.log(`${records} signed records, ${broken.length} broken${lastSeal ? `; last seal ${lastSeal}` : ''}`);
  process.exitCode = broken.length > 0 ? 1 : 0;
}

main().catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
