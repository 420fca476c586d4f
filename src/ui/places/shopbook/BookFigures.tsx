'use client';
import { DataTable } from '../../kit/DataTable';
import { useState } from 'react';
import type { OilGrade } from '@/core/damper/oils';
import { SCHOOL_CHOICES } from '@/catalogue/fields/bench';
import { Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, QuietButton, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { type Figure, FigureEditor, type Version } from './FigureEditor';
import { PageHead } from './Version';
import { USE_NAMES, type Use } from '@/catalogue/uses';
import type { DampingTemplate } from '@/knowledge/dampingTemplates';

const SIDES = ['compression', 'rebound'] as const;
const dampingFigures: Figure<DampingTemplate>[] = SIDES.flatMap((side) => {
  const name = side === 'compression' ? 'Compression' : 'Rebound';
  const figure = (key: 'zeta' | 'kneeMPerS' | 'highShare', label: string): Figure<DampingTemplate> => ({
    key: `${side}.${key}`,
    label: `${name}, ${label}`,
    of: (page) => page[side][key],
    put: (page, value) => ({ ...page, [side]: { ...page[side], [key]: value } }),
  });
  return [
    figure('zeta', 'share of critical'),
    figure('kneeMPerS', 'knee, m/s at the shaft'),
    figure('highShare', 'slope beyond the knee, share'),
  ];
});

const labelsOf = (chosen: readonly string[], labels: Readonly<Record<string, string>>) =>
  chosen.map((id) => (labels[id] ?? id).toLowerCase()).join(', ');

/** What a template is proposed for until one is chosen; a school's own stands before that of the use. */
function proposedWords({ uses, schools }: DampingTemplate): string {
  const words = [
    ...(uses.length > 0 ? [labelsOf(uses, USE_NAMES)] : []),
    ...(schools.length > 0 ? [`the school ${labelsOf(schools, SCHOOL_CHOICES)}`] : []),
  ];
  return words.length > 0 ? `Proposed for ${words.join('; ')}.` : 'Proposed for nothing; chosen by hand.';
}

function DampingEditor({ page, onDone }: { page: DampingTemplate; onDone(): void }) {
  const [uses, setUses] = useState<readonly Use[]>(page.uses);
  const [schools, setSchools] = useState<readonly string[]>(page.schools);
  return (
    <FigureEditor page={{ ...page, uses, schools }} version="damping/2" route="/api/book/damping" figures={dampingFigures} onDone={onDone}>
      <Ticks label="Proposed for the use" options={USE_NAMES} value={uses} onChange={(ids) => setUses(ids as Use[])} />
      <Ticks label="and for the school" options={SCHOOL_CHOICES} value={schools} onChange={setSchools} />
    </FigureEditor>
  );
}

/** Any of a few, all in sight. */
function Ticks(props: {
  label: string;
  options: Readonly<Record<string, string>>;
  value: readonly string[];
  onChange(value: string[]): void;
}) {
  return (
    <fieldset style={{ border: 0, padding: 0, margin: '0.25rem 0' }}>
      <legend>
        <Small>{props.label}</Small>
      </legend>
      {Object.entries(props.options).map(([id, label]) => (
        <label key={id} style={{ display: 'inline-flex', gap: '0.4rem', alignItems: 'center', minHeight: 44, marginRight: '1rem' }}>
          <input
            type="checkbox"
            checked={props.value.includes(id)}
            onChange={(e) => props.onChange(e.target.checked ? [...props.value, id] : props.value.filter((v) => v !== id))}
          />
          {label}
        </label>
      ))}
    </fieldset>
  );
}

/** Damping templates of the shop: what a target curve begins from. */
export function DampingPages({ pages }: { pages: Version<DampingTemplate>[] }) {
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <Titled title="Damping templates" aside="shares of critical damping, for the spring and mass of the job">
      {pages.map((version) => {
        const { page } = version;
        return (
          <section key={page.id} style={{ marginBottom: '1rem' }}>
            <PageHead
              name={page.name}
              about={`${page.creed} ${proposedWords(page)}`}
              version={version}
              editing={editing === page.id}
              onEdit={() => setEditing(editing === page.id ? null : page.id)}
            />
            {editing === page.id ? <DampingEditor page={page} onDone={() => setEditing(null)} /> : <TemplateTable page={page} />}
          </section>
        );
      })}
    </Titled>
  );
}

