import type { z } from 'zod';
import { manyQuotes, noneNewAnswer, oneNewQuote } from '@/db/queries/quotes';
import { quoteOf } from '@/judgement/job/quote';
import type { quoteAnswerRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused } from '../answer';
import { moneyOfShop } from '../book/book';
import { currentEntries } from '../entries';
import { lockJob } from '../stock/stock';
import { inTransaction } from '../transaction';

/** Keeps the quote as it stands now: what is offered is never rewritten, a new one is offered instead. Refusals: not-found, quote-empty. */
export async function offerQuote(jobId: number): Promise<Answer<{ quoteId: number }>> {
  return inTransaction(async (sql) => {
    await lockJob(sql, jobId);
    const document = quoteOf(await currentEntries(sql, { jobId }), await moneyOfShop(sql));
    if (document.lines.length === 0) throw new Refusal(refused('quote-empty', ['job.quote']));
    return { quoteId: (await oneNewQuote(sql, jobId, document)).id };
  });
}

/** Writes down the customer's answer to the newest quote. Refusals: not-found, quote-answered. */
export async function answerQuote(
  jobId: number,
  { quoteId, accepted, words }: z.output<typeof quoteAnswerRequest>,
): Promise<Answer<{ quoteId: number }>> {
  return inTransaction(async (sql) => {
    await lockJob(sql, jobId);
    const quote = (await manyQuotes(sql, jobId)).find((q) => q.id === quoteId);
    if (!quote) throw new Refusal(missing('quote'));
    if (quote.accepted !== null) throw new Refusal(conflict('quote-answered'));
    await noneNewAnswer(sql, quoteId, accepted, words);
    return { quoteId };
  });
}
