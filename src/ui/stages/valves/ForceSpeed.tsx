'use client';
import type { End, Side } from '@/catalogue/ends';
import { useMemo } from 'react';
import type { DamperView, Ribbon } from '@/core/damper/view';
import { SHEET_SPEEDS, type Target } from '@/judgement/aims/valves';
import { atWheel, criticalAtWheel, type Sprung } from '@/core/damper/target';
import { LineChart } from '../../charts/LineChart';
import type { Band, Handle, Line } from '../../charts/chart';

interface Props {
  end: End;
  view: DamperView;
  targets: { compression: Target | null; rebound: Target | null };
  bandShare: number;
  hotAndCold: boolean;
  /** Measured on the dyno, signed. */
  measured: { name: string; points: { mPerS: number; forceN: number }[]; colour: string }[];
  /** A suggestion looked at, in its own direction. */
  looked: { side: Side; points: { mPerS: number; forceN: number }[] } | null;
  /** Drawn at the wheel, with lines of equal ζ, instead of at the shaft. */
  wheel: Sprung | null;
  /** Takes one point of a target moved to another force; null where none may be moved. */
  onTarget: ((side: Side, point: number, forceN: number) => void) | null;
}

/** Shares of critical damping drawn as lines at the wheel. */
const ZETAS = [0.2, 0.4, 0.6, 0.8];

const SIDES = ['compression', 'rebound'] as const;
/** Compression is drawn up, rebound down. */
const SIGN = { compression: 1, rebound: -1 };

/** The same at the wheel: speed times the leverage, force of all dampers side by side by it; with lines of equal ζ as far as the figure is high. */
function toWheel({ lines, bands }: { lines: Line[]; bands: Band[] }, sprung: Sprung, mostN: number): { lines: Line[]; bands: Band[] } {
  const { speed, force } = atWheel(sprung);
  const critical = criticalAtWheel(sprung);
  return {
    bands: bands.map((b) => ({ ...b, points: b.points.map(([x, low, high]) => [x * speed, low * force, high * force] as const) })),
    lines: [
      ...lines.map((l) => ({ ...l, points: l.points.map(([x, y]) => [x * speed, y * force] as const) })),
      ...ZETAS.flatMap((zeta) =>
        [1, -1].map((sign): Line => {
          const to = Math.min(3 * speed, (mostN * force) / (zeta * critical));
          return {
            name: sign > 0 ? `ζ ${zeta}` : '',
            points: [
              [0, 0],
              [to, sign * zeta * critical * to],
            ],
            look: 'dotted',
            colour: 'soft',
          };
        }),
      ),
    ],
  };
}

type Shown = Pick<Props, 'end' | 'view' | 'targets' | 'bandShare' | 'hotAndCold' | 'measured' | 'looked' | 'wheel'>;

const KEY = { compression: 'compressionN', rebound: 'reboundN' } as const;

/** Both directions of one damper as lines, the name at the first. */
const both = (name: string, of: DamperView['fit'], look: Line['look'], colour: string): Line[] =>
  SIDES.map((side, i) => ({
    name: i === 0 ? name : '',
    points: SHEET_SPEEDS.map((v, k) => [v, SIGN[side] * of[KEY[side]][k]!] as const),
    look,
    colour,
  }));

/** How far a clicker reaches, from shut to wide open; no higher than the figure. */
const ribbonBand = (side: Side, ribbon: Ribbon | null, colour: string, most: number): Band[] =>
  ribbon
    ? [
        {
          name: `${side} clicker`,
          colour,
          opacity: 0.22,
          points: SHEET_SPEEDS.map((v, k) => [v, SIGN[side] * ribbon.openN[k]!, SIGN[side] * Math.min(ribbon.shutN[k]!, most)] as const),
        },
      ]
    : [];

const targetBand = (side: Side, target: Target | null, bandShare: number): Band[] =>
  target
    ? [
        {
          name: `${side} target`,
          colour: 'warn',
          opacity: 0.2,
          points: [{ mPerS: 0, forceN: 0 }, ...target.points].map(
            ({ mPerS, forceN }) => [mPerS, SIGN[side] * forceN * (1 - bandShare), SIGN[side] * forceN * (1 + bandShare)] as const,
          ),
        },
      ]
    : [];

