/**
 * Failures of the core are data: a code, the path of the field at fault, and the figures its sentence quotes.
 * The words are made at the edge (schema/words.ts), so that the interface, the API and the command say the same.
 */

/** A code whose sentence quotes no figure. */
export type None = Record<never, never>;
type Path = (string | number)[];
/** The figures of a code as they are handed on: nothing where it has none. */
export type Given<F> = [keyof F] extends [never] ? [] : [figures: F];

/** Every code of a failure with its own figures. */
export interface IssueFigures {
  empty: None;
  unreadable: { text: string };
  'count-unreadable': { text: string; unit?: string };
  'shim-unusual': { text: string; usual: string; bare: string };
  'not-finite': None;
  'ambiguous-number': { text: string };
  /** Both readings of one mark, each written so that it has one alone. */
  'two-readings': { text: string; decimal: string; thousands: string };
  'zero-denominator': { text: string };
  'unit-unknown': { unit: string };
  'unit-missing': None;
  'unit-mismatch': { unit: string; wanted: string };
  negative: None;
  'below-absolute-zero': None;
  'out-of-range': { min?: number; max?: number; unit?: string; dimension?: string };
  'above-extended': { extended: number };
  'beyond-travel': { sag: number; travel: number };
  'extended-missing': None;
  'unsprung-too-heavy': { weighed: number };
  'wheel-lifts': { end: string };
  'load-not-increasing': None;
  'target-order': None;
  'range-order': None;
  'solid-longer-than-free': None;
  'force-table-order': None;
  'no-solution': None;
  'leverage-table-short': None;
  'leverage-table-order': { pair: number };
  'linkage-malformed': None;
  'linkage-singular': { at: number; part: string };
  'wire-too-thick': { wire: number };
  'cut-too-many': { coils: number };
  'total-below-active': { coils: number };
  'no-air-left': { level: number };
  'tester-points-alike': None;
  'tester-force-falls': None;
  'sag-topped-out': None;
  'sag-not-rising': None;
  'spacer-no-room': { over: number };
  'oil-order': None;
  'rod-fills-bore': { bore: number };
  'tube-in-bore': { bore: number };
  'stack-and-poppet': None;
  'clicks-beyond': { most: number };
  'needle-not-rising': None;
  'valve-closed': None;
  'no-stack': None;
  'shims-unreadable': { line: number; text: string };
  'target-not-rising': None;
  'clamp-too-wide': { clamp: number };
  'shim-beyond-bore': { shim: number; bore: number };
  'zone-off-face': { face: number };
  'stop-below-dish': None;
  'stack-not-solved': { pressure: number };
  'pairs-unreadable': { line: number; text: string };
  'bearing-one-sided': None;
  'no-change': None;
  'log-short': { seconds: number };
  'log-slow': { hz: number };
  'log-time-back': { line: number };
  'log-beyond-travel': { at: number; line: number; travel: number };
  'log-unequal': { times: number; travels: number };
  'log-metres': { most: number; travel: number };
  'arm-upright': None;
  'wheels-apart': None;
  'sprockets-overlap': None;
  'points-too-near': { least: number };
  'ride-too-stiff': { most: number };
  'ride-not-held': { load: number };
  'too-fine': { currency: string; decimals: number };
  'too-few': None;
}
export type IssueCode = keyof IssueFigures;

export type Issue = { [C in IssueCode]: { code: C; path: Path; data?: IssueFigures[C] } }[IssueCode];

export type Result<T> = { ok: true; value: T } | { ok: false; issue: Issue };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const err = <C extends IssueCode>(code: C, path: Path = [], ...[data]: Given<IssueFigures[C]>): { ok: false; issue: Issue } => ({
  ok: false,
  issue: (data ? { code, path, data } : { code, path }) as Issue,
});

/** The same failure, at another place. */
export const errAt = (issue: Issue, path: Path): { ok: false; issue: Issue } => ({ ok: false, issue: { ...issue, path } });

/** Every code of a remark with its own figures. */
export interface WarningFigures {
  'single-reading': None;
  'lifted-pressed-swapped': None;
  'reading-noise': None;
  'topped-out': None;
  'laden-above-unladen': None;
  'friction-band-wide': { band: number; usual: number };
  'ideal-preload-negative': { preload: number };
  'ideal-preload-out-of-range': { preload: number };
  'no-candidate-in-range': None;
  bottomed: None;
  'spring-index-unusual': { index: number };
  'cut-is-stop-gap': None;
  'coils-bind': { short: number };
  'air-pressure-high': { limit: number; pressure: number };
  'tester-few-points': None;
  'tester-looks-progressive': None;
  'oil-index-undefined': None;
  'oil-out-of-reach': None;
  'shim-stress-high': { limit: number; stress: number };
  'damper-cavitates': { speed: number };
  'no-stack-found': None;
  'aim-out-of-reach': { speed: number; target: number; softest: number; stiffest: number; hangsOn: 'bleed' | 'port' | 'rest' | 'shims' };
  'target-alone': None;
  'laden-more-than-rider': { kg: number };
  'stress-of-present': { limit: number; speed: number; stress: number };
  'log-gap': { at: number; count: number };
  'statements-contradict': { end: string; one: string; other: string };
  'log-spike': { count: number };
}
export type WarningCode = keyof WarningFigures;

/** A remark on a result that stands: the figure is usable, but the technician should know. */
export type Warning = {
  [C in WarningCode]: [keyof WarningFigures[C]] extends [never]
    ? { code: C; path: Path; data?: never }
    : { code: C; path: Path; data: WarningFigures[C] };
}[WarningCode];

/** The figures of a failure whatever its code. */
export const figuresOf = ({ data }: Issue): Readonly<Record<string, string | number | undefined>> => data ?? {};
