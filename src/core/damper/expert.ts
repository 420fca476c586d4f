import { FATIGUE_CAUTION_MPA, stack } from '../plate/stack';
import { ok, type Result } from '../result';
import { tableOf, valueAt } from '../numerics/table';
import { damper, type DamperEffects, type DamperFigures, DROP_OF, valveIn, type ValveName } from './damper';
import { LIFT_ELEMENTS, type LiftOf, type Oil } from './valve';

/** What an expert expects of a damper beyond its plain curve, each effect by itself, and what a ride's speeds do to its shims. */

export interface Forces {
  compressionN: number[];
  reboundN: number[];
}

export interface ExpertRequest {
  figures: DamperFigures;
  oil: { cold: Oil; warm: Oil; hot: Oil };
  speedsMPerS: readonly number[];
  /** Pressure that opens the sprung check valve on the way back, MPa; null where nobody measured it. */
  checkOpensMPa: number | null;
  /** What the damper yields by, at the shaft, N/m. */
  yieldsNPerM: number;
  /** The swing its loop is drawn for: most shaft speed (m/s) and frequency (Hz). */
  swing: { mPerS: number; hz: number };
}

export interface Expert {
  plain: Forces;
  /** Coefficients that follow the Reynolds number, in cold, warm and hot oil; the plain curve is the same in all three but for its laminar parts. */
  thick: { cold: Forces; warm: Forces; hot: Forces };
  parting: Forces;
  /** null where the check valve's opening is not measured. */
  check: Forces | null;
  /** Speed (m/s, compression positive) and force through one whole swing, rigid and on what yields; and how far force lags behind speed, s. */
  loop: { speedMPerS: number[]; rigidN: number[]; passedN: number[]; lagS: number };
}

const pick = (r: { compressionN: number[]; reboundN: number[] }): Forces => ({ compressionN: r.compressionN, reboundN: r.reboundN });
/** Points of a loop, and swings ridden until it repeats itself. */
const LOOP_POINTS = 120;
const SWINGS = 3;
const SUBSTEPS = 20;

/** Force at any speed, straight between the points of both directions. */
function between(speeds: readonly number[], { compressionN, reboundN }: Forces): (v: number) => number {
  const [compression, rebound] = [tableOf(speeds, compressionN), tableOf(speeds, reboundN)];
  return (v) => Math.sign(v) * valueAt(v >= 0 ? compression : rebound, Math.abs(v));
}

/** One swing of a damper that sits on something that yields: F′ = k·(v − v_d(F)), stepped as its force's own slope asks. Source: Maxwell's element. */
function loopOf(forceAt: (v: number) => number, { swing: { mPerS, hz }, yieldsNPerM }: ExpertRequest): Expert['loop'] {
  const steps = LOOP_POINTS * SUBSTEPS;
  const dt = 1 / hz / steps;
  const speedAt = (i: number) => mPerS * Math.sin((2 * Math.PI * i) / steps);
  const [speedMPerS, rigidN, passedN]: [number[], number[], number[]] = [[], [], []];
  let force = 0;
  let crossedS: number | null = null;
  for (let i = 0; i < SWINGS * steps; i += 1) {
    const v = speedAt(i);
    const rigid = forceAt(v);
    const c = Math.max((forceAt(v + 0.01) - forceAt(v - 0.01)) / 0.02, 1);
    const before = force;
    force = rigid + (force - rigid) * Math.exp((-yieldsNPerM / c) * dt);
    if (i < (SWINGS - 1) * steps) continue;
    const k = i - (SWINGS - 1) * steps;
    if (k % SUBSTEPS === 0) {
      speedMPerS.push(v);
      rigidN.push(rigid);
      passedN.push(force);
    }
    // Speed turns at half a swing; force does so later.
    if (crossedS === null && k > steps / 4 && before > 0 && force <= 0) crossedS = k * dt - 0.5 / hz;
  }
  return { speedMPerS, rigidN, passedN, lagS: crossedS ?? 0 };
}

/**
 * A damper as an expert looks at it.
 * @returns forces in N at the shaft, lag in s
 * Errors: those of the damper.
 * Source: Merritt, Hydraulic Control Systems, 3.4 (coefficients); vapour holds no tension (parting); Maxwell's element (yielding). From memory.
 */
