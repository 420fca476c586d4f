import { fftInPlace } from '../numerics/fft';
import { seeded } from '../numerics/random';
import { profileHeight } from './roads';

/** What a machine rides over; heights and lengths in m. */
export type Surface =
  | { kind: 'iso'; class: IsoClass; seed: number }
  | { kind: 'corrugations'; wavelengthM: number; heightM: number }
  | { kind: 'whoops'; spacingM: number; heightM: number; count: number }
  | { kind: 'kerb'; heightM: number }
  /** A rounded bar across the road: half a wave up and down. */
  | { kind: 'hump'; heightM: number; lengthM: number }
  /** Worn in where everybody brakes: steep towards the rider, long behind. */
  | { kind: 'brakingBumps'; spacingM: number; heightM: number }
  /** Stones of differing size at uneven places. */
  | { kind: 'rocks'; heightM: number; spacingM: number; seed: number }
  /** A ramp that ends in a drop to the flat. */
  | { kind: 'jump'; heightM: number; rampM: number }
  /** A hollow taken at speed: one wave down and up again. */
  | { kind: 'gOut'; depthM: number; lengthM: number }
  | { kind: 'level' }
  | { kind: 'pothole'; depthM: number; lengthM: number }
  | { kind: 'cobbles'; pitchM: number; heightM: number; seed: number }
  | { kind: 'profile'; distanceM: number[]; heightM: number[] };

export type IsoClass = 'A' | 'B' | 'C' | 'D' | 'E' | 'F' | 'G' | 'H';
export const ISO_CLASSES: readonly IsoClass[] = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'];

/** Displacement density of class A at 0.1 waves a metre, m³, geometric mean; each class four times the one before. Source: ISO 8608, table (from memory). */
const CLASS_A_M3 = 16e-6;
const AT_WAVES_PER_M = 0.1;
/** Waves a metre that a road of the standard is made of: 90 m to 35 cm. */
const WAVES_PER_M = [0.011, 2.83] as const;

/** Displacement density of a class at so many waves a metre, m³: G(n) = G(n₀)·(n/n₀)⁻². Source: ISO 8608. */
export const isoDensityM3 = (of: IsoClass, wavesPerM: number): number =>
  CLASS_A_M3 * 4 ** ISO_CLASSES.indexOf(of) * (wavesPerM / AT_WAVES_PER_M) ** -2;

/** Evenly sampled heights of a road. */
export interface Sampled {
  stepM: number;
  heightM: Float64Array;
}

/** Finer than the footprint of a tyre. */
const SAMPLE_M = 0.02;
/** The road begins level and grows to its full height over this, so that nobody falls off an edge that is none. */
const LEAD_IN_M = 5;

/** A road of a class: waves of the standard's heights with phases drawn by the seed, added up by the inverse transform. */
function isoRoad(of: IsoClass, seed: number, lengthM: number): Sampled {
  let size = 1;
  while (size * SAMPLE_M < Math.max(lengthM, 1 / WAVES_PER_M[0])) size *= 2;
  const stepWaves = 1 / (size * SAMPLE_M);
  const next = seeded(seed);
  const [re, im] = [new Float64Array(size), new Float64Array(size)];
  for (let k = 1; k < size / 2; k += 1) {
    const waves = k * stepWaves;
    const phase = 2 * Math.PI * next();
    if (waves < WAVES_PER_M[0] || waves > WAVES_PER_M[1]) continue;
    // A cosine of amplitude √(2·G·Δn) is two lines of half of it.
    const half = Math.sqrt(2 * isoDensityM3(of, waves) * stepWaves) / 2;
    re[k] = half * Math.cos(phase);
    im[k] = half * Math.sin(phase);
    re[size - k] = re[k]!;
    im[size - k] = -im[k]!;
  }
  fftInPlace(re, im);
  return { stepM: SAMPLE_M, heightM: re };
}

