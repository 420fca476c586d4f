import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { BROKEN_WORDS } from '@/schema/sealWords';
import { sealsIn } from '@/server/keeping/seals';
import { noteSeal, wrongWithNote } from '@/server/keeping/sealNotes';

/**
 * `npm run seals`: makes every signed record's digest and seal anew; says which do not hold, and fails if any does not. The program itself must be closed.
 * `npm run seals -- sign KEY FILE` also writes the last seal to a file, signed with the owner's key; `npm run seals -- verify PUBLIC_KEY FILE` holds the book against one.
 */
async function main([what, key, file]: string[]): Promise<void> {
  const found = await sealsIn(process.env.MAVRIN_DATA ?? '.data/shop');
  const { records, broken, lastSeal, seals } = found;
  for (const { id, jobId, what: part } of broken) console.log(`record ${id} of job ${jobId}: ${BROKEN_WORDS[part]}`);
  console.log(`${records} signed records, ${broken.length} broken${lastSeal ? `; last seal ${lastSeal}` : ''}`);
  process.exitCode = broken.length > 0 ? 1 : 0;
  if (what === undefined) return;
  if (!key || !file || (what !== 'sign' && what !== 'verify'))
    throw new Error('Say npm run seals -- sign KEY FILE, or npm run seals -- verify PUBLIC_KEY FILE');
  if (what === 'sign') {
    if (existsSync(file)) throw new Error(`${file} is there already: nothing is ever written over.`);
    writeFileSync(file, `${JSON.stringify(noteSeal(found, readFileSync(key, 'utf8')), null, 2)}\n`);
    console.log(`${file} says so, signed. Keep it and the key away from this computer.`);
    return;
  }
  const wrong = wrongWithNote(readFileSync(file, 'utf8'), seals, readFileSync(key, 'utf8'));
  console.log(wrong ?? `The book goes through the seal of ${file}.`);
  if (wrong) process.exitCode = 1;
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
