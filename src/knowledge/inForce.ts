import { held } from '@/catalogue/held';
import { type DamperKind, PISTON_KINDS } from './damperKinds';
import { type Ground, GROUNDS } from './ground';
import { MACHINE_KINDS, type MachineKind } from './kinds';
import type { MachineType } from '@/catalogue/fields/machine';

/**
 * What is usual, as the shop's book has it: kinds of machine, kinds of piston, kinds of ground. One shop, one book: what the book says is in force for the
 * whole process (and for the whole page), as decision 0022 has it. Nobody else changes it while something is judged.
 */
export interface Usual {
  kinds: readonly MachineKind[];
  pistons: readonly DamperKind[];
  grounds: readonly Ground[];
}

/** Pages the shop has changed; none where the book stands as it began. */
export type ChangedUsual = { readonly [K in keyof Usual]?: Usual[K] };

const BEGUN: Usual = { kinds: MACHINE_KINDS, pistons: PISTON_KINDS, grounds: GROUNDS };

const inForce = held('usual', (): { usual: Usual; changed: ChangedUsual } => ({ usual: BEGUN, changed: {} }));

export const usual = (): Usual => inForce.value.usual;

/** The pages changed that are in force: what another thread is handed, so that it judges by the same book. */
export const changedInForce = (): ChangedUsual => inForce.value.changed;

/** A kind of machine as the book has it. */
export const kindOf = (id: MachineType): MachineKind => usual().kinds.find((kind) => kind.id === id)!;

const overlaid = <T extends { id: string }>(begun: readonly T[], changed: readonly T[] = []): T[] =>
  begun.map((page) => changed.find((c) => c.id === page.id) ?? page);

/** Puts the pages changed in place of those the book began with; pages not named stand as they began. */
export function putInForce(changed: ChangedUsual): void {
  inForce.value = {
    usual: {
      kinds: overlaid(BEGUN.kinds, changed.kinds),
      pistons: overlaid(BEGUN.pistons, changed.pistons),
      grounds: overlaid(BEGUN.grounds, changed.grounds),
    },
    changed,
  };
}
