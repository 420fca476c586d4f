import { kindOf } from '@/knowledge/inForce';
import { MACHINE_KINDS } from '@/knowledge/kinds';
import { constantLeverage, tableLeverage } from '../leverage/leverage';
import { normalDraws, normalQuantile, normalShare } from '../numerics/normal';
import { seeded } from '../numerics/random';
import { rearEnd } from './end';
import { type EstimateRequest, KIND_FIGURES, type KindFigure } from './estimate';
import { estimateSpring, type SpringEstimate } from './estimated';
import { NO_FORCE } from './other';
import { selectSpring } from './select';

const G = 9.80665;
const get = (request: EstimateRequest): SpringEstimate => {
  const found = estimateSpring(request);
  if (!found.ok) throw new Error(found.issue.code);
  return found.value;
};
const enduro = kindOf('enduro').figures;
const REAR: EstimateRequest = {
  end: 'rear',
  kind: enduro,
  springs: 1,
  riderKg: 88,
  known: {},
  target: { staticSagMm: 35, riderSagMm: 100 },
};

test('the normal deviate is the integral’s own inverse, and its draws have its mean, spread and independence', () => {
  // Integral of the bell by Simpson's rule, against which the coefficients stand.
  const below = (x: number) => {
    const n = 2000;
    const f = (t: number) => Math.exp((-t * t) / 2) / Math.sqrt(2 * Math.PI);
    let sum = f(0) + f(x);
    for (let i = 1; i < n; i += 1) sum += (i % 2 === 1 ? 4 : 2) * f((x * i) / n);
    return 0.5 + (sum * x) / n / 3;
  };
  for (const share of [1e-6, 0.001, 0.05, 0.07, 0.2, 0.5, 0.8, 0.95, 0.9999]) expect(below(normalQuantile(share))).toBeCloseTo(share, 7);
  for (const x of [-4, -1.645, -0.3, 0, 0.7, 2.5]) expect(normalShare(x)).toBeCloseTo(below(x), 6);
  const draws = normalDraws(2000, 3);
  const mean = (of: (r: number) => number) => Array.from({ length: 2000 }, (_, r) => of(r)).reduce((a, b) => a + b) / 2000;
  for (const c of [0, 1, 2]) {
    expect(Math.abs(mean((r) => draws[3 * r + c]!))).toBeLessThan(0.02);
    expect(mean((r) => draws[3 * r + c]! ** 2)).toBeCloseTo(1, 1);
    expect(mean((r) => draws[3 * r + c]! * draws[3 * r + ((c + 1) % 3)]!)).toBeCloseTo(0, 1);
  }
});

/** A machine drawn from a kind, its right spring by the force balance, and the sags another spring shows on it. */
function drawn(
  figures: typeof enduro,
  end: 'front' | 'rear',
  springs: number,
  riderKg: number,
  target: EstimateRequest['target'],
  next: () => number,
) {
  const normal = () => normalQuantile(Math.min(Math.max(next(), 1e-9), 1 - 1e-9));
  const of = Object.fromEntries(KIND_FIGURES.map((f) => [f, figures[f].mean + figures[f].sd * normal()])) as Record<KindFigure, number>;
  const share = end === 'front' ? of.frontShare : 1 - of.frontShare;
  const w1 = (of.machineKg * share - (end === 'front' ? of.unsprungFrontKg : of.unsprungRearKg)) * G;
  const ahead = of.riderForwardMm / of.wheelbaseMm;
  const w2 = w1 + riderKg * (end === 'front' ? ahead : 1 - ahead) * G;
  const cos = end === 'front' ? Math.cos((of.rakeDeg * Math.PI) / 180) : 1;
  const lr = end === 'front' ? 1 : of.leverageRatio;
  const rate = ((w2 - w1) * cos * lr * lr) / (springs * (target.riderSagMm - target.staticSagMm));
  const preload = (w1 * lr * cos) / (springs * rate) - target.staticSagMm / lr;
  const sagOf = (k: number, p: number, w: number) => lr * ((w * lr * cos) / (springs * k) - p);
  return { of, w1, w2, rate, preload, sagOf, normal };
}

const TARGETS = { front: { staticSagMm: 28, riderSagMm: 72 }, rear: { staticSagMm: 35, riderSagMm: 100 } } as const;

