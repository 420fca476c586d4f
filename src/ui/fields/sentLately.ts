import { knownField } from '@/catalogue/fields';
import type { Entry } from '@/catalogue/entry';
import { readKept, type Shelf } from './kept';

/** Longer than a page takes to be made and to come. */
const SENT_LATELY_MS = 10_000;

const keptSent = (value: unknown): Entry[] =>
  Array.isArray(value)
    ? value.filter((e: Partial<Entry> | null) => typeof e?.field === 'string' && typeof e.text === 'string').map((e) => e as Entry)
    : [];

/** What the shop's computer acknowledged in the last moments: a page made just before it does not show it yet. */
export class SentLately {
  constructor(private readonly shelf: Shelf) {}

  all(): Entry[] {
    const since = Date.now() - SENT_LATELY_MS;
    return readKept(this.shelf.get('sent'), keptSent).found.filter(
      (e) => Date.parse(e.at ?? '') > since && knownField(e.field) !== undefined,
    );
  }

  keep(entry: Entry): void {
    const others = this.all().filter((e) => e.field !== entry.field);
    this.shelf.put('sent', JSON.stringify([...others, entry]));
  }
}
