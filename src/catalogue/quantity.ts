import { z } from 'zod';
import { parseQuantity } from '@/core/units/parse';
import { type Dimension, unitNamed, toCanonical } from '@/core/units/units';

interface Limits {
  /** Canonical units. */
  above?: number;
  min?: number;
  max?: number;
}

/** No shop means more than this, nor less without meaning nothing; canonical units. Beyond them sums overflow or vanish, and what comes out is no answer. */
const MOST: Record<Dimension, number> = {
  length: 1e6,
  force: 1e7,
  rate: 1e6,
  mass: 1e5,
  torque: 1e6,
  pressure: 1e7,
  area: 1e7,
  volume: 1e10,
  viscosity: 1e6,
  temperature: 1e4,
  speed: 1e4,
  time: 1e9,
  angle: 1e4,
  ratio: 1e7,
};
const LEAST = 1e-9;

/**
 * A number in the unit that ends the field's name, or a string that may carry another unit ("23 3/8 in", "0,7 kgf/mm").
 * Comes out in the canonical unit of the dimension.
 */
export function quantity(dimension: Dimension, unit: string, limits: Limits = {}) {
  return z.union([z.number(), z.string()]).transform((written, ctx) => {
    const fail = (code: string, data: Record<string, string | number> = {}) => {
      ctx.addIssue({ code: 'custom', params: { code, data } });
      return z.NEVER;
    };
    let value: number;
    if (typeof written === 'number') value = toCanonical(written, unitNamed(unit));
    else {
      const read = parseQuantity(written, { dimension, unit });
      if (!read.ok) return fail(read.issue.code, read.issue.data);
      value = read.value.canonical;
    }
    if (!Number.isFinite(value)) return fail('not-finite');
    if (Math.abs(value) > MOST[dimension]) return fail('out-of-range', { min: -MOST[dimension], max: MOST[dimension], unit });
    if (value !== 0 && Math.abs(value) < LEAST) return fail('out-of-range', { min: LEAST, unit });
    if (value < 0 && limits.min === 0) return fail('negative');
    if (limits.above !== undefined && !(value > limits.above))
      return fail(value < 0 ? 'negative' : 'out-of-range', { min: limits.above, unit: `${unit} and above it` });
    if ((limits.min !== undefined && value < limits.min) || (limits.max !== undefined && value > limits.max))
      return fail('out-of-range', { min: limits.min ?? 0, ...(limits.max === undefined ? {} : { max: limits.max }), unit, dimension });
    return value;
  });
}

export const lengthMm = (limits?: Limits) => quantity('length', 'mm', limits);
export const massKg = (limits?: Limits) => quantity('mass', 'kg', limits);
export const forceN = (limits?: Limits) => quantity('force', 'N', limits);
export const rateNPerMm = (limits?: Limits) => quantity('rate', 'N/mm', limits);
export const angleDeg = (limits?: Limits) => quantity('angle', '°', limits);
export const plainRatio = (limits?: Limits) => quantity('ratio', '1', limits);
export const pressureMPa = (limits?: Limits) => quantity('pressure', 'MPa', limits);
export const volumeMm3 = (limits?: Limits) => quantity('volume', 'mm³', limits);
export const viscosityCSt = (limits?: Limits) => quantity('viscosity', 'cSt', limits);
export const temperatureC = (limits?: Limits) => quantity('temperature', '°C', limits);
