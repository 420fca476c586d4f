import { fieldKey } from '@/catalogue/fields';
import { factsOf } from '@/judgement/model/facts';
import { constantLeverage } from '@/core/leverage/leverage';
import { rearEnd } from '@/core/spring/end';
import { constantForce } from '@/core/spring/other';
import { SCHOOLS } from '@/knowledge/schools';
import { logFigures } from '@/core/logger/figures';
import { CAUSES } from '@/knowledge/causes/shipped';
import { reasonOf } from '@/judgement/reason/reason';
import { type Linkage, linkageLeverage } from '@/core/leverage/linkage';
import { endOf } from '@/core/spring/endOf';
import { judge, selectSpring } from '@/core/spring/select';
import { stackSearch } from '@/core/damper/search';
import { TARGET_SPEEDS } from '@/core/damper/target';
import { LIFT_ELEMENTS } from '@/core/damper/valve';
import { stack } from '@/core/plate/stack';
import { parseQuantity } from '@/core/units/parse';
import { inCpp, linearStack } from './plates';
import { fullMachine, measuredMs, minute, ours, theirs } from './ride';
import { say, time } from './print';

/** What the computation itself costs, against the plain way where there is one. */

export function core(): void {
  say(
    'read "23 3/8 in"',
    time(200, () => void parseQuantity('23 3/8 in', { dimension: 'length', unit: 'mm' })),
  );
  const catalogue = Array.from({ length: 10_000 }, (_, i) => ({ id: String(i), rateNPerMm: 30 + i / 100 }));
  const request = {
    end: rearEnd(305, constantLeverage(2.9), constantForce(180)),
    staticLoadN: 560,
    ladenLoadN: 1090,
    target: { staticSagMm: 35, riderSagMm: 102 },
    preloadRangeMm: [0, 20] as const,
  };
  const many = time(9, () => void selectSpring({ ...request, catalogue }));
  say('select among 10 000 springs, constant leverage', many, `${((many / 10_000) * 1000).toFixed(2)} µs a spring`);
  // The straightforward way: closed forms, one line a spring. What the general path costs against it.
  const plain = time(9, () => {
    const best = catalogue.map(({ rateNPerMm: k }) => {
      const p = (1090 * 2.9 - 180) / k - 102 / 2.9;
      return { static: ((560 * 2.9 - 180) / k - p) * 2.9, full: (k * (305 / 2.9 + p) + 180) / 2.9 };
    });
    best.sort((a, b) => Math.abs(a.static - 35) - Math.abs(b.static - 35));
  });
  say('the same by closed forms (linear springs only)', plain, `ratio ${(many / plain).toFixed(1)}`);
  linkageSelection(catalogue);
}

const LINKAGE: Linkage = {
  arm: { pivot: { xMm: 0, yMm: 0 }, axle: { xMm: -575, yMm: -165 } },
  shock: { upper: { on: 'frame', xMm: -120, yMm: 330 }, lower: { on: 'rocker', xMm: -203, yMm: -66 } },
  rocker: {
    on: 'arm',
    pivot: { xMm: -207, yMm: -127 },
    rod: { rocker: { xMm: -122, yMm: -186 }, other: { xMm: 19, yMm: -65 }, otherOn: 'frame' },
  },
};
const LOADS = [1090, 1240, 1480, 1700];

/** Ten thousand springs for four load cases on a linkage, against solving the mechanism anew and halving the travel at every step. */
function linkageSelection(catalogue: { id: string; rateNPerMm: number }[]): void {
  const end = endOf({
    end: 'rear',
    travelMm: 305,
    leverage: { kind: 'linkage', ...LINKAGE },
    otherForce: { kind: 'constant', forceN: 180 },
  });
  const exact = linkageLeverage(LINKAGE, 305);
  if (!end.ok || !exact.ok) throw new Error('the linkage of the bench is unsound');
  const request = {
    catalogue,
    end: end.value.end,
    staticLoadN: 560,
    ladenLoadN: 1090,
    target: { staticSagMm: 35, riderSagMm: 102 },
    preloadRangeMm: [0, 20] as const,
    loadCases: LOADS.map((loadN, i) => ({ name: String(i), loadN })),
  };
  const many = time(9, () => void selectSpring(request));
  say('select among 10 000 springs × 4 load cases, linkage', many, `${((many / 10_000) * 1000).toFixed(2)} µs a spring`);
  const one = time(200, () => void judge(request, catalogue[3000]!));
  say('one candidate, its whole prediction, linkage', one);
  const few = catalogue.filter((_, i) => i % 100 === 0);
  const plain = time(3, () => {
    for (const { rateNPerMm: k } of few) {
      const lever = exact.value;
      const p = (1090 * lever.ratio(102) - 180) / k - lever.strokeMm(102);
      for (const loadN of [560, ...LOADS]) {
        let [low, high] = [0, 305];
        for (let i = 0; i < 50; i += 1) {
          const z = (low + high) / 2;
          if (k * (lever.strokeMm(z) + p) + 180 < loadN * lever.ratio(z)) low = z;
          else high = z;
        }
      }
    }
  });
  say('the same, mechanism solved at every halving (100 springs)', plain, `ratio ${((plain * 100) / many).toFixed(0)}`);
}

