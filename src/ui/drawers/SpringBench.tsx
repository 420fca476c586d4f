'use client';
import { useState } from 'react';
import { linearSpring, unlikePair } from '@/core/spring/law';
import { progressiveTable, seriesSegments, tableOfSegments } from '@/core/spring/series';
import { springWire, type WireResult } from '@/core/spring/wire';
import { rateNPerMm } from '@/schema/quantity';
import { springStackRequest, springWireRequest } from '@/schema/compute';
import { issueWords, warningWords } from '@/schema/words';
import { Columns, FieldGrid, Titled } from '../bench/parts';
import { PlainField } from '../fields/PlainField';
import { LinkButton, Small, Table, Warn } from '../layout/primitives';
import { Shell } from '../layout/Shell';
import { asked } from './asked';
import { Choices } from './Choices';

type Texts = Record<string, string>;

/** Plain fields with their problem beneath; a bare number is in the unit of its label. */
function Fields({
  min = '9rem',
  labels,
  texts,
  onType,
  problem,
}: {
  min?: string;
  labels: Texts;
  texts: Texts;
  onType(texts: Texts): void;
  problem: { field: string; words: string } | null;
}) {
  return (
    <FieldGrid $min={min}>
      {Object.entries(labels).map(([field, label]) => (
        <PlainField
          key={field}
          label={label}
          value={texts[field] ?? ''}
          onChange={(text) => onType({ ...texts, [field]: text })}
          problem={problem?.field === field ? problem.words : null}
        />
      ))}
    </FieldGrid>
  );
}

const number = (x: number, digits: number, unit: string) => `${x.toFixed(digits)} ${unit}`;

const WIRE_ROWS: [string, (r: WireResult) => string | null][] = [
  ['Rate', (r) => number(r.rateNPerMm, 2, 'N/mm')],
  ['Wire', (r) => number(r.wireMm, 2, 'mm')],
  ['Spring index D/d', (r) => r.index.toFixed(2)],
  ['Wahl factor', (r) => r.wahlFactor.toFixed(3)],
  ['Solid length', (r) => number(r.solidLengthMm, 1, 'mm')],
  ['Rate with the coils cut', (r) => (r.rateAfterCutNPerMm === null ? null : number(r.rateAfterCutNPerMm, 2, 'N/mm'))],
  ['Spacer for the lost length', (r) => (r.spacerMm === null ? null : number(r.spacerMm, 1, 'mm'))],
  ['Left before coil bind', (r) => (r.coilBindReserveMm === null ? null : number(r.coilBindReserveMm, 1, 'mm'))],
  ['Stress with the coils solid', (r) => (r.stressAtSolidMPa === null ? null : number(r.stressAtSolidMPa, 0, 'MPa'))],
  ['Stress at full stroke', (r) => (r.stressAtFullStrokeMPa === null ? null : number(r.stressAtFullStrokeMPa, 0, 'MPa'))],
  ['Stress reserve', (r) => (r.stressReserve === null ? null : `${(r.stressReserve * 100).toFixed(0)} %`)],
];

