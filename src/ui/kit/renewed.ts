/** What is done where the program was renewed beneath an open page: parts it would still fetch are gone, and the page is loaded anew, once, with what was typed in it. */

const RENEWED_AT = 'mavrin-renewed-at';
/** A page that fails again this soon is not mended by loading it anew. From memory. */
const ONCE_IN_MS = 60_000;

/** Words of browsers and of the bundler for a part of the page that did not arrive. */
const GONE =
  /ChunkLoadError|Failed to load chunk|Loading (CSS )?chunk|dynamically imported module|Importing a module script failed|code did not arrive/i;

export const isPartGone = (failure: unknown): boolean =>
  failure instanceof Error ? GONE.test(`${failure.name} ${failure.message}`) : typeof failure === 'string' && GONE.test(failure);

const keepers = new Set<() => void>();

/** What is to be kept over a loading anew: called just before it. @returns the end of it */
export function beforeRenewal(keep: () => void): () => void {
  keepers.add(keep);
  return () => keepers.delete(keep);
}

/**
 * Loads the page anew where a part of it is gone, unless that was just done or the shop's computer is away (then nothing newer is to be had).
 * @returns whether the failure was such a one and the page is on its way out
 */
export async function renew(failure: unknown): Promise<boolean> {
  if (!isPartGone(failure)) return false;
  try {
    if (Date.now() - Number(sessionStorage.getItem(RENEWED_AT) ?? 0) < ONCE_IN_MS) return false;
    const there = await fetch('/api/health', { cache: 'no-store' }).then(
      (answer) => answer.ok,
      () => false,
    );
    if (!there) return false;
    sessionStorage.setItem(RENEWED_AT, String(Date.now()));
  } catch {
    // Without a place to note that it was done, it might be done for ever.
    return false;
  }
  keepers.forEach((keep) => keep());
  location.reload();
  return true;
}

/** A part of a page fetched when it is wanted. Where it went with a renewed program the page stays as it is until it is loaded anew: torn down first, it would keep nothing. */
export const part = <T>(load: () => Promise<T>): Promise<T> =>
  load().catch(async (failure: unknown) => {
    if (await renew(failure)) return new Promise<never>(() => undefined);
    throw failure;
  });

const TYPED = 'mavrin-typed ';

/** Texts of a form over a loading anew: kept in this tab alone, and taken out as they are read. Secrets are typed again. */
export function keepTyped(name: string, typed: object): void {
  const kept = Object.fromEntries(Object.entries(typed).filter(([key]) => !/passcode/i.test(key)));
  try {
    sessionStorage.setItem(`${TYPED}${location.pathname} ${name}`, JSON.stringify(kept));
  } catch {
    // No room, or none allowed: the form begins empty.
  }
}

export function takeTyped(name: string): Record<string, unknown> | null {
  const key = `${TYPED}${location.pathname} ${name}`;
  try {
    const kept = sessionStorage.getItem(key);
    if (kept === null) return null;
    sessionStorage.removeItem(key);
    const read: unknown = JSON.parse(kept);
    return typeof read === 'object' && read !== null && !Array.isArray(read) ? (read as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}
