/** Tolerances and sizes of the plate room, each with its reason. */

/** Elements over the longest overhang: the cubic's error falls with the fourth power; at 40 lifts agree with the closed form to 1e-6. */
export const ELEMENTS = 40;
/** A Newton step this small against the lift is the end: the next one would be smaller still. */
export const STEP_TOLERANCE = 1e-8;
export const MOST_NEWTON_STEPS = 60;
/** Plates may overlap by this share of the largest lift after contact is settled. */
export const OVERLAP_TOLERANCE = 1e-6;
export const MOST_CONTACT_ROUNDS = 40;
/** Halvings of a step that would raise the energy. */
export const MOST_BACKTRACKS = 30;
/** Lifts beyond this many mm are no valve any more; a pressure that asks for it is refused. From memory. */
export const MOST_LIFT_MM = 20;
/** Contact stiffness against the plates' own at a node: firmer needs fewer rounds, softer keeps more digits. */
export const CONTACT_STIFFNESS = 100;
