/** One line of the table: what is promised, what was found, and whether it holds. */
export interface Finding {
  promised: string;
  figure: string;
  holds: boolean;
}
