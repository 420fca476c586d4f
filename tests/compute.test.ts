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

test('every operation lists itself, shows its schema, and gives warnings and working', () => {
  expect(operationList().map((o) => o.name)).toEqual(['convert', 'sag', 'loads', 'spring-select']);
  for (const { name, sentence } of operationList()) {
    expect(sentence).toMatch(/\.$/);
    expect(JSON.stringify(operationSchema(name))).toMatch(/"ok":true.*"required":\[/);
  }
  for (const [name, request] of [
    ['convert', { value: '23 3/8 in', to: 'mm' }],
    ['sag', SAG],
    ['loads', LOADS],
    ['spring-select', SELECT],
  ] as const)
    expect(run(name, request)).toMatchObject({
      warnings: [],
      working: expect.arrayContaining([
        expect.objectContaining({ formula: expect.any(String) as string, source: expect.any(String) as string }),
      ]) as unknown[],
    });
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
  ['stack', {}, 'unknown-operation '],
  ['toString', {}, 'unknown-operation '],
])('%s refuses %j with %s', (operation, request, wanted) => {
  expect(refusal(operation, request)).toBe(wanted);
});

test('no request, however odd, throws; an accepted one has finite figures', () => {
  fc.assert(
    fc.property(fc.constantFrom('convert', 'sag', 'loads', 'spring-select'), fc.object(), (operation, request) => {
      const answer = compute(operation, request);
      if (!answer.ok) expect(answer.problem.message.length).toBeGreaterThan(5);
    }),
    { seed: 7, numRuns: 500 },
  );
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
