'use client';
import { useMemo } from 'react';
import type { DamperView, Ribbon } from '@/core/damper/view';
import { SHEET_SPEEDS, type Target } from '@/schema/facts/valves';
import { type Band, type Line, LineChart } from '../../charts/LineChart';

interface Props {
  end: 'rear' | 'front';
  view: DamperView;
  targets: { compression: Target | null; rebound: Target | null };
  bandShare: number;
  hotAndCold: boolean;
  /** Measured on the dyno, signed. */
  measured: { name: string; points: { mPerS: number; forceN: number }[]; colour: string }[];
  /** A suggestion looked at, in its own direction. */
  looked: { side: 'compression' | 'rebound'; points: { mPerS: number; forceN: number }[] } | null;
}

const SIDES = ['compression', 'rebound'] as const;
/** Compression is drawn up, rebound down. */
const SIGN = { compression: 1, rebound: -1 };

/** Force against shaft speed: as found, to fit, the target as a band, the clickers’ reach, hot and cold. */
export function ForceSpeed({ end, view, targets, bandShare, hotAndCold, measured, looked }: Props) {
  const { lines, bands } = useMemo(() => {
    const key = { compression: 'compressionN', rebound: 'reboundN' } as const;
    const both = (name: string, of: DamperView['fit'], look: Line['look'], colour: string): Line[] =>
      SIDES.map((side, i) => ({
        name: i === 0 ? name : '',
        points: SHEET_SPEEDS.map((v, k) => [v, SIGN[side] * of[key[side]][k]!] as const),
        look,
        colour,
      }));
    const most =
      Math.max(...view.fit.compressionN, ...view.fit.reboundN, ...(view.found?.compressionN ?? []), ...(view.found?.reboundN ?? [])) * 1.25;
    const ribbonBand = (side: (typeof SIDES)[number], ribbon: Ribbon | null): Band[] =>
      ribbon
        ? [
            {
              name: `${side} clicker`,
              colour: end,
              opacity: 0.22,
              points: SHEET_SPEEDS.map(
                (v, k) => [v, SIGN[side] * ribbon.openN[k]!, SIGN[side] * Math.min(ribbon.shutN[k]!, most)] as const,
              ),
            },
          ]
        : [];
    const targetBand = (side: (typeof SIDES)[number]): Band[] => {
      const target = targets[side];
      return target
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
    };
    return {
      bands: SIDES.flatMap((side) => [...targetBand(side), ...ribbonBand(side, view.ribbons[side])]),
      lines: [
        ...(view.found ? both('as found', view.found, 'thin', 'soft') : []),
        ...both('to fit', view.fit, 'dashed', end),
        ...(hotAndCold ? [...both('cold', view.cold, 'dotted', 'ink'), ...both('hot', view.hot, 'dotted', 'warn')] : []),
        ...measured.map(({ name, points, colour }) => ({
          name,
          points: points.map((p) => [Math.abs(p.mPerS), p.forceN] as const),
          look: 'thin' as const,
          colour,
          marks: true,
        })),
        ...(looked
          ? [
              {
                name: 'suggestion',
                points: looked.points.map((p) => [p.mPerS, SIGN[looked.side] * p.forceN] as const),
                look: 'strong' as const,
                colour: end,
              },
            ]
          : []),
      ],
    };
  }, [view, targets, bandShare, hotAndCold, measured, looked, end]);
  const at1 = SHEET_SPEEDS.indexOf(1.1);
  return (
    <LineChart
      description={`Damping force against shaft speed, compression up, rebound down. To fit at 1.1 metres a second: compression ${view.fit.compressionN[at1]!.toFixed(0)}, rebound ${view.fit.reboundN[at1]!.toFixed(0)} newtons.`}
      lines={lines}
      bands={bands}
      x={{ name: 'Shaft speed', unit: 'm/s', max: 3 }}
      y={{ name: 'Compression up, rebound down', unit: 'N', magnitude: true }}
      height={430}
    />
  );
}