function TemplateTable({ page }: { page: DampingTemplate }) {
  return (
    <DataTable
      label={page.name}
      rows={SIDES}
      keyOf={(side) => side}
      columns={[
        { name: 'Direction', cell: (side) => side },
        { name: 'Share of critical', figure: true, cell: (side) => page[side].zeta.toFixed(2) },
        { name: 'Knee, m/s', figure: true, cell: (side) => page[side].kneeMPerS.toFixed(2) },
        { name: 'Slope beyond it', figure: true, cell: (side) => <>{(page[side].highShare * 100).toFixed(0)} %</> },
      ]}
    />
  );
}

const oilFigures: Figure<OilGrade>[] = [
  { key: 'cSt40', label: 'cSt at 40 °C', of: (p) => p.cSt40, put: (p, cSt40) => ({ ...p, cSt40 }) },
  { key: 'cSt100', label: 'cSt at 100 °C', of: (p) => p.cSt100, put: (p, cSt100) => ({ ...p, cSt100 }) },
  { key: 'densityKgPerM3', label: 'Density, kg/m³', of: (p) => p.densityKgPerM3, put: (p, densityKgPerM3) => ({ ...p, densityKgPerM3 }) },
];

/** A key of the book from a name: small letters, digits and dashes. */
const keyOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60);

/** Oils by their viscosity, not by the weight on the label; the shop adds its own. */
export function OilPages({ pages }: { pages: Version<OilGrade>[] }) {
  const [editing, setEditing] = useState<string | null>(null);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const begin = () => {
    const key = keyOf(name);
    if (key === '') return setProblem('Type the name on the sheet.');
    if (pages.some((p) => p.page.id === key)) return setProblem('This oil is in the book. Change it there.');
    setProblem(null);
    setEditing('new');
  };
  const edited = pages.find((p) => p.page.id === editing)?.page;
  const fresh: OilGrade = { id: keyOf(name), name: name.trim(), cSt40: 15, cSt100: 4, densityKgPerM3: 850, origin: 'the maker’s sheet' };
  return (
    <Titled title="Oils" aside="“weight” on a label is no measure: brands differ by a factor of two">
      <OilTable pages={pages} setEditing={setEditing} />
      {edited && (
        <FigureEditor
          key={edited.id}
          page={edited}
          version="oil/1"
          route="/api/book/oils"
          figures={oilFigures}
          onDone={() => setEditing(null)}
        />
      )}
      {editing === 'new' ? (
        <FigureEditor
          key="new"
          page={fresh}
          version="oil/1"
          route="/api/book/oils"
          figures={oilFigures}
          onDone={() => (setEditing(null), setName(''))}
        />
      ) : (
        <div style={{ display: 'flex', gap: '1rem', alignItems: 'end' }}>
          <PlainField label="Add an oil by its name" value={name} onChange={setName} problem={problem} />
          <Button onPress={begin}>Type its figures</Button>
        </div>
      )}
    </Titled>
  );
}

function OilTable({ pages, setEditing }: { pages: Version<OilGrade>[]; setEditing: (next: string | null) => void }) {
  return (
    <DataTable
      label="Oils"
      rows={pages}
      keyOf={({ page }) => page.id}
      columns={[
        { name: 'Oil', cell: ({ page }) => page.name },
        { name: 'cSt at 40 °C', figure: true, cell: ({ page }) => page.cSt40 },
        { name: 'cSt at 100 °C', figure: true, cell: ({ page }) => page.cSt100 },
        { name: 'kg/m³', figure: true, cell: ({ page }) => page.densityKgPerM3 },
        {
          name: 'Origin',
          cell: ({ page, at, reason }) => (
            <Small>
              {page.origin}
              {at ? `; ${dayWords(at)}: ${reason}` : ''}
            </Small>
          ),
        },
        {
          name: <span className="visually-hidden">Change</span>,
          cell: ({ page }) => (
            <QuietButton onPress={() => setEditing(page.id)} aria-label={`Change ${page.name}`}>
              change
            </QuietButton>
          ),
        },
      ]}
    />
  );
}
