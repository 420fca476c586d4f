import { factsOf } from '@/judgement/model/facts';
import { said, sayMetric } from '@/core/units/say';
import { MACHINE_TYPES, type MachineType } from '@/catalogue/fields/machine';
import { ENDS } from '@/catalogue/ends';
import { spacerFindings } from '@/judgement/findings/spacer';
import { purposeOf } from '@/judgement/aims/targets';
import { damperOf, damperWithUsual, usualIn, withUsual } from '@/judgement/model/dampers';
import { choiceAt, isEstimate, triedSprings } from '@/judgement/aims/estimates';
import { numberOf } from '@/judgement/model/read';
import { riderRates } from '@/judgement/aims/riderRates';
import { selectionOf } from '@/judgement/aims/springs';
import { kindOf } from '@/knowledge/inForce';
import { MACHINE_KINDS } from '@/knowledge/kinds';
import { SCHOOLS } from '@/knowledge/schools';
import { STARTER_SPRINGS } from '@/knowledge/starterSprings';
import { readNewSpring } from '@/schema/newSpring';
import type { ListedSpring } from '@/schema/springs';
import { entriesOf } from './entries';

/** Answers from the first reading: what is asked for, what stands in, and that it ends where the exact answer is. */

const WALK = {
  'measure.rear.extended': '612',
  'measure.rear.unladen.1.lifted': '584',
  'measure.rear.unladen.1.pressed': '578',
  'measure.rear.laden.1.lifted': '504',
  'measure.rear.laden.1.pressed': '498',
  'found.rear.spring': '66',
};
const FIRST = { 'machine.type': 'enduro', 'machine.travel.rear': '305', 'machine.travel.front': '300' };
/** Everything of a machine of the kind, typed: nothing is left to assume. */
function whole(type: MachineType): Record<string, string> {
  const { figures } = kindOf(type);
  const of = (name: keyof typeof figures) => String(figures[name].mean);
  const frontKg = figures.machineKg.mean * figures.frontShare.mean;
  return {
    'machine.type': type,
    'machine.travel.rear': of('rearTravelMm'),
    'machine.travel.front': of('frontTravelMm'),
    'machine.rake': of('rakeDeg'),
    'machine.leverage': of('leverageRatio'),
    'machine.wheelbase': of('wheelbaseMm'),
    'machine.weighed.front': String(frontKg),
    'machine.weighed.rear': String(figures.machineKg.mean - frontKg),
    'machine.unsprung.front': of('unsprungFrontKg'),
    'machine.unsprung.rear': of('unsprungRearKg'),
  };
}
const estimate = (entries: Record<string, string>, machine: Record<string, string>, end: 'front' | 'rear' = 'rear') => {
  const found = choiceAt(factsOf(entriesOf(entries), entriesOf(machine), SCHOOLS), end);
  if (!isEstimate(found)) throw new Error(JSON.stringify(found));
  return found;
};
const width = ({ p05, p95 }: { p05: number; p95: number }) => p95 - p05;

test('every kind to choose has its figures, and stands in for the use nobody has told', () => {
  expect(MACHINE_KINDS.map((k) => k.id).sort()).toEqual(Object.keys(MACHINE_TYPES).sort());
  expect(purposeOf(factsOf({}, entriesOf({ 'machine.type': 'enduro' })))).toBe('off-road');
  expect(purposeOf(factsOf(entriesOf({ use: 'road' }), entriesOf({ 'machine.type': 'enduro' })))).toBe('road');
  expect(purposeOf(factsOf({}, {}))).toBe('road');
});

test('a first answer asks for kind, travel and rider, and no more', () => {
  expect(choiceAt(factsOf({}, {}, SCHOOLS), 'rear')).toEqual({ missing: ['machine.type', 'machine.travel.rear', 'rider.mass'] });
  expect(choiceAt(factsOf(entriesOf({ 'rider.mass': '92' }), entriesOf({ 'machine.travel.front': '300' }), SCHOOLS), 'front')).toEqual({
    missing: ['machine.type'],
  });
  const { estimate: alone } = estimate({ 'rider.mass': '92' }, FIRST);
  const { estimate: read } = estimate({ 'rider.mass': '92', ...WALK }, FIRST);
  expect(width(read.rateNPerMm)).toBeLessThan(0.7 * width(alone.rateNPerMm));
  expect(read.restsOn.filter((r) => r.origin === 'read').map((r) => r.figure)).toEqual(['staticSagMm', 'riderSagMm']);
  // Sags that contradict one another are said, not reckoned with.
  const upside = { ...WALK, 'measure.rear.laden.1.lifted': '590', 'measure.rear.laden.1.pressed': '588' };
  expect(choiceAt(factsOf(entriesOf({ 'rider.mass': '92', ...upside }), entriesOf(FIRST), SCHOOLS), 'rear')).not.toHaveProperty('estimate');
});

