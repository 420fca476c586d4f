import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cardFacts } from '@/server/machines/card';
import { cardLink } from '@/server/door/network';
import { qrOf } from '@/server/print/paper';
import { SetupCard } from '@/ui/places/machine/SetupCard';

export const metadata: Metadata = { title: 'Set-up card' };
export const dynamic = 'force-dynamic';

export default async function CardPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const card = /^\d{1,9}$/.test(id) ? await cardFacts(Number(id)) : null;
  if (!card) notFound();
  const link = cardLink(card.id);
  return <SetupCard card={card} square={link && (await qrOf(link))} link={link} />;
}
