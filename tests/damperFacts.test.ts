import { factsOf, type JobFacts } from '@/judgement/model/facts';
import { damper } from '@/core/damper/damper';
import { OILS, WARM_C } from '@/core/damper/oils';
import { rememberedLifts } from '@/core/damper/valve';
import { SCHOOLS } from '@/knowledge/schools';
import { damperFacts, FACT_SPEEDS } from '@/judgement/model/damperFacts';
import { damperQuestion } from '@/judgement/reason/damperQuestion';
import { damperOf, oilOf, oilWarm } from '@/judgement/model/dampers';
import { isMissing, isUnusable } from '@/judgement/model/ends';
import { entriesOf, MACHINE, RIDER } from './entries';
import type { Texts } from './known';

/** What the reasons know of a damper as it came in, against the damper computed here and closed forms. */

const valve = (name: string, more: Texts = {}): Texts =>
  Object.fromEntries(
    Object.entries({ port: '120', bleed: '1.2', clamp: '18', 'zone.inner': '22', 'zone.outer': '33', needle: '0.2', ...more }).map(
      ([k, v]) => [`machine.damper.rear.${name}.${k}`, v],
    ),
  );
const FIGURES = {
  ...MACHINE,
  'machine.damper.rear.bore': '46',
  'machine.damper.rear.rod': '16',
  'machine.damper.rear.post': '12',
  ...valve('compression'),
  ...valve('rebound'),
};
const CAME_IN = {
  ...RIDER,
  'found.rear.spring': '61',
  'found.rear.gas': '11 bar',
  'found.rear.rebound.out': '12',
  'found.rear.rebound.range': '24',
  'found.rear.lowCompression.out': '10',
  'found.rear.lowCompression.range': '20',
  'valves.rear.found.compression': '36 × 0.20 × 4, 30 × 0.20, 24 x 0,25',
  'valves.rear.found.rebound': '36 × 0.20 × 5\n30 × 0.25\n24 × 0.25',
};
const known = (texts: Texts = {}, figures: Texts = {}): JobFacts =>
  factsOf(entriesOf({ ...CAME_IN, ...texts }), entriesOf({ ...FIGURES, ...figures }), SCHOOLS);
const lifts = rememberedLifts();
const computed = (texts: Texts = {}, figures: Texts = {}) => {
  const question = damperQuestion(known(texts, figures), 'rear', OILS);
  if (!question) throw new Error('nothing to ask');
  const facts = damperFacts(question, lifts);
  if (!facts) throw new Error('nothing computed');
  return { facts, sprung: question.sprung };
};

test('forces are those of the damper with the stacks found, warm, at the clicks found', () => {
  const { facts } = computed();
  const { entries, machine } = known();
  const figures = damperOf(factsOf(entries, machine), 'rear', 'found');
  const oil = oilWarm(oilOf(entries, 'rear', OILS).grade, WARM_C);
  if (isMissing(figures) || isUnusable(figures) || !oil.ok) throw new Error('no damper');
  const found = damper({ ...figures, oil: oil.value, velocitiesMPerS: [...FACT_SPEEDS] }, lifts);
  if (!found.ok) throw new Error('not computed');
  expect(facts.forceN.rebound.slow).toBeCloseTo(found.value.reboundN[0]!, 6);
  expect(facts.forceN.compression.fast).toBeCloseTo(found.value.compressionN[2]!, 6);
});

test('the damping ratio is the force over critical damping at the shaft: 2√(k·m)·LR²·v', () => {
  const { facts, sprung } = computed();
  const { wheelRateNPerMm, massKg, leverage } = sprung!;
  expect(leverage).toBeCloseTo(2.95, 6);
  // Constant leverage, linear spring: k/LR² at the wheel.
  expect(wheelRateNPerMm).toBeCloseTo(61 / 2.95 ** 2, 6);
  const critical = 2 * Math.sqrt(wheelRateNPerMm * 1000 * massKg) * leverage ** 2;
  expect(facts.zeta.rebound).toBeCloseTo(facts.forceN.rebound.slow / 0.1 / critical, 9);
  expect(facts.zeta.compression).toBeCloseTo(facts.forceN.compression.slow / 0.1 / critical, 9);
});

test('a click further out takes about what a click is said to be worth, and the best clicker speaks for the damper', () => {
  const [now, more] = [computed(), computed({ 'found.rear.rebound.out': '13' })];
  const taken = now.facts.forceN.rebound.slow - more.facts.forceN.rebound.slow;
  expect(taken).toBeGreaterThan(0);
  expect(Math.abs(taken / now.facts.perClickN.rebound!.slow - 1)).toBeLessThan(0.25);
  const shares = (['rebound', 'compression'] as const).map((s) => now.facts.perClickN[s]!.slow / now.facts.forceN[s].slow);
  expect(now.facts.clickShare).toBeCloseTo(Math.max(...shares), 9);
});

test('heat takes more where a long bleed carries the flow', () => {
  const long = computed({}, { 'machine.damper.rear.rebound.bleedLength': '60', 'machine.damper.rear.compression.bleedLength': '60' });
  expect(long.facts.hotLoss).toBeGreaterThan(computed().facts.hotLoss);
  expect(long.facts.hotLoss).toBeLessThan(1);
});

test('a narrow port chokes; little gas lets the oil part, and sooner', () => {
  expect(computed({}, valve('rebound', { port: '14' })).facts.choke).toMatchObject({ valve: 'rebound', portShare: expect.any(Number) });
  const from = (gas: string) => computed({ 'found.rear.gas': gas }).facts.cavitatesFromMPerS ?? Infinity;
  expect(from('0 bar')).toBeLessThanOrEqual(from('11 bar'));
  expect(from('0 bar')).toBeLessThan(Infinity);
});

test('what is not measured is not asked; without springs or loads there is force and no ratio', () => {
  expect(damperQuestion(known(), 'front', OILS)).toBeNull();
  const bare = known();
  expect(damperQuestion(bare.with({ machine: entriesOf(MACHINE) }), 'rear', OILS)).toBeNull();
  const { 'found.rear.spring': _spring, ...unmarked } = bare.entries;
  const question = damperQuestion(bare.with({ entries: unmarked }), 'rear', OILS)!;
  expect(question.sprung).toBeNull();
  const facts = damperFacts(question, lifts)!;
  expect(facts.zeta).toEqual({ compression: null, rebound: null });
  expect(facts.forceN.rebound.slow).toBeGreaterThan(0);
});
