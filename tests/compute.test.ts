import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { compute, operationList, operationSchema } from '@/server/compute/operations';

/** The compute contract, by function and by the command itself. */

type Any = Record<string, unknown>;
const run = (operation: string, request: unknown): Any => {
  const answer = compute(operation, request);
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  return answer.result as Any;
};
const refusal = (operation: string, request: unknown) => {
  const answer = compute(operation, request);
  if (answer.ok) throw new Error('accepted');
  expect(answer.problem.message).toMatch(/[.”]$/);
  return `${answer.problem.code} ${answer.problem.path.join('.')}`;
};

const SELECT = {
  end: 'rear',
  travelMm: 300,
  staticLoadN: 700,
  ladenLoadN: 1300,
  leverage: { kind: 'constant', ratio: 3 },
  target: { staticSagMm: 35, riderSagMm: 100 },
  catalogue: [{ id: 'a', rateNPerMm: 80 }],
  preloadRangeMm: [0, 20],
};
const SAG = { travelMm: 300, style: 'distance', extendedMm: 612, unladen: { liftedMm: 580.5, pressedMm: 574.5 }, laden: null };
const LOADS = {
  wheelbaseMm: 1500,
  machine: { frontKg: 80, rearKg: 90 },
  unsprung: { frontKg: 15, rearKg: 20 },
  additions: [{ label: 'Rider', massKg: 90, forwardOfRearAxleMm: 600 }],
};

