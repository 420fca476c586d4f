import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ComponentType } from 'react';
import { STAGE_NAMES, STAGES } from '@/catalogue/fields';
import { bench } from '@/server/views';
import { Bench, type SheetName } from '@/ui/job/Bench';
import { LogSheet } from '@/ui/sheets/log/LogSheet';
import { QuoteSheet } from '@/ui/sheets/quote/QuoteSheet';
import { AskStage } from '@/ui/stages/ask/AskStage';
import { MeasureStage } from '@/ui/stages/measure/MeasureStage';
import { ReasonStage } from '@/ui/stages/reason/ReasonStage';
import { RebuildStage } from '@/ui/stages/rebuild/RebuildStage';
import { RideStage } from '@/ui/stages/ride/RideStage';
import { SetStage } from '@/ui/stages/set/SetStage';
import { SpringsStage } from '@/ui/stages/springs/SpringsStage';
import { ValvesStage } from '@/ui/stages/valves/ValvesStage';

interface Props {
  params: Promise<{ id: string; stage: string }>;
}

/** The browser is sent the code of the one that is shown. */
const SHEETS: Record<SheetName, ComponentType> = {
  ask: AskStage,
  measure: MeasureStage,
  reason: ReasonStage,
  springs: SpringsStage,
  valves: ValvesStage,
  rebuild: RebuildStage,
  set: SetStage,
  ride: RideStage,
  quote: QuoteSheet,
  log: LogSheet,
};

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
  const Sheet = SHEETS[known];
  return (
    <Bench key={id + known} data={view} stage={known}>
      <Sheet />
    </Bench>
  );
}
