import { basisOf, casesOf, loadSharesOf, usualOtherOf } from '@/judgement/aims/basis';
import { kindOf } from '@/knowledge/inForce';
import type { MachineType } from '@/catalogue/fields/machine';
import { constantLeverage } from '../leverage/leverage';
import { chancesOf, shareBelow } from './choice';
import { type EstimateRequest, KIND_FIGURES } from './estimate';
import { estimateSpring, quickChoice, showsOf, type SpringEstimate } from './estimated';
import { loadsJudged } from './loaded';
import { NO_FORCE } from './other';

const ENDS = ['front', 'rear'] as const;

/** The question of a choice for a kind as it stands in the book. */
function asked(id: MachineType, end: 'front' | 'rear', more: Partial<EstimateRequest> & { extraKg?: number } = {}): EstimateRequest {
  const kind = kindOf(id);
  const travelMm = kind.figures[end === 'front' ? 'frontTravelMm' : 'rearTravelMm'].mean;
  const springs = end === 'front' ? 2 : kind.rearSprings;
  const { extraKg = 0, ...request } = more;
  const basis = basisOf({ kind, end, travelMm, travelIsUsual: false, pace: null, ground: null, extraKg });
  const usualOther = usualOtherOf(end, travelMm, springs, 0);
  return { end, kind: kind.figures, springs, riderKg: 82, known: {}, ...basis, usualOther, ...request };
}
function get(request: EstimateRequest): SpringEstimate {
  const found = estimateSpring(request);
  if (!found.ok) throw new Error(found.issue.code);
  return found.value;
}
const width = ({ p05, p95 }: { p05: number; p95: number }) => Math.log(p95 / p05);
const meansOf = (id: MachineType) => Object.fromEntries(KIND_FIGURES.map((f) => [f, kindOf(id).figures[f].mean]));

test('the parts pull by their doubt: weights add up to one, practice leads, and the answer lies among them', () => {
  for (const end of ENDS) {
    const { evidence, rateNPerMm } = get(asked('enduro', end));
    expect(evidence.map((e) => e.from).sort()).toEqual(['practice', 'preload', 'reserve', 'sags']);
    expect(evidence.reduce((sum, e) => sum + e.weight, 0)).toBeCloseTo(1, 9);
    expect(Math.max(...evidence.map((e) => e.weight))).toBe(evidence.find((e) => e.from === 'practice')!.weight);
    const middles = evidence.map((e) => e.rateNPerMm.p50);
    expect(rateNPerMm.p50).toBeGreaterThan(Math.min(...middles));
    expect(rateNPerMm.p50).toBeLessThan(Math.max(...middles));
  }
});

test('ten kilograms of rider are worth 3 to 5 % at the front and 5 to 6 % at the rear of a dirt machine', () => {
  const grows = (end: 'front' | 'rear') =>
    get(asked('motocross', end, { riderKg: 90 })).rateNPerMm.p50 / get(asked('motocross', end, { riderKg: 80 })).rateNPerMm.p50 - 1;
  expect(grows('front')).toBeGreaterThan(0.03);
  expect(grows('front')).toBeLessThan(0.055);
  expect(grows('rear')).toBeGreaterThan(0.045);
  expect(grows('rear')).toBeLessThan(0.07);
});

test('more knowledge never loosens the answer, and with everything known a small band is left, never none', () => {
  for (const end of ENDS) {
    let known: EstimateRequest['known'] = {};
    let before = width(get(asked('enduro', end)).rateNPerMm);
    const first = before;
    for (const [figure, mean] of Object.entries(meansOf('enduro'))) {
      known = { ...known, [figure]: mean };
      const now = width(get(asked('enduro', end, { known })).rateNPerMm);
      // The draws are others with each figure fixed: the ends of a band are good to a few hundredths.
      expect(now).toBeLessThan(1.03 * before);
      before = now;
    }
    const whole = get(asked('enduro', end, { known, other: NO_FORCE, ...(end === 'rear' ? { leverage: constantLeverage(2.75) } : {}) }));
    expect(width(whole.rateNPerMm)).toBeGreaterThan(0.05);
    expect(width(whole.rateNPerMm)).toBeLessThan(first);
  }
});

test('no jump when the last figure is typed', () => {
  for (const figure of ['leverageRatio', 'machineKg', 'riderForwardMm'] as const) {
    const all = meansOf('enduro');
    const { [figure]: mean, ...rest } = all;
    const without = get(asked('enduro', 'rear', { known: rest })).rateNPerMm.p50;
    const withIt = get(asked('enduro', 'rear', { known: { ...rest, [figure]: mean! } })).rateNPerMm.p50;
    expect(Math.abs(withIt / without - 1)).toBeLessThan(0.015);
  }
});

