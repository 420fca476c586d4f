'use client';
import { useState } from 'react';
import type { DamperKind } from '@/knowledge/damperKinds';
import type { Ground } from '@/knowledge/ground';
import { Titled } from '../../kit/parts';
import { Small, Table } from '../../kit/primitives';
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
      {edited && (
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
      )}
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

const VALVES = ['compression', 'rebound', 'base'] as const;
const VALVE_NAMES = { compression: 'Compression', rebound: 'Rebound', base: 'Base valve' } as const;
const pistonFigures: Figure<DamperKind>[] = [
  { key: 'boreMm', label: 'Bore, mm', of: (p) => p.boreMm, put: (p, boreMm) => ({ ...p, boreMm }) },
  { key: 'rodMm', label: 'Rod, mm', of: (p) => p.rodMm, put: (p, rodMm) => ({ ...p, rodMm }) },
  { key: 'postMm', label: 'Hole of its shims, mm', of: (p) => p.postMm, put: (p, postMm) => ({ ...p, postMm }) },
  ...VALVES.flatMap((valve) =>
    (['portMm2', 'bleedMm2'] as const).map((part): Figure<DamperKind> => ({
      key: `valves.${valve}.${part}`,
      label: `${VALVE_NAMES[valve]}, ${part === 'portMm2' ? 'ports' : 'bleed'}, mm²`,
      of: (page) => page.valves[valve][part],
      put: (page, value) => ({ ...page, valves: { ...page.valves, [valve]: { ...page.valves[valve], [part]: value } } }),
    })),
  ),
];
const pistonName = (id: string) => `${id.startsWith('rear') ? 'Shock' : 'Cartridge'}, ${id.split('-')[1]} mm`;

/** Pistons as they usually are: they stand in until somebody puts a calliper to one. */
export function PistonPages({ versions }: { versions: Version<DamperKind>[] }) {
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <Titled title="Pistons" aside="usual figures, ○ assumed until a calliper says">
      {versions.map((version) => (
        <section key={version.page.id} style={{ marginBottom: '1rem' }}>
          <PageHead
            name={pistonName(version.page.id)}
            about={`Bore ${version.page.boreMm}, rod ${version.page.rodMm}, shims over ${version.page.postMm} mm.`}
            version={version}
            editing={editing === version.page.id}
            onEdit={() => setEditing(editing === version.page.id ? null : version.page.id)}
          />
          {editing === version.page.id ? (
            <FigureEditor
              page={version.page}
              version="piston/1"
              route="/api/book/pistons"
              figures={pistonFigures}
              onDone={() => setEditing(null)}
            />
          ) : (
            <Table aria-label={pistonName(version.page.id)}>
              <thead>
                <tr>
                  <th>Valve</th>
                  <th className="number">Ports, mm²</th>
                  <th className="number">Bleed, mm²</th>
                </tr>
              </thead>
              <tbody>
                {VALVES.map((valve) => (
                  <tr key={valve}>
                    <td>{VALVE_NAMES[valve]}</td>
                    <td className="number">{version.page.valves[valve].portMm2}</td>
                    <td className="number">{version.page.valves[valve].bleedMm2}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </section>
      ))}
    </Titled>
  );
}
