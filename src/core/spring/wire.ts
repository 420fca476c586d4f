import { risingRoot } from '../numerics/halving';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';

/** Dead coils of closed ends, both together: total − active. EN 13906-1 (from memory). */
export const USUAL_DEAD_COILS = 2;
/** Below 4 a spring is hard to coil, above 20 it buckles and tangles: the range EN 13906-1 covers (from memory). */
const USUAL_INDEX = [4, 20] as const;

export interface WireRequest {
  /** Exactly one of wire and rate is given: the other is worked out. */
  wireMm?: number | undefined;
  rateNPerMm?: number | undefined;
  /** Exactly one of these. */
  meanDiameterMm?: number | undefined;
  outerDiameterMm?: number | undefined;
  activeCoils: number;
  shearModulusGPa: number;
  totalCoils?: number | undefined;
  freeLengthMm?: number | undefined;
  cutCoils?: number | undefined;
  /** Instead of the coils, the length of spring cut off, as it stands free; with the free length. */
  cutLengthMm?: number | undefined;
  /** With the free length: what is left before the coils bind, and the stress at the stroke's end. */
  preloadMm?: number | undefined;
  strokeMm?: number | undefined;
  /** Torsional stress the wire may carry when solid, MPa. */
  allowedStressMPa?: number | undefined;
}

export interface WireResult {
  wireMm: number;
  rateNPerMm: number;
  index: number;
  wahlFactor: number;
  solidLengthMm: number;
  /** Coils cut, where they are told by their length too. */
  cutCoils: number;
  rateAfterCutNPerMm: number | null;
  /** Length of the spacer that makes up for the coils cut. */
  spacerMm: number | null;
  coilBindReserveMm: number | null;
  /** Wahl-corrected shear stress with the coils solid, and at the end of the stroke. */
  stressAtSolidMPa: number | null;
  stressAtFullStrokeMPa: number | null;
  stressReserve: number | null;
  warnings: Warning[];
  working: WorkingStep[];
}

const SOURCE = 'EN 13906-1; Shigley, Mechanical Engineering Design, ch. 10';

/** k = G d⁴ / (8 D³ n), N/mm with G in GPa. */
const rateOf = (wireMm: number, meanMm: number, coils: number, shearGPa: number) =>
  (shearGPa * 1000 * wireMm ** 4) / (8 * meanMm ** 3 * coils);

/** Wire for a wanted rate. With the outer diameter held, the mean one falls as the wire grows: solved by halving, the rate rises with the wire. */
function wireFor(request: WireRequest, rateNPerMm: number): number {
  const { meanDiameterMm, outerDiameterMm, activeCoils, shearModulusGPa } = request;
  if (meanDiameterMm !== undefined) return ((8 * meanDiameterMm ** 3 * activeCoils * rateNPerMm) / (shearModulusGPa * 1000)) ** 0.25;
  const outerMm = outerDiameterMm!;
  return risingRoot((wire) => rateOf(wire, outerMm - wire, activeCoils, shearModulusGPa) - rateNPerMm, 0, outerMm / 2);
}

/**
 * A helical compression spring of round wire: rate from wire, or the wire for a rate.
 * @returns rate N/mm, index D/d, Wahl factor, solid length (total coils × wire), rate after cutting coils, reserves
 * Errors: wire-too-thick (the coil would close on itself), cut-too-many, solid-longer-than-free.
 * Source: EN 13906-1; Shigley, ch. 10.
 */
