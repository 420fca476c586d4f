import type { DamperKey } from '@/catalogue/fields/damper';
import type { ValveName } from '@/core/damper/damper';
import type { SetupDocument } from './documents';

/** Machines like this one: how far another job is from this, in terms a technician would name; what was in it and how it rode. Never an order. */
export interface Likeness {
  type: string;
  use: string;
  riderKg: number | null;
  machineKg: number | null;
  rearTravelMm: number | null;
  frontTravelMm: number | null;
}

export interface Alike extends Likeness {
  jobId: number;
  machineId: number;
  machine: string;
  feel: string;
  at: string;
  distance: number;
  document: SetupDocument;
  /** Its stacks as built, else as specified: "rear rebound 40 × 0.20 × 7 …". */
  stacks: string[];
}

/** What a signed job left its machine with, to be aimed at by another. */
export interface LeftByJob {
  jobId: number;
  machine: string;
  at: string;
  document: SetupDocument;
  /** Shims as built, else as specified. */
  stacks: { damper: DamperKey; valve: ValveName; text: string }[];
}
