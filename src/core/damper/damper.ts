import { ATMOSPHERE_MPA } from '../constants/constants';
import { err, ok, type Result, type Warning, errAt, type Issue } from '../result';
import { given, type WorkingStep } from '../working';
import { hole, type LiftOf, type Oil, type Valve, type ValveDrop, valveOf, type ValveRequest } from './valve';

export interface DamperRequest {
  /** Bore of the damper; of a damping-rod fork the bore of the sliding tube. */
  boreMm: number;
  /** Rod; of a damping-rod fork the outside of the damping rod. */
  rodMm: number;
  /** Outside of the sliding tube: given, this is a damping-rod fork, whose foot moves the tube's wall instead of a rod. */
  tubeMm?: number | undefined;
  /** Absolute. */
  gasPressureMPa: number;
  oil: Oil;
  piston: { compression: ValveRequest; rebound: ValveRequest };
  /** Acts in compression; its return is free unless given as an area. In a damping-rod fork the holes at its foot, which the oil also comes back through. */
  base: (ValveRequest & { returnAreaMm2?: number | undefined }) | null;
  velocitiesMPerS: readonly number[];
  /** What is reckoned with beyond full turbulence and oil that never parts; none where left out. */
  effects?: DamperEffects | undefined;
}

/** Effects that can be switched on each by itself, so that what each does is seen. */
export interface DamperEffects {
  /** Coefficients follow the Reynolds number: thick, thin, cold and hot oil differ without a bleed length. */
  reynolds?: boolean | undefined;
  /** Pressure behind a piston falls to nothing and no further: beyond, the oil parts and force is lost. */
  parting?: boolean | undefined;
  /** Spring on the check valve that the oil comes back through in rebound: pressure that opens it, MPa. Below it the base valve's bleed is the way. */
  checkOpensMPa?: number | undefined;
}

export type ValveName = 'compression' | 'rebound' | 'base';

/** A damper without its oil and speeds: what a machine and its stacks are. */
export type DamperFigures = Omit<DamperRequest, 'velocitiesMPerS' | 'oil'>;

/** One of its valves; null where it has no base valve. */
export const valveIn = ({ piston, base }: Pick<DamperRequest, 'piston' | 'base'>, name: ValveName): ValveRequest | null =>
  name === 'base' ? base : piston[name];

/** The same damper with another valve in one place. */
export const withValve = <F extends Pick<DamperRequest, 'piston' | 'base'>>(f: F, name: ValveName, valve: ValveRequest): F =>
  name === 'base' ? { ...f, base: valve } : { ...f, piston: { ...f.piston, [name]: valve } };

export interface Drops {
  pistonCompression: ValveDrop;
  base: ValveDrop | null;
  pistonRebound: ValveDrop;
}

/** Where a valve's drop stands among them. */
export const DROP_OF = { compression: 'pistonCompression', rebound: 'pistonRebound', base: 'base' } as const;

/** What one click more out does, N, at two speeds. */
export interface Authority {
  valve: ValveName;
  clicksOut: number;
  at01MPerSN: number;
  at1MPerSN: number;
}

export interface DamperResult {
  /** Damping alone, positive magnitudes. */
  compressionN: number[];
  reboundN: number[];
  gasForceN: number;
  pressureDropsMPa: Drops[];
  /** Pressure that draws the oil back past the base valve in rebound. */
  returnMPa: number[];
  /** The oil on the low-pressure side would part: damping fades there. */
  cavitates: boolean[];
  clickerAuthority: Authority[];
  warnings: Warning[];
  working: WorkingStep[];
}

interface Solved {
  compression: Valve;
  rebound: Valve;
  base: Valve | null;
  /** Pressure that draws the oil back past the base valve in rebound. */
  returnMPa(flowMm3PerS: number): number;
}

/** The areas that move oil, mm². */
export interface Areas {
  /** Between bore and rod: through the piston both ways. */
  annulusMm2: number;
  /** Past the base valve in compression: the rod's, or the wall of the sliding tube. */
  baseMm2: number;
  /** Back past it in rebound: the rod's, or all of the tube outside the damping rod. */
  returnMm2: number;
  /** What the gas pushes on: the rod, or all of the sliding tube. */
  gasMm2: number;
}

/** Areas of a damper by its figures. Source: volumes swept. */
export function areasOf({ boreMm, rodMm, tubeMm }: Pick<DamperRequest, 'boreMm' | 'rodMm' | 'tubeMm'>): Areas {
  const of = (d: number) => (Math.PI / 4) * d ** 2;
  const annulusMm2 = of(boreMm) - of(rodMm);
  return tubeMm === undefined
    ? { annulusMm2, baseMm2: of(rodMm), returnMm2: of(rodMm), gasMm2: of(rodMm) }
    : { annulusMm2, baseMm2: of(tubeMm) - of(boreMm), returnMm2: of(tubeMm) - of(rodMm), gasMm2: of(tubeMm) };
}

