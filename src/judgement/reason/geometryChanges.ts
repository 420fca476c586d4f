import { type JobFacts } from '../model/facts';
import type { PoseAsked, Reference } from '@/core/geometry/geometry';
import type { End } from '@/catalogue/ends';
import { linkageLeverage, rodChanged } from '@/core/leverage/linkage';
import { restsAt } from '@/core/spring/end';
import { mm, said, type Said } from '@/core/units/say';
import { endModelOf, isMissing, isUnusable, leverageKindOf } from '../model/ends';
import { usualOf } from '../model/loads';
import { riderSagBy } from './heights';
import { standing } from './standing';

/** What else moves a machine: the shock's length, rings, springs and tyres, tried before any is bought. */
export interface GeometryChanges {
  /** Eye to eye, mm longer. */
  shockMm: number;
  /** The linkage's rod, mm longer. */
  rodMm: number;
  ringMm: Record<End, number>;
  /** Rate against the spring in there, per cent. */
  springPercent: Record<End, number>;
  tyreMm: Record<End, number>;
}
export const NO_CHANGES: GeometryChanges = {
  shockMm: 0,
  rodMm: 0,
  ringMm: { rear: 0, front: 0 },
  springPercent: { rear: 0, front: 0 },
  tyreMm: { rear: 0, front: 0 },
};

/** Wheel travel for each millimetre of the shock's length where it stands: the leverage there, else as usual of the kind. */
function wheelPerShock(facts: JobFacts, zMm: number): number {
  const model = endModelOf(facts, 'rear');
  return isMissing(model) || isUnusable(model) ? usualOf(facts.machine).leverageRatio.mean : model.model.leverage.ratio(zMm);
}

export interface OtherRod {
  /** How much further the wheel travels up into the frame, seen from where it hung, at the load it carries; below 0 the rear stands higher, mm. */
  rearTravelMm: number;
  /** Leverage where it stands with the rider, before and after. */
  ratio: { before: number; after: number };
}

/** What another length of the linkage's rod does where the machine stands with its rider; null where no rod is drawn, or it is not known how it stands; 'apart' where the linkage would not hold. */
export function otherRod(known: JobFacts, byMm: number): OtherRod | 'apart' | null {
  const kind = leverageKindOf(known.machine);
  const now = standing(known, 'rear');
  if (isMissing(kind) || isUnusable(kind) || kind.kind !== 'linkage' || !kind.rocker || !now) return null;
  const changed = rodChanged(kind, byMm);
  if (!changed.ok) return 'apart';
  const leverage = linkageLeverage(changed.value.linkage, now.model.travelMm);
  if (!leverage.ok) return 'apart';
  const at = (model: typeof now.model) => restsAt(model, now.spring, now.preloadMm, now.ladenN).zMm;
  const other = { ...now.model, leverage: leverage.value };
  const [before, after] = [at(now.model), at(other)];
  return {
    rearTravelMm: changed.value.hangsAtMm + after - before,
    ratio: { before: now.model.leverage.ratio(before), after: leverage.value.ratio(after) },
  };
}

/** What it does in a sentence; nothing where nothing is tried. */
export function rodWords(known: JobFacts, byMm: number): Said | null {
  const found = byMm === 0 ? null : otherRod(known, byMm);
  if (found === null) return null;
  const rod = said`The rod ${mm(Math.abs(byMm), 0)} ${byMm > 0 ? 'longer' : 'shorter'}`;
  if (found === 'apart') return said`${rod}: the linkage does not hold over its travel.`;
  const { rearTravelMm, ratio } = found;
  return said`${rod}: the rear stands ${mm(Math.abs(rearTravelMm), 0)} ${rearTravelMm < 0 ? 'higher' : 'lower'}, leverage there ${ratio.after.toFixed(2)} for ${ratio.before.toFixed(2)} before; springs and damping are chosen for the other. Clearance at full bump, chain and hoses are looked at before it is ridden.`;
}

/** The pose with all of them made. */
export function withChanges(asked: PoseAsked, of: GeometryChanges, known: JobFacts, reference: Reference): PoseAsked {
  if (of === NO_CHANGES) return asked;
  const rod = of.rodMm === 0 ? null : otherRod(known, of.rodMm);
  const by = (end: End) => riderSagBy(known, end, { ringMm: of.ringMm[end], rateShare: 1 + of.springPercent[end] / 100 }) ?? 0;
  return {
    ...asked,
    // A longer shock hangs the wheel lower in the frame at the same load.
    rearTravelMm:
      asked.rearTravelMm +
      by('rear') +
      (rod === null || rod === 'apart' ? 0 : rod.rearTravelMm) -
      of.shockMm * wheelPerShock(known, asked.rearTravelMm),
    frontTravelMm: asked.frontTravelMm + by('front'),
    frontTyreRadiusMm: reference.frontTyreRadiusMm + of.tyreMm.front,
    rearTyreRadiusMm: reference.rearTyreRadiusMm + of.tyreMm.rear,
  };
}
