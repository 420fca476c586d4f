import { factsOf } from '@/judgement/model/facts';
import { ok } from '@/core/result';
import { CAUSES } from '@/knowledge/causes/shipped';
import { curedSet, follow } from './proposals';
import { differencesOf } from '@/judgement/findings/built';
import { AIM_HIGH_M_PER_S, AIM_LOW_M_PER_S } from '@/knowledge/limits';
import { targetCurveOf, SHEET_SPEEDS } from '@/judgement/aims/valves';
import { proposalOf, pullsOf, putsAtSet } from '@/judgement/reason/proposal';
import { reasonOf } from '@/judgement/reason/reason';
import { TARGET_SPEEDS } from '@/core/damper/target';
import { entriesOf } from './entries';
import { known, type Texts } from './known';

/** A cure that is followed stands where it is carried out, with its figures; what became of it is kept. */

const CLICKS = { 'found.rear.rebound.out': '9', 'found.rear.rebound.range': '24' };

test('clicks are proposed under Set for the very clicker, and wanted by the rebuild; a leg of a fork never goes alone', () => {
  const rear = follow('reb-slow', 'rear', 'clicks', CLICKS);
  expect(rear).toMatchObject({ stage: 'set', state: 'open' });
  expect(rear!.puts).toEqual([{ field: 'wanted.rear.rebound.out', text: '11' }]);
  expect(putsAtSet(rear!)).toEqual([{ field: 'set.as.rear.rebound.out', text: '11' }]);
  const fork = follow('comp-open', 'front', 'clicks', { 'found.front.compression.left.out': '12' });
  expect(fork!.puts.map((p) => `${p.field} ${p.text}`)).toEqual([
    'wanted.front.compression.left.out 10',
    'wanted.front.compression.right.out 10',
  ]);
  expect(follow('reb-slow', 'rear', 'clicks', {})).toBeNull();
});

const WHERE: [cause: string, end: 'rear' | 'front', cure: string, texts: Texts, stage: string, puts: string[]][] = [
  [
    'oil-low',
    'front',
    'level',
    { 'found.front.oilLevel.left': '140' },
    'rebuild',
    ['wanted.front.oilLevel.left 110 mm', 'wanted.front.oilLevel.right 110 mm'],
  ],
  ['gas-low', 'rear', 'charge', { 'found.rear.gas': '4 bar' }, 'rebuild', ['wanted.rear.gas 10.0 bar']],
  ['reb-quick', 'front', 'stack', {}, 'valves', ['valves.front.shift.rebound.low 15', 'valves.front.shift.rebound.high 15']],
];
test.each(WHERE)('%s %s, %s: carried out where its figure stands', (cause, end, cure, texts, stage, puts) => {
  const found = follow(cause, end, cure, texts);
  expect(found!.stage).toBe(stage);
  expect(found!.puts.map((p) => `${p.field} ${p.text}`)).toEqual(puts);
});

test('taken, changed, refused: the record tells them apart, and what was fitted otherwise is a difference', () => {
  const proposed = curedSet('reb-slow', 'rear', 'clicks', CLICKS);
  const state = (more: Texts) => proposalOf(entriesOf({ ...proposed, ...more }))!.state;
  expect(state({})).toBe('open');
  const taken = { 'proposal.answer': 'taken', 'wanted.rear.rebound.out': '11' };
  expect(state(taken)).toBe('taken');
  expect(state({ ...taken, 'fitted.rear.rebound.out': '11' })).toBe('taken');
  expect(state({ ...taken, 'fitted.rear.rebound.out': '13' })).toBe('changed');
  expect(state({ ...taken, 'fitted.rear.rebound.out': '13', 'set.as.rear.rebound.out': '11' })).toBe('taken');
  expect(state({ 'proposal.answer': 'refused', 'proposal.why': 'rider likes it' })).toBe('refused');
  expect(differencesOf(factsOf(entriesOf({ ...taken, 'fitted.rear.rebound.out': '13' }), {}), [])).toEqual([
    { what: 'Rear rebound', specified: '11 out', built: '13 out' },
  ]);
  // Torn or foreign text is no proposal, and stops nothing.
  expect(proposalOf(entriesOf({ ...proposed, 'proposal.puts': '[{"field":"no.such","text":"1"}]' }))).toBeNull();
  expect(proposalOf(entriesOf({ ...proposed, 'proposal.puts': '{' }))).toBeNull();
});

test('the aim is changed by its share below 0.3 and above 0.6 m/s, evenly between, and never falls with speed', () => {
  const found = SHEET_SPEEDS.map((v) => 1000 * v);
  const aim = (texts: Texts) => {
    const target = targetCurveOf(factsOf(entriesOf(texts), {}), 'rear', 'rebound', [], null, null, found);
    if (!target?.ok) throw new Error('no aim');
    return target.value.points;
  };
  const changed = aim({ 'valves.rear.shift.rebound.low': '-20', 'valves.rear.shift.rebound.high': '10' });
  for (const [i, { mPerS, forceN }] of aim({}).entries()) {
    const share = changed[i]!.forceN / forceN;
    if (mPerS <= AIM_LOW_M_PER_S) expect(share).toBeCloseTo(0.8, 12);
    else if (mPerS >= AIM_HIGH_M_PER_S) expect(share).toBeCloseTo(1.1, 12);
    else expect(share).toBeCloseTo(0.8 + (0.3 * (mPerS - AIM_LOW_M_PER_S)) / (AIM_HIGH_M_PER_S - AIM_LOW_M_PER_S), 12);
  }
  expect(TARGET_SPEEDS.some((v) => v < AIM_LOW_M_PER_S) && TARGET_SPEEDS.some((v) => v > AIM_HIGH_M_PER_S)).toBe(true);
  const steep = aim({ 'valves.rear.shift.rebound.low': '150', 'valves.rear.shift.rebound.high': '-60' });
  for (let i = 1; i < steep.length; i += 1) expect(steep[i]!.forceN).toBeGreaterThanOrEqual(steep[i - 1]!.forceN);
  // What was typed point by point is what is meant.
  const typed = targetCurveOf(
    factsOf(entriesOf({ 'valves.rear.target.rebound': '0.1 200\n1 900', 'valves.rear.shift.rebound.low': '50' }), {}),
    'rear',
    'rebound',
    [],
    null,
    null,
    found,
  );
  expect(typed).toEqual(
    ok({
      points: [
        { mPerS: 0.1, forceN: 200 },
        { mPerS: 1, forceN: 900 },
      ],
      origin: 'typed',
      words: 'as typed',
    }),
  );
});

test('complaints that want one adjuster turned both ways are said; those that agree are not', () => {
  const pulls = (one: string, other: string, end = 'rear') => {
    const found = reasonOf(
      known({ 'complaint.1.phrase': one, 'complaint.1.end': 'rear', 'complaint.2.phrase': other, 'complaint.2.end': end, ...CLICKS }),
      CAUSES,
    );
    if (!found.ok) throw new Error(JSON.stringify(found.issue));
    return pullsOf(found.value).map((p) => p.what);
  };
  expect(pulls('packs', 'kicks')).toEqual(['Rear rebound']);
  expect(pulls('packs', 'kicks', 'front')).toEqual([]);
  expect(pulls('packs', 'skips')).toEqual([]);
});
