'use client';
import { useState } from 'react';
import { profileIn } from '@/judgement/ground/profile';
import type { GroundChoice } from '@/judgement/ground/stretches';
import { CsvColumns, type Wanted } from '../../kit/CsvColumns';
import { PlainField } from '../../kit/PlainField';
import { Small, Warn } from '../../kit/primitives';

const WANTED: Wanted[] = [
  { key: 'distance', label: 'Distance, m', known: ['distance', 'weg', 'x', 'm'], needed: true },
  { key: 'height', label: 'Height, mm', known: ['height', 'höhe', 'z', 'mm'], needed: true },
];

/** A profile of distance and height from a file, and how fast it is ridden. */
export function ProfileIn({ onTake }: { onTake(choice: Extract<GroundChoice, { kind: 'profile' }>): void }) {
  const [kmh, setKmh] = useState('40');
  const [problem, setProblem] = useState('');
  const take = (rows: Record<string, string>[], name: string) => {
    const read = profileIn(rows, kmh);
    setProblem(read.ok ? '' : read.words);
    if (read.ok) onTake({ kind: 'profile', name, profile: read.profile });
  };
  return (
    <div style={{ padding: '0.5rem 0' }}>
      <div style={{ maxWidth: '12rem' }}>
        <PlainField label="Ridden at, km/h" value={kmh} onChange={setKmh} />
      </div>
      <CsvColumns action="Open a profile, CSV" wanted={WANTED} take="Ride over it" onTake={({ rows, fileName }) => take(rows, fileName)} />
      {problem && <Warn>{problem}</Warn>}
      <Small>Distance in metres, height in millimetres, one point a line.</Small>
    </div>
  );
}
