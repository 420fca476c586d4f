import type { AirSpring } from '../spring/air';
import { type EndModel, wheelForceN } from '../spring/end';
import type { SpringLaw } from '../spring/law';
import type { RideEnd, WarmGas } from './machine';
import { MM } from './seen';
import { tableOf } from '../numerics/table';

/** Gas at one end, as its own law has it: pressure absolute, volume of one chamber, against the stroke. */
export type GasLaw = Pick<AirSpring, 'volumeMm3' | 'pressureMPa'> & { areaMm2: number; chambers: number; exponent: number };

/** One end as the Springs and Valves rooms know it. */
export interface FittedEnd {
  model: EndModel;
  spring: SpringLaw;
  preloadMm: number;
  gas: GasLaw | null;
  /** Rubber at the end of the travel that the model does not hold already: from this share of it on, rising to a force at the wheel; null: none. */
  rubber: { fromShare: number; endN: number } | null;
  /** Force of all its dampers together against the speed of the shaft, compression positive; rising throughout. */
  damping: { speedMPerS: readonly number[]; forceN: readonly number[] };
  /** What the dampers together yield by, at the shaft; null: rigid. */
  seriesNPerM: number | null;
  unsprungKg: number;
  tyreNPerM: number;
  frictionN: number;
  brakeFriction: number;
  driveTangent: number;
  brakeTangent: number;
}

/** Metal on metal at both ends of the travel, N/m: stiffer by far than any spring, and still to be stepped. From memory. */
const STOP_N_PER_M = 1e6;
/** Points of the tables over the travel: rest lies within a tenth of a millimetre of the balance itself (tested). */
const POINTS = 120;
/** Time in which gas in an oil-wetted chamber gives off two thirds of its warmth, s. From memory, to a factor of two. */
const GAS_SETTLES_S = 4;

function warmGas({ model, gas }: FittedEnd, zMm: readonly number[], xM: readonly number[]): WarmGas | null {
  if (!gas) return null;
  const strokes = zMm.map((z) => model.leverage.strokeMm(z));
  const force = strokes.map((s, i) => (gas.chambers * gas.pressureMPa(s) * gas.areaMm2) / (model.leverage.ratio(zMm[i]!) * model.cosRake));
  return {
    pressureN: tableOf(xM, force),
    logVolume: tableOf(
      xM,
      strokes.map((s) => Math.log(gas.volumeMm3(s))),
    ),
    exponent: gas.exponent,
    settlesS: GAS_SETTLES_S,
  };
}

/**
 * One end for the ride, made from the very models of Springs and Valves: at rest it stands where Springs says.
 * A fork's wheel sinks by the cosine of the rake of what its leg travels: the ride goes by what the wheel does, `travelPerWheel` gives the leg's own back.
 * @returns SI at the wheel, from full extension
 */
export function rideEndOf(fitted: FittedEnd): { end: RideEnd; travelPerWheel: number } {
  const { model, spring, preloadMm, damping, rubber } = fitted;
  // As rubber goes: softly at first.
  const rubberN = (z: number) => {
    if (!rubber) return 0;
    const share = (z / model.travelMm - rubber.fromShare) / (1 - rubber.fromShare);
    return share > 0 ? rubber.endN * share * share : 0;
  };
  const zMm = Array.from({ length: POINTS + 1 }, (_, i) => (i / POINTS) * model.travelMm);
  const xM = zMm.map((z) => (z * model.cosRake) / MM);
  const motion = zMm.map((z) => 1 / (model.leverage.ratio(z) * model.cosRake));
  const isConstant = motion.every((g) => Math.abs(g - motion[0]!) < 1e-9);
  return {
    end: {
      unsprungKg: fitted.unsprungKg,
      tyreNPerM: fitted.tyreNPerM,
      spring: tableOf(
        xM,
        zMm.map((z) => wheelForceN(model, spring, preloadMm, z) + rubberN(z)),
      ),
      damping: tableOf(damping.speedMPerS, damping.forceN),
      motion: isConstant ? tableOf([0, xM.at(-1)!], [motion[0]!, motion[0]!]) : tableOf(xM, motion),
      seriesNPerM: fitted.seriesNPerM,
      gas: warmGas(fitted, zMm, xM),
      frictionN: fitted.frictionN,
      brakeFriction: fitted.brakeFriction,
      driveTangent: fitted.driveTangent,
      brakeTangent: fitted.brakeTangent,
      bumpStop: { fromM: xM.at(-1)!, rateNPerM: STOP_N_PER_M },
      topOut: { fromM: 0, rateNPerM: STOP_N_PER_M },
    },
    travelPerWheel: 1 / model.cosRake,
  };
}
