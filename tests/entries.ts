import { type Entries, readEntry } from '@/catalogue/entry';
import { fieldDef, fieldKey } from '@/catalogue/fields';
import type { ListedSpring } from '@/schema/springs';

/** Typed texts as entries, by the catalogue; a text it cannot read fails the test. */
export function entriesOf(texts: Record<string, string>): Entries {
  return Object.fromEntries(
    Object.entries(texts).map(([field, text]) => {
      const read = readEntry(fieldDef(field), text);
      if (!read.ok) throw new Error(`${field} "${text}": ${read.issue.code}`);
      return [field, { field: fieldKey(field), at: null, ...read.value }];
    }),
  );
}

export const MACHINE = {
  'machine.travel.rear': '310',
  'machine.travel.front': '300',
  'machine.rake': '26,5',
  'machine.leverage': '2.95',
  'machine.wheelbase': '1486',
  'machine.weighed.rear': '57',
  'machine.weighed.front': '54',
  'machine.unsprung.rear': '18',
  'machine.unsprung.front': '14',
  'machine.plated': '300',
};
export const RIDER = { 'rider.mass': '92', use: 'off-road' };
export const REAR = {
  'measure.rear.extended': '612',
  'measure.rear.unladen.1.lifted': '577',
  'measure.rear.unladen.1.pressed': '571',
  'measure.rear.laden.1.lifted': '494',
  'measure.rear.laden.1.pressed': '488',
};
export const machine = entriesOf(MACHINE);

/** A spring of the list, in the drawer, marked as said and never measured. */
export const springOf = (
  id: number,
  rateNPerMm: number,
  end: 'rear' | 'front' = 'rear',
  over: Partial<ListedSpring> = {},
): ListedSpring => ({
  id,
  end,
  name: `S${id}`,
  rateText: String(rateNPerMm),
  rateNPerMm,
  freeLengthMm: null,
  solidLengthMm: null,
  forceTable: null,
  origin: 'by hand',
  measured: null,
  place: 'drawer',
  ...over,
});
