import { ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { naturalFrequenciesHz } from './frequencies';
import { BARE_END, linearEnd, type RideEnd, type RideMachine, restOf, sprungLoadN, type Stop } from './machine';
import { type RideEvent, roadUnder } from './roads';
import type { EndNow } from './now';
import { solveRide } from './solve';
import { Spread } from './spread';
import { tableOf } from '../numerics/table';

interface PlainCommon {
  unsprungKg: number;
  tyreNPerM: number;
  frictionN: number;
}
/** Linear about rest. */
export interface PlainLinear extends PlainCommon {
  wheelRateNPerM: number;
  compressionNsPerM: number;
  reboundNsPerM: number;
  bumpStop?: { fromStaticMm: number; rateNPerM: number } | undefined;
  topOut?: { fromStaticMm: number; rateNPerM: number } | undefined;
}
/** By tables from full extension. */
export interface PlainTables extends PlainCommon {
  springTable: { travelMm: number[]; forceN: number[] };
  dampingTable: { speedMPerS: number[]; forceN: number[] };
  bumpStop?: { fromMm: number; rateNPerM: number } | undefined;
  topOut?: { rateNPerM: number } | undefined;
}
export type PlainEnd = PlainLinear | PlainTables;

export interface PlainRide {
  machine: { sprungKg: number; pitchInertiaKgM2: number; aheadM: number; behindM: number; front: PlainEnd; rear: PlainEnd };
  event: RideEvent;
  seconds: number;
}

interface Range {
  max: number;
  min: number;
  rms: number;
}

export interface PlainRidden {
  /** Travel at rest from full extension, mm; null for an end that is linear about rest. */
  staticFrontMm: number | null;
  staticRearMm: number | null;
  frontTravelMm: Range & { mean: number };
  rearTravelMm: Range & { mean: number };
  frontSpeedMPerS: Range;
  rearSpeedMPerS: Range;
  frontTyreN: Range;
  rearTyreN: Range;
  frontContactLostShare: number;
  rearContactLostShare: number;
  bodyAccelerationMPerS2: Range;
  naturalFrequenciesHz: number[];
  stepS: number;
  warnings: Warning[];
  working: WorkingStep[];
}

const M_PER_MM = 1e-3;
const isLinear = (end: PlainEnd): end is PlainLinear => 'wheelRateNPerM' in end;

function endOf(end: PlainEnd, loadN: number): RideEnd {
  const common = { ...BARE_END, unsprungKg: end.unsprungKg, tyreNPerM: end.tyreNPerM, frictionN: end.frictionN };
  if (isLinear(end)) {
    const stop = (s: { fromStaticMm: number; rateNPerM: number } | undefined, sign: number): Stop | null =>
      s ? { fromM: sign * s.fromStaticMm * M_PER_MM, rateNPerM: s.rateNPerM } : null;
    return { ...common, ...linearEnd(loadN, end), bumpStop: stop(end.bumpStop, 1), topOut: stop(end.topOut, -1) };
  }
  const { springTable, dampingTable, bumpStop, topOut } = end;
  return {
    ...common,
    spring: tableOf(
      springTable.travelMm.map((mm) => mm * M_PER_MM),
      springTable.forceN,
    ),
    damping: tableOf(dampingTable.speedMPerS, dampingTable.forceN),
    bumpStop: bumpStop ? { fromM: bumpStop.fromMm * M_PER_MM, rateNPerM: bumpStop.rateNPerM } : null,
    topOut: topOut ? { fromM: 0, rateNPerM: topOut.rateNPerM } : null,
  };
}

export function machineOf(plain: PlainRide['machine']): RideMachine {
  const { front, rear, ...masses } = plain;
  const body = { ...masses, rider: null, massHeightM: 0 };
  const load = (end: 'front' | 'rear') => sprungLoadN(body, end);
  return { ...body, front: endOf(front, load('front')), rear: endOf(rear, load('rear')) };
}

class EndMeasures {
  private readonly travel = new Spread();
  private readonly speed = new Spread();
  private readonly tyre = new Spread();
  private lost = 0;
  private seen = 0;

  add(now: EndNow): void {
    this.travel.add(now.xM / M_PER_MM);
    this.speed.add(now.speedMPerS);
    this.tyre.add(now.tyreN);
    this.seen += 1;
    if (now.tyreN === 0) this.lost += 1;
  }

  get all() {
    const { travel, speed, tyre } = this;
    return {
      travelMm: { max: travel.max, min: travel.min, mean: travel.mean, rms: travel.rms },
      speedMPerS: { max: speed.max, min: speed.min, rms: speed.rmsAboutZero },
      tyreN: { max: tyre.max, min: tyre.min, rms: tyre.rms },
      contactLostShare: this.lost / this.seen,
    };
  }
}

/**
 * A bare machine over one event, from rest, by the solver of the ride.
 * @returns travel in mm (from rest for an end linear about rest, from full extension with tables; + in compression), speeds in m/s, forces in N,
 * acceleration at the centre of mass in m/s² (+ up), natural frequencies in Hz, lowest first
 * Errors: ride-not-held, ride-too-stiff.
 * Source: as solveRide; the drop is the ground falling away under both wheels at once.
 */
export function ridePlain(request: PlainRide): Result<PlainRidden> {
  const machine = machineOf(request.machine);
  const frequencies = naturalFrequenciesHz(machine);
  if (!frequencies.ok) return frequencies;
  const [front, rear, body] = [new EndMeasures(), new EndMeasures(), new Spread()];
  const wheelbaseM = machine.aheadM + machine.behindM;
  const solved = solveRide(machine, roadUnder(request.event, wheelbaseM), request.seconds, (now) => {
    front.add(now.front);
    rear.add(now.rear);
    body.add(now.bodyMPerS2);
  });
  if (!solved.ok) return solved;
  const [f, r] = [front.all, rear.all];
  const rest = (end: 'front' | 'rear') => {
    const found = restOf(machine, end);
    return isLinear(request.machine[end]) || !found.ok ? null : found.value / M_PER_MM;
  };
  return ok({
    staticFrontMm: rest('front'),
    staticRearMm: rest('rear'),
    frontTravelMm: f.travelMm,
    rearTravelMm: r.travelMm,
    frontSpeedMPerS: f.speedMPerS,
    rearSpeedMPerS: r.speedMPerS,
    frontTyreN: f.tyreN,
    rearTyreN: r.tyreN,
    frontContactLostShare: f.contactLostShare,
    rearContactLostShare: r.contactLostShare,
    bodyAccelerationMPerS2: { max: body.max, min: body.min, rms: body.rmsAboutZero },
    naturalFrequenciesHz: frequencies.value,
    stepS: solved.value.stepS,
    warnings: [],
    working: [
      {
        label: 'Time step',
        formula: 'Runge–Kutta, 4th order, fixed step',
        inputs: [given('time', request.seconds, 's'), given('steps', solved.value.steps, '', 'computed')],
        result: solved.value.stepS,
        unit: 's',
        source: 'Hairer, Nørsett and Wanner, Solving Ordinary Differential Equations I, II.1',
      },
    ],
  });
}
