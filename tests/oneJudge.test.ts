import { type JobFacts, factsOf } from '@/judgement/model/facts';
import { said, sayMetric } from '@/core/units/say';
import fc from 'fast-check';
import { isToppedOut } from '@/core/measure/sag';
import { SCHOOLS } from '@/knowledge/schools';
import { compute } from '@/server/compute/operations';
import { becauseOf, candidateWords } from '@/judgement/findings/because';
import { predict } from '@/judgement/reason/cures';
import { standing } from '@/judgement/reason/standing';
import { readAll } from '@/judgement/reason/evidence';
import { legsFound } from '@/judgement/model/legs';
import { sagOf } from '@/judgement/model/measure';
import { legsSet } from '@/judgement/model/set';
import { judgeSpring } from '@/judgement/findings/springJudge';
import { selectionOf } from '@/judgement/aims/springs';
import { CAUSES } from '@/knowledge/causes/shipped';
import { known, type Texts } from './known';
import type { ListedSpring } from '@/schema/springs';

/**
 * One question, one judge: whatever is read, no screen denies another. Readings, loads, springs and clickers are drawn; Measure's sentences, Reason's statements, Springs' candidates,
 * the cures, Set's legs and the API are asked, and held against one another.
 */

const ENDS = ['rear', 'front'] as const;
type End = (typeof ENDS)[number];
const NAME = { rear: 'Rear', front: 'Front' };

const drawn = fc.record({
  use: fc.constantFrom('road', 'touring', 'conversion', 'off-road', 'rally'),
  school: fc.constantFrom(...SCHOOLS.map((s) => s.id)),
  rider: fc.integer({ min: 50, max: 130 }),
  travel: fc.record({ rear: fc.integer({ min: 90, max: 330 }), front: fc.integer({ min: 90, max: 320 }) }),
  statics: fc.record({ rear: fc.double({ min: 0, max: 0.25, noNaN: true }), front: fc.double({ min: 0, max: 0.25, noNaN: true }) }),
  adds: fc.record({ rear: fc.double({ min: 0.05, max: 0.4, noNaN: true }), front: fc.double({ min: 0.02, max: 0.35, noNaN: true }) }),
  band: fc.double({ min: 0, max: 14, noNaN: true }),
  marked: fc.record({ rear: fc.integer({ min: 35, max: 160 }), front: fc.integer({ min: 30, max: 110 }) }),
  preload: fc.integer({ min: 0, max: 24 }),
  clicks: fc.record({ left: fc.integer({ min: 0, max: 20 }), right: fc.integer({ min: 0, max: 20 }) }),
  oil: fc.record({ left: fc.integer({ min: 90, max: 160 }), right: fc.integer({ min: 90, max: 160 }) }),
  isUnlike: fc.boolean(),
});
type Drawn = typeof drawn extends fc.Arbitrary<infer D> ? D : never;

function made(d: Drawn) {
  const walk = (end: End): Texts => {
    const travel = d.travel[end];
    const statics = d.statics[end] * travel;
    const rider = statics + d.adds[end] * travel;
    const pair = (state: string, mm: number): Texts => ({
      [`measure.${end}.${state}.1.lifted`]: Math.max(0, mm - d.band / 2).toFixed(1),
      [`measure.${end}.${state}.1.pressed`]: Math.min(travel, mm + d.band / 2).toFixed(1),
    });
    return { [`measure.${end}.style`]: 'ruler', ...pair('unladen', statics), ...pair('laden', rider) };
  };
  const texts: Texts = {
    use: d.use,
    school: d.school,
    'rider.mass': String(d.rider),
    ...walk('rear'),
    ...walk('front'),
    'found.rear.spring': String(d.marked.rear),
    'found.front.spring': (d.marked.front / 10).toFixed(1),
    'found.rear.preload.reading': String(d.preload),
    'found.front.rebound.left.out': String(d.clicks.left),
    'found.front.rebound.right.out': String(d.clicks.right),
    'found.front.oilLevel.left': String(d.oil.left),
    'found.front.oilLevel.right': String(d.oil.right),
  };
  const fitted = Object.fromEntries(
    Object.entries(texts).flatMap(([k, v]) => (k.startsWith('found.front') ? [[k.replace('found', 'fitted'), v]] : [])),
  );
  return known(
    { ...texts, ...fitted },
    {},
    {
      'machine.travel.rear': String(d.travel.rear),
      'machine.travel.front': String(d.travel.front),
      ...(d.isUnlike ? { 'machine.damper.front.legs': 'unlike' } : {}),
    },
  );
}