const LINKAGE = {
  arm: { pivot: { xMm: 0, yMm: 0 }, axle: { xMm: -560, yMm: '-15 cm' } },
  shock: { upper: { on: 'frame', xMm: -120, yMm: 300 }, lower: { on: 'arm', xMm: -230, yMm: -30 } },
};
const AIR = {
  stanchionMm: 48,
  boreMm: 45,
  levelMm: 120,
  solidVolumeMm3: '30 ml',
  travelMm: 300,
  exponent: 1,
  legs: 2,
  initialPressureMPa: 0.101325,
};
const { target: _target, catalogue: _catalogue, preloadRangeMm: _range, ...END } = SELECT;
const VALVE = {
  portAreaMm2: 90,
  bleedAreaMm2: 1.2,
  edgeDiameterMm: 36,
  cd: { port: 0.7, curtain: 0.7, bleed: 0.7 },
  stack: {
    shims: [
      { diameterMm: 38, thicknessMm: 0.15, count: 3 },
      { diameterMm: 24, thicknessMm: 0.2 },
    ],
    clampDiameterMm: 16,
    pressureZoneMm: { inner: 22, outer: 36 },
    theory: 'linear',
  },
};
/** One sound request of each further operation. */
const FULL: Record<string, Any> = {
  'spring-wire': { wireMm: '0.5 in', outerDiameterMm: 75, activeCoils: 6 },
  'spring-fit': { points: [10, 20, 30].map((x) => ({ deflectionMm: x, forceN: `${x * 8} kgf` })), model: 'linear' },
  'spring-stack': { springs: [{ rateNPerMm: 10, travelToBindMm: 30 }, { rateNPerMm: 15 }] },
  leverage: { kind: 'linkage', ...LINKAGE, atWheelMm: [0, 150, 300] },
  'spring-effective': { ...END, staticSagMm: 35, riderSagMm: 100, markedRateNPerMm: 80, preloadMm: 10 },
  'machine-kinds': {},
  judge: {
    machine: { 'machine.type': 'enduro', 'machine.travel.rear': '305' },
    job: { 'rider.mass': '190 lb', 'found.rear.spring': '66' },
    springs: [{ id: 'a', end: 'rear', rateNPerMm: '6.6 kgf/mm' }],
  },
  'spring-estimate': {
    kind: 'enduro',
    end: 'rear',
    riderKg: '194 lb',
    figures: { wheelbaseMm: 1480, rearTravelMm: 300 },
    marked: { rateNPerMm: 68, preloadMm: 9 },
    sag: { staticMm: 32, riderMm: 104 },
    target: { staticSagMm: 35, riderSagMm: 100 },
  },
  'air-spring': { ...AIR, atMm: [0, 150, 300] },
  stack: {
    shims: [
      { diameterMm: 30, thicknessMm: 0.15, count: 2 },
      { diameterMm: '2 cm', thicknessMm: 0.2 },
    ],
    clampDiameterMm: 12,
    pressureZoneMm: { inner: 14, outer: 27 },
    pressuresMPa: [0, '2 bar', 0.3],
  },
  damper: {
    boreMm: 46,
    rodMm: 16,
    gasPressureMPa: '11 bar',
    oil: { densityKgPerM3: 850, cSt: 12 },
    piston: {
      compression: { ...VALVE, clicker: { clicksOut: 10, areaPerClickMm2: 0.12 } },
      rebound: { ...VALVE, portAreaMm2: 60 },
    },
    base: { ...VALVE, portAreaMm2: 25, stack: null },
    velocitiesMPerS: [0, 0.1, 1],
  },
  'stack-search': {
    damper: {
      boreMm: 46,
      rodMm: 16,
      gasPressureMPa: 1.1,
      oil: { densityKgPerM3: 850, cSt: 12 },
      piston: { compression: VALVE, rebound: VALVE },
      base: null,
    },
    free: 'rebound',
    target: [
      { mPerS: 0.1, forceN: 50 },
      { mPerS: 0.3, forceN: 140 },
      { mPerS: 0.6, forceN: 300 },
    ],
    shims: [{ diameterMm: 38, thicknessMm: 0.15, count: 3 }],
    tries: 60,
  },
  diagnose: {
    complaints: [{ phrase: 'packs', end: 'rear' }],
    statements: [
      { statement: 'rebound-shut', end: 'rear' },
      { statement: 'bounce-slow', end: 'rear', credence: 0.8 },
    ],
  },
  retune: { start: 10, range: [0, 20], resolution: 1, step: 2, direction: -1, ridden: [{ from: 10, value: 8, feel: 'better' }] },
  'travel-log': {
    timeS: Array.from({ length: 400 }, (_, i) => i / 50),
    travelMm: Array.from({ length: 400 }, (_, i) => 120 + 60 * Math.sin(i / 9)),
    fullMm: '11.8 in',
  },
  oil: { cSt40: 16, cSt100: 3.9, temperatureC: '77 °F' },
  geometry: {
    reference: {
      wheelbaseMm: '1.4 m',
      rakeDeg: 25,
      forkOffsetMm: 30,
      frontTyreRadiusMm: 300,
      rearTyreRadiusMm: 310,
      swingArmPivot: { forwardMm: 560, heightMm: 400 },
      drive: { countershaft: { forwardMm: 640, heightMm: 420 }, frontTeeth: 15, rearTeeth: 45 },
      centreOfMass: { forwardMm: 650, heightMm: 620 },
    },
    states: [{ name: 'rider', frontTravelMm: 35, rearTravelMm: 30, forkThroughClampMm: 5 }],
  },
  'ride-plain': {
    machine: {
      sprungKg: 200,
      pitchInertiaKgM2: 35,
      aheadM: 0.75,
      behindM: '65 cm',
      front: { unsprungKg: 15, tyreNPerM: 180_000, wheelRateNPerM: 15_000, compressionNsPerM: 600, reboundNsPerM: 1200, frictionN: 30 },
      rear: {
        unsprungKg: 18,
        tyreNPerM: 180_000,
        springTable: { travelMm: [0, 60, 130], forceN: [200, 1300, 3200] },
        dampingTable: { speedMPerS: [-1, 0, 1], forceN: [-1500, 0, 800] },
        topOut: { rateNPerM: 200_000 },
        bumpStop: { fromMm: 110, rateNPerM: 100_000 },
      },
    },
    event: { kind: 'bump', heightM: 0.05, lengthM: 0.8, speedMPerS: 10 },
    seconds: 0.3,
  },
};

