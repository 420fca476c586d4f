'use client';
import { VALVES_FIELDS } from '@/schema/fields/bench';
import { EntryField } from '../fields/EntryField';
import { Heading, Small } from '../layout/primitives';
import { useBench } from './BenchContext';
import { Columns, SealedNote } from './parts';

/** Valves: the stacks as found and the stacks to fit, as the technician writes them, with the reason. */
export function ValvesStage() {
  const { sealed } = useBench();
  return (
    <>
      <SealedNote />
      <Columns>
        {(['rear', 'front'] as const).map((end) => (
          <section key={end}>
            <Heading style={{ color: `var(--${end})` }}>{end === 'rear' ? 'Rear shock' : 'Fork'}</Heading>
            {VALVES_FIELDS.filter((f) => f.end === end).map((f) => (
              <EntryField key={f.key} field={f.key} locked={sealed} />
            ))}
          </section>
        ))}
      </Columns>
      <Small>Recorded as written. Damping force is not computed from the stacks here; judge valving only with the right spring in.</Small>
    </>
  );
}
