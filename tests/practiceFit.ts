import type { End } from '@/catalogue/ends';
import type { MachineType } from '@/catalogue/fields/machine';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { USUAL_PLACE_SHARE } from '@/core/loads/places';
import { kindOf } from '@/knowledge/inForce';
import { KIND_PRACTICE, PACE_STEPS, PRACTICE } from '@/knowledge/practice';
import outcomes from './outcomes.json';

/** The law of what is fitted, made from the outcomes: what knowledge/practice.ts keeps is what this gives. */

export interface RateCase {
  id: string;
  kind: MachineType;
  end: End;
  of: 'rate' | 'preload';
  given: {
    machine: string;
    machineKg: number;
    frontTravelMm: number;
    rearTravelMm: number;
    riderKg: number;
    passengerKg?: number;
    use: string;
    pace: string;
    ground?: Record<string, number>;
    leverageRatio?: number;
  };
  accept: { low: number; high: number };
}

export const RATE_CASES: readonly RateCase[] = outcomes.rates.map((r) => ({
  ...(r as unknown as RateCase),
  end: r.asks.startsWith('front') ? 'front' : 'rear',
  of: r.asks.endsWith('preload') ? 'preload' : 'rate',
}));

/** A passenger named and no shares told: ridden so for the most part (judgement/aims/basis.ts). */
const RIDDEN_SO = 0.7;

/** What is left of a case once its load is taken out: ln of wheel rate × travel over load^power, with travel and pace. */
function reduced({ kind, end, given, accept }: RateCase) {
  const { figures, rearSprings } = kindOf(kind);
  const front = end === 'front';
  const share = (mean: number) => (front ? mean : 1 - mean);
  const unsprung = front ? figures.unsprungFrontKg.mean : figures.unsprungRearKg.mean;
  const rider = given.riderKg * share(figures.riderForwardMm.mean / figures.wheelbaseMm.mean);
  const passenger = RIDDEN_SO * (given.passengerKg ?? 0) * share(USUAL_PLACE_SHARE.passenger);
  const loadN = (given.machineKg * share(figures.frontShare.mean) - unsprung + rider + passenger) * STANDARD_GRAVITY_M_PER_S2;
  const cos = front ? Math.cos((figures.rakeDeg.mean * Math.PI) / 180) : 1;
  const ratio = front ? 1 : (given.leverageRatio ?? figures.leverageRatio.mean);
  const travelMm = (front ? given.frontTravelMm : given.rearTravelMm) * cos;
  const springs = front ? 2 : rearSprings;
  const wheelRate = (Math.sqrt(accept.low * accept.high) * springs) / (ratio * ratio * cos * cos);
  return {
    kind,
    features: [1, Math.log(travelMm / 200), PACE_STEPS[given.pace]!] as const,
    y: Math.log(wheelRate * travelMm) - PRACTICE[end].loadPower * Math.log(loadN),
  };
}

/** How many cases the law itself is worth against a kind's own. */
const LAW_IS_WORTH = 0.5;

/** Least squares in three unknowns by the normal equations. */
function solve3(rows: { x: readonly number[]; y: number; w: number }[]): number[] {
  const a = [0, 1, 2].map((i) => [0, 1, 2].map((j) => rows.reduce((s, r) => s + r.w * r.x[i]! * r.x[j]!, 0)));
  const b = [0, 1, 2].map((i) => rows.reduce((s, r) => s + r.w * r.x[i]! * r.y, 0));
  for (let i = 0; i < 3; i += 1)
    for (let j = 0; j < 3; j += 1) {
      if (j === i) continue;
      const f = a[j]![i]! / a[i]![i]!;
      for (let k = 0; k < 3; k += 1) a[j]![k]! -= f * a[i]![k]!;
      b[j]! -= f * b[i]!;
    }
  return [0, 1, 2].map((i) => b[i]! / a[i]![i]!);
}

export interface Fitted {
  logConstant: number;
  travelPower: number;
  paceStep: number;
  logFactor: Partial<Record<MachineType, number>>;
}

/** The law over all kinds, each kind weighing alike, and what each kind has beside it. */
export function fitPractice(cases: readonly RateCase[], end: End): Fitted {
  const rows = cases.filter((c) => c.end === end && c.of === 'rate').map(reduced);
  const of = (kind: MachineType) => rows.filter((r) => r.kind === kind);
  const [logConstant, travelPower, paceStep] = solve3(rows.map((r) => ({ x: r.features, y: r.y, w: 1 / of(r.kind).length })));
  const law = [logConstant!, travelPower!, paceStep!];
  const left = (r: (typeof rows)[number]) => r.y - r.features.reduce((s, x, i) => s + x * law[i]!, 0);
  const logFactor = Object.fromEntries(
    (Object.keys(KIND_PRACTICE) as MachineType[]).map((kind) => {
      const own = of(kind);
      return [kind, own.reduce((s, r) => s + left(r), 0) / (own.length + LAW_IS_WORTH)];
    }),
  );
  return { logConstant: law[0]!, travelPower: law[1]!, paceStep: law[2]!, logFactor };
}