function shapeOf(surface: Exclude<Surface, { kind: 'iso' }>): (xM: number) => number {
  switch (surface.kind) {
    case 'corrugations':
      return (x) => (surface.heightM / 2) * (1 - Math.cos((2 * Math.PI * x) / surface.wavelengthM));
    case 'whoops':
      return (x) =>
        x > 0 && x < surface.spacingM * surface.count ? (surface.heightM / 2) * (1 - Math.cos((2 * Math.PI * x) / surface.spacingM)) : 0;
    case 'kerb':
      return (x) => (x >= LEAD_IN_M ? surface.heightM : 0);
    case 'level':
      return () => 0;
    case 'hump':
      return (x) =>
        x > LEAD_IN_M && x < LEAD_IN_M + surface.lengthM ? surface.heightM * Math.sin((Math.PI * (x - LEAD_IN_M)) / surface.lengthM) : 0;
    case 'brakingBumps':
      return (x) => surface.heightM * brakingBump(x / surface.spacingM - Math.floor(x / surface.spacingM));
    case 'rocks':
      return rocksOf(surface);
    case 'jump':
      return (x) => {
        const up = (x - LEAD_IN_M) / surface.rampM;
        return up <= 0 || up >= 1 ? 0 : surface.heightM * up * up;
      };
    case 'gOut':
      return (x) => {
        const along = (x - LEAD_IN_M) / surface.lengthM;
        return along <= 0 || along >= 1 ? 0 : (-surface.depthM / 2) * (1 - Math.cos(2 * Math.PI * along));
      };
    case 'pothole':
      return (x) => (x >= LEAD_IN_M && x < LEAD_IN_M + surface.lengthM ? -surface.depthM : 0);
    case 'cobbles': {
      const next = seeded(surface.seed);
      const stones: number[] = [];
      const stone = (i: number) => {
        while (stones.length <= i) stones.push(0.5 + 0.5 * next());
        return stones[i]!;
      };
      return (x) => {
        const i = Math.floor(x / surface.pitchM);
        return i < 0 ? 0 : surface.heightM * stone(i) * Math.sin((Math.PI * (x - i * surface.pitchM)) / surface.pitchM);
      };
    }
    case 'profile':
      return profileHeight(surface.distanceM, surface.heightM);
  }
}

/** A third of the length up, the rest down, both as half waves. From memory. */
const RISES_SHARE = 1 / 3;
const brakingBump = (share: number): number =>
  share < RISES_SHARE
    ? (1 - Math.cos((Math.PI * share) / RISES_SHARE)) / 2
    : (1 + Math.cos((Math.PI * (share - RISES_SHARE)) / (1 - RISES_SHARE))) / 2;

/** Stones as half sines, each by its own draw: from a third of the height to all of it, twice as long as high to four times, at uneven places. From memory. */
function rocksOf({ heightM, spacingM, seed }: Extract<Surface, { kind: 'rocks' }>): (xM: number) => number {
  const next = seeded(seed);
  const stones: { fromM: number; lengthM: number; heightM: number }[] = [];
  let reachedM = 0;
  const grow = (x: number) => {
    while (reachedM <= x) {
      const height = heightM * (1 / 3 + (2 / 3) * next());
      const lengthM = height * (2 + 2 * next());
      const fromM = reachedM + spacingM * (0.25 + 1.5 * next());
      stones.push({ fromM, lengthM, heightM: height });
      reachedM = fromM + lengthM;
    }
  };
  let i = 0;
  return (x) => {
    grow(x);
    while (i > 0 && stones[i]!.fromM > x) i -= 1;
    while (i < stones.length - 1 && stones[i + 1]!.fromM <= x) i += 1;
    const stone = stones[i]!;
    const along = (x - stone.fromM) / stone.lengthM;
    return along <= 0 || along >= 1 ? 0 : stone.heightM * Math.sin(Math.PI * along);
  };
}

/** Kinds whose edges are meant are not led into. */
const LED_INTO: readonly Surface['kind'][] = ['iso', 'corrugations', 'cobbles', 'brakingBumps', 'rocks'];

/**
 * The road as a tyre meets it: sampled, led into, and averaged over the footprint, since a point would feel each edge too sharply.
 * @param footprintM length of road a tyre lies on
 */
export function sampled(surface: Surface, lengthM: number, footprintM: number): Sampled {
  const count = Math.ceil(lengthM / SAMPLE_M) + 2;
  const iso = surface.kind === 'iso' ? isoRoad(surface.class, surface.seed, lengthM) : null;
  const shape = surface.kind === 'iso' ? null : shapeOf(surface);
  const led = LED_INTO.includes(surface.kind);
  const raw = Float64Array.from({ length: count }, (_, i) => {
    const x = i * SAMPLE_M;
    const height = iso ? iso.heightM[i]! : shape!(x);
    return led ? height * Math.min(1, x / LEAD_IN_M) : height;
  });
  const half = Math.floor(footprintM / SAMPLE_M / 2);
  if (half === 0) return { stepM: SAMPLE_M, heightM: raw };
  const heightM = new Float64Array(count);
  let sum = 0;
  const at = (i: number) => raw[Math.min(count - 1, Math.max(0, i))]!;
  for (let i = -half; i <= half; i += 1) sum += at(i);
  for (let i = 0; i < count; i += 1) {
    heightM[i] = sum / (2 * half + 1);
    sum += at(i + half + 1) - at(i - half);
  }
  return { stepM: SAMPLE_M, heightM };
}

/** Height at a distance: straight between the samples, level before the first. */
export function heightAt({ stepM, heightM }: Sampled, xM: number): number {
  if (xM <= 0) return heightM[0]!;
  const i = Math.min(heightM.length - 2, Math.floor(xM / stepM));
  return heightM[i]! + (xM / stepM - i) * (heightM[i + 1]! - heightM[i]!);
}
