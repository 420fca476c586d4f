'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FormProblem, useForm } from '../../kit/useForm';
import { Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, QuietButton, Small, Warn } from '../../kit/primitives';
import { NotRead } from '../../kit/NotRead';
import { useRead } from '../../kit/read';

interface Technician {
  id: number;
  name: string;
}

/** Those who sign, each with a passcode of their own. */
export function Technicians({ technicians }: { technicians: Technician[] }) {
  const router = useRouter();
  const form = useForm({ name: '', passcode: '' });
  const [changing, setChanging] = useState<number | null>(null);
  const add = async () => {
    if (!(await form.send('/api/technicians', form.typed))) return;
    form.clear();
    router.refresh();
  };
  return (
    <Titled title="Technicians who sign">
      {technicians.length === 0 && <Empty>Nobody yet. Add the names of those who sign rebuilds.</Empty>}
      <ul>
        {technicians.map((t) => (
          <TechnicianLine key={t.id} t={t} setChanging={setChanging} changing={changing} />
        ))}
      </ul>
      <PlainField label="Add a technician" {...form.field('name')} />
      <PlainField label="with a passcode of six signs or more" secret {...form.field('passcode')} />
      <p style={{ paddingTop: '0.5rem' }}>
        <Button onPress={() => void add()}>Add the name</Button>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

interface TechnicianLineProps {
  t: Technician;
  setChanging: (next: number | null) => void;
  changing: number | null;
}

function TechnicianLine({ t, setChanging, changing }: TechnicianLineProps) {
  return (
    <li style={{ padding: '0.4rem 0', borderBottom: '1px solid var(--fine)' }}>
      {t.name}{' '}
      <QuietButton onPress={() => setChanging(changing === t.id ? null : t.id)} aria-label={`Passcode of ${t.name}`}>
        passcode
      </QuietButton>
      {changing === t.id && <PasscodeForm technician={t} onDone={() => setChanging(null)} />}
    </li>
  );
}

function PasscodeForm({ technician, onDone }: { technician: Technician; onDone(): void }) {
  const form = useForm({ before: '', passcode: '' }, () => 'passcode');
  const change = async () => {
    if (await form.send(`/api/technicians/${technician.id}/passcode`, form.typed)) onDone();
  };
  return (
    <>
      <PlainField label="Passcode until now, if there is one" secret {...form.field('before')} />
      <PlainField label="New passcode" secret {...form.field('passcode')} />
      <Button onPress={() => void change()}>Change the passcode</Button>
    </>
  );
}

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
