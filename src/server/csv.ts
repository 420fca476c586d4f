import Papa from 'papaparse';
import { db } from '@/db/client';
import { manyShimStock, manyStock } from '@/db/queries/stock';
import { decimalsOf } from '@/catalogue/money';
import { rateOf } from '@/judgement/model/offers';
import { listSprings } from './drawers';
import { reorderList } from './needs';

export const EXPORTS = ['stock', 'springs', 'shims', 'order'] as const;
export type Export = (typeof EXPORTS)[number];

const plainMoney = (minor: number | null, currency: string | null) =>
  minor === null || currency === null ? '' : (minor / 10 ** decimalsOf(currency)).toFixed(decimalsOf(currency));

async function rowsOf(what: Export): Promise<Record<string, unknown>[]> {
  const base = await db();
  if (what === 'order') {
    const { lines, shortages, placed } = await reorderList();
    const on = (name: string) => placed[name]?.slice(0, 10) ?? '';
    return [
      ...lines.map((l) => ({
        item: l.name,
        supplier: l.supplier,
        order: l.order,
        unit: l.unit,
        because: `down to ${l.there}, mark ${l.reorderAt}`,
        placed: on(l.name),
      })),
      ...shortages.map((s) => ({
        item: s.name,
        supplier: '',
        order: s.short,
        unit: s.unit,
        because: `jobs ${s.jobs.join(' ')}`,
        placed: on(s.name),
      })),
    ];
  }
  if (what === 'shims')
    return (await manyShimStock(base, null)).map((s) => ({
      post_mm: s.innerMm,
      diameter_mm: s.diameterMm,
      thickness_mm: s.thicknessMm,
      there: s.there,
      set_aside: s.held,
    }));
  const stock = await manyStock(base);
  if (what === 'springs')
    return (await listSprings()).map((s) => {
      const item = stock.find((i) => i.springId === s.id);
      return {
        end: s.end,
        name: s.name,
        marked: s.rateText,
        rate_n_per_mm: rateOf(s).toFixed(3),
        free_length_mm: s.freeLengthMm ?? '',
        solid_length_mm: s.solidLengthMm ?? '',
        place: s.place,
        there: item?.there ?? '',
        set_aside: item?.held ?? '',
      };
    });
  return stock
    .filter((i) => i.kind !== 'spring')
    .map((i) => ({
      kind: i.kind,
      name: i.name,
      unit: i.unit,
      count: i.there ?? '',
      set_aside: i.held,
      price: plainMoney(i.priceMinor, i.currency),
      currency: i.currency ?? '',
      order_at: i.reorderAt ?? '',
      supplier: i.supplier,
    }));
}

/** A drawer's list as CSV (RFC 4180), headings first. */
export async function exportCsv(what: Export): Promise<string> {
  // A cell that begins like a formula is led by an apostrophe, so that no table program runs it.
  return Papa.unparse(await rowsOf(what), { newline: '\r\n', escapeFormulae: true });
}
