import { bounceEstimate, PUSH_MM, returnAlike, SEEN_MM } from './bounce';

/** Swings past rest the eye sees of an oscillator let go at x0: closed form x(t) of a damped oscillator, its extremes by sampling. */
function seenSwings(zeta: number, x0: number): number {
  const wd = Math.sqrt(1 - zeta * zeta);
  const x = (t: number) => x0 * Math.exp(-zeta * t) * (Math.cos(wd * t) + (zeta / wd) * Math.sin(wd * t));
  let count = 0;
  for (let k = 1; k < 30; k += 1) {
    // Between two crossings of rest lies one swing; its extreme by a fine walk.
    let most = 0;
    for (let i = 0; i <= 400; i += 1) most = Math.max(most, Math.abs(x(((k - 0.5 + i / 400) * Math.PI) / wd)));
    if (most < SEEN_MM) return count;
    count += 1;
  }
  return count;
}

test('what is counted on a damped oscillator brackets its damping', () => {
  for (const zeta of [0.08, 0.15, 0.25, 0.35, 0.5, 0.65]) {
    const seen = seenSwings(zeta, PUSH_MM);
    const found = bounceEstimate(PUSH_MM, seen);
    expect(found.ok && [found.value.zetaLow <= zeta, zeta <= (found.value.zetaHigh ?? 1)]).toEqual([true, true]);
  }
});

test('one decade lost in one half swing is the ratio of the closed form', () => {
  const found = bounceEstimate(SEEN_MM * Math.E ** Math.PI, 1);
  // s = 1: ζ = 1/√2, and half of it over two swings: 0.5/√1.25.
  expect(found.ok && found.value.zetaHigh).toBeCloseTo(Math.SQRT1_2, 12);
  expect(found.ok && found.value.zetaLow).toBeCloseTo(0.5 / Math.sqrt(1.25), 12);
});

test('no swing gives a lower bound only; ends whose ranges miss each other are unlike; nonsense is refused', () => {
  const of = (n: number) => {
    const found = bounceEstimate(60, n);
    if (!found.ok) throw new Error(found.issue.code);
    return found.value;
  };
  expect(of(0).zetaHigh).toBeNull();
  expect([returnAlike(of(0), of(1)), returnAlike(of(1), of(2)), returnAlike(of(0), of(2)), returnAlike(of(1), of(4))]).toEqual([
    true,
    true,
    false,
    false,
  ]);
  for (const [push, n] of [
    [2, 1],
    [Number.NaN, 1],
    [60, 1.5],
    [60, -1],
  ] as const)
    expect(bounceEstimate(push, n).ok).toBe(false);
});
