import { serves } from '@/catalogue/uses';
import type { JobFacts } from '../model/facts';
import { MIN_LEFT_SHARE, AIM_HIGH_M_PER_S, AIM_LOW_M_PER_S } from '@/knowledge/limits';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { rescaledCurve, type Sprung, TARGET_SPEEDS, type TargetPoint, templateCurve } from '@/core/damper/target';
import { pieces, shimsBeyond } from '@/core/damper/shims';
import type { ViewRequest } from '@/core/damper/view';
import { type OilGrade, COLD_C, HOT_C, thickerThan, WARM_C } from '@/core/damper/oils';
import { err, ok, type Result } from '@/core/result';
import type { Shim } from '@/core/plate/stack';
import type { Candidate } from '@/core/spring/select';
import type { Entries } from '@/catalogue/entry';
import type { DamperFigures, ValveName } from '@/core/damper/damper';
import type { DrawerShim } from '@/schema/answers';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import { damperWithUsual, oilOf, oilWarm } from '../model/dampers';
import { hasUnlikeLegs, sharedAmong } from '../model/unlike';
import { dampingShare } from './ground';
import { purposeOf } from './targets';
import { isMissing, isUnusable, type Missing, type Unusable } from '../model/ends';
import { numberOf, textOf } from '../model/read';
import type { Selection } from './springs';
import { pairsIn } from '@/catalogue/tables';
import type { End, Side } from '@/catalogue/ends';
import type { DampingTemplate } from '@/knowledge/dampingTemplates';

/** Shaft speeds the sheet is drawn at, m/s; those of the targets are among them. */
export const SHEET_SPEEDS = [0, 0.05, 0.1, 0.2, 0.3, 0.4, 0.55, 0.7, 0.9, 1.1, 1.35, 1.6, 1.9, 2.2, 2.6, 3] as const;

/** What a target is made from where nothing was typed: the id of a template, or the curve as found, rescaled. */
export const AS_FOUND = 'as-found';

/** The mass and wheel rate this end's dampers work against, with the candidate looked at, solo. */
export function sprungOf(selection: Selection, candidate: Candidate, machine: Entries, end: End): Sprung {
  const { model } = selection;
  return {
    wheelRateNPerMm: candidate.wheelRateNPerMm,
    massKg: selection.ladenLoadN / STANDARD_GRAVITY_M_PER_S2,
    leverage: model.leverage.ratio(candidate.riderSagMm) * model.cosRake,
    dampers: sharedAmong(machine, end),
  };
}

export interface Target {
  points: TargetPoint[];
  origin: 'typed' | 'template' | 'rescaled';
  words: string;
}

/**
 * The curve aimed at in one direction: as typed, else by the template chosen, else the curve as found, rescaled for the new spring.
 * @param foundN forces as found at SHEET_SPEEDS, null while not computed
 * @returns forces N at the shaft at TARGET_SPEEDS; null while nothing says what to aim at
 * Errors: those of the pairs; target-not-rising.
 */
export function targetCurveOf(...asked: Parameters<typeof aimedCurve>): Result<Target> | null {
  const target = aimedCurve(...asked);
  const [{ entries }, end, side] = asked;
  return target?.ok && target.value.origin !== 'typed'
    ? ok(shifted(target.value, shiftOf(entries, end, side, target.value.origin === 'template')))
    : target;
}

const BANDS = ['low', 'high'] as const;
type Shift = Record<(typeof BANDS)[number], number>;

/**
 * By how much the aim is changed at low and at high speed, as a share: as typed, else what the ground asks of a template. Damping as found was found on that ground.
 * @param ofTemplate whether a template is aimed at
 */
export const shiftOf = (entries: Entries, end: End, side: Side, ofTemplate: boolean): Shift => {
  const share = (band: keyof Shift) => {
    const typed = numberOf(entries, `valves.${end}.shift.${side}.${band}`);
    return typed === null ? (ofTemplate ? dampingShare(entries, side, band) : 0) : typed / 100;
  };
  return { low: share('low'), high: share('high') };
};

