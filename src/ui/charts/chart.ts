import type { System } from '@/catalogue/system';
import { isSaidUnit, turnedUnit } from '@/core/units/say';

export interface Line {
  name: string;
  points: readonly (readonly [number, number])[];
  look: 'strong' | 'thin' | 'dashed' | 'dotted';
  colour: string;
  /** Points drawn as rings, not joined. */
  marks?: boolean;
  /** Each point is the middle of a bin: drawn as steps. */
  step?: boolean;
}

/** A filled band between two lines: a target, the reach of a clicker. */
export interface Band {
  name: string;
  /** x, low, high. */
  points: readonly (readonly [number, number, number])[];
  colour: string;
  opacity: number;
}

/** A point that may be dragged up and down, or moved by the arrow keys. */
export interface Handle {
  id: string;
  name: string;
  x: number;
  y: number;
  unit: string;
  onMove(y: number): void;
}

export interface Level {
  name: string;
  value: number;
  /** At which end of its line the name stands, where the curves are far from it; null where they are near at both. */
  at: 'start' | 'end' | null;
}

/** Least distance between two names, px. */
export const APART_PX = 14;

/**
 * Levels whose names have room: of two too near each other at the same end the one further inside goes unnamed.
 * @param pxPerUnit height of one unit of the level, px
 */
export function namedLevels(levels: readonly Level[], pxPerUnit: number): ReadonlySet<Level> {
  const sorted = [...levels].sort((a, b) => a.value - b.value);
  const named = new Set<Level>();
  // The lightest and the heaviest are named first.
  for (const level of [sorted[0], sorted.at(-1), ...sorted])
    if (level?.at && [...named].every((n) => n === level || n.at !== level.at || Math.abs(n.value - level.value) * pxPerUnit >= APART_PX))
      named.add(level);
  return named;
}

/** A chart as it is asked for, in metric units. */
export interface ChartProps {
  /** Said to those who do not see it. */
  description: string;
  lines: readonly Line[];
  bands?: readonly Band[];
  levels?: readonly Level[];
  x: { name: string; unit: string; min?: number; max?: number };
  /** `magnitude`: the sign is only a direction; figures are shown without it. */
  y: { name: string; unit: string; min?: number; magnitude?: boolean };
  height: number;
  handles?: readonly Handle[];
}

/** An axis as it is shown; one of another kind than the table of units turns, such as days, stays. */
const shownAxis = (unit: string, system: System) =>
  isSaidUnit(unit) ? turnedUnit(unit, system) : { name: unit, of: (v: number) => v, back: (v: number) => v };

/** Everything drawn, given in metric units, in the units shown. */
export function inShown(props: ChartProps, system: System): ChartProps {
  const [x, y] = [shownAxis(props.x.unit, system), shownAxis(props.y.unit, system)];
  if (x.name === props.x.unit && y.name === props.y.unit) return props;
  const limits = ({ min, max }: { min?: number; max?: number }, of: (v: number) => number) => ({
    ...(min === undefined ? {} : { min: of(min) }),
    ...(max === undefined ? {} : { max: of(max) }),
  });
  return {
    ...props,
    x: { name: props.x.name, unit: x.name, ...limits(props.x, x.of) },
    y: { ...props.y, unit: y.name, ...limits({ ...(props.y.min === undefined ? {} : { min: props.y.min }) }, y.of) },
    lines: props.lines.map((l) => ({ ...l, points: l.points.map(([a, b]) => [x.of(a), y.of(b)] as const) })),
    ...(props.bands
      ? { bands: props.bands.map((b) => ({ ...b, points: b.points.map(([a, low, high]) => [x.of(a), y.of(low), y.of(high)] as const) })) }
      : {}),
    ...(props.levels ? { levels: props.levels.map((l) => ({ ...l, value: y.of(l.value) })) } : {}),
    ...(props.handles
      ? {
          handles: props.handles.map((h) => ({
            ...h,
            x: x.of(h.x),
            y: y.of(h.y),
            unit: y.name,
            onMove: (to: number) => h.onMove(y.back(to)),
          })),
        }
      : {}),
  };
}
