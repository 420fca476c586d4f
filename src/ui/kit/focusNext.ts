/** Moves to the next field of the page among those of a selector, in the page's order; on the last one it stays, and leaves it so that it is recorded. */
export function focusNext(from: HTMLElement, selector: string): void {
  const all = [...document.querySelectorAll<HTMLElement>(selector)].filter((e) => e.offsetParent !== null);
  const here = all.findIndex((e) => from.contains(e) || e === from);
  const next = all[here + 1];
  if (next) next.focus();
  else (document.activeElement as HTMLElement | null)?.blur();
}
