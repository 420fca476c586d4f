import type { SetupDocument } from '@/schema/documents';
import type { SetupLine } from '../model/setups';

/** What a set-up card says, on the screen and on paper: one reading of the documents as they were recorded, nothing worked out anew. */
export interface CardFacts {
  id: number;
  machineId: number;
  jobId: number;
  kind: 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride';
  recordedAt: string;
  machine: string;
  registration: string;
  customer: string;
  /** Who signed the rebuild it belongs to; '' where none was signed. */
  technician: string;
  /** The rider it was set up for, as signed; '' where nobody noted him. */
  rider: string;
  lines: SetupLine[];
  sag: SetupDocument['sag'];
  /** Wheel travel as signed; null where it was not known then. */
  travelMm: { rear: number | null; front: number | null };
}