/** A stack of 14 shims with a crossover, as in a large shock. */
export function stacks(): void {
  const shims = [
    [40, 0.2, 6],
    [26, 0.1, 1],
    [38, 0.2, 2],
    [34, 0.25, 1],
    [30, 0.25, 1],
    [26, 0.25, 1],
    [22, 0.3, 2],
  ].map(([diameterMm, thicknessMm, count]) => ({ diameterMm: diameterMm!, thicknessMm: thicknessMm!, count: count! }));
  const plates = { shims, clampDiameterMm: 18, pressureZoneMm: { inner: 24, outer: 37 }, dishMm: 0, youngsModulusGPa: 206, poisson: 0.3 };
  const pressuresMPa = Array.from({ length: 12 }, (_, i) => 0.25 * (i + 1));
  for (const theory of ['linear', 'vonKarman'] as const)
    say(
      `14 shims with a crossover at 12 pressures, ${theory}`,
      time(41, () => void stack({ ...plates, theory, pressuresMPa }, LIFT_ELEMENTS)),
    );
  const taper = { ...plates, shims: shims.filter((s) => s.thicknessMm !== 0.1), theory: 'linear' as const };
  say(
    '13 shims, a plain taper, at 12 pressures, linear',
    time(41, () => void stack({ ...taper, pressuresMPa }, LIFT_ELEMENTS)),
  );
  const bare = linearStack(
    shims.map((s) => ({ outerMm: s.diameterMm / 2, thicknessMm: s.thicknessMm, count: s.count })),
    9,
    { inner: 12, outer: 18.5 },
    pressuresMPa,
  );
  // Turn about, since the machine is now quick, now slow by a factor of two: the quickest turn of each is what a quiet machine gives.
  const turns = Array.from({ length: 9 }, () => ({ ours: time(201, () => void bare.ours()), theirs: inCpp(bare.written()) }));
  const ours = Math.min(...turns.map((t) => t.ours));
  const theirs = turns.map((t) => t.theirs).reduce((a, b) => (a && b && a.ms < b.ms ? a : b));
  if (theirs && Math.abs(theirs.liftMm / bare.ours() - 1) > 1e-6) throw new Error('the C++ solve gives another lift');
  say(
    'the linear solve alone, mesh given',
    ours,
    theirs ? `${(ours / theirs.ms).toFixed(1)} times plain C++ (${theirs.ms.toFixed(3)} ms)` : 'no g++ here',
  );
  for (const sizes of [8, 20]) {
    const many = Array.from({ length: sizes }, (_, i) => ({ diameterMm: 60 - 2 * i, thicknessMm: 0.1 + 0.05 * (i % 3), count: 1 }));
    const request = { ...plates, shims: many, pressureZoneMm: { inner: 26, outer: 52 }, pressuresMPa: [0.1, 0.3, 1, 3] };
    say(
      `${sizes} different shims at 4 pressures, vonKarman`,
      time(5, () => void stack({ ...request, theory: 'vonKarman' }, LIFT_ELEMENTS)),
    );
  }
  const cd = { port: 0.7, curtain: 0.7, bleed: 0.7 };
  const valve = { portAreaMm2: 200, bleedAreaMm2: 2, edgeDiameterMm: 40, cd, stack: { ...plates, theory: 'vonKarman' as const } };
  const search = stackSearch({
    damper: {
      boreMm: 46,
      rodMm: 16,
      gasPressureMPa: 1.2,
      oil: { densityKgPerM3: 850, cSt: 15 },
      piston: { compression: valve, rebound: valve },
      base: null,
    },
    free: 'compression',
    target: TARGET_SPEEDS.map((mPerS) => ({ mPerS, forceN: 300 + 1500 * mPerS })),
    shims: [40, 38, 36, 34, 32, 30, 28, 26, 24, 22].flatMap((diameterMm) =>
      [0.1, 0.15, 0.2, 0.25, 0.3].map((thicknessMm) => ({ diameterMm, thicknessMm, count: 4 })),
    ),
    limits: { leastFaceShims: 2, mostShims: 24, mostCrossovers: 1, mostStressMPa: 3000, mostSwapped: null, mayBuy: false },
    seed: 1,
    tries: 20_000,
  });
  const begun = performance.now();
  let step = search.next();
  while (!step.done && step.value.tried < 20_000) step = search.next();
  const each = (performance.now() - begun) / 20_000;
  say('one stack of a search of 20 000, its full solves in it', each, `${(1000 / each).toFixed(0)} a second`);
}

