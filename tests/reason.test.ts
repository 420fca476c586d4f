import { sayMetric } from '@/core/units/say';
import fc from 'fast-check';
import { weigh } from '@/core/diagnose/weigh';
import { knowledgeOf, nodeOf } from '@/knowledge/causes/knowledge';
import { causePage } from '@/knowledge/causes/page';
import { CAUSES } from '@/knowledge/causes/shipped';
import { EVIDENCE, MEASUREMENTS, measurementWords, placeOf, whereTyped } from '@/knowledge/causes/statements';
import { knownField } from '@/catalogue/fields';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import type { JobFacts } from '@/judgement/model/facts';
import { type Reasoned, reasonOf, strengthOf } from '@/judgement/reason/reason';
import { LEADS_FROM_SHARE } from '@/core/constants/limits';
import { isWorthARide } from '@/judgement/ride/retune';
import { entriesOf } from './entries';
import { known, type Texts, walked, RIGHT, DAMPER, LOG } from './known';

/** The reasons: every row of the complaint table as a case, and what must hold whatever is measured. */

const reasoned = (k: JobFacts): Reasoned => {
  const found = reasonOf(k, CAUSES);
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  return found.value;
};
const told = (phrase: string, end: string, more: Texts = {}): Texts => ({ 'complaint.1.phrase': phrase, 'complaint.1.end': end, ...more });
const bounce = (end: string, swings: string, comes: string): Texts => ({
  [`measure.${end}.bounce.push`]: '60',
  [`measure.${end}.bounce.overshoots`]: swings,
  [`measure.${end}.bounce.comes`]: comes,
});

interface Case {
  row: string;
  says: Texts;
  /** The first thing to do while only the complaint is known. */
  first: string;
  found: Texts;
  machine?: Texts;
  more?: Partial<JobFacts>;
  leads: string;
}

