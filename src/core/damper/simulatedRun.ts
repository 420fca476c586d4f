import { seeded } from '../numerics/random';
import { ok, type Result } from '../result';
import { damper, type DamperFigures } from './damper';
import { binned, type DynoPoint, simulatedDyno, speedsOf } from './dyno';
import type { LiftOf, Oil, ValveRequest } from './valve';

/** How far a real damper strays from its drawing: its coefficients and its bleed. From memory. */
const STRAY = { cd: 0.1, bleed: 0.3 };

/**
 * What the simulated dyno would measure of this damper, were it built with the tolerances of real ones.
 * @param seed which of the dampers that could have been built
 * @returns the run, binned: m/s and N, compression positive. Errors: those of damper.
 */
export function simulatedRun(figures: DamperFigures, oil: Oil, seed: number, lifts?: LiftOf): Result<DynoPoint[]> {
  const next = seeded(seed);
  const stray = (share: number) => 1 + share * (2 * next() - 1);
  const built = (v: ValveRequest): ValveRequest => {
    const by = stray(STRAY.cd);
    return { ...v, bleedAreaMm2: v.bleedAreaMm2 * stray(STRAY.bleed), cd: { ...v.cd, port: v.cd.port * by, curtain: v.cd.curtain * by } };
  };
  const { piston, base } = figures;
  const real = {
    ...figures,
    piston: { compression: built(piston.compression), rebound: built(piston.rebound) },
    base: base && built(base),
  };
  const checked = damper({ ...real, oil, velocitiesMPerS: [1] }, lifts);
  if (!checked.ok) return checked;
  const forceAt = (v: number) => {
    const found = damper({ ...real, oil, velocitiesMPerS: [Math.abs(v)] }, lifts);
    if (!found.ok) return 0;
    return v >= 0 ? found.value.compressionN[0]! : -found.value.reboundN[0]!;
  };
  return ok(binned(speedsOf(simulatedDyno(forceAt, seed))));
}
