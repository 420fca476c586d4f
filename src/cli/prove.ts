import { prove } from '@/server/keeping/restore';

/** What the shop runs beside itself to prove a backup it has just written. */
prove(process.argv[2] ?? '').then(
  ({ jobs, records }) => console.log(`${jobs} jobs, ${records} signed records, every seal holds`),
  (failure: unknown) => {
    console.error(failure instanceof Error ? failure.message : failure);
    process.exitCode = 1;
  },
);
