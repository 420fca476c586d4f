import type { JobFacts } from '../model/facts';
import { MM_PER_KM } from '@/core/constants/constants';
import { effectiveOf } from '../model/effective';
import { sagOf } from '../model/measure';
import { numberOf } from '../model/read';
import type { End } from '@/catalogue/ends';

/** What was measured of a machine at one job, against time, distance and hours. */
export interface HistoryPoint {
  jobId: number;
  at: string;
  distanceKm: number | null;
  hours: number | null;
  ends: Record<End, { staticMm: number | null; riderMm: number | null; effectiveNPerMm: number | null; usedMm: number | null }>;
}

export function historyPoint(job: { id: number; takenInAt: string }, facts: JobFacts): HistoryPoint {
  const of = (end: End) => {
    const sag = sagOf(facts, end);
    const effective = effectiveOf(facts, end);
    return {
      staticMm: sag?.result.ok ? sag.result.value.staticSagMm : null,
      riderMm: sag?.result.ok ? sag.result.value.riderSagMm : null,
      effectiveNPerMm: effective?.ok ? effective.value.effectiveRateNPerMm : null,
      usedMm: numberOf(facts.entries, `ride.used.${end}`) ?? numberOf(facts.entries, `measure.${end}.used`),
    };
  };
  const distanceMm = numberOf(facts.entries, 'clock.distance');
  return {
    jobId: job.id,
    at: job.takenInAt,
    distanceKm: distanceMm === null ? null : distanceMm / MM_PER_KM,
    hours: numberOf(facts.entries, 'clock.hours'),
    ends: { rear: of('rear'), front: of('front') },
  };
}

export const AXES = { days: 'Days since first here', distance: 'Distance', hours: 'Engine hours' } as const;
export type Axis = keyof typeof AXES;
export const AXIS_UNIT: Record<Axis, string> = { days: 'd', distance: 'km', hours: 'h' };

const DAY_MS = 86_400_000;

/** Where a job stands along an axis; null where its clock was not read. */
export function alongAxis(points: readonly HistoryPoint[], axis: Axis): (number | null)[] {
  const first = Math.min(...points.map((p) => Date.parse(p.at)));
  return points.map((p) =>
    axis === 'days' ? Math.round((Date.parse(p.at) - first) / DAY_MS) : axis === 'distance' ? p.distanceKm : p.hours,
  );
}

export const READINGS = { riderMm: 'Rider sag', staticMm: 'Static sag', usedMm: 'Travel used', effectiveNPerMm: 'Effective rate' } as const;
export type Reading = keyof typeof READINGS;
export const READING_UNIT: Record<Reading, 'mm' | 'N/mm'> = { riderMm: 'mm', staticMm: 'mm', usedMm: 'mm', effectiveNPerMm: 'N/mm' };

/** One reading of one end along an axis, in the axis' order; jobs without it left out. */
export function historyLine(points: readonly HistoryPoint[], axis: Axis, end: End, reading: Reading): [number, number][] {
  const x = alongAxis(points, axis);
  return points
    .flatMap((p, i): [number, number][] => {
      const [at, value] = [x[i] ?? null, p.ends[end][reading]];
      return at === null || value === null ? [] : [[at, value]];
    })
    .sort((a, b) => a[0] - b[0]);
}
