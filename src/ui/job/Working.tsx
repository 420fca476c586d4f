'use client';
import { Fragment } from 'react';
import type { WorkingStep } from '@/core/working';
import { Small, Heading, Table } from '../kit/primitives';
import { useBench } from './BenchContext';

const figure = (x: number) =>
  (Math.abs(x) >= 1000 ? x.toFixed(0) : Math.abs(x) >= 100 ? x.toFixed(1) : x.toFixed(2)).replace(/\.?0+$/, (z) =>
    z.includes('.') ? '' : z,
  );

/** The shown working: formula, numbers put in with their origin, result and source. Opened by the key W. */
export function Working({ steps }: { steps: WorkingStep[] }) {
  const { working } = useBench();
  if (!working) return null;
  return (
    <section aria-label="Working">
      <Heading>Working</Heading>
      {steps.length === 0 && <Small>Nothing is computed here yet.</Small>}
      {steps.map((s, i) => (
        <StepWorking key={`${s.label}-${i}`} s={s} />
      ))}
    </section>
  );
}

function StepWorking({ s }: { s: WorkingStep }) {
  return (
    <Fragment>
      <Table>
        <caption style={{ textAlign: 'left', fontWeight: 650, paddingTop: '0.5rem' }}>
          {s.label} = {s.formula} = {figure(s.result)} {s.unit}
        </caption>
        <tbody>
          {s.inputs.map((input, k) => (
            <tr key={`${input.symbol}-${k}`}>
              <td>{input.symbol}</td>
              <td className="number">
                {figure(input.value)} {input.unit}
              </td>
              <td>
                <Small>{input.origin}</Small>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Small>Source: {s.source}.</Small>
    </Fragment>
  );
}

/** Said above a stage that is part of a signed record. */
export function SealedNote() {
  const { sealed } = useBench();
  if (!sealed) return null;
  return (
    <p style={{ marginBottom: '0.75rem' }}>
      <b>Signed.</b> <Small>This part of the job stands as recorded. Corrections are added under Rebuild.</Small>
    </p>
  );
}
