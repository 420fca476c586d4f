'use client';
import Link from 'next/link';
import styled from 'styled-components';
import type { Candidate } from '@/core/spring/select';
import type { End } from '@/core/spring/schools';
import { printIn } from '@/core/units/print';
import { candidateWords } from '@/schema/facts/because';
import { numberOf } from '@/schema/facts/read';
import { type ListedSpring, schoolOf, type Selection } from '@/schema/facts/springs';
import { EntryField } from '../fields/EntryField';
import { useFieldStore, useLive, useSystem } from '../fields/context';
import { Button, Empty, Heading, Small, Table } from '../layout/primitives';
import { useBench } from './BenchContext';
import { BecauseList, FieldGrid } from './parts';

const Candidates = styled(Table)`
  tr.current td {
    background: var(--sheet);
    border-bottom-color: var(--ink);
  }
  label {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 36px;
    cursor: pointer;
  }
  input {
    accent-color: var(--ink);
    width: 18px;
    height: 18px;
  }
  td {
    vertical-align: middle;
    padding-top: 0.1rem;
    padding-bottom: 0.1rem;
  }
`;

const rateWords = (nPerMm: number, system: 'metric' | 'imperial') =>
  system === 'metric' ? `${printIn(nPerMm, 'N/mm', nPerMm < 20 ? 2 : 1)} N/mm` : `${printIn(nPerMm, 'lbf/in', 0)} lbf/in`;
const lengthWords = (mm: number, system: 'metric' | 'imperial') => (system === 'metric' ? mm.toFixed(1) : (mm / 25.4).toFixed(2));

export function Ideal({
  end,
  selection,
  rateNPerMm,
  preloadMm,
}: {
  end: End;
  selection: Selection;
  rateNPerMm: number;
  preloadMm: number;
}) {
  const system = useSystem();
  return (
    <p style={{ margin: '0.5rem 0 0.75rem' }}>
      <Heading as="span">Ideal </Heading>
      <b style={{ fontSize: '1.5rem' }}>{rateWords(rateNPerMm, system)}</b>
      {end === 'front' && selection.model.springs > 1 ? ' each leg' : ''} with{' '}
      <b>
        {lengthWords(preloadMm, system)} {system === 'metric' ? 'mm' : 'in'}
      </b>{' '}
      of preload, for {selection.staticLoadN.toFixed(0)} N bare and {selection.ladenLoadN.toFixed(0)} N with the rider, solo.
    </p>
  );
}

export function CandidateTable(props: {
  end: End;
  selection: Selection;
  candidates: Candidate[];
  current: Candidate | null;
  onPick(id: string): void;
}) {
  const { end, selection, candidates, current, onPick } = props;
  const { data } = useBench();
  const system = useSystem();
  const live = useLive();
  const chosen = String(numberOf(live, `springs.${end}.choice`) ?? '');
  if (candidates.length === 0)
    return (
      <Empty>
        No {end} spring is on the list yet. Add those in the drawer and those a supplier can send under <Link href="/drawers">Drawers</Link>
        , and they are ranked here at once.
      </Empty>
    );
  const unit = system === 'metric' ? 'mm' : 'in';
  return (
    <Candidates aria-label={`Candidates, ${end}`}>
      <thead>
        <tr>
          <th>Spring</th>
          <th className="number">Rate</th>
          <th className="number">Preload, {unit}</th>
          <th className="number">Rider, {unit}</th>
          <th className="number">Static, {unit}</th>
          <th className="number">Load factor</th>
          <th className="number">Hz</th>
          <th>Verdict</th>
        </tr>
      </thead>
      <tbody>
        {candidates.map((c) => {
          const spring = data.springs.find((s) => String(s.id) === c.id);
          return (
            <tr key={c.id} className={c.id === current?.id ? 'current' : ''}>
              <td>
                <label>
                  <input type="radio" name={`candidate-${end}`} checked={c.id === current?.id} onChange={() => onPick(c.id)} />
                  <span>
                    {spring?.name} {chosen === c.id && <b>chosen </b>}
                    <Small>{spring?.place === 'drawer' ? 'drawer' : 'to order'}</Small>
                  </span>
                </label>
              </td>
              <td className="number">{spring && rateWords(spring.rateNPerMm, system)}</td>
              <td className="number">
                {lengthWords(c.preloadMm, system)}
                {c.preloadInRange ? '' : ' ▲'}
              </td>
              <td className="number">{lengthWords(c.riderSagMm, system)}</td>
              <td className="number">{lengthWords(c.staticSagMm, system)}</td>
              <td className="number">{c.loadFactorAtFullTravel.toFixed(2)}</td>
              <td className="number">{c.naturalFrequencyHz.toFixed(2)}</td>
              <td style={{ whiteSpace: 'nowrap' }}>{c.verdict === 'preload out of range' ? 'out of range' : c.verdict}</td>
            </tr>
          );
        })}
      </tbody>
      <caption className="visually-hidden">
        Ranked by how near both sags come, solo. Targets: rider {selection.target.rider.value} mm, static {selection.target.static.value}{' '}
        mm.
      </caption>
    </Candidates>
  );
}

