import { ATMOSPHERE_MPA } from '@/core/constants/constants';
import { oil } from '@/core/damper/oil';
import { type OilGrade, USUAL_OIL_ID } from '@/core/damper/oils';
import type { DamperFigures, ValveName } from '@/core/damper/damper';
import type { Oil, ValveRequest, ValveStack } from '@/core/damper/valve';
import type { Shim } from '@/core/plate/stack';
import { ok, type Result } from '@/core/result';
import type { End } from '@/core/spring/schools';
import type { Entries } from '../entry';
import { VALVES } from '../fields/damper';
import { isUnusable, type Missing, type Unusable } from './ends';
import { numberOf, textOf } from './read';
import { shimsIn } from './tables';

/** Which of the two stacks of a job. */
export type Which = 'found' | 'fit';

/** Discharge coefficients until a dyno has been fitted. From memory. */
const USUAL_CD = 0.7;
/** Clicks of a needle nobody counted. From memory. */
const USUAL_RANGE = 20;
const YOUNGS_GPA = 206;
const POISSON = 0.3;
const usual = { youngsModulusGPa: YOUNGS_GPA, poisson: POISSON, theory: 'vonKarman' as const };

export const stackField = (end: End, valve: ValveName, which: Which): string => `valves.${end}.${which}.${valve}`;

/** The shims of a valve as written; what is to be fitted is as found until written otherwise. null while nothing is written. */
export function shimsOf(entries: Entries, end: End, valve: ValveName, which: Which): Result<Shim[]> | null {
  const written =
    textOf(entries, stackField(end, valve, which)).trim() ||
    (which === 'fit' ? textOf(entries, stackField(end, valve, 'found')).trim() : '');
  return written === '' ? null : shimsIn(written);
}

export const valveKindOf = (machine: Entries, end: End, valve: ValveName): 'stack' | 'open' | 'poppet' =>
  (textOf(machine, `machine.damper.${end}.${valve}.kind`) || 'stack') as 'stack' | 'open' | 'poppet';

/** The base valve is there once anything of it is known. */
export const hasValve = (entries: Entries, machine: Entries, end: End, valve: ValveName): boolean =>
  valve !== 'base' ||
  ['port', 'bleed', 'needle'].some((f) => numberOf(machine, `machine.damper.${end}.base.${f}`) !== null) ||
  (['found', 'fit'] as const).some((which) => textOf(entries, stackField(end, 'base', which)) !== '');

export interface Clicks {
  out: number;
  range: number;
  origin: 'chosen' | 'fitted' | 'found' | 'assumed';
}

const CLICKER_KEY: Record<End, Record<'compression' | 'rebound', string>> = {
  rear: { compression: 'rear.lowCompression', rebound: 'rear.rebound' },
  front: { compression: 'front.compression.left', rebound: 'front.rebound.left' },
};

/** The clicker of one direction: as chosen here, else as fitted, else as found, else the middle. */
export function clicksOf(entries: Entries, end: End, side: 'compression' | 'rebound', which: Which): Clicks {
  const key = CLICKER_KEY[end][side];
  const range = numberOf(entries, `fitted.${key}.range`) ?? numberOf(entries, `found.${key}.range`) ?? USUAL_RANGE;
  const places: [Clicks['origin'], string][] = [
    ...(which === 'fit'
      ? ([
          ['chosen', `valves.${end}.clicks.${side}`],
          ['fitted', `fitted.${key}.out`],
        ] as [Clicks['origin'], string][])
      : []),
    ['found', `found.${key}.out`],
  ];
  for (const [origin, field] of places) {
    const out = numberOf(entries, field);
    if (out !== null) return { out, range: Math.max(range, out), origin };
  }
  return { out: Math.round(range / 2), range, origin: 'assumed' };
}

