'use client';
import { DataTable } from '../../kit/DataTable';
import Link from 'next/link';
import { Empty, Small } from '../../kit/primitives';
import { TableFiles } from '../../kit/TableFiles';
import { TakeMachineIn } from './TakeMachineIn';
import { Shell } from '../../layout/Shell';

interface Props {
  machines: { id: number; name: string; registration: string; frameNumber: string; owner: string; ownerId: number; branch: string }[];
  /** Of the whole book; the first of them are shown. */
  count: number;
}

export function MachineList({ machines, count }: Props) {
  return (
    <Shell
      title="Machines"
      about={`${count} in the book${count > machines.length ? `, the first ${machines.length} shown: / finds the others` : ''}`}
    >
      {machines.length === 0 ? (
        <Empty>No machine is in the book yet. Take one in from the Floor, and its file opens here.</Empty>
      ) : (
        <DataTable
          rows={machines}
          keyOf={(m) => m.id}
          columns={[
            {
              name: 'Machine',
              cell: (m) => (
                <Link href={`/machines/${m.id}`}>
                  <b>{m.name}</b>
                </Link>
              ),
            },
            { name: 'Registration', cell: (m) => m.registration || <Small>none</Small> },
            { name: 'Frame number', cell: (m) => m.frameNumber || <Small>not noted</Small> },
            {
              name: 'Owner',
              cell: (m) => (
                <>
                  <Link href={`/customers/${m.ownerId}`}>{m.owner}</Link>
                  {m.branch && <Small>, {m.branch}</Small>}
                </>
              ),
            },
          ]}
        />
      )}
      <TakeMachineIn />
      {machines.length > 0 && (
        <>
          <TableFiles table="machines" what="the machines" />
          <TableFiles table="customers" what="their owners" vcards />
          <TableFiles table="jobs" what="all jobs" />
        </>
      )}
    </Shell>
  );
}
