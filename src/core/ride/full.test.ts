import { fullMachine, minute } from '../../../bench/ride';
import { courseOf, goingOn, type Stretch } from './course';
import { BARE_END, type RideEnd, type RideMachine, restOf } from './machine';
import type { Now } from './now';
import { type Looked, rideThrough, ROAD_STEP_S } from './ride';
import { solveRide } from './solve';
import { heightAt, sampled, type Surface } from './surface';
import { tableOf } from '../numerics/table';

/** The ride at full detail: rider, drive and brakes, gas that warms, dampers on seats that yield, a fork that binds. */

const { machine, ...look } = fullMachine();
const LEVEL = (speedMPerS: number, endSpeedMPerS: number, seconds: number): Stretch => ({
  name: 'level',
  surface: { kind: 'level' },
  speedMPerS,
  endSpeedMPerS,
  seconds,
});
const G = 9.80665;
const allKg = machine.sprungKg + machine.front.unsprungKg + machine.rear.unsprungKg + machine.rider!.kg;

function last(of: RideMachine, stretches: Stretch[]): Now {
  const course = courseOf(stretches, 0.1);
  let seen: Now | null = null;
  const found = solveRide(of, goingOn(course, of.aheadM + of.behindM, allKg), course.seconds, (now) => {
    seen = { ...now, front: { ...now.front }, rear: { ...now.rear } };
  });
  if (!found.ok || !seen) throw new Error('not ridden');
  return seen;
}

test('halved step: no figure of a minute at full detail moves by half a per cent', () => {
  const figures = (mostStepS: number) => {
    const found = rideThrough({ machine, ...look, course: minute() }, { framesEveryS: 1, mostStepS });
    if (!found.ok) throw new Error(found.issue.code);
    return found.value.stretches.flatMap((s) => [
      ...[s.front, s.rear].flatMap((e) => [e.travelMm.max, e.travelMm.mean, e.travelMm.rms, e.tyreLoadVariation, e.damperW]),
      s.weightedSeatMPerS2,
      s.weightedHandsMPerS2,
    ]);
  };
  const [coarse, fine] = [figures(ROAD_STEP_S), figures(ROAD_STEP_S / 2)];
  coarse.forEach((x, i) => expect(Math.abs(x / fine[i]! - 1)).toBeLessThan(0.005));
});

test('moment balance: braking and driving evenly move m·a·h/L from one tyre to the other', () => {
  const [hM, wheelbaseM] = [machine.massHeightM, machine.aheadM + machine.behindM];
  // A ride at even speed is the same machine at rest.
  const still = last(machine, [LEVEL(15, 15, 1)]);
  for (const aMPerS2 of [-3, 2]) {
    const moved = last(machine, [LEVEL(15, 15 + 4 * aMPerS2, 4)]);
    const transfer = (allKg * aMPerS2 * hM) / wheelbaseM;
    expect(moved.rear.tyreN - still.rear.tyreN).toBeCloseTo(transfer, -0.5);
    expect(moved.front.tyreN - still.front.tyreN).toBeCloseTo(-transfer, -0.5);
  }
  expect(still.front.tyreN + still.rear.tyreN).toBeCloseTo(allKg * G, 3);
});

test('anti-squat by the ride equals the construction: at a whole of it the rear neither sinks nor rises under drive', () => {
  const { brakeFriction: _, ...fork } = machine.front;
  const of = (share: number): RideMachine => ({
    ...machine,
    front: { ...fork, brakeFriction: 0, frictionN: 0 },
    rear: { ...machine.rear, frictionN: 0, driveTangent: (share * machine.massHeightM) / (machine.aheadM + machine.behindM) },
  });
  const at = (share: number) => last(of(share), [LEVEL(8, 16, 4)]).rear.xM - last(of(share), [LEVEL(8, 8, 4)]).rear.xM;
  expect(Math.abs(at(1))).toBeLessThan(2e-4);
  expect(at(0.5)).toBeGreaterThan(0.01);
  expect(at(1.5)).toBeLessThan(-0.01);
});

/** One end alone: an inertia on its spring over a tyre as good as rigid. */
const bare = (end: Partial<RideEnd>): RideMachine => {
  const made: RideEnd = {
    ...BARE_END,
    unsprungKg: 0.5,
    tyreNPerM: 2e6,
    spring: tableOf([0, 1], [0, 15_000]),
    damping: tableOf([-1, 0, 1], [-500, 0, 500]),
    frictionN: 0,
    bumpStop: null,
    topOut: null,
    ...end,
  };
  return { sprungKg: 200, aheadM: 0.7, behindM: 0.7, pitchInertiaKgM2: 98, front: made, rear: made, rider: null, massHeightM: 0 };
};

