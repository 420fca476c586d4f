'use client';
import styled from 'styled-components';
import type { SearchState } from '@/core/retune/search';

/** The search for one adjuster's place, drawn along its reach: where it began, each ride as it was felt, the bounds that close in, and the next place. */

interface Props {
  name: string;
  unit: string;
  range: readonly [number, number];
  resolution: number;
  start: number;
  now: number;
  ridden: readonly { value: number; feel: 'better' | 'same' | 'worse' }[];
  search: SearchState | null;
}

const WIDTH = 560;
const LEFT = 18;
const Y = 46;
const HEIGHT = 84;

const Svg = styled.svg`
  width: 100%;
  max-width: 36rem;
  display: block;
  text {
    fill: var(--ink);
    font-family: inherit;
    font-size: 12px;
    font-stretch: 85%;
  }
  .soft {
    fill: var(--soft);
  }
`;

const figure = (x: number) => String(Math.round(x * 100) / 100);

/** Marks no nearer than this, in drawing units. */
const TICK_PX = 11;

function ticks([min, max]: readonly [number, number], resolution: number): number[] {
  const per = (WIDTH - 2 * LEFT) / (max - min);
  let step = resolution;
  while (step * per < TICK_PX) step *= 2;
  return Array.from({ length: Math.floor((max - min) / step) + 1 }, (_, i) => min + i * step);
}

const FEEL = { better: ['▲', -12], same: ['=', -12], worse: ['▼', 24] } as const;

export function SearchLine({ name, unit, range, resolution, start, now, ridden, search }: Props) {
  const [min, max] = range;
  if (!(max > min)) return null;
  const x = (value: number) => LEFT + ((value - min) / (max - min)) * (WIDTH - 2 * LEFT);
  const reach = search ? ([Math.max(min, start - search.reach), Math.min(max, start + search.reach)] as const) : null;
  const said = [
    `${name}: began at ${figure(start)} ${unit}, now ${figure(now)}`,
    ...ridden.map((r) => `${figure(r.value)} rode ${r.feel}`),
    search?.next === null || !search ? 'nothing more to ride' : `next ${figure(search.next)}`,
  ].join('; ');
  return (
    <Svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={said}>
      {reach && <rect x={x(reach[0])} width={x(reach[1]) - x(reach[0])} y={Y - 7} height={14} fill="var(--band)" />}
      <line x1={x(min)} x2={x(max)} y1={Y} y2={Y} stroke="var(--ink)" strokeWidth={1.4} />
      {ticks(range, resolution).map((t) => (
        <line key={t} x1={x(t)} x2={x(t)} y1={Y} y2={Y + 5} stroke="var(--rule)" />
      ))}
      {[min, max].map((end) => (
        <text key={end} x={x(end)} y={Y + 34} textAnchor={end === min ? 'start' : 'end'} className="soft">
          {figure(end)} {unit}
        </text>
      ))}
      {search?.bounds.map(
        (bound, i) =>
          bound !== null && (
            <path
              key={i}
              d={`M${x(bound) + (i === 0 ? 5 : -5)} ${Y - 13}H${x(bound)}V${Y + 13}H${x(bound) + (i === 0 ? 5 : -5)}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
          ),
      )}
      <path d={`M${x(start)} ${Y - 6}l5 6 -5 6 -5 -6z`} fill="var(--ground)" stroke="var(--ink)" />
      {ridden.map((r, i) => (
        <g key={i}>
          <circle cx={x(r.value)} cy={Y} r={4.5} fill="var(--ground)" stroke="var(--ink)" strokeWidth={1.4} />
          <text x={x(r.value)} y={Y + FEEL[r.feel][1]} textAnchor="middle">
            {FEEL[r.feel][0]}
          </text>
        </g>
      ))}
      <circle cx={x(now)} cy={Y} r={6} fill="var(--ink)" />
      {search?.next !== null && search?.next !== undefined && (
        <>
          <circle cx={x(search.next)} cy={Y} r={8} fill="none" stroke="var(--ink)" strokeWidth={1.6} strokeDasharray="3 2.5" />
          <text x={x(search.next)} y={16} textAnchor="middle">
            next {figure(search.next)}
          </text>
        </>
      )}
      <text x={x(start)} y={Y + 34} textAnchor="middle" className="soft">
        {x(start) > LEFT + 60 && x(start) < WIDTH - LEFT - 60 ? `began ${figure(start)}` : ''}
      </text>
    </Svg>
  );
}
