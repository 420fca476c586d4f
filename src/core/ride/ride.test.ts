import { eigs, solveODE } from 'mathjs';
import { naturalFrequenciesHz } from './frequencies';
import { machineOf, type PlainEnd, type PlainRide, ridePlain } from './plain';
import { type RideEvent, roadUnder } from './roads';
import type { Now } from './now';
import { solveRide } from './solve';

// The package's types leave this one out.
declare module 'mathjs' {
  export function solveODE(
    rate: (t: number, y: number[]) => number[],
    span: [number, number],
    from: number[],
    options: { method: 'RK45' | 'RK23'; tol: number; maxStep: number; maxIter: number },
  ): { t: number[]; y: number[][] };
}

const LINEAR = { unsprungKg: 15, tyreNPerM: 180_000, wheelRateNPerM: 15_000, compressionNsPerM: 600, reboundNsPerM: 1200, frictionN: 0 };
const BODY = { sprungKg: 200, pitchInertiaKgM2: 35, aheadM: 0.75, behindM: 0.65 };
const MACHINE = { ...BODY, front: LINEAR, rear: { ...LINEAR, unsprungKg: 19, wheelRateNPerM: 21_000 } };
const BUMP: RideEvent = { kind: 'bump', heightM: 0.04, lengthM: 1.2, speedMPerS: 12, atS: 0.1 };

const ridden = (machine: PlainRide['machine'], event: RideEvent = BUMP, seconds = 2) => {
  const found = ridePlain({ machine, event, seconds });
  if (!found.ok) throw new Error(found.issue.code);
  return found.value;
};
function followed(machine: PlainRide['machine'], event: RideEvent, seconds: number, look: (now: Now) => void, stepS?: number) {
  const found = solveRide(machineOf(machine), roadUnder(event, machine.aheadM + machine.behindM), seconds, look, stepS);
  if (!found.ok) throw new Error(found.issue.code);
}

test('natural frequencies are those of a general eigenvalue package', () => {
  const found = naturalFrequenciesHz(machineOf(MACHINE));
  if (!found.ok) throw new Error(found.issue.code);
  const { aheadM: a, behindM: b, sprungKg: m, pitchInertiaKgM2: i } = MACHINE;
  const [kf, kr, kt] = [15_000, 21_000, 180_000];
  const rows = [
    [(kf + kr) / m, (a * kf - b * kr) / m, -kf / m, -kr / m],
    [(a * kf - b * kr) / i, (a * a * kf + b * b * kr) / i, (-a * kf) / i, (b * kr) / i],
    [-kf / 15, (-a * kf) / 15, (kf + kt) / 15, 0],
    [-kr / 19, (b * kr) / 19, 0, (kr + kt) / 19],
  ];
  const values = (eigs(rows, { eigenvectors: false }).values as number[]).map((value) => Math.sqrt(value) / (2 * Math.PI));
  expect(found.value).toEqual([...values].sort((x, y) => x - y).map((hz) => expect.closeTo(hz, 6)));
});

test('a step under both wheels at once is the step response of one degree of freedom in closed form', () => {
  // Each end on its own: inertia m·a·b, tyres as good as rigid, wheels as good as massless; the ground rises under both.
  const end = { ...LINEAR, unsprungKg: 0.05, tyreNPerM: 8e6, compressionNsPerM: 500, reboundNsPerM: 500 };
  const machine = { sprungKg: 200, aheadM: 0.7, behindM: 0.7, pitchInertiaKgM2: 98, front: end, rear: end };
  const [omega, zeta] = [Math.sqrt(15_000 / 100), 500 / (2 * Math.sqrt(15_000 * 100))];
  const damped = omega * Math.sqrt(1 - zeta ** 2);
  const h = 0.004;
  const worst: number[] = [];
  const road = { front: () => h, rear: () => h, startM: 0 };
  solveRide(machineOf(machine), road, 1.5, ({ timeS: t, bodyM }) => {
    // A base that rises by a step under spring and damper: x = h·(1 − e^(−ζωt)·(cos ω_d t − ζω/ω_d·sin ω_d t)).
    const exact = h * (1 - Math.exp(-zeta * omega * t) * (Math.cos(damped * t) - ((zeta * omega) / damped) * Math.sin(damped * t)));
    worst.push(Math.abs(bodyM - exact) / h);
  });
  expect(worst.length).toBeGreaterThan(10_000);
  expect(Math.max(...worst.slice(200))).toBeLessThan(0.01);
});

