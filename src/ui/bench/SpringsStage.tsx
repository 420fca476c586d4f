'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { printIn } from '@/core/units/print';
import type { Candidate } from '@/core/spring/select';
import type { End } from '@/core/spring/schools';
import { candidateWords, overloadFindings } from '@/schema/facts/because';
import { numberOf } from '@/schema/facts/read';
import { type ListedSpring, rangeOf, schoolOf, type Selection, selectionOf } from '@/schema/facts/springs';
import { issueWords, warningWords } from '@/schema/words';
import { EntryField } from '../fields/EntryField';
import { useFieldStore, useLive, useSystem } from '../fields/context';
import { Stance, type StanceLine } from '../figures/Stance';
import { useKeys } from '../layout/keys';
import { Button, Empty, Heading, Small, Table, Warn } from '../layout/primitives';
import { useBench, useFigures } from './BenchContext';
import { MachineFigures } from './MachineFigures';
import { BecauseList, Columns, FieldGrid, InView, SealedNote, Titled, Working } from './parts';
import { ghostLines, stanceEnd } from './stance';

const Ends = styled(ToggleButtonGroup)`
  display: flex;
  gap: 1.5rem;
  margin-bottom: 0.75rem;
  button {
    min-height: 44px;
    border: 0;
    background: none;
    font-weight: 650;
    font-size: 1.05rem;
    padding: 0;
    cursor: pointer;
    color: var(--soft);
  }
  button[data-selected] {
    box-shadow: inset 0 -4px currentColor;
  }
  .rear {
    color: var(--rear);
  }
  .front {
    color: var(--front);
  }
`;

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

const OTHER: Record<End, End> = { rear: 'front', front: 'rear' };

/** Springs: the ideal spring for this load, every spring of the list against it, one chosen for each end with the reason. */
export function SpringsStage() {
  const live = useLive();
  const figures = useFigures();
  const { data, sealed } = useBench();
  const [end, setEnd] = useState<End>('rear');
  const [picked, setPicked] = useState<Partial<Record<End, string>>>({});
  const selections = useMemo(
    () => ({ rear: selectionOf(live, figures, 'rear', data.springs), front: selectionOf(live, figures, 'front', data.springs) }),
    [live, figures, data.springs],
  );
  const currentOf = (which: End): Candidate | null => {
    const selection = selections[which];
    if ('missing' in selection || !selection.result.ok) return null;
    const { candidates } = selection.result.value;
    const wanted = picked[which] ?? String(numberOf(live, `springs.${which}.choice`) ?? '');
    return candidates.find((c) => c.id === wanted) ?? candidates[0] ?? null;
  };
  const selection = selections[end];
  const current = currentOf(end);
  const step = (by: number) => {
    if ('missing' in selection || !selection.result.ok || !current) return;
    const { candidates } = selection.result.value;
    const next = candidates[candidates.findIndex((c) => c.id === current.id) + by];
    if (next) setPicked({ ...picked, [end]: next.id });
  };
  useKeys({ '[': () => step(-1), ']': () => step(1) });
  const predicted = predictedLines(currentOf('rear'), currentOf('front'));
  return (
    <>
      <SealedNote />
      <Columns $wide="1.5fr 1fr">
        <div>
          <Ends
            selectionMode="single"
            disallowEmptySelection
            selectedKeys={[end]}
            onSelectionChange={(keys) => setEnd([...keys][0] as End)}
            aria-label="End"
          >
            <ToggleButton id="rear" className="rear">
              Rear spring
            </ToggleButton>
            <ToggleButton id="front" className="front">
              Front springs
            </ToggleButton>
          </Ends>
          <BecauseIfOverloaded />
          {'missing' in selection ? (
            <MissingFigures missing={selection.missing} />
          ) : (
            <EndSelection
              key={end}
              end={end}
              selection={selection}
              current={current}
              onPick={(id) => setPicked({ ...picked, [end]: id })}
            />
          )}
          {!('missing' in selection) && selection.result.ok && <Working steps={selection.result.value.working} />}
        </div>
        <StanceSide predicted={predicted} />
      </Columns>
      <Small>
        {sealed ? '' : 'The list of springs is kept in the '}
        {!sealed && <Link href="/drawers">Drawers</Link>}
        {sealed ? '' : '. '}
        Looking at the {end} end; the {OTHER[end]} end keeps its own candidate.
      </Small>
    </>
  );
}

