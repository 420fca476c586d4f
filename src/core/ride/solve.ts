import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { err, ok, type Result } from '../result';
import { type RideEnd, type RideMachine, restOf, sprungLoadN } from './machine';
import type { RoadHeight } from './roads';
import { pieceAt, steepestOf, type Table, valueIn } from './tables';

/** Longest step, s: a hundredth of the quickest wheel hop, so that halving it moves no figure by half a per cent. */
export const LONGEST_STEP_S = 1e-4;
/** Steps a ride may take: two minutes of road at the longest step, with room for stiff stops. */
const MOST_STEPS = 2_000_000;
/** A step goes no further than this part of a radian of the stiffest swing, nor of the shortest decay. */
const STEP_PER_RADIAN = 0.25;
/**
 * Dry friction sticks as a very stiff, well damped spring that yields at the friction's force: quicker by an order than anything else in the
 * machine (rad/s), stretched by hundredths of a millimetre, so that a wheel stuck stays where it is and nothing chatters.
 */
const STICK_RAD_PER_S = 1000;
const STICK_DAMPING = 0.7;

/** One end made ready for the loop: the same figures flat, and where it rests. */
interface Ready {
  end: RideEnd;
  restM: number;
  /** On the wheel at rest: sprung load and own weight; and the sprung load alone. */
  tyreRestN: number;
  loadN: number;
  stickNPerM: number;
  stickNsPerM: number;
  yieldM: number;
}

/** What one end does at an instant: place on the suspension's scale (m), speed of compression (m/s), force on the ground (N), force of the damper alone (N). */
export interface EndNow {
  xM: number;
  speedMPerS: number;
  tyreN: number;
  damperN: number;
}
export interface Now {
  timeS: number;
  front: EndNow;
  rear: EndNow;
  /** Vertical acceleration at the centre of mass (m/s²), pitch (rad, nose up positive) and its acceleration. */
  bodyMPerS2: number;
  bodyM: number;
  bodyMPerS: number;
  pitchRad: number;
  pitchRadPerS: number;
  pitchRadPerS2: number;
  frontWheelM: number;
  rearWheelM: number;
  frontWheelMPerS: number;
  rearWheelMPerS: number;
}

function ready(machine: RideMachine, which: 'front' | 'rear'): Result<Ready> {
  const rest = restOf(machine, which);
  if (!rest.ok) return rest;
  const end = machine[which];
  const loadN = sprungLoadN(machine, which);
  const armM = which === 'front' ? machine.aheadM : machine.behindM;
  const compliance = 1 / end.unsprungKg + 1 / machine.sprungKg + armM ** 2 / machine.pitchInertiaKgM2;
  const stickNPerM = STICK_RAD_PER_S ** 2 / compliance;
  return ok({
    end,
    restM: rest.value,
    loadN,
    tyreRestN: loadN + end.unsprungKg * STANDARD_GRAVITY_M_PER_S2,
    stickNPerM,
    stickNsPerM: (2 * STICK_DAMPING * STICK_RAD_PER_S) / compliance,
    yieldM: end.frictionN / stickNPerM,
  });
}

/** The step the stiffest part of the machine allows, s. */
function stepFor(machine: RideMachine): number {
  let quickest = 0;
  for (const end of [machine.front, machine.rear]) {
    const stiffness = end.tyreNPerM + steepestOf(end.spring) + (end.bumpStop?.rateNPerM ?? 0) + (end.topOut?.rateNPerM ?? 0);
    quickest = Math.max(quickest, Math.sqrt(stiffness / end.unsprungKg), steepestOf(end.damping) / end.unsprungKg);
    if (end.frictionN > 0) quickest = Math.max(quickest, 2 * STICK_DAMPING * STICK_RAD_PER_S);
  }
  return Math.min(LONGEST_STEP_S, STEP_PER_RADIAN / quickest);
}

/** Places of the state: heights from rest, pitch, their speeds, and how far each end's friction is stretched. */
const [BODY, PITCH, FRONT, REAR, BODY_V, PITCH_V, FRONT_V, REAR_V, FRONT_STICK, REAR_STICK] = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9] as const;
const SIZE = 10;