const SPRINGS: ListedSpring[] = ENDS.flatMap((end) =>
  Array.from({ length: 12 }, (_, i): ListedSpring => {
    const rateNPerMm = end === 'rear' ? 40 + 10 * i : 3 + 0.7 * i;
    const lengths = { freeLengthMm: null, solidLengthMm: null, forceTable: null };
    const id = (end === 'rear' ? 100 : 200) + i;
    return {
      id,
      end,
      name: `${end} ${i}`,
      rateText: String(rateNPerMm),
      rateNPerMm,
      ...lengths,
      place: 'supplier',
      origin: 'list',
      measured: null,
    };
  }),
);

const says = (facts: JobFacts) =>
  becauseOf(factsOf(facts.entries, facts.machine, SCHOOLS)).map((b) => sayMetric(said`${b.lead} ${b.rest}`));

test('whatever is read, Measure, Reason, Springs, Set, the cures and the API do not deny one another', () => {
  const seen = new Set<string>();
  fc.assert(
    fc.property(drawn, (d) => {
      const all = made(d);
      const { entries, machine } = all;
      const sentences = says(all);
      const statements = readAll(all);
      for (const end of ENDS) {
        const judged = judgeSpring(factsOf(entries, machine, SCHOOLS), end);
        const sag = sagOf(all, end);
        if (!judged || !sag?.result.ok) continue;
        seen.add(judged.code);
        const held = (statement: string) => statements.find((s) => s.statement === statement && s.end === end)?.credence ?? null;
        // Topped out: the warning of the sag, Measure's danger and the statement speak together, and the spring is not judged.
        const topped = isToppedOut(judged.staticSagMm);
        expect(sag.result.value.warnings.some((w) => w.code === 'topped-out')).toBe(topped);
        expect(sentences.some((s) => s.startsWith(`${NAME[end]}: no static sag`))).toBe(topped);
        expect(held('static-none')! > 0.5).toBe(topped);
        const said = (words: string) => sentences.some((s) => s.startsWith(`${NAME[end]}: ${words}`));
        const [soft, stiff] = [said('the spring is too soft'), said('the spring is too stiff')];
        expect([soft, stiff]).toEqual([judged.code === 'too soft', judged.code === 'too stiff']);
        if (topped) {
          expect([held('rate-soft'), held('rate-stiff'), held('ring-up'), held('ring-down')]).toEqual([0.5, 0.5, 0.5, 0.5]);
          expect(said('the ring can cure it') || said('this spring')).toBe(false);
          continue;
        }
        // What Measure says of the spring is what Reason believes more than not.
        expect(held('rate-soft')! > 0.5).toBe(soft);
        expect(held('rate-stiff')! > 0.5).toBe(stiff);
        if (said('this spring'))
          expect(Math.max(held('rate-soft')!, held('rate-stiff')!, held('ring-up')!, held('ring-down')!)).toBeLessThanOrEqual(0.5);
        if (held('ring-up')! > 0.5 || held('ring-down')! > 0.5) expect(said('the ring can cure it')).toBe(true);
        // Springs: a spring of the very rate that holds both sags is right there, and the API gives each candidate the verdict the page shows.
        const selection = selectionOf(factsOf(entries, machine, SCHOOLS), end, SPRINGS);
        if ('missing' in selection || !selection.result.ok) continue;
        const { ideal, candidates } = selection.result.value;
        for (const c of candidates) {
          const rate = SPRINGS.find((s) => String(s.id) === c.id)!.rateNPerMm!;
          if (c.verdict === 'too soft') expect(rate).toBeLessThan(ideal.rateNPerMm);
          if (c.verdict === 'too stiff') expect(rate).toBeGreaterThan(ideal.rateNPerMm);
          expect(c.toppedOut).toBe(isToppedOut(c.staticSagMm));
        }
        const first = candidates[0]!;
        const words = candidateWords(first, { staticMm: 1, riderMm: 2 }, [0, 20], 'x');
        expect(sayMetric(words.lead).toLowerCase().startsWith(first.verdict)).toBe(true);
        const cure = predict(
          all,
          SPRINGS,
          CAUSES.flatMap((c) => c.cures).find((c) => c.effect.kind === 'preload')!,
          end,
        );
        if (cure.sags && standing(all, end))
          expect(sayMetric(cure.warning).startsWith('It would top out')).toBe(isToppedOut(cure.sags.staticMm));
      }
      // How it sits: one answer.
      const pitched = (code: string) => sentences.some((s) => s.startsWith(`With the rider on it sits ${code}`));
      for (const code of ['nose-high', 'nose-low']) {
        const statement = statements.find((s) => s.statement === `sits-${code}`);
        if (statement) expect(statement.credence > 0.5).toBe(pitched(code));
      }
      // The legs: Measure, Reason and Set.
      const legs = legsFound(all);
      const unlike = statements.find((s) => s.statement === 'legs-unlike');
      const told = sentences.filter((s) => s.startsWith('Front legs differ'));
      if (d.isUnlike) expect([unlike, told.length]).toEqual([undefined, 0]);
      else {
        expect(told).toHaveLength(legs.differ.length);
        expect(unlike!.credence).toBe(legs.differ.length > 0 ? 1 : 0);
      }
      expect(legsSet(all).differ.map((x) => x.key)).toEqual(legs.differ.map((x) => x.key));
      expect(legsSet(all).built).toBe(legs.built);
    }),
    { seed: 7, numRuns: 200 },
  );
  // The draw reaches every verdict, so that none of the above holds for want of a case.
  expect([...seen].sort()).toEqual(['ring', 'suits', 'too soft', 'too stiff', 'topped-out']);
});

