import { randomUUID } from 'node:crypto';
import { db } from '@/db/client';
import { POST as takeInRoute } from '@/app/api/jobs/route';
import { onDisk } from './onDisk';

/** A form that is sent again is done once: by the key it was sent by, whose it was, and where. On a real base. */

onDisk('delivery');

const BODY = {
  customer: { name: 'Wenna Trask', phone: '' },
  machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Moor 250' } } },
  promisedOn: '2026-12-20',
};
async function send(key: string, { body = BODY as object, from = '10.0.0.1' } = {}) {
  const answer = await takeInRoute(
    new Request('http://shop/api/jobs', {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json', 'x-mavrin-delivery': key, 'x-mavrin-address': from },
    }),
  );
  return { status: answer.status, said: (await answer.json()) as { jobId?: number; error?: { code: string } } };
}
const jobs = async () => (await (await db()).one<{ n: number }>('SELECT count(*)::int AS n FROM job')).n;

test('ten equal take-ins at once make one job, and each is answered with it', async () => {
  const key = randomUUID();
  const answers = await Promise.all(Array.from({ length: 10 }, () => send(key)));
  expect(new Set(answers.map((a) => `${a.status} ${a.said.jobId}`)).size).toBe(1);
  expect([answers[0]!.status, await jobs()]).toEqual([200, 1]);
});

test('sent again later it is answered as it was; by another key it is another', async () => {
  const key = randomUUID();
  const first = await send(key);
  expect(await send(key)).toEqual(first);
  const before = await jobs();
  const again = { ...BODY, anyway: true };
  await send(randomUUID(), { body: again });
  expect(await jobs()).toBe(before + 1);
});

test('a key is its author’s: from elsewhere it is refused and changes nothing', async () => {
  const key = randomUUID();
  await send(key, { body: { ...BODY, anyway: true } });
  const before = await jobs();
  const other = await send(key, { body: { ...BODY, anyway: true }, from: '10.0.0.2' });
  expect([other.status, other.said.error?.code, await jobs()]).toEqual([409, 'already-exists', before]);
});

test('a refusal takes no key: put right, the same sending is done', async () => {
  const key = randomUUID();
  const refusedFirst = await send(key, { body: { ...BODY, customer: { id: 999_999 }, anyway: true } });
  expect(refusedFirst.status).toBe(404);
  const before = await jobs();
  expect((await send(key, { body: { ...BODY, anyway: true } })).status).toBe(200);
  expect(await jobs()).toBe(before + 1);
});

test('what was done and not answered, since the computer ended between, is said to be there', async () => {
  const key = randomUUID();
  await send(key, { body: { ...BODY, anyway: true } });
  await (await db()).none('UPDATE delivered SET answer = NULL WHERE key = $1', [key]);
  const again = await send(key, { body: { ...BODY, anyway: true } });
  expect([again.status, again.said.error?.code]).toEqual([409, 'already-recorded']);
});