FULL.ride = {
  machine: (FULL['ride-plain'] as { machine: unknown }).machine,
  road: { kind: 'iso', class: 'D', seed: 7 },
  speedMPerS: 12,
  seconds: 0.5,
};

test('every operation lists itself, shows its schema, and gives warnings and working', () => {
  expect(operationList().map((o) => o.name)).toEqual([
    'convert',
    'sag',
    'loads',
    'spring-wire',
    'spring-fit',
    'spring-stack',
    'leverage',
    'spring-select',
    'spring-effective',
    'machine-kinds',
    'spring-estimate',
    'air-spring',
    'stack',
    'damper',
    'stack-search',
    'diagnose',
    'retune',
    'judge',
    'travel-log',
    'geometry',
    'ride',
    'ride-plain',
    'oil',
  ]);
  for (const { name, sentence } of operationList()) {
    expect(sentence).toMatch(/\.$/);
    expect(JSON.stringify(operationSchema(name))).toMatch(/"ok":true.*"properties":\{/);
  }
  for (const [name, request] of [
    ['convert', { value: '23 3/8 in', to: 'mm' }],
    ['sag', SAG],
    ['loads', LOADS],
    ['spring-select', SELECT],
    ...Object.entries(FULL),
  ] as [string, unknown][])
    expect(run(name, request)).toMatchObject({
      warnings: [],
      working: expect.arrayContaining([
        expect.objectContaining({ formula: expect.any(String) as string, source: expect.any(String) as string }),
      ]) as unknown[],
    });
});

test('reasons, searches and logs are computed from outside too', () => {
  expect(run('diagnose', FULL.diagnose)).toMatchObject({ leading: 'reb-slow.rear' });
  expect(run('retune', FULL.retune)).toMatchObject({ outcome: 'go-on', best: 8, next: 6, reach: 4 });
  expect((run('travel-log', FULL['travel-log']) as { meanShare: number }).meanShare).toBeCloseTo(120 / 299.72, 1);
  for (const [name, request, code] of [
    ['diagnose', { complaints: [{ phrase: 'flies' }] }, 'not-listed'],
    ['diagnose', { complaints: [], statements: [{ statement: 'moon-full' }] }, 'statement-unknown'],
    ['diagnose', { complaints: [], statements: [{ statement: 'sag-low', credence: 2 }] }, 'out-of-range'],
    ['retune', { start: 30, range: [0, 20], resolution: 1, step: 2 }, 'out-of-range'],
    ['travel-log', { timeS: [0, 1], travelMm: [1, 2], fullMm: 300 }, 'log-short'],
  ] as const) {
    const answer = compute(name, request);
    expect(answer.ok ? 'accepted' : answer.problem.code).toBe(code);
  }
});

test('the further operations answer with the names of the contract', () => {
  expect(run('leverage', { kind: 'table', wheelMm: [0, 100, 200, 300], shockMm: [0, 34, 70, 108], atWheelMm: [0, 300] })).toMatchObject({
    shockMm: [0, expect.closeTo(108, 9)],
    ratio: [expect.any(Number), expect.any(Number)],
    ratioSlopePerMm: [expect.any(Number), expect.any(Number)],
  });
  expect(run('spring-stack', FULL['spring-stack'])).toMatchObject({ segments: [{ fromMm: 0 }, { toMm: null, rateNPerMm: 15 }] });
  expect((run('spring-fit', FULL['spring-fit']) as { rateNPerMm: number }).rateNPerMm).toBeCloseTo(8 * 9.80665, 6);
  const stack = run('stack', FULL.stack) as {
    edgeLiftMm: number[];
    profileMm: unknown[];
    maxStressMPa: number[];
    openingPressureMPa: number;
  };
  expect(stack.edgeLiftMm[0]).toBe(0);
  expect(stack.edgeLiftMm[1]! < stack.edgeLiftMm[2]!).toBe(true);
  expect([stack.profileMm.length, stack.maxStressMPa.length, stack.openingPressureMPa]).toEqual([3, 3, 0]);
  const bent = { points: [0, 20, 40, 60].map((x) => ({ deflectionMm: x, forceN: 60 * x + 0.4 * x * x })), model: 'progressive' };
  expect(run('spring-fit', bent)).toMatchObject({
    startRateNPerMm: expect.closeTo(60, 6) as number,
    endRateNPerMm: expect.closeTo(108, 6) as number,
  });
  const front = {
    ...SELECT,
    end: 'front',
    leverage: undefined,
    rakeDeg: 27,
    legs: 2,
    travelMm: 300,
    staticLoadN: 620,
    ladenLoadN: 960,
    target: { staticSagMm: 30, riderSagMm: 75 },
    otherForce: { kind: 'air', ...AIR },
    loadCases: [{ name: 'two-up', loadN: 1050 }],
  };
  const { leverage: _, ...asked } = front;
  const [first] = (run('spring-select', asked) as { candidates: { cases: Any[] }[] }).candidates;
  expect(first!.cases[0]).toMatchObject({ name: 'two-up', bottomed: false });
  // The same air as a constant would be another spring: the air's own force counts at each sag.
  const noAir = run('spring-select', { ...asked, otherForce: { kind: 'none' } }) as { ideal: { rateNPerMm: number } };
  const withAir = run('spring-select', asked) as { ideal: { rateNPerMm: number } };
  expect(withAir.ideal.rateNPerMm).toBeLessThan(noAir.ideal.rateNPerMm);
});

test('an estimate answers with the names of the contract, and its refusals name their field', () => {
  const request = FULL['spring-estimate']!;
  const { rateNPerMm, preloadMm, restsOn, next } = run('spring-estimate', request) as Record<string, Any>;
  for (const band of [rateNPerMm, preloadMm]) expect(band!.p05).toBeLessThan(band!.p50 as number);
  expect(restsOn).toEqual(
    expect.arrayContaining([
      { figure: 'wheelbaseMm', origin: 'known' },
      { figure: 'leverageRatio', origin: 'kind' },
      { figure: 'rateNPerMm', origin: 'marked' },
      { figure: 'riderSagMm', origin: 'read' },
    ]),
  );
  expect(Object.values(next!)[0]).toEqual({
    measure: expect.any(String),
    minutes: expect.any(Number),
    narrowsToNPerMm: expect.any(Number),
  });
  const bad = (over: Any) => refusal('spring-estimate', { ...request, ...over });
  expect(bad({ kind: 'hovercraft' })).toBe('not-listed kind');
  expect(bad({ sag: { staticMm: 100, riderMm: 30 } })).toBe('sag-not-rising sag.riderMm');
  expect(bad({ target: { staticSagMm: 100, riderSagMm: 30 } })).toBe('target-order target.riderSagMm');
  expect(bad({ figures: { leverageRatio: 2.9 }, leverage: { kind: 'constant', ratio: 2.9 } })).toBe('one-of-two leverage');
  const { kinds } = run('machine-kinds', {}) as { kinds: { figures: Record<string, Any>; rearSprings: number }[] };
  expect(kinds.length).toBeGreaterThanOrEqual(9);
  expect(kinds.some((k) => k.rearSprings === 2)).toBe(true);
  for (const { figures } of kinds)
    expect(figures.leverageRatio).toEqual({ mean: expect.any(Number), sd: expect.any(Number), origin: 'from memory' });
});

test('impossible requests of the further operations are refused at their field', () => {
  const bad = (operation: string, over: Any) => refusal(operation, { ...FULL[operation], ...over });
  expect(bad('spring-wire', { rateNPerMm: 80 })).toBe('one-of-two wireMm');
  expect(bad('spring-wire', { wireMm: 0 })).toBe('out-of-range wireMm');
  expect(bad('spring-wire', { meanDiameterMm: 60 })).toBe('one-of-two meanDiameterMm');
  expect(bad('spring-fit', { points: [] })).toBe('too-few points');
  expect(
    bad('spring-fit', {
      points: [
        { deflectionMm: 1, forceN: Number.NaN },
        { deflectionMm: 2, forceN: 5 },
      ],
    }),
  ).toBe('not-finite points.0.forceN');
  expect(bad('spring-stack', { springs: [{ rateNPerMm: -1 }] })).toBe('negative springs.0.rateNPerMm');
  expect(bad('leverage', { atWheelMm: [0, 900] })).toBe('linkage-singular shock');
  expect(refusal('leverage', { kind: 'constant', ratio: 0, atWheelMm: [0] })).toBe('out-of-range ratio');
  expect(bad('leverage', { rocker: { on: 'frame' } })).toBe('missing rocker.pivot');
  expect(bad('spring-effective', { staticSagMm: 0 })).toBe('sag-topped-out staticSagMm');
  expect(bad('spring-effective', { ladenLoadN: 600 })).toBe('load-not-increasing ladenLoadN');
  expect(bad('air-spring', { boreMm: 60 })).toBe('bore-above-stanchion boreMm');
  expect(bad('air-spring', { levelMm: 10 })).toBe('no-air-left levelMm');
  expect(bad('air-spring', { atMm: [0, 301] })).toBe('out-of-range atMm.1');
  expect(bad('stack', { shims: [] })).toBe('too-few shims');
  expect(bad('stack', { clampDiameterMm: 30 })).toBe('clamp-too-wide shims.0.diameterMm');
  expect(bad('stack', { pressureZoneMm: { inner: 28, outer: 27 } })).toBe('range-order pressureZoneMm.outer');
  expect(bad('stack', { theory: 'guess' })).toMatch(/^not-listed theory/);
  expect(bad('stack-search', { target: [{ mPerS: 0.1, forceN: 300 }] })).toMatch(/target$/);
  expect(bad('damper', { rodMm: 46 })).toBe('rod-fills-bore rodMm');
  expect(bad('damper', { base: { ...VALVE, portAreaMm2: 0, bleedAreaMm2: 0 } })).toBe('valve-closed base.portAreaMm2');
  expect(bad('damper', { base: { ...VALVE, clicker: { clicksOut: 3 } } })).toBe('one-of-two base.clicker.areaPerClickMm2');
  expect(bad('damper', { velocitiesMPerS: [-1] })).toMatch(/^negative velocitiesMPerS/);
  expect(bad('oil', { cSt100: 20 })).toBe('oil-order cSt40');
});

test('units in any mixture give the same answer', () => {
  const metric = run('spring-select', SELECT) as { ideal: { rateNPerMm: number } };
  const mixed = run('spring-select', {
    ...SELECT,
    travelMm: '30 cm',
    staticLoadN: '0,7 kN',
    target: { staticSagMm: `${35 / 25.4} in`, riderSagMm: '3.937007874015748 in' },
    catalogue: [{ id: 'a', rateNPerMm: '80 N/mm' }],
  }) as typeof metric;
  expect(mixed.ideal.rateNPerMm).toBeCloseTo(metric.ideal.rateNPerMm, 9);
  expect(
    run('loads', { ...LOADS, additions: [{ label: 'Rider', massKg: `${90 / 0.45359237} lb`, forwardOfRearAxleMm: '60 cm' }] }).ladenFrontN,
  ).toBeCloseTo(run('loads', LOADS).ladenFrontN as number, 9);
  expect(run('sag', { ...SAG, unladen: [{ liftedMm: '580,5', pressedMm: '57.45 cm' }] }).staticSagMm).toBeCloseTo(
    run('sag', SAG).staticSagMm as number,
    9,
  );
});

test.each([
  ['convert', { value: '12', to: 'mm' }, 'unit-missing value'],
  ['convert', { value: '12 kg', to: 'mm' }, 'unit-mismatch to'],
  ['convert', { value: '-3 kg', to: 'lb' }, 'negative value'],
  ['convert', { value: '12 mm', to: 'ells' }, 'unit-unknown to'],
  ['sag', { ...SAG, travelMm: 0 }, 'out-of-range travelMm'],
  ['sag', { ...SAG, travelMm: 'NaN' }, 'not-finite travelMm'],
  ['sag', { ...SAG, travelMm: Infinity }, 'not-finite travelMm'],
  ['sag', { ...SAG, unladen: [] }, 'too-few unladen'],
  ['sag', { ...SAG, unladen: { liftedMm: '23 3/0 in', pressedMm: 1 } }, 'zero-denominator unladen.liftedMm'],
  ['sag', { ...SAG, unladen: { liftedMm: 580 } }, 'missing unladen.pressedMm'],
  ['sag', { ...SAG, style: 'laser' }, 'not-listed style'],
  ['sag', { ...SAG, unladen: { liftedMm: 700, pressedMm: 690 } }, 'above-extended unladen.0.liftedMm'],
  ['sag', { ...SAG, colour: 'teal' }, 'unknown-field colour'],
  ['loads', { ...LOADS, additions: [{ label: 'Rider', massKg: -90, forwardOfRearAxleMm: 600 }] }, 'negative additions.0.massKg'],
  ['loads', { ...LOADS, unsprung: { frontKg: 90, rearKg: 20 } }, 'unsprung-too-heavy unsprung.frontKg'],
  ['loads', { ...LOADS, wheelbaseMm: undefined }, 'missing wheelbaseMm'],
  ['spring-select', { ...SELECT, catalogue: [] }, 'too-few catalogue'],
  ['spring-select', { ...SELECT, catalogue: [{ id: 'a', rateNPerMm: 0 }] }, 'out-of-range catalogue.0.rateNPerMm'],
  ['spring-select', { ...SELECT, catalogue: [{ id: 'a' }] }, 'missing catalogue.0.rateNPerMm'],
  ['spring-select', { ...SELECT, ladenLoadN: 600 }, 'load-not-increasing ladenLoadN'],
  ['spring-select', { ...SELECT, target: { staticSagMm: 35, riderSagMm: 400 } }, 'target-order target.riderSagMm'],
  ['spring-select', { ...SELECT, rakeDeg: 26 }, 'unknown-field rakeDeg'],
  ['spring-select', { ...SELECT, end: 'middle' }, 'wrong-type end'],
  ['spring-select', { ...SELECT, preloadRangeMm: [20, 0] }, 'range-order preloadRangeMm'],
  ['spring-select', { ...SELECT, otherForce: { kind: 'constant', forceN: '12 furlongs' } }, 'unit-unknown otherForce.forceN'],
  ['no-such-thing', {}, 'unknown-operation '],
  ['toString', {}, 'unknown-operation '],
])('%s refuses %j with %s', (operation, request, wanted) => {
  expect(refusal(operation, request)).toBe(wanted);
});

test('no request, however odd, throws', () => {
  fc.assert(
    fc.property(fc.constantFrom(...operationList().map((o) => o.name)), fc.object(), (operation, request) => {
      const answer = compute(operation, request);
      if (answer.ok) expect(finiteThroughout(answer.result)).toBe(true);
      else expect(answer.problem.message).toMatch(/^[A-Z“].*\.$/);
    }),
    { seed: 7, numRuns: 500 },
  );
});

/** Where numbers stand in a request, a few of each list. */
function numbersIn(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value === 'number') return [path];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value)
    .slice(0, 6)
    .flatMap(([key, inner]) => numbersIn(inner, [...path, Array.isArray(value) ? Number(key) : key]));
}
function withNumber(request: unknown, path: (string | number)[], to: number): unknown {
  const copy = structuredClone(request);
  const holder = path.slice(0, -1).reduce<unknown>((at, key) => (at as Any)[String(key)], copy) as Any;
  holder[String(path.at(-1))] = to;
  return copy;
}
const finiteThroughout = (value: unknown): boolean =>
  typeof value === 'number'
    ? Number.isFinite(value)
    : value === null || typeof value !== 'object' || Object.values(value).every(finiteThroughout);

