'use client';
import type { Side } from '@/catalogue/ends';
import { useMemo } from 'react';
import type { SearchRequest } from '@/core/damper/search';
import type { Sprung } from '@/core/damper/target';
import type { DamperView } from '@/core/damper/view';
import { ok, type Result } from '@/core/result';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import { damperWithUsual, oilOf, oilWarm } from '@/judgement/model/dampers';
import { isMissing, isUnusable } from '@/judgement/model/ends';
import { chosenOf, offerKey, rateOf } from '@/judgement/model/offers';
import { proposed, selectionOf } from '@/judgement/aims/springs';
import {
  entriesThen,
  leftBy,
  targetText,
  templateAimed,
  withPointAt,
  sprungAsFound,
  sprungOf,
  type Target,
  targetCurveOf,
} from '@/judgement/aims/valves';
import { WARM_C } from '@/core/damper/oils';
import { useBench, useLater, useOffers } from '../../job/BenchContext';
import type { DampingTemplate } from '@/knowledge/dampingTemplates';

export interface AimFound {
  /** What the damper works against; null while the springs cannot be worked out. */
  sprung: Sprung | null;
  /** The spring it is reckoned with. */
  springName: string | null;
  targets: Record<Side, Result<Target> | null>;
  /** The same target with one point moved, as the job keeps it: of unlike legs the whole fork's. */
  moved(side: Side, point: number, forceN: number): string;
  /** The template aimed at; null: the damping as found. */
  template: DampingTemplate | null;
  bandShare: number;
  /** The damper to fit with its oil at work, for the search; null while it cannot be worked out. */
  damper: SearchRequest['damper'] | null;
}

const USUAL_BAND = 0.12;

/** What the valves are to aim at, from the spring chosen, the load, the template and the stacks as found. */
export function useAim(damper: DamperKey, view: DamperView | null): AimFound {
  const facts = useLater();
  const end = END_OF[damper];
  const { templates, oils, lastKnown } = useBench().data;
  const offers = useOffers();
  const spring = useMemo(() => {
    const selection = selectionOf(facts, end, offers);
    if ('missing' in selection || !selection.result.ok) return null;
    const { candidates } = selection.result.value;
    const candidate = candidates.find((c) => c.id === chosenOf(facts.entries, end)) ?? proposed(facts.entries, end, candidates);
    const listed = offers.find((o) => offerKey(o) === candidate?.id);
    if (!candidate || !listed) return null;
    const now = sprungOf(selection, candidate, facts.machine, end);
    const then = entriesThen(facts.entries, lastKnown);
    const before = then && selectionOf(facts.with({ entries: then }), end, [listed]);
    const massThenKg = before && !('missing' in before) ? before.ladenLoadN / STANDARD_GRAVITY_M_PER_S2 : null;
    return { now, name: listed.name, was: sprungAsFound(now, facts.entries, end, rateOf(listed), massThenKg) };
  }, [facts, end, offers, lastKnown]);
  return useMemo(() => {
    const beside = view?.beside ?? null;
    /** What both legs of an unlike fork do together; of any other damper what it does. */
    const foundN = (side: Side) => (view?.found ? view.found[`${side}N`].map((n, i) => n + (beside?.[`${side}N`][i] ?? 0)) : null);
    const whole = (side: Side) => targetCurveOf(facts, end, side, templates, spring?.now ?? null, spring?.was ?? null, foundN(side));
    const of = (side: Side): Result<Target> | null => {
      const target = whole(side);
      if (!target?.ok || !beside) return target;
      const words = `${target.value.words}, less what the other leg does`;
      return ok({ ...target.value, points: leftBy(beside[`${side}N`], target.value.points), words });
    };
    const template = templateAimed(facts, end, templates, view?.found !== null && view !== null);
    const fit = damperWithUsual(facts, damper, 'fit');
    const oil = oilWarm(oilOf(facts.entries, damper, oils).grade, WARM_C);
    return {
      sprung: spring?.now ?? null,
      springName: spring?.name ?? null,
      targets: { compression: of('compression'), rebound: of('rebound') },
      moved: (side, point, forceN) => {
        const target = whole(side);
        return target?.ok ? targetText(withPointAt(target.value.points, point, forceN, beside?.[`${side}N`] ?? null)) : '';
      },
      template,
      bandShare: template?.bandShare ?? USUAL_BAND,
      damper: isMissing(fit) || isUnusable(fit) || !oil.ok ? null : { ...fit, oil: oil.value },
    };
  }, [facts, end, damper, templates, oils, spring, view]);
}
