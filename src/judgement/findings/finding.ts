import type { Said } from '@/core/units/say';

/** A finding, its figures apart from its words: the first words carry it, the last ones name its origin. */
export interface Because {
  mark: 'warn' | 'note' | 'danger';
  lead: Said;
  rest: Said;
  origin: Said;
  /** Asks for a reading to be looked at again: said once the field is left. */
  asks?: true;
}
