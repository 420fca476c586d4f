'use client';
import { jobNumber } from '@/catalogue/jobs';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Present as PresentNow } from '@/schema/present';
import { Button, Empty, Heading, QuietButton, QuietLink, Small, Table } from '../../kit/primitives';
import { PlainField } from '../../kit/PlainField';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { Fold } from '../../kit/Fold';
import { FormProblem, useForm } from '../../kit/useForm';
import { Shell } from '../../layout/Shell';
import { PromisedDay } from '../../layout/PromisedDay';
import { dayWords, timeWords } from '@/catalogue/days';
import { Present } from './Present';

interface Customer {
  id: number;
  name: string;
  phone: string;
  email: string;
}

interface Change {
  id: number;
  customerId: number;
  kind: 'edited' | 'merged' | 'erased';
  before: Omit<Customer, 'id'> | null;
  intoId: number | null;
  reason: string;
  who: string | null;
  changedAt: string;
}

interface Props {
  customer: Customer;
  jobs: { id: number; machineId: number; machine: string; promisedOn: string; handedBackAt: string | null; signed: boolean }[];
  presents: PresentNow[];
  changes: Change[];
  doubles: Customer[];
}

/** A customer: how to reach, what is in each machine now, every job, and the ways to put an entry right. */
export function CustomerFile({ customer, jobs, presents, changes, doubles }: Props) {
  const isErased = changes.some((c) => c.kind === 'erased' && c.customerId === customer.id);
  const into = changes.find((c) => c.kind === 'merged' && c.customerId === customer.id)?.intoId ?? null;
  return (
    <Shell title={customer.name}>
      {into !== null && (
        <p>
          This entry was made one with another: <Link href={`/customers/${into}`}>open that one</Link>.
        </p>
      )}
      {(customer.phone || customer.email) && (
        <p style={{ display: 'flex', gap: '1.25rem', flexWrap: 'wrap' }}>
          {customer.phone && <QuietLink href={`tel:${customer.phone.replaceAll(' ', '')}`}>{customer.phone}</QuietLink>}
          {customer.email && <QuietLink href={`mailto:${customer.email}`}>{customer.email}</QuietLink>}
        </p>
      )}
      <Columns $wide="1.2fr 1fr">
        <div>
          {presents.map((present) => (
            <Present key={present.machineId} present={present} title={present.machine} />
          ))}
          <Heading>Jobs, newest first</Heading>
          {jobs.length === 0 ? <Empty>No job yet for this customer.</Empty> : <JobTable jobs={jobs} customer={customer.name} />}
        </div>
        <div>
          {!isErased && into === null && (
            <>
              <Edit key={`${customer.name} ${customer.phone} ${customer.email}`} customer={customer} />
              <Doubles customer={customer} doubles={doubles} />
            </>
          )}
          <Past changes={changes} />
          {!isErased && into === null && <Erase customer={customer} />}
        </div>
      </Columns>
    </Shell>
  );
}

