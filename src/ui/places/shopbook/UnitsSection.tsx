'use client';
import { useRouter } from 'next/navigation';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { usePreferences } from '../../kit/preferences';
import { Small, Warn } from '../../kit/primitives';
import { Choices } from '../../kit/Choices';

const SYSTEMS = { metric: 'mm, N/mm, kg, bar', imperial: 'in, lbf/in, lb, psi' } as const;

/** The shop's units: what every page and paper shows, and what a bare number is in. */
export function UnitsSection() {
  const { shop, system, set } = usePreferences();
  const router = useRouter();
  const form = useForm({});
  const choose = async (chosen: keyof typeof SYSTEMS) => {
    const page = { version: 'units/1', id: 'units', system: chosen, origin: 'the shop' };
    if (!(await form.send('/api/book/units', { page, reason: 'chosen in the Shop book' }))) return;
    set({ system: chosen });
    router.refresh();
  };
  return (
    <Titled title="Units" aside="a bare number is in the unit shown">
      <Choices label="The shop works in" value={shop} options={SYSTEMS} onPick={(chosen) => void choose(chosen)} />
      {system !== shop && <Warn>This device shows {SYSTEMS[system]} of its own; U takes it back to the shop’s units.</Warn>}
      <FormProblem of={form} />
      <Small>Papers are printed in the shop’s units with the other in brackets. What was typed stays as typed.</Small>
    </Titled>
  );
}
