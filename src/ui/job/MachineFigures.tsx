'use client';
import { MACHINE_FIGURES, MACHINE_SHEET } from '@/catalogue/fields/machine';
import { FieldsProvider } from '../fields/context';
import { useBench } from './BenchContext';
import { FieldsOf } from '../fields/parts';

/** The machine's own figures, recorded with the machine and not with the job. */
export function MachineFigures({ only }: { only?: readonly string[] }) {
  const { machineStore } = useBench();
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={only ? MACHINE_FIGURES.filter((f) => only.includes(f.key)) : MACHINE_FIGURES} />
    </FieldsProvider>
  );
}

/** What the maker's sheet asks for. */
export function MachineSheet() {
  const { machineStore } = useBench();
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={MACHINE_SHEET} />
    </FieldsProvider>
  );
}
