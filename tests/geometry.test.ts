import { effectWords, geometryOf, poseAt, type SagsRead } from '@/judgement/model/geometry';
import { entriesOf, MACHINE, RIDER } from './entries';

/** Steering and drive from a machine's figures: what is measured, what stands in, and what a change of height does. */

const NONE: SagsRead = { rear: { staticMm: null, riderMm: null }, front: { staticMm: null, riderMm: null } };
const of = (more: Record<string, string> = {}, sags = NONE) => geometryOf(entriesOf(RIDER), entriesOf({ ...MACHINE, ...more }), sags);
const DRIVE = {
  'machine.offset': '22',
  'machine.radius.front': '345',
  'machine.radius.rear': '322',
  'machine.pivot.forward': '570',
  'machine.pivot.height': '415',
  'machine.countershaft.forward': '645',
  'machine.countershaft.height': '425',
  'machine.teeth.front': '13',
  'machine.teeth.rear': '50',
  'machine.mass.height': '680',
};

test('what nobody measured stands in and is named; each figure typed takes its place', () => {
  const bare = of();
  expect(bare.assumed.join('; ')).toMatch(/rear tyre radius .*fork offset .*sags as usual/);
  expect([bare.ratio, bare.chainPitches]).toEqual([null, null]);
  const whole = of(DRIVE, { rear: { staticMm: 36, riderMm: 102 }, front: { staticMm: 30, riderMm: 72 } });
  expect(whole.assumed).toEqual([]);
  expect(whole.reference).toMatchObject({ forkOffsetMm: 22, swingArmPivot: { forwardMm: 570, heightMm: 415 }, drive: { frontTeeth: 13 } });
  expect(whole.states.map((s) => [s.name, s.rearTravelMm, s.frontTravelMm]).slice(0, 3)).toEqual([
    ['extended', 0, 0],
    ['bare', 36, 30],
    ['rider', 102, 72],
  ]);
  expect(whole.ratio).toBeCloseTo(50 / 13, 12);
  // The mass lies where the wheel loads with the rider say it does.
  expect(whole.reference.centreOfMass.forwardMm / whole.reference.wheelbaseMm).toBeGreaterThan(0.4);
});

test('the pivot of the linkage’s drawing serves where it is not typed of its own', () => {
  const drawn = { 'machine.link.pivot.x': '0', 'machine.link.pivot.y': '0', 'machine.link.axle.x': '-565', 'machine.link.axle.y': '-88' };
  const { reference } = of({ ...drawn, 'machine.radius.rear': '322' });
  expect(reference.swingArmPivot).toEqual({ forwardMm: 565, heightMm: 410 });
});

test('tubes through the clamps turn quicker, a longer shock squats less; what nobody feels is not said', () => {
  const { reference, states } = of(DRIVE);
  const rider = states.find((s) => s.name === 'rider')!;
  const said = (change: object) => effectWords(poseAt(reference, rider)!, poseAt(reference, { ...rider, ...change })!).join(' ');
  expect(said({ forkThroughClampMm: 10 })).toMatch(/^Turns in quicker .*rake 0\.\d° steeper, \d mm less trail/);
  expect(said({ forkThroughClampMm: -10 })).toMatch(/^Steadier at speed/);
  expect(said({ rearTravelMm: rider.rearTravelMm - 25 })).toMatch(/Squats less and stands up more on the throttle/);
  expect(said({ rearTravelMm: rider.rearTravelMm + 25 })).toMatch(/Squats more on the throttle/);
  expect(said({ forkThroughClampMm: 0.5 })).toBe('');
});
