'use client';
import { useMemo, useState } from 'react';
import { mm, said } from '@/core/units/say';
import type { End } from '@/catalogue/ends';
import { geometryOf, poseAt } from '@/judgement/reason/geometry';
import { effectWords } from '@/judgement/reason/geometryWords';
import { AS_IT_STANDS, riderSagBy } from '@/judgement/reason/heights';
import { useLater } from '../../job/BenchContext';
import { Fold } from '../../kit/Fold';
import { useSaid } from '../../kit/preferences';
import { Small, Warn } from '../../kit/primitives';
import { MmSlider } from '../../kit/slider';

/** Fork height and rings, tried here before they are turned: what each does to steering and drive, with the rider on. */
export function BeforeItIsTurned() {
  const facts = useLater();
  const inUnits = useSaid();
  const [heightMm, setHeightMm] = useState(0);
  const [ringMm, setRingMm] = useState<Record<End, number>>({ rear: 0, front: 0 });
  const found = useMemo(() => geometryOf(facts), [facts]);
  const rider = found.states.find((s) => s.name === 'rider')!;
  const by = (end: End) => riderSagBy(facts, end, { ...AS_IT_STANDS, ringMm: ringMm[end] });
  const asked = {
    ...rider,
    rearTravelMm: rider.rearTravelMm + (by('rear') ?? 0),
    frontTravelMm: rider.frontTravelMm + (by('front') ?? 0),
    forkThroughClampMm: heightMm,
  };
  const [before, after] = [poseAt(found.reference, rider), poseAt(found.reference, asked)];
  const isMoved = heightMm !== 0 || ringMm.rear !== 0 || ringMm.front !== 0;
  const sags = (['rear', 'front'] as const).flatMap((end) => {
    const [was, is] = [rider[`${end}TravelMm`], asked[`${end}TravelMm`]];
    return Math.abs(is - was) < 0.5 ? [] : [said`Rider sag at the ${end}: ${mm(was, 0, '→', is)}.`];
  });
  const words = before && after ? [...sags, ...effectWords(before, after)] : [];
  return (
    <section style={{ marginTop: '0.6rem' }}>
      <Fold title="Before it is turned" aside="fork height and rings, tried">
        <MmSlider label="Tubes further through the clamps" value={heightMm} min={-20} max={20} onChange={setHeightMm} />
        {(['rear', 'front'] as const).map((end) =>
          by(end) !== null ? (
            <MmSlider
              key={end}
              label={end === 'rear' ? 'Ring at the rear, more preload' : 'Fork preload, more'}
              value={ringMm[end]}
              min={-10}
              max={10}
              onChange={(to) => setRingMm({ ...ringMm, [end]: to })}
            />
          ) : null,
        )}
        <div role="status">
          {isMoved && words.length === 0 && <Small>Nothing a rider would feel.</Small>}
          <ul>
            {words.map((w) => (
              <li key={inUnits(w)}>{inUnits(w)}</li>
            ))}
          </ul>
          {Math.abs(heightMm) >= 10 && <Warn>Ten millimetres of fork height is a big step: go by five, and ride.</Warn>}
          {isMoved && found.assumed.length > 0 && (
            <Small>○ Rests on figures nobody measured yet; they stand under Steering and drive.</Small>
          )}
        </div>
      </Fold>
    </section>
  );
}
