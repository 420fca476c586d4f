import { withUnit } from '@/catalogue/entry';
import { atEnd } from '@/catalogue/ends';
import { knownField } from '@/catalogue/fields';

/** One thing written in a job, as it is read in its history. */
export interface Change {
  id: number;
  at: string;
  what: string;
  /** As it stands since; '' where it was emptied. */
  now: string;
  /** What it replaced; null where nothing was written before. */
  before: string | null;
  who: string;
  device: string;
  isUndoing: boolean;
}

interface Written {
  text: string;
  unit: string | null;
}

/** What a cure that was followed carries from stage to stage is no word of anybody's. */
const isCarried = (field: string) => /^proposal\.(stage|words|because|puts)$/.test(field);

/** A field by its end and its name; one the catalogue no longer has by its key. */
export function fieldName(field: string): string {
  const def = knownField(field)?.def;
  return def ? atEnd(def.end, def.label) : field;
}

/** Fields that hold the number of a spring. */
export const isSpringChosen = (field: string) => /^springs\.(rear|front)\.choice(Right)?$/.test(field);

/** What was written, a choice or a spring by its name, lists in one line. */
function words(field: string, { text, unit }: Written, springs: ReadonlyMap<number, string>): string {
  if (isSpringChosen(field)) return springs.get(Number(text)) ?? text;
  const def = knownField(field)?.def;
  if (def?.kind === 'choice') return def.options.find((o) => o.value === text)?.label ?? text;
  return text === '' ? '' : withUnit({ text: text.replaceAll('\n', ', '), unit });
}

/** Rows of the ledger as a history: who wrote what when, and what stood there before. */
export const changesOf = (
  rows: readonly (Written & {
    id: number;
    at: string;
    field: string;
    before: Written | null;
    who: string | null;
    device: string;
    isUndoing: boolean;
  })[],
  springs: ReadonlyMap<number, string>,
): Change[] =>
  rows
    .filter((r) => !isCarried(r.field))
    .map((r) => ({
      id: r.id,
      at: r.at,
      what: fieldName(r.field),
      now: words(r.field, r, springs),
      before: r.before && r.before.text !== '' ? words(r.field, r.before, springs) : null,
      who: r.who ?? '',
      device: r.device,
      isUndoing: r.isUndoing,
    }));
