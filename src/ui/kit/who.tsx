'use client';
import { createContext, type ReactNode, useContext } from 'react';
import { forgetPages } from './Offline';
import type { Role } from '@/catalogue/roles';

/** Who is signed in at this browser; null where nobody is, as at the shop's own computer while the shop is closed to the network. */
export interface Who {
  technicianId: number;
  name: string;
  role: Role;
}

const Context = createContext<Who | null>(null);

export const WhoProvider = ({ who, children }: { who: Who | null; children: ReactNode }) => (
  <Context.Provider value={who}>{children}</Context.Provider>
);
export const useWho = (): Who | null => useContext(Context);

/** Out of the door: the whole page is fetched anew, so that nothing of the book stays on the screen or in what was fetched. */
export const leave = (): void =>
  void forgetPages()
    .catch(() => undefined)
    .then(() => window.location.replace(new URL('/sign-in', window.location.origin)));
