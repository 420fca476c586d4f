import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { STAGE_NAMES, STAGES } from '@/catalogue/fields';
import { bench } from '@/server/views';
import { Bench, type SheetName } from '@/ui/places/bench/Bench';

interface Props {
  params: Promise<{ id: string; stage: string }>;
}

const BESIDE = { quote: 'Quote', log: 'Logger' } as const;
const sheetNamed = (name: string): SheetName | undefined =>
  Object.hasOwn(BESIDE, name) ? (name as keyof typeof BESIDE) : STAGES.find((s) => s === name);
const titleOf = (sheet: SheetName) => (sheet === 'quote' || sheet === 'log' ? BESIDE[sheet] : STAGE_NAMES[sheet]);

export const dynamic = 'force-dynamic';

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { id, stage } = await params;
  const known = sheetNamed(stage);
  return { title: `${known ? titleOf(known) : 'Job'}, job ${id}` };
}

export default async function StagePage({ params }: Props) {
  const { id, stage } = await params;
  const known = sheetNamed(stage);
  const view = known && /^\d{1,9}$/.test(id) ? await bench(Number(id), known) : null;
  if (!view || !known) notFound();
  return <Bench key={id + known} data={view} stage={known} />;
}
