import { USUAL_CLICKS } from '../constants/limits';
import { risingRoot } from '../numerics/halving';
import { err, ok, type Result } from '../result';
import { liftCurveOf } from '../plate/lift';
import type { StackRequest } from '../plate/stack';
import { crossovers } from './shims';

export interface Clicker {
  clicksOut: number;
  /** Needle area per click, or the measured area at each click from closed (0 out) on. */
  areaPerClickMm2?: number | undefined;
  areasMm2?: readonly number[] | undefined;
}

export interface ValveRequest {
  portAreaMm2: number;
  /** Fixed bleed, always open. */
  bleedAreaMm2: number;
  /** Length of the bleed hole for its laminar part; none: turbulent alone. */
  bleedLengthMm?: number | undefined;
  /** Ring-shaped gap the oil leaks through beside the valve, as round a piston: laminar. */
  clearance?: { diameterMm: number; gapMm: number; lengthMm: number } | undefined;
  clicker?: Clicker | undefined;
  stack: ValveStack | null;
  /** Instead of a stack: a plate or ball held down by a coil spring, as in the drop-in valve of a damping-rod fork. */
  poppet?: Poppet | undefined;
  /** Diameter of the ring the oil passes under: the face shim's edge, or with a dish its seat (`stack.seatDiameterMm`, where given, is taken). */
  edgeDiameterMm: number;
  cd: { port: number; curtain: number; bleed: number };
}

export type ValveStack = Omit<StackRequest, 'pressuresMPa'>;

export interface Poppet {
  seatDiameterMm: number;
  springPreloadN: number;
  springRateNPerMm: number;
  mostLiftMm: number;
}

/** Gap the oil passes under the face shim, mm, against the pressure under it: at the seat of a dished piston, beyond the dish; else at the shim's edge. */
export type Lift = (mpa: number) => number;
export type LiftOf = (stack: ValveStack) => Result<Lift>;

export interface Oil {
  densityKgPerM3: number;
  cSt: number;
}

/** How an opening passes oil: flow at a pressure, and the pressure a flow asks for. */
interface Opening {
  flow(mpa: number): number;
  drop(flowMm3PerS: number): number;
}

/**
 * What a round hole and a slit let through of a slow or thick flow: C_d = δ·√Re below the turn to turbulence, C_d of the valve beyond it. Sharp-edged round hole and
 * rectangular slit. Source: Merritt, Hydraulic Control Systems, 3.4 (from memory).
 */
const DELTA = { hole: 0.2, slit: 0.157 } as const;

/**
 * An opening whose coefficient follows the Reynolds number, C_d = C·√(Re/(Re + (C/δ)²)) with Re = Q·D_h/(A·ν): then Q² + b·Q = (C·A)²·2Δp/ρ with
 * b = (C/δ)²·A·ν/D_h, in closed form both ways. @param perDiameterMm A/D_h, mm
 */
function thickOpening(cd: number, areaMm2: number, perDiameterMm: number, delta: number, oil: Oil): Opening {
  const b = (cd / delta) ** 2 * perDiameterMm * oil.cSt;
  return {
    flow: (mpa) => {
      if (mpa <= 0) return 0;
      const c = orifice(cd * areaMm2, mpa, oil.densityKgPerM3) ** 2;
      return (2 * c) / (b + Math.sqrt(b * b + 4 * c));
    },
    drop: (flow) => (flow <= 0 ? 0 : dropOf(flow, cd * areaMm2, oil.densityKgPerM3) * (1 + b / flow)),
  };
}
const thinOpening = (cd: number, areaMm2: number, oil: Oil): Opening => ({
  flow: (mpa) => orifice(cd * areaMm2, mpa, oil.densityKgPerM3),
  drop: (flow) => dropOf(flow, cd * areaMm2, oil.densityKgPerM3),
});

