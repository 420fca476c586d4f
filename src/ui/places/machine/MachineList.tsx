'use client';
import Link from 'next/link';
import { Empty, Small, Table } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';

interface Props {
  machines: { id: number; name: string; registration: string; frameNumber: string; owner: string; ownerId: number }[];
}

export function MachineList({ machines }: Props) {
  return (
    <Shell title="Machines" about={`${machines.length} in the book`}>
      {machines.length === 0 ? (
        <Empty>No machine is in the book yet. Take one in from the Floor, and its file opens here.</Empty>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>Machine</th>
              <th>Registration</th>
              <th>Frame number</th>
              <th>Owner</th>
            </tr>
          </thead>
          <tbody>
            {machines.map((m) => (
              <MachineRow key={m.id} m={m} />
            ))}
          </tbody>
        </Table>
      )}
    </Shell>
  );
}

interface MachineRowProps {
  m: Props['machines'][number];
}

function MachineRow({ m }: MachineRowProps) {
  return (
    <tr>
      <td>
        <Link href={`/machines/${m.id}`}>
          <b>{m.name}</b>
        </Link>
      </td>
      <td>{m.registration || <Small>none</Small>}</td>
      <td>{m.frameNumber || <Small>not noted</Small>}</td>
      <td>
        <Link href={`/customers/${m.ownerId}`}>{m.owner}</Link>
      </td>
    </tr>
  );
}
