import { restore, restoreIntoServer } from '@/server/keeping/restore';

/**
 * `npm run restore -- FILE DIRECTORY`: a backup, or an archive, into an empty directory, proven there; MAVRIN_DATA=DIRECTORY npm start opens it.
 * `DATABASE_URL=… npm run restore -- FILE`: an archive into the empty base of a PostgreSQL server.
 */
async function main([file, directory]: string[]): Promise<void> {
  const { DATABASE_URL } = process.env;
  if (!file || (!directory && !DATABASE_URL))
    throw new Error('Name the backup or archive and an empty directory: npm run restore -- FILE DIRECTORY');
  const { jobs, records, lastSeal } = await (directory ? restore(file, directory) : restoreIntoServer(file, DATABASE_URL!));
  console.log(`${jobs} jobs, ${records} signed records, every seal holds${lastSeal ? `; last seal ${lastSeal.slice(0, 16)}` : ''}`);
  console.log(directory ? `Open it with MAVRIN_DATA=${directory} npm start` : 'Open it with npm start, DATABASE_URL as it is');
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
