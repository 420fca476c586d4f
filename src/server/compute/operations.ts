import { z } from 'zod';
import { loads } from '@/core/loads/loads';
import { damper } from '@/core/damper/damper';
import { oil } from '@/core/damper/oil';
import { FATIGUE_SPEED_M_PER_S, runSearch } from '@/core/damper/search';
import { leverageOf } from '@/core/leverage/leverage';
import { sag } from '@/core/measure/sag';
import { ok, type Result, type Warning } from '@/core/result';
import { weigh } from '@/core/diagnose/weigh';
import { geometry } from '@/core/geometry/geometry';
import { logFigures } from '@/core/logger/figures';
import { ridePlain } from '@/core/ride/plain';
import { ride } from '@/core/ride/ride';
import { searchState } from '@/core/retune/search';
import { FATIGUE_CAUTION_MPA, stack } from '@/core/plate/stack';
import { airSpring } from '@/core/spring/air';
import { effectiveRate } from '@/core/spring/effective';
import { endOf } from '@/core/spring/endOf';
import { selectSpring } from '@/core/spring/select';
import { seriesSegments, seriesWorking } from '@/core/spring/series';
import { fitSpring } from '@/core/spring/tester';
import { springWire } from '@/core/spring/wire';
import { convert } from '@/core/units/convert';
import { given, type WorkingStep } from '@/core/working';
import {
  airSpringRequest,
  convertRequest,
  leverageRequest,
  loadsRequest,
  sagRequest,
  springEffectiveRequest,
  springFitRequest,
  springSelectRequest,
  springStackRequest,
  springWireRequest,
} from '@/schema/compute';
import { damperRequest, oilRequest, stackRequest, stackSearchRequest } from '@/schema/computeDamper';
import { judgeRequest } from '@/schema/computeJudge';
import { machineKindsRequest, springEstimateRequest } from '@/schema/computeEstimate';
import { diagnoseRequest, retuneRequest, travelLogRequest } from '@/schema/computeReason';
import { geometryRequest, ridePlainRequest, rideRequest } from '@/schema/computeRide';
import { nodeOf, toldOnce, knowledgeOf } from '@/knowledge/causes/knowledge';
import { contradictions, EVIDENCE } from '@/knowledge/causes/statements';
import { CAUSES } from '@/knowledge/causes/shipped';
import { machineKinds, springEstimate } from './estimate';
import { judged } from './judge';
import { asContract, type Problem, problem, problemOf, problemOfZod } from '@/schema/problem';
import { warningWords } from '@/schema/words';
import { sayMetric } from '@/core/units/say';

interface Computed {
  warnings: Warning[];
  working: WorkingStep[];
}

interface Operation {
  sentence: string;
  schema: z.ZodType;
  /** Checks the request by the schema and, where it fits, runs it. */
  answer(request: unknown): { fits: true; result: Result<Computed> } | { fits: false; issues: z.core.$ZodIssue[] };
}

const operation = <S extends z.ZodType>(sentence: string, schema: S, run: (request: z.output<S>) => Result<Computed>): Operation => ({
  sentence,
  schema,
  answer(request) {
    const checked = schema.safeParse(request);
    return checked.success ? { fits: true, result: run(checked.data) } : { fits: false, issues: checked.error.issues };
  },
});

