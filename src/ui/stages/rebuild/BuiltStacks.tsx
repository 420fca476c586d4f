'use client';
import { DataTable } from '../../kit/DataTable';
import { type Difference, type BuiltStack, builtField, builtStacks, differencesOf } from '@/judgement/findings/built';
import { shimsBeyond } from '@/core/damper/shims';
import type { Shim } from '@/core/plate/stack';
import { shimShown, shimsText } from '@/catalogue/tables';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore, useSystem } from '../../fields/context';
import { Button, Empty, Small, Warn } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { FieldGrid, Titled } from '../../kit/parts';

/** The pick list and the shims that went in, stack by stack; where they differ from the specification it is said, and must be explained before signing. */
export function BuiltStacks() {
  const facts = useLater();
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const system = useSystem();
  const words = (shims: readonly Shim[]) => shims.map((s) => shimShown(s, system)).join(', ');
  const stacks = builtStacks(facts);
  const differences = differencesOf(facts, data.springs);
  const open = stacks.filter((s) => s.built === null);
  const fill = () => {
    const puts = open.map((s) => ({ field: builtField(s.damper, s.valve), text: shimsText(s.specified) }));
    store.fill(puts, true);
  };
  return (
    <Titled title="Shims in" aside="from Valves; change what went in otherwise">
      {stacks.length === 0 && <Empty>No stack is specified under Valves.</Empty>}
      {stacks.length > 0 && <StackPicks stacks={stacks} words={words} />}
      {!sealed && open.length > 0 && (
        <p style={{ padding: '0.5rem 0' }}>
          <Button onPress={fill}>
            {open.length === 1 ? 'The stack went in as specified' : `All ${open.length} stacks went in as specified`}
          </Button>
        </p>
      )}
      {stacks.some((s) => s.built !== null) && (
        <FieldGrid $min="13rem">
          {stacks
            .filter((s) => s.built !== null)
            .map((s) => (
              <EntryField key={s.name} field={builtField(s.damper, s.valve)} label={s.name} locked={sealed} />
            ))}
        </FieldGrid>
      )}
      {differences.length > 0 && <Differences differences={differences} />}
    </Titled>
  );
}

function Differences({ differences }: { differences: Difference[] }) {
  const { sealed } = useBench();
  return (
    <section aria-label="Differences from the specification">
      {differences.map((d) => (
        <Warn key={d.what}>
          {d.what}: specified {d.specified}, built {d.built}.
        </Warn>
      ))}
      <EntryField field="built.differs" locked={sealed} />
    </section>
  );
}

function StackPicks({ stacks, words }: { stacks: BuiltStack[]; words: (shims: readonly Shim[]) => string }) {
  const system = useSystem();
  return (
    <DataTable
      label="Pick list of the stacks"
      rows={stacks}
      keyOf={(s) => s.name}
      columns={[
        { name: <>Stack, {system === 'metric' ? 'mm' : 'in'}</>, cell: (s) => s.name },
        { name: 'Take', cell: (s) => words(shimsBeyond(s.specified, s.found ?? [])) || <Small>nothing</Small> },
        {
          name: 'Put back',
          cell: (s) => (s.found ? words(shimsBeyond(s.found, s.specified)) || <Small>nothing</Small> : <Small>found unknown</Small>),
        },
      ]}
    />
  );
}
