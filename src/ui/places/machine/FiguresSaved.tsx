'use client';
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