test.each([
  ['enduro', 'rear'],
  ['enduro', 'front'],
  ['cruiser', 'rear'],
] as const)('bands hold the right spring nine times in ten, and the sags narrow them: %s, %s', (id, end) => {
  const { figures, rearSprings } = kindOf(id);
  const springs = end === 'front' ? 2 : rearSprings;
  const share = figures[end === 'front' ? 'frontTravelMm' : 'rearTravelMm'].mean / 300;
  const target = { staticSagMm: TARGETS[end].staticSagMm * share, riderSagMm: TARGETS[end].riderSagMm * share };
  const next = seeded(31);
  const usual = get({ ...REAR, end, kind: figures, springs, riderKg: 82, target }).rateNPerMm.p50;
  let [first, second, preloads, preloadsAlone, narrower, count] = [0, 0, 0, 0, 0, 0];
  while (count < 240) {
    const machine = drawn(figures, end, springs, 82, target, next);
    // What is in it: some spring of the list, marked 3 % off, its sags read with a tape; nobody looked whether it is right.
    const fitted = usual * (0.9 + 0.2 * next());
    const preloadMm = 2 + 10 * next();
    const [z1, z2] = [machine.sagOf(fitted, preloadMm, machine.w1), machine.sagOf(fitted, preloadMm, machine.w2)];
    const base: EstimateRequest = { ...REAR, end, kind: figures, springs, riderKg: 82, target };
    const alone = get(base);
    const read = get({
      ...base,
      marked: { rateNPerMm: fitted / (1 + 0.03 * machine.normal()), preloadMm },
      sag: { staticMm: Math.max(0, z1 + 1.5 * machine.normal()), riderMm: z2 + 1.5 * machine.normal(), uncertaintyMm: 3 },
    });
    const holds = ({ p05, p95 }: { p05: number; p95: number }, x: number) => (x >= p05 && x <= p95 ? 1 : 0);
    first += holds(alone.rateNPerMm, machine.rate);
    second += holds(read.rateNPerMm, machine.rate);
    preloads += holds(read.preloadMm, machine.preload);
    preloadsAlone += holds(alone.preloadMm, machine.preload);
    narrower += (read.rateNPerMm.p95 - read.rateNPerMm.p05) / (alone.rateNPerMm.p95 - alone.rateNPerMm.p05);
    count += 1;
  }
  for (const held of [first, second, preloads, preloadsAlone]) {
    expect(held / count).toBeGreaterThan(0.84);
    expect(held / count).toBeLessThan(0.955);
  }
  expect(narrower / count).toBeLessThan(0.7);
});

test('the ratio rule: where the ratio is constant and the readings sure, rate and preload follow from the sags alone', () => {
  const machine = drawn(enduro, 'rear', 1, 88, REAR.target, seeded(4));
  const [fitted, preloadMm] = [72, 11];
  const [z1, z2] = [machine.sagOf(fitted, preloadMm, machine.w1), machine.sagOf(fitted, preloadMm, machine.w2)];
  const exact = (fitted * (z2 - z1)) / 65;
  // What the kind says of loads is made to count for nothing: then the mark's own 3 % is all that is left of doubt.
  const loose = { ...enduro, riderForwardMm: { mean: 640, sd: 2000 }, machineKg: { mean: 111, sd: 400 } };
  const { rateNPerMm, preloadMm: preload } = get({
    ...REAR,
    kind: loose,
    known: { leverageRatio: machine.of.leverageRatio },
    marked: { rateNPerMm: fitted, preloadMm },
    sag: { staticMm: z1, riderMm: z2, uncertaintyMm: 0.02 },
  });
  expect(rateNPerMm.p50 / exact).toBeCloseTo(1, 2);
  expect((rateNPerMm.p95 - rateNPerMm.p05) / exact).toBeCloseTo(2 * 1.645 * 0.03, 2);
  expect(preload.p50).toBeCloseTo((fitted / exact) * (z1 / machine.of.leverageRatio + preloadMm) - 35 / machine.of.leverageRatio, 1);
});

