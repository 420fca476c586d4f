'use client';
import { MACHINE_FIGURES } from '@/schema/fields/machine';
import { FieldsProvider } from '../fields/context';
import { useBench } from './BenchContext';
import { FieldsOf } from './parts';

/** The machine's own figures, recorded with the machine and not with the job. */
export function MachineFigures({ only }: { only?: readonly string[] }) {
  const { machineStore } = useBench();
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={only ? MACHINE_FIGURES.filter((f) => only.includes(f.key)) : MACHINE_FIGURES} />
    </FieldsProvider>
  );
}
