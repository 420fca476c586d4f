import { err, ok, type Result } from '@/core/result';
import { plainNumeral } from '@/core/units/parse';

/** Money is a whole number of the currency's smallest coin, with the currency's three letters (ISO 4217). */
export interface Money {
  minor: number;
  currency: string;
}

const CURRENCY = /^[A-Z]{3}$/;

export function isCurrency(code: string): boolean {
  if (!CURRENCY.test(code)) return false;
  try {
    new Intl.NumberFormat('en-GB', { style: 'currency', currency: code });
    return true;
  } catch {
    return false;
  }
}

/** Decimal places of a currency: 2 of most, 0 or 3 of some. */
export const decimalsOf = (currency: string): number =>
  new Intl.NumberFormat('en-GB', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;

/** Most that one line may cost, in the currency's unit: beyond it is a slip of the finger. */
const MOST = 10_000_000;

/**
 * Reads an amount as people write it: "85", "85.50", "1 250,–", "1'250.00", "1,250.00", with or without the currency after or before it.
 * Errors: empty, unreadable, unit-mismatch for another currency, too-fine for more decimals than there are coins, out-of-range.
 */
export function readMoney(text: string, currency: string): Result<Money> {
  const bare = text.trim();
  if (bare === '') return err('empty', []);
  const code = /(?<![A-Za-z])[A-Za-z]{3}(?![A-Za-z])/.exec(bare)?.[0]?.toUpperCase();
  if (code && code !== currency) return err('unit-mismatch', [], { unit: code, wanted: currency });
  const figures = bare
    .replace(/[A-Za-z]{3}/, '')
    .trim()
    .replace(/[.,][–-]$/, '');
  const decimals = decimalsOf(currency);
  const read = /^(\d{1,9})(?:\.(\d+))?$/.exec(plainNumeral(figures) ?? '');
  if (!read) return err('unreadable', [], { text: bare });
  const fraction = read[2] ?? '';
  if (fraction.length > decimals) return err('too-fine', [], { decimals, currency });
  const minor = Number(read[1]) * 10 ** decimals + Number(fraction.padEnd(decimals, '0') || '0');
  return minor > MOST * 10 ** decimals ? err('out-of-range', [], { min: 0, max: MOST, unit: currency }) : ok({ minor, currency });
}

/** "1 250.50 EUR": digits in threes, the currency by its letters. */
export function moneyText({ minor, currency }: Money): string {
  const decimals = decimalsOf(currency);
  const figures = new Intl.NumberFormat('en-GB', { minimumFractionDigits: decimals, maximumFractionDigits: decimals })
    .format(minor / 10 ** decimals)
    .replaceAll(',', '\u202f');
  return `${figures} ${currency}`;
}
