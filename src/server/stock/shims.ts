import type { JobFacts } from '@/judgement/model/facts';
import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { noneMakeFindable } from '@/db/queries/search';
import { manyShims, maybeOneFirstShimMove, oneNewShimMove } from '@/db/queries/shims';
import { ASSORTMENTS } from '@/knowledge/starterShims';
import type { assortmentRequest, shimMoveRequest } from '@/schema/shims';
import type { DrawerShim } from '@/schema/answers';
import { shimMovesOf } from '@/judgement/findings/built';
import { numberOf } from '@/judgement/model/read';
import { type Answer, Refusal, refused } from '../answer';
import { inTransaction } from '../transaction';

export const listShims = async (): Promise<DrawerShim[]> => manyShims(await db());

/** Sizes are told apart to a micrometre: 0.1 + 0.2 is the 0.30 of the drawer. */
const micron = (mm: number) => Math.round(mm * 1000) / 1000;

/** Puts a bought assortment into the drawer, so many of each size; all or nothing. */
export async function receiveAssortment({ innerMm, each }: z.output<typeof assortmentRequest>): Promise<Answer<{ sizes: number }>> {
  const { diametersMm, thicknessesMm } = ASSORTMENTS.find((a) => a.innerMm === innerMm)!;
  const sizes = diametersMm.flatMap((diameter) => thicknessesMm.map((thickness) => ({ diameter, thickness })));
  return inTransaction(async (sql) => {
    for (const size of sizes) await moved(sql, { ...size, inner: innerMm, count: each, kind: 'received', note: 'assortment', jobId: null });
    return { sizes: sizes.length };
  });
}

/** Moves shims in or out of the drawer, or counts them; never below none. */
export const moveShims = (request: Move): Promise<Answer<DrawerShim>> => inTransaction((sql) => moved(sql, request));

type Move = z.output<typeof shimMoveRequest>;

export async function moved(sql: Sql, request: Move): Promise<DrawerShim> {
  const size = { innerMm: micron(request.inner), diameterMm: micron(request.diameter), thicknessMm: micron(request.thickness) };
  const same = (s: DrawerShim) => s.innerMm === size.innerMm && s.diameterMm === size.diameterMm && s.thicknessMm === size.thicknessMm;
  const there = (await manyShims(sql)).find(same)?.count ?? 0;
  const { kind, count, note, jobId } = request;
  const by = kind === 'counted' ? count - there : kind === 'used' ? -count : count;
  if (there + by < 0) throw new Refusal(refused('too-few-in-drawer', ['count'], { there }));
  if (by !== 0) {
    const { id } = await oneNewShimMove(sql, { ...size, moved: by, kind, note, jobId });
    const { innerMm, diameterMm, thicknessMm } = size;
    if (there === 0)
      await noneMakeFindable(
        sql,
        'shim',
        (await maybeOneFirstShimMove(sql, size))?.id ?? id,
        `Shim ${diameterMm} × ${thicknessMm}, post ${innerMm}`,
        `shim ${diameterMm}x${thicknessMm} ${diameterMm} × ${thicknessMm}`,
      );
  }
  return { ...size, count: there + by };
}

/**
 * Writes a job's shims into the drawer's ledger: what went in as used, what came out as put back. More taken than was counted means the count was wrong, and that is
 * written down first. Nothing where the post of the damper is not known: without it the size is not.
 */
export async function settleShims(sql: Sql, jobId: number, facts: JobFacts): Promise<void> {
  for (const { damper, what, diameterMm, thicknessMm, count } of shimMovesOf(facts)) {
    const postMm = numberOf(facts.machine, `machine.damper.${damper}.post`);
    if (postMm === null) continue;
    const size = { innerMm: micron(postMm), diameterMm: micron(diameterMm), thicknessMm: micron(thicknessMm) };
    const there =
      (await manyShims(sql)).find(
        (s) => s.innerMm === size.innerMm && s.diameterMm === size.diameterMm && s.thicknessMm === size.thicknessMm,
      )?.count ?? 0;
    if (what === 'used' && count > there)
      await oneNewShimMove(sql, { ...size, moved: count - there, kind: 'counted', note: 'more were taken than were counted', jobId });
    await oneNewShimMove(sql, { ...size, moved: what === 'used' ? -count : count, kind: what, note: 'by the signed rebuild', jobId });
  }
}
