import type { ReactElement, ReactNode } from 'react';

/** A paper as plain data: what a thread can be handed. The library's own elements are names, everything else is a function of its properties. */
export type Flat = string | { type: string; props: Record<string, unknown>; children: Flat[] };

/** Where the number of the page stands: the one text that is known only as the pages are laid. */
export const PAGE_NUMBER = 'page-number';

/** Lays a tree of elements out flat: functions are called until only the library's own elements are left. */
export function flattened(node: ReactNode): Flat[] {
  if (node === null || node === undefined || typeof node === 'boolean') return [];
  if (typeof node === 'string' || typeof node === 'number') return [String(node)];
  if (Symbol.iterator in Object(node)) return [...(node as Iterable<ReactNode>)].flatMap(flattened);
  const { type, props } = node as ReactElement<Record<string, unknown> & { children?: ReactNode }>;
  const { children, ...own } = props;
  if (typeof type === 'function') return flattened((type as (props: object) => ReactNode)(props));
  if (typeof type === 'string') return [{ type, props: own, children: flattened(children) }];
  // A fragment.
  return flattened(children);
}
