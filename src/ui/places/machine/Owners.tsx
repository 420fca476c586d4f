'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import { PlainField } from '../../kit/PlainField';
import { DayField } from '../../kit/DayField';
import { Button, QuietButton, Small, Table } from '../../kit/primitives';
import { dayWords, today } from '@/catalogue/days';
import { FindOne } from './FindOne';

export interface Owned {
  customerId: number;
  name: string;
  phone: string;
  since: string;
}

/** Who owned the machine from when, and the form for a change of hands. */
export function Owners({ machineId, owners }: { machineId: number; owners: Owned[] }) {
  const [changing, setChanging] = useState(false);
  return (
    <Titled title="Owners, newest first">
      <ul>
        {owners.map((o) => (
          <li key={o.customerId + o.since}>
            <Link href={`/customers/${o.customerId}`}>{o.name}</Link> <Small>since {dayWords(o.since)}</Small>
          </li>
        ))}
      </ul>
      {changing ? (
        <ChangeOfHands machineId={machineId} onDone={() => setChanging(false)} />
      ) : (
        <QuietButton onPress={() => setChanging(true)}>It changed hands</QuietButton>
      )}
    </Titled>
  );
}

function ChangeOfHands({ machineId, onDone }: { machineId: number; onDone(): void }) {
  const router = useRouter();
  const form = useForm({
    known: null as number | null,
    name: '',
    phone: '',
    since: today() as string | null,
  });
  const { known, name, phone, since } = form.typed;
  const save = async () => {
    if (name.trim() === '') return form.refuse('', 'Type the new owner’s name.');
    if (since === null) return form.refuse('since', 'Choose the day.');
    const customer = known === null ? { name, phone } : { id: known };
    if (!(await form.send(`/api/machines/${machineId}/owners`, { customer, since }))) return;
    router.refresh();
    onDone();
  };
  return (
    <section aria-label="Change of hands" style={{ borderTop: '1px solid var(--rule)', paddingTop: '0.5rem' }}>
      {known === null ? (
        <FindOne
          label="New owner"
          kind="customer"
          value={name}
          onChange={(text) => form.put({ name: text })}
          onPick={(f) => form.put({ known: f.id, name: f.title })}
        />
      ) : (
        <p>
          <b>{name}</b> <QuietButton onPress={() => form.put({ known: null })}>somebody else</QuietButton>
        </p>
      )}
      {known === null && <PlainField label="Telephone, if new here" {...form.field('phone')} />}
      <DayField label="From" value={since} onChange={(day) => form.put({ since: day })} problem={form.at('since')} />
      <p style={{ display: 'flex', gap: '1rem', paddingTop: '0.5rem' }}>
        <Button onPress={() => void save()}>Write down the new owner</Button>
        <QuietButton onPress={onDone}>Leave it</QuietButton>
      </p>
      <FormProblem of={form} />
    </section>
  );
}

export interface MergedRow {
  id: number;
  make: string;
  model: string;
  registration: string;
  reason: string;
  mergedAt: string;
}

/** Two entries of one machine made to stand as one, and taken apart again. */
export function Merged({ machineId, merged }: { machineId: number; merged: MergedRow[] }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const form = useForm({ other: NO_OTHER, reason: '' });
  const send = async (what: 'merge' | 'separate', id: number | null, why: string) => {
    if (id === null) return form.refuse('', 'Find the other entry and choose it.');
    if (why.trim() === '') return form.refuse('reason', 'Say why these are the same machine.');
    if (!(await form.send(`/api/machines/${machineId}/${what}`, { machineId: id, reason: why }))) return;
    setOpen(false);
    form.clear();
    router.refresh();
  };
  return (
    <Titled title="Same machine entered twice">
      {merged.length > 0 && <MergedTable merged={merged} onApart={(id) => void send('separate', id, 'taken apart again')} />}
      {!open && <QuietButton onPress={() => setOpen(true)}>Merge another entry into this one</QuietButton>}
      {open && (
        <MergeForm machineId={machineId} form={form} onMerge={(id, why) => void send('merge', id, why)} onLeave={() => setOpen(false)} />
      )}
      <FormProblem of={form} />
    </Titled>
  );
}

interface Merging {
  other: { id: number | null; title: string };
  reason: string;
}
const NO_OTHER: Merging['other'] = { id: null, title: '' };

function MergedTable({ merged, onApart }: { merged: MergedRow[]; onApart(id: number): void }) {
  return (
    <Table aria-label="Merged entries">
      <tbody>
        {merged.map((m) => (
          <tr key={m.id}>
            <td>
              {m.make} {m.model} {m.registration}
              <br />
              <Small>
                {dayWords(m.mergedAt)}: {m.reason}
              </Small>
            </td>
            <td className="number">
              <QuietButton onPress={() => onApart(m.id)} aria-label={`Take ${m.make} ${m.model} apart again`}>
                Take apart again
              </QuietButton>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

interface MergeFormProps {
  machineId: number;
  form: Form<Merging>;
  onMerge(id: number | null, why: string): void;
  onLeave(): void;
}

function MergeForm({ machineId, form, onMerge, onLeave }: MergeFormProps) {
  const { other, reason } = form.typed;
  return (
    <>
      <p>
        <Small>Jobs, set-ups and owners of both are then read together here; nothing is moved, and it can be taken apart again.</Small>
      </p>
      {other.id === null ? (
        <FindOne
          label="The other entry: make, model or plate"
          kind="machine"
          value={other.title}
          except={machineId}
          onChange={(title) => form.put({ other: { id: null, title } })}
          onPick={(f) => form.put({ other: { id: f.id, title: f.title } })}
        />
      ) : (
        <p>
          <b>{other.title}</b> <QuietButton onPress={() => form.put({ other: NO_OTHER })}>another</QuietButton>
        </p>
      )}
      <PlainField label="How you know" {...form.field('reason')} />
      <p style={{ display: 'flex', gap: '1rem', paddingTop: '0.5rem' }}>
        <Button onPress={() => onMerge(other.id, reason)}>Merge it into this machine</Button>
        <QuietButton onPress={onLeave}>Leave it</QuietButton>
      </p>
    </>
  );
}