export function Choice({
  end,
  selection,
  current,
  range,
}: {
  end: End;
  selection: Selection;
  current: Candidate;
  range: [number, number];
}) {
  const live = useLive();
  const store = useFieldStore();
  const system = useSystem();
  const { data, sealed } = useBench();
  const spring = data.springs.find((s) => String(s.id) === current.id);
  if (!spring) return null;
  const words = candidateWords(
    current,
    { staticMm: selection.target.static.value, riderMm: selection.target.rider.value },
    range,
    schoolOf(live).name,
  );
  const isChosen = numberOf(live, `springs.${end}.choice`) === spring.id;
  const choose = () => {
    store.put(`springs.${end}.choice`, String(spring.id));
    store.put(`springs.${end}.preload`, `${current.preloadMm.toFixed(1)} mm`);
    if ((live[`springs.${end}.reason`]?.text ?? '') === '') store.put(`springs.${end}.reason`, `${words.lead} ${words.rest}`.slice(0, 500));
  };
  return (
    <div style={{ marginTop: '1rem' }}>
      <BecauseList findings={[words]} empty="" />
      <CaseTable spring={spring} selection={selection} preloadMm={current.preloadMm} system={system} />
      {!sealed && (
        <Button $strong onPress={choose} isDisabled={isChosen} style={{ margin: '0.75rem 0' }}>
          {isChosen ? `${spring.name} is chosen` : `Choose ${spring.name} for the ${end}`}
        </Button>
      )}
      <FieldGrid $min="9rem">
        <EntryField field={`springs.${end}.preload`} locked={sealed} />
      </FieldGrid>
      <EntryField field={`springs.${end}.reason`} locked={sealed} />
    </div>
  );
}

function CaseTable({
  spring,
  selection,
  preloadMm,
  system,
}: {
  spring: ListedSpring;
  selection: Selection;
  preloadMm: number;
  system: 'metric' | 'imperial';
}) {
  const cases = selection.casesOf(spring, preloadMm);
  if (cases.length < 2) return null;
  return (
    <Table aria-label="Load cases">
      <thead>
        <tr>
          <th>{spring.name} at this preload</th>
          <th className="number">Sag, {system === 'metric' ? 'mm' : 'in'}</th>
          <th className="number">of travel</th>
        </tr>
      </thead>
      <tbody>
        {cases.map((c) => (
          <tr key={c.name}>
            <td>
              {c.name}
              {c.bottomed ? ' ▲ on the stop' : ''}
            </td>
            <td className="number">{lengthWords(c.sagMm, system)}</td>
            <td className="number">{(c.share * 100).toFixed(0)} %</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