function Edit({ customer: { id, name, phone, email } }: { customer: Customer }) {
  const router = useRouter();
  const form = useForm({ name, phone, email, reason: '' });
  const [said, setSaid] = useState('');
  const save = async () => {
    setSaid('');
    if (!(await form.send(`/api/customers/${id}`, form.typed))) return;
    setSaid('Put right.');
    router.refresh();
  };
  return (
    <Titled title="Put it right" aside="what was signed keeps its name">
      <FieldGrid $min="12rem">
        <PlainField label="Name" {...form.field('name')} />
        <PlainField label="Telephone" {...form.field('phone')} />
        <PlainField label="E-mail" {...form.field('email')} />
        <PlainField label="Why" {...form.field('reason')} />
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={() => void save()} isDisabled={form.busy}>
          Save the customer
        </Button>{' '}
        <Small role="status">{said}</Small>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

function Doubles({ customer, doubles }: Pick<Props, 'customer' | 'doubles'>) {
  const router = useRouter();
  const form = useForm({});
  const [asked, setAsked] = useState<Customer | null>(null);
  if (doubles.length === 0) return null;
  const merge = async (from: Customer) => {
    if (!(await form.send(`/api/customers/${from.id}/merge`, { intoId: customer.id, reason: '' }))) return;
    setAsked(null);
    router.refresh();
  };
  return (
    <Titled title="The same person?" aside="like this one by name, telephone or mail">
      <ul>
        {doubles.map((d) => (
          <li key={d.id} style={{ borderBottom: '1px solid var(--fine)', padding: '0.25rem 0' }}>
            <Link href={`/customers/${d.id}`}>{d.name}</Link> <Small>{[d.phone, d.email].filter(Boolean).join(' · ')}</Small>{' '}
            {asked?.id === d.id ? (
              <>
                <Button $strong onPress={() => void merge(d)} isDisabled={form.busy}>
                  Make {d.name} one with {customer.name}
                </Button>{' '}
                <QuietButton onPress={() => setAsked(null)}>Cancel</QuietButton>
                <div>
                  <Small>Jobs and machines of {d.name} stand here from then on; the other entry is found no more.</Small>
                </div>
              </>
            ) : (
              <QuietButton onPress={() => setAsked(d)} aria-label={`${d.name} is the same person`}>
                is the same
              </QuietButton>
            )}
          </li>
        ))}
      </ul>
      <FormProblem of={form} />
    </Titled>
  );
}

const changeWords = ({ kind, before }: Change): string => {
  const stood = before ? [before.name, before.phone, before.email].filter(Boolean).join(', ') : 'erased since';
  return { edited: `was ${stood}`, merged: `made one with the entry ${stood}`, erased: 'erased on request' }[kind];
};

function Past({ changes }: Pick<Props, 'changes'>) {
  if (changes.length === 0) return null;
  return (
    <Titled title="Changes" aside="newest first">
      <ul>
        {changes.map((c) => (
          <li key={c.id} style={{ borderBottom: '1px solid var(--fine)', padding: '0.25rem 0' }}>
            {changeWords(c)}
            <br />
            <Small>{[c.reason, c.who, `${dayWords(c.changedAt)}, ${timeWords(c.changedAt)}`].filter(Boolean).join(' · ')}</Small>
          </li>
        ))}
      </ul>
    </Titled>
  );
}

function Erase({ customer }: Pick<Props, 'customer'>) {
  const router = useRouter();
  const form = useForm({ name: '', reason: '' });
  const erase = async () => {
    if (await form.send(`/api/customers/${customer.id}/erase`, form.typed)) router.refresh();
  };
  return (
    <Fold title="Erase on the customer’s request">
      <p style={{ maxWidth: '60ch' }}>
        Name, telephone and e-mail go from the book and from every signed record; jobs, machines and seals stay. It cannot be taken back.
        Backups and archives made before still hold them until they are deleted, as do papers and files handed over.
      </p>
      <PlainField label="The customer’s name, typed once more" {...form.field('name')} />
      <PlainField label="Why" {...form.field('reason')} />
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={() => void erase()} isDisabled={form.busy}>
          Erase this customer
        </Button>
      </p>
      <FormProblem of={form} />
    </Fold>
  );
}

function JobTable({ jobs, customer }: Pick<Props, 'jobs'> & { customer: string }) {
  return (
    <Table aria-label="Jobs, newest first">
      <tbody>
        {jobs.map((j) => (
          <tr key={j.id}>
            <td>
              <Link href={`/jobs/${j.id}`}>Job {jobNumber(j.id)}</Link>
            </td>
            <td>
              <Link href={`/machines/${j.machineId}`}>{j.machine}</Link>
            </td>
            <td>{j.signed ? 'rebuild signed' : <Small>not signed</Small>}</td>
            <td className="number">
              {j.handedBackAt ? (
                `handed back ${dayWords(j.handedBackAt)}`
              ) : (
                <PromisedDay job={{ id: j.id, machine: j.machine, customer, promisedOn: j.promisedOn }} />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
