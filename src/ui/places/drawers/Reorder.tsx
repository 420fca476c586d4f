'use client';
import { jobNumber } from '@/catalogue/jobs';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { startTransition, useOptimistic } from 'react';
import styled from 'styled-components';
import { TableFiles } from '../../kit/TableFiles';
import { Titled } from '../../kit/parts';
import { Empty, Small, LineTable, Wide } from '../../kit/primitives';
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
    <td>
      <Tick>
        <input type="checkbox" aria-label={`Order of ${name} is placed`} checked={shown} onChange={(event) => tick(event.target.checked)} />
        <Small>{at && shown ? dayWords(at) : ''}</Small>
      </Tick>
      <FormProblem of={form} />
    </td>
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

interface OfSupplierProps {
  supplier: string;
  lines: Props['lines'];
  placed: Props['placed'];
}

function OfSupplier({ supplier, lines, placed }: OfSupplierProps) {
  return (
    <section style={{ marginBottom: '1rem' }}>
      <b>{supplier || 'No supplier named'}</b>
      <Wide>
        <LineTable aria-label={`To order from ${supplier || 'anyone'}`}>
          <OrderHead />
          <tbody>
            {lines
              .filter((l) => l.supplier === supplier)
              .map((l) => (
                <tr key={l.name}>
                  <td>{l.name}</td>
                  <td className="number">{amount(l.there, l.unit)}</td>
                  <td className="number">{l.held === 0 ? <Small>–</Small> : amount(l.held, l.unit)}</td>
                  <td className="number">{amount(l.reorderAt ?? 0, l.unit)}</td>
                  <td className="number">
                    <b>{amount(l.order, l.unit)}</b>
                  </td>
                  <Placed name={l.name} at={placed[l.name]} />
                </tr>
              ))}
          </tbody>
        </LineTable>
      </Wide>
    </section>
  );
}

function OrderHead() {
  return (
    <thead>
      <tr>
        <th>Item</th>
        <th className="number">There</th>
        <th className="number">Set aside</th>
        <th className="number">Mark</th>
        <th className="number">Order</th>
        <th>Placed</th>
      </tr>
    </thead>
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
      <LineTable aria-label="Short">
        <thead>
          <tr>
            <th>Part</th>
            <th className="number">Short by</th>
            <th>Jobs</th>
            <th>Placed</th>
          </tr>
        </thead>
        <tbody>
          {shortages.map((s) => (
            <ShortRow key={s.name} s={s} at={placed[s.name]} />
          ))}
        </tbody>
      </LineTable>
    </Wide>
  );
}

function ShortRow({ s, at }: { s: Props['shortages'][number]; at: string | undefined }) {
  return (
    <tr>
      <td>{s.name}</td>
      <td className="number">{amount(s.short, s.unit)}</td>
      <td>
        {s.jobs.map((id) => (
          <Link key={id} href={`/jobs/${id}/rebuild`} style={{ marginRight: '0.75rem' }}>
            {jobNumber(id)}
          </Link>
        ))}
      </td>
      <Placed name={s.name} at={at} />
    </tr>
  );
}
