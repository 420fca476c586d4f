import type { End } from '@/catalogue/ends';
import type { MachineType } from '@/catalogue/fields/machine';
import type { Spread } from '@/core/spring/estimate';

/**
 * What good shops fit. Wheel rate × travel grows with the travel, with the pace and as a power of the laden load, with a factor for each kind; the figures are fitted to the outcomes of
 * tests/outcomes.json (tests/outcomes.test.ts makes them anew, and with each machine left out). Common practice, no source.
 */
export interface PracticeLaw {
  logConstant: number;
  travelPower: number;
  loadPower: number;
  /** Added to the logarithm for each step of pace: easy and steady 0, quick 1, race 2. */
  paceStep: number;
  /** Spread of what good shops fit about it, one standard deviation of the logarithm. */
  sdShare: number;
}

export const PRACTICE: Record<End, PracticeLaw> = {
  front: { logConstant: 3.8069, travelPower: 0.5234, loadPower: 0.6, paceStep: 0.0967, sdShare: 0.055 },
  rear: { logConstant: 2.1253, travelPower: 0.2824, loadPower: 0.8, paceStep: 0.1364, sdShare: 0.06 },
};

export const PACE_STEPS: Readonly<Record<string, number>> = { easy: 0, steady: 0, quick: 1, race: 2 };

/** What is usual of one end of a kind. */
export interface EndPractice {
  /** Logarithm of what the kind has more or less than the law. */
  logFactor: number;
  /** Sags that right springs really show, shares of travel. */
  staticShare: number;
  riderShare: number;
  /** Preload as fitted, mm of spring. */
  preloadMm: Spread;
  /** Force at full travel over the laden load. */
  reserve: number;
}

const end = (
  logFactor: number,
  staticShare: number,
  riderShare: number,
  preload: readonly [number, number],
  reserve: number,
): EndPractice => ({
  logFactor,
  staticShare,
  riderShare,
  preloadMm: { mean: preload[0], sd: preload[1] },
  reserve,
});

/** The pace a kind is usually ridden at, where nobody said. From memory. */
export const USUAL_PACE: Record<MachineType, 'steady' | 'quick' | 'race'> = {
  small: 'steady',
  minibike: 'steady',
  trail: 'steady',
  enduro: 'quick',
  motocross: 'race',
  supermoto: 'quick',
  rally: 'steady',
  dual: 'steady',
  road: 'quick',
  racer: 'quick',
  tourer: 'steady',
  cruiser: 'steady',
};

// prettier-ignore
/** Sags, preload and reserve from memory, the factors fitted with the law. */
export const KIND_PRACTICE: Record<MachineType, Record<End, EndPractice>> = {
  small:     { front: end(-0.0153, 0.13, 0.3, [12, 5], 2.9),  rear: end(0.0358, 0.09, 0.33, [12, 5], 2.4) },
  minibike:  { front: end(-0.0342, 0.12, 0.31, [10, 5], 2.9),  rear: end(0.0179, 0.09, 0.33, [10, 5], 2.4) },
  trail:     { front: end(-0.0792, 0.13, 0.265, [16, 5], 4.4),  rear: end(-0.0127, 0.12, 0.33, [11, 4], 2.8) },
  enduro:    { front: end(-0.0433, 0.105, 0.215, [8, 4], 5.7), rear: end(0.0506, 0.115, 0.345, [9.5, 3], 3.4) },
  motocross: { front: end(0.0388, 0.087, 0.185, [6.5, 3], 6.8), rear: end(-0.0554, 0.11, 0.335, [8, 4], 3.8) },
  supermoto: { front: end(0.0271, 0.09, 0.2, [8, 4], 5.6),     rear: end(0, 0.1, 0.29, [9, 4], 3.5) },
  rally:     { front: end(0.0109, 0.12, 0.26, [14, 6], 3.7),    rear: end(0.001, 0.11, 0.31, [12, 5], 2.5) },
  dual:      { front: end(0.0219, 0.125, 0.24, [12, 5], 4.5),  rear: end(0.0082, 0.09, 0.275, [11, 4], 2.9) },
  road:      { front: end(-0.0362, 0.17, 0.29, [14, 5], 2.8),   rear: end(-0.0511, 0.08, 0.28, [12, 3.5], 2.55) },
  racer:     { front: end(-0.0281, 0.18, 0.29, [12, 5], 2.7),  rear: end(0.0852, 0.06, 0.225, [10.5, 2.5], 2.9) },
  tourer:    { front: end(0.0622, 0.25, 0.34, [20, 9], 2.3),    rear: end(-0.0975, 0.15, 0.33, [14, 6], 2.0) },
  cruiser:   { front: end(0.0555, 0.2, 0.31, [20, 9], 2.6),    rear: end(0.0259, 0.12, 0.33, [12, 7], 2.0) },
};

/** How far right springs stray from such sags, one standard deviation as a share of the sag, and how far both stray together. From memory. */
export const SAG_STRAYS = { rider: 0.15, static: 0.35, together: 0.5 } as const;
/** The same for a school that was chosen on purpose, whose own windows are then aimed at. From memory. */
export const CHOSEN_SAG_STRAYS = { rider: 0.07, static: 0.15, together: 0.6 } as const;
/** Spread of the reserve about what is usual, as a share of it. From memory. */
export const RESERVE_SD_SHARE = 0.18;
/** Share the rear's ratio falls by over the travel where no curve is known: linkages of dirt machines rise most. From memory. */
export const USUAL_RISE: Record<MachineType, number> = {
  small: 0.05,
  minibike: 0.05,
  trail: 0.15,
  enduro: 0.3,
  motocross: 0.35,
  supermoto: 0.25,
  rally: 0.1,
  dual: 0.15,
  road: 0.1,
  racer: 0.1,
  tourer: 0.05,
  cruiser: 0,
};
/** Its spread. From memory. */
export const RISE_SD = 0.1;
/** Gas of a shock nobody measured, N: what it pushes along the shaft. Common practice, no source: 100 to 350 N. */
export const USUAL_GAS_N: Spread = { mean: 225, sd: 65 };
/** A fork nobody measured: tube, bore and air room left at full travel as a level, by whether it is long. From memory. */
export const USUAL_FORK = {
  long: { fromTravelMm: 180, stanchionMm: 48, boreMm: 43, levelMm: 110 },
  short: { stanchionMm: 42, boreMm: 38, levelMm: 130 },
  /** Spread of what the air does against that, as a share. */
  sdShare: 0.3,
} as const;
/** With a target given the sum is asked for as it stands, and an end without air or gas is as likely as one with it. From memory. */
export const ABSENT_SHARE = 0.55;
/** A ridden circuit asks for the springs of a race, jumps for those of a step quicker. From memory. */
export const GROUND_PACE: Readonly<Record<string, number>> = { circuit: 1, jumps: 1, whoops: 0.5, sand: 0.5 };
