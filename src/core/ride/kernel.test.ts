import { solveODE } from 'mathjs';
import { RADIATORS, warmedC } from './heat';
import { BARE_END, type RideEnd, type RideMachine } from './machine';
import type { Now } from './now';
import { EndSeen, Kept } from './seen';
import { begin, solveRide } from './solve';
import { tableOf, valueAt } from '../numerics/table';

/** The inner loop against a general package, and what is read off it along the way. */

const END: RideEnd = {
  ...BARE_END,
  unsprungKg: 16,
  tyreNPerM: 170_000,
  spring: tableOf([0, 0.08, 0.16, 0.3], [250, 1150, 2300, 5200]),
  damping: tableOf([-2, -0.2, 0, 0.2, 2], [-2400, -500, 0, 260, 1300]),
  motion: tableOf([0, 0.3], [1.05, 1.25]),
  frictionN: 0,
  bumpStop: null,
  topOut: null,
};
const MACHINE: RideMachine = {
  sprungKg: 140,
  pitchInertiaKgM2: 30,
  aheadM: 0.76,
  behindM: 0.7,
  front: END,
  rear: { ...END, unsprungKg: 20 },
  rider: { kg: 60, aheadM: -0.15, stiffnessNPerM: 38_000, dampingNsPerM: 1200 },
  massHeightM: 0.75,
};
const WAVE = (t: number) => 0.03 * (1 - Math.cos(2 * Math.PI * 2.2 * t));
const GOING = { front: WAVE, rear: (t: number) => WAVE(Math.max(0, t - 0.09)), startM: 0 };
const G = 9.80665;

function ridden(machine: RideMachine, seconds: number, stepS = 1e-4): Now[] {
  const seen: Now[] = [];
  const found = solveRide(
    machine,
    GOING,
    seconds,
    (now) => {
      seen.push({ ...now, front: { ...now.front }, rear: { ...now.rear } });
    },
    stepS,
  );
  if (!found.ok) throw new Error(found.issue.code);
  return seen;
}

test('a general ODE package gives the same ride: bent springs, digressive dampers through a linkage, a rider on his seat', () => {
  const { sprungKg: m, pitchInertiaKgM2: i, aheadM: a, behindM: b } = MACHINE;
  const rider = MACHINE.rider!;
  const length = a + b;
  const loads = {
    front: ((m * b + rider.kg * (b + rider.aheadM)) * G) / length,
    rear: ((m * a + rider.kg * (a - rider.aheadM)) * G) / length,
  };
  // Rest by halving, apart from the solver's own.
  const rest = (load: number) => {
    let [low, high] = [0, 0.3];
    for (let n = 0; n < 80; n += 1) {
      const middle = (low + high) / 2;
      if (valueAt(END.spring, middle) < load) low = middle;
      else high = middle;
    }
    return low;
  };
  const rests = { front: rest(loads.front), rear: rest(loads.rear) };
  const force = (x: number, v: number) => {
    const g = valueAt(END.motion!, x);
    return valueAt(END.spring, x) + g * valueAt(END.damping, g * v);
  };
  const rate = (t: number, y: number[]) => {
    const [z, th, f, r, s, vz, vth, vf, vr, vs] = y as [number, number, number, number, number, number, number, number, number, number];
    const onF = force(rests.front + f - z - a * th, vf - vz - a * vth) - loads.front;
    const onR = force(rests.rear + r - z + b * th, vr - vz + b * vth) - loads.rear;
    const tyre = (load: number, kg: number, gap: number) => Math.max(0, load + kg * G + 170_000 * gap) - load - kg * G;
    const seat = rider.stiffnessNPerM * (z + rider.aheadM * th - s) + rider.dampingNsPerM * (vz + rider.aheadM * vth - vs);
    return [
      vz,
      vth,
      vf,
      vr,
      vs,
      (onF + onR - seat) / m,
      (a * onF - b * onR - rider.aheadM * seat) / i,
      (tyre(loads.front, 16, GOING.front(t) - f) - onF) / 16,
      (tyre(loads.rear, 20, GOING.rear(t) - r) - onR) / 20,
      seat / rider.kg,
    ];
  };
  const general = solveODE(rate, [0, 0.7], new Array<number>(10).fill(0), { method: 'RK45', tol: 1e-7, maxStep: 1e-3, maxIter: 100_000 });
  const seen = ridden(MACHINE, 0.7);
  const most = (of: (now: Now) => number) => Math.max(...seen.map(of));
  const travels = general.y.map((y) => ({
    front: rests.front + y[2]! - y[0]! - a * y[1]!,
    rear: rests.rear + y[3]! - y[0]! + b * y[1]!,
  }));
  expect(most((n) => n.front.xM)).toBeCloseTo(Math.max(...travels.map((t) => t.front)), 4);
  expect(most((n) => n.rear.xM)).toBeCloseTo(Math.max(...travels.map((t) => t.rear)), 4);
  expect(most((n) => n.riderM)).toBeCloseTo(Math.max(...general.y.map((y) => y[4]!)), 4);
  expect(Math.min(...seen.map((n) => n.pitchRad))).toBeCloseTo(Math.min(...general.y.map((y) => y[1]!)), 4);
});

