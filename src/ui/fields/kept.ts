/** What a tablet keeps of a page until the shop's computer has it, and how it is read back: storage may be torn, full or forbidden, and none of that may stand in the way. */

/** A text that was kept and cannot be put back into its field. */
export interface Leftover {
  /** '' where even the field is lost. */
  field: string;
  text: string;
  unit?: string;
  /** By which it was sent, or will be. */
  key?: string;
}

const KEYS = { waiting: '', typing: '.typing', sent: '.sent', aside: '.aside' } as const;
type Kept = keyof typeof KEYS;

/** One page's corner of the browser's storage. */
export class Shelf {
  constructor(private readonly storageKey: string | null) {}

  get(what: Kept): string | null {
    if (this.storageKey === null) return null;
    try {
      return localStorage.getItem(this.storageKey + KEYS[what]);
    } catch {
      return null;
    }
  }

  /** Keeps a text, or with null nothing. What no longer fits is still on the page and goes to the server as ever. */
  put(what: Kept, text: string | null): void {
    if (this.storageKey === null) return;
    try {
      if (text === null) localStorage.removeItem(this.storageKey + KEYS[what]);
      else localStorage.setItem(this.storageKey + KEYS[what], text);
    } catch {
      // Storage is full or forbidden.
    }
  }
}

const isKept = (x: unknown): x is Leftover => {
  const kept = x as Partial<Leftover> | null;
  const isTextOrNone = (x: unknown) => x === undefined || typeof x === 'string';
  return typeof kept?.field === 'string' && typeof kept.text === 'string' && isTextOrNone(kept.unit) && isTextOrNone(kept.key);
};

/** Texts waiting, in order; one that is no text of a field is told by null. */
export const keptList = (value: unknown): Leftover[] | null => (Array.isArray(value) && value.every(isKept) ? value : null);

/** Half-typed texts by field. */
export const keptTexts = (value: unknown): Leftover[] | null => {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return null;
  const found = Object.entries(value).map(([field, text]) => ({ field, text: text as string }));
  return found.every(isKept) ? found : null;
};

/** Kept text read back: what was found, and, where it is torn, all of it as one leftover. */
export function readKept<T>(text: string | null, read: (value: unknown) => T[] | null): { found: T[]; torn: Leftover[] } {
  if (text === null || text === '') return { found: [], torn: [] };
  try {
    const found = read(JSON.parse(text));
    if (found) return { found, torn: [] };
  } catch {
    // Torn in the middle.
  }
  return { found: [], torn: [{ field: '', text }] };
}
