import { z } from 'zod';
import { handle, handleBytes, MAX_BYTES } from '@/app/api/handle';
import { compute } from '@/server/compute/operations';
import { isOurs } from '@/server/door/hosts';

/** What a request may be before anything is done with it: where from, how long, of which characters, how much work. */

const anything = z.record(z.string(), z.unknown());
const ask = (body: string | Uint8Array<ArrayBuffer>, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1:3000/api/x', { method: 'POST', body, headers: { host: '127.0.0.1:3000', ...headers } });
async function answerTo(request: Request) {
  let ran = false;
  const answer = await handle(request, anything, async (value) => {
    ran = true;
    return { ok: true, value };
  });
  const said = (await answer.json()) as { error?: { code: string; path: unknown[] } };
  return { status: answer.status, code: said.error?.code, path: said.error?.path, ran };
}

test('a body beyond its size is refused in words, whether it says its length or not', async () => {
  const long = new Uint8Array(MAX_BYTES.json + 1).fill(91);
  expect(await answerTo(ask(long))).toMatchObject({ status: 413, code: 'body-too-large', ran: false });
  expect(await answerTo(ask('{}', { 'content-length': '2000000000' }))).toMatchObject({ status: 413, ran: false });
  const photo = await handleBytes(ask(new Uint8Array(MAX_BYTES.photo + 1)), z.object({}), async () => ({ ok: true, value: 1 }));
  expect(photo.status).toBe(413);
});

test.each([
  ['a NUL', '{"a":{"b":["x","y\\u0000"]}}', ['a', 'b', 1]],
  ['half a character', '{"a":"\\ud800"}', ['a']],
])('%s is named by its field, and nothing runs', async (_, body, path) => {
  expect(await answerTo(ask(body))).toEqual({ status: 400, code: 'text-unstorable', path, ran: false });
});

test('more work than a shop means is refused before it is begun', () => {
  const shims = Array.from({ length: 40 }, (_, i) => ({ diameterMm: 44 - 0.5 * i, thicknessMm: 0.1 + 0.01 * (i % 7) }));
  const stack = { shims, clampDiameterMm: 12, pressureZoneMm: { inner: 16, outer: 38 } };
  const pressuresMPa = Array.from({ length: 200 }, (_, i) => 0.1 + 0.01 * i);
  expect(compute('stack', { ...stack, pressuresMPa })).toMatchObject({
    ok: false,
    problem: { code: 'too-much-at-once', path: ['pressuresMPa'] },
  });
  const springs = Array.from({ length: 20_000 }, () => ({ rateNPerMm: 50 }));
  expect(compute('spring-stack', { springs })).toMatchObject({ ok: false, problem: { code: 'out-of-range', path: ['springs'] } });
  const atWheelMm = Array.from({ length: 200_000 }, (_, i) => i / 1000);
  expect(compute('leverage', { kind: 'constant', ratio: 2, travelMm: 300, atWheelMm })).toMatchObject({
    ok: false,
    problem: { path: ['atWheelMm'] },
  });
});

test.each([
  ['127.0.0.1:3000', {}, true],
  ['localhost', {}, true],
  ['[::1]:3000', {}, true],
  ['evil.example', {}, false],
  ['127.0.0.1.evil.example:3000', {}, false],
  ['', {}, false],
  ['bench.shop:3000', {}, false],
  ['bench.shop:3000', { MAVRIN_NAMES: 'bench.shop, other' }, true],
  ['192.168.7.4', { MAVRIN_HOST: '192.168.7.4' }, true],
  ['192.168.7.5', { MAVRIN_HOST: '192.168.7.4' }, false],
])('asked as %s with %j it is ours: %s', (host, environment, ours) => {
  expect(isOurs(host, environment)).toBe(ours);
});