const EACH: Readonly<Record<string, unknown>> = {
  convert: { value: '23 3/8 in', to: 'mm' },
  loads: LOADS,
  sag: SAG,
  'spring-select': SELECT,
  ...FULL,
};
test('every operation is among those tried below', () => {
  const names = operationList().map((o) => o.name);
  expect(names.filter((name) => !(name in EACH))).toEqual([]);
});

test.each(Object.entries(EACH))('%s: figures out of all measure are refused, or answered with figures', (name, request) => {
  for (const path of numbersIn(request))
    for (const to of [1e308, 1e-300, -1e308]) {
      const answer = compute(name, withNumber(request, path, to));
      if (answer.ok) expect([path, to, finiteThroughout(answer.result)]).toEqual([path, to, true]);
    }
  const answer = compute(name, request);
  expect(answer.ok && finiteThroughout(answer.result)).toBe(true);
});

test('a statement is given once and at its place; those that deny one another are said so; a complaint told again counts once', () => {
  const packs = { phrase: 'packs', end: 'rear' };
  const low = { statement: 'sag-low', end: 'rear', credence: 0.9 };
  expect(refusal('diagnose', { complaints: [packs], statements: [low, { ...low, credence: 0.1 }] })).toBe('statement-twice statements.1');
  expect(refusal('diagnose', { complaints: [packs], statements: [{ ...low, end: null }] })).toBe('statement-end-missing statements.0.end');
  expect(refusal('diagnose', { complaints: [packs], statements: [{ statement: 'pace-hard', end: 'rear' }] })).toBe(
    'statement-whole statements.0.end',
  );
  const both = run('diagnose', { complaints: [packs], statements: [low, { ...low, statement: 'sag-high' }] }) as Any;
  expect((both.warnings as { code: string }[]).map((w) => w.code)).toEqual(['statements-contradict']);
  const told = (times: number) =>
    run('diagnose', {
      complaints: Array.from({ length: times }, () => packs),
      statements: [{ statement: 'rebound-shut', end: 'rear' }],
    }) as Any;
  expect(told(4).causes).toEqual(told(1).causes);
});

