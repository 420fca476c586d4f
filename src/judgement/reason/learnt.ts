import { type Counts, learntShare, learntRatios } from '@/core/diagnose/learn';
import type { Read } from '@/judgement/reason/evidence/rule';
import { nodeOf } from '@/knowledge/causes/knowledge';
import type { CausePage } from '@/knowledge/causes/page';
import { EVIDENCE, PLACE_ENDS, type PlaceEnd, type Statement } from '@/knowledge/causes/statements';

/** What the shop's own outcomes say of a cause: counted openly, each count beside the figure it moves. */
export interface CountedOutcome {
  cause: string;
  complaint: string;
  helped: boolean;
  statements: Record<string, number>;
}

export interface CauseCounts {
  tried: number;
  helped: number;
  byComplaint: Record<string, { tried: number; helped: number }>;
  byStatement: Record<string, Counts>;
}

type Bearing = CausePage['evidence'][number];
export const bearingKey = ({ id, at }: Pick<Bearing, 'id' | 'at'>): string => `${id}@${at}`;

/** Statements that bear on a cause at its end, as they stand: what an outcome remembers. Unknown ones are left out. */
export function statementsFor(page: CausePage, end: PlaceEnd | null, reads: readonly Read[]): Record<string, number> {
  const known = new Map(reads.map((r) => [nodeOf(r.statement, r.end), r.credence]));
  return Object.fromEntries(
    page.evidence.flatMap((b) => {
      const ends = !EVIDENCE[b.id as Statement].ends ? [null] : b.at === 'either' ? PLACE_ENDS : b.at === 'same' ? [end] : [b.at];
      const read = ends.flatMap((e) => known.get(nodeOf(b.id, e)) ?? []);
      return read.length === 0 ? [] : [[bearingKey(b), Math.max(...read)] as const];
    }),
  );
}

export function countsOf(page: Pick<CausePage, 'id' | 'evidence'>, outcomes: readonly CountedOutcome[]): CauseCounts {
  const own = outcomes.filter((o) => o.cause === page.id);
  const byComplaint: CauseCounts['byComplaint'] = {};
  for (const { complaint, helped } of own) {
    const so = (byComplaint[complaint] ??= { tried: 0, helped: 0 });
    so.tried += 1;
    so.helped += Number(helped);
  }
  const byStatement: CauseCounts['byStatement'] = {};
  for (const b of page.evidence) {
    const key = bearingKey(b);
    const counts: Counts = { confirmed: 0, heldThen: 0, refuted: 0, heldElse: 0 };
    for (const { helped, statements } of own) {
      const held = statements[key];
      if (held === undefined) continue;
      if (helped) {
        counts.confirmed += 1;
        counts.heldThen += held;
      } else {
        counts.refuted += 1;
        counts.heldElse += held;
      }
    }
    byStatement[key] = counts;
  }
  return { tried: own.length, helped: own.filter((o) => o.helped).length, byComplaint, byStatement };
}

/** The page with its strengths and ratios as the shop's outcomes leave them; as it was where there are none. */
export function learntPage(page: CausePage, outcomes: readonly CountedOutcome[]): CausePage {
  const counts = countsOf(page, outcomes);
  if (counts.tried === 0) return page;
  return {
    ...page,
    complaints: page.complaints.map((link) => {
      const { tried, helped } = counts.byComplaint[link.id] ?? { tried: 0, helped: 0 };
      return { ...link, strength: learntShare(link.strength, tried, helped) };
    }),
    evidence: page.evidence.map((b) => ({ ...b, ...learntRatios(b, counts.byStatement[bearingKey(b)]!) })),
  };
}
