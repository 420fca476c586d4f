import type { GroundId } from '@/catalogue/fields/ask';
import type { Surface } from '@/core/ride/surface';

/**
 * What each kind of ground is as a road for the simulated ride: stretches of it, with the share of the ground's time each takes and how fast it is ridden, as a share of the
 * ground's usual speed at the beginning and at the end. All from memory; the same seed every time, so that every set-up meets the same ground.
 */
export interface RoadPiece {
  name: string;
  surface: Surface;
  share: number;
  speed: readonly [from: number, to: number];
}

const SEED = 20;
const piece = (name: string, surface: Surface, share: number, from = 1, to = from): RoadPiece => ({
  name,
  surface,
  share,
  speed: [from, to],
});

export const ROADS: Readonly<Record<GroundId, readonly RoadPiece[]>> = {
  smooth: [
    piece('smooth road', { kind: 'iso', class: 'B', seed: SEED }, 0.5),
    piece('smooth road, braking', { kind: 'iso', class: 'B', seed: SEED + 1 }, 0.25, 1, 0.35),
    piece('smooth road, driving', { kind: 'iso', class: 'B', seed: SEED + 2 }, 0.25, 0.35, 1),
  ],
  broken: [
    piece('broken tarmac', { kind: 'iso', class: 'C', seed: SEED }, 0.4),
    piece('broken tarmac, braking', { kind: 'iso', class: 'C', seed: SEED + 1 }, 0.2, 1, 0.4),
    piece('a pothole', { kind: 'pothole', depthM: 0.05, lengthM: 0.4 }, 0.2, 0.7),
    piece('a speed hump', { kind: 'hump', heightM: 0.075, lengthM: 0.9 }, 0.2, 0.4),
  ],
  cobbles: [
    piece('cobbles', { kind: 'cobbles', pitchM: 0.16, heightM: 0.018, seed: SEED }, 0.4),
    piece('sunken setts', { kind: 'iso', class: 'D', seed: SEED + 1 }, 0.4),
    piece('a kerb', { kind: 'kerb', heightM: 0.08 }, 0.2, 0.5),
  ],
  gravel: [
    piece('gravel', { kind: 'iso', class: 'D', seed: SEED }, 0.5),
    piece('corrugations', { kind: 'corrugations', wavelengthM: 0.9, heightM: 0.018 }, 0.25),
    piece('braking bumps, braking', { kind: 'brakingBumps', spacingM: 1.6, heightM: 0.035 }, 0.25, 1, 0.5),
  ],
  sand: [
    piece('sand', { kind: 'iso', class: 'D', seed: SEED + 3 }, 0.5),
    piece('soft waves, driving', { kind: 'corrugations', wavelengthM: 4.5, heightM: 0.1 }, 0.5, 0.7, 1),
  ],
  rocks: [
    piece('rocks', { kind: 'rocks', heightM: 0.06, spacingM: 1.1, seed: SEED }, 0.8),
    piece('a ledge', { kind: 'kerb', heightM: 0.12 }, 0.2, 0.6),
  ],
  whoops: [
    piece('whoops', { kind: 'whoops', spacingM: 7, heightM: 0.14, count: 500 }, 0.75),
    piece('braking bumps, braking', { kind: 'brakingBumps', spacingM: 1.8, heightM: 0.05 }, 0.25, 0.9, 0.4),
  ],
  jumps: [
    piece('a jump to the flat', { kind: 'jump', heightM: 0.5, rampM: 6 }, 0.35),
    piece('a hollow at speed', { kind: 'gOut', depthM: 0.6, lengthM: 16 }, 0.35, 1),
    piece('braking bumps, braking', { kind: 'brakingBumps', spacingM: 1.8, heightM: 0.06 }, 0.3, 1, 0.5),
  ],
  circuit: [
    piece('on the brakes', { kind: 'iso', class: 'B', seed: SEED }, 0.3, 1, 0.5),
    piece('through the turn', { kind: 'iso', class: 'B', seed: SEED + 1 }, 0.3, 0.5),
    piece('on the throttle', { kind: 'iso', class: 'A', seed: SEED + 2 }, 0.4, 0.5, 1),
  ],
};

/** Where between its least and its most usual speed a ground is ridden, by pace. From memory. */
export const PACE_SPEED: Readonly<Record<string, number>> = { easy: 0.2, steady: 0.45, quick: 0.75, race: 1 };
/** Pace taken until told. */
export const USUAL_PACE = 'steady';
