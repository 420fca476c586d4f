import { join, resolve } from 'node:path';
import { seeded } from '@/core/numerics/random';
import { type Db, openDb } from '@/db/client';

/**
 * Fills an empty base with many jobs, straight in SQL and the same each time: what searching and the pages cost when a shop has worked for twenty years.
 * Rows have the shapes the use cases write. Run as `npm run many -- DIRECTORY [JOBS]`; everything named is invented.
 */

const FIRST = 'Aldous Bodil Brannoc Eskil Hale Ingrith Joss Kerensa Lowen Marit Nils Oona Piran Rasmus Sunniva Tove Wenna Ysolde'.split(
  ' ',
);
const LAST_BEGIN = 'Bar Cold Far Harrow Hol Lin Mar Mor Old Pen Quil Tea Thal Vel Wick Ash Bram Cor Dun Ell'.split(' ');
const LAST_END = 'row ridge rant gate by nell rin acre naby ford'.split(' ');
const MODELS: [make: string, model: string, type: string, use: string, kg: number, rear: number, front: number][] = [
  ['Halvik', 'Trail 300', 'trail', 'off-road', 128, 310, 300],
  ['Ketteri', '450 Rally', 'trail', 'rally', 147, 305, 300],
  ['Corvane', '1100 Tourer', 'tourer', 'touring', 268, 140, 150],
  ['Pellworth', '650 Twin', 'road', 'road', 198, 120, 130],
  ['Brennock', '400 Courier', 'road', 'road', 172, 110, 120],
  ['Tarnfell', '250 Enduro', 'trail', 'off-road', 109, 300, 300],
  ['Osmund', '350 Single', 'road', 'road', 156, 90, 120],
  ['Halvik', 'Pony 125', 'small', 'road', 96, 100, 110],
];
const COMPLAINTS = [
  'Harsh on small bumps',
  'Bottoms, metal clunk',
  'Dives, nose-low downhill',
  'Runs wide, wanders',
  'Packs down over repeated bumps',
];
const WORDS =
  'chatters over the cobbles|kicks on the quarry track|dives into the harbour bend|clunks off the ferry ramp|wallows on the hill road|wanders on the moor lane|harsh since the new tyres|too tall with boots on'.split(
    '|',
  );
const FEELS = ['better', 'same', 'worse'];
const CHUNK = 500;
const DAY_MS = 86_400_000;

type Row = (string | number | null)[];

/** Rows in chunks by parallel arrays, one for each column: a few hundred statements instead of a hundred thousand. */
async function insert(db: Db, table: string, columns: [name: string, type: string][], rows: Row[]): Promise<void> {
  for (let i = 0; i < rows.length; i += CHUNK) {
    const part = rows.slice(i, i + CHUNK);
    const casts = columns.map(([, type], c) => `$${c + 1}::${type}[]`).join(', ');
    await db.none(
      `INSERT INTO ${table} (${columns.map(([name]) => name).join(', ')}) SELECT * FROM unnest(${casts})`,
      columns.map((_, c) => part.map((row) => row[c])),
    );
  }
}

