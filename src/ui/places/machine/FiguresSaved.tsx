'use client';
import { useRouter } from 'next/navigation';
import { startTransition, useEffect } from 'react';
import { useSaving } from '../../fields/context';

/** Whether every figure typed has reached the shop's computer. */
export function FiguresSaved() {
  const { saving } = useSaving();
  return (
    <span role="status">
      {saving === 'waiting'
        ? '▲ Waiting for the shop’s computer: kept here, sent later'
        : saving === 'saving'
          ? 'Saving'
          : 'All figures kept as typed'}
    </span>
  );
}

/** What was recorded stands in the page's list of it at once, also what was on its way while the page was loaded anew. */
export function useListAnew(): void {
  const router = useRouter();
  const { savedAt } = useSaving();
  useEffect(() => {
    if (savedAt) startTransition(() => router.refresh());
  }, [savedAt, router]);
}
