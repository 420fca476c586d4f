'use client';
import { useState } from 'react';
import type { OilGrade } from '@/core/damper/oils';
import type { DampingTemplate } from '@/core/damper/target';
import { numberIn } from '@/schema/facts/tables';
import { Titled } from '../bench/parts';
import { PlainField } from '../fields/PlainField';
import { Button, QuietButton, Small, Table } from '../layout/primitives';
import { dayWords } from '../words/time';
import { PageEditor } from './PageEditor';

/** A page of the Shop book in its newest version. */
export interface Version<T> {
  page: T;
  versions: number;
  reason: string;
  at: string | null;
}

interface Figure<T> {
  key: string;
  label: string;
  of(page: T): number;
  put(page: T, value: number): T;
}

const FigureEditor = <T extends { origin: string }>({
  page,
  kind,
  route,
  figures,
  onDone,
}: {
  page: T;
  kind: 'damping' | 'oil';
  route: string;
  figures: Figure<T>[];
  onDone(): void;
}) => (
  <PageEditor
    figures={figures.map((f) => ({ key: f.key, label: f.label, text: String(f.of(page)) }))}
    origin={page.origin}
    route={route}
    pageFrom={(typed, origin) => ({
      ...figures.reduce<T>((p, f) => f.put(p, numberIn(typed[f.key]!)), page),
      origin,
      version: kind === 'damping' ? 'damping/2' : 'oil/1',
    })}
    onDone={onDone}
  />
);

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

/** Damping templates of the shop: what a target curve begins from. */
export function DampingPages({ pages }: { pages: Version<DampingTemplate>[] }) {
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <Titled title="Damping templates" aside="shares of critical damping, for the spring and mass of the job">
      {pages.map(({ page, versions, reason, at }) => (
        <section key={page.id} style={{ marginBottom: '1rem' }}>
          <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline', gap: '1rem' }}>
            <span>
              <b>{page.name}.</b> {page.creed} <Small>{page.origin}.</Small>
            </span>
            <QuietButton onPress={() => setEditing(editing === page.id ? null : page.id)} aria-label={`Change ${page.name}`}>
              {editing === page.id ? 'leave it' : 'change'}
            </QuietButton>
          </div>
          {at && (
            <Small>
              Version {versions + 1}, {dayWords(at)}: {reason}
            </Small>
          )}
          {editing === page.id ? (
            <FigureEditor page={page} kind="damping" route="/api/book/damping" figures={dampingFigures} onDone={() => setEditing(null)} />
          ) : (
            <Table aria-label={page.name}>
              <thead>
                <tr>
                  <th>Direction</th>
                  <th className="number">Share of critical</th>
                  <th className="number">Knee, m/s</th>
                  <th className="number">Slope beyond it</th>
                </tr>
              </thead>
              <tbody>
                {SIDES.map((side) => (
                  <tr key={side}>
                    <td>{side}</td>
                    <td className="number">{page[side].zeta.toFixed(2)}</td>
                    <td className="number">{page[side].kneeMPerS.toFixed(2)}</td>
                    <td className="number">{(page[side].highShare * 100).toFixed(0)} %</td>
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
      <Table aria-label="Oils">
        <thead>
          <tr>
            <th>Oil</th>
            <th className="number">cSt at 40 °C</th>
            <th className="number">cSt at 100 °C</th>
            <th className="number">kg/m³</th>
            <th>Origin</th>
            <th>
              <span className="visually-hidden">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {pages.map(({ page, at, reason }) => (
            <tr key={page.id}>
              <td>{page.name}</td>
              <td className="number">{page.cSt40}</td>
              <td className="number">{page.cSt100}</td>
              <td className="number">{page.densityKgPerM3}</td>
              <td>
                <Small>
                  {page.origin}
                  {at ? `; ${dayWords(at)}: ${reason}` : ''}
                </Small>
              </td>
              <td>
                <QuietButton onPress={() => setEditing(page.id)} aria-label={`Change ${page.name}`}>
                  change
                </QuietButton>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {edited && (
        <FigureEditor
          key={edited.id}
          page={edited}
          kind="oil"
          route="/api/book/oils"
          figures={oilFigures}
          onDone={() => setEditing(null)}
        />
      )}
      {editing === 'new' ? (
        <FigureEditor
          key="new"
          page={fresh}
          kind="oil"
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
