import { err, ok, type Result } from '../result';
import { given, type WorkingStep } from '../working';

/** The ways people read preload. Each is kept as read; the millimetres follow. */
export const PRELOAD_WAYS = ['mm', 'length', 'turns', 'notch', 'thread'] as const;
export type PreloadWay = (typeof PRELOAD_WAYS)[number];

export interface PreloadRequest {
  way: PreloadWay;
  /** mm: preload. length: installed spring length, mm. turns: turns in from slack. notch: notch counted with the softest as 1. thread: thread showing, mm. */
  reading: number;
  /** length: free length, mm. turns: thread pitch, mm. notch: step height, mm. thread: thread showing with the spring just slack, mm. mm: not used. */
  reference: number | null;
  /** Preload at zero turns or on the softest notch, mm. */
  baseMm?: number;
}

const FORMULA: Record<PreloadWay, string> = {
  mm: 'as read',
  length: 'free length − installed length',
  turns: 'base + turns × pitch',
  notch: 'base + (notch − 1) × step',
  thread: 'thread showing − thread showing when slack',
};

const REFERENCE: Record<PreloadWay, string> = { mm: '', length: 'free length', turns: 'pitch', notch: 'step', thread: 'thread when slack' };

/**
 * Installed preload in mm from what was read on the machine.
 * Errors: empty (the reference is missing), negative (the reading would leave the spring slack), out-of-range (a notch below 1).
 * Source: geometry; common practice, no source.
 */
export function preload(request: PreloadRequest): Result<{ preloadMm: number; working: WorkingStep[] }> {
  const { way, reading, reference } = request;
  const baseMm = request.baseMm ?? 0;
  if (way !== 'mm' && reference === null) return err('empty', ['reference']);
  if (way === 'notch' && reading < 1) return err('out-of-range', ['reading'], { min: 1 });
  const ref = reference ?? 0;
  const byWay: Record<PreloadWay, number> = {
    mm: reading,
    length: ref - reading,
    turns: baseMm + reading * ref,
    notch: baseMm + (reading - 1) * ref,
    thread: reading - ref,
  };
  const preloadMm = byWay[way];
  if (preloadMm < 0) return err('negative', ['reading']);
  const readingUnit = way === 'turns' ? 'turns' : way === 'notch' ? '' : 'mm';
  const inputs = [given('reading', reading, readingUnit, 'measured')];
  if (way !== 'mm') inputs.push(given(REFERENCE[way], ref, 'mm', 'measured'));
  if (way === 'turns' || way === 'notch') inputs.push(given('base', baseMm, 'mm', request.baseMm === undefined ? 'assumed' : 'measured'));
  return ok({
    preloadMm,
    working: [{ label: 'Preload', formula: FORMULA[way], inputs, result: preloadMm, unit: 'mm', source: 'geometry' }],
  });
}

/**
 * What the adjuster shows at a preload: the inverse of `preload`, in the unit it is read in.
 * @param reference as in PreloadRequest @returns null where the way needs a reference that is not known
 */
export function preloadReading(way: PreloadWay, preloadMm: number, reference: number | null): number | null {
  if (way === 'mm') return preloadMm;
  if (reference === null || reference <= 0) return null;
  return { length: reference - preloadMm, turns: preloadMm / reference, notch: 1 + preloadMm / reference, thread: reference + preloadMm }[
    way
  ];
}