/** What no damper can be, or null. */
export function unsoundBore({ boreMm, rodMm, tubeMm }: Pick<DamperRequest, 'boreMm' | 'rodMm' | 'tubeMm'>): ReturnType<typeof err> | null {
  if (rodMm >= boreMm) return err('rod-fills-bore', ['rodMm'], { bore: boreMm });
  if (tubeMm !== undefined && tubeMm <= boreMm) return err('tube-in-bore', ['tubeMm'], { bore: boreMm });
  return null;
}

const SOURCE = 'orifice equation; flow balance of piston and rod';

/** Forces at one shaft speed: every area carries its own share of the flow and feels the pressure it makes. */
function forcesAt(valves: Solved, { annulusMm2, baseMm2, returnMm2 }: Areas, vMPerS: number, partsBelowMPa: number | null = null) {
  const mmPerS = vMPerS * 1000;
  const compression = valves.compression.at(annulusMm2 * mmPerS);
  const base = valves.base ? valves.base.at(baseMm2 * mmPerS) : null;
  const rebound = valves.rebound.at(annulusMm2 * mmPerS);
  const returnMPa = valves.returnMPa(returnMm2 * mmPerS);
  const baseMPa = base?.totalMPa ?? 0;
  // What the gas holds up: no side of the piston falls below nothing.
  const [behind, below] = partsBelowMPa === null ? [Infinity, Infinity] : [partsBelowMPa + baseMPa, partsBelowMPa];
  return {
    drops: { pistonCompression: compression, base, pistonRebound: rebound },
    returnMPa,
    compressionN: baseMPa * baseMm2 + Math.min(compression.totalMPa, behind) * annulusMm2,
    reboundN: rebound.totalMPa * annulusMm2 + Math.min(returnMPa, below) * returnMm2,
  };
}

/** The shown working of the force in both directions at one speed. */
export function forceWorking(areas: Areas, drops: Drops, returnMPa: number, vMPerS: number, isRodFork: boolean): WorkingStep[] {
  const area = (symbol: string, mm2: number) => given(symbol, mm2, 'mm²', 'computed');
  const drop = (symbol: string, d: { totalMPa: number } | null) => given(symbol, d?.totalMPa ?? 0, 'MPa', 'computed');
  const { annulusMm2, baseMm2, returnMm2 } = areas;
  return [
    {
      label: `Compression at ${vMPerS} m/s`,
      formula: isRodFork ? 'Δp_foot·A_wall + Δp_check·(A_bore − A_rod)' : 'Δp_base·A_r + Δp_piston·(A_p − A_r)',
      inputs: [
        drop(isRodFork ? 'Δp_foot' : 'Δp_base', drops.base),
        area(isRodFork ? 'A_wall' : 'A_r', baseMm2),
        drop(isRodFork ? 'Δp_check' : 'Δp_piston', drops.pistonCompression),
        area(isRodFork ? 'A_bore − A_rod' : 'A_p − A_r', annulusMm2),
      ],
      result: (drops.base?.totalMPa ?? 0) * baseMm2 + drops.pistonCompression.totalMPa * annulusMm2,
      unit: 'N',
      source: SOURCE,
    },
    {
      label: `Rebound at ${vMPerS} m/s`,
      formula: isRodFork ? 'Δp_rebound·(A_bore − A_rod) + Δp_return·(A_tube − A_rod)' : 'Δp_piston·(A_p − A_r) + Δp_return·A_r',
      inputs: [
        drop(isRodFork ? 'Δp_rebound' : 'Δp_piston', drops.pistonRebound),
        area(isRodFork ? 'A_bore − A_rod' : 'A_p − A_r', annulusMm2),
        drop('Δp_return', { totalMPa: returnMPa }),
        area(isRodFork ? 'A_tube − A_rod' : 'A_r', returnMm2),
      ],
      result: drops.pistonRebound.totalMPa * annulusMm2 + returnMPa * returnMm2,
      unit: 'N',
      source: SOURCE,
    },
  ];
}

/**
 * How the oil comes back in rebound: free, by an area given, or, in a damping-rod fork, through the holes it went out by. A check valve held by a spring opens only
 * from its pressure on; until then the oil takes the base valve's bleed, where it has one.
 */
function returnOf(request: Pick<DamperRequest, 'base' | 'tubeMm' | 'effects'>, oil: Oil, base: Valve | null): Solved['returnMPa'] {
  const { base: asked, effects } = request;
  const areaMm2 = asked?.returnAreaMm2;
  const isThick = effects?.reynolds === true;
  const opensMPa = effects?.checkOpensMPa ?? 0;
  if (asked && request.tubeMm === undefined && (areaMm2 !== undefined || opensMPa > 0)) {
    const check = areaMm2 === undefined ? () => 0 : hole(asked.cd.bleed, areaMm2, oil, isThick).drop;
    if (opensMPa === 0) return check;
    const bleedMm2 = asked.bleedAreaMm2;
    const bleed = bleedMm2 > 0 ? hole(asked.cd.bleed, bleedMm2, oil, isThick).drop : () => Infinity;
    return (flow) => (flow <= 0 ? 0 : Math.min(bleed(flow), opensMPa + check(flow)));
  }
  if (asked && areaMm2 !== undefined) return hole(asked.cd.bleed, areaMm2, oil, isThick).drop;
  const isOpen = asked && !asked.stack && !asked.poppet;
  return request.tubeMm !== undefined && base && isOpen ? (flow) => base.at(flow).totalMPa : () => 0;
}

