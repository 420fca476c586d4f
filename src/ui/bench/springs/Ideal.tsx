'use client';
import type { End } from '@/core/spring/schools';
import type { Selection } from '@/schema/facts/springs';
import { useSystem } from '../../fields/context';
import { Heading } from '../../layout/primitives';
import { lengthUnit, lengthWords, rateWords } from './words';

/** The spring that would meet both sags exactly, whether or not it is for sale. */
export function Ideal({
  end,
  selection,
  rateNPerMm,
  preloadMm,
}: {
  end: End;
  selection: Selection;
  rateNPerMm: number;
  preloadMm: number;
}) {
  const system = useSystem();
  return (
    <p style={{ margin: '0.25rem 0 0.5rem' }}>
      <Heading as="span">Ideal </Heading>
      <b style={{ fontSize: '1.5rem' }}>{rateWords(rateNPerMm, system)}</b>
      {end === 'front' && selection.model.springs > 1 ? ' each leg' : ''} with{' '}
      <b>
        {lengthWords(preloadMm, system)} {lengthUnit(system)}
      </b>{' '}
      of preload, for {selection.staticLoadN.toFixed(0)} N bare and {selection.ladenLoadN.toFixed(0)} N with the rider, solo.
    </p>
  );
}