test('gas pressed quickly is stiffer by its exponent, and gives its warmth off: it settles where slow gas rests', () => {
  const [areaM2, volumeM3, pascal] = [0.002, 4e-4, 3e5];
  const x = Array.from({ length: 121 }, (_, i) => i * 0.001);
  const force = (m: number) => (pascal * volumeM3 * areaM2) / (volumeM3 - areaM2 * m);
  const gas = (exponent: number, settlesS: number): Partial<RideEnd> => ({
    spring: tableOf(
      x,
      x.map((m) => force(m) + 9000 * m),
    ),
    gas: {
      pressureN: tableOf(x, x.map(force)),
      logVolume: tableOf(
        x,
        x.map((m) => Math.log(volumeM3 - areaM2 * m)),
      ),
      exponent,
      settlesS,
    },
  });
  const step = { front: () => 0.01, rear: () => 0.01, startM: 0 };
  const bounce = (end: Partial<RideEnd>, seconds: number) => {
    const xs: number[] = [];
    solveRide(bare(end), step, seconds, (now) => void xs.push(now.rear.xM), 2e-4);
    return xs;
  };
  // Against dry gas that never gives off heat, by the law itself: frequency from the stiffness k + n·p·A²/V at rest.
  const rest = restOf(bare(gas(1, 1)), 'rear');
  if (!rest.ok) throw new Error('not held');
  const stiffness = (n: number) => 9000 + (n * force(rest.value) * areaM2) / (volumeM3 - areaM2 * rest.value);
  const periods = (end: Partial<RideEnd>) => {
    const xs = bounce({ ...end, damping: tableOf([-1, 0, 1], [-40, 0, 40]) }, 4).map((m) => m - rest.value);
    // Once the wheel itself has stopped ringing on its tyre.
    const ups = xs.flatMap((m, i) => (i > xs.length / 8 && xs[i - 1]! < 0 && m >= 0 ? [i] : []));
    return ((ups.at(-1)! - ups[0]!) * (4 / (xs.length - 1))) / (ups.length - 1);
  };
  expect(periods(gas(1.4, 1e9)) / periods(gas(1, 1e9))).toBeCloseTo(Math.sqrt(stiffness(1) / stiffness(1.4)), 2);
  expect(bounce(gas(1.4, 0.3), 8).at(-1)!).toBeCloseTo(rest.value, 5);
});

test('a damper on a stiff seat is the damper itself; on a soft one its force lags, and small quick movements are damped less', () => {
  const swing = (seriesNPerM: number | null) => {
    let heat = 0;
    const wave = (t: number) => 0.002 * Math.sin(2 * Math.PI * 12 * t);
    solveRide(
      bare({ seriesNPerM, unsprungKg: 5 }),
      { front: wave, rear: wave, startM: 0 },
      3,
      ({ rear }) => void (heat += rear.damperN * rear.speedMPerS),
      2e-4,
    );
    return heat;
  };
  expect(swing(1e9) / swing(null)).toBeCloseTo(1, 3);
  // A dashpot c on a spring k swung at ω makes k²/(k² + (cω)²) of the heat: Maxwell's element.
  const [k, c, omega] = [30_000, 500, 2 * Math.PI * 12];
  const share = swing(k) / swing(1e9);
  expect(share).toBeGreaterThan(0.85 * (k ** 2 / (k ** 2 + (c * omega) ** 2)));
  expect(share).toBeLessThan(0.97);
});

test('the roads that are shapes have their heights, and begin level', () => {
  const height = (surface: Surface, x: number) => heightAt(sampled(surface, 40, 0), x);
  expect(height({ kind: 'hump', heightM: 0.08, lengthM: 1 }, 5.5)).toBeCloseTo(0.08, 3);
  expect(height({ kind: 'jump', heightM: 0.6, rampM: 5 }, 9.96)).toBeGreaterThan(0.58);
  expect(height({ kind: 'jump', heightM: 0.6, rampM: 5 }, 10.1)).toBe(0);
  expect(height({ kind: 'gOut', depthM: 0.8, lengthM: 12 }, 11)).toBeCloseTo(-0.8, 3);
  expect(height({ kind: 'brakingBumps', spacingM: 1.2, heightM: 0.05 }, 12.4)).toBeCloseTo(0.05, 3);
  const rocks = sampled({ kind: 'rocks', heightM: 0.06, spacingM: 1, seed: 4 }, 60, 0).heightM;
  expect(Math.max(...rocks)).toBeLessThanOrEqual(0.06);
  expect(Math.max(...rocks)).toBeGreaterThan(0.04);
  expect([...rocks]).toEqual([...sampled({ kind: 'rocks', heightM: 0.06, spacingM: 1, seed: 4 }, 60, 0).heightM]);
});

test('stretches join without a step, and the speed is what was asked at each end', () => {
  const course = courseOf([LEVEL(10, 10, 1), { ...LEVEL(10, 4, 2), surface: { kind: 'kerb', heightM: 0.1 } }, LEVEL(4, 4, 1)], 0);
  const going = goingOn(course, 1.4, 200);
  expect(going.placeM!(3)).toBeCloseTo(10 + 14, 9);
  expect(going.front(3.5)).toBeCloseTo(0.1, 9);
  const looked: Looked = { machine, ...look, course };
  const found = rideThrough(looked);
  expect(found.ok && found.value.stretches.length).toBe(3);
});
