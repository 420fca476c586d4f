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

/** Thousands set apart by a space or an apostrophe; by commas or points only where a second group or the other mark shows that they are no decimal mark. */
const THOUSANDS = [
  String.raw`\d{1,3}(?:[ '’]\d{3})+(?:[.,]\d+)?`,
  String.raw`[1-9]\d{0,2}(?:(?:,\d{3})+\.\d+|(?:,\d{3}){2,})`,
  String.raw`[1-9]\d{0,2}(?:(?:\.\d{3})+,\d+|(?:\.\d{3}){2,})`,
].join('|');
const NUMBER = String.raw`(?:${THOUSANDS})(?![\d])|\d+(?:[.,]\d+)?(?:[eE][-+]?\d+)?|[.,]\d+`;
/** A mark with three figures behind it and no zero before: 8,900 is eight thousand nine hundred in one hand, eight point nine in another. */
const TWO_WAYS = /^([1-9]\d{0,2})([.,])(\d{3})$/;
const FRACTION = String.raw`(?:(\d+)[ -]+)?(\d+) ?/ ?(\d+)`;
const ONE = new RegExp(String.raw`^([-+]?) ?(?:${FRACTION}|(${NUMBER}))(?![\d.,/]) ?(.*)$`, 's');
const FEET_INCHES = new RegExp(String.raw`^([-+]?)(\d+(?:[.,]\d+)?) ?(?:'|′|’|ft|feet|foot) ?(?!\d{3}(?!\d))(?=\d|\.)(.*)$`, 's');

interface Written {
  value: number;
  rest: string;
  /** The other reading of its mark, where it has one. */
  other: { value: number; mark: string; decimal: string; thousands: string } | null;
}