test('a road of the standard is the same for the same seed; what no road is, is refused', () => {
  const request = FULL.ride as Any & { road: Any };
  expect(run('ride', request)).toEqual(run('ride', request));
  expect(run('ride', { ...request, road: { ...request.road, seed: 8 } })).not.toEqual(run('ride', request));
  expect(refusal('ride', { ...request, road: { kind: 'iso', class: 'Z' } })).toBe('not-listed road.class');
  expect(refusal('ride', { ...request, road: { kind: 'whoops', spacingM: 0, heightM: 0.3, count: 4 } })).toBe('out-of-range road.spacingM');
  expect(refusal('ride', { ...request, seconds: 4000 })).toBe('out-of-range seconds');
  for (const road of [
    { kind: 'hump', heightM: 0.06, lengthM: 1 },
    { kind: 'brakingBumps', spacingM: 1.4, heightM: 0.03 },
    { kind: 'rocks', heightM: 0.04, spacingM: 1, seed: 2 },
    { kind: 'jump', heightM: 0.2, rampM: 4 },
    { kind: 'gOut', depthM: 0.3, lengthM: 12 },
    { kind: 'level' },
  ])
    expect(finiteThroughout(run('ride', { ...request, road, seconds: 1 }))).toBe(true);
  expect(refusal('ride', { ...request, road: { kind: 'rocks', heightM: 0.04, spacingM: 0 } })).toBe('out-of-range road.spacingM');
});