/** The reasons of a job with both ends read and three complaints told, from its entries to its sentences; and a minute of a logged ride. */
export function reasons(): void {
  const texts: [string, number | string][] = [
    ['rider.mass', 85],
    ['found.rear.spring', 61],
    ['found.rear.rebound.out', 3],
    ['found.rear.rebound.range', 20],
    ['measure.rear.extended', 612],
    ['measure.rear.unladen.1.lifted', 577],
    ['measure.rear.unladen.1.pressed', 571],
    ['measure.rear.laden.1.lifted', 494],
    ['measure.rear.laden.1.pressed', 488],
    ...['harsh-small', 'packs', 'dives'].flatMap((phrase, i): [string, string][] => [
      [`complaint.${i + 1}.phrase`, phrase],
      [`complaint.${i + 1}.end`, i === 2 ? 'front' : 'rear'],
    ]),
  ];
  const asEntries = (list: [string, number | string][]) =>
    Object.fromEntries(
      list.map(([field, x]) => [
        field,
        { field: fieldKey(field), text: String(x), unit: null, value: typeof x === 'number' ? x : null, at: null },
      ]),
    );
  const machine = asEntries([
    ['machine.travel.rear', 310],
    ['machine.travel.front', 300],
    ['machine.rake', 26.5],
    ['machine.leverage', 2.95],
    ['machine.wheelbase', 1486],
    ['machine.weighed.rear', 57],
    ['machine.weighed.front', 54],
  ]);
  const known = factsOf(asEntries(texts), machine, SCHOOLS);
  say(
    `reasons of three complaints over ${CAUSES.length} causes, whole`,
    time(41, () => void reasonOf(known, CAUSES)),
  );
  const timeS = Array.from({ length: 12_000 }, (_, i) => i / 200);
  const travelMm = timeS.map((t) => 120 + 60 * Math.sin(5 * t) + 20 * Math.sin(23 * t));
  say(
    'a minute of a log at 200 a second, to its figures',
    time(21, () => void logFigures({ timeS, travelMm, fullMm: 310 })),
  );
}

/** A minute of road at full detail, measured as the page asks; and the solver alone against its twin. */
export function rides(): void {
  const [looked, course] = [fullMachine(), minute()];
  // Turn about, as for the plates: the quickest turn of each is what a quiet machine gives.
  const turns = Array.from({ length: 9 }, () => ({
    ours: ours(looked, course),
    theirs: theirs(looked, course),
    whole: measuredMs(looked, course),
  }));
  const quickest = (of: (t: (typeof turns)[number]) => number) => Math.min(...turns.map(of));
  const [first] = turns;
  if (first?.theirs)
    for (const key of Object.keys(first.ours.looks) as (keyof typeof first.ours.looks)[])
      if (Math.abs(first.theirs.looks[key] / first.ours.looks[key] - 1) > 1e-9) throw new Error(`the C++ ride gives another ${key}`);
  say(
    'a minute of road at full detail, measured',
    quickest((t) => t.whole),
  );
  const heapMB = () => process.memoryUsage().heapUsed / 1e6;
  const before = heapMB();
  for (let i = 0; i < 10; i += 1) measuredMs(looked, course);
  console.log(`  heap after ninety more minutes of road: ${(heapMB() - before).toFixed(0)} MB more`);
  const solved = quickest((t) => t.ours.ms);
  const twin = first?.theirs ? quickest((t) => t.theirs!.ms) : null;
  say(
    'the solver of it alone',
    solved,
    twin === null ? 'no g++ here' : `${(solved / twin).toFixed(1)} times plain C++ (${twin.toFixed(1)} ms)`,
  );
}