test('energy: what the road puts in is what is stored and what the dampers and friction took, to a part in a thousand', () => {
  const { front, rear, ...body } = MACHINE;
  const machine = { ...body, front: { ...front, frictionN: 30 }, rear: { ...rear, frictionN: 50 } };
  const stiff = [15_000, 21_000] as const;
  const stored = (now: Now) => {
    const spring = [now.front, now.rear].map((end, i) => (stiff[i]! * end.xM ** 2) / 2);
    const tyre = [now.front, now.rear].map((end, i) => (end.tyreN - rest[i]!) ** 2 / (2 * 180_000));
    const kinetic =
      (200 * now.bodyMPerS ** 2 + 35 * now.pitchRadPerS ** 2 + 15 * now.frontWheelMPerS ** 2 + 19 * now.rearWheelMPerS ** 2) / 2;
    return kinetic + spring[0]! + spring[1]! + tyre[0]! + tyre[1]!;
  };
  const loads = [(200 * 9.80665 * 0.65) / 1.4, (200 * 9.80665 * 0.75) / 1.4];
  const rest = [loads[0]! + 15 * 9.80665, loads[1]! + 19 * 9.80665];
  const road = roadUnder(BUMP, 1.4);
  let [put, taken, last] = [0, 0, 0];
  let power: { road: number; damper: number } | null = null;
  let heldAtEnd = 0;
  followed(machine, BUMP, 3, (now) => {
    const d = 1e-6;
    const roadSpeed = (height: (t: number) => number) => (height(now.timeS + d) - height(now.timeS - d)) / (2 * d);
    const friction = [now.front, now.rear].map((end, i) => (Math.abs(end.speedMPerS) > 1e-3 ? [30, 50][i]! * Math.abs(end.speedMPerS) : 0));
    const next = {
      road: (now.front.tyreN - rest[0]!) * roadSpeed(road.front) + (now.rear.tyreN - rest[1]!) * roadSpeed(road.rear),
      damper: now.front.damperN * now.front.speedMPerS + now.rear.damperN * now.rear.speedMPerS + friction[0]! + friction[1]!,
    };
    if (power) {
      put += ((power.road + next.road) / 2) * (now.timeS - last);
      taken += ((power.damper + next.damper) / 2) * (now.timeS - last);
    }
    power = next;
    last = now.timeS;
    heldAtEnd = stored(now);
  });
  expect(put).toBeGreaterThan(5);
  expect(Math.abs(put - taken - heldAtEnd) / taken).toBeLessThan(1e-3);
});

test('a general ODE package gives the same travels, over a bump that lifts both wheels', () => {
  const event: RideEvent = { kind: 'bump', heightM: 0.09, lengthM: 0.7, speedMPerS: 14, atS: 0.05 };
  const { aheadM: a, behindM: b } = MACHINE;
  const road = roadUnder(event, a + b);
  const loads = [(200 * 9.80665 * b) / (a + b), (200 * 9.80665 * a) / (a + b)];
  const lost = { times: 0 };
  const rate = (t: number, y: number[]) => {
    const [z, th, f, r, vz, vth, vf, vr] = y as [number, number, number, number, number, number, number, number];
    const [cf, cr] = [f - z - a * th, r - z + b * th];
    const [sf, sr] = [vf - vz - a * vth, vr - vz + b * vth];
    const force = (k: number, c: number, s: number) => k * c + (s > 0 ? 600 : 1200) * s;
    const [onF, onR] = [force(15_000, cf, sf), force(21_000, cr, sr)];
    const tyre = (load: number, kg: number, gap: number) => Math.max(0, load + kg * 9.80665 + 180_000 * gap) - load - kg * 9.80665;
    const [nf, nr] = [tyre(loads[0]!, 15, road.front(t) - f), tyre(loads[1]!, 19, road.rear(t) - r)];
    if (nf === -loads[0]! - 15 * 9.80665) lost.times += 1;
    return [vz, vth, vf, vr, (onF + onR) / 200, (a * onF - b * onR) / 35, (nf - onF) / 15, (nr - onR) / 19];
  };
  const general = solveODE(rate, [0, 0.6], [0, 0, 0, 0, 0, 0, 0, 0], { method: 'RK45', tol: 1e-7, maxStep: 1e-3, maxIter: 100_000 });
  const travels = (i: 0 | 1) => general.y.map((y) => (i === 0 ? y[2]! - y[0]! - a * y[1]! : y[3]! - y[0]! + b * y[1]!) * 1000);
  const ours = ridden(MACHINE, event, 0.6);
  expect(lost.times).toBeGreaterThan(10);
  for (const [range, i] of [
    [ours.frontTravelMm, 0],
    [ours.rearTravelMm, 1],
  ] as const)
    expect([range.max, range.min]).toEqual([expect.closeTo(Math.max(...travels(i)), 0.5), expect.closeTo(Math.min(...travels(i)), 0.5)]);
  expect(ours.frontContactLostShare).toBeGreaterThan(0.02);
});