const OPERATIONS: Record<string, Operation> = {
  convert: operation('A quantity as people write it, in another unit.', convertRequest, ({ value, to }) => convert(value, to)),
  sag: operation('Static and rider sag, shares of travel and friction bands from lifted and pressed readings.', sagRequest, sag),
  loads: operation('Sprung loads at the wheels from wheel weights and additions, by moments.', loadsRequest, loads),
  'spring-wire': operation(
    'Rate, index and solid length of a coil spring from its wire, or the wire for a rate; cut coils.',
    springWireRequest,
    springWire,
  ),
  'spring-fit': operation(
    'Rate and seat offset, or start and end rate, from readings of the spring tester.',
    springFitRequest,
    ({ points, model }) => fitSpring(points, model),
  ),
  'spring-stack': operation(
    'Springs one on top of another: the rate over the travel until each binds.',
    springStackRequest,
    ({ springs }) => {
      const segments = seriesSegments(springs);
      return segments.ok ? ok({ segments: segments.value, warnings: [], working: seriesWorking(springs, segments.value) }) : segments;
    },
  ),
  leverage: operation(
    'Shock stroke, leverage ratio and its slope over the wheel travel: constant, table or linkage.',
    leverageRequest,
    leverageOver,
  ),
  'spring-select': operation(
    'The ideal spring for two sag targets, and the springs of a catalogue ranked against it for every load case.',
    springSelectRequest,
    (r) => {
      const end = endOf(r);
      if (!end.ok) return end;
      const selected = selectSpring({ ...r, end: end.value.end });
      return selected.ok ? ok({ ...selected.value, warnings: [...end.value.warnings, ...selected.value.warnings] }) : selected;
    },
  ),
  'spring-effective': operation(
    'The rate that must be in there, from the two measured sags, and whether it agrees with the mark.',
    springEffectiveRequest,
    (r) => {
      const end = endOf(r);
      return end.ok ? effectiveRate({ ...r, end: end.value.end }) : end;
    },
  ),
  'machine-kinds': operation('Kinds of machine: what is usual of each, with its spread.', machineKindsRequest, machineKinds),
  'spring-estimate': operation(
    'The right spring of one end as a middle and a band, from whatever is known of the machine, and what would sharpen it.',
    springEstimateRequest,
    springEstimate,
  ),
  'air-spring': operation('Force and pressure of the air in sealed fork legs over the travel, by oil level.', airSpringRequest, (r) => {
    const found = airSpring(r);
    if (!found.ok) return found;
    const { air, warnings, working } = found.value;
    return ok({ forceN: r.atMm.map(air.forceN), pressureMPa: r.atMm.map(air.pressureMPa), warnings, working });
  }),
  stack: operation(
    'A shim stack as plates in contact: lift, profile and stress under pressure, and the pressure that opens it.',
    stackRequest,
    (r) => stack(r),
  ),
  damper: operation(
    'Damping force against shaft speed, where the pressure drops, cavitation and the authority of each clicker.',
    damperRequest,
    (r) => damper(r),
  ),
  'stack-search': operation(
    'Stacks that come closest to a target curve, from the shims on hand and those in the valve, ranked by fit, swaps and shims to buy.',
    stackSearchRequest,
    searched,
  ),
  diagnose: operation(
    'Causes of the book as it begins, weighed against complaints told and statements looked at; what to measure next.',
    diagnoseRequest,
    diagnosed,
  ),
  retune: operation(
    'Where the search for one adjuster’s place stands after some rides, and the next place to ride.',
    retuneRequest,
    searchState,
  ),
  judge: operation(
    'A whole job as typed: the verdict of each end, springs by their chance, causes and cures, by the functions the screens ask.',
    judgeRequest,
    judged,
  ),
  'travel-log': operation(
    'Histogram, speeds, bottomings, friction, natural frequency and damping ratio from a log of travel against time.',
    travelLogRequest,
    logged,
  ),
  geometry: operation(
    'The machine in the plane at each state: rake, trail, wheelbase, pitch, swing-arm, chain and anti-squat.',
    geometryRequest,
    (r) => geometry(r),
  ),
  ride: operation(
    'A machine over a road: travel, where the wheels live, bottomings, contact lost, weighted acceleration at the seat, heat in the dampers.',
    rideRequest,
    (r) => ride(r),
  ),
  'ride-plain': operation(
    'A bare machine over a step, a bump, a drop or a profile, by the solver of the ride: travels, tyre loads, contact lost, acceleration.',
    ridePlainRequest,
    (r) => ridePlain(r),
  ),
  oil: operation('Viscosity at a temperature and the viscosity index, from the figures at 40 and 100 °C.', oilRequest, oil),
};

function diagnosed({ complaints, statements }: z.output<typeof diagnoseRequest>): Result<Computed> {
  const observed = statements.map(({ statement, end, credence }) => ({ evidence: nodeOf(statement, end), credence }));
  const told = toldOnce(complaints.map((c, i) => ({ n: i + 1, phrase: c.phrase, end: c.end })));
  const found = weigh({ ...knowledgeOf(CAUSES, told, new Set(observed.map((o) => o.evidence))), observed });
  if (!found.ok) return found;
  const denied = contradictions(statements).map(({ end, one, other }): Warning => ({
    code: 'statements-contradict',
    path: ['statements'],
    data: { one: EVIDENCE[one].name, other: EVIDENCE[other].name, end: end ?? '' },
  }));
  return ok({ ...found.value, warnings: [...found.value.warnings, ...denied] });
}

function logged(request: z.output<typeof travelLogRequest>): Result<Computed> {
  const found = logFigures(request);
  if (!found.ok) return found;
  const { figures, gaps, spikes } = found.value;
  const { meanShare, zeta, decays } = figures;
  const warnings: Warning[] = [];
  if (gaps.length > 0) warnings.push({ code: 'log-gap', path: ['timeS'], data: { count: gaps.length, at: gaps[0]!.fromS } });
  if (spikes > 0) warnings.push({ code: 'log-spike', path: ['travelMm'], data: { count: spikes } });
  return ok({
    ...figures,
    gaps,
    warnings,
    working: [
      {
        label: 'Mean position',
        formula: 'mean of travel / full travel',
        inputs: [given('full travel', request.fullMm, 'mm'), given('readings', request.timeS.length, '', 'measured')],
        result: meanShare,
        unit: '',
        source: 'definition',
      },
      ...(zeta === null
        ? []
        : [
            {
              label: 'Damping ratio',
              formula:
                decays.length > 0
                  ? 'least squares of x = m + (x₀ − m)·e^(−ζω₀t)·(cos ω_d t + ζω₀/ω_d·sin ω_d t)'
                  : 'shape of f²/((f₀² − f²)² + (2ζf₀f)²)',
              inputs: [given('free swings', decays.length, '', 'measured' as const)],
              result: zeta,
              unit: '',
              source:
                decays.length > 0
                  ? 'free decay with dry friction (Thomson; Feeny and Liang 1996, from memory)'
                  : 'Welch spectrum, one degree of freedom',
            },
          ]),
    ],
  });
}

