import type { Entries } from '@/catalogue/entry';
import { type DamperKey, END_OF, PISTONS } from '@/catalogue/fields/damper';
import { type DamperKind, pistonId } from '@/knowledge/damperKinds';
import { usual } from '@/knowledge/inForce';
import { choiceOf } from './read';

export type { DamperKind };

const kindBy = (id: string) => usual().pistons.find((kind) => kind.id === id) ?? null;

/** What is usual of the piston or the damping rod named for a damper; null where none is named. */
export function pistonOf(machine: Entries, damper: DamperKey): DamperKind | null {
  if (END_OF[damper] === 'rear') {
    const named = choiceOf(machine, `machine.damper.rear.piston`, PISTONS.rear);
    return named && kindBy(pistonId('rear', named));
  }
  const named = choiceOf(machine, damper === 'front' ? 'machine.damper.front.piston' : 'machine.damper.other.piston', PISTONS.front);
  return named && kindBy(pistonId('front', named));
}
