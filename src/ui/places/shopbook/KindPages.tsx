'use client';
import { DataTable } from '../../kit/DataTable';
import { useState } from 'react';
import type { KindFigure, Spread } from '@/core/spring/estimate';
import type { OwnOfKind } from '@/judgement/model/ownKinds';
import { ENDS } from '@/catalogue/ends';
import { KIND_FIGURE_ORDER, type MachineKind } from '@/knowledge/kinds';
import { Fold } from '../../kit/Fold';
import { Titled } from '../../kit/parts';
import { Button, Small } from '../../kit/primitives';
import { type Figure, FigureEditor, type Version } from './FigureEditor';
import { standing } from './Version';

const NAMES: Readonly<Record<KindFigure, { label: string; unit: string; decimals: number }>> = {
  machineKg: { label: 'Machine, fuelled', unit: 'kg', decimals: 0 },
  wheelbaseMm: { label: 'Wheelbase', unit: 'mm', decimals: 0 },
  frontShare: { label: 'Share on the front wheel', unit: '', decimals: 3 },
  rakeDeg: { label: 'Rake', unit: '°', decimals: 1 },
  frontTravelMm: { label: 'Front travel', unit: 'mm', decimals: 0 },
  rearTravelMm: { label: 'Rear travel', unit: 'mm', decimals: 0 },
  leverageRatio: { label: 'Leverage ratio', unit: '', decimals: 2 },
  riderForwardMm: { label: 'Rider ahead of the rear axle', unit: 'mm', decimals: 0 },
  unsprungFrontKg: { label: 'Unsprung, front', unit: 'kg', decimals: 1 },
  unsprungRearKg: { label: 'Unsprung, rear', unit: 'kg', decimals: 1 },
};

const spreadText = (figure: KindFigure, { mean, sd }: Spread) => {
  const { unit, decimals } = NAMES[figure];
  return `${mean.toFixed(decimals)} ± ${sd.toFixed(decimals)}${unit && ` ${unit}`}`;
};

const figures: Figure<MachineKind>[] = KIND_FIGURE_ORDER.flatMap((figure) =>
  (['mean', 'sd'] as const).map((part): Figure<MachineKind> => ({
    key: `figures.${figure}.${part}`,
    label: `${NAMES[figure].label}${NAMES[figure].unit && `, ${NAMES[figure].unit}`}${part === 'sd' ? ': spread ±' : ''}`,
    of: (page) => page.figures[figure][part],
    put: (page, value) => ({ ...page, figures: { ...page.figures, [figure]: { ...page.figures[figure], [part]: value } } }),
  })),
);

const PRELOADS: Figure<MachineKind>[] = ENDS.flatMap((end) =>
  (['mean', 'sd'] as const).map((part): Figure<MachineKind> => ({
    key: `preloadMm.${end}.${part}`,
    label: `Preload as usually set, ${end}, mm${part === 'sd' ? ': spread ±' : ''}`,
    of: (page) => page.preloadMm[end][part],
    put: (page, value) => ({ ...page, preloadMm: { ...page.preloadMm, [end]: { ...page.preloadMm[end], [part]: value } } }),
  })),
);

/** The page with everything the shop has measured itself weighed in. */
function withOwn(page: MachineKind, own: OwnOfKind): MachineKind {
  const narrowed = Object.fromEntries(Object.entries(own.figures).map(([figure, { narrowed: spread }]) => [figure, spread]));
  return { ...page, figures: { ...page.figures, ...narrowed }, origin: `the book’s with ${own.machines} of the shop’s own weighed in` };
}

/** Kinds of machine: what stands in for a machine nobody has weighed or measured, and what the shop's own come to. */
export function KindPages({ versions, own }: { versions: Version<MachineKind>[]; own: OwnOfKind[] }) {
  return (
    <Titled title="Kinds of machine" aside="mean ± one standard deviation">
      <p style={{ maxWidth: '70ch', paddingBottom: '0.75rem' }}>
        <Small>
          They stand in, marked ○, until somebody weighs and measures; the band of a first answer comes from their spread. The narrower and
          truer they are, the sooner a customer hears a rate.
        </Small>
      </p>
      {versions.map((version) => (
        <Kind key={version.page.id} version={version} own={own.find((o) => o.id === version.page.id)!} />
      ))}
    </Titled>
  );
}

function Kind({ version, own }: { version: Version<MachineKind>; own: OwnOfKind }) {
  const [editing, setEditing] = useState<'page' | 'own' | null>(null);
  const { page } = version;
  const measured = Object.keys(own.figures).length > 0;
  return (
    <Fold
      title={page.name}
      aside={`${spreadText('machineKg', page.figures.machineKg)}, ratio ${spreadText('leverageRatio', page.figures.leverageRatio)}; ${own.machines === 0 ? 'none' : own.machines} of the shop’s own`}
    >
      <Small>
        {standing(version)} {page.rearSprings === 2 ? 'Two shocks.' : 'One shock.'}
      </Small>
      {editing ? (
        <KindEditor page={page} editing={editing} own={own} setEditing={setEditing} />
      ) : (
        <>
          <FiguresTable page={page} own={own} />
          <Small>
            Preload as usually set, mm of spring:{' '}
            {ENDS.map((end) => `${end} ${page.preloadMm[end].mean.toFixed(0)} ± ${page.preloadMm[end].sd.toFixed(0)}`).join(', ')}.
          </Small>
          <KindButtons setEditing={setEditing} page={page} measured={measured} />
        </>
      )}
    </Fold>
  );
}

interface KindEditorProps {
  page: MachineKind;
  editing: 'page' | 'own' | null;
  own: OwnOfKind;
  setEditing: (next: 'page' | 'own' | null) => void;
}

function KindEditor({ page, editing, own, setEditing }: KindEditorProps) {
  return (
    <FigureEditor
      page={page}
      version="kind/1"
      route="/api/book/kinds"
      figures={[...figures, ...PRELOADS]}
      {...(editing === 'own' ? { began: withOwn(page, own), reason: `${own.machines} of our own weighed and measured` } : {})}
      onDone={() => setEditing(null)}
    />
  );
}

interface KindButtonsProps {
  setEditing: (next: 'page' | 'own' | null) => void;
  page: MachineKind;
  measured: boolean;
}

function KindButtons({ setEditing, page, measured }: KindButtonsProps) {
  return (
    <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', padding: '0.6rem 0' }}>
      <Button onPress={() => setEditing('page')} aria-label={`Change ${page.name}`}>
        Change the figures
      </Button>
      {measured && (
        <Button onPress={() => setEditing('own')} aria-label={`Weigh in our own, ${page.name}`}>
          Weigh in the shop’s own
        </Button>
      )}
    </p>
  );
}

function FiguresTable({ page, own }: { page: MachineKind; own: OwnOfKind }) {
  return (
    <DataTable
      label={page.name}
      rows={KIND_FIGURE_ORDER.map((figure) => ({ figure, found: own.figures[figure] }))}
      keyOf={({ figure }) => figure}
      columns={[
        { name: 'Figure', cell: ({ figure }) => NAMES[figure].label },
        { name: 'In the book', figure: true, cell: ({ figure }) => spreadText(figure, page.figures[figure]) },
        {
          name: 'The shop’s own',
          figure: true,
          cell: ({ figure, found }) =>
            found ? `${found.mean.toFixed(NAMES[figure].decimals)} of ${found.count} machine${found.count === 1 ? '' : 's'}` : '–',
        },
        { name: 'Both together', figure: true, cell: ({ figure, found }) => (found ? spreadText(figure, found.narrowed) : '–') },
      ]}
    />
  );
}
