import { factsOf } from '@/judgement/model/facts';
import { sayMetric } from '@/core/units/say';
import { SCHOOLS } from '@/knowledge/schools';
import { ATMOSPHERE_MPA } from '@/core/constants/constants';
import { airForkForceN } from '@/core/spring/airFork';
import { airForkOf } from '@/judgement/aims/airFork';
import { airPredicted } from '@/judgement/aims/curves';
import { loadsOf } from '@/judgement/model/loads';
import { wantedFigures } from '@/judgement/findings/built';
import { judgeSpring } from '@/judgement/findings/springJudge';
import { choiceAt } from '@/judgement/aims/estimates';
import { riderRates } from '@/judgement/aims/riderRates';
import { predict } from '@/judgement/reason/cures';
import { CAUSES } from '@/knowledge/causes/shipped';
import { entriesOf, MACHINE, RIDER } from './entries';
import { known, walked } from './known';

/** An air fork as it is typed: a pressure for each load, or what is missing for it. */

const AIR = { 'machine.forkSpring': 'air', 'machine.air.piston': '34', 'machine.air.chamber': '420' };
const asked = (job: Record<string, string> = {}, machine: Record<string, string> = {}) =>
  airForkOf(factsOf(entriesOf({ ...RIDER, ...job }), entriesOf({ ...MACHINE, ...AIR, ...machine }), SCHOOLS));

test('the pressure holds the front load, along the fork, at the rider sag aimed at', () => {
  const found = asked();
  if (!('cases' in found)) throw new Error(JSON.stringify(found));
  const load = loadsOf(factsOf(entriesOf(RIDER), entriesOf(MACHINE))).cases[0]!.result;
  if (!load.ok) throw new Error('no load');
  const rake = (Number(MACHINE['machine.rake'].replace(',', '.')) * Math.PI) / 180;
  const alongN = load.value.ladenFrontN * Math.cos(rake);
  expect(airForkForceN(found.fork, found.cases[0]!.gaugeMPa + ATMOSPHERE_MPA, found.riderSagMm)).toBeCloseTo(alongN, 6);
  expect(found.warmerMPa).toBeGreaterThan(found.cases[0]!.gaugeMPa);
  expect(found.colderMPa).toBeLessThan(found.cases[0]!.gaugeMPa);
});

test('two-up asks for more; both legs share; what is missing is named, and a chamber too short is refused at its field', () => {
  const two = asked({ 'passenger.mass': '70' });
  if (!('cases' in two)) throw new Error('missing');
  expect(two.cases.length).toBeGreaterThan(1);
  const both = asked({}, { 'machine.air.legs': 'both' });
  if (!('cases' in both)) throw new Error('missing');
  expect((both.cases[0]!.gaugeMPa + ATMOSPHERE_MPA) * 2).toBeLessThan((two.cases[0]!.gaugeMPa + ATMOSPHERE_MPA) * 2);
  expect(asked({}, { 'machine.air.piston': '' })).toEqual({ missing: ['machine.air.piston'] });
  expect(asked({}, { 'machine.air.chamber': '200' })).toMatchObject({ field: 'machine.air.chamber' });
});

test('at the pressure for the rider alone a heavier load sits lower, and the stance has both lines', () => {
  const found = asked({ 'passenger.mass': '70' });
  if (!('cases' in found)) throw new Error('missing');
  const { staticSagMm, riderSagMm, cases } = airPredicted(found);
  expect(cases[0]!.sagMm).toBeCloseTo(riderSagMm, 6);
  expect(staticSagMm).toBeLessThan(riderSagMm);
  expect(cases[1]!.sagMm).toBeGreaterThan(riderSagMm);
  expect(cases[1]!.gaugeMPa).toBeGreaterThan(cases[0]!.gaugeMPa!);
  const own = asked({ 'springs.front.balance': '5 bar' }, { 'machine.air.balance.piston': '28', 'machine.air.balance.chamber': '60' });
  expect('cases' in own && own.fork.balance!.pressureMPa).toBeCloseTo(0.5 + ATMOSPHERE_MPA, 9);
});

test('the rake nobody measured is the kind’s, and is said so', () => {
  const found = asked({}, { 'machine.rake': '', 'machine.type': 'enduro' });
  expect('cases' in found && found.assumed.at(-1)).toMatch(/^rake 27\.0°, as usual of the kind$/);
  expect(asked({}, { 'machine.rake': '' })).toEqual({ missing: ['machine.rake'] });
});

test('the pressure taken is what the rebuild is held against', () => {
  expect(wantedFigures(factsOf(entriesOf({ 'springs.front.pressure': '8,6 bar' }), {}), [])).toEqual([
    { key: 'front.air', what: 'Air fork pressure', text: '8,6 bar', value: 0.86, tolerance: 0.02 },
  ]);
});

test('nothing judges, estimates or proposes a coil spring where the fork is on air: a stiffer spring is a pressure there', () => {
  const air = known(walked({}), {}, { ...AIR, 'machine.type': 'enduro' });
  const coil = known(walked({}), {}, { 'machine.type': 'enduro' });
  const judged = (k: typeof air) => judgeSpring(factsOf(k.entries, k.machine, SCHOOLS), 'front');
  expect([judged(air), judged(coil) === null]).toEqual([null, false]);
  expect(choiceAt(factsOf(air.entries, air.machine, SCHOOLS), 'front')).toEqual({ missing: [] });
  expect(riderRates(factsOf(air.entries, air.machine, SCHOOLS), []).every((r) => r.front === null && r.rear !== null)).toBe(true);
  const cure = CAUSES.find((c) => c.id === 'spring-soft')!.cures.find((c) => c.effect.kind === 'spring')!;
  const { proposal, words } = predict(air, [], cure, 'front');
  expect(sayMetric(words)).toMatch(/^Front: the load asks for \d+\.\d bar/);
  expect(proposal!.puts.map((p) => p.field)).toEqual(['springs.front.pressure']);
});
