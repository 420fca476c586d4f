import { z } from 'zod';
import { dayOf as dayInShop, noonOf, today } from '@/catalogue/days';
import { jobNumber } from '@/catalogue/jobs';
import { numberIn } from '@/catalogue/tables';
import type { Sql } from '@/db/client';
import { noneMachineHere } from '@/db/queries/branches';
import { oneNewEntry } from '@/db/queries/entries';
import { manyJobsOfMachine, oneNewJob } from '@/db/queries/jobs';
import { maybeOneMachineByFrame, maybeOneMachineLike, maybeOneRoot } from '@/db/queries/machines';
import { maybeOneCustomerLike } from '@/db/queries/people';
import { IMPORTS, type ImportKind, type ImportRequest } from '@/schema/imports';
import { type Imported } from '@/schema/answers';
import { shimMoveRequest } from '@/schema/shims';
import { problemOfZod } from '@/schema/problem';
import { type Answer, conflict, done, orRefuse, Refusal, refused } from '../answer';
import { nothingIsDone } from '../asking';
import { makeJobFindable } from '../find';
import { readField } from '../jobs/record';
import { moved } from '../stock/shims';
import { handBackWithin, newMachine } from '../jobs/takeIn';
import { customerOf } from '../machines/customers';
import { inTransaction } from '../transaction';

/** Lists of an older book taken in: whole or not at all, what is known already is not added twice, and each refusal names its line and cell. */

type Line = Record<string, string>;

/** Each customer, machine or job of a list once, however many of its lines name it. */
class Tally {
  private readonly new_ = new Map<string, Set<number>>();
  private readonly old = new Map<string, Set<number>>();
  count(what: string, id: number, isNew: boolean): void {
    if (!isNew && this.isNew(what, id)) return;
    const of = isNew ? this.new_ : this.old;
    of.set(what, (of.get(what) ?? new Set()).add(id));
  }
  isNew = (what: string, id: number): boolean => this.new_.get(what)?.has(id) ?? false;
  found(): Imported {
    const counts = (of: Map<string, Set<number>>) => Object.fromEntries([...of].map(([what, ids]) => [what, ids.size]));
    return { added: counts(this.new_), known: counts(this.old) };
  }
}

interface Taking {
  sql: Sql;
  tally: Tally;
  device: string;
  dates: Dates | null;
}

const needed = (line: Line, key: string): string => {
  const text = line[key]?.trim() ?? '';
  if (text === '') throw new Refusal(refused('empty', [key]));
  return text;
};

async function customer({ sql, tally }: Taking, line: Line, key: 'name' | 'owner') {
  const [name, phone, email] = [needed(line, key), line.phone?.trim() ?? '', line.email?.trim() ?? ''];
  for (const [at, text, most] of [
    [key, name, 120],
    ['phone', phone, 60],
    ['email', email, 160],
  ] as const)
    if (text.length > most) throw new Refusal(refused('out-of-range', [at], { min: 0, max: most, unit: 'characters' }));
  const found = await maybeOneCustomerLike(sql, name, phone);
  const of = found ?? (await customerOf(sql, { name, phone, email }));
  tally.count('customers', of.id, !found);
  return of;
}

/** The machine of a line: by its frame number, else by model, year and owner; else a new one. */
async function machine(taking: Taking, line: Line): Promise<{ id: number; ownerId: number }> {
  const { sql, tally } = taking;
  const owner = await customer(taking, line, 'owner');
  const [make, model] = [needed(line, 'machine.make'), needed(line, 'machine.model')];
  const frame = line['machine.frame']?.trim() ?? '';
  const byFrame = frame === '' ? null : await maybeOneMachineByFrame(sql, frame);
  if (byFrame && `${byFrame.make} ${byFrame.model}`.toLowerCase() !== `${make} ${model}`.toLowerCase())
    throw new Refusal(
      conflict('already-exists', ['machine.frame'], { what: `Frame number ${frame}, of a ${byFrame.make} ${byFrame.model},` }),
    );
  const year = line['machine.year']?.trim() ?? '';
  const like =
    byFrame ??
    (await maybeOneMachineLike(sql, { make, model, year: /^\d{4}$/.test(year) ? Number(year) : null, frame, ownerId: owner.id }));
  const root = like && (await maybeOneRoot(sql, like.id));
  const figures = Object.entries(line).filter(([key]) => key.startsWith('machine.'));
  const id = root?.id ?? (await newMachine(sql, Object.fromEntries(figures.map(([key, text]) => [key, { text }])), owner, null));
  if (!root) await noneMachineHere(sql, id);
  tally.count('machines', id, !root);
  return { id, ownerId: owner.id };
}