/** The aim changed at low and high speed, going over evenly between; a curve that rises goes on rising. */
function shifted(target: Target, by: Shift): Target {
  if (by.low === 0 && by.high === 0) return target;
  let least = 0;
  const points = target.points.map(({ mPerS, forceN }) => {
    const high = Math.min(1, Math.max(0, (mPerS - AIM_LOW_M_PER_S) / (AIM_HIGH_M_PER_S - AIM_LOW_M_PER_S)));
    least = Math.max(least, forceN * (1 + by.low * (1 - high) + by.high * high));
    return { mPerS, forceN: least };
  });
  const said = BANDS.filter((b) => by[b] !== 0).map((b) => `${by[b] > 0 ? '+' : '−'}${Math.abs(100 * by[b]).toFixed(0)} % at ${b} speed`);
  return { ...target, points, words: `${target.words}, ${said.join(', ')}` };
}

function aimedCurve(
  facts: JobFacts,
  end: End,
  side: Side,
  templates: readonly DampingTemplate[],
  now: Sprung | null,
  was: Sprung | null,
  foundN: readonly number[] | null,
): Result<Target> | null {
  const typed = textOf(facts.entries, `valves.${end}.target.${side}`);
  if (typed.trim() !== '') {
    const pairs = pairsIn(typed);
    if (!pairs.ok) return pairs;
    const rising = pairs.value.every(([v, f], i, all) => v > 0 && f > 0 && (i === 0 || v > all[i - 1]![0]));
    if (!rising) return err('target-not-rising', []);
    return ok({ points: pairs.value.map(([mPerS, forceN]) => ({ mPerS, forceN })), origin: 'typed', words: 'as typed' });
  }
  const template = templateAimed(facts, end, templates, foundN !== null);
  if (template && now) return ok({ points: templateCurve(template[side], now), origin: 'template', words: template.name });
  if (!foundN) return null;
  const found = TARGET_SPEEDS.map((mPerS) => ({ mPerS, forceN: foundN[SHEET_SPEEDS.indexOf(mPerS as (typeof SHEET_SPEEDS)[number])]! }));
  if (now && was) {
    const heavier = Math.abs(now.massKg - was.massKg) > 0.5;
    const words = `as found, for ${[...(now.wheelRateNPerMm === was.wheelRateNPerMm ? [] : ['the new spring']), ...(heavier ? ['the new mass'] : [])].join(' and ') || 'the same spring and mass'}`;
    return ok({ points: rescaledCurve(found, was, now), origin: 'rescaled', words });
  }
  return ok({ points: found, origin: 'rescaled', words: 'as found' });
}

/** The template an end aims at: the one chosen, else, where no curve as found can be rescaled, the one proposed; null aims at the damping as found. */
export function templateAimed(facts: JobFacts, end: End, templates: readonly DampingTemplate[], isFound: boolean): DampingTemplate | null {
  const chosen = textOf(facts.entries, `valves.${end}.template`);
  if (chosen === '') return isFound ? null : templateFor(facts, templates);
  return templates.find((t) => t.id === chosen) ?? null;
}

/** The template the shop's use and school propose: the school's own first. null where none does. */
export function templateFor(facts: JobFacts, templates: readonly DampingTemplate[]): DampingTemplate | null {
  const school = textOf(facts.entries, 'school');
  return (
    templates.find((t) => school !== '' && t.schools.includes(school)) ?? templates.find((t) => serves(t.uses, purposeOf(facts))) ?? null
  );
}

/** The spring that came in and the rider it was valved for: what the stacks as found were working against. null while neither is known to differ. */
export function sprungAsFound(now: Sprung, entries: Entries, end: End, chosenRateNPerMm: number, massThenKg: number | null): Sprung | null {
  const marked = numberOf(entries, `found.${end}.spring`);
  if (marked === null && massThenKg === null) return null;
  return {
    ...now,
    wheelRateNPerMm: marked === null ? now.wheelRateNPerMm : (now.wheelRateNPerMm * marked) / chosenRateNPerMm,
    massKg: massThenKg ?? now.massKg,
  };
}

/** The entries with the rider the valves were made for: as typed, else the rider of the machine's last job; null while neither is known. */
export function entriesThen(entries: Entries, lastKnown: Entries): Entries | null {
  const typed = numberOf(entries, 'valves.was.rider') === null ? undefined : entries['valves.was.rider'];
  const then = typed ?? lastKnown['rider.mass'];
  return then ? { ...entries, 'rider.mass': then } : null;
}