/** A round hole of that area. @param isThick its coefficient follows the Reynolds number */
export const hole = (cd: number, areaMm2: number, oil: Oil, isThick: boolean): Opening =>
  isThick ? thickOpening(cd, areaMm2, Math.sqrt((Math.PI * areaMm2) / 4), DELTA.hole, oil) : thinOpening(cd, areaMm2, oil);
/** Flow through the gap all round under a face shim: its hydraulic diameter is twice the gap. */
const slitFlow = (cd: number, roundMm: number, gapMm: number, mpa: number, oil: Oil, isThick: boolean): number =>
  isThick && gapMm > 0
    ? thickOpening(cd, roundMm * gapMm, roundMm / 2, DELTA.slit, oil).flow(mpa)
    : orifice(cd * roundMm * gapMm, mpa, oil.densityKgPerM3);

/** Where the pressure goes in one valve at one flow. */
export interface ValveDrop {
  totalMPa: number;
  portMPa: number;
  curtainMPa: number;
  /** Share of the flow that goes by the bleed and needle. */
  bleedShare: number;
  liftMm: number;
}

export interface Valve {
  /** Pressure that drives `flowMm3PerS` through the valve. */
  at(flowMm3PerS: number): ValveDrop;
  /** The same valve with the clicker at another count. */
  clicked(clicksOut: number): Valve;
  /** `isCounted`: the area at every click of the range is known. */
  clicks: { out: number; range: number; isCounted: boolean } | null;
}

/**
 * Elements over the longest overhang for a lift curve: lifts agree with those of 40 elements to a thousandth; where a crossover or a dish leaves plates apart and they meet only
 * in places, twice as many do.
 */
export const LIFT_ELEMENTS = 8;
const GAPPED_ELEMENTS = 16;

/**
 * Orifice flow, mm³/s from MPa: Q = C_d·A·√(2Δp/ρ). With Δp in MPa, A in mm², ρ in kg/m³, √(2·10⁶/ρ) m/s is 1000 times that in mm/s.
 */
const orifice = (cdAreaMm2: number, dropMPa: number, density: number) => cdAreaMm2 * Math.sqrt((2e6 * dropMPa) / density) * 1000;
/** Pressure that drives a flow through an area times its coefficient, MPa. */
export const dropOf = (flowMm3PerS: number, cdAreaMm2: number, density: number) => ((flowMm3PerS / 1000 / cdAreaMm2) ** 2 * density) / 2e6;

/** A cone on its seat: diameter of the hole, full angle of the cone, lift of the needle a click. */
export interface Needle {
  seatMm: number;
  coneDeg: number;
  liftPerClickMm: number;
}

/**
 * Area a conical needle leaves open at each click from shut on: the least frustum between cone and edge, π·x·sin β·(d − x·sin β·cos β) with β half the cone's angle, never
 * more than the hole.
 * @returns mm², one more than `clicks`
 * Source: geometry.
 */
export function needleAreas({ seatMm, coneDeg, liftPerClickMm }: Needle, clicks: number): number[] {
  const beta = (coneDeg * Math.PI) / 360;
  const hole = (Math.PI / 4) * seatMm ** 2;
  let most = 0;
  return Array.from({ length: clicks + 1 }, (_, i) => {
    const x = i * liftPerClickMm;
    const open = Math.PI * x * Math.sin(beta) * (seatMm - x * Math.sin(beta) * Math.cos(beta));
    // Drawn out far, the cone's frustum shrinks again by the formula; the opening does not.
    most = Math.min(hole, Math.max(most, open));
    return most;
  });
}

export const clickerAreaMm2 = (clicker: Clicker | undefined, clicksOut: number): number => {
  if (!clicker) return 0;
  if (clicker.areasMm2) return clicker.areasMm2[Math.min(Math.round(clicksOut), clicker.areasMm2.length - 1)] ?? 0;
  return (clicker.areaPerClickMm2 ?? 0) * clicksOut;
};

