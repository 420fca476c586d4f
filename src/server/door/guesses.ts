import { held } from '@/catalogue/held';

/** Wrong passcodes, name by name and address by address: the next try waits longer each time, and the owner is told. Kept while the program runs. */

/** Slips of the finger cost nothing. */
const FREE = 3;
/** From one address: a tablet is used by several hands. */
const FREE_OF_ADDRESS = 10;
const MAX_WAIT_S = 300;
/** From so many on the Floor says it. */
const TOLD_FROM = 5;
/** So many names and addresses are remembered; the oldest are forgotten first. */
const MAX_KEPT = 10_000;

interface Guesses {
  wrong: number;
  /** The next try counts from then on, ms. */
  from: number;
}

type Guesser = { technicianId: number; address: string };

const { value: noted } = held('guesses', () => new Map<string, Guesses>());
const guesses = (): Map<string, Guesses> => noted;

const keysOf = ({ technicianId, address }: Guesser): { key: string; free: number }[] => [
  { key: `name ${technicianId}`, free: FREE },
  ...(address === '' ? [] : [{ key: `address ${address}`, free: FREE_OF_ADDRESS }]),
];

/** Seconds until this name may be tried again from this address; 0 for now. */
export const waitS = (who: Guesser, now = Date.now()): number =>
  Math.max(0, ...keysOf(who).map(({ key }) => Math.ceil(((guesses().get(key)?.from ?? 0) - now) / 1000)));

/** A wrong one: after the free ones the wait doubles with each, from two seconds to five minutes. */
export function noteWrong(who: Guesser, now = Date.now()): void {
  for (const { key, free } of keysOf(who)) {
    const wrong = (guesses().get(key)?.wrong ?? 0) + 1;
    const wait = wrong < free ? 0 : Math.min(MAX_WAIT_S, 2 ** (wrong - free + 1));
    guesses().delete(key);
    guesses().set(key, { wrong, from: now + wait * 1000 });
  }
  for (const key of guesses().keys()) {
    if (guesses().size <= MAX_KEPT) break;
    guesses().delete(key);
  }
}

/** The right one ends the count of its name; an address that guesses at many is not forgiven for knowing one. */
export const noteRight = ({ technicianId }: Guesser): void => void guesses().delete(`name ${technicianId}`);

const told = (kind: 'name' | 'address', free: number): { of: string; wrong: number }[] =>
  [...guesses()].flatMap(([key, { wrong }]) =>
    key.startsWith(`${kind} `) && wrong >= free ? [{ of: key.slice(kind.length + 1), wrong }] : [],
  );

/** The names somebody is guessing at, and the addresses that guess. */
export const guessedAt = (): { technicianId: number; wrong: number }[] =>
  told('name', TOLD_FROM).map(({ of, wrong }) => ({ technicianId: Number(of), wrong }));
export const guessedFrom = (): { address: string; wrong: number }[] =>
  told('address', FREE_OF_ADDRESS).map(({ of, wrong }) => ({ address: of, wrong }));
