import type { End, Side } from './ends';
import type { DamperKey } from './fields/damper';
import type { SetupKey } from './fields/setup';

/** A clicker's place in a set-up: `found.`, `fitted.` or `set.as.` goes before it, `.out` or `.range` after. */
export type ClickerKey = SetupKey extends infer K ? (K extends `${infer Base}.out` ? Base : never) : never;

/** Which field is which clicker: of the shock, of a fork's legs, and of the right leg where the legs are unlike. Compression is the slow one where there are two. */
export const CLICKERS = {
  rear: { compression: 'rear.lowCompression', rebound: 'rear.rebound' },
  front: { compression: 'front.compression.left', rebound: 'front.rebound.left' },
  other: { compression: 'front.compression.right', rebound: 'front.rebound.right' },
} as const satisfies Record<DamperKey, Record<Side, ClickerKey>>;
export const HIGH_COMPRESSION = 'rear.highCompression' satisfies ClickerKey;

/** The same clicker on every leg of an end. */
export const clickersOf = (end: End, side: Side): readonly ClickerKey[] =>
  end === 'rear' ? [CLICKERS.rear[side]] : [CLICKERS.front[side], CLICKERS.other[side]];
