import { preloadForMm } from '@/core/spring/end';
import { CLICKERS } from '@/catalogue/clickers';
import { type End, END_NAMES, type Side } from '@/catalogue/ends';
import type { Entries, Entry } from '@/catalogue/entry';
import type { ValveName } from '@/core/damper/damper';
import { type DamperKey, VALVE_NAMES } from '@/catalogue/fields/damper';
import type { FieldKey } from '@/catalogue/fields';
import type { Effect } from '@/knowledge/causes/page';
import { targetOf } from '../aims/targets';
import { clicksOf, damperWithUsual } from '../model/dampers';
import { isMissing, isUnusable } from '../model/ends';
import { numberOf } from '../model/read';
import { chosenRateOf } from '../aims/springs';
import { kindsAt } from '../model/unlike';
import { CLICK_OF_USUAL } from '@/knowledge/rideUsual';
import { AS_IT_IS_TO_BE, type Fit, type GroundJob, loadOn, springIn } from './fits';

/** A cure ridden before anybody turns it: the machine as it came in with that one thing changed. */

/** The machine as it came in with a cure done at one end; null where a ride cannot show it, or what it rests on is not known. */
export function triedFit(job: GroundJob, base: Fit, effect: Effect, end: End | null): Fit | null {
  const named = { ...base, id: 'tried', name: '' };
  if (effect.kind === 'oil-level') return withOil(job, named, effect.by);
  if (end === null) return null;
  const at = END_NAMES[end].toLowerCase();
  switch (effect.kind) {
    case 'preload':
      return withRing(job, named, end);
    case 'spring': {
      const chosen = chosenRateOf(job.facts, end);
      const ideal = chosen && { rateNPerMm: chosen.rateNPerMm.p50, preloadMm: chosen.preloadMm.p50 };
      return ideal && { ...named, name: `With the right spring, ${at}`, rates: { [end]: ideal } };
    }
    case 'clicks':
      return withClicks(job, named, end, effect);
    case 'damping': {
      const share = 1 + effect.byPercent / 100;
      const name = `With ${Math.abs(effect.byPercent)} % ${effect.byPercent > 0 ? 'more' : 'less'} ${effect.side}, ${at}`;
      return { ...named, name, damping: times(base.damping, end, effect.side, share) };
    }
    default:
      return null;
  }
}

/** A stack the search suggests, in the machine as it is to be. @param nth of the suggestions, for its name; @param out clicks the clicker begins at, null as they are */
export function triedStack(
  job: GroundJob,
  { damper, valve, shims, out }: { damper: DamperKey; valve: ValveName; shims: string; out: number | null },
  nth: number,
): Fit {
  const stack = `valves.${damper}.fit.${valve}` as const;
  const clicks = `valves.${damper}.clicks.${valve === 'rebound' ? 'rebound' : 'compression'}` as const;
  const entry = (field: FieldKey, text: string, value: number | null): Entries => ({
    [field]: { field, text, unit: null, value, at: null },
  });
  const entries = { ...job.facts.entries, ...entry(stack, shims, null), ...(out === null ? {} : entry(clicks, String(out), out)) };
  return { ...AS_IT_IS_TO_BE, id: 'tried', name: `Suggested stack ${nth}, ${VALVE_NAMES[damper][valve].toLowerCase()}`, entries };
}

/** One direction of one end multiplied further; what the others are multiplied by stays. */
const times = (damping: Fit['damping'], end: End, side: Side, by: number): Fit['damping'] => ({
  ...damping,
  [end]: { ...damping?.[end], [side]: (damping?.[end]?.[side] ?? 1) * by },
});

/** The ring turned until the rider sag is as the school wants it. */
function withRing(job: GroundJob, fit: Fit, end: End): Fit | null {
  const spring = springIn(job, fit, end);
  const load = loadOn(job, 'solo');
  const target = targetOf(job.facts, end);
  if (isMissing(spring) || !load || !target) return null;
  const wanted = preloadForMm(spring.model, spring.law, target.rider.value, load[end]);
  const by = Math.max(wanted, 0) - spring.preloadMm;
  return { ...fit, name: `With the ring set, ${END_NAMES[end].toLowerCase()}`, preloadBy: { [end]: by } };
}

function withOil(job: GroundJob, fit: Fit, by: number | null): Fit | null {
  const field = 'found.front.oilLevel.left' satisfies FieldKey;
  const level = numberOf(job.facts.entries, field);
  const to = by === null ? numberOf(job.facts.machine, 'machine.oilLevel') : level === null ? null : level + by;
  if (level === null || to === null) return null;
  const entry: Entry = { field, text: String(to), unit: 'mm', value: to, at: null };
  return { ...fit, name: 'With the oil level changed', entries: { ...job.facts.entries, [field]: entry } };
}

/** The clickers turned: by their needles where the damper is known, else by what a click usually is. */
function withClicks(job: GroundJob, fit: Fit, end: End, { adjuster, by }: Extract<Effect, { kind: 'clicks' }>): Fit {
  const side = adjuster === 'rebound' ? 'rebound' : 'compression';
  const dampers = kindsAt(job.facts.machine, end);
  const name = `With ${side} ${Math.abs(by)} clicks ${by > 0 ? 'out' : 'in'}, ${END_NAMES[end].toLowerCase()}`;
  const figures = damperWithUsual(job.facts, dampers[0]!, 'found');
  if (isMissing(figures) || isUnusable(figures))
    return { ...fit, name, damping: times(fit.damping, end, side, Math.max(0.4, 1 - CLICK_OF_USUAL * by)) };
  const changed = dampers.map((d): [FieldKey, Entry] => {
    const { out, range } = clicksOf(job.facts.entries, d, side, 'found');
    const to = Math.min(range, Math.max(0, out + by));
    const field = `found.${CLICKERS[d][side]}.out` as const;
    return [field, { field, text: String(to), unit: null, value: to, at: null }];
  });
  return { ...fit, name, entries: { ...job.facts.entries, ...Object.fromEntries(changed) } };
}
