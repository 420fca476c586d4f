import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { geometryRoom } from '@/server/views';
import { GeometryRoom } from '@/ui/places/machine/GeometryRoom';

export const metadata: Metadata = { title: 'Steering and drive' };
export const dynamic = 'force-dynamic';

export default async function GeometryPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await geometryRoom(Number(id)) : null;
  if (!view) notFound();
  return <GeometryRoom {...view} />;
}