test('a rider who sits fast is part of the machine: on a seat as good as rigid both rides are the same', () => {
  const rider = MACHINE.rider!;
  // One body of both: masses, their mean place, and the inertia about it.
  const kg = MACHINE.sprungKg + rider.kg;
  const shift = (rider.kg * rider.aheadM) / kg;
  const inertia = MACHINE.pitchInertiaKgM2 + MACHINE.sprungKg * shift ** 2 + rider.kg * (rider.aheadM - shift) ** 2;
  const one: RideMachine = {
    ...MACHINE,
    sprungKg: kg,
    pitchInertiaKgM2: inertia,
    aheadM: MACHINE.aheadM - shift,
    behindM: MACHINE.behindM + shift,
    rider: null,
  };
  const fast: RideMachine = { ...MACHINE, rider: { ...rider, stiffnessNPerM: 4e7, dampingNsPerM: 6e4 } };
  const most = (machine: RideMachine) => Math.max(...ridden(machine, 0.6, 2e-5).map((n) => n.rear.xM));
  expect(most(fast)).toBeCloseTo(most(one), 4);
});

test('gone on with piece by piece it is the same ride, looked at less often it is seen less often, and it stops when told', () => {
  const whole = ridden(MACHINE, 0.3);
  const begun = begin(MACHINE, GOING, 0.3, 1e-4);
  if (!begun.ok) throw new Error(begun.issue.code);
  const places: number[] = [];
  while (begun.value.run.on(777, (now) => void places.push(now.rear.xM)));
  expect(places).toEqual(whole.map((n) => n.rear.xM));
  const seldom = begin(MACHINE, GOING, 0.3, 1e-4);
  let [looks, last] = [0, 0];
  if (seldom.ok)
    seldom.value.run.on(
      1e9,
      (now) => {
        looks += 1;
        last = now.rear.xM;
      },
      10,
    );
  expect(looks).toBe(Math.floor((whole.length - 1) / 10) + 1);
  expect(last).toBe(whole.at(-1)!.rear.xM);
  let seen = 0;
  solveRide(MACHINE, GOING, 0.3, () => {
    seen += 1;
    return seen < 5;
  });
  expect(seen).toBe(5);
});

