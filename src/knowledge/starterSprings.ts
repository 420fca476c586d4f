import type { End } from '@/catalogue/ends';

/** Rates springs are usually sold in, for a shop whose drawers are still empty: all to order, without lengths. Common practice, no source; from memory. */
const ladder = (from: number, to: number, step: number) =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step);

const LADDERS: { end: End; name: string; rates: number[]; decimals: number }[] = [
  { end: 'rear', name: 'Twin shock', rates: ladder(14, 32, 2), decimals: 0 },
  { end: 'rear', name: 'Shock', rates: [...ladder(40, 74, 2), ...ladder(75, 180, 5)], decimals: 0 },
  { end: 'front', name: 'Fork', rates: [...ladder(3.6, 5.4, 0.2), ...ladder(5.5, 12, 0.5)], decimals: 1 },
];

export const STARTER_SUPPLIER = 'Usual rates';

export const STARTER_SPRINGS = LADDERS.flatMap(({ end, name, rates, decimals }) =>
  rates.map((rate) => ({
    end,
    name: `${name} ${rate.toFixed(decimals)}`,
    rate: `${rate.toFixed(decimals)} N/mm`,
    freeLength: '',
    solidLength: '',
  })),
);
