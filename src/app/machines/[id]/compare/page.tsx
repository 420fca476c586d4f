import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { machineFile } from '@/server/views';
import { Compare } from '@/ui/places/machine/Compare';

export const metadata: Metadata = { title: 'Two set-ups' };
export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ a?: string; b?: string }>;
}

export default async function ComparePage({ params, searchParams }: Props) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await machineFile(Number(id)) : null;
  if (!view) notFound();
  const { a, b } = await searchParams;
  const pick = (wanted: string | undefined, otherwise: number) =>
    view.lineage.find((s) => String(s.id) === wanted) ?? view.lineage[otherwise] ?? null;
  return <Compare machine={view.machine} setups={view.lineage} left={pick(a, 1)} right={pick(b, 0)} />;
}
