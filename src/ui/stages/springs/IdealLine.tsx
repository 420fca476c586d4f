'use client';
import { newtons, said } from '@/core/units/say';
import type { End } from '@/catalogue/ends';
import { useCallback, useMemo } from 'react';
import { idealOf } from '@/judgement/aims/springs';
import { useSystem } from '../../fields/context';
import { useSaid } from '../../kit/preferences';
import { Heading, Small } from '../../kit/primitives';
import { assumedDoubt, FIGURE_NAMES } from '@/judgement/aims/estimates';
import { useFact, useLater } from '../../job/BenchContext';
import { lengthUnit, lengthWords, rateWords } from '../../kit/figureWords';

/** The spring that would meet both sags exactly, whether or not it is for sale. Follows in the same frame as the key; the list follows it. */
export function IdealLine({ end }: { end: End }) {
  const system = useSystem();
  const inUnits = useSaid();
  const ideal = useFact(useCallback((facts) => idealOf(facts, end), [end]));
  return (
    <p style={{ margin: '0.25rem 0 0.5rem' }} data-result="ideal">
      <Heading as="span">Ideal </Heading>
      {ideal ? (
        <>
          <b style={{ fontSize: '1.5rem' }}>{rateWords(ideal.rateNPerMm, system)}</b>
          {ideal.springs > 1 ? (end === 'front' ? ' each leg' : ' each shock') : ''} with{' '}
          <b>
            {lengthWords(ideal.preloadMm, system)} {lengthUnit(system)}
          </b>{' '}
          {inUnits(said`of preload, for ${newtons(ideal.staticLoadN)} bare and ${newtons(ideal.ladenLoadN)} with the rider, solo.`)}
          <Doubt end={end} />
        </>
      ) : (
        '–'
      )}
    </p>
  );
}

/** What is still assumed, and how far that alone may put the rate out: a figure in large type without it would mislead. */
function Doubt({ end }: { end: End }) {
  const system = useSystem();
  const facts = useLater();
  const doubt = useMemo(() => assumedDoubt(facts, end), [facts, end]);
  if (!doubt) return null;
  return (
    <Small style={{ display: 'block' }} data-result="doubt">
      ○ ± {rateWords(doubt.halfNPerMm, system)}, nine times in ten, while these are assumed:{' '}
      {doubt.figures.map((f) => FIGURE_NAMES[f]).join(', ')}.
    </Small>
  );
}