function Wire() {
  const [way, setWay] = useState<'rate' | 'wire'>('rate');
  const [texts, setTexts] = useState<Texts>({});
  const first: Texts = way === 'rate' ? { wireMm: 'Wire, mm' } : { rateNPerMm: 'Rate wanted, N/mm' };
  const labels: Texts = {
    ...first,
    outerDiameterMm: 'Outside diameter, mm',
    activeCoils: 'Active coils',
    totalCoils: 'All coils, if counted',
    freeLengthMm: 'Free length, mm',
    preloadMm: 'Preload, mm',
    strokeMm: 'Stroke, mm',
    cutCoils: 'Coils to cut',
    allowedStressMPa: 'Stress the wire may carry, MPa',
  };
  const shown = Object.fromEntries(Object.keys(labels).map((k) => [k, texts[k] ?? '']));
  const request = asked(springWireRequest, shown);
  const result = request.value && springWire(request.value);
  return (
    <Titled title="Wire and coils" aside="EN 13906-1; G 79.3 GPa">
      <Choices label="From" value={way} options={{ rate: 'wire to rate', wire: 'rate to wire' }} onPick={setWay} />
      <Fields labels={labels} texts={texts} onType={setTexts} problem={request.problem} />
      {result && !result.ok && <Warn>{issueWords(result.issue)}</Warn>}
      {result?.ok && (
        <>
          <Table aria-label="The coil">
            <tbody>
              {WIRE_ROWS.flatMap(([name, of]) => {
                const said = of(result.value);
                return said ? [[name, said] as const] : [];
              }).map(([name, said]) => (
                <tr key={name}>
                  <td>{name}</td>
                  <td className="number">
                    <b>{said}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          {result.value.warnings.map((w) => (
            <Warn key={w.code}>{warningWords(w)}</Warn>
          ))}
        </>
      )}
    </Titled>
  );
}

const pair = (points: { deflectionMm: number; forceN: number }[]) =>
  points.map((p) => `${p.deflectionMm.toFixed(1)} ${p.forceN.toFixed(0)}`).join(', ');

/** The force table as text, to be put under "Add a spring". */
function AsTable({ points }: { points: { deflectionMm: number; forceN: number }[] }) {
  return (
    <p>
      <Small>As a force table for the drawer: {pair(points)}</Small>
    </p>
  );
}

/** How far a stack is carried when its last spring never binds, mm. */
const STACK_TO_MM = 300;

function Stack() {
  const [texts, setTexts] = useState<Texts>({});
  const of = (n: number) => ({ rateNPerMm: texts[`k${n}`] ?? '', travelToBindMm: texts[`b${n}`] ?? '' });
  const springs = [1, 2, 3].map(of).filter((s) => s.rateNPerMm.trim() !== '');
  const checked = springStackRequest.safeParse({
    springs: springs.map((s) => ({ rateNPerMm: s.rateNPerMm, ...(s.travelToBindMm.trim() ? { travelToBindMm: s.travelToBindMm } : {}) })),
  });
  const result = checked.success ? seriesSegments(checked.data.springs) : null;
  const bad = springs.length > 0 && !checked.success;
  return (
    <Titled title="Springs one on top of another" aside="1/k = Σ 1/k until one binds">
      <Fields
        min="13rem"
        labels={{
          k1: 'First, N/mm',
          b1: 'First binds after, mm',
          k2: 'Second, N/mm',
          b2: 'Second binds after, mm',
          k3: 'Third, N/mm',
          b3: 'Third binds after, mm',
        }}
        texts={texts}
        onType={setTexts}
        problem={bad ? { field: 'k1', words: 'A rate or a travel here cannot be read.' } : null}
      />
      {result?.ok && (
        <>
          <Table aria-label="Rate over the stack’s travel">
            <tbody>
              {result.value.map((s) => (
                <tr key={s.fromMm}>
                  <td>
                    {s.fromMm.toFixed(1)} to {s.toMm === null ? 'the end' : `${s.toMm.toFixed(1)} mm`}
                  </td>
                  <td className="number">
                    <b>{number(s.rateNPerMm, 2, 'N/mm')}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <AsTable points={tableOfSegments(result.value, STACK_TO_MM)} />
        </>
      )}
    </Titled>
  );
}

const positive = (text: string) => {
  const read = rateNPerMm({ above: 0 }).safeParse(text);
  return read.success ? read.data : null;
};

function Progressive() {
  const [texts, setTexts] = useState<Texts>({});
  const [start, end, over] = ['start', 'end', 'over'].map((k) => positive(texts[k] ?? ''));
  const points = start && end && over ? progressiveTable(start, end, over).filter((_, i) => i % 4 === 0) : null;
  return (
    <Titled title="Progressive, by start and end rate">
      <Fields
        labels={{ start: 'Start rate, N/mm', end: 'End rate, N/mm', over: 'over, mm' }}
        texts={texts}
        onType={setTexts}
        problem={null}
      />
      {points && <AsTable points={points.slice(1)} />}
      <Small>
        Which way up it stands does not change the rate; it changes noise, unsprung mass and wear. Follow the maker’s sheet and record it.
      </Small>
    </Titled>
  );
}

function Unlike() {
  const [texts, setTexts] = useState<Texts>({});
  const [left, right] = ['left', 'right'].map((k) => positive(texts[k] ?? ''));
  const extra = Number((texts.extra ?? '0').replace(',', '.'));
  const law = left && right && Number.isFinite(extra) ? unlikePair(linearSpring(left), linearSpring(right), extra) : null;
  return (
    <Titled title="Two unlike fork springs">
      <Fields
        labels={{ left: 'Left leg, N/mm', right: 'Right leg, N/mm', extra: 'Right preloaded more by, mm' }}
        texts={texts}
        onType={setTexts}
        problem={null}
      />
      {law && (
        <p>
          Together they work like two of <b>{number(law.rateNPerMm(1), 2, 'N/mm')}</b>, with {number(2 * law.forceN(0), 0, 'N')} more at
          full extension from the unlike preload.
        </p>
      )}
    </Titled>
  );
}

/** Spring calculations away from any machine: what a coil is, which wire a rate needs, stacks, progressive springs and unlike legs. */
export function SpringBench() {
  return (
    <Shell title="Spring calculations" about="for springs that are not on the list yet">
      <LinkButton href="/drawers">Back to the drawers</LinkButton>
      <Columns style={{ marginTop: '1rem' }}>
        <Wire />
        <div>
          <Stack />
          <Progressive />
          <Unlike />
        </div>
      </Columns>
    </Shell>
  );
}