test.each(Object.keys(MACHINE_TYPES) as MachineType[])(
  '%s: one path from the first reading to the measured machine, without a jump',
  (type) => {
    const entries = { 'rider.mass': '85', 'rider.at': String(kindOf(type).figures.riderForwardMm.mean) };
    const machine = whole(type);
    for (const end of ENDS) {
      const { rateNPerMm: first } = estimate(
        { 'rider.mass': '85' },
        { 'machine.type': type, [`machine.travel.${end}`]: machine[`machine.travel.${end}`]! },
        end,
      ).estimate;
      const { rateNPerMm: last, restsOn } = estimate(entries, machine, end).estimate;
      expect(Math.abs(last.p50 / first.p50 - 1)).toBeLessThan(0.04);
      expect(width(last) / last.p50).toBeLessThan(width(first) / first.p50);
      expect(width(last) / last.p50).toBeGreaterThan(0.05);
      // Air and gas nobody measured are named, whatever else is known.
      expect(restsOn.filter((r) => r.origin === 'kind').map((r) => r.figure)).toEqual(['otherForce']);
    }
  },
);

const listed = (end: 'rear' | 'front', rates: number[]): ListedSpring[] =>
  rates.map((rateNPerMm, i) => ({
    id: i + 1,
    end,
    name: `S ${rateNPerMm}`,
    rateText: String(rateNPerMm),
    rateNPerMm,
    forceTable: null,
    freeLengthMm: null,
    solidLengthMm: null,
    place: i % 2 === 0 ? 'drawer' : 'supplier',
    origin: 'by hand',
    measured: null,
  }));

test('springs of the list are tried; where it holds none near, rates to look for stand in', () => {
  const entries = { 'rider.mass': '92', ...WALK };
  const tried = (springs: ListedSpring[]) =>
    triedSprings(estimate(entries, FIRST), factsOf(entriesOf(entries), entriesOf(FIRST), SCHOOLS), 'rear', springs);
  const full = tried(listed('rear', [60, 70, 76, 78, 80, 90]));
  expect(full.every((t) => t.spring !== null)).toBe(true);
  expect(full.reduce((sum, t) => sum + t.chance, 0)).toBeCloseTo(1, 9);
  expect(full.map((t) => t.chance)).toEqual(full.map((t) => t.chance).sort((a, b) => b - a));
  const bare = tried(listed('front', [4, 5]));
  expect(bare.length).toBeGreaterThan(3);
  expect(bare.every((t) => t.spring === null)).toBe(true);
});

test('rate by rider: heavier riders want stiffer springs, two-up more preload, and the springs that exist stand beside', () => {
  const springs = [...listed('rear', [60, 66, 72, 78, 84]), ...listed('front', [3.8, 4.2, 4.6, 5])];
  for (const machine of [FIRST, whole('enduro')]) {
    const rows = riderRates(
      factsOf(entriesOf({ 'rider.mass': '60', 'passenger.mass': '60', ...WALK }), entriesOf(machine), SCHOOLS),
      springs,
    );
    expect(rows.map((r) => r.riderKg)).toEqual(Array.from({ length: 17 }, (_, i) => 50 + 5 * i));
    for (const end of ENDS)
      rows.forEach((row, i) => {
        const cell = row[end]!;
        if (i > 0) expect(cell.rateNPerMm).toBeGreaterThan(rows[i - 1]![end]!.rateNPerMm);
        if (cell.spring) expect(Math.abs(cell.spring.rateNPerMm / cell.rateNPerMm - 1)).toBeLessThan(0.05);
        expect(cell.band[0]).toBeLessThan(cell.rateNPerMm);
        // No preload nobody could set.
        expect(cell.preloadMm).toBeGreaterThanOrEqual(0);
        for (const c of cell.cases) if (c.preloadMm !== null) expect(c.preloadMm).toBeLessThanOrEqual(25);
      });
    expect(rows.some((r) => r.rear!.spring !== null)).toBe(true);
  }
  expect(riderRates(factsOf({}, {}, SCHOOLS), springs).every((r) => r.rear === null && r.front === null)).toBe(true);
});

test('the usual rates can all be taken into the list', () => {
  for (const spring of STARTER_SPRINGS) expect(readNewSpring(spring)).toMatchObject({ ok: true });
  expect(new Set(STARTER_SPRINGS.map((s) => s.name)).size).toBe(STARTER_SPRINGS.length);
});

