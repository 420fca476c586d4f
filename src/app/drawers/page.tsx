import type { Metadata } from 'next';
import { listSprings } from '@/server/stock/drawers';
import { listShims } from '@/server/stock/shims';
import { listStock } from '@/server/stock/stock';
import { Drawers } from '@/ui/places/drawers/Drawers';

export const metadata: Metadata = { title: 'Drawers' };
export const dynamic = 'force-dynamic';

export default async function DrawersPage() {
  return <Drawers springs={await listSprings()} shims={await listShims()} stock={await listStock()} />;
}