/** One valve as the core wants it, or what is missing of it as field names, or the field that cannot be read. */
export function valveRequestOf(
  entries: Entries,
  machine: Entries,
  end: End,
  valve: ValveName,
  which: Which,
): ValveRequest | Missing | Unusable {
  const name = (f: string) => `machine.damper.${end}.${valve}.${f}`;
  const of = (f: string) => numberOf(machine, name(f));
  const kind = valveKindOf(machine, end, valve);
  const needed = [
    ...(kind === 'stack' ? ['port', 'clamp', 'zone.inner', 'zone.outer'] : []),
    ...(kind === 'open' ? ['bleed'] : []),
    ...(kind === 'poppet' ? ['port', 'poppet.seat', 'poppet.preload', 'poppet.rate', 'poppet.lift'] : []),
  ];
  const missing = needed.filter((f) => of(f) === null).map(name);
  const shims = kind === 'stack' ? shimsOf(entries, end, valve, which) : null;
  if (kind === 'stack' && shims === null) missing.push(stackField(end, valve, 'found'));
  if (missing.length > 0) return { missing };
  if (shims && !shims.ok) {
    const field =
      textOf(entries, stackField(end, valve, which)).trim() === '' ? stackField(end, valve, 'found') : stackField(end, valve, which);
    return { field, issue: shims.issue };
  }
  const side = valve === 'rebound' ? 'rebound' : 'compression';
  const needle = of('needle');
  const clicks = clicksOf(entries, end, side, which);
  const cd = (f: string) => of(`cd.${f}`) ?? USUAL_CD;
  const stack: ValveStack | null = shims?.ok
    ? {
        shims: shims.value,
        clampDiameterMm: of('clamp')!,
        pressureZoneMm: { inner: of('zone.inner')!, outer: of('zone.outer')! },
        dishMm: of('dish') ?? 0,
        ...((of('dish') ?? 0) > 0 ? { seatDiameterMm: of('zone.outer')! } : {}),
        ...(of('stop') === null ? {} : { stopLiftMm: of('stop')! }),
        ...usual,
      }
    : null;
  return {
    portAreaMm2: kind === 'open' ? 0 : of('port')!,
    bleedAreaMm2: of('bleed') ?? 0,
    ...(of('bleedLength') === null ? {} : { bleedLengthMm: of('bleedLength')! }),
    ...(needle === null || needle === 0
      ? {}
      : { clicker: { clicksOut: clicks.out, areasMm2: Array.from({ length: clicks.range + 1 }, (_, i) => i * needle) } }),
    stack,
    ...(kind === 'poppet'
      ? {
          poppet: {
            seatDiameterMm: of('poppet.seat')!,
            springPreloadN: of('poppet.preload')!,
            springRateNPerMm: of('poppet.rate')!,
            mostLiftMm: of('poppet.lift')!,
          },
        }
      : {}),
    edgeDiameterMm: stack ? stack.shims[0]!.diameterMm : (of('poppet.seat') ?? 1),
    cd: { port: cd('port'), curtain: cd('curtain'), bleed: cd('bleed') },
  };
}

/** Gas over the oil, absolute: the shock's charge; in a fork the air in the leg. */
function gasOf(entries: Entries, end: End): number {
  if (end === 'front') return ATMOSPHERE_MPA;
  const gauge = numberOf(entries, 'fitted.rear.gas') ?? numberOf(entries, 'found.rear.gas');
  return ATMOSPHERE_MPA + (gauge ?? USUAL_GAS_MPA);
}
/** Charge of a shock nobody measured, gauge. From memory. */
export const USUAL_GAS_MPA = 1;

/** The whole damper with the stacks as found or to fit, or every figure still missing, or one that cannot be used. */
export function damperOf(entries: Entries, machine: Entries, end: End, which: Which): DamperFigures | Missing | Unusable {
  const missing: string[] = [];
  const of = (f: string): number => {
    const value = numberOf(machine, `machine.damper.${end}.${f}`);
    if (value === null) missing.push(`machine.damper.${end}.${f}`);
    return value ?? Number.NaN;
  };
  const [boreMm, rodMm] = [of('bore'), of('rod')];
  const valves: Partial<Record<ValveName, ValveRequest>> = {};
  for (const valve of VALVES) {
    if (!hasValve(entries, machine, end, valve)) continue;
    const made = valveRequestOf(entries, machine, end, valve, which);
    if (isUnusable(made)) return made;
    if ('missing' in made) missing.push(...made.missing);
    else valves[valve] = made;
  }
  if (missing.length > 0) return { missing };
  return {
    boreMm,
    rodMm,
    gasPressureMPa: gasOf(entries, end),
    piston: { compression: valves.compression!, rebound: valves.rebound! },
    base: valves.base ?? null,
  };
}

/** The oil reckoned with: the one chosen for this end, else the usual grade. */
export function oilOf(entries: Entries, end: End, oils: readonly OilGrade[]): { grade: OilGrade; origin: 'chosen' | 'assumed' } {
  const chosen = oils.find((o) => o.id === textOf(entries, `valves.${end}.oil`));
  return { grade: chosen ?? oils.find((o) => o.id === USUAL_OIL_ID) ?? oils[0]!, origin: chosen ? 'chosen' : 'assumed' };
}

/** That oil at a temperature. */
export function oilWarm(grade: OilGrade, temperatureC: number): Result<Oil> {
  const found = oil({ cSt40: grade.cSt40, cSt100: grade.cSt100, temperatureC });
  return found.ok ? ok({ densityKgPerM3: grade.densityKgPerM3, cSt: found.value.cSt }) : found;
}