test('the machine in motion: states and events that cannot be are refused at their field', () => {
  const geometry = FULL.geometry as Any & { reference: Any; states: Any[] };
  const reference = (change: Any) => ({ ...geometry, reference: { ...geometry.reference, ...change } });
  expect(refusal('geometry', reference({ swingArmPivot: { forwardMm: 1500, heightMm: 400 } }))).toBe(
    'out-of-range reference.swingArmPivot.forwardMm',
  );
  expect(refusal('geometry', { ...geometry, states: [] })).toBe('too-few states');
  expect(refusal('geometry', { ...geometry, states: [{ ...geometry.states[0], rearTravelMm: 700 }] })).toBe(
    'arm-upright states.0.rearTravelMm',
  );
  const ride = FULL['ride-plain'] as Any & { machine: Any & { front: Any; rear: Any }; event: Any };
  const machine = (change: Any) => ({ ...ride, machine: { ...ride.machine, ...change } });
  const rear = (change: Any) => machine({ rear: { ...ride.machine.rear, ...change } });
  expect(refusal('ride-plain', machine({ sprungKg: -1 }))).toBe('negative machine.sprungKg');
  expect(refusal('ride-plain', machine({ front: { ...ride.machine.front, wheelRateNPerM: 0 } }))).toBe(
    'out-of-range machine.front.wheelRateNPerM',
  );
  expect(refusal('ride-plain', rear({ springTable: { travelMm: [0, 60, 60], forceN: [0, 1, 2] } }))).toBe(
    'table-order machine.rear.springTable.travelMm.2',
  );
  expect(refusal('ride-plain', rear({ dampingTable: { speedMPerS: [0, 1, 2], forceN: [0, 1] } }))).toBe(
    'table-unequal machine.rear.dampingTable.forceN',
  );
  expect(refusal('ride-plain', { ...ride, event: { kind: 'leap' } })).toBe('wrong-type event.kind');
  expect(refusal('ride-plain', { ...ride, seconds: 0 })).toBe('out-of-range seconds');
});

