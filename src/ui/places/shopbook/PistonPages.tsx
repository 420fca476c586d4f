'use client';
import { DataTable } from '../../kit/DataTable';
import { useState } from 'react';
import { PISTONS, ROD_VALVE_NAMES, VALVE_NAMES, VALVES } from '@/catalogue/fields/damper';
import type { ValveName } from '@/core/damper/damper';
import type { DamperKind } from '@/knowledge/damperKinds';
import { Titled } from '../../kit/parts';
import { type Figure, FigureEditor, type Version } from './FigureEditor';
import { PageHead } from './Version';

const shared: Figure<DamperKind>[] = [
  { key: 'boreMm', label: 'Bore, mm', of: (p) => p.boreMm, put: (p, boreMm) => ({ ...p, boreMm }) },
  { key: 'rodMm', label: 'Rod, mm', of: (p) => p.rodMm, put: (p, rodMm) => ({ ...p, rodMm }) },
];
const areaOf = (valve: ValveName, part: 'portMm2' | 'bleedMm2', label: string): Figure<DamperKind> => ({
  key: `valves.${valve}.${part}`,
  label: `${label}, mm²`,
  of: (page) => page.valves[valve][part],
  put: (page, value) => ({ ...page, valves: { ...page.valves, [valve]: { ...page.valves[valve], [part]: value } } }),
});
const pistonFigures: Figure<DamperKind>[] = [
  ...shared,
  { key: 'postMm', label: 'Hole of its shims, mm', of: (p) => p.postMm ?? 0, put: (p, postMm) => ({ ...p, postMm }) },
  ...VALVES.flatMap((valve) => [
    areaOf(valve, 'portMm2', `${VALVE_NAMES.front[valve]}, ports`),
    areaOf(valve, 'bleedMm2', `${VALVE_NAMES.front[valve]}, bleed`),
  ]),
];
const rodFigures: Figure<DamperKind>[] = [
  ...shared,
  { key: 'tubeMm', label: 'Sliding tube outside, mm', of: (p) => p.tubeMm ?? 0, put: (p, tubeMm) => ({ ...p, tubeMm }) },
  ...VALVES.map((valve) => areaOf(valve, 'bleedMm2', ROD_VALVE_NAMES[valve])),
];

const isRod = (page: DamperKind) => page.tubeMm !== null;
/** As the machine's field names it. */
const pistonName = ({ id }: DamperKind): string => {
  const [end, size] = [id.startsWith('rear') ? 'rear' : 'front', id.slice(id.indexOf('-') + 1)] as const;
  return (PISTONS[end] as Record<string, string>)[size] ?? id;
};
const valveLabel = (page: DamperKind, valve: ValveName) =>
  isRod(page) ? ROD_VALVE_NAMES[valve] : VALVE_NAMES[page.id.startsWith('rear') ? 'rear' : 'front'][valve];

/** Pistons and damping rods as they usually are: they stand in until somebody puts a calliper to one. */
export function PistonPages({ versions }: { versions: Version<DamperKind>[] }) {
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <Titled title="Pistons and damping rods" aside="usual figures, ○ assumed until a calliper says">
      {versions.map((version) => (
        <section key={version.page.id} style={{ marginBottom: '1rem' }}>
          <PageHead
            name={pistonName(version.page)}
            about={`Bore ${version.page.boreMm}, rod ${version.page.rodMm}${isRod(version.page) ? `, tube ${version.page.tubeMm}` : `, shims over ${version.page.postMm}`} mm.`}
            version={version}
            editing={editing === version.page.id}
            onEdit={() => setEditing(editing === version.page.id ? null : version.page.id)}
          />
          {editing === version.page.id ? (
            <FigureEditor
              page={version.page}
              version="piston/1"
              route="/api/book/pistons"
              figures={isRod(version.page) ? rodFigures : pistonFigures}
              onDone={() => setEditing(null)}
            />
          ) : (
            <ValveTable version={version} />
          )}
        </section>
      ))}
    </Titled>
  );
}

function ValveTable({ version }: { version: Version<DamperKind> }) {
  return (
    <DataTable
      label={pistonName(version.page)}
      rows={VALVES}
      keyOf={(valve) => valve}
      columns={[
        { name: 'Valve', cell: (valve) => valveLabel(version.page, valve) },
        { when: !isRod(version.page), name: 'Ports, mm²', figure: true, cell: (valve) => version.page.valves[valve].portMm2 },
        { name: isRod(version.page) ? 'Holes, mm²' : 'Bleed, mm²', figure: true, cell: (valve) => version.page.valves[valve].bleedMm2 },
      ]}
    />
  );
}
