import { seeded } from '../numerics/random';
import type { ForcePoint } from '../spring/law';

/** How far springs stray from their marks, and what a tester's gauges add. From memory. */
const STRAY_SHARE = 0.06;
const SEAT_MM = 2.5;
const GAUGE_SHARE = 0.004;

/**
 * A stand-in for the shop's spring tester: the readings it would send of a spring that strays a little from its mark and does not sit square at
 * first. Linear; deterministic for a seed.
 * @param markedNPerMm rate as marked; @param strokeMm how far it is squeezed; @param seed names the spring
 * @returns readings from a first squeeze to the whole stroke, mm and N
 */
export function simulatedTester(markedNPerMm: number, strokeMm: number, seed: number, readings = 8): ForcePoint[] {
  const source = seeded(seed * 2654435761);
  const next = () => 2 * source() - 1;
  const rate = markedNPerMm * (1 + STRAY_SHARE * next());
  const seatMm = SEAT_MM * (next() - 0.4);
  return Array.from({ length: readings }, (_, i) => {
    const deflectionMm = Math.round(((strokeMm * (i + 1)) / readings) * 10) / 10;
    const forceN = rate * (deflectionMm - seatMm) * (1 + GAUGE_SHARE * next());
    return { deflectionMm, forceN: Math.max(0, Math.round(forceN)) };
  });
}
