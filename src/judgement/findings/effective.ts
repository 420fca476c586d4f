import { rateDecimals } from '@/core/units/shown';
import type { JobFacts } from '../model/facts';
import { END_NAMES, type End } from '@/catalogue/ends';
import type { Suspect } from '@/core/spring/effective';
import { joined, kg, mm, rate, said, type Said } from '@/core/units/say';
import { effectiveOf } from '../model/effective';
import { markedRateOf } from '../model/ends';
import type { Because } from './finding';

const SUSPECT_WORDS: Record<Suspect, (needed: number) => Said> = {
  'another-spring': () => 'another spring than the marked one is in there',
  spring: (x) =>
    `the spring itself would be ${Math.abs(x).toFixed(0)} % ${x < 0 ? 'softer' : 'stiffer'} than its mark (tired or mislabelled)`,
  mass: (x) => said`the rider’s load would be ${kg(Math.abs(x), 0)} ${x > 0 ? 'more' : 'less'} than declared`,
  leverage: (x) => `the leverage would be ${Math.abs(x).toFixed(1)} % ${x > 0 ? 'more' : 'less'} than given`,
  friction: (x) => said`friction would hide ${mm(Math.abs(x), 0)} of sag`,
  reading: (x) => said`the readings would be ${mm(Math.abs(x), 0)} out`,
};

/** The effective rate in a sentence: agreement, or the likeliest culprit with what each would have to be. */
export function effectiveFinding(facts: JobFacts, end: End): Because[] {
  const found = effectiveOf(facts, end);
  if (!found?.ok) return [];
  const { effectiveRateNPerMm, uncertaintyNPerMm, agreesWithMark, culprits } = found.value;
  const marked = markedRateOf(facts, end) ?? 0;
  const decimals = rateDecimals(marked);
  const needed = rate(effectiveRateNPerMm, decimals, '±', uncertaintyNPerMm);
  const origin = 'Both sags read backwards; ± holds 19 times in 20.';
  if (agreesWithMark)
    return [
      {
        mark: 'note',
        lead: `${END_NAMES[end]}: the sags agree with the mark.`,
        rest: said`They need ${needed}; marked ${rate(marked, decimals)}.`,
        origin,
      },
    ];
  const [first, ...others] = culprits;
  return [
    {
      mark: 'warn',
      lead: said`${END_NAMES[end]}: the sags need ${needed}, but the spring is marked ${rate(marked, decimals)}.`,
      rest: said`Likeliest: ${SUSPECT_WORDS[first!.suspect](first!.needed)}. Else ${joined(
        others.map((c) => SUSPECT_WORDS[c.suspect](c.needed)),
        '; or ',
      )}. Put the spring on the tester.`,
      origin,
    },
  ];
}
