/** What a damper is as a thing that warms: heat it holds (J/K) and gives off to the wind (W/K). */
export interface Radiator {
  heldJPerK: number;
  givenWPerK: number;
}

/** A shock with its reservoir, and both legs of a fork, in the wind of a ride. From memory, to a factor of one and a half. */
export const RADIATORS = {
  rear: { heldJPerK: 1500, givenWPerK: 4 },
  front: { heldJPerK: 5000, givenWPerK: 14 },
} as const satisfies Record<string, Radiator>;
/** What those figures are known to, as a factor either way. From memory. */
export const RADIATOR_FACTOR = 1.5;

/**
 * Temperature of a damper after a time of even work: T₀ + P/G·(1 − e^(−t·G/C)).
 * @param watts heat made @param fromC temperature of the air and of the damper at the start
 * Source: one lumped mass in the wind (Newton's law of cooling).
 */
export const warmedC = (watts: number, seconds: number, fromC: number, { heldJPerK, givenWPerK }: Radiator): number =>
  fromC + (watts / givenWPerK) * (1 - Math.exp((-seconds * givenWPerK) / heldJPerK));
