import type { FieldKey } from '@/catalogue/fields';
import { MISMARKED_SHARE, MAX_LEG_RATE_RATIO } from '@/knowledge/limits';
import type { CatalogueSpring } from '@/core/spring/select';
import type { Entries } from '@/catalogue/entry';
import { numberOf } from './read';
import type { End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

/** True where the tester says plainly that the mark is wrong. */
export function isMismarked({ rateNPerMm, measured }: ListedSpring): boolean {
  if (!measured) return false;
  const off = Math.abs(measured.rateNPerMm - rateNPerMm);
  return off > MISMARKED_SHARE * rateNPerMm && off > 2 * (measured.rateStandardError ?? 0);
}

/** The mark as an entry: the text as typed, with its unit. */
export const rateTextOf = ({ rateText }: ListedSpring): string => (/[a-z]/i.test(rateText) ? rateText : `${rateText} N/mm`);

/** The rate to reckon with: as measured where it was, else as marked. */
export const rateOf = (s: ListedSpring): number => s.measured?.rateNPerMm ?? s.rateNPerMm;

function aloneAsCatalogue(s: ListedSpring): Omit<CatalogueSpring, 'id'> {
  const table = s.measured?.forceTable ?? (s.measured ? null : s.forceTable);
  return {
    ...(table ? { forceTable: table } : { rateNPerMm: rateOf(s) }),
    ...(s.freeLengthMm === null ? {} : { freeLengthMm: s.freeLengthMm }),
    ...(s.solidLengthMm === null ? {} : { solidLengthMm: s.solidLengthMm }),
  };
}

export const asCatalogue = (s: ListedSpring): CatalogueSpring => ({
  id: offerKey(s),
  ...aloneAsCatalogue(s.legs?.[0] ?? s),
  ...(s.legs ? { partner: aloneAsCatalogue(s.legs[1]) } : {}),
});

/** What names one offer among the candidates: the spring, or the springs of left and right leg. */
export const offerKey = ({ id, legs }: ListedSpring): string => (legs ? `${legs[0].id}+${legs[1].id}` : String(id));

/** A softer spring in the left leg and a stiffer one in the right, as one offer of their mean rate. */
const pairOf = (left: ListedSpring, right: ListedSpring): ListedSpring => ({
  id: left.id,
  legs: [left, right],
  end: 'front',
  name: `${left.name} left, ${right.name} right`,
  rateText: `${left.rateText} left, ${right.rateText} right`,
  rateNPerMm: (rateOf(left) + rateOf(right)) / 2,
  forceTable: null,
  freeLengthMm: null,
  solidLengthMm: null,
  place: left.place === 'drawer' && right.place === 'drawer' ? 'drawer' : 'supplier',
  origin: 'unlike pair',
  measured: null,
});

/** The offer chosen for the job, as its key; null while none is. */
export function chosenOf(entries: Entries, end: End): string | null {
  const [id, right] = [numberOf(entries, `springs.${end}.choice`), end === 'front' ? numberOf(entries, 'springs.front.choiceRight') : null];
  if (id === null) return null;
  return right === null ? String(id) : `${id}+${right}`;
}

/** What choosing a spring, or the pair for left and right leg, fills in. @param offer its key among the offers */
export const springPuts = (end: End, offer: string, preloadMm: number): { field: FieldKey; text: string }[] => {
  const [left, right] = offer.split('+');
  return [
    { field: `springs.${end}.choice`, text: left! },
    ...(end === 'front' ? [{ field: 'springs.front.choiceRight' as const, text: right ?? '' }] : []),
    { field: `springs.${end}.preload`, text: `${preloadMm.toFixed(1)} mm` },
  ];
};

/** The springs chosen for the job: one, or those of left and right leg. */
export function chosenSprings(
  entries: Entries,
  end: End,
  springs: readonly ListedSpring[],
): { spring: ListedSpring; right: ListedSpring | null } | null {
  const of = (field: FieldKey) => springs.find((s) => s.id === numberOf(entries, field)) ?? null;
  const spring = of(`springs.${end}.choice`);
  return spring && { spring, right: end === 'front' ? of('springs.front.choiceRight') : null };
}

/**
 * Everything that can be put in: each spring of the list, and for forks with a spring in each leg the neighbours in rate as unlike pairs, which make the rate
 * between two that are sold. Neighbours of the whole list, of the drawer alone, and the pair already chosen.
 */
export function offersOf(springs: readonly ListedSpring[], chosen: string | null): ListedSpring[] {
  const front = springs.filter((s) => s.end === 'front').sort((a, b) => rateOf(a) - rateOf(b));
  const pairs = new Map<string, ListedSpring>();
  const add = (pair: ListedSpring) => pairs.set(offerKey(pair), pair);
  for (const list of [front, front.filter((s) => s.place === 'drawer')])
    list.forEach((left, i) => {
      const right = list[i + 1];
      if (right && rateOf(right) > rateOf(left) && rateOf(right) <= MAX_LEG_RATE_RATIO * rateOf(left)) add(pairOf(left, right));
    });
  const [left, right] = (chosen ?? '').split('+').map((id) => springs.find((s) => String(s.id) === id));
  if (left && right) add(pairOf(left, right));
  return [...springs, ...pairs.values()];
}
