'use client';
import { DataTable } from '../kit/DataTable';
import { fieldDef } from '@/catalogue/fields';
import { jobNumber } from '@/catalogue/jobs';
import type { System } from '@/catalogue/system';
import { isQuantity, oneUnit } from '@/judgement/model/bothUnits';
import { modelTorquesAnswer, type ModelTorque } from '@/schema/answers';
import { useSystem } from '../fields/context';
import { NotRead } from '../kit/NotRead';
import { QuietButton, Small, Wide } from '../kit/primitives';
import { useRead } from '../kit/read';

const TORQUE = fieldDef('torque.1.value');

/** What was recorded, in the units shown: one figure, or the least and the most. */
function recordedWords({ leastNm, mostNm }: ModelTorque, system: System): string {
  if (!isQuantity(TORQUE)) return '';
  const [least, most] = [oneUnit(leastNm, TORQUE, system), oneUnit(mostNm, TORQUE, system)];
  return least === most ? least : `${least} to ${most}`;
}

/** Torques this shop recorded on machines of the model: a memory of what the wrench showed, never what it should show. */
export function ModelTorques({ machineId, onNote }: { machineId: number; onNote?: (row: ModelTorque) => void }) {
  const reading = useRead(`/api/machines/${machineId}/torques`, modelTorquesAnswer);
  const { rows = [], jobs = 0 } = reading.value ?? {};
  return (
    <section aria-label="Torques of this model">
      <NotRead reading={reading} />
      {reading.value && rows.length === 0 && <Small>No signed job of this model recorded a torque yet.</Small>}
      {rows.length > 0 && (
        <>
          <Small>
            As {jobs} signed {jobs === 1 ? 'job' : 'jobs'} of this model recorded them; the maker’s manual decides.
          </Small>
          <TorqueTable rows={rows} onNote={onNote} />
        </>
      )}
    </section>
  );
}

function TorqueTable({ rows, onNote }: { rows: ModelTorque[]; onNote: ((row: ModelTorque) => void) | undefined }) {
  const system = useSystem();
  return (
    <Wide>
      <DataTable
        isPressed
        label="Torques recorded on this model"
        rows={rows}
        keyOf={(row) => row.place}
        columns={[
          { name: 'Fastener', cell: (row) => row.place },
          { name: 'Recorded', figure: true, cell: (row) => recordedWords(row, system) },
          {
            name: 'Times, job',
            figure: true,
            cell: (row) => (
              <>
                {row.count} <Small>last {jobNumber(row.jobId)}</Small>
              </>
            ),
          },
          { name: 'Said to come from', cell: (row) => row.origins.join('; ') || <Small>▲ not written down</Small> },
          {
            when: onNote !== undefined,
            name: <span className="visually-hidden">Note it</span>,
            cell: (row) => (
              <QuietButton onPress={() => onNote?.(row)} aria-label={`Note ${row.place} here`}>
                Note it here
              </QuietButton>
            ),
          },
        ]}
      />
    </Wide>
  );
}
