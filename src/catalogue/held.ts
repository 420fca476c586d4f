/**
 * What a process holds once. Pages, routes and the gate are bundles of their own, each with copies of the modules it uses: what must be one thing for all
 * of them lies on globalThis, under one symbol, by its name.
 */
const HELD = Symbol.for('mavrin.held');
const all = ((globalThis as { [HELD]?: Map<string, { value: unknown }> })[HELD] ??= new Map<string, { value: unknown }>());

/** The thing held by this name. @param begun what it is until somebody changes it */
export function held<T>(name: string, begun: () => T): { value: T } {
  const found = all.get(name) ?? { value: begun() };
  all.set(name, found);
  return found as { value: T };
}
