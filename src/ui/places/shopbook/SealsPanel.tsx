'use client';
import { sealedRecordAnswer, sealsAnswer, type SealsAnswer } from '@/schema/answers';
import { useState } from 'react';
import { jobNumber } from '@/catalogue/jobs';
import { BROKEN_WORDS, sealShown, sealTyped } from '@/schema/sealWords';
import Link from 'next/link';
import { PlainField } from '../../kit/PlainField';
import { NotRead } from '../../kit/NotRead';
import { Titled } from '../../kit/parts';
import { Button, Small, Warn } from '../../kit/primitives';
import { useRead } from '../../kit/read';

/** Whether what was signed still stands as signed: every record reckoned anew on request. */
export function SealsPanel() {
  const [checks, setChecks] = useState(0);
  const reading = useRead(checks === 0 ? null : `/api/seals?check=${checks}`, sealsAnswer);
  const found = reading.value;
  return (
    <Titled title="Signed records" aside="also by npm run seals">
      <p style={{ paddingBottom: '0.5rem' }}>
        <Small>
          Each carries the seal of the one before it: a record changed, left out or slipped in breaks every seal after it. It covers the
          record, who signed it, when and why, every entry of the job, the set-ups it left, what was taken from the drawers, and the
          pictures.
        </Small>
      </p>
      <Button onPress={() => setChecks(checks + 1)}>Check every seal</Button>
      <NotRead reading={reading} />
      {found && <SealsFound found={found} />}
      <FromPaper />
      {found?.broken.map((b) => (
        <Warn key={`${b.id} ${b.what}`}>
          Record {b.id} of job {jobNumber(b.jobId)}: {BROKEN_WORDS[b.what]}.
        </Warn>
      ))}
    </Titled>
  );
}

/** A seal read from a card or a job sheet: the record it belongs to is still there, or the chain was cut behind it. */
function FromPaper() {
  const [typed, setTyped] = useState('');
  const digits = sealTyped(typed);
  const reading = useRead(digits === null ? null : `/api/seals?seal=${digits}`, sealedRecordAnswer);
  const [found, isGone] = [reading.value, reading.failed !== null];
  return (
    <div style={{ paddingTop: '0.75rem', maxWidth: '30rem' }}>
      <PlainField label="A seal from a card or a job sheet" value={typed} onChange={setTyped} />
      <p role="status">
        {found && (
          <>
            It is that of record {found.id}, <Link href={`/jobs/${found.jobId}/rebuild`}>job {jobNumber(found.jobId)}</Link>.
          </>
        )}
        {isGone && '▲ No signed record has this seal: read it once more; if it is right, records are missing or were written anew.'}
      </p>
    </div>
  );
}

function SealsFound({ found }: { found: SealsAnswer }) {
  return (
    <p role="status" style={{ paddingTop: '0.5rem' }}>
      {found.records} signed records, {found.broken.length === 0 ? 'every seal holds' : `${found.broken.length} broken`}.
      {found.lastSeal && (
        <>
          <br />
          <Small>The last seal, to write down elsewhere: {sealShown(found.lastSeal)}</Small>
        </>
      )}
    </p>
  );
}
