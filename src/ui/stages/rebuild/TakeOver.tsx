'use client';
import { DataTable } from '../../kit/DataTable';
import { useState } from 'react';
import { jobNumber } from '@/catalogue/jobs';
import { type TakenOver, takenOver, takenOverName, wantedSoFar } from '@/judgement/job/takeOver';
import { leftAnswer, type LeftByJob } from '@/schema/answers';
import { useFieldStore, useLive, useSystem } from '../../fields/context';
import { Fold } from '../../kit/Fold';
import { NotRead } from '../../kit/NotRead';
import { PlainField } from '../../kit/PlainField';
import { Button, Small, Wide } from '../../kit/primitives';
import { useRead } from '../../kit/read';
import { dayWords } from '@/catalogue/days';

/** Another job's specification as what is wanted here: looked at first, then taken as a whole, each figure changed afterwards like any other. */
export function TakeOver() {
  const [number, setNumber] = useState('');
  const [asked, setAsked] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const reading = useRead(asked === null ? null : `/api/jobs/${asked}/left`, leftAnswer);
  const look = () => {
    const typed = /^\s*0*(\d{1,9})\s*$/.exec(number)?.[1];
    setProblem(typed ? null : 'Give the number of a job, for example 0113.');
    setAsked(typed ? Number(typed) : null);
  };
  return (
    <Fold title="Take over another job’s specification">
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <div style={{ width: '12rem' }}>
          <PlainField label="Number of the other job" isNumber value={number} onChange={setNumber} problem={problem} />
        </div>
        <Button onPress={look}>Look at what it left</Button>
      </div>
      <NotRead reading={reading} />
      {reading.value && <Left key={reading.value.jobId} left={reading.value} />}
    </Fold>
  );
}

function Left({ left }: { left: LeftByJob }) {
  const store = useFieldStore();
  const [said, setSaid] = useState('');
  const system = useSystem();
  const rows = takenOver(left, system);
  const take = () => {
    store.fill(rows);
    setSaid(
      `${rows.length} figures stand as wanted. What does not suit this rider and load is changed under Springs and Valves, or at the table.`,
    );
  };
  return (
    <>
      <p style={{ padding: '0.5rem 0' }}>
        <b>{left.machine}</b>, job {jobNumber(left.jobId)}{' '}
        <Small>as it left {dayWords(left.at)}; its rider, load and roads were its own</Small>
      </p>
      <LeftTable left={left} rows={rows} />
      <p style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap', padding: '0.5rem 0' }}>
        <Button onPress={take} isDisabled={rows.length === 0}>
          Take these as wanted
        </Button>
        <Small role="status">{said}</Small>
      </p>
    </>
  );
}

/** What stood there beside what is wanted here so far. */
function LeftTable({ left, rows }: { left: LeftByJob; rows: TakenOver[] }) {
  const live = useLive();
  const system = useSystem();
  return (
    <Wide>
      <DataTable
        label={`What job ${jobNumber(left.jobId)} left`}
        rows={rows}
        keyOf={(row) => row.field}
        columns={[
          { name: 'Item', cell: (row) => takenOverName(row) },
          { name: 'There', cell: (row) => row.there },
          { name: 'Wanted here so far', cell: (row) => wantedSoFar(live, row, system) || <Small>–</Small> },
        ]}
      />
    </Wide>
  );
}
