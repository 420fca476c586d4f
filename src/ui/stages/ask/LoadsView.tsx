'use client';
import { fieldKey } from '@/catalogue/fields';
import type { JobFacts } from '@/judgement/model/facts';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import styled from 'styled-components';
import { DRAWN_HEIGHT_SHARE } from '@/core/loads/places';
import type { Aboard, Loads } from '@/judgement/model/loads';
import { numberOf } from '@/judgement/model/read';
import { useFieldStore } from '../../fields/context';
import { usePreferences, useSaid } from '../../kit/preferences';
import { Small } from '../../kit/primitives';
import { useFact } from '../../job/BenchContext';
import { kg, mm as mmSaid } from '@/core/units/say';

const Svg = styled.svg`
  width: 100%;
  display: block;
  touch-action: pan-y;
  text {
    fill: var(--ink);
    font-family: inherit;
    font-stretch: 88%;
    font-size: 12.5px;
  }
  .soft {
    fill: var(--soft);
  }
  .thing circle {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .thing[data-assumed='true'] circle {
    stroke-dasharray: 3 3;
  }
  .thing[role='slider'] {
    cursor: ew-resize;
  }
  .thing:focus-visible {
    outline: none;
  }
  .thing:focus-visible circle {
    stroke-width: 3.5;
  }
`;

const WIDTH = 560;
const GROUND = 236;
const REAR_X = 150;
/** Drawing units per wheelbase. */
const BASE = 250;
const WHEEL = 62;
/** A press of an arrow key moves a thing this far, mm. */
const STEP_MM = 10;

const FURTHEST_MM: readonly [number, number] = [-800, 2000];
const wheelbaseIn = ({ machine }: JobFacts) => numberOf(machine, 'machine.wheelbase');

/** The case with most of what this job declares: the machine's own cases have nothing of theirs to be moved. */
const mostDeclared = (loads: Loads): Aboard[] =>
  loads.cases
    .map((c) => c.additions.filter((t) => t.field !== ''))
    .reduce<Aboard[]>((most, list) => (list.length > most.length ? list : most), []);

/** Side view of the machine with what is put on it, each at its place forward of the rear axle. Dragging or the arrow keys move it. */
export function LoadsView({ loads, locked }: { loads: Loads; locked: boolean }) {
  const wheelbaseMm = useFact(wheelbaseIn);
  const { system } = usePreferences();
  const things = mostDeclared(loads);
  if (wheelbaseMm === null || things.length === 0) return null;
  return (
    <figure style={{ marginTop: '0.5rem' }}>
      <Svg viewBox={`0 0 ${WIDTH} ${GROUND + 34}`} aria-label="Side view of the load">
        <line x1={20} x2={WIDTH - 20} y1={GROUND} y2={GROUND} stroke="var(--ink)" />
        <Machine />
        {things.map((t) => (
          <Thing key={t.field + t.label} thing={t} wheelbaseMm={wheelbaseMm} locked={locked} />
        ))}
      </Svg>
      <Small>
        Circles: mass in {system === 'metric' ? 'kg' : 'lb'}. Drag a load along the machine, or focus it and use the arrow keys. Dotted:
        usual place, not measured.
      </Small>
    </figure>
  );
}

/** Two wheels, the joined axles, and a plain outline: enough to see fore and aft. */
function Machine() {
  const front = REAR_X + BASE;
  const axle = GROUND - WHEEL;
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth={1.4}>
      <circle cx={REAR_X} cy={axle} r={WHEEL} stroke="var(--rear)" strokeWidth={2.2} />
      <circle cx={front} cy={axle} r={WHEEL} stroke="var(--front)" strokeWidth={2.2} />
      <path d={`M${REAR_X} ${axle} L${REAR_X + 88} ${axle - 8} L${front - 62} ${axle - 108} L${front} ${axle}`} />
      <path d={`M${REAR_X - 20} ${axle - 92} L${REAR_X + 100} ${axle - 88} L${front - 66} ${axle - 100}`} stroke="var(--rule)" />
      <text x={REAR_X} y={GROUND + 24} textAnchor="middle" stroke="none" style={{ fill: 'var(--rear)' }}>
        rear axle, 0
      </text>
    </g>
  );
}

function Thing({ thing, wheelbaseMm, locked }: { thing: Aboard; wheelbaseMm: number; locked: boolean }) {
  const store = useFieldStore();
  const inUnits = useSaid();
  const from = useRef<{ x: number; mm: number; perMm: number } | null>(null);
  const [drag, setDrag] = useState<number | null>(null);
  const fixed = locked || thing.place === 'tank';
  const atMm = drag ?? thing.forwardOfRearAxleMm;
  const [mass] = inUnits(kg(thing.massKg)).split(' ');
  const at = inUnits(mmSaid(atMm, 0));
  const x = REAR_X + (atMm / wheelbaseMm) * BASE;
  const y = GROUND - DRAWN_HEIGHT_SHARE[thing.place] * BASE - 14;
  const r = Math.min(24, 6 + Math.sqrt(Math.abs(thing.massKg)) * 1.9);
  const within = (mm: number) => Math.round(Math.min(Math.max(mm, FURTHEST_MM[0]), FURTHEST_MM[1]));
  const put = (mm: number) => store.put(fieldKey(thing.field), `${within(mm)} mm`);
  const onPointerDown = (event: PointerEvent<SVGGElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    if (!svg) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = { x: event.clientX, mm: atMm, perMm: ((svg.clientWidth / WIDTH) * BASE) / wheelbaseMm };
  };
  const onPointerMove = (event: PointerEvent<SVGGElement>) => {
    const begun = from.current;
    if (begun) setDrag(within(begun.mm + (event.clientX - begun.x) / begun.perMm));
  };
  const onPointerUp = () => {
    if (drag !== null) put(drag);
    from.current = null;
    setDrag(null);
  };
  const onKeyDown = (event: KeyboardEvent<SVGGElement>) => {
    const by = { ArrowLeft: -STEP_MM, ArrowRight: STEP_MM }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    put(thing.forwardOfRearAxleMm + by);
  };
  const moving = fixed
    ? {}
    : {
        role: 'slider',
        tabIndex: 0,
        'aria-label': `${thing.label}, forward of the rear axle`,
        'aria-valuenow': Math.round(atMm),
        'aria-valuemin': FURTHEST_MM[0],
        'aria-valuemax': FURTHEST_MM[1],
        'aria-valuetext': at,
        onPointerDown,
        onPointerMove,
        onPointerUp,
        onPointerCancel: onPointerUp,
        onKeyDown,
      };
  return (
    <g className="thing" data-assumed={thing.origin === 'assumed' && drag === null} {...moving}>
      <circle cx={x} cy={y} r={22} style={{ fill: 'transparent', stroke: 'none' }} />
      <circle cx={x} cy={y} r={r} />
      <text x={x} y={y + 4} textAnchor="middle">
        {mass}
      </text>
      <text x={x} y={y - r - 5} textAnchor="middle">
        {thing.label}
      </text>
      <text className="soft" x={x} y={y + r + 13} textAnchor="middle">
        {at}
      </text>
    </g>
  );
}
