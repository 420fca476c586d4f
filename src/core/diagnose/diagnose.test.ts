import fc from 'fast-check';
import { seeded } from '../numerics/random';
import { learntRatios, learntShare, MEMORY_WORTH } from './learn';
import type { Complaint, Evidence, Knowledge, Observed } from './model';
import { ratesOf, ratiosOf, softRatio, worthBits } from './ratio';
import { weigh, type Weighed, type WeighRequest } from './weigh';

const weighed = (request: WeighRequest): Weighed => {
  const result = weigh(request);
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
};
const of = (w: Weighed, id: string) => w.causes.find((c) => c.id === id)!;

/** The independent way: every state of every cause and every link, one by one, and the statements as odds on the priors. */
function byAllStates({ causes, complaints, bearings, observed }: WeighRequest) {
  const p = causes.map((c) => {
    const odds = bearings
      .filter((b) => b.cause === c.id)
      .reduce(
        (o, b) => {
          const seen = observed.find((x) => x.evidence === b.evidence);
          return seen ? o * softRatio(b, seen.credence) : o;
        },
        c.prior / (1 - c.prior),
      );
    return odds / (1 + odds);
  });
  const links = complaints.flatMap((k, ki) => k.links.map((l) => ({ ki, ci: causes.findIndex((c) => c.id === l.cause), s: l.strength })));
  let all = 0;
  const present = causes.map(() => 0);
  const explains = causes.map(() => 0);
  const unexplained = complaints.map(() => 0);
  for (let state = 0; state < 1 << causes.length; state += 1)
    for (let fired = 0; fired < 1 << links.length; fired += 1) {
      let weight = causes.reduce((w, _, i) => w * (state & (1 << i) ? p[i]! : 1 - p[i]!), 1);
      const works = complaints.map(() => false);
      const hand = causes.map(() => false);
      let possible = true;
      links.forEach((l, i) => {
        const on = Boolean(fired & (1 << i));
        if (!(state & (1 << l.ci))) return void (possible &&= !on);
        weight *= on ? l.s : 1 - l.s;
        if (on) [works[l.ki], hand[l.ci]] = [true, true];
      });
      if (!possible) continue;
      // The leak works by itself; a complaint told needs a link or the leak.
      const told = complaints.map((k, i) => (works[i] ? 1 : k.leak));
      const joint = told.reduce((w, t) => w * t, weight);
      all += joint;
      causes.forEach((_, i) => {
        if (state & (1 << i)) present[i]! += joint;
        if (hand[i]) explains[i]! += joint;
      });
      complaints.forEach((_, i) => {
        if (!works[i]) unexplained[i]! += joint;
      });
    }
  return {
    present: present.map((x) => x / all),
    explains: explains.map((x) => x / all),
    unexplained: unexplained.map((x) => x / all),
  };
}

/** A network of a few causes and complaints, unlike in every figure. */
function someNetwork(seed: number, complaints = 2): WeighRequest {
  const next = seeded(seed);
  const share = () => 0.05 + 0.85 * next();
  const causes = ['a', 'b', 'c', 'd'].map((id) => ({ id, prior: 0.02 + 0.4 * next() }));
  return {
    causes,
    complaints: Array.from({ length: complaints }, (_, i): Complaint => ({
      id: `k${i}`,
      leak: 0.02 + 0.2 * next(),
      links: causes.filter(() => next() < 0.65).map((c) => ({ cause: c.id, strength: share() })),
    })),
    evidence: ['e1', 'e2', 'e3'].map((id): Evidence => ({ id, family: id, measurement: `m-${id}`, minutes: 4 })),
    bearings: causes.flatMap((c) => ['e1', 'e2', 'e3'].map((evidence) => ({ evidence, cause: c.id, ...ratiosOf(share(), share()) }))),
    observed: [
      { evidence: 'e1', credence: 1 },
      { evidence: 'e2', credence: next() },
    ],
  };
}

test.each([1, 2, 3, 4, 5, 6])('the sum over subsets is the sum over all states, network %i', (seed) => {
  const request = someNetwork(seed, 1 + (seed % 3));
  const found = weighed(request);
  const plain = byAllStates(request);
  request.causes.forEach((c, i) => {
    expect(of(found, c.id).present).toBeCloseTo(plain.present[i]!, 10);
    expect(of(found, c.id).explains).toBeCloseTo(plain.explains[i]!, 10);
  });
  expect(found.unexplained.map((u) => u.share)).toEqual(plain.unexplained.map((x) => expect.closeTo(x, 10) as number));
});

test('with one cause and one complaint it is Bayes’ rule', () => {
  const found = weighed({
    causes: [{ id: 'soft', prior: 0.2 }],
    complaints: [{ id: 'bottoms', leak: 0.1, links: [{ cause: 'soft', strength: 0.6 }] }],
    evidence: [{ id: 'low', family: 'low', measurement: 'walk', minutes: 4 }],
    bearings: [{ evidence: 'low', cause: 'soft', ifTrue: 3, ifFalse: 0.5 }],
    observed: [{ evidence: 'low', credence: 1 }],
  });
  // Odds 0.25 · 3; then P(bottoms | soft) = 1 − 0.4·0.9 = 0.64 against 0.1.
  const odds = (0.25 * 3 * 0.64) / 0.1;
  expect(of(found, 'soft').present).toBeCloseTo(odds / (1 + odds), 12);
  expect(found.leading).toBe('soft');
});

