import type { Metadata } from 'next';
import { machineList } from '@/server/views';
import { MachineList } from '@/ui/places/machine/MachineList';

export const metadata: Metadata = { title: 'Machines' };
export const dynamic = 'force-dynamic';

export default async function MachinesPage() {
  return <MachineList {...await machineList()} />;
}
