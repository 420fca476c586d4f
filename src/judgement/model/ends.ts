import { remembered, type JobFacts } from './facts';
import { PAIR_READING_ERROR_MM } from '@/knowledge/limits';
import type { SetupKey } from '@/catalogue/fields/setup';
import { ATMOSPHERE_MPA } from '@/core/constants/constants';
import type { LeverageKind } from '@/core/leverage/leverage';
import type { Point } from '@/core/leverage/linkage';
import type { Issue, Result, Warning } from '@/core/result';
import type { EndModel } from '@/core/spring/end';
import { endOf, type EndRequest, type OtherForceKind } from '@/core/spring/endOf';
import type { Entries } from '@/catalogue/entry';
import { type LinkPoint, LINK_POINTS } from '@/catalogue/fields/machine';
import { namedKindOf } from './loads';
import { numberOf, textOf } from './read';
import { forceTableIn, pairsIn } from '@/catalogue/tables';
import type { End } from '@/catalogue/ends';

/** What is still to be typed before something can be computed, as field names. */
export interface Missing {
  missing: string[];
}

/** A figure that is there but cannot be used, with the field it belongs to. */
export interface Unusable {
  field: string;
  issue: Issue;
}

export const isMissing = (x: object): x is Missing => 'missing' in x;
export const isUnusable = (x: object): x is Unusable => 'issue' in x && 'field' in x;

export const pointOf = (machine: Entries, name: LinkPoint): Point | null => {
  const [xMm, yMm] = [numberOf(machine, `machine.link.${name}.x`), numberOf(machine, `machine.link.${name}.y`)];
  return xMm === null || yMm === null ? null : { xMm, yMm };
};

/** The swing-arm as drawn: its reach, and how far the axle hangs below the pivot at full extension. */
export function armOf(machine: Entries): { reachMm: number; dropMm: number } | null {
  const [pivot, axle] = [pointOf(machine, 'pivot'), pointOf(machine, 'axle')];
  if (!pivot || !axle) return null;
  return { reachMm: Math.hypot(axle.xMm - pivot.xMm, axle.yMm - pivot.yMm), dropMm: pivot.yMm - axle.yMm };
}

function linkageOf(machine: Entries): LeverageKind | Missing {
  const rockerOn = textOf(machine, 'machine.link.rocker.on');
  const withRocker = rockerOn === 'frame' || rockerOn === 'arm';
  const needed = (Object.keys(LINK_POINTS) as LinkPoint[]).filter((p) => withRocker || !['rocker', 'rodRocker', 'rodOther'].includes(p));
  const points = Object.fromEntries(needed.map((p) => [p, pointOf(machine, p)])) as Record<LinkPoint, Point | null>;
  const missing = needed
    .filter((p) => points[p] === null)
    .flatMap((p) => (['x', 'y'] as const).map((axis) => `machine.link.${p}.${axis}` as const).filter((f) => numberOf(machine, f) === null));
  if (missing.length > 0) return { missing };
  const on = (end: 'upper' | 'lower') =>
    (textOf(machine, `machine.link.${end}.on`) || (end === 'upper' ? 'frame' : withRocker ? 'rocker' : 'arm')) as
      'frame' | 'arm' | 'rocker';
  return {
    kind: 'linkage',
    arm: { pivot: points.pivot!, axle: points.axle! },
    shock: { upper: { on: on('upper'), ...points.upper! }, lower: { on: on('lower'), ...points.lower! } },
    ...(withRocker
      ? {
          rocker: {
            on: rockerOn,
            pivot: points.rocker!,
            rod: {
              rocker: points.rodRocker!,
              other: points.rodOther!,
              otherOn: rockerOn === 'frame' ? ('arm' as const) : ('frame' as const),
            },
          },
        }
      : {}),
  };
}

/** The machine's own leverage, of whichever kind it is known as. */
export function leverageKindOf(machine: Entries): LeverageKind | Missing | Unusable {
  const kind = textOf(machine, 'machine.leverage.kind') || 'constant';
  if (kind === 'linkage') return linkageOf(machine);
  if (kind === 'table') {
    const written = textOf(machine, 'machine.leverage.table');
    if (written.trim() === '') return { missing: ['machine.leverage.table'] };
    const pairs = pairsIn(written);
    if (!pairs.ok) return { field: 'machine.leverage.table', issue: pairs.issue };
    return {
      kind: 'table',
      wheelMm: pairs.value.map(([z]) => z),
      shockMm: pairs.value.map(([, s]) => s),
      readingErrorMm: PAIR_READING_ERROR_MM,
    };
  }
  const [typed, travelMm, strokeMm] = [
    numberOf(machine, 'machine.leverage'),
    numberOf(machine, 'machine.travel.rear'),
    numberOf(machine, 'machine.shockStroke'),
  ];
  // The mean over the travel, by tape: what a shop without a drawing has.
  const ratio = typed ?? (travelMm !== null && strokeMm !== null && strokeMm > 0 ? travelMm / strokeMm : null);
  return ratio === null ? { missing: ['machine.leverage'] } : { kind: 'constant', ratio };
}

