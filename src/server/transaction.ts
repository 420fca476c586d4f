import { db, type Sql } from '@/db/client';
import { type Answer, conflict, done, Refusal } from './answer';
import { noteAct } from './asking';

/** Runs a use case in one transaction; a refusal, its own or the base's, leaves the data as it was. */
export async function inTransaction<T>(work: (sql: Sql) => Promise<T>): Promise<Answer<T>> {
  const base = await db();
  try {
    let stands = () => {};
    const value = await base.transaction(async (sql) => {
      const made = await work(sql);
      stands = await noteAct(sql);
      return made;
    });
    stands();
    return done(value);
  } catch (failure) {
    if (failure instanceof Refusal) return failure.answer;
    if (failure instanceof Error && failure.message.includes('MAVRIN_SEALED')) return conflict('sealed');
    if (failure instanceof Error && failure.message.includes('MAVRIN_PRACTICE')) return conflict('practice-only');
    throw failure;
  }
}
