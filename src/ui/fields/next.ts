/** Moves to the next field of the page in its order; on the last one it stays, and leaves it so that it is recorded. */
export function focusNextEntry(from: HTMLElement): void {
  const all = [...document.querySelectorAll<HTMLElement>('main [data-entry]:not([readonly])')].filter((e) => e.offsetParent !== null);
  const here = all.findIndex((e) => from.contains(e) || e === from);
  const next = all[here + 1];
  if (next) next.focus();
  else (document.activeElement as HTMLElement | null)?.blur();
}

/** Goes to the field by its name, where the page has it. */
export function focusEntry(field: string): void {
  const at = [...document.querySelectorAll<HTMLElement>('main [data-entry], main [data-field]')].find(
    (e) => e.dataset.entry === field || e.dataset.field === field,
  );
  at?.focus();
}
