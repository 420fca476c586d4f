import { held } from '@/catalogue/held';

/** Opens the base before the first request, so that a taken directory or a newer base is refused at once and in words. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build') return;
  const { openShop } = await import('./server/shop');
  await openShop();
}

/** What a route or a page broke on, for the log: the name of the failure and its place in the code, nothing that was typed. */
export function onRequestError(
  failure: unknown,
  request: { path: string; method: string; headers: Record<string, string | string[] | undefined> },
  { routePath }: { routePath: string },
): void {
  const { name, message, stack } = failure instanceof Error ? failure : { name: 'unknown', message: '', stack: '' };
  const place = (stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 6)
    .map((line) => line.trim());
  held<{ error(line: object): void } | null>('log', () => null).value?.error({
    id: request.headers['x-request-id'],
    method: request.method,
    route: routePath,
    failure: name,
    // Only our own words are sure to hold nothing typed.
    ...(name === 'QueryFailed' || name === 'BaseDamaged' ? { words: message } : {}),
    place,
  });
}
