import { SPRING_STEEL_KG_PER_M3 } from '../constants/constants';
import { err, ok, type Result } from '../result';
import { given, type WorkingStep } from '../working';

export interface SpacerRequest {
  /** Spacer in the leg now, and free length of the spring in it, mm. */
  spacerMm: number;
  oldFreeMm: number;
  /** Free length of the spring to go in, mm. */
  newFreeMm: number;
  /** Preload as it stands, and as it is wanted with the new spring, mm. */
  preloadNowMm: number;
  preloadWantedMm: number;
}

/**
 * How much lower the oil must stand for another spring to leave the same air in the leg: (m₂ − m₁) / (ρ · bore area).
 * @param request masses of one spring each, kg; bore of the tube the oil stands in, mm
 * @returns mm, of each leg; above 0 lower (more from the top)
 * Source: Archimedes; the density a handbook value.
 */
export const steelShiftMm = ({ oldKg, newKg, boreMm }: { oldKg: number; newKg: number; boreMm: number }): number =>
  ((newKg - oldKg) * 1e9) / SPRING_STEEL_KG_PER_M3 / ((Math.PI / 4) * boreMm ** 2);

/** Far above the rounding of sums of hundreds of millimetres, far below anything cut. */
const ROUNDING_MM = 1e-9;

/**
 * Spacer of a fork whose preload is made by it: old + (old free length − new free length) + (preload wanted − preload now).
 * @returns mm, of each leg
 * Errors: spacer-no-room (the new spring leaves no place for a spacer; data: over, mm).
 * Source: the leg's own length stays, so what spring and preload gain the spacer loses.
 */
export function spacerFor(request: SpacerRequest): Result<{ spacerMm: number; working: WorkingStep[] }> {
  const { spacerMm, oldFreeMm, newFreeMm, preloadNowMm, preloadWantedMm } = request;
  const cut = spacerMm + (oldFreeMm - newFreeMm) + (preloadWantedMm - preloadNowMm);
  // What is short by no more than the rounding of a sum is a spacer of nothing, not a want of room.
  if (cut < -ROUNDING_MM) return err('spacer-no-room', ['newFreeMm'], { over: -cut });
  return ok({
    spacerMm: Math.max(0, cut),
    working: [
      {
        label: 'Spacer, each leg',
        formula: 'old spacer + (old free length − new free length) + (preload wanted − preload now)',
        inputs: [
          given('old spacer', spacerMm, 'mm', 'measured'),
          given('old free length', oldFreeMm, 'mm', 'measured'),
          given('new free length', newFreeMm, 'mm', 'sheet'),
          given('preload wanted', preloadWantedMm, 'mm', 'computed'),
          given('preload now', preloadNowMm, 'mm', 'measured'),
        ],
        result: Math.max(0, cut),
        unit: 'mm',
        source: 'the leg’s length stays',
      },
    ],
  });
}