const isoDay = z.iso.date();

type Dates = 'day-first' | 'month-first';
const SLASHED = /^(\d{1,2})\/(\d{1,2})\/(\d{4}|\d{2})$/;

/** Which comes first in the slashed days of a list, where one of them shows it; null where all could be read both ways, or they contradict. */
function datesShown(texts: readonly string[]): Dates | null {
  const parts = texts.flatMap((t) => {
    const [, a, b] = SLASHED.exec(t.trim()) ?? [];
    return a && b ? [[Number(a), Number(b)] as const] : [];
  });
  const [day, month] = [parts.some(([a]) => a > 12), parts.some(([, b]) => b > 12)];
  return day === month ? null : day ? 'day-first' : 'month-first';
}

/** A day as people write it: 2024-05-31, 31.5.2024, or with slashes in the order of the list; null where it is none. */
function dayIn(text: string, dates: Dates | null): string | null {
  const tidy = text.trim();
  const [, d, m, y] = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(tidy) ?? [];
  const [, one, two, year] = SLASHED.exec(tidy) ?? [];
  const iso = (yyyy: string, mm: string, dd: string) =>
    `${yyyy.length === 2 ? `20${yyyy}` : yyyy}-${mm.padStart(2, '0')}-${dd.padStart(2, '0')}`;
  const written = y ? iso(y, m!, d!) : year && one && two ? (dates === 'month-first' ? iso(year, one, two) : iso(year, two, one)) : tidy;
  const read = isoDay.safeParse(written);
  return read.success ? read.data : null;
}

function dayOf({ dates }: Taking, line: Line): string {
  const text = needed(line, 'day');
  if (SLASHED.test(text.trim()) && dates === null) throw new Refusal(refused('day-two-ways', ['day'], { text: text.slice(0, 40) }));
  const day = dayIn(text, dates);
  if (day === null || day > today()) throw new Refusal(refused('day-unreadable', ['day'], { text: text.slice(0, 40) }));
  return day;
}

async function job(taking: Taking, line: Line): Promise<void> {
  const { sql, tally, device } = taking;
  const day = dayOf(taking, line);
  const { id: machineId, ownerId } = await machine(taking, line);
  const at = noonOf(day);
  const there = await manyJobsOfMachine(sql, machineId);
  // Two lines of one day are two jobs; one that was there before the list is the same.
  const same = there.find((j) => dayInShop(j.takenInAt) === day && !tally.isNew('jobs', j.id));
  if (same) return tally.count('jobs', same.id, false);
  // Whatever reads the last job of a machine takes the newest number for it.
  const later = there.find((j) => j.takenInAt > at);
  if (later) throw new Refusal(conflict('later-job-there', ['day'], { job: jobNumber(later.id), day: dayInShop(later.takenInAt) }));
  const { id } = await oneNewJob(sql, machineId, ownerId, day, at);
  for (const [field, text] of Object.entries(line)) {
    if (field.startsWith('machine.') || !field.includes('.') || text.trim() === '') continue;
    const read = orRefuse(readField(field, text.trim(), undefined, 'job'));
    await oneNewEntry(sql, { jobId: id }, { field, ...read, technicianId: null, device, at, undoes: null });
  }
  await makeJobFindable(sql, id);
  await handBackWithin(sql, id, at);
  tally.count('jobs', id, true);
}