const SOFT = { rear: { rateNPerMm: 46, preloadMm: 15, frictionMm: 5 }, front: { rateNPerMm: 2.5, preloadMm: 30, frictionMm: 5 } };
/** Each row of the table in the domain reference, section 8, with the evidence it names for its usual causes. */
const TABLE: Case[] = [
  {
    row: 'harsh on small bumps: riding low, effective rate low',
    says: told('harsh-small', 'rear'),
    first: 'walk.rear',
    found: walked({ rear: SOFT.rear }),
    leads: 'spring-soft.rear',
  },
  {
    row: 'harsh on small bumps: no static sag, too much preload',
    says: told('harsh-small', 'rear'),
    first: 'walk.rear',
    found: walked({ rear: { rateNPerMm: 61, preloadMm: 24, frictionMm: 5 } }),
    leads: 'preload-high.rear',
  },
  {
    row: 'harsh on small bumps: spring too stiff, light rider',
    says: told('harsh-small', 'rear'),
    first: 'walk.rear',
    found: walked({ rear: { rateNPerMm: 84, preloadMm: 1, frictionMm: 5 } }),
    leads: 'spring-stiff.rear',
  },
  {
    row: 'harsh on small bumps: compression too firm',
    says: told('harsh-small', 'front'),
    first: 'walk.front',
    found: {
      ...walked({}),
      'found.front.compression.left.out': '1',
      'found.front.compression.left.range': '20',
      'measure.front.used': '190',
    },
    leads: 'comp-firm.front',
  },
  {
    row: 'harsh on small bumps: friction band wide',
    says: told('harsh-small', 'front'),
    first: 'walk.front',
    found: walked({ front: { ...RIGHT.front, frictionMm: 18 } }),
    leads: 'friction.front',
  },
  {
    row: 'harsh on small bumps: a port chokes',
    says: told('harsh-small', 'rear'),
    first: 'walk.rear',
    found: walked({}),
    more: { dampers: { rear: { ...DAMPER, choke: { valve: 'compression', portShare: 0.8 } }, front: null } },
    leads: 'choke.rear',
  },
  {
    row: 'harsh on the brakes: front low in its travel',
    says: told('harsh-braking', 'front', { 'complaint.1.place': 'braking' }),
    first: 'walk.front',
    found: walked({ front: SOFT.front }),
    leads: 'spring-soft.front',
  },
  {
    row: 'harsh on the brakes: anti-dive',
    says: told('harsh-braking', 'front'),
    first: 'walk.front',
    found: walked({}),
    machine: { 'machine.antiDive': 'yes' },
    leads: 'anti-dive',
  },
  {
    row: 'bottoms: rate low for the load',
    says: told('bottoms', 'rear', { 'complaint.1.place': 'landing' }),
    first: 'walk.rear',
    found: { ...walked({ rear: SOFT.rear }), 'measure.rear.used': '308' },
    leads: 'spring-soft.rear',
  },
  {
    row: 'bottoms: oil level low',
    says: told('bottoms', 'front'),
    first: 'walk.front',
    found: { ...walked({}), 'found.front.oilLevel.left': '135', 'found.front.oilLevel.right': '135', 'measure.front.used': '299' },
    leads: 'oil-low.front',
  },
  {
    row: 'bottoms: compression open',
    says: told('bottoms', 'rear'),
    first: 'walk.rear',
    found: { ...walked({}), 'found.rear.lowCompression.out': '20', 'found.rear.lowCompression.range': '20', 'measure.rear.used': '309' },
    leads: 'comp-open.rear',
  },
  {
    row: 'bottoms: a hydraulic stop ends the travel early',
    says: told('bottoms', 'rear'),
    first: 'walk.rear',
    found: { ...walked({}), 'measure.rear.used': '205' },
    machine: { 'machine.bump.rear.from': '68' },
    leads: 'stop-hidden.rear',
  },
  {
    row: 'dives: front rate low',
    says: told('dives', 'front', { 'complaint.1.place': 'downhill' }),
    first: 'walk.front',
    found: walked({ front: SOFT.front }),
    leads: 'spring-soft.front',
  },
  {
    row: 'dives: compression open',
    says: told('dives', 'front'),
    first: 'walk.front',
    found: { ...walked({}), 'found.front.compression.left.out': '20', 'found.front.compression.left.range': '20' },
    leads: 'comp-open.front',
  },
  {
    row: 'tucks, turns too sharply: fork through the clamps',
    says: told('turns-in', 'front', { 'complaint.1.place': 'mid' }),
    first: 'walk.front',
    found: { ...walked({}), 'found.front.height.left': '17', 'found.front.height.right': '17' },
    leads: 'nose-low',
  },
  {
    row: 'runs wide: too much rear sag',
    says: told('wide', 'front', { 'complaint.1.place': 'exit' }),
    first: 'walk.rear',
    found: walked({ rear: { rateNPerMm: 61, preloadMm: 2.5, frictionMm: 5 } }),
    leads: 'preload-low.rear',
  },
  {
    row: 'runs wide: front high, rear low against it',
    says: told('wide', 'front', { 'complaint.1.place': 'exit' }),
    first: 'walk.rear',
    found: {
      ...walked({ front: { rateNPerMm: 3.75, preloadMm: 28, frictionMm: 5 } }),
      'found.front.height.left': '-6',
      'found.front.height.right': '-6',
    },
    leads: 'nose-high',
  },
  {
    row: 'kicks: rebound open or worn out',
    says: told('kicks', 'rear'),
    first: 'walk.rear',
    found: { ...walked({}), ...bounce('rear', '3', 'once'), 'found.rear.rebound.out': '19', 'found.rear.rebound.range': '20' },
    leads: 'reb-quick.rear',
  },
  {
    row: 'kicks: over-preloaded, topping out',
    says: told('kicks', 'rear'),
    first: 'walk.rear',
    found: walked({ rear: { rateNPerMm: 61, preloadMm: 25, frictionMm: 5 } }),
    leads: 'preload-high.rear',
  },
  {
    row: 'packs down: rebound too slow',
    says: told('packs', 'rear', { 'complaint.1.place': 'repeated' }),
    first: 'bounce.rear',
    found: { ...walked({}), 'found.rear.rebound.out': '1', 'found.rear.rebound.range': '20' },
    leads: 'reb-slow.rear',
  },
  {
    row: 'wallows: rear under-damped',
    says: told('wallows', 'rear', { 'complaint.1.place': 'mid' }),
    first: 'walk.rear',
    found: { ...walked({}), ...bounce('rear', '4', 'once') },
    leads: 'reb-quick.rear',
  },
  {
    row: 'see-saws: return rates differ',
    says: told('seesaws', 'both'),
    first: 'bounce.rear',
    found: { ...walked({}), ...bounce('rear', '5', ''), ...bounce('front', '0', '') },
    leads: 'ends-apart',
  },
  {
    row: 'squats and spins: line of drive too flat',
    says: told('squats', 'rear', { 'complaint.1.place': 'exit' }),
    first: 'walk.rear',
    found: walked({}),
    machine: { 'machine.link.pivot.x': '0', 'machine.link.pivot.y': '0', 'machine.link.axle.x': '-570', 'machine.link.axle.y': '-95' },
    leads: 'drive-flat',
  },
  {
    row: 'fork does not move when mounted: rear rate',
    says: told('fork-still', 'front'),
    first: 'walk.rear',
    found: walked({ rear: SOFT.rear }),
    leads: 'spring-soft.rear',
  },
  {
    row: 'skips when loaded: no travel left',
    says: told('skips', 'rear', { 'complaint.1.place': 'loaded' }),
    first: 'walk.rear',
    found: { ...walked({}), 'passenger.mass': '80', 'luggage.1.place': 'top-box', 'luggage.1.mass': '45' },
    leads: 'overload',
  },
  {
    row: 'too tall: ring wound to the end',
    says: told('tall', 'rear'),
    first: 'walk.rear',
    found: walked({ rear: { rateNPerMm: 61, preloadMm: 26, frictionMm: 5 } }),
    leads: 'preload-high.rear',
  },
  {
    row: 'legs differ',
    says: told('legs-differ', 'front'),
    first: 'legs',
    found: { 'found.front.rebound.left.out': '8', 'found.front.rebound.right.out': '13' },
    leads: 'legs-differ',
  },
  {
    row: 'clickers do nothing: bottleneck elsewhere',
    says: told('clickers-dead', 'front'),
    first: 'age',
    found: {},
    more: { dampers: { rear: null, front: { ...DAMPER, clickShare: 0.004, choke: { valve: 'compression', portShare: 0.85 } } } },
    leads: 'choke.front',
  },
  {
    row: 'clickers do nothing: bleed too big',
    says: told('clickers-dead', 'front'),
    first: 'age',
    found: {},
    more: { dampers: { rear: null, front: { ...DAMPER, clickShare: 0.002 } } },
    leads: 'bleed-big.front',
  },
  {
    row: 'clickers do nothing: oil worn',
    says: told('clickers-dead', 'rear'),
    first: 'age',
    found: { 'found.sinceService': '31000 km', 'complaint.1.since': 'gradual' },
    leads: 'oil-worn.rear',
  },
  {
    row: 'fades: gas low',
    says: told('fades', 'rear', { 'complaint.1.place': 'hot' }),
    first: 'age',
    found: { 'found.rear.gas': '4 bar', 'found.sinceService': '3000 km' },
    leads: 'gas-low.rear',
  },
  {
    row: 'fades: oil thin when hot',
    says: told('fades', 'rear', { 'complaint.1.place': 'hot' }),
    first: 'age',
    found: { 'found.rear.gas': '10 bar', 'found.sinceService': '3000 km' },
    more: { dampers: { rear: { ...DAMPER, hotLoss: 0.5 }, front: null } },
    leads: 'oil-thin.rear',
  },
  {
    row: 'fades: cavitation',
    says: told('fades', 'rear'),
    first: 'age',
    found: { 'found.rear.gas': '9.5 bar' },
    more: { dampers: { rear: { ...DAMPER, cavitatesFromMPerS: 0.4 }, front: null } },
    leads: 'cavitation.rear',
  },
];

