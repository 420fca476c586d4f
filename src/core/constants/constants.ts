/** Standard acceleration of free fall, m/s² (exact; NIST SP 811, appendix B.8). */
export const STANDARD_GRAVITY_M_PER_S2 = 9.80665;

/** Density of petrol, kg/L. EN 228 allows 0.720 to 0.775; the middle is used where nobody weighed it. */
export const FUEL_DENSITY_KG_PER_L = 0.75;

/** Half-width of one tape or ruler reading, mm. Common practice, no source: a tape held by hand is good to a millimetre either way. */
export const TAPE_HALF_WIDTH_MM = 1;

/** Standard atmosphere, MPa (exact; NIST SP 811, appendix B.8). */
export const ATMOSPHERE_MPA = 0.101325;
