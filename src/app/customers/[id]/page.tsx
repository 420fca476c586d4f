import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { customerFile } from '@/server/views';
import { CustomerFile } from '@/ui/places/machine/CustomerFile';

export const metadata: Metadata = { title: 'Customer' };
export const dynamic = 'force-dynamic';

export default async function CustomerPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await customerFile(Number(id)) : null;
  if (!view) notFound();
  return <CustomerFile {...view} />;
}
