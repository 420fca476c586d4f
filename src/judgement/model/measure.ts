import { remembered, type JobFacts } from './facts';
import { PRELOAD_KEYS } from '@/catalogue/fields/setup';
import { preload, type PreloadWay } from '@/core/measure/preload';
import { sag, type SagPair, type SagRequest, type SagResult } from '@/core/measure/sag';
import { err, type Result } from '@/core/result';
import type { Entries, ReadEntry } from '@/catalogue/entry';
import { itemNumbers, numberOf, textOf } from './read';
import type { End } from '@/catalogue/ends';

export const pairFields = (prefix: 'measure' | 'set', end: End, state: 'unladen' | 'laden', n: number) => ({
  lifted: `${prefix}.${end}.${state}.${n}.lifted` as const,
  pressed: `${prefix}.${end}.${state}.${n}.pressed` as const,
});

/** How many pairs the walk shows: those read, and at least one. */
export const pairNumbers = (entries: Entries, prefix: 'measure' | 'set', end: End, state: 'unladen' | 'laden'): number[] => {
  const found = itemNumbers(entries, `${prefix}.${end}.${state}`);
  return Array.from({ length: Math.max(1, ...found) }, (_, i) => i + 1);
};

export const styleOf = (entries: Entries, prefix: 'measure' | 'set', end: End): SagRequest['style'] =>
  textOf(entries, `${prefix}.${end}.style`) === 'ruler' || (end === 'front' && textOf(entries, `${prefix}.${end}.style`) === '')
    ? 'ruler'
    : 'distance';

export interface EndSag {
  result: Result<SagResult>;
  /** The field a failure belongs to. */
  failedField: string | null;
}

type Walk = `${'measure' | 'set'}.${End}`;

const sagOfWalk = remembered((facts, walk: Walk) => {
  const [prefix, end] = walk.split('.') as ['measure' | 'set', End];
  return computeSag(facts, end, prefix);
});

/** Sag of one end from what has been recorded so far; null while the wheel travel is unknown or nothing is read. */
export const sagOf = (facts: JobFacts, end: End, prefix: 'measure' | 'set' = 'measure'): EndSag | null =>
  sagOfWalk(facts, `${prefix}.${end}`);

function computeSag(facts: JobFacts, end: End, prefix: 'measure' | 'set'): EndSag | null {
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  const state = (name: 'unladen' | 'laden'): SagPair[] =>
    pairNumbers(facts.entries, prefix, end, name).map((n) => {
      const fields = pairFields(prefix, end, name, n);
      return { liftedMm: numberOf(facts.entries, fields.lifted), pressedMm: numberOf(facts.entries, fields.pressed) };
    });
  const style = styleOf(facts.entries, prefix, end);
  const extendedMm = style === 'ruler' ? 0 : numberOf(facts.entries, `${prefix}.${end}.extended`);
  const [unladen, laden] = [state('unladen'), state('laden')];
  const anything = [...unladen, ...laden].some((p) => p.liftedMm !== null || p.pressedMm !== null);
  if (!anything) return null;
  if (travelMm === null) return { result: err('empty', ['travelMm']), failedField: null };
  const result = sag({ travelMm, style, extendedMm, unladen, laden });
  return { result, failedField: result.ok ? null : fieldOfPath(result.issue.path, prefix, end) };
}

function fieldOfPath(path: (string | number)[], prefix: 'measure' | 'set', end: End): string {
  const [state, index, reading] = path;
  if (typeof index !== 'number') return `${prefix}.${end}.extended`;
  return `${prefix}.${end}.${state}.${index + 1}.${reading === 'liftedMm' ? 'lifted' : 'pressed'}`;
}

export type PreloadKey = `${'found' | 'fitted' | 'standard' | 'set.as'}.${(typeof PRELOAD_KEYS)[number]}`;

/** Installed preload in mm from what was read; null while it cannot be worked out. */
export const preloadOf = (entries: Entries, key: PreloadKey): Result<number> | null => preloadFrom((part) => entries[`${key}.${part}`]);

/** The same from the three parts of the reading, wherever they stand. */
export function preloadFrom(of: (part: 'way' | 'reading' | 'reference') => ReadEntry | undefined): Result<number> | null {
  const reading = of('reading')?.value ?? null;
  if (reading === null) return null;
  const way = (of('way')?.text || 'mm') as PreloadWay;
  const result = preload({ way, reading, reference: of('reference')?.value ?? null });
  return result.ok ? { ok: true, value: result.value.preloadMm } : result;
}