test('a named piston stands in figure by figure: what is measured takes its place, clamp and zone follow the shims typed', () => {
  const entries = entriesOf({
    'valves.rear.found.compression': '40 × 0.15 × 4\n30 × 0.15\n20 × 0.2',
    'valves.rear.found.rebound': '34 × 0.15 × 3\n26 × 0.15\n18 × 0.2',
  });
  expect(usualIn(factsOf(entries, {}), 'rear')).toEqual([]);
  expect(damperOf(factsOf(entries, {}), 'rear', 'found')).toHaveProperty('missing');
  const named = entriesOf({ 'machine.damper.rear.piston': '46' });
  // What only stands in is no ground for a reason or for the dyno.
  expect(damperOf(factsOf(entries, named), 'rear', 'found')).toHaveProperty('missing');
  const damper = damperWithUsual(factsOf(entries, named), 'rear', 'found');
  expect(damper).toMatchObject({ boreMm: 46, rodMm: 16, piston: { compression: { portAreaMm2: 260, stack: { clampDiameterMm: 20 } } } });
  const measured = entriesOf({ 'machine.damper.rear.piston': '46', 'machine.damper.rear.compression.port': '212' });
  expect(numberOf(withUsual(factsOf(entries, measured), 'rear'), 'machine.damper.rear.compression.port')).toBe(212);
  expect(usualIn(factsOf(entries, measured), 'rear').map(([f]) => f)).not.toContain('machine.damper.rear.compression.port');
  // Without its shims a valve is still asked for: a piston says nothing of the stack on it.
  const half = entriesOf({ 'valves.rear.found.compression': '40 × 0.15 × 4\n20 × 0.2' });
  expect(damperWithUsual(factsOf(half, named), 'rear', 'found')).toMatchObject({
    missing: expect.arrayContaining(['valves.rear.found.rebound']),
  });
});

test('a fork without an adjuster is told how long its spacer must be cut, or what is missing for it', () => {
  const [spring] = listed('front', [4.6]);
  const typed = {
    'springs.front.spacer': '130',
    'springs.front.freeLength': '380',
    'found.front.preload.left.way': 'mm',
    'found.front.preload.left.reading': '15',
  };
  const words = (texts: Record<string, string>, freeLengthMm: number | null) =>
    spacerFindings(factsOf(entriesOf(texts), {}), { ...spring!, freeLengthMm }, 20).map((f) => sayMetric(said`${f.lead} ${f.rest}`));
  expect(words({}, 365)).toEqual([]);
  expect(words(typed, 365)).toEqual([expect.stringMatching(/^Cut the spacer to 150\.0 mm, in both legs alike\. Cut square, deburr/)]);
  expect(words(typed, null)).toEqual([expect.stringMatching(/Still missing: the free length of S 4\.6\./)]);
  expect(words(typed, 700)).toEqual([expect.stringMatching(/^No room for a spacer in both legs alike\..*185/)]);
  // Unlike springs leave unlike room: each leg has its own.
  const right = { 'found.front.preload.right.way': 'mm', 'found.front.preload.right.reading': '10' };
  const pair = {
    ...spring!,
    legs: [
      { ...spring!, freeLengthMm: 365 },
      { ...spring!, freeLengthMm: 371 },
    ] as const,
  };
  expect(spacerFindings(factsOf(entriesOf({ ...typed, ...right }), {}), pair, 20).map((f) => sayMetric(f.lead))).toEqual([
    'Cut the spacer to 150.0 mm, in the left leg.',
    'Cut the spacer to 149.0 mm, in the right leg.',
  ]);
});

test('fuel against the weighed state counts in the choice as in the loads', () => {
  const rate = (more: Record<string, string>) =>
    estimate({ 'rider.mass': '85', 'rider.at': '640', ...more }, whole('enduro'), 'rear').estimate.rateNPerMm.p50;
  expect(rate({ 'fuel.more': '6' })).toBeGreaterThan(rate({}));
});

test('a list has one judge: the verdict of a spring is the choice’s, and what the adjuster does not give is never proposed first', () => {
  const entries = { 'rider.mass': '85', 'springs.rear.range.min': '4', 'springs.rear.range.max': '20' };
  const facts = factsOf(entriesOf(entries), entriesOf(whole('enduro')), SCHOOLS);
  const selection = selectionOf(facts, 'rear', listed('rear', [44, 50, 56, 60, 62, 64, 66, 70, 80, 62]));
  if ('missing' in selection || !selection.result.ok) throw new Error('no selection');
  const { candidates } = selection.result.value;
  const { p05, p95 } = estimate(entries, whole('enduro'), 'rear').estimate.rateNPerMm;
  for (const c of candidates) {
    const rate = Number(/\d+(?=$)/.exec(c.id)?.[0] ?? NaN);
    expect(rate).not.toBeNull();
    if (c.verdict === 'right' || c.verdict === 'preload out of range') expect(c.chance).toBeGreaterThan(0);
  }
  const once = new Map(candidates.map((c) => [c.chance, c.verdict]));
  expect([...new Set(candidates.map((c) => c.wheelRateNPerMm))].length).toBe(9);
  expect(once.size).toBeLessThanOrEqual(9);
  const rights = candidates.filter((c) => c.verdict === 'right');
  expect(candidates.slice(0, rights.length)).toEqual(rights);
  expect(p05).toBeLessThan(p95);
});
