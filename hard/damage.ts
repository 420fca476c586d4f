import { cpSync, mkdirSync, readdirSync, rmSync, statSync, truncateSync, openSync, writeSync, closeSync } from 'node:fs';
import { join, relative } from 'node:path';
import { createHash } from 'node:crypto';
import { sqlOn } from '@/db/client';
import { openEmbedded } from '@/db/embedded';
import { openEngine } from '@/db/engine';
import { checkBook } from '@/server/keeping/checkBook';
import type { Finding } from './finding';

/** Every file of a base cut, scratched or taken away: it is named, or it does no harm. Never is another book shown for the one that was kept. */

const WAYS = ['cut', 'scratched', 'gone'] as const;

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((item) =>
    item.isDirectory() ? filesBelow(join(folder, item.name)) : [join(folder, item.name)],
  );
}

function damage(path: string, way: (typeof WAYS)[number]): void {
  const { size } = statSync(path);
  if (way === 'gone') return rmSync(path);
  if (way === 'cut') return truncateSync(path, Math.floor(size / 2));
  const handle = openSync(path, 'r+');
  writeSync(handle, Buffer.alloc(Math.min(4000, size), 0x5a), 0, Math.min(4000, size), Math.max(0, Math.floor(size / 2) - 2000));
  closeSync(handle);
}

/** All that is kept, as one digest: every row of every table. */
async function contentOf(pg: string): Promise<string> {
  const engine = await openEngine({ dataDir: pg });
  try {
    const sql = sqlOn(engine);
    const tables = await sql.many<{ name: string }>(
      `SELECT relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace WHERE n.nspname = 'public' AND relkind = 'r' ORDER BY 1`,
    );
    const digest = createHash('sha256');
    for (const { name } of tables) {
      const { all } = await sql.one<{ all: string }>(
        `SELECT coalesce(encode(sha256(convert_to(string_agg(x::text, '|' ORDER BY x::text), 'UTF8')), 'hex'), '') AS all FROM "${name}" x`,
      );
      digest.update(`${name} ${all};`);
    }
    return digest.digest('hex');
  } finally {
    await engine.close();
  }
}

/** Of a list the first, the last and some between. */
const some = <T>(all: readonly T[], most: number): T[] =>
  all.filter((_, i) => all.length <= most || i % Math.ceil(all.length / most) === 0);

/** @param whole a data directory nobody has open @param most files tried */
export async function damageOfEveryKind(whole: string, scratch: string, most: number): Promise<Finding> {
  const reference = join(scratch, 'reference');
  cpSync(whole, reference, { recursive: true });
  const kept = await contentOf(join(reference, 'pg'));
  const files = some(
    filesBelow(join(whole, 'pg')).filter((path) => statSync(path).size > 0),
    most,
  ).map((path) => relative(whole, path));
  const counts = { named: 0, harmless: 0 };
  const silent: string[] = [];
  for (const file of files)
    for (const way of WAYS) {
      const place = join(scratch, 'damaged');
      rmSync(place, { recursive: true, force: true });
      mkdirSync(place, { recursive: true });
      cpSync(whole, place, { recursive: true });
      damage(join(place, file), way);
      if ((await checkBook(place)).wrong.length > 0) {
        counts.named += 1;
        // What is named by the check is not begun over by a start either.
        const opened = await openEmbedded(place).catch(() => null);
        await opened?.close();
        const now = opened && (await contentOf(join(place, 'pg')).catch(() => 'unreadable'));
        if (now !== null && now !== kept && now !== 'unreadable' && opened)
          silent.push(`${file} ${way} (opened changed, though the check names it)`);
        continue;
      }
      const now = await contentOf(join(place, 'pg')).catch(() => 'unreadable');
      if (now === kept) counts.harmless += 1;
      else silent.push(`${file} ${way}`);
    }
  return {
    promised: 'damage of every kind of file is named, or does no harm',
    figure: `${files.length} files cut, scratched and taken away: ${counts.named} named, ${counts.harmless} without harm, ${silent.length} unseen${silent.length > 0 ? `: ${silent.slice(0, 6).join('; ')}` : ''}`,
    holds: silent.length === 0,
  };
}
