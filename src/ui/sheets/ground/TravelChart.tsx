'use client';
import { useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import type { Frames } from '@/core/ride/ride';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import type { RiddenFit } from '@/judgement/ground/rides';
import { histogramPoints } from './histogramPoints';
import { LineChart } from '../../charts/LineChart';
import { Tabs } from '../../kit/parts';
import { Small } from '../../kit/primitives';
import { fitWords } from '../../job/fitWords';

interface Props {
  rides: readonly RiddenFit[];
  /** A ride on its way, as far as it is. */
  partial: Frames | null;
  travelMm: Record<End, number> | null;
}

/** Points drawn of one line: each pair the least and the most of its stretch, so that no peak is lost. */
const PAIRS = 300;

function thinned(frames: Frames, of: readonly number[]): [number, number][] {
  const per = Math.max(2, Math.ceil(of.length / PAIRS));
  const points: [number, number][] = [];
  for (let from = 0; from < of.length; from += per) {
    const part = of.slice(from, from + per);
    const [low, high] = [part.indexOf(Math.min(...part)), part.indexOf(Math.max(...part))];
    for (const i of low < high ? [low, high] : [high, low]) points.push([(from + i) * frames.everyS, part[i]!]);
  }
  return points;
}

const travelOf = (frames: Frames, end: End) => (end === 'rear' ? frames.rearTravelMm : frames.frontTravelMm);

const LOOKS = ['thin', 'strong', 'dashed', 'dotted', 'dotted'] as const;
const LOOK_WORDS = { thin: 'Thin', strong: 'Strong', dashed: 'Dashed', dotted: 'Dotted' };

/** Travel over time and where the wheel lived, of one end; every ride over the same ground. */
export function TravelChart({ rides, partial, travelMm }: Props) {
  const [end, setEnd] = useState<End>('rear');
  const looks = rides.length > 1 ? LOOKS : (['strong'] as const);
  const lines = partial
    ? [{ name: '', points: thinned(partial, travelOf(partial, end)), look: 'strong' as const, colour: end }]
    : rides.map((r, i) => ({
        name: '',
        points: thinned(r.frames, travelOf(r.frames, end)),
        look: looks[i] ?? 'dotted',
        colour: end,
      }));
  const levels = travelMm ? [{ name: 'end of the travel', value: travelMm[end], at: 'start' as const }] : [];
  const said = rides.map((r) => `${fitWords(r.fit.name)} most ${r.whole[end].travelMm.max.toFixed(0)} millimetres`).join(', ');
  return (
    <>
      <Tabs selectionMode="single" disallowEmptySelection selectedKeys={[end]} onSelectionChange={(keys) => setEnd([...keys][0] as End)}>
        {ENDS.map((e) => (
          <ToggleButton key={e} id={e} className={e}>
            {END_NAMES[e]}
          </ToggleButton>
        ))}
      </Tabs>
      <LineChart
        description={`${END_NAMES[end]} travel over the time of the ride: ${partial ? 'on its way' : said}`}
        lines={lines}
        levels={levels}
        x={{ name: 'Time', unit: 's' }}
        y={{ name: 'Travel', unit: 'mm', min: 0 }}
        height={180}
      />
      {rides.length > 1 && partial === null && (
        <p>
          <Small>{rides.map((r, i) => `${LOOK_WORDS[looks[i] ?? 'dotted']}: ${fitWords(r.fit.name)}`).join('; ')}.</Small>
        </p>
      )}
      {rides.length > 0 && (
        <LineChart
          description={`Where the ${end} wheel lived, share of the time at each place of its travel`}
          lines={rides.map((r, i) => ({
            name: '',
            points: histogramPoints(r.whole[end].histogram),
            look: looks[i] ?? 'dotted',
            colour: end,
            step: true,
          }))}
          x={{ name: 'Travel', unit: 'mm', min: 0, ...(travelMm ? { max: travelMm[end] } : {}) }}
          y={{ name: 'Of the time', unit: '%' }}
          height={150}
        />
      )}
    </>
  );
}
