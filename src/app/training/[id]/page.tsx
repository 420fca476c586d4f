import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { schoolsOfShop } from '@/server/book/book';
import { causesOfShop } from '@/server/rides/reasoning';
import { caseById } from '@/knowledge/training/cases';
import { TrainingRoom } from '@/ui/places/training/TrainingRoom';

interface Props {
  params: Promise<{ id: string }>;
}

export const dynamic = 'force-dynamic';

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Training: ${caseById((await params).id)?.title ?? 'no such case'}` };
}

/** One case, weighed with the causes as this shop's book has them now. */
export default async function TrainingCasePage({ params }: Props) {
  const { id } = await params;
  if (!caseById(id)) notFound();
  const causes = await causesOfShop();
  return <TrainingRoom key={id} id={id} causes={causes.map((c) => c.learnt)} schools={await schoolsOfShop()} />;
}