function searched(r: z.output<typeof stackSearchRequest>): Result<Computed> {
  const found = runSearch(r);
  if (!found.ok) return found;
  const [best] = found.value.suggestions;
  const { presentStressMPa } = found.value;
  const limit = r.limits.mostStressMPa;
  const stressMPa = Math.max(0, ...found.value.suggestions.map((s) => s.maxStressMPa));
  const warnings: Warning[] = best ? [] : [{ code: 'no-stack-found', path: ['limits'] }];
  const { beyond } = found.value.reach;
  if (beyond)
    warnings.push({
      code: 'aim-out-of-reach',
      path: ['target'],
      data: { speed: beyond.mPerS, target: beyond.targetN, softest: beyond.softestN, stiffest: beyond.stiffestN, hangsOn: beyond.hangsOn },
    });
  if (presentStressMPa > limit)
    warnings.push({
      code: 'stress-of-present',
      path: ['limits', 'mostStressMPa'],
      data: { stress: presentStressMPa, limit, speed: FATIGUE_SPEED_M_PER_S },
    });
  if (stressMPa > FATIGUE_CAUTION_MPA)
    warnings.push({ code: 'shim-stress-high', path: ['suggestions'], data: { stress: stressMPa, limit: FATIGUE_CAUTION_MPA } });
  return ok({
    ...found.value,
    warnings,
    working: best
      ? [
          {
            label: 'Miss of the best stack',
            formula: '√(mean of ((F − target) / target)²)',
            inputs: [given('stacks tried', r.tries, '', 'computed'), given('speeds', r.target.length, '')],
            result: best.fitError,
            unit: '',
            source: 'simulated annealing; plates solved in full',
          },
        ]
      : [],
  });
}

function leverageOver(r: z.output<typeof leverageRequest>): Result<Computed> {
  const lever = leverageOf(r, Math.max(...r.atWheelMm, 1));
  if (!lever.ok) return lever;
  const { strokeMm, ratio, ratioSlopePerMm } = lever.value;
  const [shockMm, ratios] = [r.atWheelMm.map(strokeMm), r.atWheelMm.map(ratio)];
  const source = {
    constant: 'definition',
    table: 'rising cubic through the pairs (Fritsch and Carlson 1980)',
    linkage: 'plane kinematics',
  }[r.kind];
  const working = r.atWheelMm.map((z, i) => ({
    label: `Leverage ratio at ${z.toFixed(1)} mm`,
    formula: 'dz/ds',
    inputs: [given('wheel travel z', z, 'mm'), given('shock stroke s', shockMm[i]!, 'mm', 'computed')],
    result: ratios[i]!,
    unit: '',
    source,
  }));
  return ok({ shockMm, ratio: ratios, ratioSlopePerMm: r.atWheelMm.map(ratioSlopePerMm), warnings: [], working });
}

export const operationList = () => Object.entries(OPERATIONS).map(([name, { sentence }]) => ({ name, sentence }));

export function operationSchema(name: string): { ok: true; schema: unknown } | { ok: false; problem: Problem } {
  const found = Object.hasOwn(OPERATIONS, name) ? OPERATIONS[name] : undefined;
  return found
    ? { ok: true, schema: z.toJSONSchema(found.schema, { io: 'input' }) }
    : { ok: false, problem: problem('unknown-operation', [], { operation: name }) };
}

export type ComputeAnswer = { ok: true; result: unknown } | { ok: false; problem: Problem };

/** No figure of a result is infinite or none at all: JSON would print it as null, and nobody would know. */
const holdsFiguresAlone = (value: unknown): boolean =>
  typeof value === 'number'
    ? Number.isFinite(value)
    : value === null || typeof value !== 'object' || Object.values(value).every(holdsFiguresAlone);

/** Checks a request of the compute contract once, at the door, and runs it. The one entry for the command, the routes and the batch mode. */
export function compute(name: string, request: unknown): ComputeAnswer {
  const found = Object.hasOwn(OPERATIONS, name) ? OPERATIONS[name] : undefined;
  if (!found) return { ok: false, problem: problem('unknown-operation', [], { operation: name }) };
  const answer = found.answer(request);
  if (!answer.fits) return { ok: false, problem: asContract(problemOfZod(answer.issues, request)) };
  const { result } = answer;
  if (!result.ok) return { ok: false, problem: asContract(problemOf(result.issue)) };
  if (!holdsFiguresAlone(result.value)) return { ok: false, problem: problem('no-finite-answer') };
  const warnings = result.value.warnings.map((w) => ({ code: w.code, message: sayMetric(warningWords(w)), path: w.path }));
  return { ok: true, result: { ...result.value, warnings } };
}