export const legsOf = (machine: Entries): 1 | 2 => (textOf(machine, 'machine.forkSpring') === 'one' ? 1 : 2);

/** A fork on air has no rate: whatever judges, estimates or proposes a coil spring leaves that end alone. */
export const isOnAir = (machine: Entries, end: End): boolean => end === 'front' && textOf(machine, 'machine.forkSpring') === 'air';

/** Shock springs side by side at the rear, by the kind of machine. */
export const shocksOf = (machine: Entries): 1 | 2 => namedKindOf(machine)?.rearSprings ?? 1;

/** Whether preload is set by an adjuster at this end; a fork without one is set by its spacer. */
export const hasAdjuster = (machine: Entries, end: End): boolean => textOf(machine, `machine.adjuster.${end}`) !== 'no';

const CLICKERS_OF: Record<string, readonly ClickerName[]> = {
  two: ['rebound', 'compression'],
  rebound: ['rebound'],
  none: [],
};
export type ClickerName = 'rebound' | 'compression' | 'highCompression';

/** Whether this end has such a clicker: all may be there until the machine says which are. */
export const hasClicker = (machine: Entries, end: End, name: ClickerName): boolean =>
  CLICKERS_OF[textOf(machine, `machine.clickers.${end}`)]?.includes(name) ?? true;

const CLICKER_KEY = /^(rear|front)\.(rebound|compression|lowCompression|highCompression)\./;

/**
 * Whether a figure of a set-up has its place on this machine: a single shock has no right one, a coil fork no pressure, a fork on air no spring, and clickers that
 * are not there are not counted.
 */
export function isOnMachine(key: SetupKey, machine: Entries): boolean {
  if (key === 'rear.springRight') return shocksOf(machine) === 2;
  if (key === 'front.air') return isOnAir(machine, 'front');
  if (/^front\.(spring|preload)/.test(key)) return !isOnAir(machine, 'front');
  if (key.startsWith('rear.preload')) return hasAdjuster(machine, 'rear');
  const [, end, name] = CLICKER_KEY.exec(key) ?? [];
  return end === undefined || hasClicker(machine, end as End, name === 'lowCompression' ? 'compression' : (name as ClickerName));
}

/** The spring that came in on the right, where it is not as the left one: of a fork, or of two shocks. */
export const rightSpringFound = (facts: JobFacts, end: End): number | null =>
  end === 'front' || shocksOf(facts.machine) === 2 ? numberOf(facts.entries, `found.${end}.springRight`) : null;

/** What is printed on the spring that came in, each spring: unlike legs carry together what two of their mean rate would. null where nobody read it. */
export function markedRateOf(facts: JobFacts, end: End): number | null {
  const marked = numberOf(facts.entries, `found.${end}.spring`);
  const right = rightSpringFound(facts, end);
  return marked === null || right === null ? marked : (marked + right) / 2;
}

/** Oil level to reckon with: the one typed for it, else as fitted, else as found. */
export const oilLevelOf = (entries: Entries): number | null =>
  numberOf(entries, 'springs.front.oilLevel') ??
  numberOf(entries, 'fitted.front.oilLevel.left') ??
  numberOf(entries, 'found.front.oilLevel.left');

/** Air in the fork, gas at the shock, or the constant typed for either; a typed constant comes first. */
export function otherForceOf(facts: JobFacts, end: End): OtherForceKind {
  const typed = numberOf(facts.entries, `springs.${end}.otherForce`);
  if (typed !== null) return { kind: 'constant', forceN: typed };
  if (end === 'rear') {
    const [shaftMm, gaugeMPa] = [
      numberOf(facts.machine, 'machine.shaft'),
      numberOf(facts.entries, 'fitted.rear.gas') ?? numberOf(facts.entries, 'found.rear.gas'),
    ];
    if (shaftMm === null || gaugeMPa === null) return { kind: 'none' };
    return { kind: 'gas', shaftMm, pressureMPa: gaugeMPa + ATMOSPHERE_MPA, chamberMm3: numberOf(facts.machine, 'machine.chamber') };
  }
  const [stanchionMm, boreMm, levelMm] = [
    numberOf(facts.machine, 'machine.stanchion'),
    numberOf(facts.machine, 'machine.bore'),
    oilLevelOf(facts.entries),
  ];
  if (stanchionMm === null || boreMm === null || levelMm === null) return { kind: 'none' };
  const solidVolumeMm3 = numberOf(facts.machine, 'machine.solid') ?? 0;
  // Sag is read at rest: slow air, n = 1. Both legs hold air, whatever the springs do.
  return { kind: 'air', stanchionMm, boreMm, levelMm, solidVolumeMm3, exponent: 1, initialPressureMPa: ATMOSPHERE_MPA, legs: 2 };
}

