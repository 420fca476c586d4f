'use client';
import { type Figure, figure, mm, said, type Said, type SaidUnit } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { Sentence } from '../../kit/Sentence';
import { type ReactNode, useState } from 'react';
import { z } from 'zod';
import { linearSpring, unlikePair } from '@/core/spring/law';
import { progressiveTable, seriesSegments, tableOfSegments } from '@/core/spring/series';
import { springWire, type WireResult } from '@/core/spring/wire';
import { lengthMm, rateNPerMm } from '@/catalogue/quantity';
import { springWireRequest } from '@/schema/compute';
import { issueWords, warningWords } from '@/schema/words';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { LinkButton, Small, Table, Warn } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { asked } from '../../fields/asked';
import { Choices } from '../../kit/Choices';

type Texts = Record<string, string>;

interface CalculationProps<S extends z.ZodType> {
  title: string;
  aside?: string;
  schema: S;
  labels: Texts;
  /** Above the fields. */
  before?: ReactNode;
  note?: string;
  min?: string;
  children(value: z.output<S>): ReactNode;
}

/** Fields read by a schema, each problem at its field, and what follows once they are all in. A bare number is in the unit of its label. */
function Calculation<S extends z.ZodType>({ title, aside, schema, labels, before, note, min = '9rem', children }: CalculationProps<S>) {
  const [texts, setTexts] = useState<Texts>({});
  const request = asked(schema, Object.fromEntries(Object.keys(labels).map((field) => [field, texts[field] ?? ''])));
  return (
    <Titled title={title} {...(aside ? { aside } : {})}>
      {before}
      <FieldGrid $min={min}>
        {Object.entries(labels).map(([field, label]) => (
          <PlainField
            key={field}
            label={label}
            value={texts[field] ?? ''}
            onChange={(text) => setTexts({ ...texts, [field]: text })}
            problem={request.problem?.field === field ? request.problem.words : null}
          />
        ))}
      </FieldGrid>
      {request.value !== null && children(request.value)}
      {note && <Small>{note}</Small>}
    </Titled>
  );
}

const number = (x: number, digits: number, unit: SaidUnit) => figure(unit, x, digits);

const WIRE_ROWS: [string, (r: WireResult) => Said | Figure | null][] = [
  ['Rate', (r) => number(r.rateNPerMm, 2, 'N/mm')],
  ['Wire', (r) => number(r.wireMm, 2, 'mm')],
  ['Spring index D/d', (r) => r.index.toFixed(2)],
  ['Wahl factor', (r) => r.wahlFactor.toFixed(3)],
  ['Solid length', (r) => number(r.solidLengthMm, 1, 'mm')],
  ['Coils cut', (r) => (r.cutCoils === 0 ? null : r.cutCoils.toFixed(2))],
  ['Rate with the coils cut', (r) => (r.rateAfterCutNPerMm === null ? null : number(r.rateAfterCutNPerMm, 2, 'N/mm'))],
  ['Spacer for the lost length', (r) => (r.spacerMm === null ? null : number(r.spacerMm, 1, 'mm'))],
  ['Left before coil bind', (r) => (r.coilBindReserveMm === null ? null : number(r.coilBindReserveMm, 1, 'mm'))],
  ['Stress with the coils solid', (r) => (r.stressAtSolidMPa === null ? null : number(r.stressAtSolidMPa, 0, 'MPa'))],
  ['Stress at full stroke', (r) => (r.stressAtFullStrokeMPa === null ? null : number(r.stressAtFullStrokeMPa, 0, 'MPa'))],
  ['Stress reserve', (r) => (r.stressReserve === null ? null : `${(r.stressReserve * 100).toFixed(0)} %`)],
];

function Wire() {
  const [way, setWay] = useState<'rate' | 'wire'>('rate');
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
    cutLengthMm: 'or length to cut, mm',
    allowedStressMPa: 'Stress the wire may carry, MPa',
  };
  const choice = <Choices label="From" value={way} options={{ rate: 'wire to rate', wire: 'rate to wire' }} onPick={setWay} />;
  return (
    <Calculation title="Wire and coils" aside="EN 13906-1; G 79.3 GPa" schema={springWireRequest} labels={labels} before={choice}>
      {(request) => {
        const result = springWire(request);
        return result.ok ? (
          <Coil coil={result.value} />
        ) : (
          <Warn>
            <Sentence of={issueWords(result.issue)} />
          </Warn>
        );
      }}
    </Calculation>
  );
}

