import { ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import type { RideEnd } from './machine';
import { machineOf, type PlainRide } from './plain';
import { type EndNow, solveRide } from './solve';
import { Spread } from './spread';
import { heightAt, sampled, type Surface } from './surface';
import { weightedRms } from './weighting';

export interface RideRequest {
  machine: PlainRide['machine'];
  road: Surface;
  speedMPerS: number;
  seconds: number;
  /** Length of road a tyre lies on: the profile is averaged over it. */
  footprintM: number;
  /** The seat ahead of the centre of mass, m; behind it below 0. */
  seatAheadM: number;
}

export interface RiddenEnd {
  travelMm: { max: number; min: number; mean: number; rms: number };
  /** Share of the time in each of twenty equal parts from the least travel to the most. */
  histogram: { fromMm: number; toMm: number; shares: number[] };
  /** Times it went onto its bump stop, and onto its top-out. */
  bottomings: number;
  toppings: number;
  contactLostShare: number;
  /** Root mean square of the tyre's load about its mean, against the mean: how evenly it grips. */
  tyreLoadVariation: number;
  /** How much lower it stands in the last third of the ride than in the first, mm: packing down. */
  packingMm: number;
  /** Heat the damper makes, mean, W. */
  damperW: number;
}

export interface Ridden {
  front: RiddenEnd;
  rear: RiddenEnd;
  /** Vertical, at the seat, weighted by Wk, root mean square. */
  weightedSeatMPerS2: number;
  pitchDeg: { max: number; min: number; rms: number };
  /** Evenly thinned out. */
  history: {
    timeS: number[];
    frontTravelMm: number[];
    rearTravelMm: number[];
    frontTyreN: number[];
    rearTyreN: number[];
    frontRoadMm: number[];
    rearRoadMm: number[];
  };
  warnings: Warning[];
  working: WorkingStep[];
}

const MM = 1000;
/** Samples kept for histogram and weighting, a second; and points of the history at most. */
const KEPT_PER_S = 500;
const MOST_HISTORY = 600;
const PARTS = 20;
/** Longest step over a road, s: halved, no figure moves by half a per cent (tested), and a minute is ridden in a fraction of a second. */
const ROAD_STEP_S = 2e-4;
/** It must leave a stop by this before it can meet it again. */
const LEAVES_M = 0.003;

/** Counts how often a value goes beyond a place. */
class Meets {
  count = 0;
  private beyond = false;
  add(by: number): void {
    if (by > 0 && !this.beyond) {
      this.beyond = true;
      this.count += 1;
    } else if (by < -LEAVES_M) this.beyond = false;
  }
}

class EndSeen {
  readonly travel = new Spread();
  readonly tyre = new Spread();
  readonly kept: number[] = [];
  private readonly bottoms = new Meets();
  private readonly tops = new Meets();
  private readonly thirds = [new Spread(), new Spread(), new Spread()] as const;
  private lost = 0;
  private seen = 0;
  private heatJ = 0;

  constructor(
    private readonly end: RideEnd,
    private readonly seconds: number,
  ) {}

  add(now: EndNow, timeS: number): void {
    this.travel.add(now.xM * MM);
    this.tyre.add(now.tyreN);
    this.thirds[Math.min(2, Math.floor((3 * timeS) / this.seconds))]!.add(now.xM * MM);
    if (this.end.bumpStop) this.bottoms.add(now.xM - this.end.bumpStop.fromM);
    if (this.end.topOut) this.tops.add(this.end.topOut.fromM - now.xM);
    this.seen += 1;
    if (now.tyreN === 0) this.lost += 1;
    this.heatJ += now.damperN * now.speedMPerS;
  }

  get all(): RiddenEnd {
    const { travel, tyre, kept, seen } = this;
    const [fromMm, toMm] = [travel.min, travel.max];
    const shares = Array.from({ length: PARTS }, () => 0);
    for (const x of kept) {
      const part = toMm > fromMm ? Math.min(PARTS - 1, Math.floor((PARTS * (x - fromMm)) / (toMm - fromMm))) : 0;
      shares[part]! += 1 / kept.length;
    }
    return {
      travelMm: { max: travel.max, min: travel.min, mean: travel.mean, rms: travel.rms },
      histogram: { fromMm, toMm, shares },
      bottomings: this.bottoms.count,
      toppings: this.tops.count,
      contactLostShare: this.lost / seen,
      tyreLoadVariation: tyre.rms / tyre.mean,
      packingMm: this.thirds[2].mean - this.thirds[0].mean,
      damperW: this.heatJ / seen,
    };
  }
}

/**
 * A machine over a road, from rest, by the solver of the bare machine.
 * @returns travel in mm (from full extension where the springs are tables, else from rest; + in compression), forces in N, acceleration in m/s², heat in W
 * Errors: ride-not-held, ride-too-stiff.
 * Source: as solveRide; roads of ISO 8608, weighting of ISO 2631-1 (both from memory); contact averaged over the footprint.
 */
export function ride(request: RideRequest, mostStepS = ROAD_STEP_S): Result<Ridden> {
  const { road, speedMPerS, seconds, footprintM, seatAheadM } = request;
  const machine = machineOf(request.machine);
  const wheelbaseM = machine.aheadM + machine.behindM;
  const surface = sampled(road, speedMPerS * seconds, footprintM);
  const heights = {
    front: (t: number) => heightAt(surface, speedMPerS * t),
    rear: (t: number) => heightAt(surface, speedMPerS * t - wheelbaseM),
    startM: surface.heightM[0]!,
  };
  const [front, rear, pitch] = [new EndSeen(machine.front, seconds), new EndSeen(machine.rear, seconds), new Spread()];
  const seat: number[] = [];
  const history: Ridden['history'] = {
    timeS: [],
    frontTravelMm: [],
    rearTravelMm: [],
    frontTyreN: [],
    rearTyreN: [],
    frontRoadMm: [],
    rearRoadMm: [],
  };
  const historyEveryS = Math.max(1 / KEPT_PER_S, seconds / MOST_HISTORY);
  let [nextKept, nextHistory, seatSum, seatCount] = [0, 0, 0, 0];
  const solved = solveRide(
    machine,
    heights,
    seconds,
    (now) => {
      front.add(now.front, now.timeS);
      rear.add(now.rear, now.timeS);
      pitch.add((now.pitchRad * 180) / Math.PI);
      seatSum += now.bodyMPerS2 + seatAheadM * now.pitchRadPerS2;
      seatCount += 1;
      if (now.timeS >= nextKept) {
        nextKept += 1 / KEPT_PER_S;
        // The mean since the last sample: what is quicker than the samples must not come back as something slow.
        seat.push(seatSum / seatCount);
        [seatSum, seatCount] = [0, 0];
        front.kept.push(now.front.xM * MM);
        rear.kept.push(now.rear.xM * MM);
      }
      if (now.timeS >= nextHistory) {
        nextHistory += historyEveryS;
        history.timeS.push(now.timeS);
        history.frontTravelMm.push(now.front.xM * MM);
        history.rearTravelMm.push(now.rear.xM * MM);
        history.frontTyreN.push(now.front.tyreN);
        history.rearTyreN.push(now.rear.tyreN);
        history.frontRoadMm.push(heights.front(now.timeS) * MM);
        history.rearRoadMm.push(heights.rear(now.timeS) * MM);
      }
    },
    mostStepS,
  );
  if (!solved.ok) return solved;
  const weightedSeatMPerS2 = weightedRms(seat, KEPT_PER_S);
  return ok({
    front: front.all,
    rear: rear.all,
    weightedSeatMPerS2,
    pitchDeg: { max: pitch.max, min: pitch.min, rms: pitch.rms },
    history,
    warnings: [],
    working: [
      {
        label: 'Weighted acceleration at the seat',
        formula: 'root mean square, weighted by Wk',
        inputs: [
          given('ride', seconds, 's'),
          given('speed', speedMPerS, 'm/s'),
          given('footprint', footprintM, 'm'),
          given('step', solved.value.stepS, 's', 'computed'),
        ],
        result: weightedSeatMPerS2,
        unit: 'm/s²',
        source: 'ISO 2631-1 (from memory)',
      },
    ],
  });
}
