'use client';
import { DataTable } from '../../kit/DataTable';
import { jobOpenedAnswer } from '@/schema/answers';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { jobNumber } from '@/catalogue/jobs';
import type { Change } from '@/judgement/job/changes';
import { TableFiles } from '../../kit/TableFiles';
import { Titled } from '../../kit/parts';
import { Button, Empty, LinkButton, Small, Wide } from '../../kit/primitives';
import { dayWords, timeWords } from '@/catalogue/days';
import { useForm } from '../../kit/useForm';
import { Shell } from '../../layout/Shell';

interface Props {
  jobId: number;
  machine: string;
  changes: Change[];
  /** Where older ones begin; null where these are the oldest. */
  olderBefore: number | null;
}

/** Who wrote what when in one job, newest first; nothing of it is ever overwritten. */
export function JobHistory({ jobId, machine, changes, olderBefore }: Props) {
  return (
    <Shell title={`History of job ${jobNumber(jobId)}`} about={machine}>
      <p style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap', marginBottom: '1rem' }}>
        <LinkButton href={`/jobs/${jobId}`}>Back to the job</LinkButton>
        <Duplicate jobId={jobId} />
      </p>
      <Titled title="What was written, newest first" aside="what was taken back stands here too">
        {changes.length === 0 && <Empty>Nothing is written in this job yet.</Empty>}
        {changes.length > 0 && <Changes changes={changes} />}
        {changes.length > 0 && <TableFiles table="history" what="the whole history" filter={{ job: String(jobId) }} />}
        {olderBefore !== null && <Link href={`/jobs/${jobId}/history?before=${olderBefore}`}>Older ones</Link>}
      </Titled>
    </Shell>
  );
}

/** A further job for the same machine that begins with what this one was asked. */
function Duplicate({ jobId }: { jobId: number }) {
  const router = useRouter();
  const form = useForm({});
  const open = async () => {
    const came = await form.send(`/api/jobs/${jobId}/duplicate`, {}, jobOpenedAnswer);
    if (came) router.push(`/jobs/${came.jobId}/ask`);
  };
  return (
    <>
      <Button onPress={() => void open()} isDisabled={form.busy}>
        Open a job like this one
      </Button>
      <Small>same customer, machine, rider, load, roads and complaints; nothing measured</Small>
      {form.whole && <span role="alert">▲ {form.whole}</span>}
    </>
  );
}

function Changes({ changes }: { changes: readonly Change[] }) {
  return (
    <Wide>
      <DataTable
        label="History of the job"
        rows={changes}
        keyOf={(c) => c.id}
        columns={[
          {
            name: 'When and who',
            cell: ({ at, who, device }) => (
              <span style={{ whiteSpace: 'nowrap' }}>
                {dayWords(at)}
                <br />
                <Small suppressHydrationWarning>
                  {[timeWords(at), who || 'nobody named', device !== 'by hand' && device].filter(Boolean).join(', ')}
                </Small>
              </span>
            ),
          },
          { name: 'What', cell: (c) => c.what },
          { name: 'Before', cell: (c) => c.before ?? <Small>–</Small> },
          {
            name: 'Since',
            cell: ({ now, isUndoing }) => (
              <>
                <b>{now === '' ? 'emptied' : now}</b>
                {isUndoing && <Small> taken back</Small>}
              </>
            ),
          },
        ]}
      />
    </Wide>
  );
}
