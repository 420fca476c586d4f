/** Ways to write one path so that two readers read it differently: steps up, doubled or hidden slashes, hidden dots. */
const TWO_READINGS = /(^|\/)\.{1,2}(\/|$)|\/\/|\\|%2e|%2f|%5c/i;

/**
 * The path of a request as everybody reads it: unescaped, without its query; null where it could be read in two ways, or not at all. Whoever decides by a path
 * (the gate, the riders' door) asks this, so that what is decided on is what is served.
 * @param url as the request has it: a path with its query
 */
export function plainPath(url: string | undefined): string | null {
  const raw = (url ?? '').split(/[?#]/)[0]!;
  if (!raw.startsWith('/') || TWO_READINGS.test(raw)) return null;
  try {
    const path = decodeURIComponent(raw);
    return path.includes('\0') || path.includes('\\') || TWO_READINGS.test(path) ? null : path;
  } catch {
    return null;
  }
}
