import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { machineFile } from '@/server/views';
import { MachineFile } from '@/ui/machine/MachineFile';

export const metadata: Metadata = { title: 'Machine file' };
export const dynamic = 'force-dynamic';

export default async function MachinePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await machineFile(Number(id)) : null;
  if (!view) notFound();
  return <MachineFile {...view} />;
}
