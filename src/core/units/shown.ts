/**
 * How fine a figure is said. A length is said to a tenth of a millimetre and a mass to a tenth of a kilogram, and what is shown in inches or pounds is turned from that very figure: so that the
 * same reading is the same wherever it stands, in a table, a sentence, a figure or on paper.
 */
const TENTHS = 10;
export const shownMm = (mm: number): number => Math.round(mm * TENTHS) / TENTHS;
export const shownKg = (kg: number): number => Math.round(kg * TENTHS) / TENTHS;

/** From this rate on springs are marked to the tenth; below it, a fork's, to the hundredth. Common practice, no source. */
const TENTHS_FROM_N_PER_MM = 20;
/** Decimals of a rate in N/mm, as springs of its size are marked. */
export const rateDecimals = (nPerMm: number): 1 | 2 => (Math.abs(nPerMm) < TENTHS_FROM_N_PER_MM ? 2 : 1);
/** Decimals of a rate in N/mm that is chosen or estimated, not marked: no finer than it is known, a fork's to the tenth. */
export const estimatedDecimals = (nPerMm: number): 0 | 1 => (Math.abs(nPerMm) < TENTHS_FROM_N_PER_MM ? 1 : 0);
