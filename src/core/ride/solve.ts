import { err, ok, type Result } from '../result';
import { ready, STICK_DECAY_PER_S } from './ready';
import { Run } from './kernel';
import type { Now } from './now';
import type { RideMachine } from './machine';
import type { Going } from './roads';
import { steepestOf } from '../numerics/table';

/** Longest step, s: a hundredth of the quickest wheel hop, so that halving it moves no figure by half a per cent. */
export const LONGEST_STEP_S = 1e-4;
/** Steps a ride may take: two minutes of road at the longest step, with room for stiff stops. */
const MAX_STEPS = 2_000_000;
/** A step goes no further than this part of a radian of the stiffest swing, nor of the shortest decay. */
const STEP_PER_RADIAN = 0.25;
/** What settles by itself, as a stick does, takes this many steps at least; under a third of one the method would not stand. */
const STEP_PER_SETTLING = 0.7;

/** The step the stiffest part of the machine allows, s. */
function stepFor(machine: RideMachine): number {
  let quickest = 0;
  for (const end of [machine.front, machine.rear]) {
    const stiffness = end.tyreNPerM + steepestOf(end.spring) + (end.bumpStop?.rateNPerM ?? 0) + (end.topOut?.rateNPerM ?? 0);
    const motion = end.motion ? Math.max(...end.motion.y) : 1;
    quickest = Math.max(quickest, Math.sqrt(stiffness / end.unsprungKg), (motion ** 2 * steepestOf(end.damping)) / end.unsprungKg);
    const settles = (perS: number) => (STEP_PER_RADIAN / STEP_PER_SETTLING) * perS;
    if (end.frictionN > 0 || end.brakeFriction > 0) quickest = Math.max(quickest, settles(STICK_DECAY_PER_S));
  }
  return STEP_PER_RADIAN / quickest;
}

/**
 * The planar machine over a road: heave, pitch, two wheels and a seated rider from rest, by the classical Runge–Kutta method with a fixed step. The two ends'
 * springs, gas, stops, dampers and friction act between wheel and frame; tyres push and cannot pull; drive and brakes pitch it about its mass and work through its linkage.
 * @param look is shown every step; what it is shown is reused, so it copies what it keeps; false ends the ride
 * @returns the step taken, s, and the number of steps
 * Errors: ride-not-held, ride-too-stiff (would need more steps than are worth waiting for).
 * Source: Newton and Euler for a body on two springs, small pitch (Cossalter, Motorcycle Dynamics, ch. 5, from memory); Hairer, Nørsett and Wanner I, II.1.
 */
export function solveRide(
  machine: RideMachine,
  going: Going,
  seconds: number,
  look: (now: Now) => boolean | void,
  mostStepS = LONGEST_STEP_S,
): Result<{ stepS: number; steps: number }> {
  const begun = begin(machine, going, seconds, mostStepS);
  if (!begun.ok) return begun;
  const { run, steps, stepS } = begun.value;
  run.on(steps, look);
  return ok({ stepS, steps });
}

/** The same ride to be gone on with piece by piece. Errors: as solveRide. */
export function begin(
  machine: RideMachine,
  going: Going,
  seconds: number,
  mostStepS: number,
): Result<{ run: Run; stepS: number; steps: number }> {
  const front = ready(machine, 'front');
  if (!front.ok) return front;
  const rear = ready(machine, 'rear');
  if (!rear.ok) return rear;
  const steps = Math.ceil(seconds / Math.min(mostStepS, stepFor(machine)));
  if (!(steps <= MAX_STEPS)) return err('ride-too-stiff', ['seconds'], { most: MAX_STEPS });
  const stepS = seconds / steps;
  return ok({ run: new Run(machine, front.value, rear.value, going, stepS, steps), stepS, steps });
}
