'use client';
import { DataTable } from '../../kit/DataTable';
import Link from 'next/link';
import { useDeferredValue, useState } from 'react';
import { jobNumber } from '@/catalogue/jobs';
import { auditAnswer, type AuditLine } from '@/schema/answers';
import { TableFiles } from '../../kit/TableFiles';
import { NotRead } from '../../kit/NotRead';
import { Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Empty, QuietButton, Small } from '../../kit/primitives';
import { useRead } from '../../kit/read';
import { dayWords, timeWords } from '@/catalogue/days';

/** As many as the route gives at once. */
const A_PAGE = 100;

/** Who did what when, searched by words. What was typed stands in the records, not here. */
export function AuditPage() {
  const [words, setWords] = useState('');
  const [before, setBefore] = useState(0);
  const asked = useDeferredValue(words.trim());
  const reading = useRead(`/api/audit?q=${encodeURIComponent(asked)}&before=${before}`, auditAnswer);
  const lines = reading.value;
  return (
    <Titled title="What was done" aside="by whom and when, the newest first">
      <PlainField
        label="Find: a name, a job's number, what was done"
        value={words}
        onChange={(text) => {
          setWords(text);
          setBefore(0);
        }}
      />
      <NotRead reading={reading} />
      {lines?.length === 0 && <Empty>Nothing was done that these words fit.</Empty>}
      {lines && lines.length > 0 && <Lines lines={lines} />}
      {lines && lines.length > 0 && <TableFiles table="audit" what="all that fits these words" filter={{ q: asked }} />}
      <p>
        {before > 0 && <QuietButton onPress={() => setBefore(0)}>the newest</QuietButton>}
        {lines?.length === A_PAGE && <QuietButton onPress={() => setBefore(lines.at(-1)!.id)}>older</QuietButton>}
      </p>
    </Titled>
  );
}

function Lines({ lines }: { lines: AuditLine[] }) {
  return (
    <DataTable
      label="What was done"
      rows={lines}
      keyOf={(l) => l.id}
      columns={[
        { name: 'When', cell: (l) => <span style={{ whiteSpace: 'nowrap' }}>{`${dayWords(l.at)} ${timeWords(l.at)}`}</span> },
        {
          name: 'Who',
          cell: ({ who, address }) => (
            <>
              {who === '' ? 'this computer' : who}{' '}
              <Small>{/^(::1|127\.|::ffff:127\.|$)/.test(address) ? '' : address.replace('::ffff:', '')}</Small>
            </>
          ),
        },
        {
          name: 'What',
          cell: ({ act, jobId, machineId }) => (
            <>
              {act.replace(/, (job|machine) \d+$/, '')}
              {jobId !== null && (
                <>
                  , <Link href={`/jobs/${jobId}`}>job {jobNumber(jobId)}</Link>
                </>
              )}
              {machineId !== null && (
                <>
                  , <Link href={`/machines/${machineId}`}>machine {machineId}</Link>
                </>
              )}
            </>
          ),
        },
      ]}
    />
  );
}
