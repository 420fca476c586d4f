import type { PGlite } from '@electric-sql/pglite';

/** Whether a base's files are whole: every table read to its end and held against its index, and, looked at wholly, every index and every reference. */

export interface Fault {
  /** The table or the index. */
  of: string;
  wrong: string;
}

type Engine = Pick<PGlite, 'query' | 'exec'>;

interface Table {
  name: string;
  key: string;
}

/** Tables that hold or held something: one that never did has no page, and its index one. */
const manyTables = async (engine: Engine): Promise<Table[]> =>
  (
    await engine.query<Table>(
      `SELECT c.relname AS name, string_agg(quote_ident(a.attname), ', ' ORDER BY array_position(i.indkey::int2[], a.attnum)) AS key
       FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace JOIN pg_index i ON i.indrelid = c.oid AND i.indisprimary
       JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = ANY (i.indkey::int2[])
       WHERE n.nspname = 'public' AND c.relkind = 'r' AND (pg_relation_size(c.oid) > 0 OR pg_relation_size(i.indexrelid) > 8192) GROUP BY c.relname, c.oid ORDER BY c.relname`,
    )
  ).rows;

/** Asks within a savepoint, so that one torn page does not end the looking; what the engine trips over is the fault. */
async function tried(engine: Engine, of: string, look: () => Promise<string | null>): Promise<Fault[]> {
  await engine.exec('SAVEPOINT look');
  try {
    const wrong = await look();
    return wrong === null ? [] : [{ of, wrong }];
  } catch (failure) {
    const words = failure instanceof Error ? failure.message.split('\n')[0]!.slice(0, 160) : String(failure);
    return [{ of, wrong: `it cannot be read to its end (${words})` }];
  } finally {
    await engine.exec('ROLLBACK TO SAVEPOINT look');
  }
}

const count = async (engine: Engine, text: string): Promise<number> => (await engine.query<{ n: number }>(text)).rows[0]!.n;

/** A file cut short loses rows that its index still names; an index cut short no longer names what the file has. */
async function tableFaults(engine: Engine, { name, key }: Table): Promise<Fault[]> {
  return tried(engine, `table ${name}`, async () => {
    await engine.exec(
      'SET LOCAL enable_seqscan = on; SET LOCAL enable_indexscan = off; SET LOCAL enable_indexonlyscan = off; SET LOCAL enable_bitmapscan = off',
    );
    const inFile = await count(engine, `SELECT count(*)::int AS n FROM "${name}"`);
    await engine.exec('SET LOCAL enable_seqscan = off; SET LOCAL enable_sort = off; SET LOCAL enable_indexscan = on');
    const byIndex = await count(engine, `SELECT count(*)::int AS n FROM (SELECT 1 FROM "${name}" ORDER BY ${key} OFFSET 0) x`);
    return inFile === byIndex ? null : `its file holds ${inFile} rows, its index names ${byIndex}`;
  });
}

const indexFaults = async (engine: Engine): Promise<Fault[]> => {
  const { rows } = await engine.query<{ name: string; kind: 'btree' | 'gin' }>(
    `SELECT c.relname AS name, a.amname AS kind FROM pg_class c JOIN pg_am a ON a.oid = c.relam JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'i' AND a.amname IN ('btree', 'gin') ORDER BY c.relname`,
  );
  const faults: Fault[] = [];
  for (const { name, kind } of rows)
    faults.push(
      ...(await tried(engine, `index ${name}`, async () => {
        await engine.query(kind === 'btree' ? 'SELECT bt_index_check($1::regclass, true)' : 'SELECT gin_index_check($1::regclass)', [name]);
        return null;
      })),
    );
  return faults;
};

const heapFaults = async (engine: Engine, tables: Table[]): Promise<Fault[]> => {
  const faults: Fault[] = [];
  for (const { name } of tables)
    faults.push(
      ...(await tried(engine, `table ${name}`, async () => {
        const { rows } = await engine.query<{ blkno: number; msg: string }>('SELECT blkno, msg FROM verify_heapam($1::regclass)', [name]);
        return rows[0] ? `page ${rows[0].blkno}: ${rows[0].msg}${rows.length > 1 ? `, and ${rows.length - 1} more` : ''}` : null;
      })),
    );
  return faults;
};

interface Reference {
  name: string;
  from: string;
  to: string;
  columns: string[];
  others: string[];
}

/** Rows that name another which is not there. */
const referenceFaults = async (engine: Engine): Promise<Fault[]> => {
  const { rows } = await engine.query<Reference>(
    `SELECT k.conname AS name, k.conrelid::regclass::text AS from, k.confrelid::regclass::text AS to,
       (SELECT array_agg(a.attname::text ORDER BY u.n) FROM unnest(k.conkey) WITH ORDINALITY u(num, n) JOIN pg_attribute a ON a.attrelid = k.conrelid AND a.attnum = u.num) AS columns,
       (SELECT array_agg(a.attname::text ORDER BY u.n) FROM unnest(k.confkey) WITH ORDINALITY u(num, n) JOIN pg_attribute a ON a.attrelid = k.confrelid AND a.attnum = u.num) AS others
     FROM pg_constraint k JOIN pg_namespace n ON n.oid = k.connamespace WHERE k.contype = 'f' AND n.nspname = 'public' ORDER BY k.conname`,
  );
  const faults: Fault[] = [];
  for (const { from, to, columns, others } of rows)
    faults.push(
      ...(await tried(engine, `table ${from}`, async () => {
        const named = columns.map((c) => `x."${c}" IS NOT NULL`).join(' AND ');
        const same = columns.map((c, i) => `y."${others[i]}" = x."${c}"`).join(' AND ');
        const lost = await count(
          engine,
          `SELECT count(*)::int AS n FROM ${from} x WHERE ${named} AND NOT EXISTS (SELECT 1 FROM ${to} y WHERE ${same})`,
        );
        return lost === 0 ? null : `${lost} of its rows name a ${to} that is not there`;
      })),
    );
  return faults;
};

/**
 * What is not whole. Leaves the base as it was.
 * @param how quick reads every table twice; whole looks at every page, index and reference, by the engine's own check
 */
export async function faultsOf(engine: Engine, how: 'quick' | 'whole'): Promise<Fault[]> {
  await engine.exec('BEGIN');
  try {
    const tables = await manyTables(engine);
    const faults: Fault[] = [];
    for (const table of tables) faults.push(...(await tableFaults(engine, table)));
    if (how === 'quick') return faults;
    await engine.exec('CREATE EXTENSION IF NOT EXISTS amcheck');
    return [...faults, ...(await heapFaults(engine, tables)), ...(await indexFaults(engine)), ...(await referenceFaults(engine))];
  } finally {
    await engine.exec('ROLLBACK');
  }
}
