'use client';
import { useEffect, useRef } from 'react';

export type KeyMap = Record<string, () => void>;

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  !(target instanceof HTMLInputElement && /^(radio|checkbox)$/.test(target.type)) &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.getAttribute('role') === 'spinbutton');

/**
 * Single keys of the page. Letters work while no field is being typed in (Escape leaves a field); `Alt+…` always.
 * Names: 'b', '/', '[', 'Alt+3', 'Ctrl+z'.
 */
export function useKeys(map: KeyMap): void {
  const current = useRef(map);
  useEffect(() => {
    current.current = map;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const letter = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const name = `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${event.altKey && /^Digit\d$/.test(event.code) ? event.code.slice(5) : letter}`;
      if (event.defaultPrevented || (!event.altKey && isTyping(event.target))) return;
      const action = current.current[name];
      if (!action) return;
      event.preventDefault();
      action();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