test('with everything known the band closes on the answer of the choice of springs, a curve’s too; sags read do not move it', () => {
  const known = Object.fromEntries(KIND_FIGURES.map((f) => [f, enduro[f].mean]));
  const w1 = (111 * (1 - 0.485) - enduro.unsprungRearKg.mean) * G;
  const w2 = w1 + 88 * (1 - 640 / 1483) * G;
  const table = tableLeverage([0, 100, 200, 305], [0, 32, 68, 110]);
  if (!table.ok) throw new Error(table.issue.code);
  for (const leverage of [constantLeverage(2.95), table.value]) {
    const exact = selectSpring({
      end: rearEnd(305, leverage, NO_FORCE),
      staticLoadN: w1,
      ladenLoadN: w2,
      target: REAR.target,
      catalogue: [],
      preloadRangeMm: [0, 30],
    });
    if (!exact.ok) throw new Error(exact.issue.code);
    const { rateNPerMm, preloadMm, next, restsOn } = get({ ...REAR, known, leverage });
    for (const p of ['p05', 'p50', 'p95'] as const) {
      expect(rateNPerMm[p]).toBeCloseTo(exact.value.ideal.rateNPerMm, 9);
      expect(preloadMm[p]).toBeCloseTo(exact.value.ideal.preloadMm, 9);
    }
    expect(next).toEqual([]);
    expect(restsOn.every((r) => r.origin === 'known')).toBe(true);
    const read = get({ ...REAR, known, leverage, marked: { rateNPerMm: 80 }, sag: { staticMm: 30, riderMm: 92, uncertaintyMm: 3 } });
    expect(read.rateNPerMm.p95).toBeCloseTo(exact.value.ideal.rateNPerMm, 9);
    expect(read.rateNPerMm.p05).toBeCloseTo(exact.value.ideal.rateNPerMm, 9);
  }
});

test('no break as the last unknown is measured ever more surely', () => {
  const known = Object.fromEntries(KIND_FIGURES.filter((f) => f !== 'leverageRatio').map((f) => [f, enduro[f].mean]));
  const widths = [0.15, 0.05, 0.01, 0.001].map((sd) => {
    const { rateNPerMm } = get({ ...REAR, known, kind: { ...enduro, leverageRatio: { mean: 2.95, sd } } });
    return [rateNPerMm.p95 - rateNPerMm.p05, rateNPerMm.p50] as const;
  });
  const exact = get({ ...REAR, known: { ...known, leverageRatio: 2.95 } }).rateNPerMm.p50;
  widths.forEach(([width, middle], i) => {
    if (i > 0) expect(width).toBeLessThan(widths[i - 1]![0]);
    expect(Math.abs(middle - exact)).toBeLessThan(width);
  });
  expect(widths.at(-1)![0]).toBeLessThan(0.003 * exact);
});

test('what would sharpen it keeps its word: the band after a measurement is about what was said', () => {
  const before = get(REAR);
  expect(before.next.map((n) => n.measure)).toContain('sags-and-mark');
  expect(before.next.map((n) => n.narrowsToNPerMm)).toEqual([...before.next.map((n) => n.narrowsToNPerMm)].sort((a, b) => a - b));
  const said = Object.fromEntries(before.next.map((n) => [n.measure, n.narrowsToNPerMm]));
  const widthOf = (known: EstimateRequest['known']) => {
    const { rateNPerMm } = get({ ...REAR, known });
    return rateNPerMm.p95 - rateNPerMm.p05;
  };
  expect(widthOf({ leverageRatio: enduro.leverageRatio.mean }) / said.leverage!).toBeGreaterThan(0.9);
  expect(widthOf({ leverageRatio: enduro.leverageRatio.mean }) / said.leverage!).toBeLessThan(1.02);
  expect(widthOf({ riderForwardMm: 640 }) / said['rider-place']!).toBeGreaterThan(0.85);
  expect(widthOf({ riderForwardMm: 640 }) / said['rider-place']!).toBeLessThan(1.02);
  const rate = before.rateNPerMm.p50;
  const read = get({ ...REAR, marked: { rateNPerMm: rate }, sag: { staticMm: 35, riderMm: 100, uncertaintyMm: 3 } });
  expect((read.rateNPerMm.p95 - read.rateNPerMm.p05) / said['sags-and-mark']!).toBeCloseTo(1, 1);
});

test('a topped-out end says nothing of its weight but that it is not more; sags that do not rise are refused', () => {
  const marked = { rateNPerMm: 110, preloadMm: 22 };
  const topped = get({ ...REAR, marked, sag: { staticMm: 0, riderMm: 30, uncertaintyMm: 3 } });
  expect(topped.rateNPerMm.p95 - topped.rateNPerMm.p05).toBeGreaterThan(5);
  expect(estimateSpring({ ...REAR, marked, sag: { staticMm: 60, riderMm: 50, uncertaintyMm: 3 } })).toMatchObject({
    issue: { code: 'sag-not-rising' },
  });
  expect(estimateSpring({ ...REAR, target: { staticSagMm: 100, riderSagMm: 35 } })).toMatchObject({ issue: { code: 'target-order' } });
});

test('twelve kinds, each figure with a spread of its own', () => {
  expect(MACHINE_KINDS.length).toBe(12);
  for (const { figures } of MACHINE_KINDS) for (const f of KIND_FIGURES) expect(figures[f].sd / figures[f].mean).toBeGreaterThan(0);
});
