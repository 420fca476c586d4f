'use client';
import { useState } from 'react';
import { NotRead } from '../../kit/NotRead';
import { Titled } from '../../kit/parts';
import { Button, Small, Warn } from '../../kit/primitives';
import { useRead } from '../../kit/read';

interface Seals {
  records: number;
  broken: { id: number; jobId: number; what: 'content' | 'place' }[];
  lastSeal: string | null;
}

/** Whether what was signed still stands as signed: every record reckoned anew on request. */
export function SealsPanel() {
  const [checks, setChecks] = useState(0);
  const reading = useRead<Seals>(checks === 0 ? null : `/api/seals?check=${checks}`);
  const found = reading.value;
  return (
    <Titled title="Signed records" aside="also by npm run seals">
      <p style={{ paddingBottom: '0.5rem' }}>
        <Small>Each carries the seal of the one before it: a record changed, left out or slipped in breaks every seal after it.</Small>
      </p>
      <Button onPress={() => setChecks(checks + 1)}>Check every seal</Button>
      <NotRead reading={reading} />
      {found && <SealsFound found={found} />}
      {found?.broken.map((b) => (
        <Warn key={b.id}>
          Record {b.id} of job {b.jobId}: its{' '}
          {b.what === 'content' ? 'content is not what was signed' : 'place in the chain is not what it was'}.
        </Warn>
      ))}
    </Titled>
  );
}

function SealsFound({ found }: { found: Seals }) {
  return (
    <p role="status" style={{ paddingTop: '0.5rem' }}>
      {found.records} signed records, {found.broken.length === 0 ? 'every seal holds' : `${found.broken.length} broken`}.
      {found.lastSeal && (
        <>
          <br />
          <Small>The last seal, to write down elsewhere: {found.lastSeal.slice(0, 16)}</Small>
        </>
      )}
    </p>
  );
}