export function springWire(request: WireRequest): Result<WireResult> {
  const { activeCoils, shearModulusGPa, freeLengthMm, cutLengthMm, preloadMm = 0, strokeMm } = request;
  const wireMm = request.wireMm ?? wireFor(request, request.rateNPerMm!);
  const meanMm = request.meanDiameterMm ?? request.outerDiameterMm! - wireMm;
  const index = meanMm / wireMm;
  if (!(index > 1)) return err('wire-too-thick', ['wireMm'], { wire: wireMm });
  const totalCoils = request.totalCoils ?? activeCoils + USUAL_DEAD_COILS;
  if (totalCoils < activeCoils) return err('total-below-active', ['totalCoils'], { coils: activeCoils });
  // Cutting shortens the spring by the coils' own pitch; the free length above the dead coils is shared by the active ones.
  const pitchMm = freeLengthMm === undefined ? null : (freeLengthMm - (totalCoils - activeCoils) * wireMm) / activeCoils;
  if (cutLengthMm !== undefined && pitchMm === null) return err('empty', ['freeLengthMm']);
  const cutCoils = cutLengthMm === undefined ? (request.cutCoils ?? 0) : cutLengthMm / pitchMm!;
  if (cutCoils >= activeCoils) return err('cut-too-many', [cutLengthMm === undefined ? 'cutCoils' : 'cutLengthMm'], { coils: activeCoils });
  const rateNPerMm = rateOf(wireMm, meanMm, activeCoils, shearModulusGPa);
  const wahlFactor = (4 * index - 1) / (4 * index - 4) + 0.615 / index;
  const solidLengthMm = totalCoils * wireMm;
  if (freeLengthMm !== undefined && solidLengthMm >= freeLengthMm) return err('solid-longer-than-free', ['freeLengthMm']);
  const stressMPa = (forceN: number) => (wahlFactor * 8 * forceN * meanMm) / (Math.PI * wireMm ** 3);
  const toSolidMm = freeLengthMm === undefined ? null : freeLengthMm - solidLengthMm;
  const stressAtSolidMPa = toSolidMm === null ? null : stressMPa(rateNPerMm * toSolidMm);
  const stressAtFullStrokeMPa = strokeMm === undefined ? null : stressMPa(rateNPerMm * (strokeMm + preloadMm));
  const reference = stressAtFullStrokeMPa ?? stressAtSolidMPa;
  const cut = cutCoils > 0;
  const coilBindReserveMm =
    toSolidMm === null || strokeMm === undefined ? null : toSolidMm - preloadMm - strokeMm - (cut ? cutCoils * (pitchMm! - wireMm) : 0);
  const warnings: Warning[] = [];
  if (index < USUAL_INDEX[0] || index > USUAL_INDEX[1]) warnings.push({ code: 'spring-index-unusual', path: ['wireMm'], data: { index } });
  if (cut) warnings.push({ code: 'cut-is-stop-gap', path: ['cutCoils'] });
  if (coilBindReserveMm !== null && coilBindReserveMm < 0)
    warnings.push({ code: 'coils-bind', path: ['strokeMm'], data: { short: -coilBindReserveMm } });
  const step = (label: string, formula: string, inputs: WorkingStep['inputs'], result: number, unit: string): WorkingStep => ({
    label,
    formula,
    inputs,
    result,
    unit,
    source: SOURCE,
  });
  const [d, D] = [given('d', wireMm, 'mm', request.wireMm === undefined ? 'computed' : 'given'), given('D', meanMm, 'mm')];
  return ok({
    wireMm,
    rateNPerMm,
    index,
    wahlFactor,
    solidLengthMm,
    cutCoils,
    rateAfterCutNPerMm: cut ? (rateNPerMm * activeCoils) / (activeCoils - cutCoils) : null,
    spacerMm: cut && pitchMm !== null ? cutCoils * pitchMm : null,
    coilBindReserveMm,
    stressAtSolidMPa,
    stressAtFullStrokeMPa,
    stressReserve: request.allowedStressMPa === undefined || reference === null ? null : 1 - reference / request.allowedStressMPa,
    warnings,
    working: [
      step('Rate', 'G·d⁴ / (8·D³·n)', [given('G', shearModulusGPa, 'GPa'), d, D, given('n', activeCoils, 'coils')], rateNPerMm, 'N/mm'),
      step('Index C', 'D / d', [D, d], index, ''),
      step('Wahl factor', '(4C − 1)/(4C − 4) + 0.615/C', [given('C', index, '', 'computed')], wahlFactor, ''),
      step(
        'Solid length',
        'total coils · d',
        [given('total coils', totalCoils, '', request.totalCoils === undefined ? 'assumed' : 'given'), d],
        solidLengthMm,
        'mm',
      ),
    ],
  });
}
