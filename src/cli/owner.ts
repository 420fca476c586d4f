import { createInterface } from 'node:readline/promises';
import { technicianRequest } from '@/schema/requests';
import { problemOfZod } from '@/schema/problem';
import { nameOwner } from '@/server/door/people';

/** `npm run owner -- NAME`: makes somebody owner with a new passcode, read from the terminal, where the owner's own is forgotten. The program itself must be closed: who may write the data directory owns the book anyway. */
async function main(words: string[]): Promise<void> {
  const name = words.join(' ').trim();
  if (name === '') throw new Error('Name the owner: npm run owner -- NAME');
  const terminal = createInterface({ input: process.stdin, output: process.stdout });
  const passcode = await terminal.question('New passcode: ');
  terminal.close();
  const checked = technicianRequest.safeParse({ name, passcode });
  if (!checked.success) throw new Error(problemOfZod(checked.error.issues, { name, passcode }).message);
  const made = await nameOwner(checked.data.name, checked.data.passcode);
  if (!made.ok) throw new Error(made.problem.message);
  console.log(`${name} is owner, with the new passcode; whoever was signed in by that name is signed out.`);
}

main(process.argv.slice(2)).then(
  () => process.exit(0),
  (failure: unknown) => {
    console.error(failure instanceof Error ? failure.message : failure);
    process.exit(1);
  },
);