/** Reads a table along a path: remembers the piece it was last in. */
class Reader {
  private piece = 0;
  constructor(private readonly table: Table) {}
  at(x: number): number {
    this.piece = pieceAt(this.table, x, this.piece);
    return valueIn(this.table, this.piece, x);
  }
}

/** Forces of one end from its place and speed; keeps what it last gave, for whoever looks on. */
class EndForces {
  xM = 0;
  speedMPerS = 0;
  damperN = 0;
  forceN = 0;
  tyreN = 0;
  stickRate = 0;
  private readonly spring: Reader;
  private readonly damping: Reader;
  constructor(private readonly ready: Ready) {
    this.spring = new Reader(ready.end.spring);
    this.damping = new Reader(ready.end.damping);
  }

  /** `stretchM`: of the friction; `gapM`: road above the wheel, both from rest. */
  set(compressionM: number, speedMPerS: number, stretchM: number, gapM: number): void {
    const { end, restM, stickNPerM, stickNsPerM, yieldM, tyreRestN } = this.ready;
    const xM = restM + compressionM;
    this.xM = xM;
    this.speedMPerS = speedMPerS;
    this.damperN = this.damping.at(speedMPerS);
    let force = this.spring.at(xM) + this.damperN;
    if (end.bumpStop !== null && xM > end.bumpStop.fromM) force += end.bumpStop.rateNPerM * (xM - end.bumpStop.fromM);
    if (end.topOut !== null && xM < end.topOut.fromM) force += end.topOut.rateNPerM * (xM - end.topOut.fromM);
    this.stickRate = 0;
    if (end.frictionN > 0) {
      const sticks = Math.abs(stretchM) < yieldM || stretchM * speedMPerS < 0;
      if (sticks) this.stickRate = speedMPerS;
      const friction = stickNPerM * stretchM + stickNsPerM * this.stickRate;
      force += Math.max(-end.frictionN, Math.min(end.frictionN, friction));
    }
    this.forceN = force;
    const tyre = tyreRestN + end.tyreNPerM * gapM;
    this.tyreN = tyre > 0 ? tyre : 0;
  }
}

/**
 * The planar machine over a road: heave, pitch and two wheels from rest, by the classical Runge–Kutta method with a fixed step. The two ends'
 * springs, stops, dampers and friction act between wheel and frame; tyres push and cannot pull.
 * @param look is shown every step; what it is shown is reused, so it copies what it keeps
 * @returns the step taken, s, and the number of steps
 * Errors: ride-not-held, ride-too-stiff (would need more steps than are worth waiting for).
 * Source: Newton and Euler for a body on two springs, small pitch (Cossalter, Motorcycle Dynamics, ch. 5, from memory); Hairer, Nørsett and Wanner I, II.1.
 */
export function solveRide(
  machine: RideMachine,
  road: { front: RoadHeight; rear: RoadHeight; startM: number },
  seconds: number,
  look: (now: Now) => boolean | void,
  mostStepS = LONGEST_STEP_S,
): Result<{ stepS: number; steps: number }> {
  const front = ready(machine, 'front');
  if (!front.ok) return front;
  const rear = ready(machine, 'rear');
  if (!rear.ok) return rear;
  const steps = Math.ceil(seconds / Math.min(mostStepS, stepFor(machine)));
  if (!(steps <= MOST_STEPS)) return err('ride-too-stiff', ['seconds'], { most: MOST_STEPS });
  const stepS = seconds / steps;
  run(machine, front.value, rear.value, road, stepS, steps, look);
  return ok({ stepS, steps });
}

