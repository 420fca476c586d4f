import { setTimeout as wait } from 'node:timers/promises';
import { db, type Sql } from '@/db/client';
import { isNewDelivery, maybeOneDelivery, noneAnswered } from '@/db/queries/delivered';
import { type Answer, conflict } from './answer';
import { askingNow } from './asking';

/** What is sent again, because no answer came or a finger pressed twice, is done once: by the key the page sent it with, bound to who sent it. */

export class DeliveredBefore extends Error {
  constructor() {
    super('delivered before');
    this.name = 'DeliveredBefore';
  }
}

const KEY = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** A key as a page sends it; null where none is sent, or something else. */
export const deliveryKey = (header: string | null): string | null => (header !== null && KEY.test(header) ? header : null);

/** Takes the request's key with its first change, so that both stand or neither. Throws DeliveredBefore. */
export async function takeDelivery(sql: Sql): Promise<void> {
  const asking = askingNow();
  if (!asking?.delivery || asking.isDelivered) return;
  if (!(await isNewDelivery(sql, asking.delivery, asking.author, asking.path))) throw new DeliveredBefore();
}

/** From here on the request's further changes belong to the key it has taken. */
export function deliveryStands(): void {
  const asking = askingNow();
  if (asking) asking.isDelivered = true;
}

/** Longest the answer of the first sending is waited for, ms: it stands a moment after its change. */
const WAITS_MS = 3000;
const LOOKS_EVERY_MS = 50;

/** What the first sending was answered; a conflict where another sent it, or no answer was kept. */
export async function answeredBefore(key: string, author: string, path: string): Promise<Answer<unknown>> {
  const sql = await db();
  for (let waited = 0; ; waited += LOOKS_EVERY_MS) {
    const found = await maybeOneDelivery(sql, key);
    if (found && (found.author !== author || found.path !== path))
      return conflict('already-exists', ['key'], { what: 'Another entry by this key' });
    if (found && found.answer !== null) return { ok: true, value: found.answer };
    if (waited >= WAITS_MS) return conflict('already-recorded');
    await wait(LOOKS_EVERY_MS);
  }
}

/** More than any form is answered; a list is not kept to be said again. */
const MAX_ANSWER_CHARACTERS = 100_000;

/** Keeps what was answered, for whoever sends the same again. A secret that is shown once is kept nowhere. */
export async function keepAnswer(key: string, value: unknown): Promise<void> {
  const text = JSON.stringify(value ?? {});
  if (text.length > MAX_ANSWER_CHARACTERS || /"(secret|token)":/.test(text)) return;
  await noneAnswered(await db(), key, text);
}
