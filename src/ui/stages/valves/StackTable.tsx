'use client';
import { AddLine, AsLine } from './StackLine';
import { GripVertical, Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { Button as AriaButton, GridList, GridListItem, useDragAndDrop } from 'react-aria-components';
import styled from 'styled-components';
import { shimsBeyond } from '@/core/damper/shims';
import type { System } from '@/catalogue/system';
import type { Shim } from '@/core/plate/stack';
import { numberIn, shimShown } from '@/catalogue/tables';
import { MM_PER_INCH } from '@/core/constants/constants';
import { useSystem } from '../../fields/context';
import { useNumberInput } from '../../kit/pad';
import { Small } from '../../kit/primitives';

const Rows = styled(GridList<{ id: number; shim: Shim }>)`
  border-top: 1px solid var(--rule);
  [role='row'] {
    outline-offset: -2px;
    display: grid;
    grid-template-columns: auto auto minmax(0, 1fr);
    align-items: center;
    gap: 0 0.4rem;
    border-bottom: 1px solid var(--fine);
    min-height: 44px;
  }
  [data-dragging] {
    opacity: 0.5;
  }
  .react-aria-DropIndicator[data-drop-target] {
    border-top: 2px solid var(--ink);
  }
  .grip {
    min-width: 24px;
    color: var(--soft);
    cursor: grab;
  }
  .size {
    display: flex;
    align-items: baseline;
    gap: 0.35rem;
    font-variant-numeric: tabular-nums;
  }
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: none;
    font: inherit;
    font-weight: 600;
    text-align: right;
    width: 3.2rem;
    min-height: 36px;
    color: inherit;
  }
  .count {
    font-weight: 700;
    min-width: 1.4rem;
    text-align: center;
  }
  .counts {
    display: flex;
    align-items: center;
  }
  .notes {
    color: var(--soft);
    font-size: 0.75rem;
    line-height: 1.2;
    text-align: right;
  }
`;

const Removed = styled.li`
  border-bottom: 1px solid var(--fine);
  min-height: 44px;
  padding: 0.6rem 0.4rem;
`;

const Round = styled(AriaButton)`
  min-width: 36px;
  min-height: 44px;
  border: 0;
  background: none;
  cursor: pointer;
  color: var(--ink);
  display: inline-flex;
  align-items: center;
  justify-content: center;
  &[data-disabled] {
    color: var(--rule);
    cursor: default;
  }
`;

interface Props {
  label: string;
  shims: readonly Shim[];
  /** Against which what is new is said; null where the stack itself is the one as found. */
  found: readonly Shim[] | null;
  /** How many of a size lie in the drawer; null: not counted there. */
  inDrawer(shim: Shim): number | null;
  locked: boolean;
  onChange(shims: Shim[]): void;
}

/** A number typed in place, taken when left or on Enter; what cannot be read goes back to what it was. */
function Size({
  label,
  value,
  decimals,
  locked,
  onPut,
}: {
  label: string;
  value: number;
  decimals: number;
  locked: boolean;
  onPut(n: number): void;
}) {
  const number = useNumberInput('', 'decimal');
  const [typed, setTyped] = useState<string | null>(null);
  const put = () => {
    const n = typed === null ? Number.NaN : numberIn(typed);
    if (Number.isFinite(n) && n > 0 && n !== value) onPut(n);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      {...number}
      value={typed ?? value.toFixed(decimals)}
      readOnly={locked}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={put}
      onKeyDown={(e) => {
        if (e.key === 'Enter') put();
        if (e.key === 'Escape') setTyped(null);
      }}
    />
  );
}

/** What is done to a stack: each makes a whole new list of it. */
const edits = (shims: readonly Shim[], onChange: Props['onChange']) => ({
  put: (i: number, shim: Shim) => onChange(shim.count < 1 ? shims.filter((_, k) => k !== i) : shims.map((s, k) => (k === i ? shim : s))),
  /** The one at `from` comes to stand before the one that is now at `before`. */
  move(from: number, before: number) {
    const order = shims.map((_, k) => k).filter((k) => k !== from);
    order.splice(before > from ? before - 1 : before, 0, from);
    const next = order.map((k) => shims[k]!);
    if (next.some((s, k) => s !== shims[k])) onChange(next);
  },
});
type Edits = ReturnType<typeof edits>;

const nameIn = (system: System) => (s: Shim) => shimShown({ ...s, count: 1 }, system);

/** The stack as a list from the piston out: sizes typed over, counts by + and −, order by dragging (mouse, finger, or keys on the handle), new shims by a line of text. */
export function StackTable({ label, shims, found, inDrawer, locked, onChange }: Props) {
  const system = useSystem();
  const nameOf = nameIn(system);
  const { put, move } = edits(shims, onChange);
  const added = found ? shimsBeyond(shims, found) : [];
  const removed = found ? shimsBeyond(found, shims) : [];
  const newOf = (s: Shim) => added.find((a) => a.diameterMm === s.diameterMm && a.thicknessMm === s.thicknessMm)?.count ?? 0;
  const { dragAndDropHooks } = useDragAndDrop({
    isDisabled: locked,
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': nameOf(shims[Number(key)]!) })),
    onReorder({ keys, target }) {
      const [from] = [...keys].map(Number);
      if (from !== undefined) move(from, Number(target.key) + (target.dropPosition === 'after' ? 1 : 0));
    },
  });
  return (
    <section aria-label={label}>
      <Rows
        aria-label={`${label}, from the piston out`}
        keyboardNavigationBehavior="tab"
        disallowTypeAhead
        dragAndDropHooks={dragAndDropHooks}
        dependencies={[shims, found, locked, inDrawer]}
        items={shims.map((shim, id) => ({ id, shim }))}
      >
        {({ id, shim }) => <ShimAt id={id} shim={shim} shims={shims} newOf={newOf} inDrawer={inDrawer} locked={locked} put={put} />}
      </Rows>
      {removed.length > 0 && <TakenOut removed={removed} nameOf={nameOf} />}
      {!locked && <AddLine onAdd={(more) => onChange([...shims, ...more])} onReplace={onChange} />}
      {shims.length > 0 && <AsLine shims={shims} />}
    </section>
  );
}

interface ShimAtProps {
  id: number;
  shim: Shim;
  shims: readonly Shim[];
  newOf: (s: Shim) => number;
  inDrawer: (shim: Shim) => number | null;
  locked: boolean;
  put: (i: number, shim: Shim) => void;
}

function ShimAt({ id, shim, shims, newOf, inDrawer, locked, put }: ShimAtProps) {
  return (
    <ShimRow
      i={id}
      s={shim}
      notes={[
        (shims[id + 1]?.diameterMm ?? 0) > shim.diameterMm ? 'crossover' : '',
        newOf(shim) > 0 ? `${newOf(shim)} added` : '',
        inDrawer(shim) === null ? '' : `${inDrawer(shim)} in drawer`,
      ].filter(Boolean)}
      locked={locked}
      put={put}
    />
  );
}

function TakenOut({ removed, nameOf }: { removed: Shim[]; nameOf: (s: Shim) => string }) {
  const system = useSystem();
  return (
    <ul>
      {removed.map((s) => (
        <Removed key={nameOf(s)}>
          <b>−{s.count}</b>{' '}
          <s>
            {nameOf(s)} {system === 'metric' ? 'mm' : 'in'}
          </s>{' '}
          <Small>taken out</Small>
        </Removed>
      ))}
    </ul>
  );
}

/** To the micrometre, as a shim is measured. */
const inMm = (mm: number) => Number(mm.toFixed(3));

interface RowProps extends Pick<Edits, 'put'> {
  i: number;
  s: Shim;
  notes: string[];
  locked: boolean;
}

function ShimRow({ i, s, notes, locked, put }: RowProps) {
  const system = useSystem();
  const name = nameIn(system)(s);
  const [unit, perUnit, decimals] = system === 'metric' ? ['mm', 1, Number.isInteger(s.diameterMm) ? 0 : 1] : ['in', MM_PER_INCH, 3];
  return (
    <GridListItem id={i} textValue={name}>
      <Counts locked={locked} name={name} put={put} i={i} s={s} />
      <Sizes i={i} unit={unit} s={s} perUnit={perUnit} decimals={decimals} locked={locked} put={put} />
      <span className="notes">{notes.join(' · ')}</span>
    </GridListItem>
  );
}

interface SizesProps {
  i: number;
  unit: string;
  s: Shim;
  perUnit: number;
  decimals: number;
  locked: boolean;
  put: (i: number, shim: Shim) => void;
}

function Sizes({ i, unit, s, perUnit, decimals, locked, put }: SizesProps) {
  return (
    <span className="size">
      <Size
        label={`Diameter of size ${i + 1}, ${unit}`}
        value={s.diameterMm / perUnit}
        decimals={decimals}
        locked={locked}
        onPut={(diameter) => put(i, { ...s, diameterMm: inMm(diameter * perUnit) })}
      />
      ×
      <Size
        label={`Thickness of size ${i + 1}, ${unit}`}
        value={s.thicknessMm / perUnit}
        decimals={unit === 'mm' ? 2 : 4}
        locked={locked}
        onPut={(thickness) => put(i, { ...s, thicknessMm: inMm(thickness * perUnit) })}
      />
    </span>
  );
}

interface CountsProps {
  locked: boolean;
  name: string;
  put: (i: number, shim: Shim) => void;
  i: number;
  s: Shim;
}

function Counts({ locked, name, put, i, s }: CountsProps) {
  return (
    <span className="counts">
      {!locked && (
        <>
          <Round slot="drag" aria-label={`Drag ${name}`} className="grip">
            <GripVertical size={15} aria-hidden />
          </Round>
          <Round aria-label={`One less of ${name}`} onPress={() => put(i, { ...s, count: s.count - 1 })}>
            <Minus size={15} aria-hidden />
          </Round>
        </>
      )}
      <span className="count">{s.count}</span>
      {!locked && (
        <Round aria-label={`One more of ${name}`} onPress={() => put(i, { ...s, count: s.count + 1 })}>
          <Plus size={15} aria-hidden />
        </Round>
      )}
    </span>
  );
}