test('every complaint of the catalogue is a row of the table', () => {
  const rows = new Set(TABLE.map((c) => c.says['complaint.1.phrase']));
  expect(Object.keys(COMPLAINT_PHRASES).filter((p) => !rows.has(p))).toEqual([]);
});

describe.each(TABLE)('$row', ({ says, first, found, machine = {}, more = {}, leads }) => {
  test(`the first thing to do is ${first}`, () => {
    const { next, leading } = reasoned(known(says));
    expect(leading).toBeNull();
    expect(next[0]!.id).toBe(first);
  });
  test(`it comes to ${leads}`, () => {
    const { leading, causes } = reasoned(known({ ...says, ...found }, more, machine));
    expect([leading?.id, causes.find((c) => c.id === leads)?.for.length]).toEqual([leads, expect.any(Number)]);
    expect(leading!.for.length).toBeGreaterThan(0);
    for (const said of [...leading!.for, ...leading!.against]) expect(sayMetric(said.words)).toMatch(/\.$/);
  });
});

test('units and the order of what is typed change nothing', () => {
  const texts = { ...told('bottoms', 'rear'), ...walked({ rear: SOFT.rear }), 'measure.rear.used': '308', 'found.rear.spring': '46 N/mm' };
  const metric = reasoned(known(texts));
  const inches = (mm: string) => `${(Number(mm) / 25.4).toFixed(6)} in`;
  const imperial = Object.fromEntries(
    Object.entries(texts)
      .reverse()
      .map(([field, text]) => [
        field,
        /^measure\..*(lifted|pressed|extended|used)$/.test(field)
          ? inches(text)
          : text.replace('46 N/mm', `${(46 * 5.710147162).toFixed(5)} lbf/in`),
      ]),
  );
  const other = reasoned(known({ 'rider.mass': `${(85 / 0.45359237).toFixed(6)} lb`, ...imperial }));
  expect(other.leading!.id).toBe(metric.leading!.id);
  expect(other.next.map((m) => m.id)).toEqual(metric.next.map((m) => m.id));
  for (const cause of metric.causes) expect(other.causes.find((c) => c.id === cause.id)!.present).toBeCloseTo(cause.present, 3);
});

