import { closeAside } from '@/server/aside';
import { computeAside } from '@/server/compute/pool';

/** Calculations aside: answered as by the command, stopped at their time, and when nobody waits any more. */

afterAll(() => closeAside());

const STAYS = new AbortController().signal;
/** Some seconds of plates in contact. */
const LONG = {
  shims: Array.from({ length: 10 }, (_, i) => ({ diameterMm: 44 - i * 2, thicknessMm: 0.15, count: 12 })),
  clampDiameterMm: 12,
  pressureZoneMm: { inner: 16, outer: 40 },
  pressuresMPa: Array.from({ length: 100 }, (_, i) => 0.05 * (i + 1)),
};

test('the same answers as the command, refusals too', async () => {
  expect(await computeAside('convert', { value: '900 lbf/in', to: 'N/mm' }, STAYS)).toMatchObject({ ok: true, result: { unit: 'N/mm' } });
  expect(await computeAside('convert', { value: 'much', to: 'mm' }, STAYS)).toMatchObject({ ok: false, problem: { code: 'unreadable' } });
  expect(await computeAside('nonsense', {}, STAYS)).toMatchObject({ ok: false, problem: { code: 'unknown-operation' } });
});

test('what takes too long is stopped, what nobody waits for too, and the next one is answered', async () => {
  expect(await computeAside('stack', LONG, STAYS, 150)).toMatchObject({ ok: false, problem: { code: 'took-too-long' } });
  const left = new AbortController();
  const asked = computeAside('stack', LONG, left.signal);
  left.abort();
  expect(await asked).toMatchObject({ ok: false });
  expect(await computeAside('convert', { value: '1 in', to: 'mm' }, STAYS)).toMatchObject({ ok: true, result: { value: 25.4 } });
});

test('the shop’s own thread goes on meanwhile', async () => {
  const asked = computeAside('stack', LONG, STAYS);
  let turns = 0;
  const ticking = setInterval(() => (turns += 1), 5);
  await asked;
  clearInterval(ticking);
  expect(turns).toBeGreaterThan(20);
});
