import type { Metadata } from 'next';
import { moneyOfShop } from '@/server/book/book';
import { listStock } from '@/server/stock/stock';
import { StockPage } from '@/ui/places/drawers/StockPage';

export const metadata: Metadata = { title: 'Oils, seals, kits' };
export const dynamic = 'force-dynamic';

export default async function Page() {
  return <StockPage stock={await listStock()} currency={(await moneyOfShop()).currency} />;
}
