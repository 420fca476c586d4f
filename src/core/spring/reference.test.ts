import fc from 'fast-check';
import { constantLeverage } from '../leverage/leverage';
import { frontEnd, rearEnd } from './end';
import { constantForce, NO_FORCE } from './other';
import { selectSpring } from './select';

/**
 * A second, straightforward solution of the same question, written for linear springs and constant leverage only: closed forms, no bisection.
 * The product's general path must agree with it.
 */
interface Plain {
  rateNPerMm: number;
  /** dz/ds at the rear, 1 at the front. */
  ratio: number;
  legs: number;
  cosRake: number;
  gasN: number;
  travelMm: number;
  staticN: number;
  ladenN: number;
  riderMm: number;
  range: [number, number];
}

function plain(p: Plain) {
  const k = p.rateNPerMm * p.legs;
  const lift = p.ratio * p.cosRake;
  const wanted = (p.ladenN * lift - p.gasN) / k - p.riderMm / p.ratio;
  const preload = Math.min(Math.max(wanted, p.range[0]), p.range[1]);
  const sag = (load: number) => Math.min(Math.max(((load * lift - p.gasN) / k - preload) * p.ratio, 0), p.travelMm);
  const full = (k * (p.travelMm / p.ratio + preload) + p.gasN) / lift;
  const wheelRate = k / (lift * lift);
  return {
    preloadMm: preload,
    riderSagMm: sag(p.ladenN),
    staticSagMm: sag(p.staticN),
    forceAtFullTravelN: full,
    loadFactorAtFullTravel: full / p.ladenN,
    naturalFrequencyHz: Math.sqrt((wheelRate * 1000) / (p.ladenN / 9.80665)) / (2 * Math.PI),
  };
}

const finite = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('the general path agrees with the closed forms for any linear spring, rear and front', () => {
  fc.assert(
    fc.property(
      fc.record({
        front: fc.boolean(),
        rate: finite(2, 160),
        ratio: finite(1, 3.5),
        rakeDeg: finite(0, 35),
        gasN: finite(0, 250),
        travelMm: finite(90, 330),
        staticN: finite(250, 1400),
        moreN: finite(50, 1200),
        riderShare: finite(0.15, 0.6),
        lowMm: finite(0, 5),
        spanMm: finite(0.5, 60),
      }),
      (x) => {
        const rateNPerMm = x.front ? x.rate / 12 + 1 : x.rate;
        const end = x.front
          ? frontEnd(x.travelMm, x.rakeDeg, 2, constantForce(x.gasN))
          : rearEnd(x.travelMm, constantLeverage(x.ratio), constantForce(x.gasN));
        const riderMm = x.riderShare * x.travelMm;
        const range: [number, number] = [x.lowMm, x.lowMm + x.spanMm];
        const result = selectSpring({
          end,
          staticLoadN: x.staticN,
          ladenLoadN: x.staticN + x.moreN,
          target: { staticSagMm: riderMm * 0.3, riderSagMm: riderMm },
          catalogue: [{ id: 'one', rateNPerMm }],
          preloadRangeMm: range,
        });
        if (!result.ok) throw new Error(result.issue.code);
        const wanted = plain({
          rateNPerMm,
          ratio: x.front ? 1 : x.ratio,
          legs: x.front ? 2 : 1,
          cosRake: x.front ? Math.cos((x.rakeDeg * Math.PI) / 180) : 1,
          gasN: x.gasN,
          travelMm: x.travelMm,
          staticN: x.staticN,
          ladenN: x.staticN + x.moreN,
          riderMm,
          range,
        });
        const candidate = result.value.candidates[0]!;
        for (const figure of Object.keys(wanted) as (keyof typeof wanted)[]) {
          const scale = Math.max(1, Math.abs(wanted[figure]));
          expect(Math.abs(candidate[figure] - wanted[figure]) / scale).toBeLessThan(1e-9);
        }
      },
    ),
    { seed: 7, numRuns: 400 },
  );
});

test('the order of the list does not change the ranking', () => {
  const catalogue = [48, 52, 60, 66, 72, 80, 95].map((rateNPerMm) => ({ id: `k${rateNPerMm}`, rateNPerMm }));
  const rank = (list: typeof catalogue) => {
    const result = selectSpring({
      end: rearEnd(305, constantLeverage(2.9), NO_FORCE),
      staticLoadN: 560,
      ladenLoadN: 1090,
      target: { staticSagMm: 35, riderSagMm: 102 },
      catalogue: list,
      preloadRangeMm: [0, 20],
    });
    return result.ok ? result.value.candidates.map((c) => c.id) : [];
  };
  const wanted = rank(catalogue);
  expect([...wanted].sort()).toEqual(catalogue.map((c) => c.id));
  fc.assert(
    fc.property(fc.shuffledSubarray(catalogue, { minLength: catalogue.length }), (shuffled) => {
      expect(rank(shuffled)).toEqual(wanted);
    }),
    { seed: 7, numRuns: 40 },
  );
});
