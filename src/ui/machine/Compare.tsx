'use client';
import { ChevronDown } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import { compareSetups } from '@/schema/facts/setups';
import { Empty, EndName, LinkButton, Small, Table } from '../layout/primitives';
import { Shell } from '../layout/Shell';
import { dayWords } from '../words/time';
import { SETUP_KIND, type SetupRow } from './MachineFile';

const nameOf = (s: SetupRow) => `${SETUP_KIND[s.kind]}, job ${String(s.jobId).padStart(4, '0')}, ${dayWords(s.recordedAt)}`;

const Pick = styled.div`
  label {
    display: block;
    font-size: 0.8125rem;
    color: var(--soft);
    font-weight: 400;
  }
  button {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    min-height: 44px;
    border: 0;
    border-bottom: 1px solid var(--ink);
    background: none;
    font-weight: 600;
    padding: 0;
    cursor: pointer;
    text-align: left;
  }
`;
const List = styled(Popover)`
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--ink);
  .option {
    padding: 0.7rem 0.9rem;
    cursor: pointer;
    outline: none;
  }
  .option[data-focused] {
    background: var(--ink);
    color: var(--ground);
  }
`;

function PickSetup({ label, setups, chosen, onPick }: { label: string; setups: SetupRow[]; chosen: SetupRow; onPick(id: number): void }) {
  return (
    <Select value={chosen.id} onChange={(key) => onPick(Number(key))}>
      <Pick>
        <Label>{label}</Label>
        <Button>
          <SelectValue />
          <ChevronDown size={16} aria-hidden />
        </Button>
      </Pick>
      <List>
        <ListBox>
          {setups.map((s) => (
            <ListBoxItem key={s.id} id={s.id} className="option" textValue={nameOf(s)}>
              {nameOf(s)}
            </ListBoxItem>
          ))}
        </ListBox>
      </List>
    </Select>
  );
}

interface Props {
  machine: { id: number; name: string };
  setups: SetupRow[];
  left: SetupRow | null;
  right: SetupRow | null;
}

/** Any two set-ups of a machine side by side, what differs first in sight. */
export function Compare({ machine, setups, left, right }: Props) {
  const router = useRouter();
  const [onlyDifferent, setOnlyDifferent] = useState(false);
  if (!left || !right)
    return (
      <Shell title={machine.name} about="two set-ups">
        <Empty>There are not two set-ups to lay side by side yet. Signing a rebuild records them.</Empty>
      </Shell>
    );
  const go = (a: number, b: number) => router.replace(`/machines/${machine.id}/compare?a=${a}&b=${b}`);
  const all = compareSetups(left.document, right.document);
  const rows = onlyDifferent ? all.filter((r) => r.differs) : all;
  return (
    <Shell title={machine.name} about={`two set-ups: ${all.filter((r) => r.differs).length} of ${all.length} figures differ`}>
      <Table>
        <thead>
          <tr>
            <th>
              <label style={{ display: 'flex', gap: '0.5rem', alignItems: 'center', minHeight: 44 }}>
                <input type="checkbox" checked={onlyDifferent} onChange={(event) => setOnlyDifferent(event.target.checked)} /> only what
                differs
              </label>
            </th>
            <th>
              <PickSetup label="One" setups={setups} chosen={left} onPick={(id) => go(id, right.id)} />
            </th>
            <th>
              <PickSetup label="Other" setups={setups} chosen={right} onPick={(id) => go(left.id, id)} />
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.key}>
              <td>
                <EndName $end={r.end}>{r.end === 'rear' ? 'Rear' : 'Front'}</EndName> {r.label.toLowerCase()}
              </td>
              <td>{r.left ?? <Small>not noted</Small>}</td>
              <td style={{ fontWeight: r.differs ? 700 : 400 }}>
                {r.differs && <span aria-label="differs">≠ </span>}
                {r.right ?? <Small>not noted</Small>}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <LinkButton href={`/machines/${machine.id}`} style={{ marginTop: '1rem' }}>
        Back to the file
      </LinkButton>
    </Shell>
  );
}
