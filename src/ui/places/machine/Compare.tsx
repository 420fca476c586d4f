'use client';
import { usePreferences } from '../../kit/preferences';
import { type SetupDifference, compareSetups } from '@/judgement/model/setups';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Pick } from '../../kit/Pick';
import { Empty, EndName, LinkButton, Small, Table } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { type SetupRow } from './Setups';
import { setupName } from './setupNames';
import { END_NAMES } from '@/catalogue/ends';

interface Props {
  machine: { id: number; name: string };
  setups: SetupRow[];
  left: SetupRow | null;
  right: SetupRow | null;
}

/** Any two set-ups of a machine side by side, what differs first in sight. */
export function Compare({ machine, setups, left, right }: Props) {
  const router = useRouter();
  const { system } = usePreferences();
  const [onlyDifferent, setOnlyDifferent] = useState(false);
  if (!left || !right)
    return (
      <Shell title={machine.name} about="two set-ups">
        <Empty>There are not two set-ups to lay side by side yet. Signing a rebuild records them.</Empty>
      </Shell>
    );
  const go = (a: number, b: number) => router.replace(`/machines/${machine.id}/compare?a=${a}&b=${b}`);
  const options = setups.map((s) => ({ value: String(s.id), label: setupName(s) }));
  const all = compareSetups(left.document, right.document, system);
  const rows = onlyDifferent ? all.filter((r) => r.differs) : all;
  return (
    <Shell title={machine.name} about={`two set-ups: ${all.filter((r) => r.differs).length} of ${all.length} figures differ`}>
      <Table>
        <CompareHead
          onlyDifferent={onlyDifferent}
          setOnlyDifferent={setOnlyDifferent}
          left={left}
          options={options}
          go={go}
          right={right}
        />
        <CompareRows rows={rows} />
      </Table>
      <LinkButton href={`/machines/${machine.id}`} style={{ marginTop: '1rem' }}>
        Back to the file
      </LinkButton>
    </Shell>
  );
}

function CompareRows({ rows }: { rows: SetupDifference[] }) {
  return (
    <tbody>
      {rows.map((r) => (
        <tr key={r.key}>
          <td>
            <EndName $end={r.end}>{END_NAMES[r.end]}</EndName> {r.label.toLowerCase()}
          </td>
          <td>{r.left ?? <Small>not noted</Small>}</td>
          <td style={{ fontWeight: r.differs ? 700 : 400 }}>
            {r.differs && <span aria-label="differs">≠ </span>}
            {r.right ?? <Small>not noted</Small>}
          </td>
        </tr>
      ))}
    </tbody>
  );
}

interface CompareHeadProps {
  onlyDifferent: boolean;
  setOnlyDifferent: (next: boolean) => void;
  left: SetupRow;
  options: { value: string; label: string }[];
  go: (a: number, b: number) => void;
  right: SetupRow;
}

function CompareHead({ onlyDifferent, setOnlyDifferent, left, options, go, right }: CompareHeadProps) {
  return (
    <thead>
      <tr>
        <th>
          <label style={{ display: 'flex', gap: '0.5rem', alignItems: 'center', minHeight: 44 }}>
            <input type="checkbox" checked={onlyDifferent} onChange={(event) => setOnlyDifferent(event.target.checked)} /> only what differs
          </label>
        </th>
        <th>
          <Pick label="One" value={String(left.id)} options={options} onPick={(id) => go(Number(id), right.id)} />
        </th>
        <th>
          <Pick label="Other" value={String(right.id)} options={options} onPick={(id) => go(left.id, Number(id))} />
        </th>
      </tr>
    </thead>
  );
}
