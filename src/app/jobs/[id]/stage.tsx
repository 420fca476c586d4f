import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ComponentType } from 'react';
import { STAGE_NAMES } from '@/catalogue/fields';
import { bench } from '@/server/views';
import { Bench, type SheetName } from '@/ui/job/Bench';

/** What the pages of a job's stages have in common. Each is a route of its own, so that it brings the code of its stage alone. */

interface Props {
  params: Promise<{ id: string }>;
}

const NAMES: Record<SheetName, string> = { ...STAGE_NAMES, quote: 'Quote', log: 'Logger', ground: 'Over the ground' };

export const stageMetadata =
  (sheet: SheetName) =>
  async ({ params }: Props): Promise<Metadata> => ({ title: `${NAMES[sheet]}, job ${(await params).id}` });

export const stagePage = (sheet: SheetName, Sheet: ComponentType) =>
  async function StagePage({ params }: Props) {
    const { id } = await params;
    const view = /^\d{1,9}$/.test(id) ? await bench(Number(id), sheet) : null;
    if (!view) notFound();
    return (
      <Bench key={id + sheet} data={view} stage={sheet}>
        <Sheet />
      </Bench>
    );
  };
