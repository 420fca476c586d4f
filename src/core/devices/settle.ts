/**
 * What an instrument shows of its last readings: their median, so that one wrong line among them moves nothing, and whether it has come to rest.
 * @param values of about the last second, in any unit, the newest last
 * @param restsWithin how far they may lie apart at rest, in the same unit
 */
export function settled(values: readonly number[], restsWithin: number): { value: number; isSteady: boolean } | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const value = sorted[(sorted.length - 1) >> 1]!;
  // At rest is what most say: a single one that is far off is a wrong line, not a movement.
  const away = sorted.filter((v) => Math.abs(v - value) > restsWithin).length;
  return { value, isSteady: values.length >= FEWEST && away * 4 <= values.length };
}

/** So many readings at least before anything counts as at rest. From memory. */
const FEWEST = 4;

/** Decimals an instrument writes, at most three: those a person would copy from its display. */
export const decimalsOf = (values: readonly number[]): number =>
  Math.min(3, Math.max(0, ...values.map((v) => /\.(\d+)$/.exec(String(v))?.[1]?.length ?? 0)));
