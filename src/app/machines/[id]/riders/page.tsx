import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { riderTable } from '@/server/views';
import { RiderTable } from '@/ui/places/machine/RiderTable';

export const metadata: Metadata = { title: 'Rate by rider' };
export const dynamic = 'force-dynamic';

export default async function RidersPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await riderTable(Number(id)) : null;
  if (!view) notFound();
  return <RiderTable {...view} />;
}
