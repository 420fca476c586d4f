'use client';
import { ArrowDown, ArrowUp, Minus, Plus } from 'lucide-react';
import { type DragEvent, useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import { shimsBeyond } from '@/core/damper/shims';
import type { Shim } from '@/core/plate/stack';
import { numberIn, shimsIn, shimText } from '@/catalogue/tables';
import { issueWords } from '@/schema/words';
import { PlainField } from '../../kit/PlainField';
import { Small } from '../../kit/primitives';

const Rows = styled.ol`
  border-top: 1px solid var(--rule);
  li {
    display: grid;
    grid-template-columns: auto 1fr;
    align-items: center;
    gap: 0 0.5rem;
    border-bottom: 1px solid var(--fine);
    min-height: 44px;
  }
  li[data-over='true'] {
    border-top: 2px solid var(--ink);
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
    width: 3.1rem;
    min-height: 36px;
    color: inherit;
  }
  .count {
    font-weight: 700;
    min-width: 1.4rem;
    text-align: center;
  }
  .counts,
  .moves {
    display: flex;
    align-items: center;
  }
  .below {
    grid-column: 1 / -1;
    display: flex;
    justify-content: space-between;
    align-items: center;
    color: var(--soft);
    font-size: 0.8125rem;
    padding-left: 0.4rem;
  }
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
  const [typed, setTyped] = useState<string | null>(null);
  const put = () => {
    const n = typed === null ? Number.NaN : numberIn(typed);
    if (Number.isFinite(n) && n > 0 && n !== value) onPut(n);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      inputMode="decimal"
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

const decimalsOf = (mm: number) => (Number.isInteger(mm) ? 0 : 1);

/** The stack as a list from the piston out: sizes typed over, counts by + and −, order by arrows or by dragging, new shims by a line of text. */
export function StackTable({ label, shims, found, inDrawer, locked, onChange }: Props) {
  const [line, setLine] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const [over, setOver] = useState<number | null>(null);
  const added = found ? shimsBeyond(shims, found) : [];
  const removed = found ? shimsBeyond(found, shims) : [];
  const put = (i: number, shim: Shim) =>
    onChange(shim.count < 1 ? shims.filter((_, k) => k !== i) : shims.map((s, k) => (k === i ? shim : s)));
  const moveTo = (from: number, to: number) => {
    if (to < 0 || to >= shims.length || from === to) return;
    const rest = shims.filter((_, k) => k !== from);
    onChange([...rest.slice(0, to), shims[from]!, ...rest.slice(to)]);
  };
  const addLine = () => {
    const read = shimsIn(line);
    if (!read.ok) return setProblem(line.trim() === '' ? null : issueWords(read.issue));
    setProblem(null);
    setLine('');
    onChange([...shims, ...read.value]);
  };
  const newOf = (s: Shim) => added.find((a) => a.diameterMm === s.diameterMm && a.thicknessMm === s.thicknessMm)?.count ?? 0;
  const drop = (e: DragEvent, i: number) => {
    e.preventDefault();
    if (dragged !== null) moveTo(dragged, i);
    setDragged(null);
    setOver(null);
  };
  return (
    <section aria-label={label}>
      <Rows>
        {shims.map((s, i) => {
          const name = shimText({ ...s, count: 1 });
          const there = inDrawer(s);
          const crossover = (shims[i + 1]?.diameterMm ?? 0) > s.diameterMm;
          const notes = [
            i === 0 ? 'on the piston' : '',
            crossover ? 'crossover' : '',
            newOf(s) > 0 ? `${newOf(s)} added` : '',
            there === null ? '' : `${there} in the drawer`,
          ].filter(Boolean);
          return (
            <li
              key={i}
              draggable={!locked}
              data-over={over === i}
              onDragStart={() => setDragged(i)}
              onDragOver={(e) => (e.preventDefault(), setOver(i))}
              onDragEnd={() => (setDragged(null), setOver(null))}
              onDrop={(e) => drop(e, i)}
            >
              <span className="counts">
                {!locked && (
                  <Round aria-label={`One less of ${name}`} onPress={() => put(i, { ...s, count: s.count - 1 })}>
                    <Minus size={15} aria-hidden />
                  </Round>
                )}
                <span className="count">{s.count}</span>
                {!locked && (
                  <Round aria-label={`One more of ${name}`} onPress={() => put(i, { ...s, count: s.count + 1 })}>
                    <Plus size={15} aria-hidden />
                  </Round>
                )}
              </span>
              <span className="size">
                <Size
                  label={`Diameter of size ${i + 1}, mm`}
                  value={s.diameterMm}
                  decimals={decimalsOf(s.diameterMm)}
                  locked={locked}
                  onPut={(diameterMm) => put(i, { ...s, diameterMm })}
                />
                ×
                <Size
                  label={`Thickness of size ${i + 1}, mm`}
                  value={s.thicknessMm}
                  decimals={2}
                  locked={locked}
                  onPut={(thicknessMm) => put(i, { ...s, thicknessMm })}
                />
                <Small>mm</Small>
              </span>
              <span className="below">
                <span>{notes.join(' · ')}</span>
                {!locked && (
                  <span className="moves">
                    <Round aria-label={`Move ${name} towards the piston`} isDisabled={i === 0} onPress={() => moveTo(i, i - 1)}>
                      <ArrowUp size={15} aria-hidden />
                    </Round>
                    <Round
                      aria-label={`Move ${name} towards the clamp`}
                      isDisabled={i === shims.length - 1}
                      onPress={() => moveTo(i, i + 1)}
                    >
                      <ArrowDown size={15} aria-hidden />
                    </Round>
                  </span>
                )}
              </span>
            </li>
          );
        })}
        {removed.map((s) => (
          <li key={`out-${shimText(s)}`}>
            <span className="count">−{s.count}</span>
            <s>{shimText({ ...s, count: 1 })} mm</s>
            <Small>taken out</Small>
          </li>
        ))}
      </Rows>
      {!locked && (
        <div
          onKeyDown={(e) => {
            if (e.key === 'Enter') addLine();
          }}
        >
          <PlainField label="Add shims: diameter × thickness × count, then Enter" value={line} onChange={setLine} problem={problem} />
        </div>
      )}
    </section>
  );
}
