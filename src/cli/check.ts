import { existsSync } from 'node:fs';
import { sealShown } from '@/schema/sealWords';
import { checkBook, checkServerBook } from '@/server/keeping/checkBook';

/** The book on a server is looked at where it stands, open or not; what it lies on is the server's own to check. */
async function checkServer(url: string): Promise<void> {
  const { jobs, records, lastSeal, wrong } = await checkServerBook(url);
  for (const line of wrong) console.log(`▲ ${line}`);
  if (wrong.length > 0) process.exitCode = 1;
  console.log(
    wrong.length === 0
      ? `The book on the server: ${jobs} jobs, ${records} signed records, every seal holds${lastSeal ? `; last seal ${sealShown(lastSeal)}` : ''}. Its pages and indexes are looked at by pg_amcheck.`
      : `${wrong.length} faults. Nothing was changed by looking: bring back the newest archive or base backup that holds (docs/scale.md).`,
  );
}

/** `npm run check`: looks at every page, index, reference and seal of the book, or of a backup named. The shop itself must be closed. */
async function main([named]: string[]): Promise<void> {
  const { DATABASE_URL } = process.env;
  if (DATABASE_URL && !named) return checkServer(DATABASE_URL);
  const path = named ?? process.env.MAVRIN_DATA ?? '.data/shop';
  if (!existsSync(path))
    throw new Error(`There is no book in ${path}. Name its place: MAVRIN_DATA=… npm run check, or a backup: npm run check -- FILE`);
  const { jobs, records, lastSeal, wrong, newestBackup } = await checkBook(path);
  for (const line of wrong) console.log(`▲ ${line}`);
  if (wrong.length === 0) {
    console.log(
      `${path} is whole: ${jobs} jobs, ${records} signed records, every seal holds${lastSeal ? `; last seal ${sealShown(lastSeal)}` : ''}.`,
    );
    return;
  }
  console.log(
    `${wrong.length} faults. Nothing was changed by looking, and nothing is written to a book that does not open: keep the directory as it is.`,
  );
  console.log(
    newestBackup
      ? `The newest backup, proven when it was made: npm run restore -- ${newestBackup} NEW_DIRECTORY, then MAVRIN_DATA=NEW_DIRECTORY npm start. What was written since is in the damaged directory alone.`
      : 'There is no backup beside it. If one was copied elsewhere: npm run restore -- FILE NEW_DIRECTORY.',
  );
  process.exitCode = 1;
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