test('two complaints that share a cause point to it harder than either alone', () => {
  const found = walked({ rear: SOFT.rear });
  const of = (texts: Texts) => reasoned(known({ ...texts, ...found })).causes.find((c) => c.id === 'spring-soft.rear')!.explains;
  const both = { ...told('bottoms', 'rear'), 'complaint.2.phrase': 'skips', 'complaint.2.end': 'rear' };
  expect(of(both)).toBeGreaterThan(of(told('bottoms', 'rear')));
  expect(of(both)).toBeGreaterThan(of(told('skips', 'rear')));
});

test('nothing measured, nothing leads; and each sentence quotes its figures', () => {
  expect(reasoned(known(told('wallows', 'rear'))).leading).toBeNull();
  const { leading } = reasoned(known({ ...told('bottoms', 'rear'), ...walked({ rear: SOFT.rear }), 'found.rear.spring': '46' }));
  expect(sayMetric(leading!.for[0]!.words)).toMatch(/\d/);
});

test('readings of earlier jobs, the shop’s service lives and a logged ride are evidence too', () => {
  const heavier = reasoned(known(told('bottoms', 'rear'), { before: entriesOf({ 'rider.mass': '66' }) }));
  expect(sayMetric(heavier.causes.find((c) => c.id === 'spring-soft.rear')!.for[0]!.words)).toContain('last set up for 66 kg');
  const old = reasoned(known(told('fades', 'rear', { 'found.sinceService': '9000 km' }), { lifeKm: { rear: 5000, front: null } }));
  expect(old.leading?.id).toBe('oil-worn.rear');
  const log = { ...LOG, compression95: 900, rebound95: 300, packing: 0.12, zeta: null, frequencyHz: null, frictionBandMm: null };
  const packed = reasoned(known(told('packs', 'rear'), { log: { rear: log } }));
  expect(packed.leading?.id).toBe('reb-slow.rear');
  expect(packed.leading!.for.map((s) => s.words).join(' ')).toContain('12 % of its travel below where it rests');
});

