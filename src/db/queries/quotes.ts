import type { QuoteDocument } from '@/schema/facts/quote';
import type { Sql } from '../client';

export interface OfferedQuote {
  id: number;
  document: QuoteDocument;
  offeredAt: string;
  accepted: boolean | null;
  words: string;
  answeredAt: string | null;
}

/** Quotes of a job, newest first, each with its answer. */
export const manyQuotes = (sql: Sql, jobId: number) =>
  sql.many<OfferedQuote>(
    `SELECT q.id, q.document, q.offered_at AS "offeredAt", a.accepted, coalesce(a.words, '') AS words, a.answered_at AS "answeredAt"
     FROM quote q LEFT JOIN quote_answer a ON a.quote_id = q.id WHERE q.job_id = $1 ORDER BY q.id DESC`,
    [jobId],
  );

export const oneNewQuote = (sql: Sql, jobId: number, document: QuoteDocument) =>
  sql.one<{ id: number }>('INSERT INTO quote (job_id, document) VALUES ($1, $2::jsonb) RETURNING id', [jobId, JSON.stringify(document)]);

export const noneNewAnswer = (sql: Sql, quoteId: number, accepted: boolean, words: string) =>
  sql.none('INSERT INTO quote_answer (quote_id, accepted, words) VALUES ($1, $2, $3)', [quoteId, accepted, words]);
