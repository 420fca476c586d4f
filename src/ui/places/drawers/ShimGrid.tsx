'use client';
import { useSaid } from '../../kit/preferences';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { parseQuantity } from '@/core/units/parse';
import { SHIM_MOVES } from '@/schema/shims';
import { doneAnswer, drawerShimAnswer, type DrawerShim } from '@/schema/answers';
import { FieldGrid, Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { post } from '../../kit/send';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, Small } from '../../kit/primitives';
import { ASSORTMENTS } from '@/knowledge/starterShims';
import { Choices } from '../../kit/Choices';
import { Pick } from '../../kit/Pick';

const Grid = styled.table`
  border-collapse: collapse;
  width: auto;
  margin-bottom: 1rem;
  th,
  td {
    border: 1px solid var(--fine);
    text-align: right;
    min-width: 3.2rem;
    height: 2rem;
    padding: 0 0.4rem;
    font-variant-numeric: tabular-nums;
  }
  th {
    font-weight: 500;
    font-stretch: var(--label-width);
    color: var(--soft);
    font-size: 0.875rem;
  }
  td {
    padding: 0;
  }
  td button {
    width: 100%;
    height: 44px;
    border: 0;
    background: none;
    font: inherit;
    text-align: right;
    padding: 0 0.4rem;
    cursor: pointer;
    color: inherit;
  }
  td[data-count='0'] {
    color: var(--soft);
  }
`;

const Scroll = styled.div`
  overflow-x: auto;
`;

const distinct = (of: number[]) => [...new Set(of)];

const LABELS = {
  inner: 'Inner diameter, the post',
  diameter: 'Outer diameter',
  thickness: 'Thickness',
  count: 'How many',
  note: 'Note',
};
type MoveForm = Record<keyof typeof LABELS, string>;
const NO_MOVE: MoveForm = { inner: '', diameter: '', thickness: '', count: '', note: '' };

/** A move of shims as typed, and the way to record it. */
function useMove() {
  const router = useRouter();
  const [kind, setKind] = useState<keyof typeof SHIM_MOVES>('received');
  const form = useForm<MoveForm>(NO_MOVE);
  const [said, setSaid] = useState('');
  const move = async () => {
    const { typed } = form;
    const sizes = Object.fromEntries(
      (['inner', 'diameter', 'thickness'] as const).map((f) => [f, parseQuantity(typed[f], { dimension: 'length', unit: 'mm' })]),
    );
    const unread = Object.entries(sizes).find(([, read]) => !read.ok);
    if (unread) return form.refuse(unread[0], 'Type a length, for example 0.15 or 40 mm.');
    const count = Number(typed.count);
    if (typed.count.trim() === '' || !Number.isInteger(count)) return form.refuse('count', 'Type a whole number.');
    const lengths = Object.fromEntries(Object.entries(sizes).map(([f, read]) => [f, read.ok ? read.value.canonical : 0]));
    const now = await form.send('/api/shims', { ...lengths, count, kind, note: typed.note }, drawerShimAnswer);
    if (!now) return;
    setSaid(`${now.diameterMm} × ${now.thicknessMm.toFixed(2)}: now ${now.count}.`);
    form.put({ thickness: '', count: '', note: '' });
    router.refresh();
  };
  return { kind, setKind, form, said, move };
}