function run(
  machine: RideMachine,
  frontReady: Ready,
  rearReady: Ready,
  road: { front: RoadHeight; rear: RoadHeight; startM: number },
  stepS: number,
  steps: number,
  look: (now: Now) => boolean | void,
): void {
  const { sprungKg, pitchInertiaKgM2, aheadM, behindM } = machine;
  const [front, rear] = [new EndForces(frontReady), new EndForces(rearReady)];
  const [frontKg, rearKg] = [machine.front.unsprungKg, machine.rear.unsprungKg];
  const rate = (y: Float64Array, timeS: number, out: Float64Array): void => {
    front.set(
      y[FRONT]! - y[BODY]! - aheadM * y[PITCH]!,
      y[FRONT_V]! - y[BODY_V]! - aheadM * y[PITCH_V]!,
      y[FRONT_STICK]!,
      road.front(timeS) - road.startM - y[FRONT]!,
    );
    rear.set(
      y[REAR]! - y[BODY]! + behindM * y[PITCH]!,
      y[REAR_V]! - y[BODY_V]! + behindM * y[PITCH_V]!,
      y[REAR_STICK]!,
      road.rear(timeS) - road.startM - y[REAR]!,
    );
    const [onFront, onRear] = [front.forceN - frontReady.loadN, rear.forceN - rearReady.loadN];
    out[BODY] = y[BODY_V]!;
    out[PITCH] = y[PITCH_V]!;
    out[FRONT] = y[FRONT_V]!;
    out[REAR] = y[REAR_V]!;
    out[BODY_V] = (onFront + onRear) / sprungKg;
    out[PITCH_V] = (aheadM * onFront - behindM * onRear) / pitchInertiaKgM2;
    out[FRONT_V] = (front.tyreN - frontReady.tyreRestN - onFront) / frontKg;
    out[REAR_V] = (rear.tyreN - rearReady.tyreRestN - onRear) / rearKg;
    out[FRONT_STICK] = front.stickRate;
    out[REAR_STICK] = rear.stickRate;
  };
  const [y, trial, k1, k2, k3, k4] = Array.from({ length: 6 }, () => new Float64Array(SIZE)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const now = nowOf();
  const yields = [frontReady.yieldM, rearReady.yieldM] as const;
  for (let step = 0; ; step += 1) {
    const timeS = step * stepS;
    rate(y, timeS, k1);
    if (look(seen(now, timeS, y, k1, front, rear)) === false || step === steps) return;
    stepTo(trial, y, k1, stepS / 2);
    rate(trial, timeS + stepS / 2, k2);
    stepTo(trial, y, k2, stepS / 2);
    rate(trial, timeS + stepS / 2, k3);
    stepTo(trial, y, k3, stepS);
    rate(trial, timeS + stepS, k4);
    for (let i = 0; i < SIZE; i += 1) y[i] = y[i]! + (stepS / 6) * (k1[i]! + 2 * (k2[i]! + k3[i]!) + k4[i]!);
    y[FRONT_STICK] = Math.max(-yields[0], Math.min(yields[0], y[FRONT_STICK]!));
    y[REAR_STICK] = Math.max(-yields[1], Math.min(yields[1], y[REAR_STICK]!));
  }
}

function stepTo(out: Float64Array, y: Float64Array, rate: Float64Array, by: number): void {
  for (let i = 0; i < SIZE; i += 1) out[i] = y[i]! + by * rate[i]!;
}

const endNow = (): EndNow => ({ xM: 0, speedMPerS: 0, tyreN: 0, damperN: 0 });
const nowOf = (): Now => ({
  timeS: 0,
  front: endNow(),
  rear: endNow(),
  bodyMPerS2: 0,
  bodyM: 0,
  bodyMPerS: 0,
  pitchRad: 0,
  pitchRadPerS: 0,
  pitchRadPerS2: 0,
  frontWheelM: 0,
  rearWheelM: 0,
  frontWheelMPerS: 0,
  rearWheelMPerS: 0,
});

function copyEnd(to: EndNow, from: EndForces): void {
  to.xM = from.xM;
  to.speedMPerS = from.speedMPerS;
  to.tyreN = from.tyreN;
  to.damperN = from.damperN;
}

function seen(now: Now, timeS: number, y: Float64Array, rate: Float64Array, front: EndForces, rear: EndForces): Now {
  now.timeS = timeS;
  copyEnd(now.front, front);
  copyEnd(now.rear, rear);
  now.bodyM = y[BODY]!;
  now.pitchRad = y[PITCH]!;
  now.frontWheelM = y[FRONT]!;
  now.rearWheelM = y[REAR]!;
  now.bodyMPerS = y[BODY_V]!;
  now.pitchRadPerS = y[PITCH_V]!;
  now.frontWheelMPerS = y[FRONT_V]!;
  now.rearWheelMPerS = y[REAR_V]!;
  now.bodyMPerS2 = rate[BODY_V]!;
  now.pitchRadPerS2 = rate[PITCH_V]!;
  return now;
}
