'use client';
import type { End } from '@/catalogue/ends';
import { useCallback } from 'react';
import { idealOf } from '@/judgement/model/springs';
import { useSystem } from '../../fields/context';
import { useSaid } from '../../kit/preferences';
import { Heading } from '../../kit/primitives';
import { useBench, useFact } from '../../job/BenchContext';
import { lengthUnit, lengthWords, rateWords } from '../../kit/figureWords';

/** The spring that would meet both sags exactly, whether or not it is for sale. Follows in the same frame as the key; the list follows it. */
export function IdealLine({ end }: { end: End }) {
  const system = useSystem();
  const inUnits = useSaid();
  const { schools } = useBench().data;
  const ideal = useFact(useCallback((live, figures) => idealOf(live, figures, end, schools), [end, schools]));
  return (
    <p style={{ margin: '0.25rem 0 0.5rem' }} data-result="ideal">
      <Heading as="span">Ideal </Heading>
      {ideal ? (
        <>
          <b style={{ fontSize: '1.5rem' }}>{rateWords(ideal.rateNPerMm, system)}</b>
          {ideal.springs > 1 ? ' each leg' : ''} with{' '}
          <b>
            {lengthWords(ideal.preloadMm, system)} {lengthUnit(system)}
          </b>{' '}
          {inUnits(`of preload, for ${ideal.staticLoadN.toFixed(0)} N bare and ${ideal.ladenLoadN.toFixed(0)} N with the rider, solo.`)}
        </>
      ) : (
        '–'
      )}
    </p>
  );
}