/** Gap of a stack against pressure, by the plates in full. */
export function liftCurve(request: ValveStack): Result<Lift> {
  const isGapped = request.dishMm > 0 || crossovers(request.shims) > 0;
  const found = liftCurveOf(request, isGapped ? GAPPED_ELEMENTS : LIFT_ELEMENTS);
  return found.ok ? ok(found.value.gapMm) : found;
}

/** A lift curve through points, straight between them, going on at the last slope. The gap under a dished stack opens only beyond its rest on the seat. */
export function joined(pressuresMPa: readonly number[], liftsMm: readonly number[], restMm: number): Lift {
  return (mpa) => {
    let i = 1;
    while (i < pressuresMPa.length - 1 && pressuresMPa[i]! < mpa) i += 1;
    const [p0, p1, l0, l1] = [pressuresMPa[i - 1]!, pressuresMPa[i]!, liftsMm[i - 1]!, liftsMm[i]!];
    return Math.max(0, l0 + ((l1 - l0) * (mpa - p0)) / (p1 - p0) - restMm);
  };
}

/** Works out each stack once: what only changes clicks, oil or port asks again for free. */
export function rememberedLifts(): LiftOf {
  const known = new Map<string, Result<Lift>>();
  return (stack) => {
    const key = JSON.stringify(stack);
    const lift = known.get(key) ?? liftCurve(stack);
    known.set(key, lift);
    return lift;
  };
}

/** A sprung poppet opens where the pressure on its seat overcomes its spring. Source: force balance. */
function poppetLift({ seatDiameterMm, springPreloadN, springRateNPerMm, mostLiftMm }: Poppet): Lift {
  const seatMm2 = (Math.PI / 4) * seatDiameterMm ** 2;
  return (mpa) => Math.min(mostLiftMm, Math.max(0, (mpa * seatMm2 - springPreloadN) / springRateNPerMm));
}

/**
 * One valve: bleed and needle beside [port, then the curtain under the face shim]. Without a stack the port is open.
 * @param isThick coefficients follow the Reynolds number; else they are those of full turbulence
 * The pressure across the curtain is the one unknown: it gives the lift, the curtain's flow, the port's drop and the bleed's flow; halving finds the one that
 * carries the whole flow.
 * Errors: those of the stack; valve-closed (neither bleed nor port lets anything through).
 * Source: orifice equation; Hagen–Poiseuille for a bleed of given length.
 */
export function valveOf(request: ValveRequest, oil: Oil, liftOf: LiftOf = liftCurve, isThick = false): Result<Valve> {
  const lift = request.stack ? liftOf(request.stack) : request.poppet ? ok(poppetLift(request.poppet)) : null;
  if (lift && !lift.ok) return lift;
  if (request.stack && request.poppet) return err('stack-and-poppet', ['poppet']);
  const measured = request.clicker?.areasMm2;
  if (measured && request.clicker!.clicksOut > measured.length - 1)
    return err('clicks-beyond', ['clicker', 'clicksOut'], { most: measured.length - 1 });
  const clicks = request.clicker
    ? { out: request.clicker.clicksOut, range: measured ? measured.length - 1 : USUAL_CLICKS, isCounted: measured !== undefined }
    : null;
  const make = (clicksOut: number): Valve => {
    const bleedMm2 = request.bleedAreaMm2 + clickerAreaMm2(request.clicker, clicksOut);
    const bleedFlow = bleedFlowOf(bleedMm2, request, oil, isThick);
    return {
      clicks,
      clicked: make,
      at: (flow) => solveValve(flow, request, oil, bleedFlow, lift ? lift.value : null, isThick),
    };
  };
  if (
    !request.clearance &&
    request.portAreaMm2 <= 0 &&
    request.bleedAreaMm2 + clickerAreaMm2(request.clicker, request.clicker?.clicksOut ?? 0) <= 0
  )
    return err('valve-closed', ['portAreaMm2']);
  return ok(make(request.clicker?.clicksOut ?? 0));
}

