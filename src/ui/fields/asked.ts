'use client';
import type { z } from 'zod';
import { problemOfZod } from '@/schema/problem';

export interface Asked<T> {
  value: T | null;
  /** What cannot be read, with the field it belongs to; null where something is only still empty. */
  problem: { field: string; words: string } | null;
}

/**
 * A calculation's request from what is typed in plain fields, by the schema of the compute contract itself. Empty fields are left out; a request that
 * only lacks something is no fault yet.
 */
export function asked<S extends z.ZodType>(schema: S, texts: Record<string, string>): Asked<z.output<S>> {
  const filled = Object.fromEntries(Object.entries(texts).filter(([, text]) => text.trim() !== ''));
  const checked = schema.safeParse(filled);
  if (checked.success) return { value: checked.data, problem: null };
  const { code, message, path } = problemOfZod(checked.error.issues, filled);
  const field = String(path[0] ?? '');
  const waiting = code === 'missing' || (code === 'one-of-two' && !(field in filled));
  return { value: null, problem: waiting ? null : { field, words: message } };
}
