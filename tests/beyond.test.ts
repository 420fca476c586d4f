import { factsOf } from '@/judgement/model/facts';
import { OILS } from '@/core/damper/oils';
import { beyondRequest, brakedFrictionN, FIRM_G, gasOverStroke } from '@/judgement/aims/beyond';
import { dampersAt, sharedAmong } from '@/judgement/model/unlike';
import { SCHOOLS } from '@/knowledge/schools';
import { known, type Texts } from './known';

/** What an expert looks at beyond the curve, from the figures of a job. */

const of = (texts: Texts, machine: Texts = {}) => known(texts, {}, machine);
const FORK: Texts = { 'machine.stanchion': '48', 'machine.bore': '44.5', 'machine.solid': '62' };

test('air over the stroke: slow and quick are alike extended, and quick is the harder the further in', () => {
  const { entries, machine } = of({ 'found.front.oilLevel.left': '110 mm' }, FORK);
  const places = gasOverStroke(factsOf(entries, machine, SCHOOLS), 'front')!;
  expect(places.map((p) => p.strokeMm)).toEqual([0, 100, 200, 300]);
  expect(places[0]!.slowMPa).toBeCloseTo(places[0]!.quickMPa, 12);
  for (const p of places.slice(1)) expect(p.quickMPa / p.slowMPa).toBeGreaterThan(1.05);
  // pV constant when slow, pV^1.3 when quick: the ratio of both is a power of the slow pressure's own rise.
  for (const p of places) expect(p.quickMPa / places[0]!.slowMPa).toBeCloseTo((p.slowMPa / places[0]!.slowMPa) ** 1.3, 9);
  expect(gasOverStroke(factsOf(entries, known({}).machine, SCHOOLS), 'front')).toBeNull();
});

test('a shock’s charge rises as its shaft takes up the chamber; without a chamber nothing is said', () => {
  const figures: Texts = { 'machine.shaft': '16', 'machine.chamber': '90', 'machine.shockStroke': '105' };
  const { entries, machine } = of({ 'found.rear.gas': '10 bar' }, figures);
  const places = gasOverStroke(factsOf(entries, machine, SCHOOLS), 'rear')!;
  const area = (Math.PI / 4) * 16 ** 2;
  expect(places[0]!.slowMPa).toBeCloseTo(1.101325, 6);
  expect(places.at(-1)!.slowMPa).toBeCloseTo(1.101325 / (1 - (area * 105) / 90_000), 6);
  expect(places.at(-1)!.slowN).toBeCloseTo((places.at(-1)!.slowMPa - 0.101325) * area, 3);
  expect(gasOverStroke(factsOf(entries, of({}, { ...figures, 'machine.chamber': '' }).machine, SCHOOLS), 'rear')).toBeNull();
});

test('the fork under a firm brake: a share of all it weighs, and nothing while that is not known', () => {
  const { entries, machine } = of({});
  // 111 kg of machine and 85 of rider, half a g, seven tenths of it in front, 0.12 N a newton.
  expect(brakedFrictionN(factsOf(entries, machine))).toBeCloseTo(0.12 * 0.7 * FIRM_G * 196 * 9.80665, 6);
  expect(brakedFrictionN(factsOf(of({ 'rider.mass': '' }).entries, machine))).toBeNull();
});

test('a damper that is not known is not asked about', () => {
  const { entries, machine } = of({});
  expect(beyondRequest(factsOf(entries, machine), 'rear', OILS)).toBeNull();
});

test('a fork on air has its own gas: the main chamber at the pressure read', () => {
  const air: Texts = { 'machine.forkSpring': 'air', 'machine.air.piston': '34', 'machine.air.chamber': '420' };
  const { entries, machine } = of({ 'found.front.air': '10 bar' }, air);
  const places = gasOverStroke(factsOf(entries, machine, SCHOOLS), 'front')!;
  expect(places[0]!.slowMPa).toBeCloseTo(1.101325, 6);
  // Boyle: the length that is left.
  expect(places.at(-1)!.slowMPa).toBeCloseTo((1.101325 * 420) / (420 - places.at(-1)!.strokeMm), 6);
  expect(places.at(-1)!.quickMPa).toBeCloseTo(1.101325 * (420 / (420 - places.at(-1)!.strokeMm)) ** 1.3, 6);
});

test('what an end needs is shared among the dampers that work there; unlike legs are aimed at together', () => {
  const among = (machine: Texts) => (['front', 'rear'] as const).map((end) => sharedAmong(of({}, machine).machine, end));
  expect(among({})).toEqual([2, 1]);
  expect(among({ 'machine.damper.front.legs': 'one' })).toEqual([1, 1]);
  expect(among({ 'machine.damper.front.legs': 'unlike' })).toEqual([1, 1]);
  expect(dampersAt(of({}, { 'machine.damper.front.legs': 'unlike' }).machine, 'front')).toEqual(['front', 'other']);
  expect(among({ 'machine.type': 'cruiser' })[1]).toBe(2);
});
