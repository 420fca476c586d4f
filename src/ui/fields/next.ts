import { knownField, STAGE_NAMES } from '@/catalogue/fields';
import { focusNext } from '../kit/focusNext';
import type { FieldStore } from './store';

/** Moves to the next field of the page in its order. */
export const focusNextEntry = (from: HTMLElement): void => focusNext(from, 'main [data-entry]:not([readonly])');

/** Goes to the field by its name, where the page has it, and gives it; opens the sheet it stands on and what it is folded into. Null where the page has no such field. */
export function focusEntry(field: string): HTMLElement | null {
  const at = [...document.querySelectorAll<HTMLElement>('main [data-entry], main [data-field]')].find(
    (e) => e.dataset.entry === field || e.dataset.field === field,
  );
  for (let fold = at?.closest('details'); fold; fold = fold.parentElement?.closest('details')) fold.open = true;
  const sheet = at?.closest<HTMLElement>('[data-sheet][hidden]');
  if (sheet) document.querySelector<HTMLElement>(`[data-opens="${sheet.dataset.sheet}"]`)?.click();
  at?.focus();
  // A sheet just opened is drawn a moment later: what is hidden takes no focus.
  if (sheet) setTimeout(() => at?.focus());
  return at ?? null;
}

/** Says which field could not be recorded, why, and where it stands; opens it where it is on the page. Null where every field is recorded. */
export function showUnsettled(stores: readonly FieldStore[]): string | null {
  const found = stores.map((store) => store.unsettled()).find((u) => u !== null);
  if (!found) return null;
  const known = knownField(found.field);
  const here = focusEntry(found.field);
  const where =
    here || !known
      ? ''
      : known.stage === 'machine'
        ? ' It stands among the machine’s figures.'
        : known.stage === 'job'
          ? ''
          : ` It stands under ${STAGE_NAMES[known.stage]}.`;
  // A step names its figures itself: what the page calls the field is what the technician looks for.
  const called = here instanceof HTMLInputElement || here instanceof HTMLTextAreaElement ? here.labels?.[0]?.textContent : null;
  return `“${called || (known?.def.label ?? found.field)}” (${found.text}) is not recorded: ${found.why}${where}`;
}