export function expert(request: ExpertRequest, liftOf: LiftOf): Result<Expert> {
  const { figures, oil, speedsMPerS, checkOpensMPa } = request;
  const run = (with_: Oil, effects: DamperEffects) => damper({ ...figures, oil: with_, velocitiesMPerS: speedsMPerS, effects }, liftOf);
  const [plain, parting] = [run(oil.warm, {}), run(oil.warm, { parting: true })];
  const thick = [oil.cold, oil.warm, oil.hot].map((o) => run(o, { reynolds: true }));
  const check = checkOpensMPa === null || !figures.base ? null : run(oil.warm, { checkOpensMPa });
  for (const r of [plain, parting, ...thick, ...(check ? [check] : [])]) if (!r.ok) return r;
  const forces = (r: typeof plain): Forces => pick((r as Extract<typeof r, { ok: true }>).value);
  return ok({
    plain: forces(plain),
    thick: { cold: forces(thick[0]!), warm: forces(thick[1]!), hot: forces(thick[2]!) },
    parting: forces(parting),
    check: check && forces(check),
    loop: loopOf(between(speedsMPerS, forces(plain)), request),
  });
}

/** How often a ride's swings reached each shaft speed: turns of the damper, by direction. */
export interface Swings {
  /** Most speed of each swing, m/s, middles of the bins, and how many a second. */
  mPerS: readonly number[];
  perSecond: { compression: readonly number[]; rebound: readonly number[] };
}

export interface ShimLife {
  valve: ValveName;
  /** Stress at the hardest swing of the ride, MPa. */
  mostMPa: number;
  /** Share of the life used up in an hour of this ground; 0 where no swing reaches what counts. */
  damagePerHour: number;
}

/** Hardened spring steel in bending from nothing: the stress cautioned against is borne so many swings, with this slope beyond. From memory. */
const ENDURED_SWINGS = 2e6;
const SLOPE = 9;
/** Stress under which a swing does no harm worth adding up, as a share of what is borne for ever. From memory. */
const COUNTS_FROM = 0.6;

/** Swings to a crack at a stress. Source: Basquin's line. */
const swingsTo = (mpa: number): number => ENDURED_SWINGS * (FATIGUE_CAUTION_MPA / mpa) ** SLOPE;

/**
 * What the swings of a ride do to each stack: stress at each speed by the plates themselves, added up by Miner's rule.
 * @returns a line for each stack, hardest worked first
 * Source: Palmgren and Miner; Basquin (both from memory). The figures of the steel are known to a factor of a few.
 */
export function shimLives(figures: DamperFigures, oil: Oil, swings: Swings, liftOf: LiftOf): ShimLife[] {
  const found = damper({ ...figures, oil, velocitiesMPerS: [...swings.mPerS] }, liftOf);
  if (!found.ok) return [];
  const { pressureDropsMPa } = found.value;
  return (['compression', 'rebound', 'base'] as const)
    .flatMap((valve): ShimLife[] => {
      const request = valveIn(figures, valve)?.stack;
      if (!request) return [];
      const pressuresMPa = pressureDropsMPa.map((d) => d[DROP_OF[valve]]?.curtainMPa ?? 0);
      const counts = swings.perSecond[valve === 'rebound' ? 'rebound' : 'compression'];
      const met = pressuresMPa.map((p, i) => ({ p, n: counts[i]! })).filter(({ p, n }) => p > 0 && n > 0);
      if (met.length === 0) return [{ valve, mostMPa: 0, damagePerHour: 0 }];
      const solved = stack({ ...request, pressuresMPa: met.map(({ p }) => p) }, LIFT_ELEMENTS);
      if (!solved.ok) return [];
      const stress = solved.value.maxStressMPa;
      const harm = met.reduce(
        (sum, { n }, i) => (stress[i]! < COUNTS_FROM * FATIGUE_CAUTION_MPA ? sum : sum + n / swingsTo(stress[i]!)),
        0,
      );
      return [{ valve, mostMPa: Math.max(...stress), damagePerHour: 3600 * harm }];
    })
    .sort((a, b) => b.mostMPa - a.mostMPa);
}