test('the API judges a candidate as the page does: by the window, by the travel, and with the side it leans to', () => {
  const request = {
    end: 'rear',
    travelMm: 128,
    staticLoadN: 700,
    ladenLoadN: 1250,
    leverage: { kind: 'constant', ratio: 2 },
    target: { staticSagMm: 10, riderSagMm: 35 },
    catalogue: [75, 82, 85, 88, 92, 94, 100].map((rateNPerMm) => ({ id: String(rateNPerMm), rateNPerMm })),
    preloadRangeMm: [0, 30],
  };
  const answer = compute('spring-select', request);
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  const { ideal, candidates } = answer.result as {
    ideal: { rateNPerMm: number };
    candidates: { id: string; verdict: string; leans: string | null }[];
  };
  const of = (id: string) => candidates.find((c) => c.id === id)!;
  expect(ideal.rateNPerMm).toBeCloseTo(88, 6);
  expect([of('75').verdict, of('88').verdict, of('100').verdict]).toEqual(['too soft', 'right', 'too stiff']);
  expect([of('85').leans, of('88').leans, of('92').leans]).toEqual(['soft', null, 'stiff']);
  // Passenger in the laden load: said so.
  const twoUp = compute('spring-select', { ...request, ladenLoadN: 2400 });
  expect(twoUp.ok && (twoUp.result as { warnings: { code: string }[] }).warnings.map((w) => w.code)).toContain('laden-more-than-rider');
});

test('the case that parted the screens: rate 61 at 24 mm of preload is topped out, and no spring is judged', () => {
  const all = known({
    'measure.rear.style': 'ruler',
    'measure.rear.unladen.1.lifted': '0',
    'measure.rear.unladen.1.pressed': '0',
    'measure.rear.laden.1.lifted': '68',
    'measure.rear.laden.1.pressed': '72',
  });
  const sentences = says(all).filter((s) => s.startsWith('Rear: '));
  expect(sentences.some((s) => s.startsWith('Rear: no static sag'))).toBe(true);
  expect(sentences.some((s) => s.startsWith('Rear: its spring cannot be judged'))).toBe(true);
  expect(sentences.some((s) => /too stiff|too soft|ring can cure/.test(s.split(' ').slice(1, 9).join(' ')))).toBe(false);
});
