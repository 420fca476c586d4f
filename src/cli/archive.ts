import { existsSync } from 'node:fs';
import { archiveOf, archiveOfServer } from '@/server/keeping/restore';
import { backedUp } from './backedUp';

/** `npm run archive -- FILE`: the whole book as an archive others can read (docs/formats/archive.md), from a backup proven now, or from the server of DATABASE_URL; with `--of BACKUP` from one that is there. */
async function main(words: string[]): Promise<void> {
  const at = words.indexOf('--of');
  const of = at < 0 ? null : (words[at + 1] ?? null);
  const [file] = words.filter((_, i) => at < 0 || (i !== at && i !== at + 1));
  if (!file) throw new Error('Name the file: npm run archive -- FILE');
  if (existsSync(file)) throw new Error(`${file} is there already: nothing is ever written over.`);
  const { tables, files } = await (of === null && process.env.DATABASE_URL
    ? archiveOfServer(file, process.env.DATABASE_URL)
    : archiveOf(of ?? (await backedUp()), file));
  const rows = tables.reduce((sum, t) => sum + t.rows, 0);
  console.log(`${tables.length} tables, ${rows} rows, ${Object.keys(files).length} files, each with its checksum`);
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
