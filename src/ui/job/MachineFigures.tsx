'use client';
import { MACHINE_FIGURES, MACHINE_SERVICE, MACHINE_SHEET, MACHINE_STANDARD_FOR } from '@/catalogue/fields/machine';
import { FieldsProvider, useLive } from '../fields/context';
import { useBench } from './BenchContext';
import { FieldsOf } from '../fields/parts';
import { Fold } from '../kit/Fold';
import { SetupFields } from './SetupFields';

/** The machine's own figures, recorded with the machine and not with the job. */
export function MachineFigures({ only }: { only?: readonly string[] }) {
  const { machineStore } = useBench();
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={only ? MACHINE_FIGURES.filter((f) => only.includes(f.key)) : MACHINE_FIGURES} />
    </FieldsProvider>
  );
}

/** The maker's standard set-up, of the machine whose store is given. */
export function StandardSetup() {
  const live = useLive();
  return (
    <Fold title="Maker’s standard set-up">
      <FieldsOf defs={MACHINE_STANDARD_FOR} />
      <SetupFields prefix="standard" machine={live} />
    </Fold>
  );
}

/** When the maker's own book asks for a service, of the machine whose store is given. */
export const MakersService = () => (
  <Fold title="Maker’s service">
    <FieldsOf defs={MACHINE_SERVICE} />
  </Fold>
);

/** What the maker's sheet asks for. */
export function MachineSheet() {
  const { machineStore } = useBench();
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={MACHINE_SHEET} />
      <MakersService />
      <StandardSetup />
    </FieldsProvider>
  );
}
