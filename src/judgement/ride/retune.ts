import type { Setups, Trial } from '@/schema/pages';
import { mm, said, type Said } from '@/core/units/say';
import { LEADS_FROM_SHARE } from '@/core/constants/limits';
import { FORK_HEIGHT_STEP_MM, WORTH_A_RIDE_SHARE, CLICKS_APART, PITCH_SHARE } from '@/knowledge/limits';
import { type Ridden, searchState, type SearchState, type Told } from '@/core/retune/search';
import type { SetupDocument, Feel } from '@/schema/documents';
import type { Cure } from '@/knowledge/causes/page';
import { type Entries, entryAt } from '@/catalogue/entry';
import { itemNumbers, textOf } from '../model/read';
import { curesOf, endOfCure, predictChange, type Prediction } from '../reason/cures';
import { afterPreload, standing } from '../reason/standing';
import type { JobFacts } from '../model/facts';
import { percent } from '../reason/evidence/rule';
import type { Explained, Reasoned } from '../reason/reason';
import { targetOf } from '../aims/targets';
import {
  effectOf,
  GROUPS,
  isTurnable,
  orderOf,
  placeIn,
  reachOfTunable,
  type Tunable,
  tunableById,
  tunableOf,
  TUNABLES,
} from '../reason/tunables';
import { offAim } from '../findings/springJudge';
import type { End } from '@/catalogue/ends';
import type { Decision } from '@/schema/retune';

const SCORE = { better: 1, same: 0, worse: -1 } as const;

/** One word for a ride: better where more complaints are better than worse; null until it was ridden. */
export function overall(feels: Readonly<Record<string, Feel>>): Feel | null {
  const all = Object.values(feels);
  if (all.length === 0) return null;
  const sum = all.reduce((total, f) => total + SCORE[f], 0);
  return sum > 0 ? 'better' : sum < 0 ? 'worse' : 'same';
}
export const feelOf = (trial: Trial): Feel | null => overall(trial.rides[0]?.document.feels ?? {});

/** The rides that moved one adjuster, in order. */
const riddenOf = (trials: readonly Trial[], id: string): Ridden[] =>
  trials.flatMap((t): Ridden[] => {
    const feel = feelOf(t);
    const { change } = t.document;
    return change?.tunable === id && feel ? [{ from: change.from, value: change.to, feel }] : [];
  });

/** Between which places of an adjuster the rides say the best one lies, by the search that plans them; null to a side of which they say nothing. */
export function riddenBounds(
  trials: readonly Trial[],
  { id, resolution, step }: Tunable,
  start: number,
  range: readonly [number, number],
): readonly [number | null, number | null] {
  const found = searchState({ start, range, resolution, step, direction: 1, ridden: riddenOf(trials, id) });
  return found.ok ? found.value.bounds : [null, null];
}

export interface Step {
  tunable: Tunable;
  /** Where it stands, and where it was before the first ride. */
  now: number;
  start: number;
  range: readonly [number, number];
  search: SearchState | null;
  /** What it is done for. Only a cause whose cure turns the way the next place lies. */
  cause: Explained | null;
  cure: Cure | null;
  /** A cause that asks for the other way: the rides found this one better, and its prediction would be of another change. */
  against: Explained | null;
  ridden: Ridden[];
}

/** A step for the ring goes all the way to its target at once: the sags read carry it. */
function ringStep(known: JobFacts, t: Tunable): { by: number } | null {
  if (t.kind !== 'preload') return null;
  const now = standing(known, t.end);
  const target = targetOf(known, t.end);
  if (!now || !target) return null;
  const sags = afterPreload(now, 0);
  // Newton’s step on the rider sag by the spring’s own slope is close enough to begin a search with.
  const slope = sags.riderMm - afterPreload(now, 1).riderMm;
  return slope <= 0 ? null : { by: (sags.riderMm - target.rider.value) / slope };
}

interface From extends Pick<Step, 'cause' | 'cure'> {
  /** What was told of a place since it was ridden, by the side its cause's cure lies on. */
  told?: readonly Told[];
}

export function stepOf(
  known: JobFacts,
  { base, now }: Setups,
  trials: readonly Trial[],
  t: Tunable,
  direction: 1 | -1 | null,
  { cause, cure, told = [] }: From,
): Step | null {
  const [at, start] = [placeIn(now, t), placeIn(base, t)];
  if (at === null || start === null) return null;
  const range = reachOfTunable(base, known.entries, t);
  const ridden = riddenOf(trials, t.id);
  const ring = ringStep(known, t);
  const side = direction ?? (ring && ring.by < 0 ? -1 : 1);
  const width = range[1] - range[0];
  const wanted = ring ? Math.round(Math.abs(ring.by)) : t.step;
  const step = Math.min(Math.max(wanted, t.resolution), Math.max(width, t.resolution));
  const place = Math.min(Math.max(start, range[0]), range[1]);
  const found = searchState({ start: place, range, resolution: t.resolution, step, direction: side, ridden, told });
  const search = found.ok ? found.value : null;
  const isAgainst = search !== null && search.next !== null && (search.next - at) * side < 0;
  const why = isAgainst ? { cause: null, cure: null, against: cause } : { cause, cure, against: null };
  return { tunable: t, now: at, start, range, search, ridden, ...why };
}

