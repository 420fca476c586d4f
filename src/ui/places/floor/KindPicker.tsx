'use client';
import { Label, Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { MACHINE_KINDS } from '@/knowledge/kinds';
import { textOf } from '@/judgement/model/read';
import { useFieldStore, useLive } from '../../fields/context';
import { KindDrawing } from '../../figures/KindDrawing';
import { Small } from '../../kit/primitives';

const Kinds = styled(RadioGroup)`
  margin-bottom: 1.25rem;
  > .kinds {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(11.5rem, 40%), 1fr));
    gap: 0.5rem;
    margin-top: 0.35rem;
  }
  .kinds > label {
    display: flex;
    flex-direction: column;
    gap: 0.15rem;
    min-height: 44px;
    padding: 0.4rem 0.6rem;
    border: 1px solid var(--rule);
    color: var(--soft);
    font-size: 0.875rem;
    cursor: pointer;
  }
  .kinds > label[data-selected] {
    border-color: var(--ink);
    background: var(--sheet);
    color: var(--ink);
    font-weight: 650;
  }
  .kinds > label[data-focus-visible] {
    outline: 2px solid var(--ink);
  }
  svg {
    width: 100%;
    max-height: 4.2rem;
  }
`;

/** What kind of machine it is, by its drawing: its usual figures stand in until somebody measures. */
export function KindPicker() {
  const store = useFieldStore();
  const live = useLive();
  return (
    <Kinds value={textOf(live, 'machine.type') || null} onChange={(id) => store.put('machine.type', id)}>
      <Label>
        Kind of machine <Small>its usual figures stand in, marked ○, until measured</Small>
      </Label>
      <div className="kinds">
        {MACHINE_KINDS.map((kind) => (
          <Radio key={kind.id} value={kind.id}>
            <KindDrawing kind={kind} />
            {kind.name}
          </Radio>
        ))}
      </div>
    </Kinds>
  );
}
