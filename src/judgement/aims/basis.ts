import type { End } from '@/catalogue/ends';
import type { LOAD_SCHOOLS } from '@/catalogue/fields/ask';
import type { MachineType } from '@/catalogue/fields/machine';
import { ATMOSPHERE_MPA, STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { airSpring } from '@/core/spring/air';
import type { ChoiceBasis, ShopFitted } from '@/core/spring/choiceBasis';
import type { EstimateRequest } from '@/core/spring/estimate';
import type { LoadAsked } from '@/core/spring/loaded';
import { airForce, constantForce } from '@/core/spring/other';
import type { MachineKind } from '@/knowledge/kinds';
import {
  CHOSEN_SAG_STRAYS,
  GROUND_PACE,
  KIND_PRACTICE,
  PACE_STEPS,
  PRACTICE,
  RESERVE_SD_SHARE,
  RISE_SD,
  SAG_STRAYS,
  USUAL_FORK,
  USUAL_GAS_N,
  USUAL_PACE,
  USUAL_RISE,
} from '@/knowledge/practice';

/** How a machine is loaded, as shares of its riding that add up to one. */
export type LoadId = 'solo' | 'luggage' | 'two-up' | 'two-up-luggage';
export const LOAD_IDS: readonly LoadId[] = ['solo', 'luggage', 'two-up', 'two-up-luggage'];
export const LOAD_NAMES: Record<LoadId, string> = {
  solo: 'Solo',
  luggage: 'With luggage',
  'two-up': 'Two-up',
  'two-up-luggage': 'Two-up with luggage',
};
export type LoadShares = Readonly<Record<LoadId, number>>;

/** Which load the spring is chosen for: the rider alone, the ring carrying the rest; all by their share of the riding; or the heaviest, so that no ring is needed. */
export type LoadSchool = keyof typeof LOAD_SCHOOLS;

/** Share of the riding that is taken for what is declared, where nobody said: a machine told with a passenger is mostly ridden so. From memory. */
const DECLARED_SHARE = 0.7;

/** Shares of the load cases: as told, made to add up to one; else mostly as declared. */
export function loadSharesOf(told: Partial<Record<LoadId, number>> | null, has: { passenger: boolean; luggage: boolean }): LoadShares {
  const none = { solo: 0, luggage: 0, 'two-up': 0, 'two-up-luggage': 0 };
  const can = (id: LoadId) => (has.passenger || !id.startsWith('two-up')) && (has.luggage || !id.endsWith('luggage'));
  const sum = LOAD_IDS.reduce((all, id) => all + (can(id) ? Math.max(0, told?.[id] ?? 0) : 0), 0);
  if (sum > 0) return Object.fromEntries(LOAD_IDS.map((id) => [id, can(id) ? Math.max(0, told?.[id] ?? 0) / sum : 0])) as LoadShares;
  const most: LoadId = has.passenger ? (has.luggage ? 'two-up-luggage' : 'two-up') : has.luggage ? 'luggage' : 'solo';
  return most === 'solo' ? { ...none, solo: 1 } : { ...none, solo: 1 - DECLARED_SHARE, [most]: DECLARED_SHARE };
}

/** Share of passenger and of luggage that a school reckons with. */
export function carriedShares(school: LoadSchool, shares: LoadShares): { passenger: number; luggage: number } {
  if (school === 'solo') return { passenger: 0, luggage: 0 };
  const passenger = shares['two-up'] + shares['two-up-luggage'];
  const luggage = shares.luggage + shares['two-up-luggage'];
  return school === 'as-ridden' ? { passenger, luggage } : { passenger: passenger > 0 ? 1 : 0, luggage: luggage > 0 ? 1 : 0 };
}

/** Each way of riding with what it puts on this wheel. @param on passenger and luggage on this wheel, kg */
export const casesOf = (shares: LoadShares, on: { passengerKg: number; luggageKg: number }): LoadAsked<LoadId>[] =>
  LOAD_IDS.flatMap((id): LoadAsked<LoadId>[] => {
    const passengerKg = id.startsWith('two-up') ? on.passengerKg : 0;
    const luggageKg = id.endsWith('luggage') ? on.luggageKg : 0;
    const isDeclared = (passengerKg > 0 || !id.startsWith('two-up')) && (luggageKg > 0 || !id.endsWith('luggage'));
    return isDeclared ? [{ id, share: shares[id], extraN: (passengerKg + luggageKg) * STANDARD_GRAVITY_M_PER_S2 }] : [];
  });

export interface BasisAsked {
  kind: MachineKind;
  end: End;
  travelMm: number;
  /** Whether the travel is that of the kind: what is fitted strays with it. */
  travelIsUsual: boolean;
  pace: string | null;
  /** Share of each ground, adding up to one; null where none is told. */
  ground: Readonly<Record<string, number>> | null;
  adjusterMm?: readonly [number, number] | undefined;
  /** Sags to aim at in place of what is usual of the kind; those of a school chosen on purpose, of a maker or typed weigh more. */
  sags?: { staticMm: number; riderMm: number; onPurpose: boolean } | undefined;
  /** Passenger and luggage on this wheel, by their share of the riding, kg. */
  extraKg: number;
  ridden?: ChoiceBasis['ridden'];
  shop?: readonly ShopFitted[] | undefined;
}

/** Steps of pace a ride is worth: as told or as is usual of the kind, with what its ground adds. */
export function paceSteps({ kind, pace, ground }: Pick<BasisAsked, 'kind' | 'pace' | 'ground'>): number {
  const steps = PACE_STEPS[pace ?? USUAL_PACE[kind.id]] ?? 0;
  const added = Object.entries(ground ?? {}).reduce((sum, [id, share]) => sum + share * (GROUND_PACE[id] ?? 0), 0);
  return Math.min(2, steps + added);
}

/** Usual sags of right springs of a kind, mm. */
export function usualSags(kind: MachineType, end: End, travelMm: number): { staticMm: number; riderMm: number } {
  const { staticShare, riderShare } = KIND_PRACTICE[kind][end];
  return { staticMm: staticShare * travelMm, riderMm: riderShare * travelMm };
}

/** What good shops fit at this end of this machine, for the core to weigh with the loads; with the sags to aim at. */
export function basisOf(asked: BasisAsked): { choice: ChoiceBasis; target: EstimateRequest['target'] } {
  const { kind, end, travelMm, adjusterMm, extraKg, ridden, shop } = asked;
  const law = PRACTICE[end];
  const own = KIND_PRACTICE[kind.id][end];
  const sags = asked.sags ?? usualSags(kind.id, end, travelMm);
  const strays = asked.sags?.onPurpose ? CHOSEN_SAG_STRAYS : SAG_STRAYS;
  const travel = kind.figures[end === 'front' ? 'frontTravelMm' : 'rearTravelMm'];
  const travelSd = asked.travelIsUsual ? (1 - law.travelPower) * (travel.sd / travel.mean) : 0;
  return {
    target: { staticSagMm: sags.staticMm, riderSagMm: sags.riderMm },
    choice: {
      practice: {
        logConstant: law.logConstant + own.logFactor + law.paceStep * paceSteps(asked),
        travelPower: law.travelPower,
        loadPower: law.loadPower,
        sdShare: Math.hypot(law.sdShare, travelSd),
      },
      sags: { staticSdMm: strays.static * sags.staticMm, riderSdMm: strays.rider * sags.riderMm, together: strays.together },
      preloadMm: kind.preloadMm[end],
      extraLoadN: extraKg * STANDARD_GRAVITY_M_PER_S2,
      adjusterMm,
      reserve: { mean: own.reserve, sd: RESERVE_SD_SHARE * own.reserve },
      rise: end === 'rear' ? { mean: USUAL_RISE[kind.id], sd: RISE_SD } : undefined,
      ridden,
      shop,
    },
  };
}

/** Gas of a shock or air of a fork as is usual where nobody measured it. @param absentShare how probable it is that there is none */
export function usualOtherOf(end: End, travelMm: number, springs: number, absentShare: number): EstimateRequest['usualOther'] {
  if (end === 'rear')
    return {
      force: constantForce(springs * USUAL_GAS_N.mean),
      share: { mean: 1, sd: USUAL_GAS_N.sd / USUAL_GAS_N.mean },
      absentShare,
    };
  const fork = travelMm >= USUAL_FORK.long.fromTravelMm ? USUAL_FORK.long : USUAL_FORK.short;
  const air = airSpring({ ...fork, solidVolumeMm3: 0, travelMm, exponent: 1, legs: 2, initialPressureMPa: ATMOSPHERE_MPA });
  return air.ok ? { force: airForce(air.value.air), share: { mean: 1, sd: USUAL_FORK.sdShare }, absentShare } : undefined;
}
