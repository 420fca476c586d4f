import type { Bearing, Cause, Complaint, Evidence, Knowledge } from '@/core/diagnose/model';
import type { CausePage } from './page';
import { EVIDENCE, MEASUREMENTS, PLACE_ENDS, type PlaceEnd, type Statement } from './statements';

/** From the pages of the Shop book to the network the core weighs: a cause that sits at an end is a node at each of its ends. */

export interface Told {
  n: number;
  phrase: string;
  end: 'front' | 'rear' | 'both' | 'unsure' | '';
}

/** The same complaint told again is the same complaint: it is weighed once. An end not named is that of another telling which names it. */
export function toldOnce<T extends Pick<Told, 'phrase' | 'end'>>(told: readonly T[]): T[] {
  const isOpen = ({ end }: T) => end === '' || end === 'unsure';
  return told.filter((t, i) => {
    const same = (other: T) => other.phrase === t.phrase && (other.end === t.end || (isOpen(other) && isOpen(t)));
    if (told.slice(0, i).some(same)) return false;
    return !isOpen(t) || !told.some((other) => other.phrase === t.phrase && !isOpen(other));
  });
}

/** Riders name the wrong end now and then: a link at the end not complained of keeps this share of its strength. From memory. */
const WRONG_END = 0.2;
/** Share of riders who tell of a complaint for a reason not on the list. From memory. */
export const LEAK = 0.06;

export const nodeOf = (id: string, end: PlaceEnd | null): string => (end === null ? id : `${id}.${end}`);
export const nodesOf = (page: Pick<CausePage, 'id' | 'ends'>): { node: string; end: PlaceEnd | null }[] =>
  page.ends.length === 0 ? [{ node: page.id, end: null }] : page.ends.map((end) => ({ node: nodeOf(page.id, end), end }));

const strengthAt = (link: CausePage['complaints'][number], cause: PlaceEnd | null, told: Told): number => {
  if (cause === null) return link.strength;
  if (link.at !== 'same') return link.at === cause ? link.strength : 0;
  return told.end === cause || told.end === 'both' || told.end === 'unsure' || told.end === '' ? link.strength : link.strength * WRONG_END;
};

function complaintOf(pages: readonly CausePage[], told: Told): Complaint {
  const links = pages.flatMap((page) => {
    const link = page.complaints.find((c) => c.id === told.phrase);
    if (!link) return [];
    return nodesOf(page).flatMap(({ node, end }) => {
      const strength = strengthAt(link, end, told);
      return strength > 0 ? [{ cause: node, strength }] : [];
    });
  });
  return { id: String(told.n), leak: LEAK, links };
}

function bearingsOf(page: CausePage): Bearing[] {
  return nodesOf(page).flatMap(({ node, end }) =>
    page.evidence.flatMap(({ id, ifTrue, ifFalse, at }): Bearing[] => {
      const of = (evidence: string): Bearing => ({ evidence, cause: node, ifTrue, ifFalse });
      if (!EVIDENCE[id as Statement].ends) return [of(id)];
      if (at === 'either') return PLACE_ENDS.map((e) => of(nodeOf(id, e)));
      const where = at === 'same' ? end : at;
      return where === null ? [] : [of(nodeOf(id, where))];
    }),
  );
}

/** A measurement made at an end, for a statement of the whole machine: the end whose own statements are still unknown; none where both are. */
function measurementOf(id: Statement, end: PlaceEnd | null, known: ReadonlySet<string>): string {
  const { measurement } = EVIDENCE[id];
  if (!MEASUREMENTS[measurement].ends) return measurement;
  if (end !== null) return `${measurement}.${end}`;
  const open = PLACE_ENDS.find((e) => !known.has(`${measurement}.${e}`));
  return open ? `${measurement}.${open}` : '';
}

function evidenceOf(observed: ReadonlySet<string>): Evidence[] {
  const ids = Object.keys(EVIDENCE) as Statement[];
  const made = new Set(
    ids.flatMap((id) => PLACE_ENDS.filter((e) => observed.has(nodeOf(id, e))).map((e) => `${EVIDENCE[id].measurement}.${e}`)),
  );
  return ids.flatMap((id) => {
    const { family, ends, measurement } = EVIDENCE[id];
    const { minutes } = MEASUREMENTS[measurement];
    const of = (end: PlaceEnd | null): Evidence => ({
      id: nodeOf(id, end),
      family,
      minutes,
      measurement: measurementOf(id, end, made),
      hearsay: measurement === 'since' || measurement === 'place' || measurement === 'pace',
    });
    return ends ? PLACE_ENDS.map(of) : [of(null)];
  });
}

/** The network for the complaints told. @param observed the statements known, as nodes */
export function knowledgeOf(
  pages: readonly CausePage[],
  told: readonly Told[],
  observed: ReadonlySet<string>,
): Knowledge & { complaints: Complaint[] } {
  const causes = pages.flatMap((page) => nodesOf(page).map(({ node }): Cause => ({ id: node, prior: page.prior })));
  return {
    causes,
    evidence: evidenceOf(observed),
    bearings: pages.flatMap(bearingsOf),
    complaints: told.map((t) => complaintOf(pages, t)),
  };
}
