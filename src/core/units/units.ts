import { MM_PER_INCH } from '../constants/constants';

/**
 * Units a shop meets, each as an exact factor to the canonical unit of its dimension.
 * Factors: NIST SP 811 (2008), appendix B.8; the US fluid ounce from NIST Handbook 44, appendix C. Every conversion takes its factor here.
 */
export type Dimension =
  | 'length'
  | 'force'
  | 'rate'
  | 'mass'
  | 'torque'
  | 'pressure'
  | 'area'
  | 'volume'
  | 'viscosity'
  | 'temperature'
  | 'speed'
  | 'time'
  | 'angle'
  | 'ratio';

export interface Unit {
  /** The unit as it is printed. */
  name: string;
  dimension: Dimension;
  /** canonical = value × factor + offset */
  factor: number;
  offset: number;
}

const POUND_KG = 0.45359237;
const KGF_N = 9.80665;
const LBF_N = POUND_KG * KGF_N;
const FOOT_MM = 12 * MM_PER_INCH;
const MILE_MM = 5280 * FOOT_MM;

const define = (dimension: Dimension, name: string, factor: number, offset = 0): Unit => ({ name, dimension, factor, offset });

/** Canonical units: mm, N, N/mm, kg, N·m, MPa, mm², mm³, cSt, °C, m/s, s, °, 1. */
const UNITS: [Unit, string[]][] = [
  [define('length', 'mm', 1), []],
  [define('length', 'cm', 10), []],
  [define('length', 'm', 1000), ['metre', 'meter']],
  [define('length', 'km', 1e6), []],
  [define('length', 'in', MM_PER_INCH), ['"', '″', '”', "''", 'inch', 'inches', 'ins']],
  [define('length', 'ft', FOOT_MM), ["'", '′', '’', 'foot', 'feet']],
  [define('length', 'mi', MILE_MM), ['mile', 'miles']],
  [define('force', 'N', 1), ['newton']],
  [define('force', 'kN', 1000), []],
  [define('force', 'kgf', KGF_N), ['kp']],
  [define('force', 'lbf', LBF_N), []],
  [define('rate', 'N/mm', 1), ['n per mm']],
  [define('rate', 'N/m', 0.001), []],
  [define('rate', 'kN/m', 1), []],
  [define('rate', 'kgf/mm', KGF_N), ['kg/mm', 'kp/mm']],
  [define('rate', 'lbf/in', LBF_N / MM_PER_INCH), ['lb/in', 'lbs/in']],
  [define('mass', 'kg', 1), ['kgs', 'kilo', 'kilos']],
  [define('mass', 'g', 0.001), ['gram', 'grams']],
  [define('mass', 'lb', POUND_KG), ['lbs', 'pound', 'pounds']],
  [define('mass', 'st', 14 * POUND_KG), ['stone']],
  [define('torque', 'N·m', 1), ['nm', 'n m', 'n*m', 'n.m', 'n⋅m']],
  [define('torque', 'kgf·m', KGF_N), ['kgf m', 'kgfm', 'kgm']],
  [
    define('torque', 'lbf·ft', (LBF_N * FOOT_MM) / 1000),
    ['ft-lb', 'ftlb', 'ft lb', 'ft-lbf', 'ft·lbf', 'ft lbf', 'lb-ft', 'lb·ft', 'lb ft', 'lbf ft', 'lbf-ft', 'lbft', 'ft-lbs'],
  ],
  [define('torque', 'lbf·in', (LBF_N * MM_PER_INCH) / 1000), ['in-lb', 'in lb', 'lb-in', 'lbf in', 'in·lbf', 'lb·in']],
  [define('pressure', 'MPa', 1), ['n/mm²', 'n/mm2']],
  [define('pressure', 'GPa', 1000), []],
  [define('pressure', 'kPa', 1e-3), []],
  [define('pressure', 'Pa', 1e-6), []],
  [define('pressure', 'bar', 0.1), []],
  [define('pressure', 'psi', LBF_N / (MM_PER_INCH * MM_PER_INCH)), ['lbf/in²', 'lbf/in2']],
  [define('area', 'mm²', 1), ['mm2', 'mm^2']],
  [define('area', 'cm²', 100), ['cm2', 'cm^2']],
  [define('area', 'in²', MM_PER_INCH * MM_PER_INCH), ['in2', 'in^2', 'sq in']],
  [define('volume', 'mm³', 1), ['mm3', 'mm^3']],
  [define('volume', 'mL', 1000), ['ml', 'cc', 'cm³', 'cm3', 'cm^3']],
  [define('volume', 'L', 1e6), ['l', 'litre', 'litres', 'liter', 'liters']],
  [define('volume', 'fl oz', 29573.5295625), ['floz', 'fl. oz', 'fl.oz', 'us fl oz']],
  [define('viscosity', 'cSt', 1), ['mm²/s', 'mm2/s']],
  [define('temperature', '°C', 1), ['c', 'degc', '℃', 'deg c']],
  [define('temperature', '°F', 5 / 9, -160 / 9), ['f', 'degf', '℉', 'deg f']],
  [define('temperature', 'K', 1, -273.15), []],
  [define('speed', 'm/s', 1), []],
  [define('speed', 'km/h', 1 / 3.6), ['kph', 'kmh']],
  [define('speed', 'mph', MILE_MM / 1000 / 3600), ['mi/h']],
  [define('speed', 'mm/s', 0.001), []],
  [define('speed', 'in/s', 0.0254), []],
  [define('time', 's', 1), ['sec', 'seconds']],
  [define('time', 'min', 60), ['minutes']],
  [define('time', 'h', 3600), ['hr', 'hrs', 'hour', 'hours']],
  [define('angle', '°', 1), ['deg', 'degree', 'degrees']],
  [define('angle', 'rad', 180 / Math.PI), []],
  [define('ratio', '1', 1), [':1', 'to 1']],
  [define('ratio', '%', 0.01), ['percent']],
];

const exact = new Map<string, Unit>();
const relaxed = new Map<string, Unit>();
const key = (text: string) => text.trim().replace(/\s+/g, ' ');
for (const [unit, others] of UNITS) {
  for (const word of [unit.name, ...others]) {
    exact.set(key(word), unit);
    if (!relaxed.has(key(word).toLowerCase())) relaxed.set(key(word).toLowerCase(), unit);
  }
}

/** Finds a unit by what people write ("Nm", "lbs", "23 3/8 inches"). Case decides only where it must: "MPa" against "mpa" never does. */
export const findUnit = (text: string): Unit | undefined => exact.get(key(text)) ?? relaxed.get(key(text).toLowerCase());

export const unitNamed = (name: string): Unit => {
  const unit = exact.get(name);
  if (!unit) throw new Error(`no unit is named ${name}`);
  return unit;
};

/** A value in `unit` as the canonical unit of its dimension. */
export const toCanonical = (value: number, unit: Unit): number => value * unit.factor + unit.offset;

/** A canonical value in `unit`. */
export const fromCanonical = (value: number, unit: Unit): number => (value - unit.offset) / unit.factor;

export const unitNames = (): string[] => UNITS.map(([unit]) => unit.name);
