import { ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { type Course, courseOf, goingOn, type Stretch, stretchAt } from './course';
import type { RideMachine } from './machine';
import { machineOf, type PlainRide } from './plain';
import { EndSeen, Kept, MM, type RiddenEnd } from './seen';
import type { Now } from './now';
import type { Going } from './roads';
import { begin } from './solve';
import { Spread } from './spread';
import type { Surface } from './surface';
import { weightedRmsOfTwo } from './weighting';

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

/** One stretch as ridden. */
export interface RiddenStretch {
  front: RiddenEnd;
  rear: RiddenEnd;
  /** Vertical, weighted by Wk, root mean square: at the seat and at the hand grips. */
  weightedSeatMPerS2: number;
  weightedHandsMPerS2: number;
  pitchDeg: { max: number; min: number; rms: number };
}

/** The ride at even times, from rest, for the picture. Columns of equal length. */
export interface Frames {
  everyS: number;
  /** Place of the front wheel along the road, m. */
  placeM: number[];
  /** Of each end's own scale, mm. */
  frontTravelMm: number[];
  rearTravelMm: number[];
  frontTyreN: number[];
  rearTyreN: number[];
  frontRoadMm: number[];
  rearRoadMm: number[];
  /** Rise of the body's mass (mm) and of the rider; pitch, nose up (degrees). */
  bodyMm: number[];
  riderMm: number[];
  pitchDeg: number[];
}

export interface Looked {
  machine: RideMachine;
  course: Course;
  /** Ahead of the machine's own centre of mass. */
  seatAheadM: number;
  handsAheadM: number;
  /** Suspension's own mm for each mm at the wheel: a fork travels further along its leg than it sinks. */
  scale: { front: number; rear: number };
}

/** Samples kept for histogram and weighting, a second. */
const KEPT_PER_S = 500;
const MAX_HISTORY = 600;
/** Pictures a second: slow motion at an eighth still moves. */
const FRAMES_PER_S = 60;
/** Longest step over a road, s: halved, no figure moves by half a per cent (tested), and a minute is ridden in a fraction of a second. */
export const ROAD_STEP_S = 4e-4;
/** Steps gone between two tidings of how far it is. */
const STEPS_AT_ONCE = 10_000;
/** It is looked at each so many steps: still a hundred times in the quickest wheel hop. */
const LOOK_EVERY = 2;

/** One stretch being looked at. */
class StretchSeen {
  readonly front: EndSeen;
  readonly rear: EndSeen;
  private readonly pitch = new Spread();
  private readonly seat: Kept;
  private readonly hands: Kept;
  private seatSum = 0;
  private handsSum = 0;
  private count = 0;

  constructor(
    private readonly looked: Looked,
    seconds: number,
    rest: { front: number; rear: number } | null,
  ) {
    [this.seat, this.hands] = [new Kept(seconds * KEPT_PER_S), new Kept(seconds * KEPT_PER_S)];
    this.front = new EndSeen(looked.machine.front, seconds, KEPT_PER_S, looked.scale.front, rest?.front ?? null);
    this.rear = new EndSeen(looked.machine.rear, seconds, KEPT_PER_S, looked.scale.rear, rest?.rear ?? null);
  }

  add(now: Now): void {
    const { machine, seatAheadM, handsAheadM } = this.looked;
    this.front.add(now.front);
    this.rear.add(now.rear);
    this.pitch.add((now.pitchRad * 180) / Math.PI);
    this.seatSum += machine.rider === null ? now.bodyMPerS2 + seatAheadM * now.pitchRadPerS2 : now.riderMPerS2;
    this.handsSum += now.bodyMPerS2 + handsAheadM * now.pitchRadPerS2;
    this.count += 1;
  }

  keep(now: Now): void {
    // The mean since the last sample: what is quicker than the samples must not come back as something slow.
    this.seat.add(this.seatSum / this.count);
    this.hands.add(this.handsSum / this.count);
    this.seatSum = this.handsSum = this.count = 0;
    this.front.keep(now.front);
    this.rear.keep(now.rear);
  }

  get all(): RiddenStretch {
    const { pitch } = this;
    const [weightedSeatMPerS2, weightedHandsMPerS2] = weightedRmsOfTwo(this.seat.all, this.hands.all, KEPT_PER_S);
    return {
      front: this.front.all,
      rear: this.rear.all,
      weightedSeatMPerS2,
      weightedHandsMPerS2,
      pitchDeg: { max: pitch.max, min: pitch.min, rms: pitch.rms },
    };
  }
}

/** A ride of which nothing was seen yet, to be looked at every so many seconds. */
export const noFrames = (everyS: number): Frames => ({
  everyS,
  placeM: [],
  frontTravelMm: [],
  rearTravelMm: [],
  frontTyreN: [],
  rearTyreN: [],
  frontRoadMm: [],
  rearRoadMm: [],
  bodyMm: [],
  riderMm: [],
  pitchDeg: [],
});

class FramesSeen {
  readonly frames: Frames;
  private next = 0;
  constructor(
    everyS: number,
    private readonly looked: Looked,
    private readonly going: Going,
  ) {
    this.frames = noFrames(everyS);
  }

  add(now: Now): void {
    if (now.timeS < this.next) return;
    const { frames, going, looked } = this;
    this.next += frames.everyS;
    frames.placeM.push(going.placeM?.(now.timeS) ?? 0);
    frames.frontTravelMm.push(now.front.xM * MM * looked.scale.front);
    frames.rearTravelMm.push(now.rear.xM * MM * looked.scale.rear);
    frames.frontTyreN.push(now.front.tyreN);
    frames.rearTyreN.push(now.rear.tyreN);
    frames.frontRoadMm.push(going.front(now.timeS) * MM);
    frames.rearRoadMm.push(going.rear(now.timeS) * MM);
    frames.bodyMm.push(now.bodyM * MM);
    frames.riderMm.push(now.riderM * MM);
    frames.pitchDeg.push((now.pitchRad * 180) / Math.PI);
  }
}

export interface RideProgress {
  share: number;
  /** As far as it has gone. */
  frames: Frames;
}
export interface OverGround {
  /** In the order of the course's stretches; the whole of it where it is looked at as one. */
  stretches: RiddenStretch[];
  frames: Frames;
  stepS: number;
}

/**
 * A machine along a course, from rest; it can be stopped between two tidings.
 * Errors: ride-not-held, ride-too-stiff.
 * Source: as solveRide; contact averaged over the footprint.
 */
export function* rideAlong(
  looked: Looked,
  options: { framesEveryS?: number; mostStepS?: number; asOne?: boolean } = {},
): Generator<RideProgress, Result<OverGround>> {
  const { machine, course } = looked;
  const allKg = machine.sprungKg + machine.front.unsprungKg + machine.rear.unsprungKg + (machine.rider?.kg ?? 0);
  const going = goingOn(course, machine.aheadM + machine.behindM, allKg);
  const begun = begin(machine, going, course.seconds, options.mostStepS ?? ROAD_STEP_S);
  if (!begun.ok) return begun;
  const { run, steps, stepS } = begun.value;
  const { asOne = false } = options;
  let seen: StretchSeen[] = [];
  // The ride begins at rest: where it stands then is what an end sinks below. Braked or driven it stands elsewhere.
  const beginAt = ({ front, rear }: Now): void => {
    const rest = { front: front.xM, rear: rear.xM };
    const isSteady = ({ speedMPerS, endSpeedMPerS = speedMPerS }: Stretch) => endSpeedMPerS === speedMPerS;
    seen = asOne
      ? [new StretchSeen(looked, course.seconds, rest)]
      : course.stretches.map((s) => new StretchSeen(looked, s.seconds, isSteady(s) ? rest : null));
  };
  const pictures = new FramesSeen(options.framesEveryS ?? 1 / FRAMES_PER_S, looked, going);
  let [nextKept, at] = [0, 0];
  const look = (now: Now): void => {
    if (seen.length === 0) beginAt(now);
    if (!asOne) at = stretchAt(course, now.timeS, at);
    const stretch = seen[at]!;
    stretch.add(now);
    if (now.timeS >= nextKept) {
      nextKept += 1 / KEPT_PER_S;
      stretch.keep(now);
    }
    pictures.add(now);
  };
  let gone = 0;
  while (run.on(STEPS_AT_ONCE, look, LOOK_EVERY)) {
    gone += STEPS_AT_ONCE;
    yield { share: gone / steps, frames: pictures.frames };
  }
  return ok({ stretches: seen.map((s) => s.all), frames: pictures.frames, stepS });
}

/** The same without looking up. */
export function rideThrough(...of: Parameters<typeof rideAlong>): Result<OverGround> {
  const ride = rideAlong(...of);
  for (;;) {
    const next = ride.next();
    if (next.done) return next.value;
  }
}

export interface Ridden extends RiddenStretch {
  /** Evenly thinned out. */
  history: Pick<Frames, 'frontTravelMm' | 'rearTravelMm' | 'frontTyreN' | 'rearTyreN' | 'frontRoadMm' | 'rearRoadMm'> & { timeS: number[] };
  warnings: Warning[];
  working: WorkingStep[];
}

/** The hand grips ahead of the seat, m. From memory. */
export const HANDS_AHEAD_M = 0.65;

/**
 * A bare machine over one road at one speed, from rest.
 * @returns travel in mm (from full extension where the springs are tables, else from rest; + in compression), forces in N, acceleration in m/s², heat in W
 * Errors: ride-not-held, ride-too-stiff.
 * Source: as solveRide; roads of ISO 8608, weighting of ISO 2631-1 (both from memory); contact averaged over the footprint.
 */
export function ride(request: RideRequest, mostStepS = ROAD_STEP_S): Result<Ridden> {
  const { road, speedMPerS, seconds, footprintM, seatAheadM } = request;
  const everyS = Math.max(1 / KEPT_PER_S, seconds / MAX_HISTORY);
  const found = rideThrough(
    {
      machine: machineOf(request.machine),
      course: courseOf([{ name: road.kind, surface: road, speedMPerS, seconds }], footprintM),
      seatAheadM,
      handsAheadM: seatAheadM + HANDS_AHEAD_M,
      scale: { front: 1, rear: 1 },
    },
    { framesEveryS: everyS, mostStepS },
  );
  if (!found.ok) return found;
  const { stretches, frames, stepS } = found.value;
  const only = stretches[0]!;
  const { frontTravelMm, rearTravelMm, frontTyreN, rearTyreN, frontRoadMm, rearRoadMm } = frames;
  return ok({
    ...only,
    history: {
      timeS: frontTravelMm.map((_, i) => i * everyS),
      frontTravelMm,
      rearTravelMm,
      frontTyreN,
      rearTyreN,
      frontRoadMm,
      rearRoadMm,
    },
    warnings: [],
    working: [
      {
        label: 'Weighted acceleration at the seat',
        formula: 'root mean square, weighted by Wk',
        inputs: [
          given('ride', seconds, 's'),
          given('speed', speedMPerS, 'm/s'),
          given('footprint', footprintM, 'm'),
          given('step', stepS, 's', 'computed'),
        ],
        result: only.weightedSeatMPerS2,
        unit: 'm/s²',
        source: 'ISO 2631-1 (from memory)',
      },
    ],
  });
}
