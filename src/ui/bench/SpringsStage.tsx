'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import type { Candidate } from '@/core/spring/select';
import type { End } from '@/core/spring/schools';
import { overloadFindings } from '@/schema/facts/because';
import { numberOf } from '@/schema/facts/read';
import { rangeOf, schoolOf, type Selection, selectionOf } from '@/schema/facts/springs';
import { issueWords, warningWords } from '@/schema/words';
import { EntryField } from '../fields/EntryField';
import { useLive, useSystem } from '../fields/context';
import { Stance } from '../figures/Stance';
import type { StanceLine } from '../figures/stanceScale';
import { useKeys } from '../layout/keys';
import { CandidateTable, Choice, Ideal } from './Candidates';
import { Empty, Small, Warn } from '../layout/primitives';
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
