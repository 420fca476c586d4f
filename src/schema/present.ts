import type { DamperKey } from '@/catalogue/fields/damper';
import type { ValveName } from '@/core/damper/damper';
import type { SetupDocument } from './documents';

/** A complaint as it was told. */
export interface ComplaintTold {
  phrase: string;
  place: string;
  end: string;
  words: string;
}

/** A machine as it stands now, at a glance: what is in it, for whom it was set, what was told of it and how it rode. */
export interface Present {
  machineId: number;
  machine: string;
  setup: { id: number; jobId: number; kind: 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride'; at: string };
  document: SetupDocument;
  /** The newest sags read, and whether something was changed since; null where none was ever read. */
  sag: { values: SetupDocument['sag']; at: string; isBefore: boolean } | null;
  stacks: { damper: DamperKey; valve: ValveName; text: string }[];
  /** What it carried when it was set, as signed. */
  setFor: string[];
  /** Told when it came in the last time, and since. */
  cameWith: ComplaintTold[];
  since: ComplaintTold[];
  /** '' where nobody told. */
  rode: '' | 'better' | 'same' | 'worse';
}