function Coil({ coil }: { coil: WireResult }) {
  const rows = WIRE_ROWS.flatMap(([name, of]) => {
    const said = of(coil);
    return said ? [[name, said] as const] : [];
  });
  return (
    <>
      <Figures label="The coil" rows={rows} />
      {coil.warnings.map((w) => (
        <Warn key={w.code}>
          <Sentence of={warningWords(w)} />
        </Warn>
      ))}
    </>
  );
}

function Figures({ label, rows }: { label: string; rows: readonly (readonly [string, Said | Figure])[] }) {
  return (
    <Table aria-label={label}>
      <tbody>
        {rows.map(([name, figures]) => (
          <tr key={name}>
            <td>{name}</td>
            <td className="number">
              <b>
                <Sentence of={figures} />
              </b>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
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

const rate = () => rateNPerMm({ above: 0 });
const travel = () => lengthMm({ above: 0 }).optional();
const stackFields = z.strictObject({ k1: rate(), b1: travel(), k2: rate().optional(), b2: travel(), k3: rate().optional(), b3: travel() });
const progressiveFields = z.strictObject({ start: rate(), end: rate(), over: lengthMm({ above: 0 }) });
const unlikeFields = z.strictObject({ left: rate(), right: rate(), extra: lengthMm().default(0) });

function Stack() {
  const inUnits = useSaid();
  const labels = {
    k1: 'First, N/mm',
    b1: 'First binds after, mm',
    k2: 'Second, N/mm',
    b2: 'Second binds after, mm',
    k3: 'Third, N/mm',
    b3: 'Third binds after, mm',
  };
  return (
    <Calculation title="Springs one on top of another" aside="1/k = Σ 1/k until one binds" schema={stackFields} labels={labels} min="13rem">
      {({ k1, b1, k2, b2, k3, b3 }) => {
        const springs = [
          { rateNPerMm: k1, travelToBindMm: b1 ?? null },
          ...(k2 === undefined ? [] : [{ rateNPerMm: k2, travelToBindMm: b2 ?? null }]),
          ...(k3 === undefined ? [] : [{ rateNPerMm: k3, travelToBindMm: b3 ?? null }]),
        ];
        const segments = seriesSegments(springs);
        if (!segments.ok)
          return (
            <Warn>
              <Sentence of={issueWords(segments.issue)} />
            </Warn>
          );
        const stretch = (fromMm: number, toMm: number | null) =>
          toMm === null ? said`${mm(fromMm, 1)} to the end` : mm(fromMm, 1, 'to', toMm);
        return (
          <>
            <Figures
              label="Rate over the stack’s travel"
              rows={segments.value.map((s) => [inUnits(stretch(s.fromMm, s.toMm)), number(s.rateNPerMm, 2, 'N/mm')] as const)}
            />
            <AsTable points={tableOfSegments(segments.value, STACK_TO_MM)} />
          </>
        );
      }}
    </Calculation>
  );
}

function Progressive() {
  return (
    <Calculation
      title="Progressive, by start and end rate"
      schema={progressiveFields}
      labels={{ start: 'Start rate, N/mm', end: 'End rate, N/mm', over: 'over, mm' }}
      note="Which way up it stands does not change the rate; it changes noise, unsprung mass and wear. Follow the maker’s sheet and record it."
    >
      {({ start, end, over }) => <AsTable points={progressiveTable(start, end, over).filter((_, i) => i > 0 && i % 4 === 0)} />}
    </Calculation>
  );
}

function Unlike() {
  return (
    <Calculation
      title="Two unlike fork springs"
      schema={unlikeFields}
      labels={{ left: 'Left leg, N/mm', right: 'Right leg, N/mm', extra: 'Right preloaded more by, mm' }}
    >
      {({ left, right, extra }) => {
        const law = unlikePair(linearSpring(left), linearSpring(right), extra);
        return (
          <p>
            Together they work like two of{' '}
            <b>
              <Sentence of={number(law.rateNPerMm(1), 2, 'N/mm')} />
            </b>
            , with <Sentence of={number(2 * law.forceN(0), 0, 'N')} /> more at full extension from the unlike preload.
          </p>
        );
      }}
    </Calculation>
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