test('chances are of one distribution: they add up to one, a rate that is twice on the list has one, and the middle leads', () => {
  const found = get(asked('enduro', 'rear'));
  const { p50 } = found.rateNPerMm;
  const rates = [0.8, 0.9, 0.99, 1.09, 1.2, 1.09].map((x) => x * p50);
  const chances = chancesOf(found.posterior.draws, rates);
  expect([...chances.values()].reduce((a, b) => a + b)).toBeCloseTo(1, 9);
  expect(chances.size).toBe(5);
  const of = (i: number) => chances.get(rates[i]!)!;
  expect(of(2)).toBeGreaterThan(of(1));
  expect(of(2)).toBeGreaterThan(of(3));
  expect(shareBelow(found.posterior.draws, p50)).toBeCloseTo(0.5, 1);
  expect(shareBelow(found.posterior.draws, found.rateNPerMm.p95)).toBeCloseTo(0.95, 1);
  const shown = showsOf(
    found,
    [0.9, 1, 1.1].map((x) => ({ id: String(x), rateNPerMm: x * p50 })),
  );
  // With the rider sag held a stiffer spring leaves more static sag and takes less preload.
  for (const [a, b] of [
    ['0.9', '1'],
    ['1', '1.1'],
  ] as const) {
    expect(shown.get(b)!.staticSagMm.p50).toBeGreaterThan(shown.get(a)!.staticSagMm.p50);
    expect(shown.get(b)!.preloadMm.p50).toBeLessThan(shown.get(a)!.preloadMm.p50);
  }
});

test('the quick choice is the choice without its draws', () => {
  for (const id of ['motocross', 'road', 'cruiser'] as const)
    for (const end of ENDS) {
      const request = asked(id, end);
      const [quick, whole] = [quickChoice(request), get(request)];
      expect(Math.abs(quick.rateNPerMm.p50 / whole.rateNPerMm.p50 - 1)).toBeLessThan(0.02);
      expect(width(quick.rateNPerMm) / width(whole.rateNPerMm)).toBeGreaterThan(0.85);
      expect(width(quick.rateNPerMm) / width(whole.rateNPerMm)).toBeLessThan(1.15);
    }
});

test('a mark far off what the sags show is said with its likeliest culprit, a right one passes', () => {
  const known = { ...meansOf('enduro') };
  const right = get(asked('enduro', 'rear', { known })).rateNPerMm.p50;
  const other = NO_FORCE;
  const leverage = constantLeverage(2.75);
  const sag = { staticMm: 34, riderMm: 104, uncertaintyMm: 3 };
  const passes = get(asked('enduro', 'rear', { known, other, leverage, marked: { rateNPerMm: right * 0.9 }, sag }));
  expect(passes.tension === null || passes.tension.sigma < 4).toBe(true);
  const high = get(asked('enduro', 'rear', { known, other, leverage, marked: { rateNPerMm: right * 1.8 }, sag }));
  expect(high.tension).toMatchObject({ culprit: 'mark' });
});

test('load as it is ridden: a passenger stiffens the spring by his share, and each case says its ring', () => {
  const rate = (extraKg: number) => get(asked('tourer', 'rear', { extraKg })).rateNPerMm.p50;
  const [solo, ridden, noRing] = [rate(0), rate(0.6 * 62), rate(62)];
  expect(ridden).toBeGreaterThan(1.05 * solo);
  expect(noRing / solo).toBeGreaterThan(1.15);
  expect(noRing / solo).toBeLessThan(1.45);
  const shares = loadSharesOf({ solo: 40, 'two-up': 60 }, { passenger: true, luggage: false });
  const cases = casesOf(shares, { passengerKg: 62, luggageKg: 0 });
  expect(cases.map((c) => [c.id, c.share])).toEqual([
    ['solo', 0.4],
    ['two-up', 0.6],
  ]);
  const [alone, both] = loadsJudged(get(asked('tourer', 'rear', { extraKg: 0.6 * 62 })), cases, [0, 25]);
  expect(both!.ringMm).toBeGreaterThan(alone!.ringMm + 3);
  expect(both!.riderSagMm).toBeGreaterThan(alone!.riderSagMm);
  expect(both!.withinAdjuster).toBe(both!.ringMm <= 25);
  // Shares typed that do not add up are taken in proportion; what is not declared is not ridden.
  expect(loadSharesOf({ solo: 50, 'two-up': 30, luggage: 20 }, { passenger: true, luggage: false })).toMatchObject({
    solo: 0.625,
    'two-up': 0.375,
  });
  expect(loadSharesOf(null, { passenger: false, luggage: false })).toMatchObject({ solo: 1 });
});

test('what was ridden and what the shop fitted weigh in', () => {
  const base = asked('trail', 'front');
  const { p50 } = get(base).rateNPerMm;
  const by = (choice: Partial<NonNullable<EstimateRequest['choice']>>, marked = { rateNPerMm: p50 }) =>
    get({ ...base, marked, choice: { ...base.choice!, ...choice } }).rateNPerMm.p50;
  expect(by({ ridden: { logFactor: 0.07, sd: 0.06 } })).toBeGreaterThan(1.01 * p50);
  expect(by({ shop: [{ rateNPerMm: 1.15 * p50, rode: 'better' }] })).toBeGreaterThan(1.03 * p50);
  expect(by({ shop: [{ rateNPerMm: 1.15 * p50, rode: 'worse' }] })).toBeLessThan(1.03 * p50);
});