/** @param directory of an empty base, made where it does not exist */
export async function fillMany(db: Db, jobs: number): Promise<void> {
  const next = seeded(20_261_126);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const customers = Array.from({ length: Math.ceil(jobs / 5) }, (_, i) =>
    `${pick(FIRST)} ${pick(LAST_BEGIN)}${pick(LAST_END)} ${i % 7 === 0 ? 'junior' : ''}`.trim(),
  );
  const machines = Array.from({ length: Math.ceil(jobs / 4) }, (_, i) => ({
    of: pick(MODELS),
    year: 1995 + Math.floor(next() * 31),
    registration: `OR ${1000 + i}`,
    frame: `FR${String(i).padStart(7, '0')}`,
    customer: 1 + (i % customers.length),
  }));
  await insert(
    db,
    'customer',
    [['name', 'text']],
    customers.map((name) => [name]),
  );
  const named: [string, string][] = [
    ['make', 'text'],
    ['model', 'text'],
    ['year', 'int'],
    ['registration', 'text'],
    ['frame_number', 'text'],
  ];
  await insert(
    db,
    'machine',
    named,
    machines.map((m) => [m.of[0], m.of[1], m.year, m.registration, m.frame]),
  );
  await insert(
    db,
    'ownership',
    [
      ['machine_id', 'int'],
      ['customer_id', 'int'],
    ],
    machines.map((m, i) => [i + 1, m.customer]),
  );
  const list = Array.from({ length: jobs }, (_, i) => {
    const machine = Math.floor(next() * machines.length);
    const at = Date.now() - Math.floor(((jobs - i) / jobs) * 20 * 365) * DAY_MS;
    return {
      machine,
      at,
      kg: 60 + Math.floor(next() * 60),
      complaint: pick(COMPLAINTS),
      words: pick(WORDS),
      feel: pick(FEELS),
      open: jobs - i <= 12,
    };
  });
  const day = (ms: number) => new Date(ms).toISOString();
  const jobColumns: [string, string][] = [
    ['machine_id', 'int'],
    ['customer_id', 'int'],
    ['promised_on', 'date'],
    ['taken_in_at', 'timestamptz'],
    ['handed_back_at', 'timestamptz'],
  ];
  await insert(
    db,
    'job',
    jobColumns,
    list.map((j) => [
      j.machine + 1,
      machines[j.machine]!.customer,
      day(j.at + 7 * DAY_MS),
      day(j.at),
      j.open ? null : day(j.at + 6 * DAY_MS),
    ]),
  );
  const FIRST_JOB = 101;
  const entryColumns: [string, string][] = [
    ['job_id', 'int'],
    ['field', 'text'],
    ['text', 'text'],
    ['unit', 'text'],
    ['value', 'float8'],
    ['recorded_at', 'timestamptz'],
  ];
  const entries = list.flatMap((j, i): Row[] => {
    const at = day(j.at + DAY_MS);
    const line = (field: string, text: string, unit: string | null = null, value: number | null = null): Row => [
      FIRST_JOB + i,
      field,
      text,
      unit,
      value,
      at,
    ];
    const sag = Math.round(j.kg * 0.9);
    return [
      line('rider.mass', `${j.kg} kg`, 'kg', j.kg),
      line('use', machines[j.machine]!.of[3]),
      line('complaint.1.words', j.words),
      line('measure.rear.extended', '612', 'mm', 612),
      ...(['unladen', 'laden'] as const).flatMap((state, k) => [
        line(`measure.rear.${state}.1.lifted`, String(600 - k * sag), 'mm', 600 - k * sag),
        line(`measure.rear.${state}.1.pressed`, String(592 - k * sag), 'mm', 592 - k * sag),
      ]),
      line('found.rear.spring', '62 N/mm', 'N/mm', 62),
      line('found.rear.rebound.out', '12', null, 12),
      line('fitted.rear.spring', '66 N/mm', 'N/mm', 66),
      ...(j.open ? [] : [line('ride.feel', j.feel)]),
    ];
  });
  await insert(db, 'entry', entryColumns, entries);
  await setUps(db, FIRST_JOB, list, machines);
  const name = (m: (typeof machines)[number]) => `${m.of[0]} ${m.of[1]} ${m.year}`;
  const find: [string, string][] = [
    ['kind', 'text'],
    ['id', 'int'],
    ['title', 'text'],
    ['words', 'text'],
  ];
  await insert(
    db,
    'findable',
    find,
    customers.map((c, i) => ['customer', i + 1, c, c.toLowerCase()]),
  );
  await insert(
    db,
    'findable',
    find,
    machines.map((m, i) => {
      const title = `${name(m)} · ${m.registration} · ${customers[m.customer - 1]}`;
      return ['machine', i + 1, title, `${title} ${m.frame}`.toLowerCase()];
    }),
  );
  await insert(
    db,
    'findable',
    find,
    list.map((j, i) => {
      const m = machines[j.machine]!;
      const title = `Job ${FIRST_JOB + i} · ${name(m)} · ${customers[m.customer - 1]}`;
      return ['job', FIRST_JOB + i, title, `${title} ${m.registration} ${m.frame} ${j.complaint} ${j.words} ${m.of[3]}`.toLowerCase()];
    }),
  );
  await db.none('ANALYZE');
}

interface Done {
  machine: number;
  at: number;
  kg: number;
  feel: string;
  open: boolean;
}

/** The set-up each job left behind, and the mirror machines alike are found by. */
async function setUps(db: Db, firstJob: number, list: Done[], machines: { of: (typeof MODELS)[number] }[]): Promise<void> {
  const done = list.flatMap((j, i) => (j.open ? [] : [{ ...j, id: firstJob + i }]));
  const value = (text: string, unit: string | null, n: number) => ({ text, unit, value: n, from: 'fitted' });
  const document = (j: Done) => {
    const noSag = { staticMm: null, riderMm: null };
    const values = { 'rear.spring': value(`${j.kg - 20} N/mm`, 'N/mm', j.kg - 20), 'rear.rebound.out': value('12', null, 12) };
    return JSON.stringify({ version: 'setup/1', values, preloadMm: {}, sag: { rear: noSag, front: noSag } });
  };
  await insert(
    db,
    'setup',
    [
      ['machine_id', 'int'],
      ['job_id', 'int'],
      ['kind', 'text'],
      ['document', 'jsonb'],
      ['recorded_at', 'timestamptz'],
    ],
    done.map((j) => [j.machine + 1, j.id, 'rebuild', document(j), new Date(j.at).toISOString()]),
  );
  await insert(
    db,
    'likeness',
    [
      ['job_id', 'int'],
      ['machine_id', 'int'],
      ['setup_id', 'int'],
      ['type', 'text'],
      ['use', 'text'],
      ['rider_kg', 'float8'],
      ['machine_kg', 'float8'],
      ['rear_travel_mm', 'float8'],
      ['front_travel_mm', 'float8'],
      ['feel', 'text'],
    ],
    done.map((j, i) => {
      const [, , type, use, kg, rear, front] = machines[j.machine]!.of;
      return [j.id, j.machine + 1, i + 1, type, use, j.kg, kg, rear, front, j.feel];
    }),
  );
}

async function main(): Promise<void> {
  const [directory, count = '20000'] = process.argv.slice(2);
  if (!directory || !/^\d{1,6}$/.test(count)) throw new Error('npm run many -- DIRECTORY [JOBS]');
  const base = await openDb(resolve(join(directory)));
  if ((await base.one<{ n: number }>('SELECT count(*)::int AS n FROM job')).n > 0) throw new Error('This base is not empty.');
  await fillMany(base, Number(count));
  await base.close();
  const { DATABASE_URL } = process.env;
  console.log(
    DATABASE_URL
      ? `${count} jobs in the base DATABASE_URL names. Open them with the same DATABASE_URL: npm start`
      : `${count} jobs in ${directory}. Open them with MAVRIN_DATA=${directory} npm start`,
  );
}

// Not by import.meta.url: bundled into the bench, both would be the bundle.
if (/[\\/]many\.ts$/.test(process.argv[1] ?? ''))
  main().then(
    () => process.exit(0),
    (failure: unknown) => {
      console.error(failure instanceof Error ? failure.message : failure);
      process.exit(1);
    },
  );
