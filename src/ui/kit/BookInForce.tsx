'use client';
import { type ChangedUsual, putInForce } from '@/knowledge/inForce';

/** Puts in force on this page what the shop's book says is usual, before anything below it judges by it. */
export function BookInForce({ changed }: { changed: ChangedUsual | null }) {
  if (typeof window !== 'undefined') putInForce(changed ?? {});
  return null;
}
