'use client';
import { type ReadEntry, readEntry } from '@/catalogue/entry';
import type { Result } from '@/core/result';
import { kg as kgSaid, rate as rateSaid, said } from '@/core/units/say';
import { Printer } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import { fieldDef } from '@/catalogue/fields';
import { issueWords } from '@/schema/words';
import { meant } from '../../kit/meant';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import type { RiderRate, RiderRow } from '@/judgement/aims/riderRates';
import { LineChart } from '../../charts/LineChart';
import { estimatedRate, lengthUnit, lengthWords, rateUnit, massWords } from '../../kit/figureWords';
import { Columns, Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, Small, Table, Wide } from '../../kit/primitives';
import { usePreferences, useSaid } from '../../kit/preferences';
import { Shell } from '../../layout/Shell';

interface Props {
  machine: { id: number; name: string };
  rows: RiderRow[];
  /** What the table is reckoned for: use and school. */
  basis: string;
}

const Riders = styled(Table)`
  td,
  th {
    white-space: nowrap;
  }
  tr.near td {
    background: var(--sheet);
    font-weight: 650;
  }
`;

/** The machine's springs against the mass of its rider, for the wall and the counter. */
export function RiderTable({ machine, rows, basis }: Props) {
  const { system } = usePreferences();
  const massUnit = system === 'metric' ? 'kg' : 'lb';
  const [typed, setTyped] = useState('');
  const read = typed.trim() === '' ? null : readEntry(fieldDef('rider.mass'), meant(typed, massUnit));
  const typedKg = read?.ok ? read.value.value : null;
  const near =
    typedKg !== null ? rows.reduce((best, r) => (Math.abs(r.riderKg - typedKg) < Math.abs(best.riderKg - typedKg) ? r : best)) : null;
  const isKnown = rows.some((r) => r.rear ?? r.front);
  return (
    <Shell title={`Rate by rider, ${machine.name}`} about={basis}>
      {isKnown && <RiderAsked massUnit={massUnit} typed={typed} setTyped={setTyped} read={read} />}
      {isKnown ? (
        <Columns $wide="1.6fr 1fr">
          <Titled title="Rider in full gear, solo" aside="rate of each spring; ○ an estimate with its band">
            <Wide>
              <Rows rows={rows} near={near} />
            </Wide>
          </Titled>
          <div>
            {ENDS.map((end) => (
              <RateChart key={end} end={end} rows={rows} />
            ))}
          </div>
        </Columns>
      ) : (
        <Empty>
          Name the kind of machine and its travels in <Link href={`/machines/${machine.id}`}>its file</Link>, and the table is there.
        </Empty>
      )}
      <Small>
        Judged at the static and rider sag of the school followed in the newest job.{' '}
        <Link href={`/machines/${machine.id}`}>Back to the machine</Link>
      </Small>
    </Shell>
  );
}

interface RiderAskedProps {
  massUnit: 'kg' | 'lb';
  typed: string;
  setTyped: (next: string) => void;
  read: Result<ReadEntry> | null;
}

function RiderAsked({ massUnit, typed, setTyped, read }: RiderAskedProps) {
  const inUnits = useSaid();
  return (
    <div className="no-print" style={{ display: 'flex', gap: '1rem', alignItems: 'end', marginBottom: '1rem' }}>
      <PlainField
        label="Rider at the counter"
        unit={massUnit}
        value={typed}
        onChange={setTyped}
        problem={read && !read.ok ? inUnits(issueWords(read.issue)) : null}
      />
      <Button onPress={() => window.print()}>
        <Printer size={16} aria-hidden /> Print
      </Button>
    </div>
  );
}

function Rows({ rows, near }: { rows: RiderRow[]; near: RiderRow | null }) {
  const { system } = usePreferences();
  const mass = (kg: number) => massWords(kg, system);
  return (
    <Riders>
      <RiderHead />
      <tbody>
        {rows.map((row) => (
          <tr key={row.riderKg} className={row === near ? 'near' : ''}>
            <td>
              <b>{mass(row.riderKg)}</b>
            </td>
            {ENDS.map((end) => (
              <td key={end}>{row[end] ? <Cell rate={row[end]} /> : '–'}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Riders>
  );
}

function RiderHead() {
  const { system } = usePreferences();
  return (
    <thead>
      <tr>
        <th>Rider</th>
        {ENDS.map((end) => (
          <th key={end} style={{ color: `var(--${end})` }}>
            {END_NAMES[end]}, {rateUnit(system)} · preload, {lengthUnit(system)} · on the list
          </th>
        ))}
      </tr>
    </thead>
  );
}

function Cell({ rate: { rateNPerMm, preloadMm, band, spring, cases } }: { rate: RiderRate }) {
  const { system } = usePreferences();
  const bare = (x: number) => estimatedRate(x, system);
  return (
    <>
      ○ {bare(rateNPerMm)}
      <Small>
        {' '}
        ({bare(band[0])}–{bare(band[1])})
      </Small>{' '}
      · {lengthWords(preloadMm, system, 0)}
      {cases.map((c) => (
        <Small key={c.name}>
          {' '}
          · {c.name} {c.preloadMm === null ? 'beyond the ring' : lengthWords(c.preloadMm, system, 0)}
        </Small>
      ))}{' '}
      <Small>{spring ? `· ${spring.name}${spring.inDrawer ? '' : ', to order'}` : ''}</Small>
    </>
  );
}

/** Rate against rider at one end, the springs that exist marked on it. */
function RateChart({ end, rows }: { end: End; rows: RiderRow[] }) {
  const inUnits = useSaid();
  const known = rows.flatMap((r) => (r[end] ? [{ kg: r.riderKg, rate: r[end] }] : []));
  if (known.length === 0) return null;
  const marks = known.flatMap(({ kg, rate }) => (rate.spring ? [[kg, rate.spring.rateNPerMm] as const] : []));
  const [first, last] = [known[0]!, known.at(-1)!];
  return (
    <LineChart
      description={inUnits(
        said`${END_NAMES[end]}: from ${rateSaid(first.rate.rateNPerMm)} for ${kgSaid(first.kg)} to ${rateSaid(last.rate.rateNPerMm)} for ${kgSaid(last.kg)}`,
      )}
      lines={[
        { name: END_NAMES[end], points: known.map(({ kg, rate }) => [kg, rate.rateNPerMm] as const), look: 'strong', colour: end },
        { name: 'on the list', points: marks, look: 'thin', colour: 'ink', marks: true },
      ]}
      bands={[
        {
          name: 'nine in ten',
          points: known.map(({ kg, rate }) => [kg, rate.band[0], rate.band[1]] as const),
          colour: end,
          opacity: 0.15,
        },
      ]}
      x={{ name: 'Rider', unit: 'kg', min: first.kg, max: last.kg }}
      y={{ name: `${END_NAMES[end]}, each spring`, unit: 'N/mm' }}
      height={210}
    />
  );
}
