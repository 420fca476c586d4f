/** A finding in words: the first words carry it, the last ones name its origin. */
export interface Because {
  mark: 'warn' | 'note' | 'danger';
  lead: string;
  rest: string;
  origin: string;
}
