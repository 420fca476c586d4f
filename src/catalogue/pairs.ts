import { type Entries, entryAt } from './entry';

/** Figures that stand side by side and rule one another out: asked about where the second is typed. */

/** Readings of one state, let settle from lifted and from pressed: they differ by the friction, which is a few millimetres. */
const PAIR = /^((?:measure|set)\.(?:rear|front)\.(?:unladen|laden)\.\d+)\.(lifted|pressed)$/;

/** Further apart two readings of one state are no pair, mm: no fork or shock sticks that far. From memory. */
const PAIR_APART_MM = 80;

const DAMPER = /^(machine\.damper\.\w+)\.(?:(compression|rebound|base)\.)?([\w.]+)$/;

/** Of a damper each on the left is less than what stands on the right. `V` is the valve it is of. A base valve sits in a tube of its own. */
const LESS: readonly (readonly [less: string, more: string])[] = [
  ['rod', 'bore'],
  ['V.clamp', 'V.zone.outer'],
  ['V.zone.inner', 'V.zone.outer'],
  ['V.zone.outer', 'bore'],
  ['V.clamp', 'bore'],
];

export interface Beside {
  text: string;
  unit: string | null;
  /** Why the two cannot both be right. */
  why: string;
}

function damperBeside(field: string, value: number, entries: Entries): Beside | null {
  const [, damper, valve, figure] = DAMPER.exec(field) ?? [];
  if (!damper || !figure) return null;
  const own = valve ? `V.${figure}` : figure;
  const keysOf = (name: string): string[] =>
    !name.startsWith('V.')
      ? [`${damper}.${name}`]
      : valve
        ? [`${damper}.${valve}.${name.slice(2)}`]
        : ['compression', 'rebound'].map((v) => `${damper}.${v}.${name.slice(2)}`);
  for (const [less, more] of LESS) {
    if (valve === 'base' && more === 'bore') continue;
    const other = own === less ? more : own === more ? less : null;
    if (other === null) continue;
    for (const key of keysOf(other)) {
      const there = entryAt(entries, key);
      if (!there || there.value === null) continue;
      if (own === less ? value >= there.value : value <= there.value)
        return { ...there, why: own === less ? 'this must be less' : 'this must be more' };
    }
  }
  return null;
}

/** What stands beside a figure and cannot be right with it; null where both can be, or nothing stands there. */
export function unlikeBeside(field: string, value: number | null, entries: Entries): Beside | null {
  if (value === null) return null;
  const [, state, which] = PAIR.exec(field) ?? [];
  if (state === undefined) return damperBeside(field, value, entries);
  const other = entryAt(entries, `${state}.${which === 'lifted' ? 'pressed' : 'lifted'}`);
  return other && other.value !== null && Math.abs(other.value - value) > PAIR_APART_MM ? { ...other, why: 'the two are no pair' } : null;
}
