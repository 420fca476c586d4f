import { mm, said, type Said } from '@/core/units/say';
import type { SetupDocument } from '@/schema/documents';
import type { Effect } from '@/knowledge/causes/page';
import type { Entries } from '@/catalogue/entry';
import { rangeOf } from '../aims/targets';
import type { SetupKey } from '@/catalogue/fields/setup';
import { hasAdjuster, isOnMachine } from '../model/ends';
import type { predictChange } from './cures';
import type { End } from '@/catalogue/ends';

/** What can be changed between rides without opening anything: each in one place, for both legs of a fork alike. */

export const GROUPS = { sag: 'Sag and height', fork: 'Fork damping', shock: 'Shock damping' } as const;
export type Group = keyof typeof GROUPS;
export const USUAL_ORDER: readonly Group[] = ['sag', 'fork', 'shock'];

export interface Tunable {
  id: string;
  label: string;
  end: End;
  group: Group;
  /** Figures of the set-up it stands in; both legs of a fork. */
  keys: readonly string[];
  kind: 'clicks' | 'preload' | 'length';
  unit: string;
  /** Least change worth a ride, and the first step. From memory: riders feel two clicks, 3 mm of ring, 5 mm of height. */
  resolution: number;
  step: number;
  /** Reach where the set-up does not tell it. */
  usual: readonly [number, number];
}

const clicks = (id: string, label: string, end: End, keys: string[], step = 2, resolution = 1): Tunable => ({
  id,
  label,
  end,
  group: end === 'front' ? 'fork' : 'shock',
  keys,
  kind: 'clicks',
  unit: 'out',
  resolution,
  step,
  usual: [0, 20],
});

const legs = (key: string) => [`front.${key}.left`, `front.${key}.right`];

export const TUNABLES: readonly Tunable[] = [
  {
    id: 'rear.preload',
    label: 'Rear preload',
    end: 'rear',
    group: 'sag',
    keys: ['rear.preload'],
    kind: 'preload',
    unit: 'mm',
    resolution: 1,
    step: 3,
    usual: [0, 20],
  },
  {
    id: 'front.preload',
    label: 'Front preload',
    end: 'front',
    group: 'sag',
    keys: legs('preload'),
    kind: 'preload',
    unit: 'mm',
    resolution: 1,
    step: 3,
    usual: [0, 25],
  },
  {
    id: 'front.height',
    label: 'Fork tubes above the clamp',
    end: 'front',
    group: 'sag',
    keys: legs('height'),
    kind: 'length',
    unit: 'mm',
    resolution: 2,
    step: 5,
    usual: [0, 25],
  },
  {
    id: 'front.oilLevel',
    label: 'Fork oil level',
    end: 'front',
    group: 'fork',
    keys: legs('oilLevel'),
    kind: 'length',
    unit: 'mm',
    resolution: 5,
    step: 10,
    usual: [70, 180],
  },
  clicks('front.compression', 'Fork compression', 'front', legs('compression')),
  clicks('front.rebound', 'Fork rebound', 'front', legs('rebound')),
  clicks('rear.lowCompression', 'Shock low-speed compression', 'rear', ['rear.lowCompression']),
  {
    ...clicks('rear.highCompression', 'Shock high-speed compression', 'rear', ['rear.highCompression'], 0.5, 0.25),
    unit: 'turns out',
    usual: [0, 3],
  },
  clicks('rear.rebound', 'Shock rebound', 'rear', ['rear.rebound']),
];

export const tunableById = (id: string): Tunable | undefined => TUNABLES.find((t) => t.id === id);

/** What follows a tunable's key where its figure is read. */
const READ_AT: Record<Tunable['kind'], string> = { clicks: '.out', preload: '.reading', length: '' };

/** Whether this machine has it, to be turned between rides: preload by a spacer is not. */
export const isTurnable = ({ kind, end, keys }: Tunable, machine: Entries): boolean =>
  (kind !== 'preload' || hasAdjuster(machine, end)) && keys.every((key) => isOnMachine(`${key}${READ_AT[kind]}` as SetupKey, machine));

