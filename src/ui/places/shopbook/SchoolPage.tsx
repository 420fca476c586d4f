'use client';
import { type Column, DataTable } from '../../kit/DataTable';
import { serves, USE_NAMES, USES } from '@/catalogue/uses';
import { useState } from 'react';
import { type School, type SchoolRule, type WindowRow } from '@/knowledge/schools';
import { numberIn } from '@/catalogue/tables';
import { Titled } from '../../kit/parts';
import { EndName } from '../../kit/primitives';
import type { Version } from './FigureEditor';
import { PageHead } from './Version';
import { Choices } from '../../kit/Choices';
import { PageEditor } from './PageEditor';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';

const text = (x: number, share: boolean) => String(Number((share ? x * 100 : x).toFixed(1)));
const rowWords = (r: WindowRow) =>
  `${text(r.min, r.unit === 'share')}–${text(r.max, r.unit === 'share')} ${r.unit === 'share' ? '% of travel' : 'mm'}`;

/** What a school's rule says, in a table or a sentence. */
function Rule({ rule, name }: { rule: SchoolRule; name: string }) {
  if (rule.kind === 'preload-share')
    return (
      <p>
        {text(rule.share, true)} % of the shock spring’s free length, within {text(rule.tolerance, true)} %.
      </p>
    );
  if (rule.kind === 'arm-angle')
    return (
      <p>
        Swing-arm below the horizontal with the rider on: low grip {rule.lowGripDeg.join('–')}°, high grip {rule.highGripDeg.join('–')}°.
      </p>
    );
  if (rule.kind === 'balance') return <p>Rider sag of both ends within {text(rule.tolerance, true)} % of travel of each other.</p>;
  const cell = (use: WindowRow['uses'][number], end: End, state: 'static' | 'rider') => {
    const found = rule.rows.find((r) => r.end === end && r.state === state && serves(r.uses, use));
    return found ? rowWords(found) : '–';
  };
  return (
    <DataTable
      label={name}
      rows={USES}
      keyOf={(use) => use}
      columns={[
        { name: 'Use', cell: (use) => USE_NAMES[use] },
        ...ENDS.flatMap((end) =>
          (['static', 'rider'] as const).map((state): Column<WindowRow['uses'][number]> => ({
            name: <EndName $end={end}>{`${END_NAMES[end]} ${state}`}</EndName>,
            cell: (use) => cell(use, end, state),
          })),
        ),
      ]}
    />
  );
}

/** The numbers of a rule as texts to be typed over, and back. */
function figuresOf(rule: SchoolRule): { key: string; label: string; text: string }[] {
  switch (rule.kind) {
    case 'windows':
      return rule.rows.flatMap((r, i) => {
        const what = `${END_NAMES[r.end]} ${r.state}, ${r.uses.length === USES.length ? 'any use' : r.uses.map((u) => USE_NAMES[u].toLowerCase()).join(', ')}, ${r.unit === 'share' ? '% of travel' : 'mm'}`;
        return (['min', 'max'] as const).map((side) => ({
          key: `${i}.${side}`,
          label: `${what}: ${side === 'min' ? 'from' : 'to'}`,
          text: text(r[side], r.unit === 'share'),
        }));
      });
    case 'preload-share':
      return [
        { key: 'share', label: 'Share of free length, %', text: text(rule.share, true) },
        { key: 'tolerance', label: 'within, %', text: text(rule.tolerance, true) },
      ];
    case 'balance':
      return [{ key: 'tolerance', label: 'within, % of travel', text: text(rule.tolerance, true) }];
    case 'arm-angle':
      return (['lowGripDeg', 'highGripDeg'] as const).flatMap((grip) =>
        ([0, 1] as const).map((i) => ({
          key: `${grip}.${i}`,
          label: `${grip === 'lowGripDeg' ? 'Low grip' : 'High grip'}, ${i === 0 ? 'from' : 'to'}, °`,
          text: String(rule[grip][i]),
        })),
      );
  }
}

/** The rule with what was typed over; a figure left as shown keeps its exact value, however it was rounded for the eye. */
function ruleFrom(rule: SchoolRule, typed: Record<string, string>): SchoolRule {
  const shown = Object.fromEntries(figuresOf(rule).map((f) => [f.key, f.text]));
  const kept = (key: string, before: number, by: number) => (typed[key] === shown[key] ? before : numberIn(typed[key] ?? '') * by);
  switch (rule.kind) {
    case 'windows':
      return {
        kind: 'windows',
        rows: rule.rows.map((r, i) => {
          const by = r.unit === 'share' ? 0.01 : 1;
          return { ...r, min: kept(`${i}.min`, r.min, by), max: kept(`${i}.max`, r.max, by) };
        }),
      };
    case 'preload-share':
      return { kind: rule.kind, share: kept('share', rule.share, 0.01), tolerance: kept('tolerance', rule.tolerance, 0.01) };
    case 'balance':
      return { kind: rule.kind, tolerance: kept('tolerance', rule.tolerance, 0.01) };
    case 'arm-angle': {
      const of = (grip: string): [number, number] => [numberIn(typed[`${grip}.0`] ?? ''), numberIn(typed[`${grip}.1`] ?? '')];
      return { kind: rule.kind, lowGripDeg: of('lowGripDeg'), highGripDeg: of('highGripDeg') };
    }
  }
}

/** One school of the Shop book: what it says, and, on request, a new version of it with its reason. */
export function SchoolSection({ version }: { version: Version<School> }) {
  const school = version.page;
  const [editing, setEditing] = useState(false);
  return (
    <section style={{ marginBottom: '1.25rem' }}>
      <PageHead
        name={school.name}
        about={`${school.creed} Sets ${school.order}.`}
        version={version}
        editing={editing}
        onEdit={() => setEditing(!editing)}
      />
      {editing ? <Editor school={school} onDone={() => setEditing(false)} /> : <Rule rule={school.rule} name={school.name} />}
    </section>
  );
}

function Editor({ school, onDone }: { school: School; onDone(): void }) {
  const [order, setOrder] = useState(school.order);
  return (
    <PageEditor
      figures={figuresOf(school.rule)}
      origin={school.origin}
      route="/api/book/schools"
      pageFrom={(typed, origin) => ({ version: 'school/1', ...school, order, origin, rule: ruleFrom(school.rule, typed) })}
      keyOf={(path) => path.replace(/^rule\.(rows\.)?/, '')}
      onDone={onDone}
    >
      <Choices
        label="Sets"
        value={order}
        options={{ 'rear first': 'the rear first', 'both together': 'both together' }}
        onPick={setOrder}
      />
    </PageEditor>
  );
}

/** Every school with its windows. */
export const SchoolSections = ({ versions }: { versions: Version<School>[] }) => (
  <Titled title="Schools and their windows" aside="every change is a new version">
    {versions.map((v) => (
      <SchoolSection key={v.page.id} version={v} />
    ))}
  </Titled>
);
