/** Standard acceleration of free fall, m/s² (exact; NIST SP 811, appendix B.8). */
export const STANDARD_GRAVITY_M_PER_S2 = 9.80665;

/** Density of petrol, kg/L. EN 228 allows 0.720 to 0.775; the middle is used where nobody weighed it. */
export const FUEL_DENSITY_KG_PER_L = 0.75;

/** Half-width of one tape or ruler reading, mm. Common practice, no source: a tape held by hand is good to a millimetre either way. */
export const TAPE_HALF_WIDTH_MM = 1;

/** Standard atmosphere, MPa (exact; NIST SP 811, appendix B.8). */
export const ATMOSPHERE_MPA = 0.101325;

/** Young's modulus of spring steel, GPa, and Poisson's ratio: handbook values for carbon and chromium–vanadium wire and strip (Shigley, Mechanical Engineering Design, from memory). */
export const STEEL_YOUNGS_GPA = 206;
export const STEEL_POISSON = 0.3;

/** Millimetres in a kilometre (exact). */
export const MM_PER_KM = 1e6;
/** Exact since 1959. Source: NIST SP 811. */
export const MM_PER_INCH = 25.4;

/** Usual shear modulus of spring steel, GPa. EN 13906-1 gives 79 to 81.5 by grade. */
export const SPRING_STEEL_SHEAR_GPA = 79.3;
/** Density of spring steel, kg/m³: handbook value (Shigley, Mechanical Engineering Design, from memory). */
export const SPRING_STEEL_KG_PER_M3 = 7850;