/** Where a tunable stands in a set-up; legs averaged. null where it is not noted. */
export function placeIn(document: SetupDocument, t: Tunable): number | null {
  const read = t.keys.flatMap((key) => {
    const value =
      t.kind === 'preload'
        ? document.preloadMm[key]
        : t.kind === 'clicks'
          ? document.values[`${key}.out`]?.value
          : document.values[key]?.value;
    return value === undefined || value === null ? [] : [value];
  });
  return read.length === 0 ? null : read.reduce((a, b) => a + b, 0) / read.length;
}

/** What the adjuster reaches: its counted range, the ring's, else what is usual. */
export function reachOfTunable(document: SetupDocument, entries: Entries, t: Tunable): [number, number] {
  if (t.kind === 'clicks') {
    const range = t.keys.map((key) => document.values[`${key}.range`]?.value ?? null).find((r) => r !== null) ?? null;
    return [0, range ?? t.usual[1]];
  }
  if (t.kind === 'preload') {
    const [min, max] = rangeOf(entries, t.end);
    return [min.value, max.value];
  }
  return [...t.usual];
}

/** A place of an adjuster, no finer than it can be set. */
export const placeText = (x: number): string => String(Math.round(x * 100) / 100);

/** The set-up's figures with a tunable moved: both legs alike, marked as set for a ride. */
export function moved(values: SetupDocument['values'], t: Tunable, to: number): SetupDocument['values'] {
  const next = { ...values };
  const put = (key: string, text: string, unit: string | null, value: number | null) => {
    next[key] = { text, unit, value, from: 'ride' };
  };
  for (const key of t.keys) {
    if (t.kind === 'clicks') put(`${key}.out`, placeText(to), null, to);
    else if (t.kind === 'length') put(key, `${placeText(to)} mm`, 'mm', to);
    else {
      put(`${key}.way`, 'mm', null, null);
      put(`${key}.reading`, placeText(to), null, to);
      delete next[`${key}.reference`];
    }
  }
  return next;
}

const CLICKER_OF = { compression: 'lowCompression', highCompression: 'highCompression', rebound: 'rebound' } as const;

/** What a tunable changes, as the cures name it. */
export const effectOf = ({ id, kind }: Tunable): Parameters<typeof predictChange>[1] => {
  if (kind === 'preload') return { kind: 'preload' };
  if (id === 'front.height') return { kind: 'height' };
  if (id === 'front.oilLevel') return { kind: 'oil-level' };
  return {
    kind: 'clicks',
    adjuster: id.endsWith('rebound') ? 'rebound' : id.endsWith('highCompression') ? 'highCompression' : 'compression',
  };
};

/** Which tunable a cure turns, and which way; null where it is no matter of an adjuster. */
export function tunableOf(effect: Effect, end: End | null): { tunable: Tunable; direction: 1 | -1 | null } | null {
  const of = (id: string, direction: 1 | -1 | null) => {
    const tunable = tunableById(id);
    return tunable ? { tunable, direction } : null;
  };
  const side = (by: number | null) => (by === null || by === 0 ? null : by > 0 ? (1 as const) : (-1 as const));
  if (effect.kind === 'height') return of('front.height', side(effect.by));
  if (effect.kind === 'oil-level') return of('front.oilLevel', side(effect.by));
  if (end === null) return null;
  if (effect.kind === 'preload') return of(`${end}.preload`, null);
  if (effect.kind !== 'clicks') return null;
  if (end === 'front') return effect.adjuster === 'highCompression' ? null : of(`front.${effect.adjuster}`, side(effect.by));
  return of(`rear.${CLICKER_OF[effect.adjuster]}`, side(effect.by));
}

/** "12 → 14 out". */
export const changeWords = (t: Tunable, from: number, to: number): Said =>
  t.unit === 'mm' ? said`${mm(from, 'tenth', '→', to)}` : `${placeText(from)} → ${placeText(to)} ${t.unit}`;

/** The order of groups the job follows, as kept; a text that does not name all three is not one. */
export function orderOf(written: string): Group[] {
  const read = written.split(',').filter((g): g is Group => Object.hasOwn(GROUPS, g));
  return new Set(read).size === USUAL_ORDER.length && read.length === USUAL_ORDER.length ? read : [...USUAL_ORDER];
}
