import { CONSTANT_LEVERAGE_SHARE, RISING_LEVERAGE_SHARE } from '@/knowledge/limits';
import type { Said } from '@/core/units/say';
import type { LinkageLeverage } from '@/core/leverage/linkage';
import type { Leverage } from '@/core/leverage/law';
import { leverageOf, lookedUp } from '@/core/leverage/leverage';
import { rearEnd, wheelRateNPerMm } from '@/core/spring/end';
import { linearSpring } from '@/core/spring/law';
import { NO_FORCE } from '@/core/spring/other';
import type { Entries } from '@/catalogue/entry';
import { issueWords } from '@/schema/words';
import { isMissing, isUnusable, leverageKindOf } from './ends';
import { numberOf } from './read';

export interface LeverageCurves {
  ratio: [number, number][];
  strokeMm: [number, number][];
  wheelRate: [number, number][];
  /** The measured pairs as mean ratios between neighbours, for a table. */
  measured: [number, number][];
  /** The mechanism, where the machine is known by its pivots. */
  linkage: LinkageLeverage | null;
  progression: number;
  fullStrokeMm: number;
}

const STEPS = 80;

/**
 * Ratio and wheel rate over the travel, for charts.
 * @param springNPerMm spring and @param preloadMm preload the wheel rate is reckoned with
 * @returns the curves; a sentence where a figure cannot be used; the missing fields as names
 */
export function leverageCurves(
  machine: Entries,
  springNPerMm: number,
  preloadMm: number,
): { ok: true; value: LeverageCurves } | { ok: false; words: Said; missing: string[] } {
  const travelMm = numberOf(machine, 'machine.travel.rear');
  const kind = leverageKindOf(machine);
  if (isMissing(kind) || travelMm === null)
    return {
      ok: false,
      words: '',
      missing: [...(travelMm === null ? ['machine.travel.rear'] : []), ...(isMissing(kind) ? kind.missing : [])],
    };
  if (isUnusable(kind)) return { ok: false, words: issueWords(kind.issue), missing: [] };
  const lever = leverageOf(kind, travelMm);
  if (!lever.ok) return { ok: false, words: issueWords(lever.issue), missing: [] };
  const exact: Leverage = lever.value;
  const quick = lookedUp(kind.kind, exact, travelMm);
  const end = rearEnd(travelMm, quick, NO_FORCE);
  const over = (of: (z: number) => number): [number, number][] =>
    Array.from({ length: STEPS + 1 }, (_, i) => [(travelMm * i) / STEPS, of((travelMm * i) / STEPS)]);
  const measured =
    kind.kind === 'table'
      ? kind.wheelMm.slice(1).map((z, i): [number, number] => {
          const [z0, s0, s1] = [kind.wheelMm[i]!, kind.shockMm[i]!, kind.shockMm[i + 1]!];
          return [(z0 + z) / 2, (z - z0) / (s1 - s0)];
        })
      : [];
  return {
    ok: true,
    value: {
      ratio: over(quick.ratio),
      strokeMm: over(quick.strokeMm),
      wheelRate: over((z) => wheelRateNPerMm(end, linearSpring(springNPerMm), preloadMm, z)),
      measured,
      linkage: kind.kind === 'linkage' ? (exact as LinkageLeverage) : null,
      progression: quick.ratio(0) / quick.ratio(travelMm) - 1,
      fullStrokeMm: quick.strokeMm(travelMm),
    },
  };
}

/** What a leverage does over the travel. @param progression wheel rate gained by it, share */
export const progressionWords = (progression: number): string =>
  Math.abs(progression) < CONSTANT_LEVERAGE_SHARE
    ? 'constant'
    : `${progression > 0 ? 'rising' : 'falling'} rate, ratio ${progression > 0 ? 'falls' : 'rises'} ${(Math.abs(progression / (1 + progression)) * 100).toFixed(0)} %`;
/** What to mind when the ring is turned on it; null where there is nothing. */
export const progressionWarning = (progression: number): string | null =>
  progression > RISING_LEVERAGE_SHARE
    ? 'Rising rate: low in the travel is the stiff part, so backing off preload can make it harder, not softer.'
    : null;