test('two causes of one complaint explain one another away, and two complaints of one cause strengthen it', () => {
  const causes = ['x', 'y'].map((id) => ({ id, prior: 0.2 }));
  const bearings = [{ evidence: 'e', cause: 'y', ifTrue: 20, ifFalse: 0.5 }];
  const network: Knowledge = { causes, bearings, evidence: [{ id: 'e', family: 'e', measurement: 'm', minutes: 4 }] };
  const links = causes.map((c) => ({ cause: c.id, strength: 0.7 }));
  const one = { id: 'k', leak: 0.05, links };
  const before = of(weighed({ ...network, complaints: [one], observed: [] }), 'x').present;
  expect(of(weighed({ ...network, complaints: [one], observed: [{ evidence: 'e', credence: 1 }] }), 'x').present).toBeLessThan(
    before - 0.1,
  );
  const two = { id: 'l', leak: 0.05, links: [links[0]!] };
  expect(of(weighed({ ...network, complaints: [one, two], observed: [] }), 'x').present).toBeGreaterThan(before + 0.2);
});

test('probabilities hold together: within 0 and 1, explaining never above being there, and nothing depends on the order of anything', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: 4 }), (seed, complaints) => {
      const request = someNetwork(seed, complaints);
      const found = weighed(request);
      for (const c of found.causes) {
        expect(c.present).toBeGreaterThanOrEqual(0);
        expect(c.present).toBeLessThanOrEqual(1);
        expect(c.explains).toBeLessThanOrEqual(c.present + 1e-12);
      }
      const reversed = weighed({
        causes: [...request.causes].reverse(),
        complaints: [...request.complaints].reverse(),
        evidence: [...request.evidence].reverse(),
        bearings: [...request.bearings].reverse(),
        observed: [...request.observed].reverse(),
      });
      expect(reversed.leading).toBe(found.leading);
      expect(reversed.next.map((m) => m.id)).toEqual(found.next.map((m) => m.id));
      for (const c of found.causes) expect(of(reversed, c.id).present).toBeCloseTo(c.present, 9);
    }),
    { numRuns: 150, seed: 11 },
  );
});

test('a cause without support never leads, however common it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const request = someNetwork(seed);
      const found = weighed(request);
      if (found.leading === null) return;
      const leader = of(found, found.leading);
      expect(leader.witnesses.some((w) => w.factor > 1)).toBe(true);
      expect(leader.linked).toBe(true);
    }),
    { numRuns: 200, seed: 12 },
  );
  const common = { id: 'common', prior: 0.6 };
  const request: WeighRequest = {
    causes: [common, { id: 'rare', prior: 0.05 }],
    complaints: [{ id: 'k', leak: 0.05, links: ['common', 'rare'].map((cause) => ({ cause, strength: 0.5 })) }],
    evidence: [{ id: 'e', family: 'e', measurement: 'm', minutes: 4 }],
    bearings: [{ evidence: 'e', cause: 'rare', ifTrue: 12, ifFalse: 0.5 }],
    observed: [],
  };
  expect(weighed(request).leading).toBeNull();
  expect(weighed({ ...request, observed: [{ evidence: 'e', credence: 1 }] }).leading).toBe('rare');
  expect(weighed({ ...request, observed: [{ evidence: 'e', credence: 0 }] }).leading).toBeNull();
  const hearsay = request.evidence.map((e) => ({ ...e, hearsay: true }));
  expect(weighed({ ...request, evidence: hearsay, observed: [{ evidence: 'e', credence: 1 }] }).leading).toBeNull();
});

test('witnesses of one event count less together than each alone, in whichever order they came', () => {
  const bearings = ['e1', 'e2'].map((evidence) => ({ evidence, cause: 'x', ifTrue: 4, ifFalse: 0.5 }));
  const run = (family: string, observed: Observed[]) =>
    of(
      weighed({
        causes: [{ id: 'x', prior: 0.1 }],
        complaints: [],
        evidence: [
          { id: 'e1', family: 'one', measurement: 'm', minutes: 4 },
          { id: 'e2', family, measurement: 'm', minutes: 4 },
        ],
        bearings,
        observed,
      }),
      'x',
    ).present;
  const both = [
    { evidence: 'e1', credence: 1 },
    { evidence: 'e2', credence: 1 },
  ];
  const odds = (p: number) => p / (1 - p);
  expect(odds(run('other', both))).toBeCloseTo((16 * 0.1) / 0.9, 9);
  expect(odds(run('one', both))).toBeCloseTo((4 * Math.cbrt(4) * 0.1) / 0.9, 9);
  expect(run('one', [...both].reverse())).toBe(run('one', both));
});

