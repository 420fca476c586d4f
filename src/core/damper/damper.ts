import { ATMOSPHERE_MPA } from '../constants/constants';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { type LiftOf, type Oil, type Valve, type ValveDrop, valveOf, type ValveRequest } from './valve';

export interface DamperRequest {
  boreMm: number;
  rodMm: number;
  /** Absolute. */
  gasPressureMPa: number;
  oil: Oil;
  piston: { compression: ValveRequest; rebound: ValveRequest };
  /** Acts in compression; its return is free. */
  base: ValveRequest | null;
  velocitiesMPerS: readonly number[];
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

interface Drops {
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
}

const SOURCE = 'orifice equation; flow balance of piston and rod';

/** Forces at one shaft speed: the piston's annulus carries (A_p − A_r)·v, the base valve A_r·v. */
function forcesAt(valves: Solved, pistonMm2: number, rodMm2: number, vMPerS: number) {
  const mmPerS = vMPerS * 1000;
  const annulusMm2 = pistonMm2 - rodMm2;
  const compression = valves.compression.at(annulusMm2 * mmPerS);
  const base = valves.base ? valves.base.at(rodMm2 * mmPerS) : null;
  const rebound = valves.rebound.at(annulusMm2 * mmPerS);
  return {
    drops: { pistonCompression: compression, base, pistonRebound: rebound },
    compressionN: (base?.totalMPa ?? 0) * rodMm2 + compression.totalMPa * annulusMm2,
    reboundN: rebound.totalMPa * annulusMm2,
  };
}

/**
 * A monotube shock or cartridge: force of the damping alone against shaft speed.
 *   compression  Δp_base·A_r + Δp_piston·(A_p − A_r)      rebound  Δp_piston·(A_p − A_r)
 * The rebound side stands at gas + Δp_base − Δp_piston in compression; at or below zero (absolute) the oil cavitates.
 * @param liftOf how a stack's lift is found; one that remembers makes clicks and temperatures cheap
 * Errors: rod-fills-bore, those of the valves.
 * Source: Dixon, The Shock Absorber Handbook (from memory).
 */
export function damper(request: DamperRequest, liftOf?: LiftOf): Result<DamperResult> {
  const { boreMm, rodMm, oil, gasPressureMPa, velocitiesMPerS } = request;
  if (rodMm >= boreMm) return err('rod-fills-bore', ['rodMm'], { bore: boreMm });
  const compression = valveOf(request.piston.compression, oil, liftOf);
  if (!compression.ok) return at(['piston', 'compression'], compression.issue);
  const rebound = valveOf(request.piston.rebound, oil, liftOf);
  if (!rebound.ok) return at(['piston', 'rebound'], rebound.issue);
  const base = request.base ? valveOf(request.base, oil, liftOf) : null;
  if (base && !base.ok) return at(['base'], base.issue);
  const valves: Solved = { compression: compression.value, rebound: rebound.value, base: base ? base.value : null };
  const [pistonMm2, rodMm2] = [(Math.PI / 4) * boreMm ** 2, (Math.PI / 4) * rodMm ** 2];
  const found = velocitiesMPerS.map((v) => forcesAt(valves, pistonMm2, rodMm2, v));
  const cavitates = found.map(({ drops }) => gasPressureMPa + (drops.base?.totalMPa ?? 0) - drops.pistonCompression.totalMPa <= 0);
  const warnings: Warning[] = [];
  const first = cavitates.indexOf(true);
  if (first >= 0) warnings.push({ code: 'damper-cavitates', path: ['gasPressureMPa'], data: { speed: velocitiesMPerS[first]! } });
  const last = found.at(-1);
  return ok({
    compressionN: found.map((f) => f.compressionN),
    reboundN: found.map((f) => f.reboundN),
    gasForceN: (gasPressureMPa - ATMOSPHERE_MPA) * rodMm2,
    pressureDropsMPa: found.map((f) => f.drops),
    cavitates,
    clickerAuthority: authorities(valves, pistonMm2, rodMm2),
    warnings,
    working: last
      ? [
          {
            label: `Compression at ${velocitiesMPerS.at(-1)} m/s`,
            formula: 'Δp_base·A_r + Δp_piston·(A_p − A_r)',
            inputs: [
              given('Δp_piston', last.drops.pistonCompression.totalMPa, 'MPa', 'computed'),
              given('Δp_base', last.drops.base?.totalMPa ?? 0, 'MPa', 'computed'),
              given('A_p', pistonMm2, 'mm²', 'computed'),
              given('A_r', rodMm2, 'mm²', 'computed'),
            ],
            result: last.compressionN,
            unit: 'N',
            source: SOURCE,
          },
        ]
      : [],
  });
}

const at = (
  path: string[],
  issue: { code: Parameters<typeof err>[0]; path: (string | number)[]; data?: Record<string, string | number> },
) => err(issue.code, [...path, ...issue.path], issue.data);

function authorities(valves: Solved, pistonMm2: number, rodMm2: number): Authority[] {
  const list: [Authority['valve'], keyof Solved][] = [
    ['compression', 'compression'],
    ['rebound', 'rebound'],
    ['base', 'base'],
  ];
  return list.flatMap(([name, key]): Authority[] => {
    const valve = valves[key];
    if (!valve?.clicks) return [];
    const { out } = valve.clicks;
    const forceWith = (clicks: number, v: number) => {
      const f = forcesAt({ ...valves, [key]: valve.clicked(clicks) }, pistonMm2, rodMm2, v);
      return key === 'rebound' ? f.reboundN : f.compressionN;
    };
    // One click to either side where there is one, so that neither end of the range is favoured.
    const from = Math.max(out - 1, 0);
    const perClick = (v: number) => (forceWith(out + 1, v) - forceWith(from, v)) / (out + 1 - from);
    return [{ valve: name, clicksOut: out, at01MPerSN: perClick(0.1), at1MPerSN: perClick(1) }];
  });
}
