import { inBoth, mm, rate, said, type Said } from '@/core/units/say';
import { err, errAt, ok, type Result } from '@/core/result';
import type { ForcePoint } from '@/core/spring/law';
import { parseQuantity } from '@/core/units/parse';
import { forceTableIn } from '@/catalogue/tables';
import type { End } from '@/catalogue/ends';

export interface SpringFigures {
  forceTable: ForcePoint[] | null;
  rateNPerMm: number;
  freeLengthMm: number | null;
  solidLengthMm: number | null;
}

/** Impossible beyond these; N/mm and mm. */
const MOST = { rate: 1000, length: 1000 };

/** Reads the figures of a new spring as typed; the form and the route use the same. Failures name the field. */
export function readNewSpring(typed: { rate: string; freeLength: string; solidLength: string; table?: string }): Result<SpringFigures> {
  const rate = parseQuantity(typed.rate, { dimension: 'rate', unit: 'N/mm' });
  if (!rate.ok) return errAt(rate.issue, ['rate']);
  if (!(rate.value.canonical > 0) || rate.value.canonical > MOST.rate)
    return err('out-of-range', ['rate'], { min: 0.1, max: MOST.rate, unit: 'N/mm' });
  const lengths: Record<'freeLength' | 'solidLength', number | null> = { freeLength: null, solidLength: null };
  for (const name of ['freeLength', 'solidLength'] as const) {
    if (typed[name].trim() === '') continue;
    const read = parseQuantity(typed[name], { dimension: 'length', unit: 'mm' });
    if (!read.ok) return errAt(read.issue, [name]);
    if (!(read.value.canonical > 0) || read.value.canonical > MOST.length)
      return err('out-of-range', [name], { min: 1, max: MOST.length, unit: 'mm' });
    lengths[name] = read.value.canonical;
  }
  const { freeLength, solidLength } = lengths;
  if (solidLength !== null && freeLength === null) return err('empty', ['freeLength']);
  if (solidLength !== null && freeLength !== null && solidLength >= freeLength) return err('solid-longer-than-free', ['solidLength']);
  const table = typed.table?.trim() ? forceTableIn(typed.table) : null;
  if (table && !table.ok) return errAt(table.issue, ['table']);
  return ok({
    forceTable: table ? table.value : null,
    rateNPerMm: rate.value.canonical,
    freeLengthMm: freeLength,
    solidLengthMm: solidLength,
  });
}

/** Rates there are, N/mm each spring, and free lengths, mm. Common practice, no source. */
const USUAL_RATE = { rear: [10, 300], front: [2, 25] } as const;
const USUAL_LENGTH_MM = { rear: [100, 350], front: [150, 600] } as const;

/** A figure no spring of this end usually has, in words to ask about, in both units since one is often meant for the other; null where all are usual. */
export function unusualSpring({ rateNPerMm, freeLengthMm }: SpringFigures, end: End): { field: string; words: Said } | null {
  const beyond = (x: number, [least, most]: readonly [number, number]) => x < least || x > most;
  const name = end === 'rear' ? 'a rear spring' : 'a fork spring';
  if (beyond(rateNPerMm, USUAL_RATE[end]))
    return {
      field: 'rate',
      words: said`${inBoth(rate(rateNPerMm))} is unusual for ${name}: ${rate(USUAL_RATE[end][0], 0, 'to', USUAL_RATE[end][1])} are.`,
    };
  if (freeLengthMm !== null && beyond(freeLengthMm, USUAL_LENGTH_MM[end]))
    return {
      field: 'freeLength',
      words: said`${inBoth(mm(freeLengthMm, 0))} is unusual for ${name}: ${mm(USUAL_LENGTH_MM[end][0], 0, 'to', USUAL_LENGTH_MM[end][1])} are.`,
    };
  return null;
}
