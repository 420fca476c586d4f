import { machineOf, type PlainRide } from './plain';
import { ride, type RideRequest, ROAD_STEP_S } from './ride';
import { heightAt, ISO_CLASSES, isoDensityM3, sampled } from './surface';
import { weightedRms, wk } from './weighting';
import { fftInPlace } from '../numerics/fft';

/** Roads against the standard's spectrum, the weighting against its table, and what a ride over them must hold. */

test.each(ISO_CLASSES)('a road of class %s has the standard’s density, band by band', (of) => {
  const { heightM, stepM } = sampled({ kind: 'iso', class: of, seed: 5 }, 1310, 0);
  // Past the lead-in, a length of a power of two.
  const size = 65_536;
  const from = 256;
  const [re, im] = [Float64Array.from(heightM.subarray(from, from + size / 2)), new Float64Array(size / 2)];
  const n = re.length;
  // Hann's window, so that what is slow does not leak into what is quick.
  let power = 0;
  for (let i = 0; i < n; i += 1) {
    const w = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / n);
    re[i] = re[i]! * w;
    power += w * w;
  }
  fftInPlace(re, im);
  for (const [low, high] of [
    [0.05, 0.1],
    [0.1, 0.4],
    [0.4, 1.6],
  ] as const) {
    let [sum, wanted] = [0, 0];
    for (let k = 1; k < n / 2; k += 1) {
      const waves = k / (n * stepM);
      if (waves < low || waves >= high) continue;
      sum += (2 * (re[k]! ** 2 + im[k]! ** 2) * stepM) / power;
      wanted += isoDensityM3(of, waves);
    }
    expect(sum / wanted).toBeGreaterThan(0.7);
    expect(sum / wanted).toBeLessThan(1.4);
  }
});

test('classes are four times as rough as the one before: twice the height', () => {
  expect(isoDensityM3('C', 0.1)).toBeCloseTo(256e-6, 12);
  expect(isoDensityM3('A', 1)).toBeCloseTo(16e-8, 14);
  const rms = (of: 'B' | 'C') => Math.hypot(...sampled({ kind: 'iso', class: of, seed: 2 }, 300, 0).heightM);
  expect(rms('C') / rms('B')).toBeCloseTo(2, 9);
});

test('the weighting at the thirds of octaves is the standard’s table (ISO 2631-1, table 3, from memory)', () => {
  const TABLE: [hz: number, factor: number][] = [
    [1, 0.482],
    [2, 0.531],
    [4, 0.967],
    [5, 1.039],
    [6.3, 1.054],
    [8, 1.036],
    [10, 0.988],
    [16, 0.768],
    [31.5, 0.405],
    [63, 0.186],
  ];
  for (const [hz, factor] of TABLE) expect(wk(hz) / factor).toBeCloseTo(1, 1.6);
  // A pure swing counts by its factor.
  const swing = Float64Array.from({ length: 4096 }, (_, i) => Math.SQRT2 * Math.sin((2 * Math.PI * 5 * i) / 512));
  expect(weightedRms(swing, 512)).toBeCloseTo(wk(5), 3);
});

const END = { unsprungKg: 16, tyreNPerM: 180_000, frictionN: 40, springTable: { travelMm: [0, 120], forceN: [500, 1900] } };
const DAMPED = {
  ...END,
  dampingTable: { speedMPerS: [-1, 0, 1], forceN: [-1500, 0, 900] },
  bumpStop: { fromMm: 105, rateNPerM: 90_000 },
  topOut: { rateNPerM: 150_000 },
};
const MACHINE: PlainRide['machine'] = { sprungKg: 210, pitchInertiaKgM2: 38, aheadM: 0.75, behindM: 0.68, front: DAMPED, rear: DAMPED };
const over = (change: Partial<RideRequest>) => {
  const found = ride({
    machine: MACHINE,
    road: { kind: 'iso', class: 'D', seed: 3 },
    speedMPerS: 15,
    seconds: 8,
    footprintM: 0.1,
    seatAheadM: -0.2,
    ...change,
  });
  if (!found.ok) throw new Error(found.issue.code);
  return found.value;
};

test('at rest on a smooth road it stays where its springs hold it', () => {
  const level = over({ road: { kind: 'profile', distanceM: [0, 1], heightM: [0, 0] }, seconds: 2 });
  expect(level.front.travelMm.rms).toBeLessThan(1e-6);
  expect([level.front.contactLostShare, level.rear.bottomings, level.weightedSeatMPerS2]).toEqual([0, 0, expect.closeTo(0, 9)]);
  expect(machineOf(MACHINE).front.bumpStop!.fromM).toBeCloseTo(0.105, 12);
});

test('rougher ground is felt more, bottoms more, and makes more heat; shares add up; the footprint smooths what is sharp', () => {
  const [fair, rough] = [over({ road: { kind: 'iso', class: 'C', seed: 3 } }), over({ road: { kind: 'iso', class: 'E', seed: 3 } })];
  expect(rough.weightedSeatMPerS2).toBeGreaterThan(1.5 * fair.weightedSeatMPerS2);
  expect(rough.rear.damperW).toBeGreaterThan(2 * fair.rear.damperW);
  expect(rough.rear.bottomings + rough.front.bottomings).toBeGreaterThan(fair.rear.bottomings + fair.front.bottomings);
  expect(rough.front.histogram.shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  expect(rough.history.timeS.length).toBeLessThanOrEqual(602);
  const cobbles = { kind: 'cobbles', pitchM: 0.18, heightM: 0.02, seed: 4 } as const;
  expect(over({ road: cobbles, footprintM: 0.18 }).weightedSeatMPerS2).toBeLessThan(
    over({ road: cobbles, footprintM: 0.02 }).weightedSeatMPerS2,
  );
});

test('no figure hangs on the step', () => {
  const request: RideRequest = {
    machine: MACHINE,
    road: { kind: 'iso', class: 'D', seed: 3 },
    speedMPerS: 15,
    seconds: 10,
    footprintM: 0.1,
    seatAheadM: 0,
  };
  const figures = (stepS?: number) => {
    const found = ride(request, stepS);
    if (!found.ok) throw new Error(found.issue.code);
    const { front, rear, weightedSeatMPerS2 } = found.value;
    return [front, rear]
      .flatMap((e) => [e.travelMm.max, e.travelMm.mean, e.travelMm.rms, e.tyreLoadVariation, e.damperW])
      .concat(weightedSeatMPerS2);
  };
  const [coarse, fine] = [figures(), figures(ROAD_STEP_S / 2)];
  coarse.forEach((x, i) => expect(Math.abs(x / fine[i]! - 1)).toBeLessThan(0.005));
});

test('rebound shut packs down over whoops, as the complaint says', () => {
  const shut = { ...DAMPED, dampingTable: { speedMPerS: [-1, 0, 1], forceN: [-9000, 0, 900] } };
  const road = { kind: 'whoops', spacingM: 2.4, heightM: 0.12, count: 60 } as const;
  const ridden = (rear: typeof DAMPED) => over({ machine: { ...MACHINE, rear }, road, speedMPerS: 8 });
  expect(ridden(shut).rear.travelMm.mean).toBeGreaterThan(ridden(DAMPED).rear.travelMm.mean + 5);
  expect(heightAt(sampled(road, 20, 0), 1.2)).toBeCloseTo(0.12, 3);
});
