import { restore } from '@/server/restore';

/** `npm run restore -- FILE DIRECTORY`: a backup into an empty directory, proven there; MAVRIN_DATA=DIRECTORY npm start opens it. */
async function main([file, directory]: string[]): Promise<void> {
  if (!file || !directory) throw new Error('Name the backup and an empty directory: npm run restore -- FILE DIRECTORY');
  const { jobs, records, lastSeal } = await restore(file, directory);
  console.log(`${jobs} jobs, ${records} signed records, every seal holds${lastSeal ? `; last seal ${lastSeal.slice(0, 16)}` : ''}`);
  console.log(`Open it with MAVRIN_DATA=${directory} npm start`);
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
