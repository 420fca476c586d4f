'use client';
import { fieldKey } from '@/catalogue/fields';
import { itemNumbers } from '@/judgement/model/read';

import { Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { FieldDef } from '@/catalogue/fields/kinds';
import { FieldGrid } from '../kit/parts';
import { Small, QuietButton } from '../kit/primitives';
import { useLive, useFieldStore } from './context';
import { EntryField } from './EntryField';

export function FieldsOf({ defs, locked, min }: { defs: readonly FieldDef[]; locked?: boolean; min?: string }) {
  return (
    <FieldGrid {...(min ? { $min: min } : {})}>
      {defs.map((d) => (
        <EntryField key={d.key} field={fieldKey(d.key)} locked={locked ?? false} />
      ))}
    </FieldGrid>
  );
}

const Item = styled.li`
  border-bottom: 1px solid var(--rule);
  padding: 0.35rem 0 0.5rem;
`;

/** A list of like things (complaints, luggage, parts): one row more than is filled in, on request. */
export function Repeat({
  list,
  defs,
  add,
  empty,
  min,
  locked = false,
}: {
  list: string;
  defs: readonly FieldDef[];
  add: string;
  empty: string;
  min?: string;
  locked?: boolean;
}) {
  const live = useLive();
  const [opened, setOpened] = useState<number[]>([]);
  const numbers = [...new Set([...itemNumbers(live, list), ...opened])].sort((a, b) => a - b);
  const next = (numbers.at(-1) ?? 0) + 1;
  return (
    <>
      {numbers.length === 0 && <Small>{empty}</Small>}
      <ul>
        {numbers.map((n) => (
          <RepeatItem key={n} n={n} defs={defs} locked={locked} min={min} setOpened={setOpened} opened={opened} />
        ))}
      </ul>
      {!locked && next < 100 && (
        <QuietButton onPress={() => setOpened([...opened, next])}>
          <Plus size={14} aria-hidden /> {add}
        </QuietButton>
      )}
    </>
  );
}

interface RepeatItemProps {
  n: number;
  defs: readonly FieldDef[];
  locked: boolean;
  min: string | undefined;
  setOpened: (next: number[]) => void;
  opened: number[];
}

function RepeatItem({ n, defs, locked, min, setOpened, opened }: RepeatItemProps) {
  const store = useFieldStore();
  return (
    <Item>
      <FieldsOf defs={defs.map((d) => ({ ...d, key: d.key.replace('.n.', `.${n}.`) }))} locked={locked} {...(min ? { min } : {})} />
      {!locked && (
        <QuietButton
          onPress={() => {
            for (const d of defs) {
              const key = fieldKey(d.key.replace('.n.', `.${n}.`));
              if (store.stateOf(key).text !== '') store.put(key, '');
            }
            setOpened(opened.filter((o) => o !== n));
          }}
        >
          Take out
        </QuietButton>
      )}
    </Item>
  );
}
