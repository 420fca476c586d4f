import fc from 'fast-check';
import { MACHINE_TYPES, type MachineType } from '@/catalogue/fields/machine';
import { ENDS } from '@/catalogue/ends';
import { judgedEnd, judgeJob } from '@/judgement/job/judgeJob';
import { factsOf } from '@/judgement/model/facts';
import { proposed, selectionOf } from '@/judgement/aims/springs';
import { chosenRateOf } from '@/judgement/aims/springs';
import { CAUSES } from '@/knowledge/causes/shipped';
import { kindOf } from '@/knowledge/inForce';
import { SCHOOLS } from '@/knowledge/schools';
import { entriesOf, springOf } from './entries';

/** The whole chain on drawn machines: what is said of an end does not deny itself, whatever is known of it. */

const drawn = fc.record({
  type: fc.constantFrom(...(Object.keys(MACHINE_TYPES) as MachineType[])),
  rider: fc.integer({ min: 50, max: 130 }),
  passenger: fc.option(fc.integer({ min: 45, max: 95 })),
  twoUp: fc.option(fc.integer({ min: 0, max: 100 })),
  loadSchool: fc.option(fc.constantFrom('solo', 'as-ridden', 'no-ring')),
  school: fc.option(fc.constantFrom(...SCHOOLS.map((s) => s.id))),
  pace: fc.option(fc.constantFrom('easy', 'steady', 'quick', 'race')),
  isMeasured: fc.boolean(),
  statics: fc.option(fc.oneof(fc.constant(0), fc.double({ min: 0, max: 0.25, noNaN: true }))),
  adds: fc.option(fc.double({ min: 0.05, max: 0.35, noNaN: true })),
  marked: fc.option(fc.double({ min: 0.6, max: 1.6, noNaN: true })),
  used: fc.option(fc.double({ min: 0.4, max: 1, noNaN: true })),
  most: fc.option(fc.integer({ min: 4, max: 25 })),
});
type Drawn = typeof drawn extends fc.Arbitrary<infer D> ? D : never;

function factsFrom(d: Drawn) {
  const { figures } = kindOf(d.type);
  const travel = { front: figures.frontTravelMm.mean, rear: figures.rearTravelMm.mean };
  const frontKg = figures.machineKg.mean * figures.frontShare.mean;
  const machine: Record<string, string> = {
    'machine.type': d.type,
    'machine.travel.front': String(travel.front),
    'machine.travel.rear': String(travel.rear),
    ...(d.isMeasured
      ? {
          'machine.leverage': String(figures.leverageRatio.mean),
          'machine.wheelbase': String(figures.wheelbaseMm.mean),
          'machine.weighed.front': String(frontKg),
          'machine.weighed.rear': String(figures.machineKg.mean - frontKg),
        }
      : {}),
  };
  const job: Record<string, string> = { 'rider.mass': String(d.rider) };
  const set = (key: string, value: string | number | null) => {
    if (value !== null) job[key] = String(value);
  };
  set('passenger.mass', d.passenger);
  set('load.two-up', d.twoUp);
  if (d.twoUp !== null) set('load.solo', 100 - d.twoUp);
  set('load.school', d.loadSchool);
  set('school', d.school);
  set('pace', d.pace);
  const usual = Object.fromEntries(
    ENDS.map((end) => [end, chosenRateOf(factsOf(entriesOf({ 'rider.mass': '82' }), entriesOf(machine), SCHOOLS), end)!.rateNPerMm.p50]),
  );
  for (const end of ENDS) {
    const staticMm = d.statics === null ? null : d.statics * travel[end];
    const riderMm = d.adds === null ? null : (staticMm ?? 0.1 * travel[end]) + d.adds * travel[end];
    if (staticMm !== null || riderMm !== null) set(`measure.${end}.style`, 'ruler');
    for (const [state, mm] of [
      ['unladen', staticMm],
      ['laden', riderMm],
    ] as const)
      if (mm !== null) {
        set(`measure.${end}.${state}.1.lifted`, Math.max(0, mm - 2).toFixed(1));
        set(`measure.${end}.${state}.1.pressed`, (mm + 2).toFixed(1));
      }
    if (d.marked !== null) set(`found.${end}.spring`, (d.marked * usual[end]!).toFixed(1));
    set(`measure.${end}.used`, d.used === null ? null : (d.used * travel[end]).toFixed(0));
    set(`springs.${end}.range.max`, d.most);
  }
  const springs = ENDS.flatMap((end, k) =>
    [0.7, 0.8, 0.9, 1, 1.1, 1.25, 1.4].map((x, i) => springOf(10 * k + i + 1, Number((x * usual[end]!).toFixed(2)), end)),
  );
  return { facts: factsOf(entriesOf(job), entriesOf(machine), SCHOOLS), springs, job, machine };
}

