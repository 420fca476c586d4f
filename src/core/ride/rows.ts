import type { RideEnd } from './machine';
import type { Ready } from './ready';
import { pieceAt, slopeOf, type Table, valueAt } from '../numerics/table';

/** The figures of an end laid out for the inner loop (kernel.ts): rows of plain numbers, each looked up once for all it gives. */

/** Figures of an end in a row, two ends one after the other. */
export const [UNSPRUNG, TYRE, SERIES, FRICTION, BRAKE_FRICTION, REST, LOAD, TYRE_REST] = [0, 1, 2, 3, 4, 5, 6, 7] as const;
export const [STICK_N, STICK_NS, GAS_RISE, GAS_LOSS, ARM, BRAKE_TANGENT, DRIVE_TANGENT] = [8, 9, 10, 11, 12, 13, 14] as const;
export const FIGURES = 15;

/** Decays within a step below which the ramp is said by its series. */
const MIN_DECAYS = 1e-6;

/** What is read at a place of the suspension, in a row for each piece of its travel: where the piece begins, then values there and slopes along it. */
export const [AT, FORCE, FORCE_SLOPE, MOTION, MOTION_SLOPE, GAS, GAS_SLOPE, VOLUME_SLOPE] = [0, 1, 2, 3, 4, 5, 6, 7] as const;
export const ROW = 8;
/**
 * Each piece of a damper's table: speed, force there, slope. A damper on a seat that yields (k), its force rising with speed by c, passes on what follows with the rate k/c: exact for
 * a force that goes evenly from the step's beginning to now, whatever the rate, so that a stiff seat asks for no short step. What is left of the old force after half a step and
 * a whole one, and the share of the ramp, are the piece's own. Source: variation of constants.
 */
export const [SPEED, RIGID, RISE, HALF_LEFT, HALF_RAMP, STEP_LEFT, STEP_RAMP] = [0, 1, 2, 3, 4, 5, 6] as const;
export const DAMPING_ROW = 7;

/**
 * All that hangs on the place of one end as one list of pieces, exact: where any of its tables bends, a piece begins. Stops are part of the force.
 * Looked up once, a place gives everything.
 */
export function placesOf({ end }: Ready): Float64Array {
  const { spring, motion, gas, bumpStop, topOut } = end;
  const bends = [spring, motion, gas?.pressureN, gas?.logVolume].flatMap((t) => (t ? [...t.x] : []));
  const stops = [bumpStop, topOut].flatMap((stop) => (stop ? [stop.fromM] : []));
  const x = [...new Set([...bends, ...stops])].sort((p, q) => p - q);
  // One more piece before and beyond, so that the first and last slope carry on as the tables' own do.
  const from = [x[0]! - 1, ...x];
  const rows = new Float64Array(ROW * from.length);
  const slopeIn = (t: Table, i: number) => slopeOf(t, pieceAt(t, middle(from, i), 0));
  for (const [i, at] of from.entries()) {
    const o = ROW * i;
    const bumped = bumpStop && middle(from, i) > bumpStop.fromM ? bumpStop : null;
    const topped = topOut && middle(from, i) < topOut.fromM ? topOut : null;
    const stopN = (bumped ? bumped.rateNPerM * (at - bumped.fromM) : 0) + (topped ? topped.rateNPerM * (at - topped.fromM) : 0);
    rows[o + AT] = at;
    rows[o + FORCE] = valueAt(spring, at) + stopN;
    rows[o + FORCE_SLOPE] = slopeIn(spring, i) + (bumped?.rateNPerM ?? 0) + (topped?.rateNPerM ?? 0);
    rows[o + MOTION] = motion ? valueAt(motion, at) : 1;
    rows[o + MOTION_SLOPE] = motion ? slopeIn(motion, i) : 0;
    rows[o + GAS] = gas ? valueAt(gas.pressureN, at) : 0;
    rows[o + GAS_SLOPE] = gas ? slopeIn(gas.pressureN, i) : 0;
    rows[o + VOLUME_SLOPE] = gas ? slopeIn(gas.logVolume, i) : 0;
  }
  return rows;
}
/** A place within a piece; the last one goes on for ever. */
const middle = (from: readonly number[], i: number): number => (i < from.length - 1 ? (from[i]! + from[i + 1]!) / 2 : from[i]! + 1);

export function dampingRows({ damping, seriesNPerM }: RideEnd, stepS: number): Float64Array {
  const rows = new Float64Array(DAMPING_ROW * (damping.x.length - 1));
  for (let i = 0; i < damping.x.length - 1; i += 1) {
    const o = DAMPING_ROW * i;
    const rise = slopeOf(damping, i);
    rows.set([damping.x[i]!, damping.y[i]!, rise], o);
    if (seriesNPerM === null) continue;
    for (const [sinceS, at] of [
      [stepS / 2, HALF_LEFT],
      [stepS, STEP_LEFT],
    ] as const) {
      const z = (seriesNPerM / rise) * sinceS;
      const left = Math.exp(-z);
      rows.set([left, z < MIN_DECAYS ? 1 - z / 2 : (1 - left) / z], o + at);
    }
  }
  return rows;
}

export const figuresOf = ({ end, restM, loadN, tyreRestN, stickNPerM, stickNsPerM }: Ready, armM: number): number[] => [
  end.unsprungKg,
  end.tyreNPerM,
  end.seriesNPerM ?? 0,
  end.frictionN,
  end.brakeFriction,
  restM,
  loadN,
  tyreRestN,
  stickNPerM,
  stickNsPerM,
  (end.gas?.exponent ?? 1) - 1,
  1 / (end.gas?.settlesS ?? 1),
  armM,
  end.brakeTangent,
  end.driveTangent,
];