describe('what is read off an end', () => {
  const end = { ...END, bumpStop: { fromM: 0.1, rateNPerM: 1e6 }, topOut: { fromM: 0, rateNPerM: 1e6 } };
  const seen = (xs: readonly number[], speeds: readonly number[] = xs.map(() => 0)) => {
    const look = new EndSeen(end, xs.length, 1, 1.1, 0.02);
    xs.forEach((xM, t) => {
      const now = { xM, speedMPerS: speeds[t]!, tyreN: t % 2 === 0 ? 1000 : 0, damperN: 100 };
      look.add(now);
      look.keep(now);
    });
    return look.all;
  };
  test('a stop counts again only once it was left by three millimetres', () => {
    expect(seen([0.05, 0.101, 0.0995, 0.102, 0.09, 0.103]).bottomings).toBe(2);
    expect(seen([0.05, -0.001, 0.001, -0.002, 0.02, -0.001]).toppings).toBe(2);
  });
  test('packing is the sink of the mean below rest, bump by bump: an end down after two bumps packs, one that comes back does not', () => {
    // Rest at 20 mm. Each bump presses in for one reading and comes back for three.
    const bump = (low: number, high: number) => [low, high, (low + high) / 2, low];
    const speeds = (bumps: number) => Array.from({ length: bumps }, () => [0.5, 0.2, -0.4, -0.3]).flat();
    const packs = seen([...bump(0.02, 0.06), ...bump(0.04, 0.08), ...Array.from({ length: 6 }, () => bump(0.07, 0.09)).flat()], speeds(8));
    expect(packs.sinkByBumpMm.slice(0, 2).map((x) => Math.round(x))).toEqual([17, 39]);
    expect(packs.packingMm).toBeCloseTo(1.1 * (77.5 - 20), 6);
    const comesBack = seen(Array.from({ length: 8 }, () => bump(0.01, 0.05)).flat(), speeds(8));
    expect(comesBack.packingMm).toBeCloseTo(1.1 * (25 - 20), 6);
    const jacksUp = seen(Array.from({ length: 8 }, () => bump(0.005, 0.02)).flat(), speeds(8));
    expect(jacksUp.packingMm).toBeLessThan(0);
  });
  test('travel is the suspension’s own; shares add up; without a bump it is the mean below rest', () => {
    const found = seen([0.02, 0.02, 0.03, 0.03, 0.05, 0.05]);
    expect(found.travelMm.max).toBeCloseTo(55, 9);
    expect(found.packingMm).toBeCloseTo(1.1 * (200 / 6 - 20), 9);
    expect(found.histogram.shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
    expect(found.contactLostShare).toBeCloseTo(0.5, 12);
  });
  test('a swing is counted by the most speed it reached, each way', () => {
    const { swings, speed95MPerS } = seen(new Array<number>(9).fill(0.05), [0.1, 0.42, 0.2, -0.3, -0.75, -0.1, 0.25, 0.05, -0.1]);
    expect(swings.compression.flatMap((n, bin) => (n > 0 ? [[bin, n]] : []))).toEqual([
      [2, 1],
      [4, 1],
    ]);
    expect(swings.rebound.flatMap((n, bin) => (n > 0 ? [[bin, n]] : []))).toEqual([[7, 1]]);
    expect(speed95MPerS.compression).toBeCloseTo(0.42, 2);
  });
  test('no more is kept than there is room for', () => {
    const kept = new Kept(3);
    for (let i = 0; i < 9; i += 1) kept.add(i);
    expect([...kept.all]).toEqual([0, 1, 2, 3, 4]);
  });
});

test('oil warms by what is made of heat and held: a quarter of the way after a short time, to P/G in the end', () => {
  const { heldJPerK, givenWPerK } = RADIATORS.rear;
  expect(warmedC(100, 1e9, 20, RADIATORS.rear)).toBeCloseTo(20 + 100 / givenWPerK, 9);
  expect(warmedC(100, (heldJPerK / givenWPerK) * Math.log(4 / 3), 20, RADIATORS.rear)).toBeCloseTo(20 + 25 / givenWPerK, 9);
  expect(warmedC(100, 1, 20, RADIATORS.rear)).toBeCloseTo(20 + 100 / heldJPerK, 3);
});
