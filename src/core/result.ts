/**
 * Failures of the core are data: a code, the path of the field at fault, and the figures a sentence needs.
 * The words are made at the edge (schema/words.ts), so that the interface, the API and the command say the same.
 */
export type IssueCode =
  | 'empty'
  | 'unreadable'
  | 'count-unreadable'
  | 'shim-unusual'
  | 'not-finite'
  | 'ambiguous-number'
  | 'zero-denominator'
  | 'unit-unknown'
  | 'unit-missing'
  | 'unit-mismatch'
  | 'negative'
  | 'below-absolute-zero'
  | 'out-of-range'
  | 'above-extended'
  | 'beyond-travel'
  | 'extended-missing'
  | 'unsprung-too-heavy'
  | 'wheel-lifts'
  | 'load-not-increasing'
  | 'target-order'
  | 'range-order'
  | 'solid-longer-than-free'
  | 'force-table-order'
  | 'no-solution'
  | 'leverage-table-short'
  | 'leverage-table-order'
  | 'linkage-malformed'
  | 'linkage-singular'
  | 'wire-too-thick'
  | 'cut-too-many'
  | 'total-below-active'
  | 'no-air-left'
  | 'tester-points-alike'
  | 'tester-force-falls'
  | 'sag-topped-out'
  | 'sag-not-rising'
  | 'spacer-no-room'
  | 'oil-order'
  | 'rod-fills-bore'
  | 'tube-in-bore'
  | 'stack-and-poppet'
  | 'clicks-beyond'
  | 'needle-not-rising'
  | 'valve-closed'
  | 'no-stack'
  | 'shims-unreadable'
  | 'target-not-rising'
  | 'clamp-too-wide'
  | 'zone-off-face'
  | 'stop-below-dish'
  | 'stack-not-solved'
  | 'pairs-unreadable'
  | 'bearing-one-sided'
  | 'no-change'
  | 'log-short'
  | 'log-slow'
  | 'log-time-back'
  | 'log-beyond-travel'
  | 'log-unequal'
  | 'log-metres'
  | 'arm-upright'
  | 'wheels-apart'
  | 'sprockets-overlap'
  | 'ride-too-stiff'
  | 'ride-not-held'
  | 'too-fine'
  | 'too-few';

export interface Issue {
  code: IssueCode;
  path: (string | number)[];
  /** Figures and words the sentence quotes. */
  data?: Record<string, string | number>;
}

export type Result<T> = { ok: true; value: T } | { ok: false; issue: Issue };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const err = (code: IssueCode, path: (string | number)[] = [], data?: Issue['data']): { ok: false; issue: Issue } => ({
  ok: false,
  issue: data ? { code, path, data } : { code, path },
});

/** A remark on a result that stands: the figure is usable, but the technician should know. */
export interface Warning {
  code: WarningCode;
  path: (string | number)[];
  data?: Record<string, string | number>;
}

export type WarningCode =
  | 'single-reading'
  | 'lifted-pressed-swapped'
  | 'reading-noise'
  | 'topped-out'
  | 'laden-above-unladen'
  | 'friction-band-wide'
  | 'ideal-preload-negative'
  | 'ideal-preload-out-of-range'
  | 'no-candidate-in-range'
  | 'bottomed'
  | 'spring-index-unusual'
  | 'cut-is-stop-gap'
  | 'coils-bind'
  | 'air-pressure-high'
  | 'tester-few-points'
  | 'tester-looks-progressive'
  | 'oil-index-undefined'
  | 'oil-out-of-reach'
  | 'shim-stress-high'
  | 'damper-cavitates'
  | 'no-stack-found'
  | 'laden-more-than-rider'
  | 'stress-of-present'
  | 'log-gap'
  | 'statements-contradict'
  | 'log-spike';