/** Verify draws fewer than the 500 it was shown with: DRAWS=500 npm test -- tests/judge.test.ts. */
const RUNS = Number(process.env.DRAWS ?? 100);

test('over drawn machines no sentence denies another, no main button is refused by its own verdict, and chances add up to one', () => {
  const seen = new Set<string>();
  fc.assert(
    fc.property(drawn, (d) => {
      const { facts, springs } = factsFrom(d);
      for (const end of ENDS) {
        const { verdict, said, rateNPerMm, preloadMm, candidates } = judgedEnd(facts, end, springs);
        seen.add(verdict);
        // Nobody has a spring without a rate, or a preload nobody could set.
        expect(rateNPerMm!.p05).toBeGreaterThan(0);
        expect(rateNPerMm!.p05).toBeLessThan(rateNPerMm!.p50);
        expect(rateNPerMm!.p50).toBeLessThan(rateNPerMm!.p95);
        expect(preloadMm!.p50).toBeGreaterThan(-2.001);
        expect(preloadMm!.p50).toBeLessThan(d.most === null ? 60 : d.most + 0.001);
        expect(candidates.reduce((sum, c) => sum + c.chance, 0)).toBeCloseTo(1, 6);
        for (const c of candidates) {
          // Where the list holds none near, rates to look for stand among them.
          const rate = springs.find((s) => String(s.id) === c.id)?.rateNPerMm ?? Number(c.id.replace('rate ', ''));
          if (c.verdict === 'too soft') expect(rate).toBeLessThan(rateNPerMm!.p50);
          if (c.verdict === 'too stiff') expect(rate).toBeGreaterThan(rateNPerMm!.p50);
        }
        if (verdict === 'keep') expect(said).not.toMatch(/too soft|too stiff|tops out|bottoms/);
        if (verdict === 'stiffer') expect(said).not.toMatch(/too stiff/);
        if (verdict === 'softer') expect(said).not.toMatch(/too soft/);
        const selection = selectionOf(facts, end, springs);
        if ('missing' in selection || !selection.result.ok) continue;
        const all = selection.result.value.candidates;
        const first = proposed(facts.entries, end, all)!;
        if (all.some((c) => c.verdict !== 'preload out of range' && c.verdict !== 'coil bind'))
          expect(first.verdict).not.toBe('preload out of range');
      }
    }),
    { seed: 11, numRuns: RUNS, endOnFailure: true },
  );
  // Every verdict is reached where enough are drawn.
  expect(seen.size).toBeGreaterThan(4);
  if (RUNS < 500) return;
  expect([...seen].sort()).toEqual(
    expect.arrayContaining([
      'bottoms',
      'keep',
      'measure-first',
      'oil-level',
      'other-end-first',
      'preload',
      'softer',
      'stiffer',
      'topped-out',
    ]),
  );
});

test('a job as typed is judged with what can be read, and what cannot is named', () => {
  const machine = { 'machine.type': 'enduro', 'machine.travel.rear': '310 mm', 'machine.nonsense': '1' };
  const job = {
    'rider.mass': '92',
    'measure.rear.style': 'ruler',
    'measure.rear.unladen.1.lifted': 'much',
    'complaint.1.phrase': 'bottoms',
    'complaint.1.end': 'rear',
  };
  const found = judgeJob({ units: 'metric', machine, job }, [], SCHOOLS, CAUSES);
  expect(found.refused.map((r) => [r.key, r.issue?.code ?? null])).toEqual([
    ['machine.nonsense', null],
    ['measure.rear.unladen.1.lifted', 'unreadable'],
  ]);
  expect(found.ends.rear.rateNPerMm!.p50).toBeGreaterThan(55);
  expect(found.causes.length).toBeGreaterThan(0);
  expect(found.cures.length).toBeGreaterThan(0);
  // In a shop of inches a bare rate is a rate of inches.
  const inches = judgeJob({ units: 'imperial', machine, job: { 'rider.mass': '203' } }, [], SCHOOLS, CAUSES);
  expect(inches.ends.rear.rateNPerMm!.p50).toBeCloseTo(
    judgeJob({ units: 'metric', machine, job: { 'rider.mass': '203 lb' } }, [], SCHOOLS, CAUSES).ends.rear.rateNPerMm!.p50,
    9,
  );
});
