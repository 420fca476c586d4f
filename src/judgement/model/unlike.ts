import type { End } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import { type DamperKey, DAMPERS, END_OF } from '@/catalogue/fields/damper';
import { shocksOf } from './ends';
import { textOf } from './read';

const legsText = (machine: Entries): string => textOf(machine, 'machine.damper.front.legs');

/** Left and right leg each have their own figures. */
export const hasUnlikeLegs = (machine: Entries): boolean => legsText(machine) === 'unlike';

/** Dampers whose stacks a job may hold: the right leg only where legs are unlike. */
export const dampersOf = (machine: Entries): DamperKey[] => DAMPERS.filter((d) => d !== 'other' || hasUnlikeLegs(machine));

/** Those of one end. */
export const kindsAt = (machine: Entries, end: End): DamperKey[] => dampersOf(machine).filter((d) => END_OF[d] === end);

/** Every damper that works at one end, one beside another, by whose figures it has. */
export function dampersAt(machine: Entries, end: End): DamperKey[] {
  const kinds = kindsAt(machine, end);
  if (kinds.length > 1) return kinds;
  const alike = end === 'rear' ? shocksOf(machine) : legsText(machine) === 'one' ? 1 : 2;
  return Array.from({ length: alike }, () => kinds[0]!);
}

/** Among how many dampers what an end needs is shared out: unlike legs are aimed at together, the fork is then one. */
export const sharedAmong = (machine: Entries, end: End): number =>
  end === 'front' && hasUnlikeLegs(machine) ? 1 : dampersAt(machine, end).length;
