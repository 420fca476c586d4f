import type { Entries } from '@/catalogue/entry';
import { textOf } from './read';

/** Left and right leg each have their own figures. */
export const hasUnlikeLegs = (machine: Entries): boolean => textOf(machine, 'machine.damper.front.legs') === 'unlike';
