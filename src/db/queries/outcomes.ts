import type { Sql } from '../sql';

export interface Outcome {
  id: number;
  cause: string;
  complaint: string;
  helped: boolean;
  /** Statements as they stood: `sag-low@same` → 0 to 1. */
  statements: Record<string, number>;
}

export const noneNewOutcome = (sql: Sql, trialId: number, o: Omit<Outcome, 'id'>) =>
  sql.none('INSERT INTO outcome (trial_id, cause, complaint, helped, statements) VALUES ($1, $2, $3, $4, $5::jsonb)', [
    trialId,
    o.cause,
    o.complaint,
    o.helped,
    JSON.stringify(o.statements),
  ]);

/** Outcomes that count: those of each cause after its newest reset. `cause` null is all. */
export const manyOutcomes = (sql: Sql, cause: string | null = null) =>
  sql.many<Outcome>(
    `SELECT o.id, o.cause, o.complaint, o.helped, o.statements FROM outcome o
     LEFT JOIN LATERAL (SELECT after_outcome FROM learning_reset r WHERE r.cause = o.cause ORDER BY r.id DESC LIMIT 1) r ON true
     WHERE o.id > coalesce(r.after_outcome, 0) AND ($1::text IS NULL OR o.cause = $1) ORDER BY o.id`,
    [cause],
  );

export interface Reset {
  cause: string;
  reason: string;
  at: string;
}
export const manyResets = (sql: Sql) =>
  sql.many<Reset>('SELECT DISTINCT ON (cause) cause, reason, reset_at AS at FROM learning_reset ORDER BY cause, id DESC');

export const noneReset = (sql: Sql, cause: string, reason: string) =>
  sql.none('INSERT INTO learning_reset (cause, after_outcome, reason) VALUES ($1, (SELECT coalesce(max(id), 0) FROM outcome), $2)', [
    cause,
    reason,
  ]);
