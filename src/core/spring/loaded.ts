import { risingRoot } from '../numerics/halving';
import type { SpringEstimate } from './estimated';
import { otherN, ratioAt, strokeAt } from './estimate';

/** One way a machine is loaded, by what it puts on this wheel beyond the rider. */
export interface LoadAsked<Id extends string = string> {
  id: Id;
  /** Share of the riding. */
  share: number;
  extraN: number;
}

/** What the chosen spring does under one load. */
export interface LoadJudged<Id extends string = string> {
  id: Id;
  share: number;
  /** Preload that brings the rider sag back where it is aimed at, mm of spring, and whether the adjuster gives it. */
  ringMm: number;
  withinAdjuster: boolean;
  /** Sag with the preload left as chosen. */
  riderSagMm: number;
  /** Force at full travel over this load, with its ring. */
  reserve: number;
}

/**
 * The chosen spring under each load, on the most probable machine.
 * @param adjusterMm least and most preload; where it is not known every preload from nothing on is within
 */
export function loadsJudged<Id extends string>(
  { posterior, rateNPerMm, preloadMm }: SpringEstimate,
  cases: readonly LoadAsked<Id>[],
  adjusterMm: readonly [number, number] = [0, Infinity],
): LoadJudged<Id>[] {
  const { model, centre } = posterior;
  const { request } = model;
  const machine = model.machineOf(centre);
  const k = request.springs * rateNPerMm.p50;
  const axialN = (loadN: number, zMm: number) => loadN * ratioAt(machine, zMm) * machine.cosRake;
  const springN = (ringMm: number, strokeMm: number) => k * (strokeMm + ringMm) + otherN(request, machine, strokeMm);
  const aimMm = request.target.riderSagMm;
  const aimStroke = strokeAt(machine, aimMm);
  const fullStroke = strokeAt(machine, machine.travelMm);
  return cases.map(({ id, share, extraN }) => {
    const loadN = machine.ladenLoadN + extraN;
    const ringMm = (axialN(loadN, aimMm) - otherN(request, machine, aimStroke)) / k - aimStroke;
    const set = Math.min(Math.max(ringMm, adjusterMm[0]), adjusterMm[1]);
    return {
      id,
      share,
      ringMm,
      withinAdjuster: ringMm >= adjusterMm[0] && ringMm <= adjusterMm[1],
      riderSagMm: risingRoot((z) => springN(preloadMm.p50, strokeAt(machine, z)) - axialN(loadN, z), 0, machine.travelMm),
      reserve: springN(set, fullStroke) / axialN(loadN, machine.travelMm),
    };
  });
}
