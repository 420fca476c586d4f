import type { JobFacts } from './facts';
import type { Inside } from '@/knowledge/training/cases';
import { seeded } from '@/core/numerics/random';
import { restsAt } from '@/core/spring/end';
import { linearSpring } from '@/core/spring/law';
import { endModelOf } from './ends';
import { loadsOf } from './loads';
import type { End } from '@/catalogue/ends';

/** Where the rear axle hangs under its mark at full extension. */
const REAR_EXTENDED_MM = 612;

/** Small disturbances either way, half at most. */
export function noise(seed: number): () => number {
  const next = seeded(seed);
  return () => next() - 0.5;
}

/** To the half millimetre a tape is read to. */
const read = (mm: number) => String(Math.round(mm * 2) / 2);

/**
 * What a tape would read on this machine: the core's own equilibrium under the declared solo load, half the friction band either way, and a
 * millimetre of hand. Returns texts by field, ready to be recorded. Throws where the machine's figures do not suffice.
 */
export function tapeReadings(
  facts: JobFacts,
  end: End,
  inside: Inside,
  seed: number,
  prefix: 'measure' | 'set' = 'measure',
): Record<string, string> {
  const found = endModelOf(facts, end);
  const solo = loadsOf(facts).cases[0];
  if (!('model' in found) || !solo?.result.ok) throw new Error(`the machine lacks figures for its ${end}`);
  const { staticRearN, staticFrontN, ladenRearN, ladenFrontN } = solo.result.value;
  const spring = linearSpring(inside.rateNPerMm);
  const [bareN, ladenN] = end === 'rear' ? [staticRearN, ladenRearN] : [staticFrontN, ladenFrontN];
  const hand = noise(seed);
  const sagAt = (loadN: number) => restsAt(found.model, spring, inside.preloadMm, loadN).zMm;
  const pair = (loadN: number, state: string): [string, string][] => {
    const sag = sagAt(loadN);
    const half = sag === 0 ? 0 : inside.frictionMm / 2;
    const [lifted, pressed] = [Math.max(0, sag - half + hand()), Math.max(0, sag + half + hand())];
    const texts = end === 'rear' ? [read(REAR_EXTENDED_MM - lifted), read(REAR_EXTENDED_MM - pressed)] : [read(lifted), read(pressed)];
    return [
      [`${prefix}.${end}.${state}.1.lifted`, texts[0]!],
      [`${prefix}.${end}.${state}.1.pressed`, texts[1]!],
    ];
  };
  return Object.fromEntries([
    [`${prefix}.${end}.style`, end === 'rear' ? 'distance' : 'ruler'],
    ...(end === 'rear' ? [[`${prefix}.${end}.extended`, String(REAR_EXTENDED_MM)]] : []),
    ...pair(bareN, 'unladen'),
    ...pair(ladenN, 'laden'),
  ]) as Record<string, string>;
}
