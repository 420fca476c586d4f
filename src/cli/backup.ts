import { copyFileSync, existsSync } from 'node:fs';
import { backedUp } from './backedUp';

/** `npm run backup -- FILE`: asks the shop that is open, else opens the book itself; the file is proven before it is given its name. */
async function main([file]: string[]): Promise<void> {
  if (!file) throw new Error('Name the file: npm run backup -- FILE');
  if (existsSync(file)) throw new Error(`${file} is there already: nothing is ever written over.`);
  copyFileSync(await backedUp(), file);
  console.log(`${file} holds the book as it stands now; it was opened and its seals hold.`);
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
