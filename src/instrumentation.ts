/** Opens the base before the first request, so that a taken directory or a newer base is refused at once and in words. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build') return;
  const { openShop } = await import('./server/shop');
  await openShop();
}
