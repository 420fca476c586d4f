'use client';
import { putZoneInForce } from '@/catalogue/days';
import { type ChangedUsual, putInForce } from '@/knowledge/inForce';

/** Puts in force on this page what the shop's book says is usual, and the shop's time zone, before anything below it judges by it. */
export function BookInForce({ changed, zone }: { changed: ChangedUsual | null; zone: string }) {
  if (typeof window !== 'undefined') {
    putInForce(changed ?? {});
    putZoneInForce(zone);
  }
  return null;
}
