'use client';
import { mm } from '@/core/units/say';
import { Sentence } from '../kit/Sentence';
import { memo } from 'react';
import styled from 'styled-components';
import type { Profile, Shim } from '@/core/plate/stack';
import type { End } from '@/catalogue/ends';

interface Props {
  end: End;
  /** From the piston face outwards. */
  shims: readonly Shim[];
  /** Sizes new against the stack as found: drawn tinted. */
  added: readonly Shim[];
  clampMm: number;
  postMm: number;
  zoneMm: { inner: number; outer: number };
  /** One for every single shim, at the pressure drawn; null: at rest. */
  profiles: readonly Profile[] | null;
  liftMm: number | null;
  description: string;
}

const WIDTH = 380;
const HEIGHT = 300;
const PISTON = 46;
const CLAMP = 40;
/** Room for the bending above the flat stack, as a share of the figure. */
const ROOM = HEIGHT - PISTON - CLAMP - 24;

const Svg = styled.svg`
  width: 100%;
  max-width: 26rem;
  display: block;
  margin: 0 auto;
  .metal {
    fill: var(--fine);
    stroke: var(--ink);
    stroke-width: 1;
  }
  .port {
    fill: var(--ground);
    stroke: var(--rule);
    stroke-width: 1;
  }
  .shim {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1;
    stroke-linejoin: round;
  }
  .shim.added {
    fill: color-mix(in srgb, currentColor 28%, var(--sheet));
  }
  text {
    fill: var(--ink);
    font-size: 12.5px;
    font-weight: 650;
    font-stretch: 88%;
  }
`;

/** How many times thickness and lift are stretched: a whole number that fills the figure. */
export function stretchOf(shims: readonly Shim[], liftMm: number, mmPx: number): number {
  const heightMm = shims.reduce((sum, s) => sum + s.count * s.thicknessMm, 0) + Math.max(liftMm, 0.4);
  return Math.max(1, Math.floor(ROOM / (heightMm * mmPx)));
}

/** A shim stack in section through piston, shims and clamp, to scale across; thickness and lift stretched by the stated factor. */
export const StackFigure = memo(function StackFigure(props: Props) {
  const { end, shims, added, clampMm, postMm, zoneMm, profiles, liftMm, description } = props;
  const widest = Math.max(zoneMm.outer * 1.12, ...shims.map((s) => s.diameterMm * 1.04));
  const mmPx = (WIDTH - 24) / widest;
  const up = stretchOf(shims, 1, mmPx);
  const tall = mmPx * up;
  const middle = WIDTH / 2;
  const face = HEIGHT - PISTON - 4;
  const x = (r: number, side: 1 | -1) => middle + side * r * mmPx;
  const singles = shims.flatMap((s) => Array.from({ length: s.count }, () => s));
  let base = 0;
  const drawn = singles.map((shim, i) => {
    const rest = base;
    base += shim.thicknessMm;
    return { shim, rest, profile: profiles?.[i] ?? null };
  });
  const outline = ({ shim, rest, profile }: (typeof drawn)[number], side: 1 | -1) => {
    const outer = shim.diameterMm / 2;
    const points: [number, number][] = [[postMm / 2, 0]];
    if (profile && outer > clampMm / 2) profile.radiusMm.forEach((r, k) => points.push([r, profile.liftMm[k] ?? 0]));
    else points.push([outer, 0]);
    const low = points.map(([r, w]) => `${x(r, side).toFixed(1)},${(face - (rest + w) * tall).toFixed(1)}`);
    const high = points.map(([r, w]) => `${x(r, side).toFixed(1)},${(face - (rest + w + shim.thicknessMm) * tall).toFixed(1)}`);
    return `M${[...low, ...high.reverse()].join('L')}Z`;
  };
  // Of a size that was added some pieces may have been there before: the last ones of it are drawn as new.
  const fresh = new Set<number>();
  for (const size of added) {
    const places = drawn.flatMap((d, i) => (d.shim.diameterMm === size.diameterMm && d.shim.thicknessMm === size.thicknessMm ? [i] : []));
    for (const i of places.slice(-size.count)) fresh.add(i);
  }
  const top = face - base * tall;
  const half = widest / 2 / 1.04;
  return (
    <figure style={{ margin: 0 }}>
      <Svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={description} style={{ color: `var(--${end})` }}>
        {([1, -1] as const).map((side) => {
          const span = (a: number, b: number) => ({ x: Math.min(x(a, side), x(b, side)), width: Math.abs(b - a) * mmPx });
          return (
            <g key={side}>
              <rect className="metal" {...span(postMm / 2, half)} y={face} height={PISTON} />
              <rect className="port" {...span(zoneMm.inner / 2, zoneMm.outer / 2)} y={face} height={PISTON} />
              {drawn.map((d, i) => (
                <path key={i} className={fresh.has(i) ? 'shim added' : 'shim'} d={outline(d, side)} />
              ))}
              <rect className="metal" {...span(postMm / 2, clampMm / 2)} y={top - CLAMP + 8} height={CLAMP - 8} />
            </g>
          );
        })}
        <rect className="metal" x={x(postMm / 2, -1)} width={postMm * mmPx} y={top - CLAMP - 4} height={HEIGHT - top + CLAMP} />
        {liftMm !== null && (
          <text x={WIDTH - 4} y={Math.max(14, top - 14)} textAnchor="end">
            lift <Sentence of={mm(liftMm, 2)} />
          </text>
        )}
      </Svg>
      <figcaption style={{ textAlign: 'center', fontSize: '0.875rem', color: 'var(--soft)' }}>
        clamp <Sentence of={mm(clampMm)} />, port zone <Sentence of={mm(zoneMm.inner, 'tenth', 'to', zoneMm.outer)} />; thickness and lift
        drawn {up} times
      </figcaption>
    </figure>
  );
});
