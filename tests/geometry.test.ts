import { JobFacts, factsOf } from '@/judgement/model/facts';
import { sayMetric } from '@/core/units/say';
import { targetOf } from '@/judgement/aims/targets';
import { geometryOf, NO_SAGS, poseAt, poseBand, sprocketsOf } from '@/judgement/reason/geometry';
import { axlePathWords, effectWords, sprocketWords, topGearWords } from '@/judgement/reason/geometryWords';
import { loadOn } from '@/judgement/ground/fits';

import { standing } from '@/judgement/reason/standing';
import { restsAt } from '@/core/spring/end';
import { type GeometryChanges, NO_CHANGES, otherRod, rodWords, withChanges } from '@/judgement/reason/geometryChanges';
import { SCHOOLS } from '@/knowledge/schools';
import { entriesOf, MACHINE, REAR, RIDER } from './entries';

/** Steering and drive from a machine's figures: what is measured, what stands in, and what a change of height does. */

const of = (more: Record<string, string> = {}, sags = NO_SAGS, job: Record<string, string> = {}) =>
  geometryOf(factsOf(entriesOf({ ...RIDER, ...job }), entriesOf({ ...MACHINE, ...more }), SCHOOLS), sags);
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

test('what is assumed carries its band: none where all is measured, a sprocket’s worth of squat where the pivot is not', () => {
  const asked = (found: ReturnType<typeof of>) => found.states.find((s) => s.name === 'rider')!;
  const whole = of(DRIVE);
  expect(poseBand(whole, asked(whole))).toEqual({ rakeDeg: 0, trailMm: 0, wheelbaseMm: 0, antiSquat: 0 });
  const offset = of({ ...DRIVE, 'machine.offset': '' });
  // Offset alone: trail goes by its deviation over cos ε, twice.
  const pose = poseAt(offset.reference, asked(offset))!;
  expect(poseBand(offset, asked(offset)).trailMm).toBeCloseTo((2 * 7) / Math.cos((pose.rakeDeg * Math.PI) / 180), 6);
  const pivot = of({ ...DRIVE, 'machine.pivot.height': '' });
  expect(poseBand(pivot, asked(pivot)).antiSquat).toBeGreaterThan(0.1);
});

test('top gear, load cases and the axle’s path are said from the figures, and nothing where they are not', () => {
  const gear = { 'machine.primary': '2.1', 'machine.gear.top': '0.85', 'machine.revLimit': '9500' };
  const [bare, geared] = [of(DRIVE), of({ ...DRIVE, ...gear })];
  expect(topGearWords(entriesOf(MACHINE), bare.reference, null)).toBeNull();
  const kmh = (9500 * 2 * Math.PI * 0.322 * 60) / (2.1 * 0.85 * (50 / 13)) / 1000;
  expect(sayMetric(topGearWords(entriesOf({ ...MACHINE, ...DRIVE, ...gear }), geared.reference, null)!)).toContain(
    `${Math.round(kmh)} km/h at 9500 a minute`,
  );
  const loaded = of(DRIVE, NO_SAGS, { 'passenger.mass': '60', 'found.rear.spring': '61', 'found.front.spring': '3.75' });
  const at = (name: string) => loaded.states.find((s) => s.name === name)!.rearTravelMm;
  expect(at('two-up')).toBeGreaterThan(at('rider') + 15);
  expect(sayMetric(axlePathWords(bare)!)).toMatch(/rear axle/);
  // Sags that belie the mark: it sinks two-up by the rate they need, as the ground rides it.
  const read = { ...RIDER, ...REAR, 'passenger.mass': '60', 'found.rear.spring': '61', 'found.front.spring': '3.75' };
  const alone = new JobFacts({ entries: entriesOf(read), machine: entriesOf({ ...MACHINE, ...DRIVE }), schools: SCHOOLS });
  const now = standing(alone, 'rear')!;
  expect(now.rateFrom).toBe('sags');
  const twoUp = geometryOf(alone).states.find((s) => s.name === 'two-up')!;
  const load = loadOn({ facts: alone, springs: [] }, 'two-up')!.rear;
  expect(twoUp.rearTravelMm).toBeCloseTo(restsAt(now.model, now.spring, now.preloadMm, load).zMm, 6);
});

