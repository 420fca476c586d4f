import { serves } from '@/catalogue/uses';
import { dayOf } from '@/catalogue/days';
import { parseDate } from '@internationalized/date';
import { MM_PER_KM } from '@/core/constants/constants';
import { MIN_DAYS_APART } from '@/knowledge/limits';
import type { Entries } from '@/catalogue/entry';
import type { Component } from '@/knowledge/procedures/components';
import type { Procedure } from '@/knowledge/procedures/procedure';
import { numberOf, textOf } from '../model/read';
import type { End } from '@/catalogue/ends';
import type { ServiceRule } from '@/knowledge/service/page';
import type { ClockReading, MakerService, ServiceBasis } from '@/schema/service';

/** When a machine is due again: from what was serviced when, and from its own pace. */

const DAY_MS = 86_400_000;

export interface Due {
  rule: ServiceRule;
  /** ISO day, or null where no limit can be told as a day. */
  on: string | null;
  by: 'distance' | 'hours' | 'months' | null;
  words: string;
}

const addDays = (day: string, days: number): string =>
  parseDate(day)
    .add({ days: Math.round(days) })
    .toString();

/** The day so many months later; the 31st becomes the last of a shorter month. */
export const addMonths = (day: string, months: number): string =>
  parseDate(day)
    .add({ months: Math.round(months) })
    .toString();

export const clockReading = (entries: Entries, at: string): ClockReading => {
  const mm = numberOf(entries, 'clock.distance');
  return { on: dayOf(at), km: mm === null ? null : mm / MM_PER_KM, hours: numberOf(entries, 'clock.hours') };
};

/** The machine's own pace a day, from its first and last reading far enough apart; null where the clock was read once only or went back. */
export function paceOf(readings: readonly ClockReading[], clock: 'km' | 'hours'): number | null {
  const read = readings.filter((r) => r[clock] !== null).sort((a, b) => a.on.localeCompare(b.on));
  const [first, last] = [read[0], read.at(-1)];
  if (!first || !last) return null;
  const days = (Date.parse(last.on) - Date.parse(first.on)) / DAY_MS;
  const more = last[clock]! - first[clock]!;
  return days >= MIN_DAYS_APART && more > 0 ? more / days : null;
}

/** True where a job opened this end: a procedure of it was worked, its oil changed or its shims built. */
export function servicedIn(
  entries: Entries,
  procedures: readonly { n: number; procedure: Procedure }[],
  end: End,
): Component | 'yes' | null {
  const worked = procedures.find(
    ({ n, procedure }) => procedure.end === end && Object.keys(entries).some((f) => f.startsWith(`work.${n}.`) && f.endsWith('.done')),
  );
  if (worked) return worked.procedure.component;
  const dampers = end === 'rear' ? ['rear'] : ['front', 'other'];
  const built = dampers.some((d) => Object.keys(entries).some((f) => f.startsWith(`built.${d}.`)));
  return built || textOf(entries, `fitted.${end}.oil`) !== '' ? 'yes' : null;
}

/** What the maker's own book asks for of one end; null where nothing of it is typed. */
export function makerServiceOf(machine: Entries, end: End): MakerService | null {
  const of = (what: 'km' | 'hours' | 'months') => numberOf(machine, `machine.service.${end}.${what}`);
  const service = { distanceKm: of('km'), hours: of('hours'), months: of('months') };
  return Object.values(service).every((x) => x === null) ? null : service;
}

export interface ServicedJob {
  at: string;
  entries: Entries;
  procedures: readonly { n: number; procedure: Procedure }[];
  signed: boolean;
}

