'use client';
import { useState } from 'react';
import type { Ground } from '@/knowledge/ground';
import { Titled } from '../../kit/parts';
import { Small } from '../../kit/primitives';
import { type Figure, FigureEditor, type Version } from './FigureEditor';
import { PageHead } from './Version';

const percent = (share: number) => `${share > 0 ? '+' : ''}${Math.round(100 * share)} %`;

const SIDES = ['compression', 'rebound'] as const;
const BANDS = ['low', 'high'] as const;
const asked: Figure<Ground>[] = SIDES.flatMap((side) =>
  BANDS.map((band): Figure<Ground> => ({
    key: `${side}.${band}`,
    label: `${side === 'compression' ? 'Compression' : 'Rebound'}, ${band} speed, share more`,
    of: (page) => page[side][band],
    put: (page, value) => ({ ...page, [side]: { ...page[side], [band]: value } }),
  })),
);
const groundFigures: Figure<Ground>[] = [
  { key: 'sag', label: 'Sag in the window, −1 least to 1 most', of: (p) => p.sag, put: (p, sag) => ({ ...p, sag }) },
  ...asked,
  { key: 'oilLevelMm', label: 'Fork oil against the maker’s, mm', of: (p) => p.oilLevelMm, put: (p, oilLevelMm) => ({ ...p, oilLevelMm }) },
  { key: 'order', label: 'Roughness, 0 smooth to 6', of: (p) => p.order, put: (p, order) => ({ ...p, order }) },
  {
    key: 'usualKmh.0',
    label: 'Usual speed from, km/h',
    of: (p) => p.usualKmh[0],
    put: (p, x) => ({ ...p, usualKmh: [x, p.usualKmh[1]] as const }),
  },
  { key: 'usualKmh.1', label: 'to, km/h', of: (p) => p.usualKmh[1], put: (p, x) => ({ ...p, usualKmh: [p.usualKmh[0], x] as const }) },
];

/** Kinds of ground: what each asks of sag, damping and oil level. */
export function GroundPages({ versions }: { versions: Version<Ground>[] }) {
  const [editing, setEditing] = useState<string | null>(null);
  const edited = versions.find((v) => v.page.id === editing);
  return (
    <Titled title="Kinds of ground" aside="what a ride of nothing else would ask for, ridden quick">
      {edited && <GroundEditor edited={edited} setEditing={setEditing} />}
      {versions.map((version) => (
        <section key={version.page.id} style={{ paddingBottom: '0.5rem', borderBottom: '1px solid var(--fine)' }}>
          <PageHead
            name={version.page.name}
            about={`${version.page.roughness}, ${version.page.usualKmh.join(' to ')} km/h.`}
            version={version}
            editing={editing === version.page.id}
            onEdit={() => setEditing(editing === version.page.id ? null : version.page.id)}
          />
          <Small>{asksWords(version.page)}</Small>
        </section>
      ))}
    </Titled>
  );
}

function GroundEditor({ edited, setEditing }: { edited: Version<Ground>; setEditing: (next: string | null) => void }) {
  return (
    <section style={{ marginBottom: '1rem' }}>
      <PageHead name={edited.page.name} about={`${edited.page.roughness}.`} version={edited} editing onEdit={() => setEditing(null)} />
      <FigureEditor
        key={edited.page.id}
        page={edited.page}
        version="ground/1"
        route="/api/book/grounds"
        figures={groundFigures}
        onDone={() => setEditing(null)}
      />
    </section>
  );
}

/** What one kind asks for, in a line. */
function asksWords(ground: Ground): string {
  const words = [
    ...(ground.sag === 0 ? [] : [`sag ${percent(ground.sag / 2)} of the window from its middle`]),
    ...SIDES.flatMap((side) =>
      BANDS.filter((band) => ground[side][band] !== 0).map((band) => `${side} at ${band} speed ${percent(ground[side][band])}`),
    ),
    ...(ground.oilLevelMm === 0 ? [] : [`fork oil ${Math.abs(ground.oilLevelMm)} mm ${ground.oilLevelMm < 0 ? 'higher' : 'lower'}`]),
  ];
  return words.length === 0 ? 'Asks for nothing of its own.' : `Asks for ${words.join(', ')}.`;
}
