'use client';
import { DataTable } from '../../kit/DataTable';
import Link from 'next/link';
import { CASES, machineNamed } from '@/knowledge/training/cases';
import { Small } from '../../kit/primitives';
import { BeginPractice } from '../../layout/BeginPractice';
import { BookFrame } from '../../layout/BookFrame';

/** What would you do: cases to practise on, their faults known and their readings computed. */
export function TrainingList() {
  return (
    <BookFrame here="training" title="Training" about="what would you do?">
      <p style={{ maxWidth: '64ch', paddingBottom: '0.75rem' }}>
        Each machine has one fault, and its evidence is shown as you ask for it. Say what you think after each measurement; at the end the
        model’s way stands beside yours. People and machines are invented; sags are computed from what is inside.
      </p>
      <p style={{ paddingBottom: '0.75rem' }}>
        <BeginPractice /> <Small>a whole job on the Bench, deleted without a trace when you are done</Small>
      </p>
      <CaseTable />
    </BookFrame>
  );
}

function CaseTable() {
  return (
    <DataTable
      label="Cases"
      rows={CASES}
      keyOf={(c) => c.id}
      columns={[
        {
          name: 'Case',
          cell: (c) => (
            <Link href={`/training/${c.id}`} style={{ fontWeight: 650, display: 'inline-flex', minHeight: 44, alignItems: 'center' }}>
              {c.title}
            </Link>
          ),
        },
        { name: 'Machine', cell: (c) => machineNamed(c) },
        {
          name: 'Told',
          cell: (c) => (
            <>
              “{c.asked['complaint.1.words']}” <Small>{Object.keys(c.reveals).length} measurements to be had</Small>
            </>
          ),
        },
      ]}
    />
  );
}
