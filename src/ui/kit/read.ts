'use client';
import useSWR from 'swr';
import type { ZodType } from 'zod';
import { refusalAnswer } from '@/schema/answers';

/** What a read of the shop's own routes came to; it never ends in silence. */
export interface Reading<T> {
  value: T | undefined;
  /** Words for a refusal or a lost server. */
  failed: string | null;
  again(): void;
}

const LOST = 'The shop’s computer does not answer. Try again in a moment.';

/** One answer of a route; a refusal speaks in its own words. */
export async function fetched(url: string): Promise<Response> {
  const answer = await fetch(url).catch(() => {
    throw new Error(LOST);
  });
  if (answer.ok) return answer;
  const { error } = refusalAnswer.safeParse(await answer.json().catch(() => null)).data ?? {};
  throw new Error(error?.message ?? `The shop’s computer answered with an error (${answer.status}).`);
}

async function asJson<T>(url: string, shape: ZodType<T>): Promise<T> {
  const said: unknown = await (await fetched(url)).json().catch(() => {
    throw new Error('The answer was cut off on its way. Try again.');
  });
  const value = shape.safeParse(said);
  if (!value.success) throw new Error('The answer is not what this page expects. Load the page anew.');
  return value.data;
}

const asText = async (url: string): Promise<string> => (await fetched(url)).text();
const OPTIONS = { revalidateOnFocus: false, shouldRetryOnError: false, keepPreviousData: false };

function useReading<T>(url: string | null, read: (url: string) => Promise<T>): Reading<T> {
  const { data, error, mutate } = useSWR<T, Error>(url, read, OPTIONS);
  return { value: data, failed: error ? error.message : null, again: () => void mutate() };
}

/** Reads JSON of a route in the shape its answer has (`schema/answers.ts`); null reads nothing. */
export const useRead = <T>(url: string | null, shape: ZodType<T>): Reading<T> => useReading(url, (from) => asJson(from, shape));
export const useReadText = (url: string | null): Reading<string> => useReading(url, asText);
