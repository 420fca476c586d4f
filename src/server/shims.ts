import type { z } from 'zod';
import { db } from '@/db/client';
import { manyShims, oneNewShimMove } from '@/db/queries/shims';
import type { DrawerShim, shimMoveRequest } from '@/schema/shims';
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
    if (moved !== 0) await oneNewShimMove(sql, { ...size, moved, kind, note, jobId });
    return { ...size, count: there + moved };
  });
}
