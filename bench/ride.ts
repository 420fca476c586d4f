import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { rideEndOf } from '@/core/ride/assemble';
import { type Course, courseOf, goingOn } from '@/core/ride/course';
import { ready } from '@/core/ride/ready';
import { restOf, type RideMachine } from '@/core/ride/machine';
import { type Looked, ROAD_STEP_S, rideThrough } from '@/core/ride/ride';
import type { Now } from '@/core/ride/now';
import { solveRide } from '@/core/ride/solve';
import type { Table } from '@/core/numerics/table';
import { airSpring } from '@/core/spring/air';
import { frontEnd, rearEnd } from '@/core/spring/end';
import { linearSpring } from '@/core/spring/law';
import { airForce, NO_FORCE } from '@/core/spring/other';
import { leverageOf } from '@/core/leverage/leverage';
import { median } from './print';

/** A minute of road at full detail: gas that warms, dampers that yield, a linkage that rises, a binding fork, a seated rider, drive and brakes. */

const SPEEDS = [0.02, 0.05, 0.1, 0.2, 0.3, 0.5, 0.8, 1.2, 1.8, 2.6, 4];
const damping = (slow: number, fast: number) => ({
  speedMPerS: [...SPEEDS.map((v) => -v).reverse(), 0, ...SPEEDS],
  forceN: [
    ...SPEEDS.map((v) => -(slow * Math.min(v, 0.3) + fast * v)).reverse(),
    0,
    ...SPEEDS.map((v) => 0.6 * slow * Math.min(v, 0.3) + fast * v),
  ],
});

export function fullMachine(): Omit<Looked, 'course'> {
  const air = airSpring({
    stanchionMm: 48,
    boreMm: 44.5,
    levelMm: 110,
    solidVolumeMm3: 62_000,
    travelMm: 300,
    exponent: 1,
    legs: 2,
    initialPressureMPa: 0.101325,
  });
  const leverage = leverageOf({ kind: 'table', wheelMm: [0, 60, 120, 180, 240, 305], shockMm: [0, 19, 39.5, 62, 86, 113] }, 305);
  if (!air.ok || !leverage.ok) throw new Error('the machine of the bench cannot be made');
  const shared = { unsprungKg: 15, frictionN: 50, rubber: { fromShare: 0.87, endN: 2500 }, driveTangent: 0, brakeFriction: 0 };
  const front = rideEndOf({
    ...shared,
    model: frontEnd(300, 26.5, 2, airForce(air.value.air)),
    spring: linearSpring(4.4),
    preloadMm: 12,
    gas: { ...air.value.air, areaMm2: (Math.PI / 4) * 48 ** 2, chambers: 2, exponent: 1.3 },
    damping: damping(900, 350),
    seriesNPerM: 2.5e6,
    tyreNPerM: 160_000,
    brakeFriction: 0.12,
    brakeTangent: -0.5,
  });
  const rear = rideEndOf({
    ...shared,
    model: rearEnd(305, leverage.value, NO_FORCE),
    spring: linearSpring(66),
    preloadMm: 9,
    gas: null,
    damping: damping(9000, 2600),
    seriesNPerM: 1.5e6,
    tyreNPerM: 180_000,
    unsprungKg: 19,
    driveTangent: 0.34,
    brakeTangent: -0.6,
  });
  const machine: RideMachine = {
    sprungKg: 125,
    pitchInertiaKgM2: 27,
    aheadM: 0.78,
    behindM: 0.715,
    front: front.end,
    rear: rear.end,
    rider: { kg: 66, aheadM: -0.18, stiffnessNPerM: 66 * (2 * Math.PI * 4) ** 2, dampingNsPerM: 2 * 0.4 * 66 * 2 * Math.PI * 4 },
    massHeightM: 0.78,
  };
  return { machine, seatAheadM: -0.18, handsAheadM: 0.47, scale: { front: front.travelPerWheel, rear: 1 } };
}

export const minute = (): Course =>
  courseOf(
    [
      { name: 'rough', surface: { kind: 'iso', class: 'D', seed: 3 }, speedMPerS: 15, seconds: 30 },
      { name: 'braking', surface: { kind: 'brakingBumps', spacingM: 1.6, heightM: 0.035 }, speedMPerS: 15, endSpeedMPerS: 7, seconds: 10 },
      { name: 'driving', surface: { kind: 'iso', class: 'C', seed: 4 }, speedMPerS: 7, endSpeedMPerS: 15, seconds: 20 },
    ],
    0.12,
  );

/** What both solvers look at, so that the same work is timed: means and most of both travels, and the heat. */
interface Looks {
  frontMean: number;
  rearMean: number;
  frontMost: number;
  rearMost: number;
  heatW: number;
}

