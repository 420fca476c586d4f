import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { leverageRoom } from '@/server/views';
import { LeverageRoom } from '@/ui/places/machine/LeverageRoom';

export const metadata: Metadata = { title: 'Leverage' };
export const dynamic = 'force-dynamic';

export default async function LeveragePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await leverageRoom(Number(id)) : null;
  if (!view) notFound();
  return <LeverageRoom {...view} />;
}
