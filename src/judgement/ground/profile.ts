import { hasDecimalComma, numberIn } from '@/catalogue/tables';
import type { GroundChoice } from './stretches';

const MAX_POINTS = 20_000;
const MAX_HEIGHT_MM = 3000;
/** Speeds a profile may be ridden at, km/h. */
const SPEEDS_KMH = { least: 3, most: 250 };

type Profile = Extract<GroundChoice, { kind: 'profile' }>['profile'];

/** A profile read from the rows of a file, distance in m and height in mm, and how fast it is ridden; or why it cannot be. */
export function profileIn(
  rows: readonly Record<string, string>[],
  kmh: string,
): { ok: true; profile: Profile } | { ok: false; words: string } {
  const refused = (words: string) => ({ ok: false as const, words });
  const isDecimalComma = hasDecimalComma(rows.flatMap((r) => [r.distance ?? '', r.height ?? '']));
  const of = (text: string | undefined) => numberIn(text ?? '', isDecimalComma);
  const points = rows.map((r) => [of(r.distance), of(r.height)] as const);
  const bad = points.findIndex(([x, h], i) => !Number.isFinite(x) || !Number.isFinite(h) || (i > 0 && x <= points[i - 1]![0]));
  const speedKmh = numberIn(kmh);
  if (bad >= 0) return refused(`Line ${bad + 1} is no point of a profile: distances rise, and both are numbers.`);
  if (points.length < 2 || points.length > MAX_POINTS) return refused(`A profile has from 2 to ${MAX_POINTS} points.`);
  if (points.some(([, h]) => Math.abs(h) > MAX_HEIGHT_MM))
    return refused('A height beyond three metres belongs to no road: heights are millimetres.');
  if (!(speedKmh >= SPEEDS_KMH.least && speedKmh <= SPEEDS_KMH.most))
    return refused(`The speed is from ${SPEEDS_KMH.least} to ${SPEEDS_KMH.most} km/h.`);
  return { ok: true, profile: { distanceM: points.map(([x]) => x), heightM: points.map(([, h]) => h / 1000), speedKmh } };
}
