'use client';
import type { FieldKey } from '@/catalogue/fields';
import { useEffect, useRef } from 'react';
import { useFieldStore } from './context';

/**
 * What somebody typed before the page's code had arrived stands in the field and nowhere else: it is taken up when the code does. Nothing is taken where the store has a text of its own by then,
 * such as one kept by this device.
 * @param shown the text the field was drawn with
 */
export function useTypedBefore(field: FieldKey, shown: string): void {
  const store = useFieldStore();
  const first = useRef(shown);
  useEffect(() => {
    const drawn = first.current;
    const input = document.querySelector<HTMLInputElement | HTMLTextAreaElement>(`[data-entry="${field}"]`);
    if (input && !input.readOnly && input.value !== drawn && store.stateOf(field).text === drawn) store.type(field, input.value);
  }, [field, store]);
}