/**
 * A monotube shock, a cartridge or a damping-rod fork: force of the damping alone against shaft speed.
 *   compression  Δp_base·A_r + Δp_piston·(A_p − A_r)      rebound  Δp_piston·(A_p − A_r) + Δp_return·A_r
 * The rebound side stands at gas + Δp_base − Δp_piston in compression, the side below the piston at gas − Δp_return in rebound; at or below zero (absolute) the oil
 * cavitates. In a damping-rod fork the wall of the sliding tube moves the oil at its foot instead of the rod, and draws back all that the tube displaces outside the
 * damping rod.
 * @param liftOf how a stack's lift is found; one that remembers makes clicks and temperatures cheap
 * Errors: rod-fills-bore, tube-in-bore, those of the valves.
 * Source: Dixon, The Shock Absorber Handbook (from memory).
 */
export function damper(request: DamperRequest, liftOf?: LiftOf): Result<DamperResult> {
  const { oil, gasPressureMPa, velocitiesMPerS } = request;
  const unsound = unsoundBore(request);
  if (unsound) return unsound;
  const isThick = request.effects?.reynolds === true;
  const compression = valveOf(request.piston.compression, oil, liftOf, isThick);
  if (!compression.ok) return at(['piston', 'compression'], compression.issue);
  const rebound = valveOf(request.piston.rebound, oil, liftOf, isThick);
  if (!rebound.ok) return at(['piston', 'rebound'], rebound.issue);
  const base = request.base ? valveOf(request.base, oil, liftOf, isThick) : null;
  if (base && !base.ok) return at(['base'], base.issue);
  const baseValve = base ? base.value : null;
  const valves: Solved = {
    compression: compression.value,
    rebound: rebound.value,
    base: baseValve,
    returnMPa: returnOf(request, oil, baseValve),
  };
  const areas = areasOf(request);
  const partsBelowMPa = request.effects?.parting ? gasPressureMPa : null;
  const found = velocitiesMPerS.map((v) => forcesAt(valves, areas, v, partsBelowMPa));
  const cavitates = found.map(
    ({ drops, returnMPa }) =>
      gasPressureMPa + (drops.base?.totalMPa ?? 0) - drops.pistonCompression.totalMPa <= 0 || gasPressureMPa - returnMPa <= 0,
  );
  const warnings: Warning[] = [];
  const first = cavitates.indexOf(true);
  if (first >= 0) warnings.push({ code: 'damper-cavitates', path: ['gasPressureMPa'], data: { speed: velocitiesMPerS[first]! } });
  const last = found.at(-1);
  return ok({
    compressionN: found.map((f) => f.compressionN),
    reboundN: found.map((f) => f.reboundN),
    gasForceN: (gasPressureMPa - ATMOSPHERE_MPA) * areas.gasMm2,
    pressureDropsMPa: found.map((f) => f.drops),
    returnMPa: found.map((f) => f.returnMPa),
    cavitates,
    clickerAuthority: authorities(valves, areas),
    warnings,
    working: last ? forceWorking(areas, last.drops, last.returnMPa, velocitiesMPerS.at(-1)!, request.tubeMm !== undefined) : [],
  });
}

const at = (path: string[], issue: Issue) => errAt(issue, [...path, ...issue.path]);

function authorities(valves: Solved, areas: Areas): Authority[] {
  const list: [Authority['valve'], ValveName][] = [
    ['compression', 'compression'],
    ['rebound', 'rebound'],
    ['base', 'base'],
  ];
  return list.flatMap(([name, key]): Authority[] => {
    const valve = valves[key];
    if (!valve?.clicks) return [];
    const { out } = valve.clicks;
    const forceWith = (clicks: number, v: number) => {
      const f = forcesAt({ ...valves, [key]: valve.clicked(clicks) }, areas, v);
      return key === 'rebound' ? f.reboundN : f.compressionN;
    };
    // One click to either side where there is one, so that neither end of the range is favoured.
    const [from, to] = [Math.max(out - 1, 0), valve.clicks.isCounted ? Math.min(out + 1, valve.clicks.range) : out + 1];
    const perClick = (v: number) => (to === from ? 0 : (forceWith(to, v) - forceWith(from, v)) / (to - from));
    return [{ valve: name, clicksOut: out, at01MPerSN: perClick(0.1), at1MPerSN: perClick(1) }];
  });
}