const TABLES: PlainEnd = {
  unsprungKg: 18,
  tyreNPerM: 180_000,
  frictionN: 60,
  springTable: { travelMm: [0, 60, 130], forceN: [200, 1300, 3200] },
  dampingTable: { speedMPerS: [-1, 0, 1], forceN: [-1500, 0, 800] },
  topOut: { rateNPerM: 200_000 },
  bumpStop: { fromMm: 110, rateNPerM: 100_000 },
};

test('with tables it rests where spring and load meet, and no figure hangs on the step', () => {
  const machine = { ...BODY, front: { ...TABLES, unsprungKg: 15 }, rear: TABLES };
  const found = ridden(machine, { kind: 'bump', heightM: 0.08, lengthM: 0.6, speedMPerS: 12, atS: 0.1 });
  // 200 kg · g · 0.75/1.4 = 1050.7 N on the rear: 60 · (1050.7 − 200)/1100 mm along the first piece.
  expect(found.staticRearMm).toBeCloseTo((60 * ((200 * 9.80665 * 0.75) / 1.4 - 200)) / 1100, 6);
  const most = (stepS: number) => {
    let [front, rear, tyre] = [0, 0, 0];
    followed(
      machine,
      { kind: 'bump', heightM: 0.08, lengthM: 0.6, speedMPerS: 12, atS: 0.1 },
      2,
      (now) => {
        front = Math.max(front, now.front.xM);
        rear = Math.max(rear, now.rear.xM);
        tyre = Math.max(tyre, now.rear.tyreN);
      },
      stepS,
    );
    return [front, rear, tyre];
  };
  const [coarse, fine] = [most(1e-4), most(5e-5)];
  coarse.forEach((value, i) => expect(Math.abs(value / fine[i]! - 1)).toBeLessThan(0.005));
});

test('dry friction holds a wheel where it stopped: no chatter, no creeping', () => {
  const machine = { ...BODY, front: { ...LINEAR, frictionN: 150 }, rear: { ...LINEAR, frictionN: 150 } };
  const late: { x: number; v: number }[] = [];
  followed(machine, { kind: 'step', heightM: 0.05, speedMPerS: 10, atS: 0.1 }, 5, (now) => {
    if (now.timeS > 3) late.push({ x: now.front.xM, v: now.front.speedMPerS });
  });
  const mean = (some: typeof late) => some.reduce((sum, n) => sum + n.x, 0) / some.length;
  const half = late.length / 2;
  // Held where it stopped, not settled to rest; the machine still rocks a little on its tyres, which nothing damps.
  expect(Math.abs(late[0]!.x) * 15_000).toBeLessThanOrEqual(150);
  expect(Math.abs(late[0]!.x)).toBeGreaterThan(1e-4);
  expect(Math.abs(mean(late.slice(0, half)) - mean(late.slice(half)))).toBeLessThan(1e-6);
  expect(Math.max(...late.map((n) => Math.abs(n.v)))).toBeLessThan(1e-3);
});

test('a tyre in the air weighs nothing on the ground, and the machine falls freely', () => {
  let least = 0;
  followed(MACHINE, { kind: 'drop', heightM: 1, atS: 0 }, 0.4, (now) => {
    if (now.timeS > 0.35 && now.front.tyreN === 0 && now.rear.tyreN === 0) least = now.bodyM;
  });
  // The centre of mass of all four masses falls ½·g·t²; the body itself hangs by what the springs let go.
  expect(least).toBeLessThan(-0.4);
  expect(ridden(MACHINE, { kind: 'drop', heightM: 1, atS: 0 }, 0.4).frontContactLostShare).toBeGreaterThan(0.9);
});
