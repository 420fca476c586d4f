import { leverageOf, type LeverageKind, lookedUp } from '../leverage/leverage';
import { ok, type Result, type Warning } from '../result';
import { airSpring, type AirRequest } from './air';
import { type EndModel, frontEnd, rearEnd } from './end';
import type { ForcePoint } from './law';
import { airForce, bumpStop, constantForce, gasForce, type GasRequest, NO_FORCE, type OtherForce, together, topOutSpring } from './other';

export type OtherForceKind =
  | { kind: 'none' }
  | { kind: 'constant'; forceN: number }
  | ({ kind: 'air' } & Omit<AirRequest, 'travelMm' | 'legs'> & { travelMm?: number | undefined; legs?: number | undefined })
  | ({ kind: 'gas' } & GasRequest);

interface Common {
  travelMm: number;
  otherForce: OtherForceKind;
  /** Met at this stroke of the spring; in each leg or shock. */
  bumpStop?: { fromStrokeMm: number; forceTable: readonly ForcePoint[] } | undefined;
  /** Works against the main spring near full extension; in each leg at the front. */
  topOut?: { rateNPerMm: number; lengthMm: number } | undefined;
}

export type EndRequest = (
  { end: 'rear'; leverage: LeverageKind; shocks?: 1 | 2 | undefined } | { end: 'front'; rakeDeg: number; legs: number }
) &
  Common;

/** Air, gas or a constant as a force along the spring. @param travelMm of the end @param legs legs or shocks side by side. Errors: those of the air spring. */
export function otherForceIn(
  otherForce: OtherForceKind,
  travelMm: number,
  legs: number,
): Result<{ force: OtherForce; warnings: Warning[] }> {
  switch (otherForce.kind) {
    case 'none':
      return ok({ force: NO_FORCE, warnings: [] });
    case 'constant':
      return ok({ force: constantForce(otherForce.forceN), warnings: [] });
    case 'gas':
      return ok({ force: together(Array.from({ length: legs }, () => gasForce(otherForce))), warnings: [] });
    case 'air': {
      const air = airSpring({ ...otherForce, travelMm: otherForce.travelMm ?? travelMm, legs: otherForce.legs ?? legs });
      if (!air.ok) return { ok: false, issue: { ...air.issue, path: ['otherForce', ...air.issue.path] } };
      return ok({ force: airForce(air.value.air), warnings: air.value.warnings });
    }
  }
}

/**
 * One end of a machine from its figures: leverage of any kind solved once, air or gas, stops and top-out springs put together.
 * Errors: those of the leverage and of the air spring.
 */
export function endOf(request: EndRequest): Result<{ end: EndModel; warnings: Warning[] }> {
  const legs = request.end === 'front' ? request.legs : (request.shocks ?? 1);
  const other = otherForceIn(request.otherForce, request.travelMm, legs);
  if (!other.ok) return other;
  const { bumpStop: bump, topOut } = request;
  const force = together([
    ...(request.otherForce.kind === 'none' ? [] : [other.value.force]),
    ...(bump ? [bumpStop(bump.fromStrokeMm, bump.forceTable, legs)] : []),
    ...(topOut ? [topOutSpring(topOut.rateNPerMm, topOut.lengthMm, legs)] : []),
  ]);
  const { warnings } = other.value;
  if (request.end === 'front') return ok({ end: frontEnd(request.travelMm, request.rakeDeg, legs, force), warnings });
  const leverage = leverageOf(request.leverage, request.travelMm);
  if (!leverage.ok) return { ok: false, issue: { ...leverage.issue, path: ['leverage', ...leverage.issue.path] } };
  const lever = lookedUp(request.leverage.kind, leverage.value, request.travelMm);
  return ok({ end: rearEnd(request.travelMm, lever, force, legs), warnings });
}
