import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { noneMakeFindable } from '@/db/queries/search';
import { manyShims, maybeOneFirstShimMove, oneNewShimMove } from '@/db/queries/shims';
import type { DrawerShim, shimMoveRequest } from '@/schema/shims';
import type { Entries } from '@/catalogue/entry';
import { shimMovesOf } from '@/judgement/findings/built';
import { numberOf } from '@/judgement/model/read';
import { type Answer, Refusal, refused } from './answer';
import { inTransaction } from './transaction';

export const listShims = async (): Promise<DrawerShim[]> => manyShims(await db());

/** Sizes are told apart to a micrometre: 0.1 + 0.2 is the 0.30 of the drawer. */
const micron = (mm: number) => Math.round(mm * 1000) / 1000;

/** Moves shims in or out of the drawer, or counts them; never below none. */
export async function moveShims(request: z.output<typeof shimMoveRequest>): Promise<Answer<DrawerShim>> {
  const size = { innerMm: micron(request.inner), diameterMm: micron(request.diameter), thicknessMm: micron(request.thickness) };
  return inTransaction(async (sql) => {
    const same = (s: DrawerShim) => s.innerMm === size.innerMm && s.diameterMm === size.diameterMm && s.thicknessMm === size.thicknessMm;
    const there = (await manyShims(sql)).find(same)?.count ?? 0;
    const { kind, count, note, jobId } = request;
    const moved = kind === 'counted' ? count - there : kind === 'used' ? -count : count;
    if (there + moved < 0) throw new Refusal(refused('too-few-in-drawer', ['count'], { there }));
    if (moved !== 0) {
      const { id } = await oneNewShimMove(sql, { ...size, moved, kind, note, jobId });
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
    return { ...size, count: there + moved };
  });
}

/**
 * Writes a job's shims into the drawer's ledger: what went in as used, what came out as put back. More taken than was counted means the count was wrong, and that is
 * written down first. Nothing where the post of the damper is not known: without it the size is not.
 */
export async function settleShims(sql: Sql, jobId: number, entries: Entries, machine: Entries): Promise<void> {
  for (const { damper, what, diameterMm, thicknessMm, count } of shimMovesOf(entries, machine)) {
    const postMm = numberOf(machine, `machine.damper.${damper}.post`);
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
