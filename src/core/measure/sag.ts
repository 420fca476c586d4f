import { TOPPED_OUT_MM, WIDE_FRICTION_BAND_MM } from '../constants/limits';
import { TAPE_HALF_WIDTH_MM } from '../constants/constants';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';

/** One state read twice: settled from lifted and from pressed. Either may still be missing while the technician walks. */
export interface SagPair {
  liftedMm: number | null;
  pressedMm: number | null;
}

export interface SagRequest {
  travelMm: number;
  /** "distance": axle to a fixed mark, shrinks as the wheel moves up. "ruler": zeroed at full extension, grows. */
  style: 'distance' | 'ruler';
  /** Reading at full extension. Needed for "distance"; 0 for a zeroed ruler. */
  extendedMm: number | null;
  unladen: SagPair[];
  laden: SagPair[];
  /** Half-width of one reading, mm. */
  readingHalfWidthMm?: number;
}

export interface SagResult {
  staticSagMm: number | null;
  riderSagMm: number | null;
  /** Share of wheel travel, 0 to 1. */
  staticShare: number | null;
  riderShare: number | null;
  frictionBandUnladenMm: number | null;
  frictionBandLadenMm: number | null;
  /** Expanded uncertainty (k = 2) of the less certain of the two sags. */
  uncertaintyMm: number | null;
  staticUncertaintyMm: number | null;
  riderUncertaintyMm: number | null;
  warnings: Warning[];
  working: WorkingStep[];
}

/** The one answer to "is it topped out?", for sags read and predicted. */
export const isToppedOut = (staticSagMm: number): boolean => staticSagMm < TOPPED_OUT_MM;
const PRACTICE = 'common practice, no source';

interface StateResult {
  sagMm: number;
  bandMm: number | null;
  uncertaintyMm: number;
}

type StateName = 'unladen' | 'laden';

const mean = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;
const isNumber = (x: number | null): x is number => x !== null;

/**
 * Expanded uncertainty (k = 2) of one sag, mm: the readings' rectangular half-width for the extended reading and for the mean of all laden or
 * unladen readings, plus the scatter of the pair means where there are several (ISO/IEC Guide 98-3, sections 4.3 and 5.1).
 * With a single reading the friction band is unknown and half of a usual band (10 mm) is added as a rectangular half-width.
 */
function uncertainty(pairMeans: number[], readings: number, halfWidthMm: number, zeroed: boolean, single: boolean): number {
  const one = (halfWidthMm * halfWidthMm) / 3;
  let variance = one / readings + (zeroed ? 0 : one);
  if (pairMeans.length > 1) {
    const m = mean(pairMeans);
    variance += pairMeans.reduce((sum, x) => sum + (x - m) ** 2, 0) / (pairMeans.length - 1) / pairMeans.length;
  }
  if (single) variance += 25 / 3;
  return 2 * Math.sqrt(variance);
}

