'use client';
import { Plus } from 'lucide-react';
import { Fragment, type ReactNode, useState } from 'react';
import { ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import type { WorkingStep } from '@/core/working';
import type { Because } from '@/schema/facts/finding';
import { itemNumbers } from '@/schema/facts/read';
import type { FieldDef } from '@/schema/fields/kinds';
import { EntryField } from '../fields/EntryField';
import { useFieldStore, useLive } from '../fields/context';
import { useSaid } from '../layout/preferences';
import { Heading, QuietButton, Small, Table } from '../layout/primitives';
import { useBench } from './BenchContext';

export const Columns = styled.div<{ $wide?: string }>`
  display: grid;
  grid-template-columns: ${({ $wide }) => $wide ?? '1fr 1fr'};
  gap: 0 1.6rem;
  > * {
    min-width: 0;
  }
  > * + * {
    border-left: 1px solid var(--fine);
    padding-left: 1.6rem;
  }
  @media (max-width: 960px) {
    grid-template-columns: 1fr;
    > * + * {
      border-left: 0;
      padding-left: 0;
      border-top: 1px solid var(--rule);
      padding-top: 1rem;
      margin-top: 1rem;
    }
  }
`;

/** Keeps a figure in view while its column's neighbours scroll; on a tablet it comes first. */
export const InView = styled.div`
  align-self: start;
  position: sticky;
  top: 1rem;
  @media (max-width: 960px) {
    position: static;
    order: -1;
    margin-bottom: 0.75rem;
    && {
      border-top: 0;
      padding-top: 0;
      margin-top: 0;
    }
    svg {
      max-width: 26rem;
    }
  }
`;

/** Ends, or valves of a damper, of which one is looked at. */
export const Tabs = styled(ToggleButtonGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 1.5rem;
  margin-bottom: 0.5rem;
  button {
    border: 0;
    border-bottom: 4px solid transparent;
    background: none;
    padding: 0.25rem 0;
    min-height: 44px;
    font: inherit;
    font-weight: 600;
    cursor: pointer;
    color: var(--soft);
  }
  button.end {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  button[data-selected] {
    color: var(--ink);
    border-bottom-color: var(--ink);
  }
  button.rear[data-selected] {
    color: var(--rear);
    border-bottom-color: var(--rear);
  }
  button.front[data-selected] {
    color: var(--front);
    border-bottom-color: var(--front);
  }
`;

export const FieldGrid = styled.div<{ $min?: string }>`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(${({ $min }) => $min ?? '10.5rem'}, 1fr));
  gap: 0.25rem 1.25rem;
`;

export function FieldsOf({ defs, locked, min }: { defs: readonly FieldDef[]; locked?: boolean; min?: string }) {
  return (
    <FieldGrid {...(min ? { $min: min } : {})}>
      {defs.map((d) => (
        <EntryField key={d.key} field={d.key} locked={locked ?? false} />
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
  const store = useFieldStore();
  const [opened, setOpened] = useState<number[]>([]);
  const numbers = [...new Set([...itemNumbers(live, list), ...opened])].sort((a, b) => a - b);
  const next = (numbers.at(-1) ?? 0) + 1;
  return (
    <>
      {numbers.length === 0 && <Small>{empty}</Small>}
      <ul>
        {numbers.map((n) => (
          <Item key={n}>
            <FieldsOf defs={defs.map((d) => ({ ...d, key: d.key.replace('.n.', `.${n}.`) }))} locked={locked} {...(min ? { min } : {})} />
            {!locked && (
              <QuietButton
                onPress={() => {
                  for (const d of defs) {
                    const key = d.key.replace('.n.', `.${n}.`);
                    if (store.stateOf(key).text !== '') store.put(key, '');
                  }
                  setOpened(opened.filter((o) => o !== n));
                }}
              >
                Take out
              </QuietButton>
            )}
          </Item>
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

const Findings = styled.ul`
  li {
    display: grid;
    grid-template-columns: 1.5rem 1fr;
    padding: 0.6rem 0;
    border-top: 1px solid var(--rule);
  }
  .mark {
    font-size: 0.8rem;
    line-height: 1.5rem;
  }
  .origin {
    color: var(--soft);
  }
  .danger {
    background: var(--sheet);
    outline: 2px solid var(--danger);
    padding: 0.6rem;
    margin: 0 0 0.6rem;
  }
`;
const MARK = { danger: '■', warn: '▲', note: '○' };
const MARK_COLOUR = { danger: 'var(--danger)', warn: 'var(--warn)', note: 'var(--ink)' };

interface BecauseProps {
  findings: Because[];
  empty: string;
  title?: string;
  /** Valves are spoken of in millimetres and newtons everywhere, and so are the sentences beside them. */
  metric?: boolean;
}

export function BecauseList({ findings, empty, title = 'Because', metric = false }: BecauseProps) {
  const inUnits = useSaid();
  const said = metric ? (sentence: string) => sentence : inUnits;
  return (
    <section aria-label={title}>
      <Heading>{title}</Heading>
      {findings.length === 0 && <Small>{empty}</Small>}
      <Findings aria-live="polite">
        {findings.map((f) => (
          <li key={f.lead} className={f.mark === 'danger' ? 'danger' : ''}>
            <span className="mark" aria-hidden style={{ color: MARK_COLOUR[f.mark] }}>
              {MARK[f.mark]}
            </span>
            <span {...(f.mark === 'danger' ? { role: 'alert' } : {})}>
              <b>{said(f.lead)}</b> {said(f.rest)} <span className="origin">{said(f.origin)}</span>
            </span>
          </li>
        ))}
      </Findings>
    </section>
  );
}

const figure = (x: number) =>
  (Math.abs(x) >= 1000 ? x.toFixed(0) : Math.abs(x) >= 100 ? x.toFixed(1) : x.toFixed(2)).replace(/\.?0+$/, (z) =>
    z.includes('.') ? '' : z,
  );

/** The shown working: formula, numbers put in with their origin, result and source. Opened by the key W. */
export function Working({ steps }: { steps: WorkingStep[] }) {
  const { working } = useBench();
  if (!working) return null;
  return (
    <section aria-label="Working">
      <Heading>Working</Heading>
      {steps.length === 0 && <Small>Nothing is computed here yet.</Small>}
      {steps.map((s, i) => (
        <Fragment key={`${s.label}-${i}`}>
          <Table>
            <caption style={{ textAlign: 'left', fontWeight: 650, paddingTop: '0.5rem' }}>
              {s.label} = {s.formula} = {figure(s.result)} {s.unit}
            </caption>
            <tbody>
              {s.inputs.map((input, k) => (
                <tr key={`${input.symbol}-${k}`}>
                  <td>{input.symbol}</td>
                  <td className="number">
                    {figure(input.value)} {input.unit}
                  </td>
                  <td>
                    <Small>{input.origin}</Small>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <Small>Source: {s.source}.</Small>
        </Fragment>
      ))}
    </section>
  );
}

export function Titled({ title, children, aside }: { title: string; children: ReactNode; aside?: ReactNode }) {
  return (
    <section style={{ marginBottom: '1.4rem' }}>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Heading>{title}</Heading>
        {aside && <Small>{aside}</Small>}
      </div>
      {children}
    </section>
  );
}

/** Said above a stage that is part of a signed record. */
export function SealedNote() {
  const { sealed } = useBench();
  if (!sealed) return null;
  return (
    <p style={{ marginBottom: '0.75rem' }}>
      <b>Signed.</b> <Small>This part of the job stands as recorded. Corrections are added under Rebuild.</Small>
    </p>
  );
}
