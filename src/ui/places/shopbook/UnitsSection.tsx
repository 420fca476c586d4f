'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { post } from '../../kit/send';
import { usePreferences } from '../../kit/preferences';
import { Small, Warn } from '../../kit/primitives';
import { Choices } from '../../kit/Choices';

const SYSTEMS = { metric: 'mm, N/mm, kg, bar', imperial: 'in, lbf/in, lb, psi' } as const;

/** The shop's units: what every page and paper shows, and what a bare number is in. */
export function UnitsSection() {
  const { shop, system, set } = usePreferences();
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const choose = async (chosen: keyof typeof SYSTEMS) => {
    const answer = await post('/api/book/units', {
      page: { version: 'units/1', id: 'units', system: chosen, origin: 'the shop' },
      reason: 'chosen in the Shop book',
    });
    if (!answer.ok) return setProblem(answer.message);
    setProblem(null);
    set({ system: chosen });
    router.refresh();
  };
  return (
    <Titled title="Units" aside="a bare number is in the unit shown">
      <Choices label="The shop works in" value={shop} options={SYSTEMS} onPick={(chosen) => void choose(chosen)} />
      {system !== shop && <Warn>This device shows {SYSTEMS[system]} of its own; U takes it back to the shop’s units.</Warn>}
      {problem && <Warn>{problem}</Warn>}
      <Small>Papers are printed in the shop’s units with the other in brackets. What was typed stays as typed.</Small>
    </Titled>
  );
}
