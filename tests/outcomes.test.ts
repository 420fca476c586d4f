import { expect, test } from '@jest/globals';
import { type End, ENDS } from '@/catalogue/ends';
import { MACHINE_TYPES, type MachineType } from '@/catalogue/fields/machine';
import { KIND_PRACTICE, PRACTICE } from '@/knowledge/practice';
import type { JobJudged } from '@/judgement/job/judgeJob';
import { springEstimateRequest } from '@/schema/computeEstimate';
import { judgeRequest } from '@/schema/computeJudge';
import { springEstimate } from '@/server/compute/estimate';
import { judged } from '@/server/compute/judge';
import outcomes from './outcomes.json';
import { fitPractice, type Fitted, RATE_CASES, type RateCase } from './practiceFit';

const KINDS = Object.keys(MACHINE_TYPES) as MachineType[];

function answer({ kind, end, given, of }: RateCase): number {
  const { machineKg, frontTravelMm, rearTravelMm, leverageRatio, riderKg, passengerKg, use, pace, ground } = given;
  const known = { machineKg, frontTravelMm, rearTravelMm, ...(end === 'rear' && leverageRatio ? { leverageRatio } : {}) };
  const found = springEstimate(springEstimateRequest.parse({ kind, end, riderKg, figures: known, passengerKg, use, pace, ground }));
  if (!found.ok) throw new Error(found.issue.code);
  return of === 'rate' ? found.value.rateNPerMm.p50 : found.value.preloadMm.p50;
}
const isIn = (c: RateCase, value: number) => value >= c.accept.low && value <= c.accept.high;

test('the constants of practice are what the outcomes give, and nothing beside them', () => {
  for (const end of ENDS) {
    const fitted = fitPractice(RATE_CASES, end);
    for (const key of ['logConstant', 'travelPower', 'paceStep'] as const) expect(PRACTICE[end][key]).toBeCloseTo(fitted[key], 4);
    for (const kind of KINDS) expect(KIND_PRACTICE[kind][end].logFactor).toBeCloseTo(fitted.logFactor[kind]!, 4);
  }
});

test('the first answer falls into the band of good shops: at least 52 of 57 rates and preloads', () => {
  const missed = RATE_CASES.filter((c) => !isIn(c, answer(c))).map((c) => c.id);
  expect(RATE_CASES).toHaveLength(57);
  expect(missed.length).toBeLessThanOrEqual(5);
});

/** The constants in force while `run` runs: those without one machine. */
function withConstants(fitted: Record<End, Fitted>, run: () => void): void {
  const kept = ENDS.map((end) => [end, { ...PRACTICE[end] }, KINDS.map((kind) => KIND_PRACTICE[kind][end].logFactor)] as const);
  for (const end of ENDS) {
    const { logFactor, ...law } = fitted[end];
    Object.assign(PRACTICE[end], law);
    for (const kind of KINDS) KIND_PRACTICE[kind][end].logFactor = logFactor[kind]!;
  }
  run();
  for (const [end, law, factors] of kept) {
    Object.assign(PRACTICE[end], law);
    KINDS.forEach((kind, i) => (KIND_PRACTICE[kind][end].logFactor = factors[i]!));
  }
}

test('with a whole machine left out of the constants its cases still fall in, three of four at least', () => {
  const machines = [...new Set(RATE_CASES.map((c) => c.given.machine))];
  let fell = 0;
  for (const machine of machines) {
    const rest = RATE_CASES.filter((c) => c.given.machine !== machine);
    withConstants({ front: fitPractice(rest, 'front'), rear: fitPractice(rest, 'rear') }, () => {
      fell += RATE_CASES.filter((c) => c.given.machine === machine && isIn(c, answer(c))).length;
    });
  }
  expect(fell / RATE_CASES.length).toBeGreaterThanOrEqual(0.75);
  // And the constants stand again as they stood.
  expect(PRACTICE.front.logConstant).toBeCloseTo(fitPractice(RATE_CASES, 'front').logConstant, 4);
});

