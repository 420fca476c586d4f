import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { ok, type Result } from '../result';
import { type RideEnd, type RideMachine, restOf, sprungLoadN } from './machine';

/**
 * Dry friction sticks as a very stiff, well damped spring that yields at the friction's force: quicker by an order than anything else in the
 * machine (rad/s), stretched by hundredths of a millimetre, so that a wheel stuck stays where it is and nothing chatters.
 */
const STICK_RAD_PER_S = 1000;
const STICK_DAMPING = 0.7;
/** Quickest decay of the stick, 1/s, for the choice of a step. */
export const STICK_DECAY_PER_S = 2 * STICK_DAMPING * STICK_RAD_PER_S;

/** One end made ready for the loop: the same figures flat, and where it rests. */
export interface Ready {
  end: RideEnd;
  restM: number;
  /** On the wheel at rest: sprung load and own weight; and the sprung load alone. */
  tyreRestN: number;
  loadN: number;
  stickNPerM: number;
  stickNsPerM: number;
  /** Whether it sticks at all, in any state of the brakes. */
  isDry: boolean;
}

/** Errors: ride-not-held. */
export function ready(machine: RideMachine, which: 'front' | 'rear'): Result<Ready> {
  const rest = restOf(machine, which);
  if (!rest.ok) return rest;
  const end = machine[which];
  const loadN = sprungLoadN(machine, which);
  const armM = which === 'front' ? machine.aheadM : machine.behindM;
  const compliance = 1 / end.unsprungKg + 1 / machine.sprungKg + armM ** 2 / machine.pitchInertiaKgM2;
  return ok({
    end,
    restM: rest.value,
    loadN,
    tyreRestN: loadN + end.unsprungKg * STANDARD_GRAVITY_M_PER_S2,
    stickNPerM: STICK_RAD_PER_S ** 2 / compliance,
    stickNsPerM: STICK_DECAY_PER_S / compliance,
    isDry: end.frictionN > 0 || end.brakeFriction > 0,
  });
}
