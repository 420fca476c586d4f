import { Refusing } from './aside';

/**
 * Work one after the other, or a few at once; the rest wait in their order.
 * @param atOnce how many work @param waiting how many may wait: the next throws Refusing
 */
export function inLine(atOnce: number, waiting: number): <T>(work: () => Promise<T>) => Promise<T> {
  let busy = 0;
  const next: (() => void)[] = [];
  return async (work) => {
    if (busy >= atOnce) {
      if (next.length >= waiting) throw new Refusing('busy');
      await new Promise<void>((go) => next.push(go));
    } else busy += 1;
    try {
      return await work();
    } finally {
      const go = next.shift();
      if (go) go();
      else busy -= 1;
    }
  };
}
