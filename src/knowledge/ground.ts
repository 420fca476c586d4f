import { GROUND_NAMES, type GroundId } from '@/catalogue/fields/ask';

/**
 * Kinds of ground a ride is made of, and what each asks of the suspension. Roughness by the classes of ISO 8608 where it is a surface, else as a profile;
 * all other figures from memory.
 */
export interface Ground {
  id: GroundId;
  name: string;
  /** As it would be drawn: a class of ISO 8608, or the shape of its bumps. */
  roughness: string;
  /** The same in order, 0 smooth to 6: rougher ground is a rougher ride. */
  order: number;
  usualKmh: readonly [number, number];
  /** Where in the school's window the sag is aimed at: −1 its least, 0 its middle, 1 its most. */
  sag: number;
  /** How much more damping it asks for than the aim without it, as a share, at low and at high shaft speed. */
  compression: { low: number; high: number };
  rebound: { low: number; high: number };
  /** Fork oil against the maker's level, mm from the top: less stands higher, for more reserve at the end of the travel. */
  oilLevelMm: number;
  /** Where the figures are from. */
  origin: string;
}

const ground = (
  id: GroundId,
  roughness: string,
  order: number,
  usualKmh: [number, number],
  sag: number,
  [compressionLow, compressionHigh, reboundLow, reboundHigh]: [number, number, number, number],
  oilLevelMm = 0,
): Ground => ({
  id,
  name: GROUND_NAMES[id],
  roughness,
  order,
  usualKmh,
  sag,
  compression: { low: compressionLow, high: compressionHigh },
  rebound: { low: reboundLow, high: reboundHigh },
  oilLevelMm,
  origin: 'from memory',
});

// prettier-ignore
export const GROUNDS: readonly Ground[] = [
  ground('smooth', 'class A to B', 0, [50, 110], 0, [0.1, 0, 0.05, 0]),
  ground('broken', 'class C', 2, [40, 90], 0.2, [0, -0.05, 0, 0]),
  ground('cobbles', 'class D to E', 3, [20, 50], 0.2, [-0.05, -0.1, 0, 0]),
  ground('gravel', 'class D', 3, [40, 90], 0.1, [0, -0.05, 0, 0]),
  ground('sand', 'class D to E', 3, [20, 70], -0.5, [0.1, 0.05, 0.05, 0], -3),
  ground('rocks', 'class F to G', 5, [10, 40], 0.7, [-0.1, -0.15, -0.1, 0]),
  ground('whoops', 'waves of 1 to 6 m', 5, [30, 80], -0.4, [0.05, 0.05, -0.1, 0], -5),
  ground('jumps', 'drops and flat landings', 6, [20, 70], -0.6, [0.1, 0.15, 0.05, 0], -10),
  ground('circuit', 'class A, loads of speed', 1, [60, 200], -0.4, [0.15, 0, 0.15, 0]),
];

/** The same by skill: who is learning is served by a machine nearer the middle. From memory. */
export const SKILL_SHARE: Readonly<Record<string, number>> = { learning: 0.7, some: 0.9, long: 1, racer: 1.1 };

/** How much of what the ground asks for is given, by pace. From memory. */
export const PACE_SHARE: Readonly<Record<string, number>> = { easy: 0.6, steady: 0.8, quick: 1, race: 1.2 };
