import { expose } from 'comlink';
import { CODE_GONE, working } from '@/workers/working';

const api = { twice: (x: number) => 2 * x };
const ports: MessagePort[] = [];

/** A worker over a channel; one whose code does not come says so as a browser does: an error without a message. */
function fake(comes: boolean): Worker {
  const { port1, port2 } = new MessageChannel();
  ports.push(port1, port2);
  if (comes) expose(api, port2 as unknown as Parameters<typeof expose>[1]);
  const worker = Object.assign(port1, { onerror: null, onmessageerror: null, terminate: () => port1.close() }) as unknown as Worker;
  if (!comes) setTimeout(() => worker.onerror?.({ message: '', preventDefault: () => undefined } as ErrorEvent), 5);
  return worker;
}
afterAll(() => ports.forEach((p) => p.close()));

test('code that does not come is asked for once more, unseen; the second time it is said, and the page is told', async () => {
  const answers = [false, true];
  const once = working<typeof api>(() => fake(answers.shift()!));
  await expect(Promise.all([once.ask((w) => w.twice(21)), once.ask((w) => w.twice(4))])).resolves.toEqual([42, 8]);
  expect(answers).toEqual([]);
  once.end();

  const told: string[] = [];
  Object.assign(globalThis, { dispatchEvent: (event: Event) => told.push(event.type) });
  const never = working<typeof api>(() => fake(false));
  await expect(never.ask((w) => w.twice(1))).rejects.toThrow('its code did not arrive');
  expect(told).toEqual([CODE_GONE]);
  never.end();
});
