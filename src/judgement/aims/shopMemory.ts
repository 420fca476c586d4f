import type { End } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import type { ShopFitted } from '@/core/spring/choiceBasis';
import { type MachineKind } from '@/knowledge/kinds';
import { PRACTICE } from '@/knowledge/practice';
import type { FittedBefore } from '@/schema/pages';
import { mixOf } from './ground';
import { paceSteps } from './basis';
import { carriedKg, knownOf } from './loadsTold';
import { type JobFacts, withEntries } from '../model/facts';
import { numberOf, textOf } from '../model/read';

/** What this shop fitted on machines of one model before, and what that says for the rider who sits on it now. */

/** Masses a spring carries at one wheel as the rider of these facts rides, kg: what stands in for a figure is the kind's. Null without a rider. */
function ladenKg(facts: JobFacts, end: End, kind: MachineKind): number | null {
  const riderKg = numberOf(facts.entries, 'rider.mass');
  if (riderKg === null) return null;
  const known = knownOf(facts);
  const figure = (name: keyof typeof kind.figures) => known[name] ?? kind.figures[name].mean;
  const forward = figure('riderForwardMm') / figure('wheelbaseMm');
  const share = (front: number) => (end === 'front' ? front : 1 - front);
  const unsprungKg = figure(end === 'front' ? 'unsprungFrontKg' : 'unsprungRearKg');
  return figure('machineKg') * share(figure('frontShare')) - unsprungKg + riderKg * share(forward) + carriedKg(facts, end, kind);
}

const paceOf = ({ entries }: JobFacts, kind: MachineKind) =>
  paceSteps({ kind, pace: textOf(entries, 'pace') || null, ground: mixOf(entries) });

/** What fields of a job begin with that say for whom and what a spring was chosen. */
export const LOAD_FIELDS = ['rider', 'passenger', 'luggage', 'load', 'pace', 'ground'] as const;

/** A rate fitted for another rider, load and pace, brought to this one by the law springs are usually fitted by; as it was where no rider was told. */
function brought(facts: JobFacts, end: End, kind: MachineKind, rateNPerMm: number, told: Entries): number {
  const theirs = withEntries(facts, told);
  const [here, there] = [ladenKg(facts, end, kind), ladenKg(theirs, end, kind)];
  if (here === null || there === null || there <= 0) return rateNPerMm;
  const { loadPower, paceStep } = PRACTICE[end];
  return rateNPerMm * (here / there) ** loadPower * Math.exp(paceStep * (paceOf(facts, kind) - paceOf(theirs, kind)));
}

/** The springs fitted on this model at one end, each brought to this rider's load. */
export const broughtHere = (facts: JobFacts, end: End, kind: MachineKind): ShopFitted[] =>
  facts.fitted.flatMap(({ rateNPerMm, told, rode }) => {
    const rate = rateNPerMm[end];
    return rate === null ? [] : [{ rateNPerMm: brought(facts, end, kind, rate, told), rode }];
  });

/** What the shop's memory of one end comes to: how many, between which rates as fitted, and how they rode; null where there is none. */
export interface MemoryOfEnd {
  jobs: (Omit<FittedBefore, 'rateNPerMm' | 'told'> & { rateNPerMm: number; riderKg: number | null })[];
  fromNPerMm: number;
  toNPerMm: number;
  /** The same brought to this rider's load, least and most; as they were where no rider was told. */
  hereNPerMm: readonly [number, number];
  /** How many rode each way; `unsaid` where nobody told. */
  rode: Record<'better' | 'same' | 'worse' | 'unsaid', number>;
}

export function memoryOf(facts: JobFacts, end: End, kind: MachineKind): MemoryOfEnd | null {
  const jobs = facts.fitted.flatMap(({ rateNPerMm, told, ...job }) => {
    const rate = rateNPerMm[end];
    return rate === null ? [] : [{ ...job, rateNPerMm: rate, riderKg: numberOf(told, 'rider.mass') }];
  });
  if (jobs.length === 0) return null;
  const rates = jobs.map((j) => j.rateNPerMm);
  const here = broughtHere(facts, end, kind).map((s) => s.rateNPerMm);
  const rode = { better: 0, same: 0, worse: 0, unsaid: 0 };
  for (const job of jobs) rode[job.rode ?? 'unsaid'] += 1;
  return { jobs, fromNPerMm: Math.min(...rates), toNPerMm: Math.max(...rates), hereNPerMm: [Math.min(...here), Math.max(...here)], rode };
}