/** What was told since the last change was ridden speaks of the place ridden then: the side its cure lies on is evidence at once, like an answer to the ride. */
function toldOfPlace(
  { entries }: JobFacts,
  trials: readonly Trial[],
  now: SetupDocument,
  cause: Explained,
  t: Tunable,
  direction: 1 | -1 | null,
): Told[] {
  const last = trials.at(-1);
  if (direction === null || !last) return [];
  const phrases = new Set<string>(cause.page.complaints.map((c) => c.id));
  const isTold = itemNumbers(entries, 'ride.told').some((n) => {
    const told = entryAt(entries, `ride.told.${n}.phrase`);
    const end = textOf(entries, `ride.told.${n}.end`);
    const isOfEnd = cause.end === null || (end !== 'rear' && end !== 'front') || end === cause.end;
    return told && phrases.has(told.text) && isOfEnd && (told.at ?? '9') > last.plannedAt;
  });
  const { change } = last.document;
  const place = change?.tunable === t.id ? change.to : placeIn(now, t);
  return isTold && place !== null ? [{ place, direction }] : [];
}

/** The prediction of the change itself; null where nothing would be changed. @param to the place typed, or the search's own */
export const predictStep = (known: JobFacts, { tunable, now }: Pick<Step, 'tunable' | 'now'>, to: number): Prediction | null =>
  Number.isFinite(to) && Math.abs(to - now) > 1e-9 ? predictChange(known, effectOf(tunable), tunable.end, to - now) : null;

/** Whether a change goes the way its cause's cure asks for; true where the cure does not say which way. */
export function isOfCause(known: JobFacts, cause: Explained, cureId: string | null, t: Tunable, by: number): boolean {
  const cure = cause.page.cures.find((c) => c.id === cureId);
  if (!cure) return true;
  const turned = tunableOf(cure.effect, endOfCure(known, cure.effect, cause.end));
  if (!turned) return true;
  if (turned.tunable.id !== t.id) return false;
  const ring = turned.direction === null ? ringStep(known, t) : null;
  const side = turned.direction ?? (ring === null ? null : Math.sign(ring.by));
  return side === null || side === 0 || by * side > 0;
}

/** How far towards a place the next ride may go: no further from the start than the evidence carries. */
export const carriedTowards = ({ start, search }: Pick<Step, 'start' | 'search'>, to: number): number =>
  search ? Math.min(start + search.reach, Math.max(start - search.reach, to)) : to;

/** Nothing is turned on a guess: a cause must explain a fifth of what is told, or a search must be under way. */
export const isWorthARide = (reasoned: Reasoned | null, trials: readonly Trial[]): boolean =>
  trials.some((t) => t.document.change !== null) || (reasoned?.causes.some((c) => c.linked && c.explains >= LEADS_FROM_SHARE) ?? false);

/** The changes the reasons propose, one for each adjuster, in the job's order of groups; then the other adjusters that are noted. */
export function planOf(
  known: JobFacts,
  reasoned: Reasoned | null,
  setups: Setups,
  trials: readonly Trial[],
): { proposed: Step[]; others: Step[] } {
  const proposed = new Map<string, Step>();
  for (const cause of isWorthARide(reasoned, trials) ? (reasoned?.causes ?? []) : []) {
    if (!cause.linked || cause.explains < WORTH_A_RIDE_SHARE) continue;
    for (const cure of curesOf(cause.page.cures, cause.end, known.machine)) {
      const turned = tunableOf(cure.effect, endOfCure(known, cure.effect, cause.end));
      if (!turned || proposed.has(turned.tunable.id) || !isTurnable(turned.tunable, known.machine)) continue;
      // The ring is turned by a reading, never by a guess.
      if (turned.tunable.kind === 'preload' && !ringStep(known, turned.tunable)) continue;
      const told = toldOfPlace(known, trials, setups.now, cause, turned.tunable, turned.direction);
      const step = stepOf(known, setups, trials, turned.tunable, turned.direction, { cause, cure, told });
      if (step) proposed.set(turned.tunable.id, step);
    }
  }
  const order = orderOf(known.entries['ride.order']?.text ?? '');
  const inOrder = [...proposed.values()].sort((a, b) => order.indexOf(a.tunable.group) - order.indexOf(b.tunable.group));
  const others = TUNABLES.filter((t) => !proposed.has(t.id) && isTurnable(t, known.machine)).flatMap(
    (t) => stepOf(known, setups, trials, t, null, { cause: null, cure: null }) ?? [],
  );
  return { proposed: inOrder, others };
}