/** "1,234.5" and "1.234,5" by what the marks are: the last of two kinds is the decimal one. Written with a point, and nothing between the thousands. */
function withPoint(literal: string): string {
  const bare = literal.replace(/[ '’]/g, '');
  const [mark, earlier] = [...new Set([...bare.replace(/[^.,]/g, '')].reverse())];
  if (mark === undefined) return bare;
  // Several of one kind only set groups apart.
  const groups = earlier ?? (bare.split(mark).length > 2 ? mark : '');
  return (groups === '' ? bare : bare.replaceAll(groups, '')).replace(mark, '.');
}
const decimalOf = (literal: string): number => Number(withPoint(literal));

const WHOLLY = new RegExp(`^(?:${NUMBER})$`);

/** A bare number as people write it, as one writes it for a machine: "1 250,50" is "1250.50", to the last figure. null where it is none. */
export function plainNumeral(text: string): string | null {
  const tidy = plain(text);
  return WHOLLY.test(tidy) ? withPoint(tidy) : null;
}

/** The reading that is not taken first, and both written so that each can be read in one way alone. */
function otherReading(sign: string, literal: string): Written['other'] {
  const [, whole = '', mark = '', three = ''] = TWO_WAYS.exec(literal) ?? [];
  if (whole === '') return null;
  const short = three.replace(/0+$/, '');
  // Three figures behind the mark would be asked about again.
  const decimal = short === '' ? whole : `${whole}.${short.length === 3 ? `${short}0` : short}`;
  const minus = sign === '-' ? '-' : '';
  return { value: Number(minus + whole + three), mark, decimal: minus + decimal, thousands: minus + whole + three };
}

function readNumber(text: string): Result<Written> {
  if (/^[-+]?\s*(nan|inf|infinity|∞)\b/i.test(text) || text === '∞') return err('not-finite');
  const match = ONE.exec(text);
  if (!match) return /\d[.,]\d*[.,]\d/.test(text) ? err('ambiguous-number', [], { text }) : err('unreadable', [], { text });
  const [, sign, whole, over, under, decimal, rest = ''] = match;
  let value: number;
  if (over !== undefined && under !== undefined) {
    if (Number(under) === 0) return err('zero-denominator', [], { text });
    value = Number(whole ?? 0) + Number(over) / Number(under);
  } else {
    value = decimalOf(decimal ?? '');
  }
  if (!Number.isFinite(value)) return err('not-finite');
  return ok({ value: sign === '-' ? -value : value, rest: rest.trim(), other: otherReading(sign ?? '', decimal ?? '') });
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

const STONES = /^(\d+(?:[.,]\d+)?) ?(?:st|stones?) ?(\d+(?:[.,]\d+)?) ?(?:lbs?|pounds?)?$/i;

/** Stones and pounds in one: 12 st 4, 12 st 4 lb. Returned in stones. */
function readStonesAndPounds(text: string): Result<number> | null {
  const [, stones, pounds] = STONES.exec(text) ?? [];
  if (stones === undefined || pounds === undefined) return null;
  const over = decimalOf(pounds);
  return over >= 14 ? err('unreadable', [], { text }) : ok(decimalOf(stones) + over / 14);
}

const finish = (text: string, value: number, unit: Unit): Result<Quantity> => {
  const canonical = toCanonical(value, unit);
  if (!Number.isFinite(canonical)) return err('not-finite');
  if (unit.dimension === 'temperature' && canonical < -273.15) return err('below-absolute-zero');
  return ok({ text, unit: unit.name, dimension: unit.dimension, value, canonical });
};

/** What is expected of a text: the dimension, the unit a bare number is in, and what is possible at all, canonical. */
export interface Expected {
  dimension: Dimension;
  unit: string;
  range?: readonly [number, number];
}

/**
 * Reads what people write: 23 3/8, 22 1/16", 595, 59,5 cm, -12, 185 lb, 5' 3", ½ in, 12 st 4, 8 900, 1,234.5, 1'250.
 * A fraction with a slash and no unit is in inches where a length is expected in millimetres. A comma is a decimal comma. A single mark before three figures can be read in
 * two ways: taken where only one of them is possible in the range, a point without a range is a decimal point, everything else is asked about, not guessed.
 * @param text as typed
 * @param expected leave out to demand a unit in the text
 * Errors: empty, unreadable, two-readings, ambiguous-number, zero-denominator, not-finite, unit-unknown, unit-missing, unit-mismatch, below-absolute-zero.
 */
export function parseQuantity(text: string, expected?: Expected): Result<Quantity> {
  const tidy = plain(text);
  if (tidy === '') return err('empty');
  if (!expected || expected.dimension === 'length') {
    const feet = readFeetAndInches(tidy);
    if (feet) return feet.ok ? finish(text, feet.value, unitNamed('in')) : feet;
  }
  if (!expected || expected.dimension === 'mass') {
    const stones = readStonesAndPounds(tidy);
    if (stones) return stones.ok ? finish(text, stones.value, unitNamed('st')) : stones;
  }
  const number = readNumber(tidy);
  if (!number.ok) return number;
  const { value, rest, other } = number.value;
  // A fraction written with a slash is read off a tape of inches: no tape of millimetres has them.
  const isTapeFraction = expected?.dimension === 'length' && ['mm', 'cm', 'm'].includes(expected.unit) && /\d ?\/ ?\d/.test(tidy);
  if (rest === '' && isTapeFraction) return finish(text, value, unitNamed('in'));
  const unit = unitOf(text, rest, expected);
  if (!unit.ok) return unit;
  const first = finish(text, value, unit.value);
  if (!first.ok || other === null) return first;
  const second = finish(text, other.value, unit.value);
  if (!second.ok) return first;
  const named = (figure: string) => (rest === '' ? figure : `${figure} ${rest}`);
  const asked = err('two-readings', [], { text, decimal: named(other.decimal), thousands: named(other.thousands) });
  if (!expected?.range) return other.mark === ',' ? asked : first;
  const [least, most] = expected.range;
  const [isFirst, isSecond] = [first, second].map(({ value: { canonical } }) => canonical >= least && canonical <= most);
  return isFirst && isSecond ? asked : isSecond ? second : first;
}

/** The unit a number is in: its own, else the one expected. */
function unitOf(text: string, rest: string, expected: Expected | undefined): Result<Unit> {
  if (rest === '') return expected ? ok(unitNamed(expected.unit)) : err('unit-missing');
  if (/^[\d.,/+-]/.test(rest)) return err('unreadable', [], { text });
  const unit = findUnit(rest);
  if (!unit) return err('unit-unknown', [], { unit: rest });
  if (!expected || unit.dimension === expected.dimension) return ok(unit);
  const meant = meantBy(unit, expected.dimension);
  return meant ? ok(meant) : err('unit-mismatch', [], { unit: unit.name, wanted: expected.unit });
}

/** "lb" in a force field is a pound-force, "kg" a kilogram-force: people write it so, and the field says which is meant. */
function meantBy(unit: Unit, dimension: Dimension): Unit | undefined {
  if (dimension === 'force' && unit.name === 'lb') return unitNamed('lbf');
  if (dimension === 'force' && unit.name === 'kg') return unitNamed('kgf');
  return undefined;
}