test('the command: result, refusal, and lines in order', () => {
  const command = (args: string[], input: string) =>
    spawnSync('node', ['--import', 'tsx', 'src/cli/compute.ts', ...args], { input, encoding: 'utf8' });
  const good = command(['convert'], '{"value":"900 lbf/in","to":"N/mm"}');
  expect(good.status).toBe(0);
  expect((JSON.parse(good.stdout) as Any).value).toBeCloseTo(157.6, 1);
  const bad = command(['sag'], '{"travelMm":"-5","style":"ruler"}');
  expect([bad.status, bad.stdout]).toEqual([2, '']);
  expect(JSON.parse(bad.stderr)).toMatchObject({ error: { code: 'negative', path: ['travelMm'] } });
  const lines = command(
    ['--lines'],
    '{"operation":"convert","request":{"value":"1 in","to":"mm"}}\nnot json\n\n{"operation":"sag","request":{}}\n{"operation":"convert","request":{"value":"2 in","to":"mm"}}\n',
  );
  const out = lines.stdout
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l) as { result?: Any; error?: Any });
  expect(out.map((o) => o.result?.value ?? o.error?.code)).toEqual([25.4, 'not-json', 'missing', 50.8]);
});

test('remarks and refusals are texts, their figures printed in metric; a refusal is code, message and path alone', () => {
  const warnings = (name: string, request: unknown) => run(name, request).warnings as { code: string; message: unknown; path: unknown }[];
  const pressed = warnings('air-spring', { ...AIR, levelMm: 40, atMm: [0, 150, 300] }).find((w) => w.code === 'air-pressure-high')!;
  expect(pressed.message).toMatch(/^At full travel the air would reach \d+\.\d bar; above 12 bar seals are at risk/);
  const wide = warnings('sag', { ...SAG, laden: { liftedMm: 460, pressedMm: 500 } }).find((w) => w.code === 'friction-band-wide')!;
  expect(wide.message).toMatch(/^The friction band of [\d.]+ mm is wide; under \d+ mm is usual/);
  const refusal = compute('sag', { ...SAG, laden: { liftedMm: 100, pressedMm: 100 } });
  if (refusal.ok) throw new Error('more sag than travel went through');
  expect(Object.keys(refusal.problem).sort()).toEqual(['code', 'message', 'path']);
  expect(refusal.problem.message).toMatch(/ mm of sag, more than the \d+ mm of travel/);
});
