/** Wrong passcodes, name by name: the next try waits longer each time, and the owner is told. Kept while the program runs. */

/** Slips of the finger cost nothing. */
const FREE = 3;
const MOST_WAIT_S = 300;
/** From so many on the Floor says it. */
const TOLD_FROM = 5;

interface Guesses {
  wrong: number;
  /** The next try counts from then on, ms. */
  from: number;
}

const HOLDER = Symbol.for('mavrin.guesses');
const holder = globalThis as { [HOLDER]?: Map<number, Guesses> };
const guesses = (): Map<number, Guesses> => (holder[HOLDER] ??= new Map());

/** Seconds until this name may be tried again; 0 for now. */
export const waitS = (technicianId: number, now = Date.now()): number =>
  Math.max(0, Math.ceil(((guesses().get(technicianId)?.from ?? 0) - now) / 1000));

/** A wrong one: after three the wait doubles with each, from two seconds to five minutes. */
export function noteWrong(technicianId: number, now = Date.now()): void {
  const wrong = (guesses().get(technicianId)?.wrong ?? 0) + 1;
  const wait = wrong < FREE ? 0 : Math.min(MOST_WAIT_S, 2 ** (wrong - FREE + 1));
  guesses().set(technicianId, { wrong, from: now + wait * 1000 });
}

/** The right one ends the count. */
export const noteRight = (technicianId: number): void => void guesses().delete(technicianId);

/** The names somebody is guessing at. */
export const guessedAt = (): { technicianId: number; wrong: number }[] =>
  [...guesses()].filter(([, { wrong }]) => wrong >= TOLD_FROM).map(([technicianId, { wrong }]) => ({ technicianId, wrong }));
