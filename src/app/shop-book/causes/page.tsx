import type { Metadata } from 'next';
import { causesOfShop } from '@/server/rides/reasoning';
import { CausePages } from '@/ui/places/shopbook/CausePages';

export const metadata: Metadata = { title: 'Causes and cures' };
export const dynamic = 'force-dynamic';

export default async function CausesPage() {
  return <CausePages causes={await causesOfShop()} />;
}
