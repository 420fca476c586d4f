import type { Stretch } from '@/core/ride/course';
import { GROUND_IDS, type GroundId } from '@/catalogue/fields/ask';
import type { Entries } from '@/catalogue/entry';
import { ROUGHNESS } from '@/knowledge/limits';
import { usual } from '@/knowledge/inForce';
import { PACE_SPEED, ROADS, USUAL_PACE } from '@/knowledge/roads';
import { mixOf } from '../aims/ground';
import { itemNumbers, textOf } from '../model/read';

/** The ground a job is ridden over: the customer's mix put together, or one kind alone, or a profile from a file. */

export type GroundChoice = { kind: 'mix' } | { kind: 'one'; ground: GroundId } | { kind: 'profile'; name: string; profile: Profile };
export interface Profile {
  distanceM: number[];
  heightM: number[];
  speedKmh: number;
}

/** How long the whole mix is ridden, s, and how short a stretch may be. From memory: long enough for every kind to show itself. */
const MIX_S = 45;
const MIN_S = 2.5;
const ONE_S = 20;
const KMH = 3.6;

/** Speed on a ground, m/s, by the pace told. */
export function speedOn(entries: Entries, ground: GroundId): number {
  const [slow, fast] = usual().grounds.find((g) => g.id === ground)!.usualKmh;
  const share = PACE_SPEED[textOf(entries, 'pace')] ?? PACE_SPEED[USUAL_PACE]!;
  return (slow + share * (fast - slow)) / KMH;
}

const piecesOf = (entries: Entries, ground: GroundId, seconds: number): Stretch[] =>
  ROADS[ground].map(({ name, surface, share, speed: [from, to] }) => ({
    name,
    surface,
    speedMPerS: from * speedOn(entries, ground),
    endSpeedMPerS: to * speedOn(entries, ground),
    seconds: Math.max(MIN_S, share * seconds),
  }));

/** A profile no longer than this is ridden, s. */
const MAX_PROFILE_S = 60;

/** Where a complaint shows itself, on the road and off it. From memory. */
const SHOWS_ON: Readonly<Record<string, readonly [road: GroundId, off: GroundId]>> = {
  packs: ['broken', 'whoops'],
  bottoms: ['cobbles', 'jumps'],
  'harsh-small': ['cobbles', 'gravel'],
  'harsh-braking': ['broken', 'gravel'],
  kicks: ['broken', 'whoops'],
  skips: ['cobbles', 'gravel'],
  fades: ['broken', 'whoops'],
};

/** The ground that stands in while nobody told which it is: the one the first complaint shows itself on, else broken tarmac. */
export function groundUntold(entries: Entries): GroundId {
  const phrase = itemNumbers(entries, 'complaint')
    .map((n) => textOf(entries, `complaint.${n}.phrase`))
    .find((p) => p in SHOWS_ON);
  if (!phrase) return 'broken';
  return SHOWS_ON[phrase]![(ROUGHNESS[textOf(entries, 'use')] ?? 0) > 0 ? 1 : 0];
}

/** The stretches in order; where no mix is told, the ground the complaint shows itself on stands in. */
export function stretchesOf(entries: Entries, choice: GroundChoice): Stretch[] {
  if (choice.kind === 'profile') {
    const { distanceM, heightM, speedKmh } = choice.profile;
    const speedMPerS = speedKmh / KMH;
    const from = distanceM[0]!;
    const surface = { kind: 'profile' as const, distanceM: distanceM.map((d) => d - from), heightM };
    const seconds = Math.min(MAX_PROFILE_S, Math.max(1, (distanceM.at(-1)! - from) / speedMPerS + 1));
    return [{ name: choice.name, surface, speedMPerS, seconds }];
  }
  if (choice.kind === 'one') return piecesOf(entries, choice.ground, ONE_S);
  const mix = mixOf(entries);
  if (!mix) return piecesOf(entries, groundUntold(entries), ONE_S);
  return GROUND_IDS.filter((id) => mix[id] > 0).flatMap((id) => piecesOf(entries, id, mix[id] * MIX_S));
}

/** The kinds of ground a job names, most first. */
export function groundsNamed(entries: Entries): GroundId[] {
  const mix = mixOf(entries);
  return mix ? GROUND_IDS.filter((id) => mix[id] > 0).sort((a, b) => mix[b] - mix[a]) : [];
}
