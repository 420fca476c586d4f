'use client';
import { createContext, type ReactNode, useContext } from 'react';

const Context = createContext(false);

/** Whether the shop has instruments: pages of a shop without any listen for none. */
export const HasInstruments = ({ there, children }: { there: boolean; children: ReactNode }) => (
  <Context.Provider value={there}>{children}</Context.Provider>
);
export const useHasInstruments = (): boolean => useContext(Context);