function stopsOf(machine: Entries, end: End): Pick<EndRequest, 'bumpStop' | 'topOut'> | Unusable {
  const [fromStrokeMm, written] = [numberOf(machine, `machine.bump.${end}.from`), textOf(machine, `machine.bump.${end}.table`)];
  const [rateNPerMm, lengthMm] = [numberOf(machine, `machine.topOut.${end}.rate`), numberOf(machine, `machine.topOut.${end}.length`)];
  const topOut = rateNPerMm !== null && lengthMm !== null ? { topOut: { rateNPerMm, lengthMm } } : {};
  if (fromStrokeMm === null || written.trim() === '') return topOut;
  const table = forceTableIn(written);
  if (!table.ok) return { field: `machine.bump.${end}.table`, issue: table.issue };
  return { ...topOut, bumpStop: { fromStrokeMm, forceTable: table.value } };
}

/** The rake as typed, else as usual of the kind named: it moves the load along the leg by a per cent or two; null where neither is known. */
export const rakeOf = (machine: Entries): number | null =>
  numberOf(machine, 'machine.rake') ?? namedKindOf(machine)?.figures.rakeDeg.mean ?? null;

/**
 * How far the machine tips where its ends sink unequally: rear less front, upright mm, and degrees; above 0 nose-high.
 * @param rearMm at the rear wheel and @param legMm along the fork's legs, which lean back by the rake
 * @returns null while neither rake nor kind of machine says how the legs stand; degrees null without a wheelbase
 */
export function pitchOf(machine: Entries, rearMm: number, legMm: number): { byMm: number; degrees: number | null } | null {
  const rakeDeg = rakeOf(machine);
  if (rakeDeg === null) return null;
  const byMm = rearMm - legMm * Math.cos((rakeDeg * Math.PI) / 180);
  const wheelbaseMm = numberOf(machine, 'machine.wheelbase');
  return { byMm, degrees: wheelbaseMm === null ? null : (Math.atan(byMm / wheelbaseMm) * 180) / Math.PI };
}

/** The end as the core wants it, or what is missing or unusable. */
export function endRequestOf(facts: JobFacts, end: End): EndRequest | Missing | Unusable {
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  const missing = travelMm === null ? [`machine.travel.${end}`] : [];
  const stops = stopsOf(facts.machine, end);
  if (isUnusable(stops)) return stops;
  const otherForce = otherForceOf(facts, end);
  if (end === 'front') {
    const rakeDeg = rakeOf(facts.machine);
    if (travelMm === null || rakeDeg === null) return { missing: [...missing, ...(rakeDeg === null ? ['machine.rake'] : [])] };
    return { end, travelMm, rakeDeg, legs: legsOf(facts.machine), otherForce, ...stops };
  }
  const leverage = leverageKindOf(facts.machine);
  if (isUnusable(leverage)) return leverage;
  if (isMissing(leverage) || travelMm === null) return { missing: [...missing, ...(isMissing(leverage) ? leverage.missing : [])] };
  return { end, travelMm, leverage, shocks: shocksOf(facts.machine), otherForce, ...stops };
}

const FIELD_OF_PATH: Record<string, string> = {
  table: 'machine.leverage.table',
  constant: 'machine.leverage',
  linkage: 'machine.leverage.kind',
};

type EndFound = { model: EndModel; warnings: Warning[] } | Missing | Unusable;

/** The end as the springs feel it, or the figures still missing, or the one that cannot be used. */
export const endModelOf = remembered(solveEnd);

function solveEnd(facts: JobFacts, end: End): EndFound {
  const request = endRequestOf(facts, end);
  if (isMissing(request) || isUnusable(request)) return request;
  const made: Result<{ end: EndModel; warnings: Warning[] }> = endOf(request);
  if (made.ok) return { model: made.value.end, warnings: made.value.warnings };
  const field = request.end === 'front' ? 'springs.front.oilLevel' : (FIELD_OF_PATH[request.leverage.kind] ?? 'machine.leverage');
  return { field, issue: made.issue };
}
