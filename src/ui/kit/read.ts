'use client';
import useSWR from 'swr';

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
  const said = (await answer.json().catch(() => null)) as { error?: { message?: string } } | null;
  throw new Error(said?.error?.message ?? `The shop’s computer answered with an error (${answer.status}).`);
}

const asJson = async (url: string): Promise<unknown> =>
  (await fetched(url)).json().catch(() => {
    throw new Error('The answer was cut off on its way. Try again.');
  });

const asText = async (url: string): Promise<string> => (await fetched(url)).text();
const OPTIONS = { revalidateOnFocus: false, shouldRetryOnError: false, keepPreviousData: false };

function useReading<T>(url: string | null, read: (url: string) => Promise<T>): Reading<T> {
  const { data, error, mutate } = useSWR<T, Error>(url, read, OPTIONS);
  return { value: data, failed: error ? error.message : null, again: () => void mutate() };
}

/** Reads JSON of a route; null reads nothing. */
export const useRead = <T>(url: string | null): Reading<T> => useReading(url, asJson as (url: string) => Promise<T>);
export const useReadText = (url: string | null): Reading<string> => useReading(url, asText);
