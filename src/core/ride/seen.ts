import type { RideEnd } from './machine';
import type { EndNow } from './now';
import { Spread } from './spread';

/** What one end did on a stretch of ground. */
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
  /** How far the mean sinks below rest over the bumps, from the third on, mm: packing down. Above rest it is negative. */
  packingMm: number;
  /** The same bump by bump, as far as they are kept. */
  sinkByBumpMm: number[];
  /** Heat the damper makes, mean, W. */
  damperW: number;
  /** Speed of the wheel against the frame that is not exceeded for 95 % of the time, m/s, each way. */
  speed95MPerS: { compression: number; rebound: number };
  /** How often a swing of the wheel against the frame reached a speed, counted in bins of a tenth of a metre a second from nothing up. */
  swings: { compression: number[]; rebound: number[] };
}

/** Width of a bin of swings, m/s, and how many there are. */
export const SWING_BIN_M_PER_S = 0.1;
export const SWING_BINS = 60;

export const MM = 1000;
export const PARTS = 20;
/** It must leave a stop by this before it can meet it again. */
const LEAVES_M = 0.003;

/** Counts how often a value goes beyond a place. */
class Meets {
  count = 0;
  private beyond = false;
  add(by: number): void {
    if (by > 0) {
      if (!this.beyond) this.count += 1;
      this.beyond = true;
    } else if (by < -LEAVES_M) this.beyond = false;
  }
}

/** Values kept at even times, with room for as many as are expected. */
export class Kept {
  private values: Float64Array;
  private count = 0;
  constructor(expected: number) {
    this.values = new Float64Array(Math.ceil(expected) + 2);
  }
  add(value: number): void {
    if (this.count < this.values.length) this.values[this.count++] = value;
  }
  get all(): Float64Array {
    return this.values.subarray(0, this.count);
  }
}

/** Speeds are counted in bins so fine, m/s, up to so many. */
const BIN_M_PER_S = 0.002;
const BINS = 6000;

/** How often each speed was met, each way. */
class Speeds {
  private readonly counts = { compression: new Uint32Array(BINS), rebound: new Uint32Array(BINS) };
  add(speed: number): void {
    const bin = Math.min(BINS - 1, Math.floor(Math.abs(speed) / BIN_M_PER_S));
    this.counts[speed > 0 ? 'compression' : 'rebound'][bin]! += 1;
  }
  /** Of the times it moves that way, the speed of which 95 in 100 are slower; 0 where it never does. */
  at95(way: 'compression' | 'rebound'): number {
    const counts = this.counts[way];
    const all = counts.reduce((a, b) => a + b, 0);
    let [sum, bin] = [0, 0];
    while (bin < BINS - 1 && sum + counts[bin]! < 0.95 * all) sum += counts[bin++]!;
    return all === 0 ? 0 : (bin + 0.5) * BIN_M_PER_S;
  }
}

/** Counts swings by the most speed each reached: a swing ends where the speed turns its sign. */
class Swings {
  readonly counts = { compression: new Array<number>(SWING_BINS).fill(0), rebound: new Array<number>(SWING_BINS).fill(0) };
  private most = 0;
  add(speed: number): void {
    if (speed * this.most < 0) {
      const bin = Math.min(SWING_BINS - 1, Math.floor(Math.abs(this.most) / SWING_BIN_M_PER_S));
      this.counts[this.most > 0 ? 'compression' : 'rebound'][bin]! += 1;
      this.most = speed;
    } else if (Math.abs(speed) > Math.abs(this.most)) this.most = speed;
  }
}

/** A bump presses an end in at least this fast, m/s; slower is no bump. From memory. */
const BUMP_M_PER_S = 0.1;
/** Bumps kept one by one; and so many are run in on before an end is said to pack: it is down after the second. */
const BUMPS_KEPT = 60;
const RUN_IN = 2;

/** The mean of each bump, from where it is pressed in to where the next one does so, below a place of rest. */
class Sinks {
  readonly byBump: number[] = [];
  private readonly later = new Spread();
  private readonly all = new Spread();
  private bump = new Spread();
  private isPressed = false;
  private bumps = 0;
  private firstMm: number | null = null;

  /** @param restMm null: the first bump's own mean, where braking or drive has the end stand elsewhere */
  constructor(private readonly restMm: number | null) {}

  add(xMm: number, speed: number): void {
    if (!this.isPressed && speed > BUMP_M_PER_S) this.next();
    this.isPressed = speed > 0 && (this.isPressed || speed > BUMP_M_PER_S);
    this.bump.add(xMm);
    this.all.add(xMm);
    if (this.bumps > RUN_IN) this.later.add(xMm);
  }

  private next(): void {
    if (this.bumps > 0) this.keep();
    this.bumps += 1;
    this.bump = new Spread();
  }

  private keep(): void {
    this.firstMm ??= this.bump.mean;
    if (this.byBump.length < BUMPS_KEPT) this.byBump.push(this.bump.mean - (this.restMm ?? this.firstMm));
  }

  get mm(): number {
    const rest = this.restMm ?? this.firstMm ?? this.all.mean;
    return (this.later.count > 0 ? this.later.mean : this.all.mean) - rest;
  }
}

/** Looks at one end along one stretch. */
export class EndSeen {
  private readonly travel = new Spread();
  private readonly tyre = new Spread();
  private readonly kept: Kept;
  private readonly speeds = new Speeds();
  private readonly swings = new Swings();
  private readonly bottoms = new Meets();
  private readonly tops = new Meets();
  private readonly sinks: Sinks;
  private lost = 0;
  private seen = 0;
  private heatJ = 0;

  /**
   * @param perSecond how often it is kept @param scale suspension's own mm for each mm at the wheel
   * @param restM where it stands at rest; null where braking or drive has it stand elsewhere
   */
  constructor(
    private readonly end: RideEnd,
    seconds: number,
    perSecond: number,
    private readonly scale: number,
    restM: number | null,
  ) {
    this.kept = new Kept(seconds * perSecond);
    this.sinks = new Sinks(restM === null ? null : restM * MM * scale);
  }

  add(now: EndNow): void {
    const { end } = this;
    const xMm = now.xM * MM * this.scale;
    this.travel.add(xMm);
    this.tyre.add(now.tyreN);
    this.sinks.add(xMm, now.speedMPerS);
    if (end.bumpStop !== null) this.bottoms.add(now.xM - end.bumpStop.fromM);
    if (end.topOut !== null) this.tops.add(end.topOut.fromM - now.xM);
    this.seen += 1;
    if (now.tyreN === 0) this.lost += 1;
    this.heatJ += now.damperN * now.speedMPerS;
    this.swings.add(now.speedMPerS);
  }

  /** At even times, for the histograms. */
  keep(now: EndNow): void {
    this.kept.add(now.xM * MM * this.scale);
    this.speeds.add(now.speedMPerS);
  }

  get all(): RiddenEnd {
    const { travel, tyre, seen } = this;
    const kept = this.kept.all;
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
      packingMm: this.sinks.mm,
      sinkByBumpMm: this.sinks.byBump,
      damperW: this.heatJ / seen,
      swings: this.swings.counts,
      speed95MPerS: { compression: this.speeds.at95('compression'), rebound: this.speeds.at95('rebound') },
    };
  }
}
