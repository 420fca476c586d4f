import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { seeded } from '../numerics/random';

/** One end of a machine on a quarter of its road: sprung over unsprung mass over tyre. SI but for the names that say otherwise. */
export interface LoggedEnd {
  sprungKg: number;
  unsprungKg: number;
  /** Vertical, at the wheel. */
  wheelRateNPerMm: number;
  /** Where it stands with the rider. */
  riderSagMm: number;
  travelMm: number;
  /** Of critical, at the wheel. */
  zetaCompression: number;
  zetaRebound: number;
  /** Half the friction band's force, at the wheel. */
  frictionN: number;
}

export interface LoggedRoad {
  /** ISO 8608: displacement density at 0.1 cycles a metre, 1e-6 m³: A 16, B 64, C 256, D 1024 (from memory). */
  roughness: number;
  speedMPerS: number;
  /** Cosine bumps on top of it. */
  bumps: readonly { atS: number; heightMm: number; lengthM: number }[];
}

const STEP_S = 1 / 2000;
const TYRE_N_PER_MM = 160;
/** Stops of rubber: force rises this much for each mm pressed in. From memory. */
const STOP_N_PER_MM = 400;
/** Dry friction turns within this speed, m/s, so that it can be stepped. */
const TURNS_M_PER_S = 0.01;
/** Density of ISO 8608 at its reference frequency, cycles a metre. */
const REFERENCE_PER_M = 0.1;

/**
 * A simulated logger: travel of one end at even steps over a random road with bumps, the same for the same seed. Stepped by the half-implicit Euler rule at
 * 2 kHz; road speed is white noise of density (2π·0.1)²·G·v (ISO 8608, class by `roughness`). The tyre cannot pull.
 * @returns mm of travel from full extension, one each 1/`hz` s
 */
export function simulateLog(end: LoggedEnd, road: LoggedRoad, seconds: number, hz: number, seed: number): Float64Array {
  const next = seeded(seed);
  const k = end.wheelRateNPerMm * 1000;
  const critical = 2 * Math.sqrt(k * end.sprungKg);
  const density = (2 * Math.PI * REFERENCE_PER_M) ** 2 * road.roughness * 1e-6 * road.speedMPerS;
  // Uniform noise of this half width has the variance a white noise of that density has when sampled at the step.
  const noise = Math.sqrt((3 * density) / (2 * STEP_S));
  const ladenN = end.sprungKg * STANDARD_GRAVITY_M_PER_S2;
  const sag = end.riderSagMm / 1000;
  const travel = end.travelMm / 1000;
  const tyre = TYRE_N_PER_MM * 1000;
  const standing = (ladenN + end.unsprungKg * STANDARD_GRAVITY_M_PER_S2) / tyre;
  // Heights from where each stands at rest; travel is sag + wheel − body.
  let [body, bodySpeed, wheel, wheelSpeed, ground] = [0, 0, 0, 0, 0];
  const every = Math.round(1 / (STEP_S * hz));
  const out = new Float64Array(Math.floor(seconds * hz));
  for (let i = 0; i < out.length * every; i += 1) {
    const t = i * STEP_S;
    ground += (2 * next() - 1) * noise * STEP_S;
    // A road has no drift: what is longer than a hundred metres is the hill.
    ground -= ground * STEP_S * (road.speedMPerS / 100);
    const z = sag + wheel - body;
    const v = wheelSpeed - bodySpeed;
    let force = ladenN + k * (z - sag) + critical * (v > 0 ? end.zetaCompression : end.zetaRebound) * v;
    force += end.frictionN * Math.tanh(v / TURNS_M_PER_S);
    if (z > travel) force += STOP_N_PER_MM * 1000 * (z - travel);
    if (z < 0) force += STOP_N_PER_MM * 1000 * z;
    const pressed = Math.max(0, standing + ground + bumpsAt(road, t) - wheel) * tyre;
    bodySpeed += (force / end.sprungKg - STANDARD_GRAVITY_M_PER_S2) * STEP_S;
    wheelSpeed += ((pressed - force) / end.unsprungKg - STANDARD_GRAVITY_M_PER_S2) * STEP_S;
    body += bodySpeed * STEP_S;
    wheel += wheelSpeed * STEP_S;
    if (i % every === 0) out[i / every] = z * 1000;
  }
  return out;
}

function bumpsAt({ bumps, speedMPerS }: LoggedRoad, t: number): number {
  let height = 0;
  for (const { atS, heightMm, lengthM } of bumps) {
    const share = ((t - atS) * speedMPerS) / lengthM;
    if (share > 0 && share < 1) height += (heightMm / 1000) * 0.5 * (1 - Math.cos(2 * Math.PI * share));
  }
  return height;
}