/** Shims by post, diameter and thickness, laid out as in the real drawer. Counts move by entries; none is overwritten. */
export function ShimGrid({ shims }: { shims: DrawerShim[] }) {
  const { kind, setKind, form, said, move } = useMove();
  const take = (innerMm: number, diameterMm: number, thicknessMm: number) =>
    form.put({ inner: String(innerMm), diameter: String(diameterMm), thickness: String(thicknessMm) });
  return (
    <Titled title="Shims" aside="diameter down, thickness across; tap a size to move it">
      {shims.length === 0 && <Assortment />}
      {distinct(shims.map((s) => s.innerMm)).map((innerMm) => (
        <PostAt key={innerMm} innerMm={innerMm} shims={shims} take={take} />
      ))}
      <Choices label="Move" value={kind} options={SHIM_MOVES} onPick={setKind} />
      <FieldGrid $min="9rem">
        {Object.entries(LABELS).map(([field, label]) => (
          <PlainField key={field} label={label} {...form.field(field as keyof MoveForm)} />
        ))}
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Button $strong onPress={() => void move()}>
          Record the move
        </Button>{' '}
        <Small role="status">{said}</Small>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

interface PostAtProps {
  innerMm: number;
  shims: DrawerShim[];
  take: (innerMm: number, diameterMm: number, thicknessMm: number) => void;
}

function PostAt({ innerMm, shims, take }: PostAtProps) {
  return (
    <OfPost
      innerMm={innerMm}
      shims={shims.filter((s) => s.innerMm === innerMm)}
      onTake={(diameterMm, thicknessMm) => take(innerMm, diameterMm, thicknessMm)}
    />
  );
}

/** The shims of one post, as they lie. */
function OfPost({
  innerMm,
  shims,
  onTake,
}: {
  innerMm: number;
  shims: DrawerShim[];
  onTake(diameterMm: number, thicknessMm: number): void;
}) {
  const thicknesses = distinct(shims.map((s) => s.thicknessMm)).sort((a, b) => a - b);
  return (
    <Scroll>
      <Grid aria-label={`Shims for a post of ${innerMm} mm`}>
        <caption style={{ textAlign: 'left' }}>
          <Small>Post {innerMm} mm</Small>
        </caption>
        <ThicknessHead thicknesses={thicknesses} />
        <tbody>
          {distinct(shims.map((s) => s.diameterMm)).map((d) => (
            <DiameterRow key={d} d={d} thicknesses={thicknesses} shims={shims} onTake={onTake} />
          ))}
        </tbody>
      </Grid>
    </Scroll>
  );
}

function ThicknessHead({ thicknesses }: { thicknesses: number[] }) {
  return (
    <thead>
      <tr>
        <th>mm</th>
        {thicknesses.map((t) => (
          <th key={t} scope="col">
            {t.toFixed(2)}
          </th>
        ))}
      </tr>
    </thead>
  );
}

interface DiameterRowProps {
  d: number;
  thicknesses: number[];
  shims: DrawerShim[];
  onTake: (diameterMm: number, thicknessMm: number) => void;
}

function DiameterRow({ d, thicknesses, shims, onTake }: DiameterRowProps) {
  return (
    <tr>
      <th scope="row">{d}</th>
      {thicknesses.map((t) => {
        const there = shims.find((s) => s.diameterMm === d && s.thicknessMm === t);
        return (
          <td key={t} data-count={there?.count ?? ''}>
            <button type="button" aria-label={`${d} × ${t.toFixed(2)}: ${there?.count ?? 0}`} onClick={() => onTake(d, t)}>
              {there ? there.count : ''}
            </button>
          </td>
        );
      })}
    </tr>
  );
}

/** The drawer of a new shop: a bought assortment is counted in at once, so many of each size. */
function Assortment() {
  const inUnits = useSaid();
  const router = useRouter();
  const [inner, setInner] = useState<string | null>(null);
  const [each, setEach] = useState('');
  const [problem, setProblem] = useState('');
  const take = async () => {
    const count = Number(each);
    if (inner === null) return setProblem('Choose the post it goes on.');
    if (!Number.isInteger(count) || count < 1 || count > 99) return setProblem('Type how many of each size there are, 1 to 99.');
    const answer = await post('/api/shims/assortment', { innerMm: Number(inner), each: count }, doneAnswer);
    setProblem(answer.ok ? '' : inUnits(answer.words));
    router.refresh();
  };
  return (
    <>
      <Empty>
        No shims counted yet. Count those in the drawer by size, or begin with an assortment as it was bought; Valves then searches stacks
        that can be built.
      </Empty>
      <AssortmentFields inner={inner} setInner={setInner} each={each} setEach={setEach} take={take} />
      {problem && <p role="alert">▲ {problem}</p>}
    </>
  );
}

interface AssortmentFieldsProps {
  inner: string | null;
  setInner: (next: string | null) => void;
  each: string;
  setEach: (next: string) => void;
  take: () => Promise<void>;
}

function AssortmentFields({ inner, setInner, each, setEach, take }: AssortmentFieldsProps) {
  return (
    <div style={{ display: 'flex', gap: '1rem', alignItems: 'flex-end', flexWrap: 'wrap' }}>
      <Pick
        label="Assortment, by its post"
        value={inner}
        options={ASSORTMENTS.map((a) => ({
          value: String(a.innerMm),
          label: `${a.name}, ${a.diametersMm.length * a.thicknessesMm.length} sizes`,
        }))}
        onPick={setInner}
        placeholder="Choose the post"
      />
      <PlainField label="Of each size" isNumber value={each} onChange={setEach} />
      <Button onPress={() => void take()}>Count it in</Button>
    </div>
  );
}
