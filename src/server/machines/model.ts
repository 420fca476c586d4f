import type { ModelFigure, OfModel } from '@/schema/answers';
import { dayOf } from '@/catalogue/days';
import type { z } from 'zod';
import { recorded, type Entries, type Entry } from '@/catalogue/entry';
import { isOfModel } from '@/catalogue/fields';
import { jobNumber } from '@/catalogue/jobs';
import { db, type Sql } from '@/db/client';
import { oneNewEntry } from '@/db/queries/entries';
import { type Machine, maybeOneMachine } from '@/db/queries/machines';
import { manyJobTimes, manyOriginsOf, manyPerhapsOfModel } from '@/db/queries/models';
import { textOf } from '@/judgement/model/read';
import type { modelRequest } from '@/schema/requests';
import { type Answer, missing, Refusal, refused } from '../answer';
import { currentEntries, currentEntriesOf } from '../entries';
import { machineName } from '../find';
import { inTransaction } from '../transaction';

/** What the book knows of a model: figures measured once on one machine serve the next of that name, each with the job and the day it comes from. */

/** No book lists more machines of one model than anybody reads. */
const MAX_OF_MODEL = 12;

/** The name a machine counts as; null where it stands apart from its model. */
function familyOf(machine: Machine, figures: Entries): string | null {
  if (textOf(figures, 'machine.alone') === 'yes') return null;
  return (textOf(figures, 'machine.family').trim() || `${machine.make} ${machine.model}`).toLowerCase();
}

async function figuresWithOrigin(sql: Sql, machines: readonly Machine[], figures: ReadonlyMap<number, Entries>): Promise<OfModel[]> {
  const ids = machines.map((m) => m.id);
  const [jobs, origins] = [await manyJobTimes(sql, ids), await manyOriginsOf(sql, ids)];
  return machines.map((machine) => {
    const name = machineName(machine);
    const own = (entry: Entry) => {
      const job = jobs.filter((j) => j.machineId === machine.id && Date.parse(j.takenInAt) <= Date.parse(entry.at!)).at(-1);
      return `${name}${job ? `, job ${jobNumber(job.id)}` : ''}, ${dayOf(entry.at!)}`;
    };
    return {
      id: machine.id,
      name,
      year: machine.year,
      figures: recorded(figures.get(machine.id) ?? {})
        .filter((e) => isOfModel(e.field) && e.text !== '')
        .map((e) => ({ ...e, origin: origins.find((o) => o.machineId === machine.id && o.field === e.field)?.origin ?? own(e) })),
    };
  });
}

/** The other machines that count as this one's model, and what is known of each; none where it stands apart. */
async function sameOf(sql: Sql, machine: Machine, figures: Entries): Promise<{ same: Machine[]; theirs: Map<number, Entries> }> {
  const family = familyOf(machine, figures);
  if (family === null) return { same: [], theirs: new Map() };
  const perhaps = (await manyPerhapsOfModel(sql, family, MAX_OF_MODEL)).filter((m) => m.id !== machine.id);
  const theirs = await currentEntriesOf(
    sql,
    'machine_id',
    perhaps.map((m) => m.id),
  );
  return { same: perhaps.filter((m) => familyOf(m, theirs.get(m.id) ?? {}) === family), theirs };
}

async function othersOf(sql: Sql, machine: Machine, figures: Entries): Promise<OfModel[]> {
  const { same, theirs } = await sameOf(sql, machine, figures);
  return (await figuresWithOrigin(sql, same, theirs)).filter((m) => m.figures.length > 0);
}

/** This machine and the others of its model. */
export async function machinesOfFamily(sql: Sql, machine: Machine): Promise<Machine[]> {
  const { same } = await sameOf(sql, machine, await currentEntries(sql, { machineId: machine.id }));
  return [machine, ...same];
}

/** The other machines of this machine's model, with what is known of each. */
export async function machinesOfModel(machineId: number): Promise<Answer<OfModel[]>> {
  const sql = await db();
  const machine = await maybeOneMachine(sql, machineId);
  if (!machine) return missing('machine');
  return { ok: true, value: await othersOf(sql, machine, await currentEntries(sql, { machineId })) };
}

/** Where this machine's figures come from that were taken from its model, by field. */
export async function originsOf(sql: Sql, machineId: number): Promise<Record<string, { text: string; origin: string }>> {
  return Object.fromEntries((await manyOriginsOf(sql, [machineId])).map(({ field, text, origin }) => [field, { text, origin }]));
}

/**
 * Takes figures of another machine of the model: those named, or all this one lacks. Each keeps where it comes from.
 * Refusals: not-found; field-unknown for a figure the other does not have.
 */
export async function takeFromModel(
  machineId: number,
  request: z.output<typeof modelRequest>,
): Promise<Answer<{ entries: ModelFigure[] }>> {
  return inTransaction(async (sql) => {
    const machine = await maybeOneMachine(sql, machineId);
    if (!machine) throw new Refusal(missing('machine'));
    const figures = await currentEntries(sql, { machineId });
    const other = (await othersOf(sql, machine, figures)).find((m) => m.id === request.from);
    if (!other) throw new Refusal(missing('machine of this model'));
    const unknown = request.fields?.find((field) => !other.figures.some((f) => f.field === field));
    if (unknown) throw new Refusal(refused('field-unknown', ['fields'], { field: unknown }));
    const entries: ModelFigure[] = [];
    for (const { field, text, unit, value, origin } of other.figures) {
      if (request.fields ? !request.fields.includes(field) : field in figures) continue;
      const put = await oneNewEntry(
        sql,
        { machineId },
        { field, text, unit, value, technicianId: null, device: `model, ${origin}`, at: null, undoes: null },
      );
      entries.push({ field, text, unit, value, at: put.at, origin });
    }
    return { entries };
  });
}
