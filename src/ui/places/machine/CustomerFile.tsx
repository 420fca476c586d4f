'use client';
import { jobNumber } from '@/catalogue/jobs';
import Link from 'next/link';
import { Empty, Heading, QuietLink, Small, Table } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { dayWords } from '@/catalogue/days';

interface Props {
  customer: { id: number; name: string; phone: string; email: string };
  jobs: { id: number; machineId: number; machine: string; promisedOn: string; handedBackAt: string | null; signed: boolean }[];
}

export function CustomerFile({ customer, jobs }: Props) {
  return (
    <Shell title={customer.name}>
      {(customer.phone || customer.email) && (
        <p style={{ display: 'flex', gap: '1.25rem', flexWrap: 'wrap' }}>
          {customer.phone && <QuietLink href={`tel:${customer.phone.replaceAll(' ', '')}`}>{customer.phone}</QuietLink>}
          {customer.email && <QuietLink href={`mailto:${customer.email}`}>{customer.email}</QuietLink>}
        </p>
      )}
      <Heading>Jobs, newest first</Heading>
      {jobs.length === 0 ? <Empty>No job yet for this customer.</Empty> : <JobTable jobs={jobs} />}
    </Shell>
  );
}

interface JobTableProps {
  jobs: Props['jobs'];
}

function JobTable({ jobs }: JobTableProps) {
  return (
    <Table>
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
            <td className="number">{j.handedBackAt ? `handed back ${dayWords(j.handedBackAt)}` : `promised ${dayWords(j.promisedOn)}`}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
