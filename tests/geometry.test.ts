import { sayMetric } from '@/core/units/say';
import { targetOf } from '@/judgement/aims/targets';
import { effectWords, geometryOf, NO_SAGS, poseAt, sprocketsOf, sprocketWords } from '@/judgement/model/geometry';
import { SCHOOLS } from '@/knowledge/schools';
import { entriesOf, MACHINE, REAR, RIDER } from './entries';

/** Steering and drive from a machine's figures: what is measured, what stands in, and what a change of height does. */

const of = (more: Record<string, string> = {}, sags = NO_SAGS, job: Record<string, string> = {}) =>
  geometryOf(entriesOf({ ...RIDER, ...job }), entriesOf({ ...MACHINE, ...more }), SCHOOLS, sags);
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
  expect(bare.assumed.join('; ')).toMatch(/rear tyre radius .*fork offset .*sags where the school wants them/);
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

test('it stands where this job read it, else as it was handed back, else where the school wants it, which is marked', () => {
  const rider = (found: ReturnType<typeof of>) => found.states.find((s) => s.name === 'rider')!.rearTravelMm;
  const aim = targetOf(entriesOf(RIDER), entriesOf(MACHINE), 'rear', SCHOOLS)!.rider.value;
  expect([rider(of()), of().aimedAt]).toEqual([aim, ['bare', 'rider']]);
  const back = { rear: { staticMm: 36, riderMm: 102 }, front: { staticMm: 30, riderMm: 72 } };
  expect([rider(of({}, back)), of({}, back).aimedAt]).toEqual([102, []]);
  expect(rider(of({}, back, REAR))).toBeCloseTo(121, 9);
});

test('the pivot of the linkage’s drawing serves where it is not typed of its own', () => {
  const drawn = { 'machine.link.pivot.x': '0', 'machine.link.pivot.y': '0', 'machine.link.axle.x': '-565', 'machine.link.axle.y': '-88' };
  const { reference } = of({ ...drawn, 'machine.radius.rear': '322' });
  expect(reference.swingArmPivot).toEqual({ forwardMm: 565, heightMm: 410 });
});

test('tubes through the clamps turn quicker, a longer shock squats less; what nobody feels is not said', () => {
  const { reference, states } = of(DRIVE);
  const rider = states.find((s) => s.name === 'rider')!;
  const said = (change: object) =>
    effectWords(poseAt(reference, rider)!, poseAt(reference, { ...rider, ...change })!)
      .map(sayMetric)
      .join(' ');
  expect(said({ forkThroughClampMm: 10 })).toMatch(/^Turns in quicker .*rake 0\.\d° steeper, \d mm less trail/);
  expect(said({ forkThroughClampMm: -10 })).toMatch(/^Steadier at speed/);
  expect(said({ rearTravelMm: rider.rearTravelMm - 25 })).toMatch(/Squats less and stands up more on the throttle/);
  expect(said({ rearTravelMm: rider.rearTravelMm + 25 })).toMatch(/Squats more on the throttle/);
  expect(said({ forkThroughClampMm: 0.5 })).toBe('');
});

test('a tooth more at the rear turns the engine faster, asks for its chain, and squats otherwise; without a chain there is nothing to change', () => {
  const found = of(DRIVE);
  const rider = found.states.find((s) => s.name === 'rider')!;
  const changed = (teeth: { front: number; rear: number }) => {
    const { reference, change } = sprocketsOf(found, teeth)!;
    return {
      words: sprocketWords(change).map(sayMetric).join(' '),
      effects: effectWords(poseAt(found.reference, rider)!, poseAt(reference, rider)!),
    };
  };
  // By hand: the rear radius grows by 5.05 mm, its wrap is π + 2·0.145, so the chain wants 17.3 mm more, half of it from the distance over cos 0.145: 8.75 mm.
  expect(changed({ front: 13, rear: 52 }).words).toMatch(
    /^Final drive 3\.85 becomes 4\.00 to 1: at the same speed the engine turns 4\.0 % faster: pulls harder.*the axle moves 9 mm forward; with the axle where it is the same 116 links do/,
  );
  expect(changed({ front: 14, rear: 50 }).words).toMatch(/turns 7\.1 % slower: calmer/);
  expect(changed({ front: 11, rear: 50 }).effects.map(sayMetric).join(' ')).toMatch(/Squats less and stands up more on the throttle/);
  expect(sprocketsOf(found, { front: 13, rear: 101 })).toBeNull();
  expect(sprocketsOf(of(), { front: 13, rear: 50 })).toBeNull();
});
