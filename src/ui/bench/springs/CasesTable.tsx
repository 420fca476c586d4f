'use client';
import { useMemo } from 'react';
import type { Candidate } from '@/core/spring/select';
import { caseStances, type CaseStance } from '@/schema/facts/curves';
import { numberOf } from '@/schema/facts/read';
import { useSystem } from '../../fields/context';
import { EndName, Small, Table } from '../../layout/primitives';
import { useLater } from '../BenchContext';
import { lengthUnit, lengthWords } from './words';

/** Every load case with both candidates: sag, pitch and height against solo, and the ring's answer; natural frequencies below. */
export function CasesTable({ rear, front }: { rear: Candidate | null; front: Candidate | null }) {
  const { figures } = useLater();
  const system = useSystem();
  const cases = useMemo(() => {
    const rake = numberOf(figures, 'machine.rake');
    return caseStances(rear, front, numberOf(figures, 'machine.wheelbase'), rake === null ? null : Math.cos((rake * Math.PI) / 180));
  }, [rear, front, figures]);
  if (cases.length === 0) return null;
  const unit = lengthUnit(system);
  const sag = (s: CaseStance['rear']) =>
    s ? `${lengthWords(s.sagMm, system)} (${Math.round(s.share * 100)} %)${s.bottomed ? ' ▲' : ''}` : '–';
  const level = (s: CaseStance['rear']) => (s ? `${lengthWords(s.preloadToLevelMm, system)}${s.levelInRange ? '' : ' ▲'}` : '–');
  return (
    <div style={{ marginTop: '0.75rem' }}>
      <Table aria-label="Load cases, both ends">
        <thead>
          <tr>
            <th>Case</th>
            <th className="number">
              <EndName $end="rear">Rear</EndName>, {unit}
            </th>
            <th className="number">
              <EndName $end="front">Front</EndName>, {unit}
            </th>
            <th className="number">Pitch</th>
            <th className="number">Ring to level, {unit}</th>
          </tr>
        </thead>
        <tbody>
          {cases.map((c) => (
            <tr key={c.name}>
              <td>{c.name}</td>
              <td className="number">{sag(c.rear)}</td>
              <td className="number">{sag(c.front)}</td>
              <td className="number">{c.pitchDeg === null ? '–' : `${c.pitchDeg >= 0 ? '+' : '−'}${Math.abs(c.pitchDeg).toFixed(1)}°`}</td>
              <td className="number">
                {level(c.rear)} · {level(c.front)}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Small>
        Pitch against solo, nose-up +. Ring to level: rear · front preload that brings this load back to the target; ▲ beyond the adjuster.
      </Small>
      {rear && front && (
        <p>
          <Small>
            Natural frequency, rider on: rear <b>{rear.naturalFrequencyHz.toFixed(2)} Hz</b>, front{' '}
            <b>{front.naturalFrequencyHz.toFixed(2)} Hz</b>, rear against front{' '}
            {(rear.naturalFrequencyHz / front.naturalFrequencyHz).toFixed(2)}.
          </Small>
        </p>
      )}
    </div>
  );
}
