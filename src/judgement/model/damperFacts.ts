import type { Side } from '@/catalogue/ends';
import { valveIn } from '@/core/damper/damper';
import { type Sprung, zetaOf } from '@/core/damper/target';
import type { LiftOf } from '@/core/damper/valve';
import { damperView, type ViewRequest } from '@/core/damper/view';

/** What the reasons need of a damper as found, computed. */
export interface DamperFacts {
  /** At 0.1 m/s of the shaft, of critical; null where spring or load is not known. */
  zeta: { compression: number | null; rebound: number | null };
  /** Slowest compression at which the oil parts; null where it does not. */
  cavitatesFromMPerS: number | null;
  choke: { valve: string; portShare: number } | null;
  /** What a click changes at 0.1 m/s, as a share of the force, the best of its clickers; null where it has none. */
  clickShare: number | null;
  /** What a click more out takes off, N, at 0.1 and at 1 m/s, by direction; null where that direction has no clicker. */
  perClickN: Record<Side, { slow: number; fast: number } | null>;
  /** Force now, N, at the same two speeds. */
  forceN: Record<Side, { slow: number; fast: number }>;
  /** Share of the force at 0.1 m/s that heat takes. */
  hotLoss: number;
}

const SLOW_M_PER_S = 0.1;
export const FACT_SPEEDS = [SLOW_M_PER_S, 0.4, 1, 2, 3] as const;
const FAST = FACT_SPEEDS.indexOf(1);

export interface DamperQuestion {
  view: ViewRequest;
  sprung: Sprung | null;
}

/** The answer in the few figures the reasons quote; null where the damper cannot be computed. */
export function damperFacts({ view, sprung }: DamperQuestion, liftOf: LiftOf): DamperFacts | null {
  const found = damperView(view, liftOf);
  if (!found.ok) return null;
  const { fit, hot, beside, cavitates, choke, authority } = found.value;
  const forceN = (side: Side) => fit[`${side}N`][0]! + (beside?.[`${side}N`][0] ?? 0);
  const zeta = (side: Side) => sprung && zetaOf(forceN(side), SLOW_M_PER_S, sprung);
  const from = cavitates.indexOf(true);
  const shares = authority.flatMap((a) => {
    const side = a.valve === 'rebound' ? 'rebound' : 'compression';
    return valveIn(view.fit, a.valve) ? [Math.abs(a.at01MPerSN) / fit[`${side}N`][0]!] : [];
  });
  const perClick = (side: Side) => {
    const found = authority.find((a) => (a.valve === 'rebound') === (side === 'rebound'));
    return found ? { slow: Math.abs(found.at01MPerSN), fast: Math.abs(found.at1MPerSN) } : null;
  };
  const cool = fit.compressionN[0]! + fit.reboundN[0]!;
  return {
    zeta: { compression: zeta('compression'), rebound: zeta('rebound') },
    cavitatesFromMPerS: from < 0 ? null : FACT_SPEEDS[from]!,
    choke: choke && { valve: choke.valve, portShare: choke.portShare },
    clickShare: shares.length === 0 ? null : Math.max(...shares),
    perClickN: { compression: perClick('compression'), rebound: perClick('rebound') },
    forceN: {
      compression: { slow: fit.compressionN[0]!, fast: fit.compressionN[FAST]! },
      rebound: { slow: fit.reboundN[0]!, fast: fit.reboundN[FAST]! },
    },
    hotLoss: 1 - (hot.compressionN[0]! + hot.reboundN[0]!) / cool,
  };
}
