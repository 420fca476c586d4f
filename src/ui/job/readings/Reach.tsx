'use client';
import { DataTable } from '../../kit/DataTable';
import { type Reach as ReachFound, reachOf } from '@/judgement/findings/reach';
import { mm, said } from '@/core/units/say';
import { useMemo } from 'react';
import { Small } from '../../kit/primitives';
import { useLater } from '../BenchContext';
import { Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';

/** Too tall: how the rider reaches the ground, and what each cure costs in travel. Shown once seat height and inside leg are known. */
export function Reach() {
  const facts = useLater();
  const inUnits = useSaid();
  const reach = useMemo(() => reachOf(facts), [facts]);
  if (!reach) return null;
  return (
    <div style={{ marginTop: '1.25rem' }}>
      <Titled title="Reach to the ground" aside={inUnits(said`seat at ${mm(reach.seatLadenMm, 0)} with the rider on`)}>
        <p>
          <b>{inUnits(reach.words)}</b> <Small>Inside leg {inUnits(mm(reach.insideLegMm, 0))}.</Small>
        </p>
        {reach.cures.length > 0 && <ReachCures reach={reach} />}
        <Small>Places of seat and feet are from memory. Lower without stealing travel; ask the rider before any spanner.</Small>
      </Titled>
    </div>
  );
}

function ReachCures({ reach }: { reach: ReachFound }) {
  const inUnits = useSaid();
  return (
    <DataTable
      label="Cures for reach"
      rows={reach.cures}
      keyOf={(c) => c.name}
      columns={[
        {
          name: <>Each alone, for the whole {inUnits(mm(reach.gapMm, 0))}</>,
          cell: (c) => (
            <>
              <b>{c.name}.</b> {inUnits(c.cost)} <Small>{inUnits(c.caution)}</Small>
            </>
          ),
        },
        { name: 'Bump travel left', figure: true, cell: (c) => (c.travelLeftMm === null ? 'all' : inUnits(mm(c.travelLeftMm, 0))) },
      ]}
    />
  );
}
