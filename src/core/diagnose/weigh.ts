import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { type Complaint, type Knowledge, type Measurement, MAX_COMPLAINTS, type Observed, type WeighedCause } from './model';
import { LEADS_FROM_SHARE } from '../constants/limits';
import { nextMeasurements } from './next';
import { factorOf, isSupported, witnessesFor } from './witnesses';

export interface WeighRequest extends Knowledge {
  /** The complaints told; each a finding of its own. */
  complaints: readonly Complaint[];
  observed: readonly Observed[];
}

export interface Weighed {
  /** Supported causes first, each group by how likely it explains what is told. */
  causes: WeighedCause[];
  /** The first of them; null where nothing measured speaks for a cause that could explain what is told, or none explains enough of it. */
  leading: string | null;
  /** P(no cause of the list has a hand in it), for each complaint. */
  unexplained: { complaint: string; share: number }[];
  next: Measurement[];
  warnings: Warning[];
  working: WorkingStep[];
}

/** One cause as the sum over subsets wants it: its probability after the measurements, and by how much each complaint would be missed though it is there. */
interface Node {
  after: number;
  missed: Float64Array;
}

const isShare = (x: number) => x > 0 && x < 1;

function check({ causes, complaints, bearings, observed }: WeighRequest): Result<null> {
  const bad = (path: (string | number)[], min: number, max: number) => err('out-of-range', path, { min, max });
  if (complaints.length > MAX_COMPLAINTS) return err('out-of-range', ['complaints'], { min: 0, max: MAX_COMPLAINTS, unit: 'complaints' });
  for (const [i, c] of causes.entries()) if (!isShare(c.prior)) return bad(['causes', i, 'prior'], 0, 1);
  for (const [i, c] of complaints.entries()) {
    if (!isShare(c.leak)) return bad(['complaints', i, 'leak'], 0, 1);
    for (const [k, link] of c.links.entries()) if (!isShare(link.strength)) return bad(['complaints', i, 'links', k, 'strength'], 0, 1);
  }
  for (const [i, b] of bearings.entries())
    if (!(b.ifTrue > 0 && b.ifFalse > 0 && (b.ifTrue - 1) * (b.ifFalse - 1) < 0)) return err('bearing-one-sided', ['bearings', i]);
  for (const [i, o] of observed.entries()) if (!(o.credence >= 0 && o.credence <= 1)) return bad(['observed', i, 'credence'], 0, 1);
  return ok(null);
}

/** Odds multiplied by a factor, as a probability. */
const shift = (prior: number, factor: number): number => (prior * factor) / (prior * factor + 1 - prior);

/** Every subset of the complaints as a bit mask, with the sign of its size: the sum over them turns "none of these happened" into "all happened". */
function subsets(complaints: readonly Complaint[]): { mask: number; term: number }[] {
  return Array.from({ length: 1 << complaints.length }, (_, mask) => {
    let term = 1;
    complaints.forEach((c, k) => {
      if (mask & (1 << k)) term *= -(1 - c.leak);
    });
    return { mask, term };
  });
}

/** What one cause lets pass of the complaints in a subset: all of it where it is not there, else what its links miss. */
function passes({ after, missed }: Node, mask: number): number {
  let through = 1;
  for (let k = 0; k < missed.length; k += 1) if (mask & (1 << k)) through *= missed[k]!;
  return 1 - after + after * through;
}

/**
 * Probabilities of all causes given the complaints told and the statements looked at, exact:
 *   P(F₊) = Σ_{S⊆F₊} (−1)^|S| Π_{k∈S}(1 − leak_k) Π_c [1 − p_c + p_c Π_{k∈S}(1 − s_kc)]
 * and the same sum with one cause held there, or held idle, for that cause. p_c is the prior after the statements' likelihood ratios.
 * Errors: out-of-range at a share or credence, or for too many complaints; bearing-one-sided.
 * Source: Heckerman, "A tractable inference algorithm for diagnosing multiple diseases" (1989), from memory; checked against the sum over all states.
 */
