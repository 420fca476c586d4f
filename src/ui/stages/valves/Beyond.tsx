'use client';
import { DataTable } from '../../kit/DataTable';
import { useEffect, useMemo, useState } from 'react';
import type { Expert, Forces } from '@/core/damper/expert';
import { beyondRequest, brakedFrictionN, FIRM_G, gasOverStroke } from '@/judgement/aims/beyond';
import { SHEET_SPEEDS } from '@/judgement/aims/valves';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import type { Side } from '@/catalogue/ends';
import { bar, mm, mPerS, newtons, said, signed } from '@/core/units/say';
import { failureWords } from '@/workers/working';
import { issueWords } from '@/schema/words';
import { LineChart } from '../../charts/LineChart';
import { FieldsProvider } from '../../fields/context';
import { EntryField } from '../../fields/EntryField';
import { useBench, useLater } from '../../job/BenchContext';
import { Columns, Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';
import { Sentence } from '../../kit/Sentence';
import { Button, Empty, Small, Table, Warn, Wide } from '../../kit/primitives';
import { askExpert } from './useValves';

/** Speeds the table names, m/s. */
const NAMED = [0.1, 0.55, 1.1, 2.2] as const;

interface Line {
  id: string;
  name: string;
  source: string;
  of: (e: Expert) => Forces | null;
}
const LINES: readonly Line[] = [
  {
    id: 'cold',
    name: 'Openings feel the oil: cold',
    source: 'coefficients by Reynolds number, Merritt (from memory)',
    of: (e) => e.thick.cold,
  },
  { id: 'warm', name: 'Openings feel the oil: at work', source: 'the same', of: (e) => e.thick.warm },
  { id: 'hot', name: 'Openings feel the oil: hot', source: 'the same', of: (e) => e.thick.hot },
  {
    id: 'parting',
    name: 'Oil parts where the gas cannot hold it',
    source: 'no side of the piston falls below no pressure',
    of: (e) => e.parting,
  },
  {
    id: 'check',
    name: 'Check valve held by its spring',
    source: 'opens at the pressure measured; until then the bleed',
    of: (e) => e.check,
  },
];

/** What an expert looks at beyond the curve: each effect by itself, switched on over the plain curve; the loop, the gas, the fork under braking. */
export function Beyond({ damper, side }: { damper: DamperKey; side: Side }) {
  const facts = useLater();
  const { data, machineStore } = useBench();
  const request = useMemo(() => beyondRequest(facts, damper, data.oils), [facts, damper, data.oils]);
  const text = request ? JSON.stringify(request) : '';
  const [wanted, setWanted] = useState(false);
  const [found, setFound] = useState<Awaited<ReturnType<typeof askExpert>> | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  useEffect(() => {
    if (!wanted || text === '') return;
    let isMine = true;
    askExpert(JSON.parse(text) as NonNullable<typeof request>).then(
      (answer) => isMine && (setFound(answer), setFailure(null)),
      (e: unknown) => isMine && setFailure(failureWords(e)),
    );
    return () => {
      isMine = false;
    };
  }, [wanted, text]);
  const end = END_OF[damper];
  return (
    <Columns>
      <div>
        <Titled title="Each effect by itself" aside={`${side}, against the plain curve`}>
          {!wanted && <Button onPress={() => setWanted(true)}>Work them out</Button>}
          {failure && <Warn>{failure}</Warn>}
          {found && !found.ok && (
            <Warn>
              <Sentence of={issueWords(found.issue)} />
            </Warn>
          )}
          {wanted && !found && !failure && <p role="status">Working them out.</p>}
          {found?.ok && <Effects of={found.value} side={side} end={end} />}
          <div style={{ maxWidth: '16rem' }}>
            <FieldsProvider value={machineStore}>
              <EntryField field={`machine.damper.${damper}.base.check`} />
            </FieldsProvider>
          </div>
        </Titled>
      </div>
      <div>
        {found?.ok && <Loop of={found.value} end={end} />}
        <Gas end={end} />
        {end === 'front' && <Braked />}
        <Small>What a ride’s own speeds do to these shims stands under Over the ground.</Small>
      </div>
    </Columns>
  );
}

function Effects({ of, side, end }: { of: Expert; side: Side; end: 'rear' | 'front' }) {
  const key = side === 'compression' ? 'compressionN' : 'reboundN';
  const [on, setOn] = useState<readonly string[]>(['warm', 'parting']);
  const there = LINES.filter((l) => l.of(of) !== null);
  const points = (f: Forces) => SHEET_SPEEDS.map((v, i) => [v, f[key][i]!] as const);
  return (
    <>
      <LineChart
        description={`${side} force against shaft speed: the plain curve, and with ${on.length} effects over it`}
        lines={[
          { name: 'plain', points: points(of.plain), look: 'thin', colour: end },
          ...there
            .filter((l) => on.includes(l.id))
            .map((l) => ({ name: l.id, points: points(l.of(of)!), look: 'dashed' as const, colour: end })),
        ]}
        x={{ name: 'Shaft speed', unit: 'm/s' }}
        y={{ name: 'Force', unit: 'N' }}
        height={230}
      />
      <EffectTable of={of} side={side} there={there} on={on} setOn={setOn} />
    </>
  );
}

interface EffectTableProps {
  of: Expert;
  side: Side;
  there: readonly Line[];
  on: readonly string[];
  setOn(on: readonly string[]): void;
}

function EffectTable({ of, side, there, on, setOn }: EffectTableProps) {
  const inUnits = useSaid();
  const key = side === 'compression' ? 'compressionN' : 'reboundN';
  const at = (v: number) => SHEET_SPEEDS.indexOf(v as (typeof SHEET_SPEEDS)[number]);
  return (
    <Wide>
      <Table aria-label="Each effect by itself">
        <thead>
          <tr>
            <th>Shown</th>
            {NAMED.map((v) => (
              <th key={v} className="number">
                {inUnits(said`${mPerS(v)}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>Plain</td>
            {NAMED.map((v) => (
              <td key={v} className="number">
                <Sentence of={newtons(of.plain[key][at(v)]!)} />
              </td>
            ))}
          </tr>
          {there.map((l) => (
            <tr key={l.id}>
              <td>
                <label style={{ display: 'inline-flex', gap: '0.5rem', minHeight: 44, alignItems: 'center' }}>
                  <input
                    type="checkbox"
                    checked={on.includes(l.id)}
                    onChange={(e) => setOn(e.target.checked ? [...on, l.id] : on.filter((x) => x !== l.id))}
                  />
                  <span>
                    {l.name} <Small>{l.source}</Small>
                  </span>
                </label>
              </td>
              {NAMED.map((v) => (
                <td key={v} className="number">
                  <Sentence of={signed(newtons(l.of(of)![key][at(v)]! - of.plain[key][at(v)]!))} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Wide>
  );
}

function Loop({ of, end }: { of: Expert; end: 'rear' | 'front' }) {
  const { speedMPerS, rigidN, passedN, lagS } = of.loop;
  const closed = (forces: readonly number[]) => [...speedMPerS, speedMPerS[0]!].map((v, i) => [v, forces[i % forces.length]!] as const);
  return (
    <Titled title="One swing" aside="what bushes, hose and bladder yield, from memory to a factor of two">
      <LineChart
        description={`Force against speed through one swing, rigid and as passed on; force lags by ${(1000 * lagS).toFixed(1)} milliseconds`}
        lines={[
          { name: '', points: closed(rigidN), look: 'thin', colour: end },
          { name: '', points: closed(passedN), look: 'strong', colour: end },
        ]}
        x={{ name: 'Rebound ← speed → compression', unit: 'm/s', min: -Math.max(...speedMPerS), max: Math.max(...speedMPerS) }}
        y={{ name: 'Force', unit: 'N' }}
        height={200}
      />
      <Small>
        Thin: rigid. Strong: passed on. At the turn force lags {(1000 * lagS).toFixed(1)} ms behind speed: small quick movements are damped
        less than the curve says.
      </Small>
    </Titled>
  );
}

function Gas({ end }: { end: 'rear' | 'front' }) {
  const facts = useLater();
  const places = gasOverStroke(facts, end);
  return (
    <Titled title={end === 'front' ? 'Air over the stroke' : 'Gas over the stroke'} aside="slow: n = 1; quick: n = 1.3, from memory">
      {places === null ? (
        <Empty>
          {end === 'front'
            ? 'It follows once stanchion, bore and oil level are known.'
            : 'It follows once shaft, gas pressure, gas chamber and stroke are known.'}
        </Empty>
      ) : (
        <DataTable
          label="Gas over the stroke"
          rows={places}
          keyOf={(p) => p.name}
          columns={[
            {
              name: 'Stroke',
              cell: (p) => (
                <>
                  {p.name} <Sentence of={mm(p.strokeMm, 0)} />
                </>
              ),
            },
            { name: 'Slow', figure: true, cell: (p) => <Sentence of={bar(p.slowMPa, 1)} /> },
            { name: 'Quick', figure: true, cell: (p) => <Sentence of={bar(p.quickMPa, 1)} /> },
            { name: 'Force, slow', figure: true, cell: (p) => <Sentence of={newtons(p.slowN)} /> },
            { name: 'quick', figure: true, cell: (p) => <Sentence of={newtons(p.quickN)} /> },
          ]}
        />
      )}
      <Small>Absolute pressures. Sag is slow; the frequency it swings at and a hard landing are quick.</Small>
    </Titled>
  );
}

function Braked() {
  const facts = useLater();
  const n = brakedFrictionN(facts);
  if (n === null) return null;
  return (
    <Titled title="The fork under braking" aside="from memory, to a factor of two">
      <p>
        <Sentence
          of={said`At ${FIRM_G} g of braking the bushes bear the leg’s bending: about ${newtons(n)} more friction, ${newtons(n / 2)} to ${newtons(2 * n)}. Small bumps then come through though the damping is right.`}
        />
      </p>
    </Titled>
  );
}