interface VerdictCase {
  id: string;
  kind: MachineType;
  asks: string;
  given: {
    end?: End;
    staticSagMm?: number;
    riderSagMm?: number;
    frictionBandMm?: number;
    frontTravelMm?: number;
    rearTravelMm?: number;
    makersStaticMm?: [number, number];
    riderKg?: number;
    rateNPerMm?: number;
    usedShare?: number;
    sag?: 'right';
    complaint?: string;
  };
  accept: string[];
}
const VERDICT_CASES = outcomes.verdicts as unknown as VerdictCase[];

/** The complaint as somebody at the desk would pick it. */
const PHRASES: [RegExp, string][] = [
  [/metal noise/, 'bottoms'],
  [/dives/, 'dives'],
  [/fork hardly moves/, 'fork-still'],
  [/while braking/, 'harsh-braking'],
  [/small|harsh|stiff|feels harder/, 'harsh-small'],
  [/steers too quickly/, 'turns-in'],
  [/bounces on/, 'seesaws'],
];

/** A case as it would be typed at the bench: sags as settled readings either side, with the friction told. */
function typed({ kind, given }: VerdictCase, end: End) {
  const machine: Record<string, string> = { 'machine.type': kind };
  const job: Record<string, string> = {};
  for (const e of ENDS) if (given[`${e}TravelMm`]) machine[`machine.travel.${e}`] = `${given[`${e}TravelMm`]}`;
  const travelMm = given[`${end}TravelMm`] ?? 0;
  if (given.makersStaticMm) machine[`machine.sag.${end}.static`] = `${(given.makersStaticMm[0] + given.makersStaticMm[1]) / 2}`;
  if (given.riderKg) job['rider.mass'] = `${given.riderKg}`;
  if (given.rateNPerMm) job[`found.${end}.spring`] = `${given.rateNPerMm}`;
  if (given.usedShare) job[`measure.${end}.used`] = `${given.usedShare * travelMm}`;
  const usual = KIND_PRACTICE[kind][end];
  const sags = {
    unladen: given.staticSagMm ?? (given.sag === 'right' ? usual.staticShare * travelMm : undefined),
    laden: given.riderSagMm ?? (given.sag === 'right' ? usual.riderShare * travelMm : undefined),
  };
  for (const [state, sagMm] of Object.entries(sags)) {
    if (sagMm === undefined) continue;
    job[`measure.${end}.style`] = 'ruler';
    job[`measure.${end}.${state}.1.lifted`] = `${sagMm - (given.frictionBandMm ?? 6) / 2}`;
    job[`measure.${end}.${state}.1.pressed`] = `${sagMm + (given.frictionBandMm ?? 6) / 2}`;
  }
  const phrase = given.complaint && PHRASES.find(([words]) => words.test(given.complaint!))?.[1];
  if (phrase) Object.assign(job, { 'complaint.1.phrase': phrase, 'complaint.1.end': given.end ?? 'both' });
  return { machine, job };
}

/** The words of the outcomes, in the words of `judge`. */
const WORDS: Record<string, string[]> = {
  'preload only': ['preload'],
  'measure first': ['measure-first'],
  'rear first': ['other-end-first'],
  'oil level': ['oil-level'],
  'bottoms: stiffer': ['bottoms', 'stiffer'],
};
const accepted = (words: string): string[] => WORDS[words] ?? [words.split(':')[0]!];

test('verdicts are those of good shops: at least 24 of 27', () => {
  const missed = VERDICT_CASES.flatMap((c) => {
    const ends: End[] = c.given.end ? [c.given.end] : [...ENDS];
    const said = ends.map((end) => judgeOf(typed(c, end)).ends[end]);
    const right = c.accept.flatMap(accepted);
    return said.every((s) => right.includes(s.verdict)) ? [] : [{ id: c.id, said: said.map((s) => `${s.verdict}: ${s.said}`), right }];
  });
  expect(VERDICT_CASES).toHaveLength(27);
  expect(missed.length > 3 ? missed : []).toEqual([]);
});

function judgeOf(request: { machine: Record<string, string>; job: Record<string, string>; school?: string }) {
  const found = judged(judgeRequest.parse(request));
  if (!found.ok) throw new Error(found.issue.code);
  return found.value as unknown as JobJudged;
}
