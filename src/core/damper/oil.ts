import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';

export interface OilRequest {
  cSt40: number;
  cSt100: number;
  temperatureC: number;
}

export interface OilResult {
  cSt: number;
  /** null below 2 cSt at 100 °C, where it is not defined. */
  viscosityIndex: number | null;
  warnings: Warning[];
  working: WorkingStep[];
}

const KELVIN = 273.15;

/**
 * L and H of ISO 2909 as parabolas in Y = ν₁₀₀, by pieces: L = a·Y² + b·Y + c, H = d·Y² + e·Y + f. Coefficients as in ASTM D2270, appendix (from
 * memory; tests check them for continuity and against the two worked examples of the standard).
 */
const PIECES: readonly (readonly [toY: number, a: number, b: number, c: number, d: number, e: number, f: number])[] = [
  [3.8, 1.14673, 1.7576, -0.109, 0.84155, 1.5521, -0.077],
  [4.4, 3.38095, -15.4952, 33.196, 0.78571, 1.7929, -0.183],
  [5.0, 2.5, -7.2143, 13.812, 0.82143, 1.5679, 0.119],
  [6.4, 0.101, 16.635, -45.469, 0.04985, 9.1613, -18.557],
  [7.0, 3.35714, -23.5643, 78.466, 0.22619, 7.7369, -16.656],
  [7.7, 0.01191, 21.475, -72.87, 0.79762, -0.7321, 14.61],
  [9.0, 0.41858, 16.1558, -56.04, 0.05794, 10.5156, -28.24],
  [12, 0.88779, 7.5527, -16.6, 0.26665, 6.7015, -10.81],
  [15, 0.7672, 10.7972, -38.18, 0.20073, 8.4658, -22.49],
  [18, 0.97305, 5.3135, -2.2, 0.28889, 5.9741, -4.93],
  [22, 0.97256, 5.25, -0.98, 0.24504, 7.416, -16.73],
  [28, 0.91413, 7.4759, -21.82, 0.20323, 9.1267, -34.23],
  [40, 0.87031, 9.7157, -50.77, 0.18411, 10.1015, -46.75],
  [55, 0.84703, 12.6752, -133.31, 0.17029, 11.4866, -80.62],
  [70, 0.85921, 11.1009, -83.19, 0.1713, 11.368, -76.94],
  [Infinity, 0.83531, 14.6731, -216.246, 0.16841, 11.8493, -96.947],
];

/** Viscosity index by ISO 2909, procedures A and B. */
export function viscosityIndex(cSt40: number, cSt100: number): number | null {
  if (cSt100 < 2) return null;
  const [, a, b, c, d, e, f] = PIECES.find(([toY]) => cSt100 <= toY)!;
  const l = a * cSt100 ** 2 + b * cSt100 + c;
  const h = d * cSt100 ** 2 + e * cSt100 + f;
  if (cSt40 >= h) return ((l - cSt40) / (l - h)) * 100;
  const n = (Math.log10(h) - Math.log10(cSt40)) / Math.log10(cSt100);
  return (10 ** n - 1) / 0.00715 + 100;
}

/**
 * Viscosity at a temperature by Walther's line through the two known points: log log(ν + 0.7) = A − B·log T.
 * @param request cSt at 40 and 100 °C, temperature °C
 * Errors: oil-order (thinner cold than hot, or too thin for the line).
 * Source: ASTM D341, ISO 2909.
 */
export function oil({ cSt40, cSt100, temperatureC }: OilRequest): Result<OilResult> {
  if (!(cSt40 > cSt100) || !(cSt100 > 0.3)) return err('oil-order', ['cSt40']);
  const w = (cSt: number) => Math.log10(Math.log10(cSt + 0.7));
  const t = (celsius: number) => Math.log10(celsius + KELVIN);
  const slope = (w(cSt40) - w(cSt100)) / (t(100) - t(40));
  const cSt = 10 ** (10 ** (w(cSt40) - slope * (t(temperatureC) - t(40)))) - 0.7;
  const index = viscosityIndex(cSt40, cSt100);
  const warnings: Warning[] = [];
  if (index === null) warnings.push({ code: 'oil-index-undefined', path: ['cSt100'] });
  if (temperatureC < -20 || temperatureC > 150) warnings.push({ code: 'oil-out-of-reach', path: ['temperatureC'] });
  return ok({
    cSt,
    viscosityIndex: index,
    warnings,
    working: [
      {
        label: 'Viscosity',
        formula: 'log log(ν + 0.7) = A − B·log T',
        inputs: [
          given('ν at 40 °C', cSt40, 'cSt'),
          given('ν at 100 °C', cSt100, 'cSt'),
          given('T', temperatureC + KELVIN, 'K'),
          given('B', slope, '', 'computed'),
        ],
        result: cSt,
        unit: 'cSt',
        source: 'ASTM D341 (Walther)',
      },
    ],
  });
}
