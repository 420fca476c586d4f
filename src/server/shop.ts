import { closeDb, db } from '@/db/client';

/** Opens the shop's base for this process and closes it in good order when asked to stop. */
export async function openShop(): Promise<void> {
  try {
    await db();
  } catch (failure) {
    console.error(failure instanceof Error ? failure.message : failure);
    process.exit(3);
  }
  const stop = () => {
    closeDb().then(
      () => process.exit(0),
      () => process.exit(1),
    );
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
}
