import { QUOTE_KINDS } from '@/catalogue/fields/bench';
import type { MoneyPage } from '@/schema/book';
import type { Entries } from '@/catalogue/entry';
import { itemNumbers, numberOf, textOf, choiceOf } from '../model/read';
import type { QuoteLine, QuoteSum, QuoteDocument } from '@/schema/quote';

/** Coins are rounded line by line, tax once over the sum. */
const lineOf = (kind: QuoteLine['kind'], what: string, quantity: number, unitMinor: number): QuoteLine => ({
  kind,
  what,
  quantity,
  unitMinor,
  minor: Math.round(quantity * unitMinor),
});

export function sumOf(lines: readonly QuoteLine[], taxShare: number): QuoteSum {
  const netMinor = lines.reduce((all, l) => all + l.minor, 0);
  const taxMinor = Math.round(netMinor * taxShare);
  return { netMinor, taxMinor, totalMinor: netMinor + taxMinor };
}

const OUT = 'Getting it out and back in';

function linesOf(entries: Entries, money: MoneyPage, which: 'quantity' | 'actual'): QuoteLine[] {
  const out =
    numberOf(entries, which === 'quantity' ? 'job.outHours' : 'job.outActual') ??
    (which === 'actual' ? numberOf(entries, 'job.outHours') : null);
  const lines = itemNumbers(entries, 'job.quote').flatMap((n): QuoteLine[] => {
    const at = `job.quote.${n}` as const;
    const kind = choiceOf(entries, `${at}.kind`, QUOTE_KINDS) ?? 'part';
    const quoted = numberOf(entries, `${at}.quantity`);
    const quantity = which === 'actual' ? (numberOf(entries, `${at}.actual`) ?? quoted) : quoted;
    const unitMinor = numberOf(entries, `${at}.price`) ?? (kind === 'labour' ? money.labourPerHourMinor : null);
    const what = textOf(entries, `${at}.what`) || (kind === 'labour' ? 'Labour' : '');
    if (unitMinor === null || what === '') return [];
    return [lineOf(kind, what, quantity ?? 1, unitMinor)];
  });
  return out ? [lineOf('labour', OUT, out, money.labourPerHourMinor), ...lines] : lines;
}

/** What would be offered now. */
export function quoteOf(entries: Entries, money: MoneyPage): QuoteDocument {
  const lines = linesOf(entries, money, 'quantity');
  const price = numberOf(entries, 'job.newUnit.price');
  const { currency, taxName, taxShare, labourPerHourMinor } = money;
  let instead: QuoteDocument['instead'] = null;
  if (price !== null) {
    const what = textOf(entries, 'job.newUnit.what') || 'New unit';
    const out = numberOf(entries, 'job.outHours');
    const fitting = numberOf(entries, 'job.newUnit.hours');
    const unit = [
      lineOf('part', what, 1, price),
      ...(out ? [lineOf('labour', OUT, out, labourPerHourMinor)] : []),
      ...(fitting ? [lineOf('labour', 'Fitting and setting', fitting, labourPerHourMinor)] : []),
    ];
    instead = { what, lines: unit, total: sumOf(unit, taxShare) };
  }
  return { version: 'quote/1', currency, taxName, taxShare, stands: money.quoteDays, lines, rebuild: sumOf(lines, taxShare), instead };
}

/** What it came to: each line with the quantity that was really used where it was written down. */
export function actualOf(entries: Entries, money: MoneyPage): { lines: QuoteLine[]; total: QuoteSum } {
  const lines = linesOf(entries, money, 'actual');
  return { lines, total: sumOf(lines, money.taxShare) };
}

/** Entries that are half written: a line without its name or price does not count, and is said. */
export const unpriced = (entries: Entries): number =>
  itemNumbers(entries, 'job.quote').filter(
    (n) =>
      textOf(entries, `job.quote.${n}.kind`) !== 'labour' &&
      (textOf(entries, `job.quote.${n}.what`) === '' || numberOf(entries, `job.quote.${n}.price`) === null),
  ).length;