/** A count of shims as the drawer has it from now on. */
async function shim({ sql, tally, device }: Taking, line: Line, i: number): Promise<void> {
  const figure = (key: string) => {
    const text = needed(line, key);
    const number = numberIn(text);
    return Number.isFinite(number) ? number : text;
  };
  const [inner, diameter, thickness, count] = [figure('post'), figure('diameter'), figure('thickness'), figure('count')];
  const asked = shimMoveRequest.safeParse({ inner, diameter, thickness, count, kind: 'counted', note: device });
  if (!asked.success) {
    const { path, ...rest } = problemOfZod(asked.error.issues, { inner, diameter, thickness, count });
    throw new Refusal({ ok: false, status: 422, problem: { ...rest, path: path.map((p) => (p === 'inner' ? 'post' : p)) } });
  }
  await moved(sql, asked.data);
  tally.count('sizes of shims', i, true);
}

const TAKEN: Record<ImportKind, (taking: Taking, line: Line, i: number) => Promise<unknown>> = {
  customers: (taking, line) => customer(taking, line, 'name'),
  machines: machine,
  shims: shim,
  jobs: job,
};

/** Jobs are taken in by their days, whatever their order in the list; the rest as it stands. */
function inOrder(kind: ImportKind, rows: readonly Line[], dates: Dates | null): { line: Line; i: number }[] {
  const columns = new Set<string>(IMPORTS[kind].columns.map((c) => c.key));
  const lines = rows.map((row, i) => ({ line: Object.fromEntries(Object.entries(row).filter(([key]) => columns.has(key))), i }));
  const day = (line: Line) => dayIn(line.day ?? '', dates) ?? '';
  return kind === 'jobs' ? lines.sort((a, b) => day(a.line).localeCompare(day(b.line))) : lines;
}

/** What was tried out, thrown to undo it. */
class Tried extends Error {
  constructor(readonly found: Imported) {
    super('tried');
  }
}

/** So many faults are named at once; a list with more is looked at again. */
const MAX_FAULTS = 200;

/** What stands in a cell in place of letters that were read in another encoding than they were written in. */
function refuseLostLetters(line: Line): void {
  const lost = Object.entries(line).find(([, text]) => text.includes('\ufffd'));
  if (lost) throw new Refusal(refused('letters-lost', [lost[0]], { text: lost[1].slice(0, 40) }));
}

/** Takes a list in, or says what would come of it. Refusals carry the path rows, line, column; all of them come at once, in the order of the list. */
export async function importList({ kind, fileName, dry, rows, dates: said }: ImportRequest): Promise<Answer<Imported>> {
  const dates = said ?? datesShown(rows.map((r) => r.day ?? ''));
  try {
    return await inTransaction(async (sql) => {
      const tally = new Tally();
      const faults: { i: number; answer: Refusal['answer'] }[] = [];
      for (const { line, i } of inOrder(kind, rows, dates)) {
        try {
          refuseLostLetters(line);
          await TAKEN[kind]({ sql, tally, device: `list ${fileName}`, dates }, line, i);
        } catch (failure) {
          // The whole is undone in any case: what else is wrong is said with it.
          if (!(failure instanceof Refusal) || faults.length >= MAX_FAULTS) throw failure;
          faults.push({ i, answer: failure.answer });
        }
      }
      if (faults.length > 0) throw new Refusal(together(faults));
      if (dry) throw new Tried(tally.found());
      return tally.found();
    });
  } catch (found) {
    if (!(found instanceof Tried)) throw found;
    nothingIsDone();
    return done(found.found);
  }
}

/** The first fault speaks for all of them; the rest come along. */
function together(faults: readonly { i: number; answer: Refusal['answer'] }[]): Refusal['answer'] {
  const all = [...faults]
    .sort((a, b) => a.i - b.i)
    .map(({ i, answer }) => ({ ...answer.problem, path: ['rows', i, ...answer.problem.path] }));
  const [first] = faults;
  return { ...first!.answer, problem: { ...all[0]!, all } };
}
