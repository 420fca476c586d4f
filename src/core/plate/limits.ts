/** Tolerances and sizes of the plate room, each with its reason. */

/** Elements over the longest overhang: the cubic's error falls with the fourth power; at 40 lifts agree with the closed form to 1e-6. */
export const ELEMENTS = 40;
/** Work that unbalanced forces may still do, as a share of the work done: lifts are then as good. */
export const RESIDUAL_TOLERANCE = 1e-8;
export const MAX_NEWTON_STEPS = 60;
/** Halvings of a step that would raise the energy. */
export const MAX_BACKTRACKS = 30;
/** Lifts beyond this many mm are no valve any more; a pressure that asks for it is refused. From memory. */
export const MAX_LIFT_MM = 20;
/** A step may raise the energy by this share: contacts give by a billionth, and near the end that outweighs what is left to gain. */
export const MERIT_NOISE = 1e-7;
/** Lift curves: lowest pressure above the opening that is solved, MPa; below it every stack is straight. */
export const MIN_LIFT_MPA = 2e-3;
/** Pressures of a lift curve's ladder, each so many times the one before; pieces go over two spans. */
export const LIFT_SPAN = 4;
/** How far off the pressure of a given flow may be in the middle of a piece, as a share; the halves it then leaves are better. */
export const LIFT_TOLERANCE = 1.5e-3;
/** Halvings of a piece where plates meet. */
export const MAX_LIFT_HALVINGS = 7;