/** What the due dates of one end rest on; null where nothing tells of a service. */
export function basisOf(jobs: readonly ServicedJob[], end: End): ServiceBasis | null {
  const inOrder = [...jobs].sort((a, b) => a.at.localeCompare(b.at));
  const readings = inOrder.map((j) => clockReading(j.entries, j.at));
  const newest = inOrder.at(-1);
  if (!newest) return null;
  const common = {
    end,
    use: textOf(newest.entries, 'use'),
    kmPerDay: paceOf(readings, 'km'),
    hoursPerDay: paceOf(readings, 'hours'),
  };
  for (let i = inOrder.length - 1; i >= 0; i -= 1) {
    const job = inOrder[i]!;
    const what = job.signed ? servicedIn(job.entries, job.procedures, end) : null;
    if (what) return { ...common, component: what === 'yes' ? null : what, serviced: readings[i]! };
  }
  // Nothing was opened here: what the owner told of the last service still counts.
  const sinceMm = numberOf(newest.entries, 'found.sinceService');
  const now = readings.at(-1)!;
  if (sinceMm === null || now.km === null) return null;
  const since = sinceMm / MM_PER_KM;
  const daysAgo = common.kmPerDay === null ? 0 : since / common.kmPerDay;
  return { ...common, component: null, serviced: { on: addDays(now.on, -daysAgo), km: now.km - since, hours: null } };
}

const fits = (rule: ServiceRule, basis: ServiceBasis) =>
  rule.end === basis.end &&
  (rule.uses.length === 0 || serves(rule.uses, basis.use)) &&
  (rule.components.length === 0 || (basis.component !== null && rule.components.includes(basis.component)));

const many = (x: number) => Math.round(x).toLocaleString('en-GB').replaceAll(',', '\u202f');

/** One rule against one basis: the first limit reached decides. */
function dueBy(rule: ServiceRule, { serviced, kmPerDay, hoursPerDay }: ServiceBasis): Due {
  const limits: { by: Due['by']; on: string; words: string }[] = [];
  if (rule.months !== null)
    limits.push({ by: 'months', on: addMonths(serviced.on, rule.months), words: `${rule.months} months after the last` });
  if (rule.distanceKm !== null && kmPerDay !== null)
    limits.push({
      by: 'distance',
      on: addDays(serviced.on, rule.distanceKm / kmPerDay),
      words: `${many(rule.distanceKm)} km at ${many(kmPerDay * 30.4)} km a month${serviced.km === null ? '' : `, at ${many(serviced.km + rule.distanceKm)} km`}`,
    });
  if (rule.hours !== null && hoursPerDay !== null)
    limits.push({
      by: 'hours',
      on: addDays(serviced.on, rule.hours / hoursPerDay),
      words: `${many(rule.hours)} h at ${(hoursPerDay * 30.4).toFixed(1)} h a month${serviced.hours === null ? '' : `, at ${many(serviced.hours + rule.hours)} h`}`,
    });
  const [first] = limits.sort((a, b) => a.on.localeCompare(b.on));
  if (first) return { rule, on: first.on, by: first.by, words: first.words };
  const wants = [rule.distanceKm === null ? '' : `${many(rule.distanceKm)} km`, rule.hours === null ? '' : `${many(rule.hours)} h`].filter(
    Boolean,
  );
  return { rule, on: null, by: null, words: `after ${wants.join(' or ')}; its pace is not known until the clock is read twice` };
}

/** The maker's own book as a rule: it stands before all of the shop's. */
const makersRule = (end: End, maker: MakerService): ServiceRule => ({
  id: `maker-${end}`,
  name: end === 'rear' ? 'Shock service by the maker’s book' : 'Fork service by the maker’s book',
  end,
  uses: [],
  components: [],
  ...maker,
  origin: 'the maker’s book',
});

/** What is due of one end, the earliest first; a rule for its very component stands before one for all. */
export function dueOf(rules: readonly ServiceRule[], basis: ServiceBasis): Due | null {
  if (basis.maker) return dueBy(makersRule(basis.end, basis.maker), basis);
  const dues = rules.filter((r) => fits(r, basis)).map((r) => dueBy(r, basis));
  return dues.sort((a, b) => (a.on ?? '9999').localeCompare(b.on ?? '9999'))[0] ?? null;
}

/** What the shop may send to the owner. */
export function reminderText(d: { owner: string; machine: string; name: string; on: string; words: string }): string {
  return [
    `Dear ${d.owner},`,
    `by our book your ${d.machine} is due around ${d.on}: ${d.name.toLowerCase()} (${d.words}).`,
    'This follows from how far it usually goes; if you rode more or less, tell us the odometer and we count again. The maker’s manual goes before our figure.',
    'Shall we keep a stand free for it?',
  ].join('\n');
}