const withBeside = (of: DamperView['fit'], beside: DamperView['beside']): DamperView['fit'] => ({
  compressionN: of.compressionN.map((n, k) => n + (beside?.compressionN[k] ?? 0)),
  reboundN: of.reboundN.map((n, k) => n + (beside?.reboundN[k] ?? 0)),
});

/** Everything drawn over the axes, at the shaft or at the wheel. */
function drawnOf({ end, view, targets, bandShare, hotAndCold, measured, looked, wheel }: Shown): { lines: Line[]; bands: Band[] } {
  const most =
    Math.max(...view.fit.compressionN, ...view.fit.reboundN, ...(view.found?.compressionN ?? []), ...(view.found?.reboundN ?? [])) * 1.25;
  const dyno = measured.map(({ name, points, colour }): Line => ({
    name,
    points: points.map((p) => [Math.abs(p.mPerS), p.forceN] as const),
    look: 'thin',
    colour,
    marks: true,
  }));
  const suggestion: Line[] = looked
    ? [
        {
          name: 'suggestion',
          points: looked.points.map((p) => [p.mPerS, SIGN[looked.side] * p.forceN] as const),
          look: 'strong',
          colour: end,
        },
      ]
    : [];
  const made = {
    bands: SIDES.flatMap((side) => [...targetBand(side, targets[side], bandShare), ...ribbonBand(side, view.ribbons[side], end, most)]),
    lines: [
      ...(view.found ? both('as found', view.found, 'thin', 'soft') : []),
      ...both('to fit', view.fit, 'dashed', end),
      ...(view.beside ? both('both legs', withBeside(view.fit, view.beside), 'strong', end) : []),
      ...(hotAndCold ? [...both('cold', view.cold, 'dotted', 'ink'), ...both('hot', view.hot, 'dotted', 'warn')] : []),
      ...dyno,
      ...suggestion,
    ],
  };
  return wheel ? toWheel(made, wheel, most) : made;
}

/** The points of the targets as rings to be moved. */
const handlesOf = (targets: Props['targets'], onTarget: NonNullable<Props['onTarget']>): Handle[] =>
  SIDES.flatMap((side) =>
    (targets[side]?.points ?? []).map((p, i) => ({
      id: `${side}-${i}`,
      name: `${side === 'compression' ? 'Compression' : 'Rebound'} aimed at, ${p.mPerS} m/s`,
      x: p.mPerS,
      y: SIGN[side] * p.forceN,
      unit: 'N',
      onMove: (y: number) => onTarget(side, i, Math.max(1, SIGN[side] * y)),
    })),
  );

/** Force against shaft speed: as found, to fit, the target as a band, the clickers’ reach, hot and cold. */
export function ForceSpeed({ end, view, targets, bandShare, hotAndCold, measured, looked, wheel, onTarget }: Props) {
  const { lines, bands } = useMemo(
    () => drawnOf({ end, view, targets, bandShare, hotAndCold, measured, looked, wheel }),
    [view, targets, bandShare, hotAndCold, measured, looked, end, wheel],
  );
  const handles = useMemo(() => (onTarget && !wheel ? handlesOf(targets, onTarget) : []), [onTarget, wheel, targets]);
  const at1 = SHEET_SPEEDS.indexOf(1.1);
  return (
    <LineChart
      description={`Damping force against shaft speed, compression up, rebound down. To fit at 1.1 metres a second: compression ${view.fit.compressionN[at1]!.toFixed(0)}, rebound ${view.fit.reboundN[at1]!.toFixed(0)} newtons.`}
      lines={lines}
      bands={bands}
      x={wheel ? { name: 'Wheel speed', unit: 'm/s' } : { name: 'Shaft speed', unit: 'm/s', max: 3 }}
      y={{ name: `${wheel ? 'At the wheel, c' : 'C'}ompression up, rebound down`, unit: 'N', magnitude: true }}
      height={430}
      handles={handles}
    />
  );
}
