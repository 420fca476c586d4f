import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { openEmbedded } from '@/db/embedded';
import { openEngine } from '@/db/engine';
import { faultsOf } from '@/db/check';
import { emptyBaseIn } from './onDisk';

/** A power cut, simulated: of every file only what the disk was asked to keep is left. Nothing older than the stated second is lost, and never a signature. */

const scratch = mkdtempSync(join(tmpdir(), 'mavrin-cut-'));
afterAll(() => rmSync(scratch, { recursive: true, force: true }));

/** Stated in docs/hard-use.md. */
const STATED_MS = 1000;

/** A disk that holds what it was asked to keep and nothing else: a file as it stood then, a folder with the names it had then. */
function disk(of: string, kept: string) {
  cpSync(of, kept, { recursive: true });
  const at = (path: string) => join(kept, relative(of, path));
  const keep = async (path: string): Promise<void> => {
    if (!existsSync(path)) return;
    if (!statSync(path).isDirectory()) return cpSync(path, at(path));
    mkdirSync(at(path), { recursive: true });
    for (const name of readdirSync(at(path)))
      if (!existsSync(join(path, name))) rmSync(join(at(path), name), { recursive: true, force: true });
  };
  return keep;
}

test(
  'after a power cut at any moment the base opens whole, with every entry older than a second and everything that was waited for',
  async () => {
    const [place, kept] = [join(scratch, 'base'), join(scratch, 'kept')];
    emptyBaseIn(place);
    const keep = disk(join(place, 'pg'), join(kept, 'pg'));
    const cuts: { at: string; ms: number; signed: number }[] = [];
    let filesKept = 0;
    let signed = 0;
    // Copying what the disk holds stands outside the time that is measured.
    let copyingMs = 0;
    const now = () => performance.now() - copyingMs;
    const cut = () => {
      const [begun, ms] = [performance.now(), now()];
      const at = join(scratch, `cut-${cuts.length}`);
      cpSync(kept, at, { recursive: true });
      cuts.push({ at, ms, signed });
      copyingMs += performance.now() - begun;
    };
    const base = await openEmbedded(place, async (path) => {
      // The disk of this test is a copy, which takes longer than a disk.
      const begun = performance.now();
      await keep(path);
      copyingMs += performance.now() - begun;
      filesKept += 1;
      // In the middle of bringing files to the disk, too.
      if (cuts.length < 6 && filesKept % 5 === 0) cut();
    });
    await base.makeDurable();
    cuts.length = 0;
    const acknowledged: number[] = [];
    const write = (name: string) => base.transaction((sql) => sql.none('INSERT INTO technician (name) VALUES ($1)', [name]));
    for (let n = 1; n <= 240; n += 1) {
      await write(`entry ${n}`);
      acknowledged.push(now());
      // Seldom enough that entries between two signatures rest on their own second.
      if (n % 80 === 0) {
        await write(`signature ${signed + 1}`);
        await base.makeDurable();
        signed += 1;
      }
      await new Promise((done) => setTimeout(done, 15));
      if (n % 25 === 0 && cuts.length < 10) cut();
    }
    await base.close();
    expect(cuts.length).toBeGreaterThan(5);
    expect(signed).toBeGreaterThan(1);
    for (const { at, ms, signed: then } of cuts) {
      const engine = await openEngine({ dataDir: join(at, 'pg') });
      try {
        expect(await faultsOf(engine, 'quick')).toEqual([]);
        const names = (await engine.query<{ name: string }>('SELECT name FROM technician')).rows.map((r) => r.name);
        const there = (kind: string) => names.filter((name) => name.startsWith(kind)).length;
        expect(there('signature')).toBeGreaterThanOrEqual(then);
        expect(there('entry')).toBeGreaterThanOrEqual(acknowledged.filter((t) => t < ms - STATED_MS).length);
      } finally {
        await engine.close();
      }
    }
  },
  180_000 * Number(process.env.MAVRIN_SLOWNESS ?? 1),
);