export function ours(looked: Omit<Looked, 'course'>, course: Course): { ms: number; looks: Looks } {
  const { machine } = looked;
  const massKg = machine.sprungKg + machine.front.unsprungKg + machine.rear.unsprungKg + machine.rider!.kg;
  const times: number[] = [];
  let looks: Looks = { frontMean: 0, rearMean: 0, frontMost: 0, rearMost: 0, heatW: 0 };
  for (let run = 0; run < 9; run += 1) {
    let [f, r, fm, rm, heat, n] = [0, 0, 0, 0, 0, 0];
    const look = ({ front, rear }: Now) => {
      f += front.xM;
      r += rear.xM;
      if (front.xM > fm) fm = front.xM;
      if (rear.xM > rm) rm = rear.xM;
      heat += front.damperN * front.speedMPerS + rear.damperN * rear.speedMPerS;
      n += 1;
    };
    const begun = performance.now();
    const found = solveRide(machine, goingOn(course, machine.aheadM + machine.behindM, massKg), course.seconds, look, ROAD_STEP_S);
    times.push(performance.now() - begun);
    if (!found.ok) throw new Error(found.issue.code);
    looks = { frontMean: f / n, rearMean: r / n, frontMost: fm, rearMost: rm, heatW: heat / n };
  }
  return { ms: median(times), looks };
}

/** The whole of it as the page asks: solved and measured. */
export const measuredMs = (looked: Omit<Looked, 'course'>, course: Course): number => {
  const times = Array.from({ length: 9 }, () => {
    const begun = performance.now();
    rideThrough({ ...looked, course });
    return performance.now() - begun;
  });
  return median(times);
};

const table = (t: Table | null): string => (t ? `${t.x.length}\n${[...t.x].join(' ')}\n${[...t.y].join(' ')}` : '0\n\n');

function written({ machine }: Omit<Looked, 'course'>, course: Course): string {
  const end = (which: 'front' | 'rear') => {
    const made = ready(machine, which);
    const rest = restOf(machine, which);
    if (!made.ok || !rest.ok) throw new Error('not held');
    const { end: e, loadN, tyreRestN, stickNPerM, stickNsPerM } = made.value;
    const scalars = [
      e.unsprungKg,
      e.tyreNPerM,
      e.seriesNPerM ?? 0,
      e.frictionN,
      e.brakeFriction,
      e.driveTangent,
      e.brakeTangent,
      e.bumpStop!.fromM,
      e.bumpStop!.rateNPerM,
      e.topOut!.fromM,
      e.topOut!.rateNPerM,
      rest.value,
      loadN,
      tyreRestN,
      stickNPerM,
      stickNsPerM,
      e.gas?.exponent ?? 1,
      e.gas?.settlesS ?? 1,
    ];
    return [
      scalars.join(' '),
      table(e.spring),
      table(e.damping),
      table(e.motion),
      table(e.gas?.pressureN ?? null),
      table(e.gas?.logVolume ?? null),
    ].join('\n');
  };
  const rider = machine.rider!;
  const massKg = machine.sprungKg + machine.front.unsprungKg + machine.rear.unsprungKg + rider.kg;
  const steps = Math.ceil(course.seconds / ROAD_STEP_S);
  return [
    [machine.sprungKg, machine.pitchInertiaKgM2, machine.aheadM, machine.behindM, machine.massHeightM, massKg].join(' '),
    [rider.kg, rider.aheadM, rider.stiffnessNPerM, rider.dampingNsPerM].join(' '),
    end('front'),
    end('rear'),
    [steps, course.seconds / steps, course.stretches.length].join(' '),
    [...course.timesS].join(' '),
    [...course.placesM].join(' '),
    [...course.speedsMPerS].join(' '),
    [...course.gainsMPerS2].join(' '),
    `${course.surface.heightM.length} ${course.surface.stepM}`,
    [...course.surface.heightM].join(' '),
  ].join('\n');
}

/** The same equations and step in plain C++, built here; null without a compiler. */
export function theirs(looked: Omit<Looked, 'course'>, course: Course): { ms: number; looks: Looks } | null {
  const at = mkdtempSync(join(tmpdir(), 'mavrin-ride-'));
  try {
    execFileSync('g++', ['-O2', '-o', join(at, 'ride'), join('bench', 'ride.cpp')], { stdio: 'ignore' });
  } catch {
    return null;
  }
  writeFileSync(join(at, 'problem'), written(looked, course));
  const [ms, frontMean, rearMean, frontMost, rearMost, heatW] = execFileSync(join(at, 'ride'), [join(at, 'problem')], { encoding: 'utf8' })
    .trim()
    .split(' ')
    .map(Number) as [number, number, number, number, number, number];
  return { ms, looks: { frontMean, rearMean, frontMost, rearMost, heatW } };
}
