import { ATMOSPHERE_MPA } from '../constants/constants';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';

export interface AirRequest {
  /** Outer diameter of the sliding tube, on which the air acts. */
  stanchionMm: number;
  /** Inner diameter in which the oil stands. */
  boreMm: number;
  /** From the top of the tube, leg compressed, spring out. */
  levelMm: number;
  /** Spring, rod and spacer within the air space. */
  solidVolumeMm3: number;
  travelMm: number;
  /** 1 slow, about 1.3 quick. */
  exponent: number;
  legs: number;
  /** Absolute, at full extension. */
  initialPressureMPa: number;
}

export interface AirSpring {
  volumeMm3(strokeMm: number): number;
  pressureMPa(strokeMm: number): number;
  /** All legs, above the atmosphere. */
  forceN(strokeMm: number): number;
  rateNPerMm(strokeMm: number): number;
}

/** Pressure at full compression above which seals are at risk, MPa absolute. From memory. */
export const SEAL_LIMIT_MPA = 1.2;

/**
 * A sealed fork leg as an air spring: V_c = π/4·bore²·level − V_solid, V(x) = V_c + A·(travel − x), p = p₀ (V(0)/V(x))ⁿ, F = (p − p_atm)·A.
 * @param request lengths mm, volumes mm³, pressures MPa absolute
 * Errors: no-air-left (the oil would fill the leg: it locks before full travel).
 * Source: gas law pV^n; domain reference, section 5.
 */
export function airSpring(request: AirRequest): Result<{ air: AirSpring; warnings: Warning[]; working: WorkingStep[] }> {
  const { stanchionMm, boreMm, levelMm, solidVolumeMm3, travelMm, exponent, legs, initialPressureMPa } = request;
  const areaMm2 = (Math.PI / 4) * stanchionMm ** 2;
  const compressedMm3 = (Math.PI / 4) * boreMm ** 2 * levelMm - solidVolumeMm3;
  if (!(compressedMm3 > 0)) return err('no-air-left', ['levelMm'], { level: (4 * solidVolumeMm3) / (Math.PI * boreMm ** 2) });
  const extendedMm3 = compressedMm3 + areaMm2 * travelMm;
  const volumeMm3 = (s: number) => compressedMm3 + areaMm2 * (travelMm - s);
  const pressureMPa = (s: number) => initialPressureMPa * (extendedMm3 / volumeMm3(s)) ** exponent;
  const fullMPa = pressureMPa(travelMm);
  const warnings: Warning[] =
    fullMPa > SEAL_LIMIT_MPA ? [{ code: 'air-pressure-high', path: ['levelMm'], data: { pressure: fullMPa, limit: SEAL_LIMIT_MPA } }] : [];
  return ok({
    air: {
      volumeMm3,
      pressureMPa,
      forceN: (s) => legs * (pressureMPa(s) - ATMOSPHERE_MPA) * areaMm2,
      rateNPerMm: (s) => (legs * exponent * pressureMPa(s) * areaMm2 ** 2) / volumeMm3(s),
    },
    warnings,
    working: [
      {
        label: 'Air left at full travel',
        formula: 'π/4·bore²·level − solid',
        inputs: [given('bore', boreMm, 'mm'), given('level', levelMm, 'mm'), given('solid', solidVolumeMm3, 'mm³')],
        result: compressedMm3 / 1000,
        unit: 'ml',
        source: 'geometry of the leg',
      },
      {
        label: 'Pressure at full travel',
        formula: 'p₀·(V(0)/V(travel))ⁿ',
        inputs: [
          given('p₀', initialPressureMPa * 10, 'bar'),
          given('V(0)', extendedMm3 / 1000, 'ml', 'computed'),
          given('V(travel)', compressedMm3 / 1000, 'ml', 'computed'),
          given('n', exponent, ''),
        ],
        result: fullMPa * 10,
        unit: 'bar',
        source: 'gas law pVⁿ constant, absolute pressures',
      },
    ],
  });
}
