'use client';
import { DataTable } from '../../kit/DataTable';
import { MM_PER_INCH } from '@/core/constants/constants';
import { bar } from '@/core/units/say';
import { useMemo } from 'react';
import type { Candidate } from '@/core/spring/select';
import { caseStances, type CaseStance, type EndPredicted } from '@/judgement/aims/curves';
import { useSystem } from '../../fields/context';
import { useSaid } from '../../kit/preferences';
import { EndName, Small } from '../../kit/primitives';
import { useLater } from '../../job/BenchContext';
import { lengthUnit, lengthWords, signed } from '../../kit/figureWords';
import type { System } from '@/catalogue/system';

const pitchWords = ({ pitchDeg, sinksMm }: CaseStance, system: System) => {
  if (pitchDeg === null || sinksMm === null) return '–';
  const height = system === 'metric' ? signed(-sinksMm, 0) : signed(-sinksMm / MM_PER_INCH, 2);
  return `${signed(pitchDeg, 1)}°, ${height} ${lengthUnit(system)}`;
};

/** Sag and its share of the travel, and beneath it the preload that would bring this load back to the target. */
function EndCell({ end, system }: { end: CaseStance['rear']; system: System }) {
  const inUnits = useSaid();
  if (!end) return '–';
  return (
    <>
      {lengthWords(end.sagMm, system)} ({Math.round(end.share * 100)} %){end.bottomed ? ' ▲' : ''}
      <br />
      <Small>
        {end.preloadToLevelMm === null
          ? inUnits(bar(end.gaugeMPa ?? 0))
          : `ring ${lengthWords(end.preloadToLevelMm, system)}${end.levelInRange ? '' : ' ▲'}`}
      </Small>
    </>
  );
}

/** Every load case with both candidates: sag, pitch and height against solo, and the ring's answer; natural frequencies below. */
export function CasesTable({ rear, front, onAir }: { rear: Candidate | null; front: Candidate | null; onAir: EndPredicted | null }) {
  const facts = useLater();
  const system = useSystem();
  const cases = useMemo(() => caseStances(rear, front ?? onAir, facts.machine), [rear, front, onAir, facts]);
  if (cases.length === 0) return null;
  const unit = lengthUnit(system);
  return (
    <div style={{ marginTop: '0.75rem' }}>
      <CaseRows unit={unit} cases={cases} />
      <Small>
        Pitch and ride height against solo, nose-up +. Ring: the preload that brings this load back to the target; ▲ beyond the adjuster.
        {onAir && ' Bar: the pressure that does.'}
      </Small>
      {rear && front && <Frequencies rear={rear} front={front} />}
    </div>
  );
}

function Frequencies({ rear, front }: Record<'rear' | 'front', Candidate>) {
  return (
    <p>
      <Small>
        Natural frequency, rider on: rear <b>{rear.naturalFrequencyHz.toFixed(2)} Hz</b>, front{' '}
        <b>{front.naturalFrequencyHz.toFixed(2)} Hz</b>, ratio {(rear.naturalFrequencyHz / front.naturalFrequencyHz).toFixed(2)}.
      </Small>
    </p>
  );
}

function CaseRows({ unit, cases }: { unit: 'mm' | 'in'; cases: CaseStance[] }) {
  const system = useSystem();
  return (
    <DataTable
      label="Load cases, both ends"
      rows={cases}
      keyOf={(c) => c.name}
      columns={[
        { name: 'Case', cell: (c) => c.name },
        { name: <EndName $end="rear">Rear</EndName>, unit, figure: true, cell: (c) => <EndCell end={c.rear} system={system} /> },
        { name: <EndName $end="front">Front</EndName>, unit, figure: true, cell: (c) => <EndCell end={c.front} system={system} /> },
        { name: 'Pitch, height', figure: true, cell: (c) => pitchWords(c, system) },
      ]}
    />
  );
}