/** What the worker is asked for one end, or what is missing, or the figure that cannot be used. */
export function viewRequestOf(
  facts: JobFacts,
  damper: DamperKey,
  valve: ValveName,
  oils: readonly OilGrade[],
): Omit<ViewRequest, 'targets'> | Missing | Unusable {
  const [found, fit] = [damperWithUsual(facts, damper, 'found'), damperWithUsual(facts, damper, 'fit')];
  if (isUnusable(fit) || isMissing(fit)) return fit;
  const beside = besideOf(facts, damper);
  const { grade } = oilOf(facts.entries, damper, oils);
  const thicker = thickerThan(grade, oils);
  const thickerOil = thicker && oilWarm(thicker, WARM_C);
  const [cold, warm, hot] = [COLD_C, WARM_C, HOT_C].map((celsius) => oilWarm(grade, celsius));
  for (const at of [cold, warm, hot]) if (!at!.ok) return { field: `valves.${END_OF[damper]}.oil`, issue: at!.issue };
  const of = (r: typeof cold) => (r!.ok ? r!.value : { densityKgPerM3: 0, cSt: 0 });
  return {
    found: isUnusable(found) || isMissing(found) ? null : found,
    fit,
    oil: { cold: of(cold), warm: of(warm), hot: of(hot), thicker: thickerOil?.ok ? thickerOil.value : null },
    beside,
    speedsMPerS: SHEET_SPEEDS,
    valve,
  };
}

/** The other leg of an unlike fork, once all of it is known. */
export function besideOf(facts: JobFacts, damper: DamperKey): DamperFigures | null {
  if (END_OF[damper] !== 'front' || !hasUnlikeLegs(facts.machine)) return null;
  const beside = damperWithUsual(facts, damper === 'front' ? 'other' : 'front', 'fit');
  return isUnusable(beside) || isMissing(beside) ? null : beside;
}

/** What the other leg leaves of a target to this one; never less than a trace, so that a curve stays a curve. */
export const leftBy = (besideN: readonly number[], points: readonly TargetPoint[]): TargetPoint[] =>
  points.map((p) => {
    const at = SHEET_SPEEDS.indexOf(p.mPerS as (typeof SHEET_SPEEDS)[number]);
    return at < 0 ? p : { ...p, forceN: Math.max(p.forceN - besideN[at]!, MIN_LEFT_SHARE * p.forceN) };
  });
/** A target as the job keeps it: m/s and N, a pair a line. */
export const targetText = (points: readonly TargetPoint[]): string => points.map((p) => `${p.mPerS} ${p.forceN.toFixed(0)}`).join('\n');

/** The whole target with one point moved to what one leg is to do there; what the other leg does comes on top. */
export const withPointAt = (
  points: readonly TargetPoint[],
  point: number,
  forceN: number,
  besideN: readonly number[] | null,
): TargetPoint[] =>
  points.map((p, i) => {
    if (i !== point) return p;
    const at = SHEET_SPEEDS.indexOf(p.mPerS as (typeof SHEET_SPEEDS)[number]);
    return { ...p, forceN: forceN + (at < 0 ? 0 : (besideN?.[at] ?? 0)) };
  });

export interface PickLine extends Shim {
  what: 'in' | 'out';
  /** How many lie in the drawer. */
  there: number;
}

/** Shims to take from the drawer and to put back, for turning one stack into another. */
export function pickList(found: readonly Shim[], fit: readonly Shim[], drawer: readonly Shim[]): PickLine[] {
  const there = (s: Shim) => pieces(drawer.filter((d) => d.diameterMm === s.diameterMm && d.thicknessMm === s.thicknessMm));
  const lines = (what: PickLine['what'], shims: Shim[]) => shims.map((s) => ({ ...s, what, there: there(s) }));
  return [...lines('in', shimsBeyond(fit, found)), ...lines('out', shimsBeyond(found, fit))];
}

/** Shims of the drawer that go over the post of this damper; all of them while the post is not known. */
export function shimsForPost(drawer: readonly DrawerShim[], machine: Entries, damper: DamperKey): Shim[] {
  const postMm = numberOf(machine, `machine.damper.${damper}.post`);
  return drawer
    .filter((s) => s.count > 0 && (postMm === null || Math.abs(s.innerMm - postMm) < 0.26))
    .map(({ diameterMm, thicknessMm, count }) => ({ diameterMm, thicknessMm, count }));
}
