import type { Metadata } from 'next';
import { reorderList } from '@/server/jobs/needs';
import { Reorder } from '@/ui/places/drawers/Reorder';

export const metadata: Metadata = { title: 'Short and to order' };
export const dynamic = 'force-dynamic';

export default async function Page() {
  return <Reorder {...await reorderList()} />;
}
