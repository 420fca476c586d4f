'use client';
import { DataTable } from '../../kit/DataTable';
import { jobNumber } from '@/catalogue/jobs';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { startTransition, useOptimistic } from 'react';
import styled from 'styled-components';
import { TableFiles } from '../../kit/TableFiles';
import { Titled } from '../../kit/parts';
import { Empty, Small, Wide } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { FormProblem, useForm } from '../../kit/useForm';
import { Shell } from '../../layout/Shell';
import { DrawerPlaces } from '../../layout/Places';

interface Props {
  lines: { name: string; supplier: string; there: number; held: number; reorderAt: number | null; unit: 'piece' | 'mL'; order: number }[];
  shortages: { name: string; unit: 'piece' | 'mL'; short: number; jobs: number[] }[];
  /** When what is on order was ticked, by its name. */
  placed: Record<string, string>;
}

/** The tick of a line: placed, until a delivery of it is recorded. */
function Placed({ name, at }: { name: string; at: string | undefined }) {
  const router = useRouter();
  const form = useForm({});
  // The tick answers the finger at once; where it is refused it goes back, and the words stand beneath it.
  const [shown, show] = useOptimistic(at !== undefined);
  const tick = (placed: boolean) =>
    startTransition(async () => {
      show(placed);
      if (await form.send('/api/stock/orders', { name, placed })) startTransition(() => router.refresh());
    });
  return (
    <>
      <Tick>
        <input type="checkbox" aria-label={`Order of ${name} is placed`} checked={shown} onChange={(event) => tick(event.target.checked)} />
        <Small>{at && shown ? dayWords(at) : ''}</Small>
      </Tick>
      <FormProblem of={form} />
    </>
  );
}

const Tick = styled.label`
  display: flex;
  gap: 0.5rem;
  align-items: center;
  min-height: 44px;
  @media (min-width: 701px) {
    min-width: 7.5rem;
  }
`;

const amount = (x: number, unit: 'piece' | 'mL') => `${Math.round(x * 100) / 100}${unit === 'mL' ? ' mL' : ''}`;

/** What jobs on the stands lack, and what has fallen to its mark. */
export function Reorder({ lines, shortages, placed }: Props) {
  const suppliers = [...new Set(lines.map((l) => l.supplier))].sort();
  return (
    <Shell title="Drawers" about="short and to order">
      <DrawerPlaces here="reorder" />
      <ShortForJobs shortages={shortages} placed={placed} />
      <Titled title="To order, by supplier" aside="twice the mark less what is free">
        {lines.length === 0 && <Empty>Nothing has fallen to its mark. Set the marks under each item’s terms.</Empty>}
        {suppliers.map((supplier) => (
          <OfSupplier key={supplier} supplier={supplier} lines={lines} placed={placed} />
        ))}
        <TableFiles table="order" what="this list" />
      </Titled>
    </Shell>
  );
}

function OfSupplier({ supplier, lines, placed }: { supplier: string; lines: Props['lines']; placed: Props['placed'] }) {
  return (
    <section style={{ marginBottom: '1rem' }}>
      <b>{supplier || 'No supplier named'}</b>
      <Wide>
        <DataTable
          isPressed
          label={`To order from ${supplier || 'anyone'}`}
          rows={lines.filter((l) => l.supplier === supplier)}
          keyOf={(l) => l.name}
          columns={[
            { name: 'Item', cell: (l) => l.name },
            { name: 'There', figure: true, cell: (l) => amount(l.there, l.unit) },
            { name: 'Set aside', figure: true, cell: (l) => (l.held === 0 ? <Small>–</Small> : amount(l.held, l.unit)) },
            { name: 'Mark', figure: true, cell: (l) => amount(l.reorderAt ?? 0, l.unit) },
            { name: 'Order', figure: true, cell: (l) => <b>{amount(l.order, l.unit)}</b> },
            { name: 'Placed', cell: (l) => <Placed name={l.name} at={placed[l.name]} /> },
          ]}
        />
      </Wide>
    </section>
  );
}

type ShortProps = Pick<Props, 'shortages' | 'placed'>;

function ShortForJobs({ shortages, placed }: ShortProps) {
  return (
    <Titled title="Short for jobs on the stands" aside={`${shortages.length}`}>
      {shortages.length === 0 ? (
        <Empty>Every job has what it wants, or what it wants was never counted.</Empty>
      ) : (
        <ShortTable shortages={shortages} placed={placed} />
      )}
    </Titled>
  );
}

function ShortTable({ shortages, placed }: ShortProps) {
  return (
    <Wide>
      <DataTable
        isPressed
        label="Short"
        rows={shortages}
        keyOf={(s) => s.name}
        columns={[
          { name: 'Part', cell: (s) => s.name },
          { name: 'Short by', figure: true, cell: (s) => amount(s.short, s.unit) },
          {
            name: 'Jobs',
            cell: (s) =>
              s.jobs.map((id) => (
                <Link key={id} href={`/jobs/${id}/rebuild`} style={{ marginRight: '0.75rem' }}>
                  {jobNumber(id)}
                </Link>
              )),
          },
          { name: 'Placed', cell: (s) => <Placed name={s.name} at={placed[s.name]} /> },
        ]}
      />
    </Wide>
  );
}
