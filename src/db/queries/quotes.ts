import { readQuote, withDocument } from '@/schema/stored';
import type { Sql } from '../sql';
import type { OfferedQuote, QuoteDocument } from '@/schema/quote';

/** Quotes of a job, newest first, each with its answer. */
export const manyQuotes = async (sql: Sql, jobId: number): Promise<OfferedQuote[]> => {
  const rows = await sql.many<Omit<OfferedQuote, 'document'> & { document: unknown }>(
    `SELECT q.id, q.document, q.offered_at AS "offeredAt", a.accepted, coalesce(a.words, '') AS words, a.answered_at AS "answeredAt"
     FROM quote q LEFT JOIN quote_answer a ON a.quote_id = q.id WHERE q.job_id = $1 ORDER BY q.id DESC`,
    [jobId],
  );
  return rows.map((row) => withDocument(readQuote, row));
};

export const oneNewQuote = (sql: Sql, jobId: number, document: QuoteDocument) =>
  sql.one<{ id: number }>('INSERT INTO quote (job_id, document) VALUES ($1, $2::jsonb) RETURNING id', [jobId, JSON.stringify(document)]);

export const noneNewAnswer = (sql: Sql, quoteId: number, accepted: boolean, words: string) =>
  sql.none('INSERT INTO quote_answer (quote_id, accepted, words) VALUES ($1, $2, $3)', [quoteId, accepted, words]);
