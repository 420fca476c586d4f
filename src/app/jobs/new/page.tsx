import type { Metadata } from 'next';
import { known } from '@/server/views';
import { NewJob } from '@/ui/places/floor/NewJob';

export const metadata: Metadata = { title: 'New job' };
export const dynamic = 'force-dynamic';

export default async function NewJobPage({ searchParams }: { searchParams: Promise<{ machine?: string }> }) {
  const { machine } = await searchParams;
  const chosenMachineId = machine && /^\d{1,9}$/.test(machine) ? Number(machine) : null;
  return <NewJob {...await known(chosenMachineId)} chosenMachineId={chosenMachineId} />;
}
