import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { STAGE_NAMES, STAGES, type Stage } from '@/schema/fields';
import { bench } from '@/server/views';
import { Bench } from '@/ui/bench/Bench';

interface Props {
  params: Promise<{ id: string; stage: string }>;
}

const sheetNamed = (name: string): Stage | 'quote' | undefined => (name === 'quote' ? 'quote' : STAGES.find((s) => s === name));

export const dynamic = 'force-dynamic';

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { id, stage } = await params;
  const known = sheetNamed(stage);
  return { title: `${known === 'quote' ? 'Quote' : known ? STAGE_NAMES[known] : 'Job'}, job ${id}` };
}

export default async function StagePage({ params }: Props) {
  const { id, stage } = await params;
  const known = sheetNamed(stage);
  const view = known && /^\d{1,9}$/.test(id) ? await bench(Number(id)) : null;
  if (!view || !known) notFound();
  return <Bench key={id + known} data={view} stage={known} />;
}
