import { liftCurveOf } from '../plate/lift';
import { type Profile, stack } from '../plate/stack';
import { ok, type Result } from '../result';
import { LIFT_ELEMENTS, type ValveStack } from './valve';

/** Lifts of the face shim's edge at which two stacks are compared, mm: little oil, a fair flow, a hard hit. */
export const COMPARED_LIFTS_MM = [0.05, 0.1, 0.2, 0.4] as const;
/** The lift the section is drawn at. */
const DRAWN_MM = 0.2;
const MAX_MPA = 200;
const HALVINGS = 60;

export interface OneStack {
  /** Pressure that lifts the edge so far, MPa; null where none below 200 MPa does. */
  lifts: { liftMm: number; foundMPa: number | null; fitMPa: number | null }[];
  /** The stack to fit as it lies at 0.2 mm; null where it does not open so far. */
  profiles: Profile[] | null;
}

/** Pressure at which a stack leaves the oil this gap, MPa; null where none below 200 MPa does. */
function pressureFor(gapMm: (mpa: number) => number, openingMPa: number, liftMm: number): number | null {
  let [low, high] = [openingMPa, MAX_MPA];
  if (!(gapMm(high) >= liftMm)) return null;
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (gapMm(middle) < liftMm) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * What one stack tells alone, before anything else of the damper is known: the pressure it takes to lift it, and the change against the stack as found at the same
 * lift. Shims and clamp decide it; no port or bore is needed.
 * Errors: those of a stack.
 */
export function oneStack({ found, fit }: { found: ValveStack | null; fit: ValveStack }): Result<OneStack> {
  const curves = [found, fit].map((s) => s && liftCurveOf(s, LIFT_ELEMENTS));
  for (const curve of curves) if (curve && !curve.ok) return curve;
  const at = (which: 0 | 1, liftMm: number) => {
    const curve = curves[which];
    return curve?.ok ? pressureFor(curve.value.gapMm, curve.value.openingMPa, liftMm) : null;
  };
  const drawn = at(1, DRAWN_MM);
  const solved = drawn === null ? null : stack({ ...fit, pressuresMPa: [drawn] });
  return ok({
    lifts: COMPARED_LIFTS_MM.map((liftMm) => ({ liftMm, foundMPa: at(0, liftMm), fitMPa: at(1, liftMm) })),
    profiles: solved?.ok ? solved.value.profileMm : null,
  });
}