export function weigh(request: WeighRequest): Result<Weighed> {
  const checked = check(request);
  if (!checked.ok) return checked;
  const { causes, complaints, bearings } = request;
  const evidence = new Map(request.evidence.map((e) => [e.id, e]));
  const observed = new Map(request.observed.map((o) => [o.evidence, o]));
  const witnesses = causes.map((c) => witnessesFor(c.id, bearings, evidence, observed));
  const strength = complaints.map((c) => new Map(c.links.map((l) => [l.cause, l.strength])));
  const nodes = causes.map((c, i): Node => ({
    after: shift(c.prior, factorOf(witnesses[i]!)),
    missed: Float64Array.from(strength, (of) => 1 - (of.get(c.id) ?? 0)),
  }));
  const sums = sumsOf(nodes, complaints);
  const weighed = causes.map((c, i): WeighedCause => {
    const linked = strength.some((of) => of.has(c.id));
    const present = sums.present[i]!;
    return {
      id: c.id,
      prior: c.prior,
      present,
      explains: complaints.length === 0 ? present : Math.min(present, Math.max(0, sums.explains[i]!)),
      linked,
      supported: isSupported(witnesses[i]!, evidence),
      witnesses: witnesses[i]!,
    };
  });
  weighed.sort(
    (a, b) => Number(b.supported) - Number(a.supported) || b.explains - a.explains || b.present - a.present || (a.id < b.id ? -1 : 1),
  );
  const first = weighed.find((c) => c.supported && (c.linked || complaints.length === 0) && c.explains >= LEADS_FROM_SHARE);
  return ok({
    causes: weighed,
    leading: first?.id ?? null,
    unexplained: complaints.map((c, k) => ({ complaint: c.id, share: sums.unexplained[k]! })),
    next: nextMeasurements(request, weighed, observed),
    warnings: [],
    working: first ? workingOf(first) : [],
  });
}

function sumsOf(nodes: readonly Node[], complaints: readonly Complaint[]) {
  const present = new Float64Array(nodes.length);
  const idle = new Float64Array(nodes.length);
  const whole = (1 << complaints.length) - 1;
  let all = 0;
  for (const { mask, term } of subsets(complaints)) {
    const through = nodes.map((n) => passes(n, mask));
    const product = through.reduce((a, b) => a * b, term);
    all += product;
    nodes.forEach((n, i) => {
      const others = product / through[i]!;
      present[i]! += others * (through[i]! - (1 - n.after));
      idle[i]! += others;
    });
  }
  const unexplained = complaints.map((c, k) => {
    let sum = 0;
    for (const { mask, term } of subsets(complaints)) {
      if (mask & (1 << k)) continue;
      sum += nodes.reduce((product, n) => product * passes(n, mask | (1 << k)), term);
    }
    return Math.min(1, Math.max(0, (c.leak * sum) / all));
  });
  return {
    present: nodes.map((_, i) => Math.min(1, Math.max(0, present[i]! / all))),
    // Idle: not there, or there with every link to what is told having failed.
    explains: nodes.map((n, i) => 1 - (passes(n, whole) * idle[i]!) / all),
    unexplained,
  };
}

function workingOf(cause: WeighedCause): WorkingStep[] {
  const factor = factorOf(cause.witnesses);
  return [
    {
      label: 'Odds after the measurements',
      formula: 'prior/(1 − prior) · Π likelihood ratios',
      inputs: [given('prior', cause.prior, '', 'assumed'), ...cause.witnesses.map((w) => given(w.evidence, w.factor, '×', 'computed'))],
      result: (cause.prior / (1 - cause.prior)) * factor,
      unit: 'to 1',
      source: 'Bayes’ rule; ratios from the Shop book',
    },
    {
      label: 'Explains what is told',
      formula: '1 − P(told, cause idle)/P(told)',
      inputs: [given('there at all', cause.present, '', 'computed')],
      result: cause.explains,
      unit: '',
      source: 'noisy-or network, summed over the subsets of the complaints (Heckerman 1989, from memory)',
    },
  ];
}
