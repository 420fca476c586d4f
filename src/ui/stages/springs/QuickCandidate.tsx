'use client';
import { useState } from 'react';
import type { End } from '@/catalogue/ends';
import { fieldDef } from '@/catalogue/fields';
import { unitOf } from '@/catalogue/fields/kinds';
import { useSaid } from '../../kit/preferences';
import { useSystem } from '../../fields/context';
import { useBench } from '../../job/BenchContext';
import { meant } from '../../kit/meant';
import { addSpring } from '../../kit/newSpring';
import { PlainField } from '../../kit/PlainField';
import { Button, QuietButton } from '../../kit/primitives';

/** A rate that is not on the list, judged at once beside the others, looked at, and kept as one to order. */
export function QuickCandidate({ end, onPick }: { end: End; onPick(id: string): void }) {
  const { reload } = useBench();
  const unit = unitOf(fieldDef(`found.${end}.spring`), useSystem());
  const inUnits = useSaid();
  const [rate, setRate] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [asks, setAsks] = useState(false);
  const judge = async (isMeant = false) => {
    if (rate.trim() === '') return setProblem('Type a rate.');
    const text = meant(rate, unit);
    const spring = { name: `To order, ${text}`, rate: text, freeLength: '', solidLength: '' };
    const said = await addSpring(spring, end, 'supplier', isMeant, (id) => onPick(String(id)));
    setAsks(said?.asks ?? false);
    if (said) return setProblem(inUnits(said.words));
    setRate('');
    setProblem(null);
    reload();
  };
  return (
    <div style={{ display: 'flex', gap: '1rem', alignItems: 'flex-end', flexWrap: 'wrap', padding: '0.25rem 0' }} className="no-print">
      <div style={{ width: '13rem' }}>
        <PlainField label="Another rate, not on the list" value={rate} onChange={setRate} problem={problem} unit={unit} />
      </div>
      <Button onPress={() => void judge()}>Judge it</Button>
      {asks && <QuietButton onPress={() => void judge(true)}>Yes, {rate} is meant</QuietButton>}
    </div>
  );
}
