import { db, type Sql } from '@/db/client';
import { type Answer, conflict, done, Refusal } from './answer';
import { noteAct } from './asking';
import { deliveryStands, takeDelivery } from './delivery';

/** What triggers of the base refuse, by their SQLSTATE (migration 0022). */
const REFUSED_BY_BASE = { MV001: 'sealed', MV002: 'practice-only' } as const;

function refusedByBase(failure: unknown): 'sealed' | 'practice-only' | null {
  const state = failure instanceof Error && 'code' in failure ? failure.code : null;
  return REFUSED_BY_BASE[state as keyof typeof REFUSED_BY_BASE] ?? null;
}

/** Runs a use case in one transaction; a refusal, its own or the base's, leaves the data as it was. */
export async function inTransaction<T>(work: (sql: Sql) => Promise<T>): Promise<Answer<T>> {
  const base = await db();
  try {
    let stands = () => {};
    const value = await base.transaction(async (sql) => {
      await takeDelivery(sql);
      const made = await work(sql);
      stands = await noteAct(sql);
      return made;
    });
    deliveryStands();
    stands();
    return done(value);
  } catch (failure) {
    if (failure instanceof Refusal) return failure.answer;
    const code = refusedByBase(failure);
    if (code) return conflict(code);
    throw failure;
  }
}