function predictedLines(rear: Candidate | null, front: Candidate | null): StanceLine[] {
  if (!rear || !front) return [];
  return [
    { name: 'static', rearMm: rear.staticSagMm, frontMm: front.staticSagMm },
    { name: 'rider', rearMm: rear.riderSagMm, frontMm: front.riderSagMm },
  ];
}

function BecauseIfOverloaded() {
  const findings = overloadFindings(useLive(), useFigures());
  return findings.length > 0 ? <BecauseList findings={findings} empty="" title="Before any spring" /> : null;
}

function StanceSide({ predicted }: { predicted: StanceLine[] }) {
  const live = useLive();
  const figures = useFigures();
  const { ghost } = useBench();
  const inches = useSystem() === 'imperial';
  const blank = { staticMm: null, riderMm: null, staticBandMm: null, riderBandMm: null, usedMm: null };
  return (
    <InView>
      <Stance
        rear={{ ...stanceEnd(live, figures, 'rear'), ...blank }}
        front={{ ...stanceEnd(live, figures, 'front'), ...blank }}
        ghost={ghost ? ghostLines(live, figures) : []}
        predicted={predicted}
        inches={inches}
      />
      <Small>
        Dashed: predicted with the candidates looked at, solo. Dotted: rider sag as measured in this job. Brackets: the school’s windows.
      </Small>
    </InView>
  );
}

function MissingFigures({ missing }: { missing: string[] }) {
  const ofMachine = missing.filter((m) => m.startsWith('machine.'));
  const { sealed } = useBench();
  return (
    <>
      <Empty>
        Springs are worked out from the loads. Still missing: {missing.includes('rider.mass') ? 'the rider’s mass in gear' : ''}
        {missing.includes('rider.mass') && ofMachine.length > 0 ? ', and ' : ''}
        {ofMachine.length > 0 ? 'these figures of the machine' : ''}.
      </Empty>
      {missing.includes('rider.mass') && (
        <FieldGrid>
          <EntryField field="rider.mass" locked={sealed} />
        </FieldGrid>
      )}
      <MachineFigures only={ofMachine} />
    </>
  );
}

function EndSelection({
  end,
  selection,
  current,
  onPick,
}: {
  end: End;
  selection: Selection;
  current: Candidate | null;
  onPick(id: string): void;
}) {
  const live = useLive();
  const { sealed } = useBench();
  const { target, result } = selection;
  const [min, max] = rangeOf(live, end);
  return (
    <>
      <Titled title="Aim and adjuster" aside={`${schoolOf(live).name}; placeholders are taken until typed`}>
        <FieldGrid $min="7.2rem">
          <EntryField field={`springs.${end}.target.rider`} placeholder={String(Math.round(target.rider.value))} locked={sealed} />
          <EntryField field={`springs.${end}.target.static`} placeholder={String(Math.round(target.static.value))} locked={sealed} />
          <EntryField field={`springs.${end}.range.min`} placeholder={String(min.value)} locked={sealed} />
          <EntryField field={`springs.${end}.range.max`} placeholder={String(max.value)} locked={sealed} />
          <EntryField field={`springs.${end}.otherForce`} placeholder="0" locked={sealed} />
        </FieldGrid>
      </Titled>
      {!result.ok ? (
        <Warn>{issueWords(result.issue)}</Warn>
      ) : (
        <>
          <Ideal end={end} selection={selection} rateNPerMm={result.value.ideal.rateNPerMm} preloadMm={result.value.ideal.preloadMm} />
          {result.value.warnings.map((w) => (
            <Warn key={w.code}>{warningWords(w)}</Warn>
          ))}
          <CandidateTable end={end} selection={selection} candidates={result.value.candidates} current={current} onPick={onPick} />
          {current && <Choice end={end} selection={selection} current={current} range={[min.value, max.value]} />}
        </>
      )}
    </>
  );
}

const rateWords = (nPerMm: number, system: 'metric' | 'imperial') =>
  system === 'metric' ? `${printIn(nPerMm, 'N/mm', nPerMm < 20 ? 2 : 1)} N/mm` : `${printIn(nPerMm, 'lbf/in', 0)} lbf/in`;
const lengthWords = (mm: number, system: 'metric' | 'imperial') => (system === 'metric' ? mm.toFixed(1) : (mm / 25.4).toFixed(2));

function Ideal({ end, selection, rateNPerMm, preloadMm }: { end: End; selection: Selection; rateNPerMm: number; preloadMm: number }) {
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

function CandidateTable(props: {
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

function Choice({ end, selection, current, range }: { end: End; selection: Selection; current: Candidate; range: [number, number] }) {
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
