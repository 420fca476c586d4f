'use client';
import { type FocusEvent, useState } from 'react';

/**
 * Fields still missing, as a list to fill in. One that is being typed into stays until it is left, however soon its text can be read: the rest of the figure belongs to it too. Spread
 * `watch` on the element round the fields.
 */
export function useGaps(missing: readonly string[]): {
  shown: readonly string[];
  watch: { onFocus(event: FocusEvent): void; onBlur(): void };
} {
  const [active, setActive] = useState<string | null>(null);
  const [order, setOrder] = useState<readonly string[]>(missing);
  const shown = [
    ...order.filter((field) => field === active || missing.includes(field)),
    ...missing.filter((field) => !order.includes(field)),
  ];
  if (shown.join() !== order.join()) setOrder(shown);
  return {
    shown,
    watch: {
      onFocus: ({ target }) => setActive((target as HTMLElement).dataset.entry ?? null),
      onBlur: () => setActive(null),
    },
  };
}