describe('ratios', () => {
  test('rates and ratios are two ways to say the same', () => {
    const { withCause, without } = ratesOf(ratiosOf(0.8, 0.15));
    expect(withCause).toBeCloseTo(0.8, 12);
    expect(without).toBeCloseTo(0.15, 12);
  });
  test('a statement half believed says nothing; wholly believed it says its ratio', () => {
    const bearing = ratiosOf(0.8, 0.15);
    expect(softRatio(bearing, 0.5)).toBeCloseTo(1, 12);
    expect(softRatio(bearing, 1)).toBeCloseTo(0.8 / 0.15, 12);
    expect(softRatio(bearing, 0)).toBeCloseTo(0.2 / 0.85, 12);
  });
  test('what a statement is worth: a bit where it settles an even question, nothing where the answer is known', () => {
    expect(worthBits(ratiosOf(1 - 1e-9, 1e-9), 0.5)).toBeCloseTo(1, 6);
    expect(worthBits(ratiosOf(0.8, 0.15), 1e-12)).toBeCloseTo(0, 9);
    // Even question, error 0.1 either way: 1 − H(0.1), the capacity of the binary symmetric channel (Shannon).
    expect(worthBits(ratiosOf(0.9, 0.1), 0.5)).toBeCloseTo(1 - 0.4689955936, 9);
  });
});

test('the next measurement is the one that tells most about what could explain the complaint, and none that was made', () => {
  const request: WeighRequest = {
    causes: ['x', 'y', 'z'].map((id) => ({ id, prior: 0.2 })),
    complaints: [{ id: 'k', leak: 0.05, links: ['x', 'y'].map((cause) => ({ cause, strength: 0.6 })) }],
    evidence: ['weak', 'strong', 'beside'].map((id) => ({ id, family: id, measurement: id, minutes: 4 })),
    bearings: [
      { evidence: 'weak', cause: 'x', ...ratiosOf(0.5, 0.4) },
      { evidence: 'strong', cause: 'y', ...ratiosOf(0.9, 0.05) },
      { evidence: 'beside', cause: 'z', ...ratiosOf(0.99, 0.01) },
    ],
    observed: [],
  };
  expect(weighed(request).next.map((m) => m.id)).toEqual(['strong', 'weak']);
  expect(weighed(request).next[0]!.decides).toEqual(['y']);
  expect(weighed({ ...request, observed: [{ evidence: 'strong', credence: 1 }] }).next.map((m) => m.id)).toEqual(['weak']);
  // What takes long must tell more to come first.
  const slow = request.evidence.map((e) => (e.id === 'strong' ? { ...e, minutes: 5000 } : e));
  expect(weighed({ ...request, evidence: slow }).next.map((m) => m.id)).toEqual(['weak', 'strong']);
});

test('figures that cannot be are refused with their place', () => {
  const good = someNetwork(1);
  const code = (request: Partial<WeighRequest>) => {
    const result = weigh({ ...good, ...request });
    return result.ok ? 'ok' : `${result.issue.code} ${result.issue.path.join('.')}`;
  };
  expect(code({ causes: [{ id: 'a', prior: 0 }] })).toBe('out-of-range causes.0.prior');
  expect(code({ causes: [{ id: 'a', prior: Number.NaN }] })).toBe('out-of-range causes.0.prior');
  expect(code({ observed: [{ evidence: 'e1', credence: 1.1 }] })).toBe('out-of-range observed.0.credence');
  expect(code({ bearings: [{ evidence: 'e1', cause: 'a', ifTrue: 2, ifFalse: 1.5 }] })).toBe('bearing-one-sided bearings.0');
  expect(code({ complaints: Array.from({ length: 9 }, (_, i) => ({ id: String(i), leak: 0.1, links: [] })) })).toBe(
    'out-of-range complaints',
  );
});

describe('learning from the shop’s own outcomes', () => {
  test('memory is worth so many outcomes; none leaves it as it was', () => {
    expect(learntShare(0.6, 0, 0)).toBe(0.6);
    expect(learntShare(0.6, MEMORY_WORTH, MEMORY_WORTH)).toBeCloseTo(0.8, 12);
    const memory = ratiosOf(0.8, 0.2);
    const none = learntRatios(memory, { confirmed: 0, heldThen: 0, refuted: 0, heldElse: 0 });
    expect(none.ifTrue).toBeCloseTo(memory.ifTrue, 9);
    expect(none.ifFalse).toBeCloseTo(memory.ifFalse, 9);
  });
  test('many outcomes overrule memory, and a rule that turns out wrong ends up saying nothing', () => {
    const memory = ratiosOf(0.8, 0.2);
    const much = learntRatios(memory, { confirmed: 4000, heldThen: 2000, refuted: 4000, heldElse: 400 });
    expect(much.ifTrue).toBeCloseTo(0.5 / 0.1, 1);
    const wrong = learntRatios(memory, { confirmed: 500, heldThen: 50, refuted: 500, heldElse: 400 });
    expect(wrong.ifTrue).toBeCloseTo(1, 4);
    expect(wrong.ifFalse).toBeLessThan(1);
  });
});