function readState(request: SagRequest, name: StateName, warnings: Warning[], working: WorkingStep[]): Result<StateResult | null> {
  const zeroMm = request.extendedMm ?? 0;
  const sign = request.style === 'distance' ? -1 : 1;
  const sagOf = (reading: number) => sign * (reading - zeroMm);
  const pairMeans: number[] = [];
  const bands: number[] = [];
  let readings = 0;
  let single = false;
  for (const [i, pair] of request[name].entries()) {
    const path = [name, i];
    for (const side of ['lifted', 'pressed'] as const) {
      const reading = pair[`${side}Mm`];
      if (reading === null) continue;
      const sag = sagOf(reading);
      const noise = 2 * (request.readingHalfWidthMm ?? TAPE_HALF_WIDTH_MM);
      if (sag < -noise) return err('above-extended', [...path, `${side}Mm`], { extended: zeroMm });
      if (sag > request.travelMm + noise) return err('beyond-travel', [...path, `${side}Mm`], { sag, travel: request.travelMm });
      if (sag < 0) warnings.push({ code: 'reading-noise', path: [...path, `${side}Mm`] });
    }
    const sags = [pair.liftedMm, pair.pressedMm].filter(isNumber).map(sagOf);
    if (sags.length === 0) continue;
    readings += sags.length;
    pairMeans.push(mean(sags));
    if (pair.liftedMm === null || pair.pressedMm === null) {
      single = true;
      warnings.push({ code: 'single-reading', path });
    } else {
      const band = sagOf(pair.pressedMm) - sagOf(pair.liftedMm);
      if (band < 0) warnings.push({ code: 'lifted-pressed-swapped', path });
      bands.push(Math.abs(band));
    }
  }
  if (pairMeans.length === 0) return ok(null);
  const sagMm = mean(pairMeans);
  const bandMm = bands.length > 0 ? mean(bands) : null;
  const halfWidth = request.readingHalfWidthMm ?? TAPE_HALF_WIDTH_MM;
  working.push({
    label: name === 'unladen' ? 'Static sag' : 'Rider sag',
    formula: request.style === 'distance' ? 'extended − mean(lifted, pressed)' : 'mean(lifted, pressed) − zero',
    inputs: [
      given('extended', zeroMm, 'mm', 'measured'),
      ...request[name].flatMap((p) => [
        ...(p.liftedMm === null ? [] : [given('lifted', p.liftedMm, 'mm', 'measured')]),
        ...(p.pressedMm === null ? [] : [given('pressed', p.pressedMm, 'mm', 'measured')]),
      ]),
    ],
    result: sagMm,
    unit: 'mm',
    source: PRACTICE,
  });
  return ok({
    sagMm,
    bandMm,
    uncertaintyMm: uncertainty(pairMeans, readings, halfWidth, request.style === 'ruler', single && bands.length === 0),
  });
}

/**
 * Static and rider sag of one end from lifted/pressed readings: their mean is the sag, their difference the friction band.
 * @param request readings in mm; see SagRequest
 * Errors: extended-missing, above-extended, beyond-travel, each with the path of the reading.
 * Source: common practice, no source; uncertainty by ISO/IEC Guide 98-3.
 */
export function sag(request: SagRequest): Result<SagResult> {
  const anyRead = [...request.unladen, ...request.laden].some((p) => p.liftedMm !== null || p.pressedMm !== null);
  if (request.style === 'distance' && request.extendedMm === null && anyRead) return err('extended-missing', ['extendedMm']);
  const warnings: Warning[] = [];
  const working: WorkingStep[] = [];
  const unladen = readState(request, 'unladen', warnings, working);
  if (!unladen.ok) return unladen;
  const laden = readState(request, 'laden', warnings, working);
  if (!laden.ok) return laden;
  const [u, l] = [unladen.value, laden.value];
  if (u && l && l.sagMm < u.sagMm) warnings.push({ code: 'laden-above-unladen', path: ['laden'] });
  if (u && isToppedOut(u.sagMm)) warnings.push({ code: 'topped-out', path: ['unladen'] });
  for (const [state, name] of [
    [u, 'unladen'],
    [l, 'laden'],
  ] as const) {
    if (state?.bandMm != null && state.bandMm > WIDE_FRICTION_BAND_MM)
      warnings.push({ code: 'friction-band-wide', path: [name], data: { band: state.bandMm, usual: WIDE_FRICTION_BAND_MM } });
  }
  const share = (state: StateResult | null) => (state ? state.sagMm / request.travelMm : null);
  const uncertainties = [u?.uncertaintyMm, l?.uncertaintyMm].filter((x): x is number => x !== undefined);
  return ok({
    staticSagMm: u?.sagMm ?? null,
    riderSagMm: l?.sagMm ?? null,
    staticShare: share(u),
    riderShare: share(l),
    frictionBandUnladenMm: u?.bandMm ?? null,
    frictionBandLadenMm: l?.bandMm ?? null,
    uncertaintyMm: uncertainties.length > 0 ? Math.max(...uncertainties) : null,
    staticUncertaintyMm: u?.uncertaintyMm ?? null,
    riderUncertaintyMm: l?.uncertaintyMm ?? null,
    warnings,
    working,
  });
}
