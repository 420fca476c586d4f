import type { JobFacts } from '../model/facts';
import type { Entries } from '@/catalogue/entry';
import { shimsWanted } from '../findings/built';
import { chosenSprings } from '../model/offers';
import { itemNumbers, numberOf, textOf, isSameRate } from '../model/read';
import { ENDS, type End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

/** What a job takes from the drawers, before it is known what lies there. */
export interface Wanted {
  springs: { id: number; name: string; count: number }[];
  shims: { innerMm: number; diameterMm: number; thicknessMm: number; count: number }[];
  /** Items named under Parts, with the batch they are taken from. */
  stock: { id: number; count: number; batch: string }[];
  /** Dampers whose shims are wanted but whose post is unknown: the size cannot be told. */
  postUnknown: boolean;
}

export function wantedOf(facts: JobFacts, listed: readonly ListedSpring[]): Wanted {
  const springs = ENDS.flatMap((end) => {
    const chosen = chosenSprings(facts.entries, end, listed);
    if (!chosen || alreadyIn(facts.entries, end, chosen.spring.rateNPerMm)) return [];
    const one = { id: chosen.spring.id, name: chosen.spring.name };
    if (end === 'rear') return [{ ...one, count: 1 }];
    if (!chosen.right || chosen.right.id === chosen.spring.id) return [{ ...one, count: 2 }];
    return [
      { ...one, count: 1 },
      { id: chosen.right.id, name: chosen.right.name, count: 1 },
    ];
  });
  let postUnknown = false;
  const shims = shimsWanted(facts).flatMap(({ damper, diameterMm, thicknessMm, count }) => {
    const innerMm = numberOf(facts.machine, `machine.damper.${damper}.post`);
    if (innerMm === null) {
      postUnknown = true;
      return [];
    }
    return [{ innerMm, diameterMm, thicknessMm, count }];
  });
  const stock = itemNumbers(facts.entries, 'part').flatMap((n) => {
    const [id, count] = [numberOf(facts.entries, `part.${n}.item`), numberOf(facts.entries, `part.${n}.used`)];
    return id !== null && count !== null && count > 0 ? [{ id, count, batch: textOf(facts.entries, `part.${n}.batch`) }] : [];
  });
  return { springs, shims, stock, postUnknown };
}

const alreadyIn = (entries: Entries, end: End, rateNPerMm: number): boolean => {
  const found = numberOf(entries, `found.${end}.spring`);
  return found !== null && isSameRate(found, rateNPerMm);
};
