import type { Role } from '@/catalogue/roles';

/** The people of the shop as their page has them. */
export interface PeopleState {
  technicians: { id: number; name: string; role: Role; hasPasscode: boolean }[];
  /** An owner with a passcode. */
  hasOwner: boolean;
  /** Scripts that may ask the compute contract. */
  scripts: { id: number; name: string; madeAt: string }[];
  sessions: { id: number; name: string; device: string; address: string; begunAt: string; endsAt: string }[];
}
