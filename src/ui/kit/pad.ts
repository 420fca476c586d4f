import { useSyncExternalStore } from 'react';
import { keepNote, useKeptNote } from './kept';
import { focusNext } from './focusNext';

/** Fields that take a number are known to the pad by this attribute; its value is the other unit the field may be read in, '' where it has none. */
export const NUMBER_FIELD = 'data-number';

/** Whether this device's figures come from its own keys rather than from the pad: the person's wish, kept by the browser. */
const NOTE = 'mavrin.ownKeys';
export const preferOwnKeys = (own: boolean) => keepNote(NOTE, own ? 'yes' : '');
export const useOwnKeys = (): boolean => useKeptNote(NOTE) === 'yes';

const COARSE = '(pointer: coarse)';
const subscribe = (listener: () => void) => {
  const media = window.matchMedia(COARSE);
  media.addEventListener('change', listener);
  return () => media.removeEventListener('change', listener);
};

/** Whether the page is worked by finger. */
export const useTouch = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => window.matchMedia(COARSE).matches,
    () => false,
  );

/**
 * What an input for a number is given, so that the pad knows it and the device's own keyboard stays away while the pad is there.
 * @param otherUnit the unit offered on the pad, '' for none
 * @param keys the device's keys where the pad is not used
 */
export function useNumberInput(otherUnit: string, keys: 'decimal' | 'numeric' | 'text') {
  const isTouch = useTouch();
  const isOwn = useOwnKeys();
  return { inputMode: isTouch && !isOwn ? 'none' : keys, [NUMBER_FIELD]: otherUnit } as const;
}

/** Writes into the field as if it were typed there: at the caret, in place of what is marked. */
export function typeInto(input: HTMLInputElement, text: string): void {
  const [from, to] = [input.selectionStart ?? input.value.length, input.selectionEnd ?? input.value.length];
  input.setRangeText(text, from, to, 'end');
  input.dispatchEvent(new InputEvent('input', { bubbles: true }));
}

/** Takes away what is marked, else the character before the caret. */
export function eraseIn(input: HTMLInputElement): void {
  const [from, to] = [input.selectionStart ?? 0, input.selectionEnd ?? 0];
  if (from === to && from > 0) input.setSelectionRange(from - 1, to);
  typeInto(input, '');
}

/** In place of whatever stands in the field. */
export const setWhole = (input: HTMLInputElement, text: string) => {
  input.select();
  typeInto(input, text);
};

/** The field read in another unit than the page's, or in the page's again. */
export function turnUnit(input: HTMLInputElement, unit: string): void {
  const bare = input.value.replace(/\s*[a-z°"'″′µ][^\d]*$/i, '').trim();
  setWhole(input, input.value.trim().endsWith(unit) ? bare : `${bare} ${unit}`);
}

/** Below nought, or above it again. */
export function turnSign(input: HTMLInputElement): void {
  setWhole(input, /^\s*[-−]/.test(input.value) ? input.value.replace(/^\s*[-−]/, '') : `-${input.value}`);
}

/** Enter in the field; where the field itself does not go on, the next one of the page takes the focus. */
export function goOn(input: HTMLInputElement): void {
  if (!input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))) return;
  focusNext(input, 'main input:not([readonly])');
}
