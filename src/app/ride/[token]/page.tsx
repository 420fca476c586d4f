import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { rideSheet } from '@/server/rides/rideSheets';
import { PhoneSheet } from '@/ui/places/phone/PhoneSheet';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'How it rode', robots: { index: false } };

/** The rider's sheet on the phone. The token is the whole of the right to see it. */
export default async function RidePage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const sheet = /^[a-z2-7]{26}$/.test(token) ? await rideSheet({ token }) : null;
  if (!sheet) notFound();
  return <PhoneSheet sheet={sheet} />;
}