test('pace and ground are weighed, quoted with the terrain, and lead to nothing alone', () => {
  const bottoms = told('bottoms', 'rear', { pace: 'race', terrain: 'quarry tracks 70, lanes 30' });
  const of = (r: Reasoned, id: string) => r.causes.find((c) => c.id === id)!;
  const raced = reasoned(known(bottoms, { before: entriesOf({ use: 'road' }) }));
  const eased = reasoned(known({ ...bottoms, pace: 'easy' }, { before: entriesOf({ use: 'rally' }) }));
  expect(of(raced, 'comp-open.rear').explains).toBeGreaterThan(of(eased, 'comp-open.rear').explains);
  expect(of(raced, 'comp-open.rear').for.map((s) => s.words)).toEqual(
    expect.arrayContaining([
      'Raced (quarry tracks 70, lanes 30).',
      'Last set up for road, now used for off-road (quarry tracks 70, lanes 30).',
    ]),
  );
  expect(raced.leading).toBeNull();
});

test('whatever is told and read, the book’s own network holds together and nothing unsupported leads', () => {
  const statements = Object.entries(EVIDENCE).flatMap(([id, e]) => (e.ends ? [`${id}.rear`, `${id}.front`] : [id]));
  const phrases = Object.keys(COMPLAINT_PHRASES);
  const someTold = fc.uniqueArray(fc.tuple(fc.constantFrom(...phrases), fc.constantFrom('front', 'rear', 'both', 'unsure', '')), {
    maxLength: 4,
    selector: ([phrase]) => phrase,
  });
  const someRead = fc.uniqueArray(fc.tuple(fc.constantFrom(...statements), fc.double({ min: 0, max: 1, noNaN: true })), {
    maxLength: 12,
    selector: ([id]) => id,
  });
  fc.assert(
    fc.property(someTold, someRead, (complaints, read) => {
      const told = complaints.map(([phrase, end], i) => ({ n: i + 1, phrase, end: end as 'rear' }));
      const observed = read.map(([evidence, credence]) => ({ evidence, credence }));
      const network = knowledgeOf(CAUSES, told, new Set(observed.map((o) => o.evidence)));
      const found = weigh({ ...network, observed });
      if (!found.ok) throw new Error(JSON.stringify(found.issue));
      const { causes, leading, unexplained, next } = found.value;
      for (const c of causes) {
        expect(c.present).toBeGreaterThanOrEqual(0);
        expect(c.present).toBeLessThanOrEqual(1);
        expect(c.explains).toBeLessThanOrEqual(c.present + 1e-12);
        // Not linked to anything told, it has no hand in it.
        if (!c.linked && told.length > 0) expect(c.explains).toBeCloseTo(0, 9);
      }
      for (const u of unexplained) expect(u.share >= 0 && u.share <= 1).toBe(true);
      const first = causes.find((c) => c.id === leading);
      if (first) expect([first.supported, first.linked || told.length === 0]).toEqual([true, true]);
      // What was read is not asked for again, unless something else it tells is not known.
      const known = new Set(observed.map((o) => o.evidence));
      for (const m of next) expect(network.evidence.some((e) => e.measurement === m.id && !known.has(e.id))).toBe(true);
    }),
    { seed: 41, numRuns: 120 },
  );
});

