'use client';
import { jobNumber } from '@/catalogue/jobs';
import type { ModelTorque } from '@/judgement/model/torqueTable';
import { NotRead } from '../kit/NotRead';
import { QuietButton, Small, LineTable, Wide } from '../kit/primitives';
import { useRead } from '../kit/read';

const range = ({ leastNm, mostNm }: ModelTorque) => (leastNm === mostNm ? `${leastNm} N·m` : `${leastNm} to ${mostNm} N·m`);

/** Torques this shop recorded on machines of the model: a memory of what the wrench showed, never what it should show. */
export function ModelTorques({ machineId, onNote }: { machineId: number; onNote?: (row: ModelTorque) => void }) {
  const reading = useRead<{ jobs: number; rows: ModelTorque[] }>(`/api/machines/${machineId}/torques`);
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
          <Wide>
            <LineTable aria-label="Torques recorded on this model">
              <thead>
                <tr>
                  <th>Fastener</th>
                  <th className="number">Recorded</th>
                  <th className="number">Times, job</th>
                  <th>Said to come from</th>
                  {onNote && (
                    <th>
                      <span className="visually-hidden">Note it</span>
                    </th>
                  )}
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.place}>
                    <td>{row.place}</td>
                    <td className="number">{range(row)}</td>
                    <td className="number">
                      {row.count} <Small>last {jobNumber(row.jobId)}</Small>
                    </td>
                    <td>{row.origins.join('; ') || <Small>▲ not written down</Small>}</td>
                    {onNote && (
                      <td>
                        <QuietButton onPress={() => onNote(row)} aria-label={`Note ${row.place} here`}>
                          Note it here
                        </QuietButton>
                      </td>
                    )}
                  </tr>
                ))}
              </tbody>
            </LineTable>
          </Wide>
        </>
      )}
    </section>
  );
}
