import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { rootOf } from '@/server/machines/machines';
import { machineFile } from '@/server/views';
import { MachineFile } from '@/ui/places/machine/MachineFile';

export const metadata: Metadata = { title: 'Machine file' };
export const dynamic = 'force-dynamic';

export default async function MachinePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  if (/^\d{1,9}$/.test(id)) {
    const root = await rootOf(Number(id));
    if (root !== null && root !== Number(id)) redirect(`/machines/${root}`);
  }
  const view = /^\d{1,9}$/.test(id) ? await machineFile(Number(id)) : null;
  if (!view) notFound();
  return <MachineFile {...view} />;
}
