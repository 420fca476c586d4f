import type { End } from '@/catalogue/ends';

/** What the simulated ride takes where nobody measures in a workshop. All from memory; each is named beside its result. */

/** Stiffness of a tyre on the ground, N/m. Spread between machines: a quarter either way. */
export const TYRE_N_PER_M: Readonly<Record<End, number>> = { front: 160_000, rear: 180_000 };
/** Radius of gyration of what is sprung without its rider, as a share of the wheelbase. Spread: a tenth. */
export const GYRATION_SHARE = 0.31;
/** A seated rider on his own legs and seat: natural frequency, Hz, and damping ratio; share of him that moves so, the rest stands on the pegs. */
export const SEATED = { hz: 4, zeta: 0.4, share: 0.75 } as const;
/** Dry friction at the wheel where no band was read, N. Spread: a factor of two. */
export const FRICTION_N: Readonly<Record<End, number>> = { front: 50, rear: 35 };
/** The rubber at the end of the travel where none was measured: where it begins, and what it holds at the very end, N at the wheel. */
export const END_RUBBER = { fromShare: 0.87, endN: { front: 2500, rear: 3500 } } as const;
/** What the dampers of an end yield by together (bushes, hose, bladder), at the shaft, N/m. Spread: a factor of two. */
export const YIELDS_N_PER_M: Readonly<Record<End, number>> = { front: 2.5e6, rear: 1.5e6 };
/** Friction in a fork for each newton of brake on its wheel: bushes bear the leg's bending. Spread: a factor of two. */
export const BRAKE_FRICTION = 0.12;
/** Length of road a tyre lies on, m: bumps shorter than this are averaged over it. */
export const FOOTPRINT_M = 0.12;
/** Gas in an oil-wetted chamber pressed quicker than it gives off heat: between slow (1) and dry air (1.4). */
export const QUICK_GAS = 1.3;
/** Damping where no stack is known: share of critical below the knee, and what is left of the slope beyond it. */
export const USUAL_DAMPING = {
  compression: { zeta: 0.2, kneeMPerS: 0.3, highShare: 0.35 },
  rebound: { zeta: 0.45, kneeMPerS: 0.25, highShare: 0.5 },
} as const;
/** What a click takes off the force of a damper nobody measured, as a share of it. */
export const CLICK_OF_USUAL = 0.06;