test('on the book’s own network, each statement moves each cause it bears on to its own side', () => {
  for (const page of CAUSES)
    for (const { id, ifTrue, at } of page.evidence) {
      const [node] = page.ends.length === 0 ? [page.id] : [`${page.id}.${page.ends[0]!}`];
      const end = EVIDENCE[id].ends ? (at === 'same' || at === 'either' ? (page.ends[0] ?? 'rear') : at) : null;
      const evidence = nodeOf(id, end as 'rear' | null);
      const network = knowledgeOf(CAUSES, [], new Set([evidence]));
      const present = (credence: number) => {
        const found = weigh({ ...network, observed: [{ evidence, credence }] });
        return found.ok ? found.value.causes.find((c) => c.id === node)!.present : Number.NaN;
      };
      const [no, half, yes] = [present(0), present(0.5), present(1)];
      expect([page.id, id, half]).toEqual([page.id, id, expect.closeTo(page.prior, 9)]);
      expect([page.id, id, yes > half, no < half]).toEqual([page.id, id, ifTrue > 1, ifTrue > 1]);
    }
});

describe('the pages the book begins with', () => {
  test.each(CAUSES.map((c) => [c.id, c] as const))('%s reads by its schema', (_, page) => {
    expect(causePage.safeParse({ version: 'cause/1', ...page }).error?.issues ?? []).toEqual([]);
    // Cures stand from free to new unit.
    const tiers = page.cures.map((c) => ['free', 'cheap', 'spring', 'valve', 'new', 'refer'].indexOf(c.tier));
    expect(tiers).toEqual([...tiers].sort((a, b) => a - b));
  });
  test('what touches brakes or structure is never a cure of the shop', () => {
    const page = CAUSES.find((c) => c.id === 'anti-dive')!;
    const made = { version: 'cause/1', ...page, cures: page.cures.map((c) => ({ ...c, tier: 'cheap' })) };
    expect(causePage.safeParse(made).error?.issues[0]?.path).toEqual(['cures', 0, 'tier']);
    for (const cure of CAUSES.flatMap((c) => c.cures)) if (cure.touches !== 'none') expect(cure.tier).toBe('refer');
  });
  test('every statement bears on a cause, and every measurement has its words and a field to type it in', () => {
    const used = new Set<string>(CAUSES.flatMap((c) => c.evidence.map((e) => e.id)));
    expect(Object.keys(EVIDENCE).filter((id) => !used.has(id))).toEqual([]);
    for (const [id, m] of Object.entries(MEASUREMENTS)) {
      const node = nodeOf(id, m.ends ? 'front' : null);
      expect(measurementWords(node)).toMatch(/^[A-Z]/);
      const { field } = whereTyped(node);
      if (id !== 'log') expect([id, knownField(field)?.stage]).toEqual([id, expect.any(String)]);
    }
    expect(placeOf<string>('sag-low.rear')).toEqual({ id: 'sag-low', end: 'rear' });
  });
});

test('below a fifth no cause leads, and how strongly a sentence bears is said in words', () => {
  const only = reasoned(known({ ...told('harsh-small', 'rear'), 'reason.check.tyres': 'yes' }));
  for (const r of [only, reasoned(known(told('wide', 'front')))])
    if (r.leading) expect(r.leading.explains).toBeGreaterThanOrEqual(LEADS_FROM_SHARE);
  const weakly = only.causes.filter((c) => c.supported && c.explains < LEADS_FROM_SHARE).map((c) => c.id);
  expect(weakly).not.toContain(only.leading?.id);
  // Wallowing alone points nowhere in particular; packing down alone points at the rebound. A search under way is finished all the same.
  const [vague, plain] = ['wallows', 'packs'].map((phrase) => reasoned(known(told(phrase, 'rear'))));
  expect([isWorthARide(vague!, []), isWorthARide(plain!, [])]).toEqual([false, true]);
  expect([8, 1 / 8, 3, 0.4, 1.5, 0.8].map(strengthOf)).toEqual(['strong', 'strong', 'some', 'some', 'weak', 'weak']);
});
