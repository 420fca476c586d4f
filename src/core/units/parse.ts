import { err, ok, type Result } from '../result';
import { type Dimension, findUnit, toCanonical, type Unit, unitNamed } from './units';

/** One thing a person wrote, read as a number with a unit. `text` is kept exactly as typed. */
export interface Quantity {
  text: string;
  /** Name of the unit the text is in (its own, or the field's where it named none). */
  unit: string;
  dimension: Dimension;
  /** The number as written, in `unit`. */
  value: number;
  /** The number in the canonical unit of the dimension. */
  canonical: number;
}

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

/** Minus signs, spaces and vulgar fractions as people and phones write them, made plain. */
const plain = (text: string) =>
  text
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (c) => ` ${VULGAR[c]}`)
    .replace(/[−–]/g, '-')
    .replace(/⁄/g, '/')
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .trim();

const NUMBER = String.raw`\d{1,3}(?: \d{3})+(?:[.,]\d+)?|\d+(?:[.,]\d+)?(?:[eE][-+]?\d+)?|[.,]\d+`;
const FRACTION = String.raw`(?:(\d+)[ -]+)?(\d+) ?/ ?(\d+)`;
const ONE = new RegExp(String.raw`^([-+]?) ?(?:${FRACTION}|(${NUMBER}))(?![\d.,/]) ?(.*)$`, 's');
const FEET_INCHES = new RegExp(String.raw`^([-+]?)(\d+(?:[.,]\d+)?) ?(?:'|′|’|ft|feet|foot) ?(?=\d|\.)(.*)$`, 's');

interface Written {
  value: number;
  rest: string;
}

function readNumber(text: string): Result<Written> {
  if (/^[-+]?\s*(nan|inf|infinity|∞)\b/i.test(text) || text === '∞') return err('not-finite');
  if (/\d[.,]\d*[.,]\d/.test(text)) return err('ambiguous-number', [], { text });
  const match = ONE.exec(text);
  if (!match) return err('unreadable', [], { text });
  const [, sign, whole, over, under, decimal, rest = ''] = match;
  let value: number;
  if (over !== undefined && under !== undefined) {
    if (Number(under) === 0) return err('zero-denominator', [], { text });
    value = Number(whole ?? 0) + Number(over) / Number(under);
  } else {
    value = Number((decimal ?? '').replace(/ /g, '').replace(',', '.'));
  }
  if (!Number.isFinite(value)) return err('not-finite');
  return ok({ value: sign === '-' ? -value : value, rest: rest.trim() });
}

/** Feet and inches in one: 5' 3 1/2". Returned in inches. */
function readFeetAndInches(text: string): Result<number> | null {
  const match = FEET_INCHES.exec(text);
  if (!match) return null;
  const feet = Number((match[2] ?? '').replace(',', '.'));
  const inches = readNumber((match[3] ?? '').trim());
  if (!inches.ok) return inches;
  if (inches.value.rest !== '' && findUnit(inches.value.rest)?.name !== 'in') return err('unreadable', [], { text });
  return ok((match[1] === '-' ? -1 : 1) * (feet * 12 + inches.value.value));
}

const finish = (text: string, value: number, unit: Unit): Result<Quantity> => {
  const canonical = toCanonical(value, unit);
  if (!Number.isFinite(canonical)) return err('not-finite');
  if (unit.dimension === 'temperature' && canonical < -273.15) return err('below-absolute-zero');
  return ok({ text, unit: unit.name, dimension: unit.dimension, value, canonical });
};

/**
 * Reads what people write: 23 3/8, 22 1/16", 595, 59,5 cm, -12, 185 lb, 5' 3", ½ in.
 * A fraction with a slash and no unit is in inches where a length is expected in millimetres. A comma is a decimal comma; a space before three digits groups thousands. Text with both a comma and a point is refused, not guessed.
 * @param text as typed
 * @param expected the field's dimension and the unit a bare number is in; leave out to demand a unit in the text
 * Errors: empty, unreadable, ambiguous-number, zero-denominator, not-finite, unit-unknown, unit-missing, unit-mismatch, below-absolute-zero.
 */
export function parseQuantity(text: string, expected?: { dimension: Dimension; unit: string }): Result<Quantity> {
  const tidy = plain(text);
  if (tidy === '') return err('empty');
  if (!expected || expected.dimension === 'length') {
    const feet = readFeetAndInches(tidy);
    if (feet) return feet.ok ? finish(text, feet.value, unitNamed('in')) : feet;
  }
  const number = readNumber(tidy);
  if (!number.ok) return number;
  const { value, rest } = number.value;
  // A fraction written with a slash is read off a tape of inches: no tape of millimetres has them.
  const isTapeFraction = expected?.dimension === 'length' && ['mm', 'cm', 'm'].includes(expected.unit) && /\d ?\/ ?\d/.test(tidy);
  if (rest === '' && isTapeFraction) return finish(text, value, unitNamed('in'));
  if (rest === '') return expected ? finish(text, value, unitNamed(expected.unit)) : err('unit-missing');
  if (/^[\d.,/+-]/.test(rest)) return err('unreadable', [], { text });
  const unit = findUnit(rest);
  if (!unit) return err('unit-unknown', [], { unit: rest });
  if (!expected || unit.dimension === expected.dimension) return finish(text, value, unit);
  const meant = meantBy(unit, expected.dimension);
  return meant ? finish(text, value, meant) : err('unit-mismatch', [], { unit: unit.name, wanted: expected.unit });
}

/** "lb" in a force field is a pound-force, "kg" a kilogram-force: people write it so, and the field says which is meant. */
function meantBy(unit: Unit, dimension: Dimension): Unit | undefined {
  if (dimension === 'force' && unit.name === 'lb') return unitNamed('lbf');
  if (dimension === 'force' && unit.name === 'kg') return unitNamed('kgf');
  return undefined;
}