const isOpen = (s: Step) => s.search !== null && s.search.next !== null;

/** The step to take next: a search begun is finished first, then the first in order that was never ridden. */
export function nextStepOf(proposed: readonly Step[], trials: readonly Trial[]): Step | null {
  const last = trials.at(-1)?.document.change?.tunable;
  const begun = proposed.find((s) => s.tunable.id === last);
  if (begun && isOpen(begun) && begun.search!.outcome !== 'turn-round') return begun;
  return proposed.find((s) => isOpen(s) && s.ridden.length === 0) ?? proposed.find(isOpen) ?? null;
}

/** Groups that come before this one and still have a proposed change nobody has ridden: going past them wants a reason. */
export function passedOver(entries: Entries, proposed: readonly Step[], t: Tunable): string[] {
  // A search begun is gone on with: its reason was given when it began.
  if (proposed.some((s) => s.tunable.id === t.id && s.ridden.length > 0)) return [];
  const order = orderOf(entries['ride.order']?.text ?? '');
  const before = order.slice(0, order.indexOf(t.group));
  return before.filter((g) => proposed.some((s) => s.tunable.group === g && isOpen(s) && s.ridden.length === 0)).map((g) => GROUPS[g]);
}

/** What a change does to the balance of front and rear, in sentences; none where it stays. */
export function balanceWarnings(known: JobFacts, now: SetupDocument, t: Tunable, to: number): Said[] {
  const at = placeIn(now, t);
  if (at === null) return [];
  if (t.kind === 'preload') return ringBalance(known, t, to - at);
  if (t.kind === 'clicks') return clickBalance(known, now, t, to);
  if (t.id === 'front.height' && Math.abs(to - at) > FORK_HEIGHT_STEP_MM)
    return [said`${mm(Math.abs(to - at))} in the clamps is a big step: ${mm(10)} already turns another machine.`];
  return [];
}

function ringBalance(known: JobFacts, t: Tunable, by: number): string[] {
  const share = (end: End, change: number): number | null => {
    const found = standing(known, end);
    return found && offAim(known, end, afterPreload(found, change).riderMm);
  };
  const other = t.end === 'rear' ? 'front' : 'rear';
  const [before, after, against] = [share(t.end, 0), share(t.end, by), share(other, 0)];
  if (before === null || after === null || against === null) return [];
  const [was, will] = [before - against, after - against];
  if (Math.abs(will) <= PITCH_SHARE || Math.abs(will) <= Math.abs(was)) return [];
  const high = (t.end === 'rear') === will > 0;
  return [
    `It would sit nose-${high ? 'high' : 'low'}: the ${t.end} ${percent(Math.abs(after))} of travel ${after > 0 ? 'below' : 'above'} its target, the ${other} ${percent(Math.abs(against))} ${against > 0 ? 'below' : 'above'}.`,
  ];
}

const COUNTERPART: Record<string, string> = {
  'front.rebound': 'rear.rebound',
  'rear.rebound': 'front.rebound',
  'front.compression': 'rear.lowCompression',
  'rear.lowCompression': 'front.compression',
};

function clickBalance(known: JobFacts, now: SetupDocument, t: Tunable, to: number): string[] {
  const counterpart = tunableById(COUNTERPART[t.id] ?? '');
  if (!counterpart) return [];
  const [here, there] = [placeIn(now, t), placeIn(now, counterpart)];
  const [mine, its] = [reachOfTunable(now, known.entries, t)[1], reachOfTunable(now, known.entries, counterpart)[1]];
  if (here === null || there === null || mine <= 0 || its <= 0) return [];
  const [was, will] = [here / mine - there / its, to / mine - there / its];
  if (Math.abs(will) <= CLICKS_APART || Math.abs(will) <= Math.abs(was)) return [];
  return [
    `Front and rear would return unlike: ${t.label.toLowerCase()} ${percent(to / mine)} open against ${percent(there / its)} at the other end. Bounce both after it.`,
  ];
}

export interface Advice {
  decision: Decision;
  because: string;
}

/** What the ride says to do, for the person to decide. */
export function advise(trial: Trial, search: SearchState | null): Advice | null {
  const feel = feelOf(trial);
  if (feel === null) return null;
  if (trial.document.change === null)
    return { decision: 'keep', because: 'It is the machine as handed back: what follows is measured against it.' };
  if (feel === 'better') return { decision: 'keep', because: 'It rode better: keep it, and go on from here.' };
  if (feel === 'same') return { decision: 'revert', because: 'Nothing was felt: take it back, so that the start stays the start.' };
  return search?.outcome === 'halve'
    ? { decision: 'bracket', because: `It overshot: go back to ${search.best} and halve the step.` }
    : { decision: 'revert', because: 'It rode worse: go back to what is known.' };
}