test('a longer shock lifts the rear by its leverage, a larger tyre by its radius; a stiffer spring by what the end would rise', () => {
  const known = new JobFacts({
    entries: entriesOf({ ...RIDER, ...REAR, 'found.rear.spring': '61' }),
    machine: entriesOf({ ...MACHINE, ...DRIVE }),
    schools: SCHOOLS,
  });
  const found = geometryOf(factsOf(known.entries, known.machine, SCHOOLS));
  const rider = found.states.find((s) => s.name === 'rider')!;
  const moved = (change: Partial<GeometryChanges>) => withChanges(rider, { ...NO_CHANGES, ...change }, known, found.reference);
  expect(moved({ shockMm: 4 }).rearTravelMm).toBeCloseTo(rider.rearTravelMm - 4 * 2.95, 6);
  expect(moved({ tyreMm: { rear: 10, front: 0 } }).rearTyreRadiusMm).toBe(332);
  expect(moved({ springPercent: { rear: 10, front: 0 } }).rearTravelMm).toBeLessThan(rider.rearTravelMm - 3);
  expect(withChanges(rider, NO_CHANGES, known, found.reference)).toBe(rider);
});

test('another rod of a drawn linkage moves the rear by where it hangs and where it then rests, and says the leverage', () => {
  const at = (name: string, x: number, y: number) => ({ [`machine.link.${name}.x`]: String(x), [`machine.link.${name}.y`]: String(y) });
  const points = {
    ...at('pivot', 0, 0),
    ...at('axle', -560, -150),
    ...at('upper', -30, 330),
    ...at('lower', -60, 40),
    ...at('rocker', 10, -20),
    ...at('rodRocker', -95, -10),
    ...at('rodOther', -120, -135),
  };
  const linkage = { 'machine.leverage.kind': 'linkage', 'machine.link.rocker.on': 'frame', ...points };
  const entries = entriesOf({ ...RIDER, ...REAR, 'found.rear.spring': '61' });
  const of = (machine: Record<string, string>) =>
    new JobFacts({ entries, machine: entriesOf({ ...MACHINE, ...DRIVE, ...machine }), schools: SCHOOLS });
  const known = of(linkage);
  const found = otherRod(known, -3);
  if (found === null || found === 'apart') throw new Error(String(found));
  expect(Math.abs(found.rearTravelMm)).toBeGreaterThan(2);
  expect(found.ratio.after).not.toBeCloseTo(found.ratio.before, 2);
  const reference = geometryOf(factsOf(known.entries, known.machine, SCHOOLS));
  const rider = reference.states.find((s) => s.name === 'rider')!;
  const moved = withChanges(rider, { ...NO_CHANGES, rodMm: -3 }, known, reference.reference);
  expect(moved.rearTravelMm - rider.rearTravelMm).toBeCloseTo(found.rearTravelMm, 9);
  expect(sayMetric(rodWords(known, -3)!)).toMatch(
    /^The rod 3 mm shorter: the rear stands \d+ mm (higher|lower), leverage there \d+\.\d\d for/,
  );
  expect(sayMetric(rodWords(known, -200)!)).toMatch(/does not hold/);
  expect([otherRod(of({}), 2), rodWords(known, 0)]).toEqual([null, null]);
});

test('it stands where this job read it, else as it was handed back, else where the school wants it, which is marked', () => {
  const rider = (found: ReturnType<typeof of>) => found.states.find((s) => s.name === 'rider')!.rearTravelMm;
  const aim = targetOf(factsOf(entriesOf(RIDER), entriesOf(MACHINE), SCHOOLS), 'rear')!.rider.value;
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