/** Flow through the bleed and past the clearance at a pressure. */
function bleedFlowOf(areaMm2: number, request: ValveRequest, oil: Oil, isThick: boolean): (mpa: number) => number {
  const through = holeFlowOf(areaMm2, request, oil, isThick);
  if (!request.clearance) return through;
  const { diameterMm, gapMm, lengthMm } = request.clearance;
  // Q = π·d·h³·Δp/(12 μ L), a slit rolled up; μ in Pa·s = cSt·10⁻⁶·ρ, mm³/s from MPa after the powers of ten. Source: Poiseuille between plates.
  const perMPa = ((Math.PI * diameterMm * gapMm ** 3) / (12 * oil.cSt * 1e-6 * oil.densityKgPerM3 * lengthMm)) * 1e6;
  return (mpa) => through(mpa) + perMPa * Math.max(0, mpa);
}

/** Flow through the bleed hole: turbulent, and for a hole of given length the laminar loss before it. */
function holeFlowOf(areaMm2: number, { bleedLengthMm, cd }: ValveRequest, oil: Oil, isThick: boolean): (mpa: number) => number {
  if (areaMm2 <= 0) return () => 0;
  if (bleedLengthMm === undefined || bleedLengthMm === 0) return hole(cd.bleed, areaMm2, oil, isThick).flow;
  const diameterMm = Math.sqrt((4 * areaMm2) / Math.PI);
  // μ in Pa·s = cSt·10⁻⁶·ρ; Δp = 128 μ L Q/(π d⁴), Pa with lengths in m: MPa·s/mm³ after the powers of ten.
  const laminar = ((128 * oil.cSt * 1e-6 * oil.densityKgPerM3 * bleedLengthMm) / (Math.PI * diameterMm ** 4)) * 1e-6;
  const turbulent = oil.densityKgPerM3 / 2e6 / (1000 * cd.bleed * areaMm2) ** 2;
  // turbulent·Q² + laminar·Q = Δp, in the form that loses no digits when the turbulent part is small.
  return (mpa) => (mpa <= 0 ? 0 : (2 * mpa) / (laminar + Math.sqrt(laminar * laminar + 4 * turbulent * mpa)));
}

function solveValve(
  flow: number,
  { portAreaMm2, edgeDiameterMm, cd, stack }: ValveRequest,
  oil: Oil,
  bleedFlow: (mpa: number) => number,
  lift: ((mpa: number) => number) | null,
  isThick: boolean,
): ValveDrop {
  if (flow <= 0) return { totalMPa: 0, portMPa: 0, curtainMPa: 0, bleedShare: 0, liftMm: 0 };
  const ringMm = (stack && stack.dishMm > 0 && stack.seatDiameterMm) || edgeDiameterMm;
  const ports = portAreaMm2 > 0 ? hole(cd.port, portAreaMm2, oil, isThick) : null;
  const through = (curtainMPa: number) => {
    if (!ports) return { total: curtainMPa, port: 0, shim: 0 };
    if (!lift) return { total: curtainMPa, port: curtainMPa, shim: ports.flow(curtainMPa) };
    const gapMm = lift(curtainMPa);
    const shim = slitFlow(cd.curtain, Math.PI * ringMm, gapMm, curtainMPa, oil, isThick);
    const port = ports.drop(shim);
    return { total: curtainMPa + port, port, shim };
  };
  const carried = (curtainMPa: number) => {
    const t = through(curtainMPa);
    return t.shim + bleedFlow(t.total);
  };
  let high = 0.01;
  while (carried(high) < flow && high < 1e4) high *= 2;
  const curtainMPa = risingRoot((mpa) => carried(mpa) - flow, high > 0.01 ? high / 2 : 0, high);
  const found = through(curtainMPa);
  const liftMm = lift ? lift(curtainMPa) : 0;
  return {
    totalMPa: found.total,
    portMPa: found.port,
    curtainMPa: lift ? curtainMPa : 0,
    bleedShare: bleedFlow(found.total) / flow,
    liftMm,
  };
}
