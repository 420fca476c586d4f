'use client';
import { useState } from 'react';

/** Copies a text for other programs; says what came of it, for a browser may not let pages copy. */
export function useCopy(): { said: string; copy(text: string): Promise<void> } {
  const [said, setSaid] = useState('');
  const copy = async (text: string) => {
    try {
      await navigator.clipboard.writeText(text);
      setSaid('Copied.');
    } catch {
      setSaid('▲ This browser does not let pages copy. Mark the words and copy them by hand.');
    }
  };
  return { said, copy };
}
