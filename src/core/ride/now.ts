/** What is seen of a ride at an instant, and where the inner loop keeps it. */

/** Places of the state: heights from rest, pitch, their speeds; then each end's own: stretch of the friction, warmth of the gas. */
export const [BODY, PITCH, FRONT, REAR, RIDER, BODY_V, PITCH_V, FRONT_V, REAR_V, RIDER_V] = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9] as const;
/** Rear a place further each. */
export const [STICK, WARMTH] = [10, 12] as const;
export const SIZE = 14;
/** What an end gives at an instant, in a row. */
export const [X, V, DAMPER, TYRE_N] = [0, 1, 2, 3] as const;
export const GIVEN = 4;

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
  /** The rider, from rest, and what he feels; those of the machine's own mass where he is part of it. */
  riderM: number;
  riderMPerS2: number;
  frontWheelM: number;
  rearWheelM: number;
  frontWheelMPerS: number;
  rearWheelMPerS: number;
}

// Begun with fractions, so that the engine keeps these as numbers with a point from the start.
const endNow = () => ({ xM: 0.5, speedMPerS: 0.5, tyreN: 0.5, damperN: 0.5 });
export const nowOf = (): Now => ({
  timeS: 0.5,
  front: endNow(),
  rear: endNow(),
  bodyMPerS2: 0.5,
  bodyM: 0.5,
  bodyMPerS: 0.5,
  pitchRad: 0.5,
  pitchRadPerS: 0.5,
  pitchRadPerS2: 0.5,
  riderM: 0.5,
  riderMPerS2: 0.5,
  frontWheelM: 0.5,
  rearWheelM: 0.5,
  frontWheelMPerS: 0.5,
  rearWheelMPerS: 0.5,
});

/** What whoever looks on is shown: state and what both ends gave, beside the gains of body, pitch and rider. */
export function show(
  now: Now,
  timeS: number,
  y: Float64Array,
  given: Float64Array,
  bodyMPerS2: number,
  pitchRadPerS2: number,
  riderMPerS2: number,
  seated: boolean,
): Now {
  now.timeS = timeS;
  now.front.xM = given[X]!;
  now.front.speedMPerS = given[V]!;
  now.front.damperN = given[DAMPER]!;
  now.front.tyreN = given[TYRE_N]!;
  now.rear.xM = given[GIVEN + X]!;
  now.rear.speedMPerS = given[GIVEN + V]!;
  now.rear.damperN = given[GIVEN + DAMPER]!;
  now.rear.tyreN = given[GIVEN + TYRE_N]!;
  now.bodyM = y[BODY]!;
  now.pitchRad = y[PITCH]!;
  now.frontWheelM = y[FRONT]!;
  now.rearWheelM = y[REAR]!;
  now.bodyMPerS = y[BODY_V]!;
  now.pitchRadPerS = y[PITCH_V]!;
  now.frontWheelMPerS = y[FRONT_V]!;
  now.rearWheelMPerS = y[REAR_V]!;
  now.bodyMPerS2 = bodyMPerS2;
  now.pitchRadPerS2 = pitchRadPerS2;
  now.riderM = y[seated ? RIDER : BODY]!;
  now.riderMPerS2 = riderMPerS2;
  return now;
}
