import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { setupCard } from '@/server/views';
import { SetupCard } from '@/ui/machine/SetupCard';

export const metadata: Metadata = { title: 'Set-up card' };
export const dynamic = 'force-dynamic';

export default async function CardPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await setupCard(Number(id)) : null;
  if (!view) notFound();
  return <SetupCard {...view} />;
}
