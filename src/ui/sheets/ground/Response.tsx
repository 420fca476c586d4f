'use client';
import { type Column, DataTable } from '../../kit/DataTable';
import { useCallback } from 'react';
import { measureById } from '@/judgement/ground/measures';
import type { Sensitivity } from '@/judgement/ground/rides';
import { AS_IT_IS_TO_BE } from '@/judgement/ground/fits';
import { joined, signed } from '@/core/units/say';
import { Fold } from '../../kit/Fold';
import { Sentence } from '../../kit/Sentence';
import { Empty, Small, Wide } from '../../kit/primitives';
import type { Asked } from './asked';
import { type Ground, useAtWork } from '../../job/useGround';
import { ridingWords, WorkLine } from '../../job/WorkLine';

const SHOWN = ['seat', 'hands', 'pitch', 'rear.grip', 'front.grip', 'rear.max', 'front.max'];

/** How each figure answers each clicker and the next spring of the list. */
export function Response({ asked }: { asked: Asked }) {
  const ask = useCallback(
    (worker: Ground, tell: (p: { share: number }) => void) => worker.sensitivities(asked, AS_IT_IS_TO_BE, SHOWN, tell),
    [asked],
  );
  const work = useAtWork<{ share: number }, Sensitivity[]>(ask);
  const { answer } = work;
  return (
    <Fold title="What each adjuster would do" aside="rides with it to either side">
      <WorkLine of={work} doing={ridingWords(work.progress)} action="Ride them" />
      {answer?.length === 0 && (
        <Empty>No clicker’s needle is measured, and no spring is chosen: nothing that could be turned is known well enough.</Empty>
      )}
      {answer && answer.length > 0 && <ResponseTable of={answer} />}
    </Fold>
  );
}

/** A change of a measure, with its sign; one nobody would feel in a single step is still said. */
function changeSaid(id: string, by: number) {
  const shown = measureById(id).said(by);
  if (typeof shown === 'object' && 'unit' in shown) return signed(shown);
  const text = typeof shown === 'string' ? shown : joined([shown]);
  return typeof text === 'string' && by > 0 ? `+${text}` : text;
}

function ResponseTable({ of }: { of: readonly Sensitivity[] }) {
  return (
    <Wide>
      <DataTable
        label="What each adjuster would do"
        rows={of}
        keyOf={(s) => s.id}
        columns={[
          {
            name: 'One step',
            cell: (s) => (
              <>
                {s.name} <Small>{s.unit}</Small>
              </>
            ),
          },
          ...SHOWN.map((id): Column<Sensitivity> => ({
            name: measureById(id).name,
            figure: true,
            cell: (s) => <Sentence of={changeSaid(id, s.perUnit[id]!)} />,
          })),
        ]}
      />
    </Wide>
  );
}
