'use client';
import { useState } from 'react';
import type { Stretch } from '@/core/ride/course';
import { celsius } from '@/core/units/say';
import { ENDS, END_NAMES } from '@/catalogue/ends';
import { measureById, MEASURES } from '@/judgement/ground/measures';
import type { RiddenFit } from '@/judgement/ground/rides';
import { Pick } from '../../kit/Pick';
import { Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';
import { Sentence } from '../../kit/Sentence';
import { EndName, Small, Table, Wide } from '../../kit/primitives';

const ALL = 'all';
const WHOLE = MEASURES.filter((m) => m.end === null);
/** Measures of an end, by what stands after its name. */
const OF_ENDS = MEASURES.filter((m) => m.end === 'rear').map((m) => m.id.replace('rear.', ''));
const sentenceCase = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** Every measure of every ride, over the whole of it or one stretch. */
export function MeasuresTable({ rides, stretches }: { rides: readonly RiddenFit[]; stretches: readonly Stretch[] }) {
  const [where, setWhere] = useState(ALL);
  const of = (r: RiddenFit) => (where === ALL ? r.whole : (r.stretches[Number(where)] ?? r.whole));
  const inUnits = useSaid();
  return (
    <Titled title="Figure by figure" aside="as simulated">
      <div style={{ maxWidth: '20rem' }}>
        <Pick
          label="Over"
          value={where}
          options={[
            { value: ALL, label: 'The whole ride' },
            ...stretches.map((s, i) => ({ value: String(i), label: `${s.name}, ${Math.round(s.seconds)} s` })),
          ]}
          onPick={setWhere}
        />
      </div>
      <Wide>
        <Table aria-label="Figure by figure">
          <thead>
            <tr>
              <th rowSpan={2}>Figure</th>
              {rides.map((r) => (
                <th key={r.fit.id} className="number" colSpan={2} style={{ width: `${78 / rides.length}%` }}>
                  {r.fit.name}
                </th>
              ))}
            </tr>
            <tr>
              {rides.flatMap((r) =>
                ENDS.map((end) => (
                  <th key={r.fit.id + end} className="number">
                    <EndName $end={end}>{END_NAMES[end]}</EndName>
                    <br />
                    <Small>{inUnits(r.springs[end])}</Small>
                  </th>
                )),
              )}
            </tr>
          </thead>
          <tbody>
            {WHOLE.map((m) => (
              <tr key={m.id}>
                <td>{m.name}</td>
                {rides.map((r) => (
                  <td key={r.fit.id} className="number" colSpan={2}>
                    <Sentence of={m.said(m.of(of(r)))} />
                  </td>
                ))}
              </tr>
            ))}
            {OF_ENDS.map((id) => (
              <tr key={id}>
                <td>{sentenceCase(measureById(`rear.${id}`).name.replace(/^Rear: /, ''))}</td>
                {rides.flatMap((r) =>
                  ENDS.map((end) => {
                    const m = measureById(`${end}.${id}`);
                    return (
                      <td key={r.fit.id + end} className="number">
                        <Sentence of={m.said(m.of(of(r)))} />
                      </td>
                    );
                  }),
                )}
              </tr>
            ))}
            <tr>
              <td>Oil after ten minutes of all of it</td>
              {rides.flatMap((r) =>
                ENDS.map((end) => (
                  <td key={r.fit.id + end} className="number">
                    <Sentence of={celsius(r.oilC[end])} />
                  </td>
                )),
              )}
            </tr>
          </tbody>
        </Table>
      </Wide>
    </Titled>
  );
}
