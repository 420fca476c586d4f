'use client';
import { Aside } from './Aside';
import { AimAndAdjuster } from './AimAndAdjuster';
import { Sentence } from '../../kit/Sentence';
import { jobNumber } from '@/catalogue/jobs';
import { BecauseList } from '../../kit/BecauseList';
import { Proposed } from '../../job/Proposed';
import { SealedNote, Working } from '../../job/Working';
import type { End } from '@/catalogue/ends';
import Link from 'next/link';
import { useCallback, useMemo, useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import { overloadFindings } from '@/judgement/findings/because';
import { tensionFinding, unlikelyFindings } from '@/judgement/findings/asked';
import { effectiveFinding } from '@/judgement/findings/effective';
import { effectiveOf } from '@/judgement/model/effective';
import { type Judged, type NoSelection, proposed, type Selection, selectionOf } from '@/judgement/aims/springs';
import { chosenOf } from '@/judgement/model/offers';
import { rangeOf, schoolOf } from '@/judgement/aims/targets';
import { issueWords, warningWords } from '@/schema/words';
import { useGaps } from '../../fields/useGaps';
import { useKeys } from '../../layout/keys';
import { LinkButton, Small, Warn } from '../../kit/primitives';
import { useBench, useFact, useLater, useOffers } from '../../job/BenchContext';
import { MachineFigures } from '../../job/MachineFigures';
import { Columns, Tabs, Titled } from '../../kit/parts';
import { CandidateTable } from './CandidateTable';
import { Choice, ChooseButton } from './Choice';
import { ForceChartView } from './ForceChartView';
import { EstimateSheet, useEstimates } from './EstimateSheet';
import { ChosenLine, Grounds } from './ChosenLine';
import { choiceAt, isEstimate } from '@/judgement/aims/estimates';
import { AirForkSheet } from './AirForkSheet';
import { isOnAir } from '@/judgement/model/ends';
import { QuickCandidate } from './QuickCandidate';

/** On paper the frame of the page is gone: the sheet says whose it is. */
const PrintHead = styled.p`
  display: none;
  @media print {
    display: block;
    font-weight: 650;
    margin-bottom: 0.75rem;
  }
`;

/** The ideal spring, and at its end the spring looked at to be chosen: both in sight before the list is scrolled. */
const Answer = styled.div`
  display: flex;
  gap: 0.5rem 1.5rem;
  align-items: center;
  justify-content: space-between;
  flex-wrap: wrap;
  > :first-child {
    flex: 1 1 24rem;
  }
`;

export type EndSelection = Selection | NoSelection;
export const isOpen = (s: EndSelection): s is NoSelection => 'missing' in s;

const candidatesOf = (s: EndSelection): Judged[] => (!isOpen(s) && s.result.ok ? s.result.value.candidates : []);

/** The selections of both ends and the candidate looked at in each: picked here, else chosen for the job, else proposed. */
function useSelections() {
  const facts = useLater();
  const springs = useOffers();
  const [picked, setPicked] = useState<Partial<Record<End, string>>>({});
  const selections = useMemo(
    () => ({ rear: selectionOf(facts, 'rear', springs), front: selectionOf(facts, 'front', springs) }),
    [facts, springs],
  );
  const currentOf = (end: End): Judged | null => {
    const candidates = candidatesOf(selections[end]);
    const wanted = picked[end] ?? chosenOf(facts.entries, end);
    return candidates.find((c) => c.id === wanted) ?? proposed(facts.entries, end, candidates);
  };
  const pick = (end: End, id: string) => setPicked({ ...picked, [end]: id });
  const step = (end: End, by: number) => {
    const candidates = candidatesOf(selections[end]);
    const next = candidates[candidates.findIndex((c) => c.id === currentOf(end)?.id) + by];
    if (next) pick(end, next.id);
  };
  return { selections, rear: currentOf('rear'), front: currentOf('front'), pick, step };
}

/** Figures a first answer asks for itself. */
const FIRST = /^(rider\.mass|machine\.travel\..+)$/;

/** Springs: the ideal spring for this load, every spring of the list against it for every load case, one chosen for each end with the reason. */
export function SpringsStage() {
  const { sealed, data } = useBench();
  const [end, setEnd] = useState<End>('rear');
  const { selections, rear, front, pick, step } = useSelections();
  const selection = selections[end];
  const current = end === 'rear' ? rear : front;
  const facts = useLater();
  const isAir = isOnAir(facts.machine, end);
  // A field of the estimate that is being typed into keeps it on the page, though the exact answer is there with its first digit.
  const [isTypedInto, setTypedInto] = useState(false);
  const estimates = useEstimates(isTypedInto || isOpen(selections.rear) || isOpen(selections.front));
  const gaps = useGaps(isOpen(selection) ? selection.missing.filter((f) => !FIRST.test(f)) : []);
  useKeys({ '[': () => step(end, -1), ']': () => step(end, 1) });
  return (
    <>
      <PrintHead>
        Springs · job {jobNumber(data.job.id)} · {data.machine.name} · {data.customer.name}
      </PrintHead>
      <SealedNote />
      <Proposed stage="springs" />
      <Columns $wide="1.95fr 1fr">
        <div>
          <Tabs
            selectionMode="single"
            disallowEmptySelection
            selectedKeys={[end]}
            onSelectionChange={(keys) => setEnd([...keys][0] as End)}
            aria-label="End"
          >
            <ToggleButton id="rear" className="end rear">
              Rear spring
            </ToggleButton>
            <ToggleButton id="front" className="end front">
              Front springs
            </ToggleButton>
          </Tabs>
          <BecauseIfOverloaded />
          {isAir && <AirForkSheet />}
          {!isAir && (isTypedInto || (isOpen(selection) && selection.unusable === null)) && (
            <div onFocus={({ target }) => setTypedInto(target instanceof HTMLInputElement)} onBlur={() => setTypedInto(false)}>
              <EstimateSheet key={end} end={end} estimates={estimates} />
            </div>
          )}
          {!isAir && (isOpen(selection) || gaps.shown.length > 0) && (
            <div {...gaps.watch}>
              <MissingFigures missing={gaps.shown} unusable={isOpen(selection) ? selection.unusable : null} />
            </div>
          )}
          {!isAir && !isOpen(selection) && (
            <EndSheet key={end} end={end} selection={selection} current={current} onPick={(id) => pick(end, id)} />
          )}
          <InThereNow end={end} />
          <Small>
            {!sealed && (
              <>
                The list of springs is kept in the <Link href="/drawers">Drawers</Link>.{' '}
              </>
            )}
            Keys <kbd>[</kbd> and <kbd>]</kbd> step through the candidates.
          </Small>
        </div>
        <Aside
          rear={rear}
          front={isOnAir(facts.machine, 'front') ? null : front}
          estimates={estimates}
          chart={
            !isAir && !isOpen(selection) && selection.result.ok && current ? (
              <ForceChartView key={end} end={end} selection={selection} current={current} />
            ) : null
          }
        />
      </Columns>
      {!isOpen(selection) && selection.result.ok && <Steps end={end} steps={selection.result.value.working} />}
    </>
  );
}

function Steps({ end, steps }: { end: End; steps: Parameters<typeof Working>[0]['steps'] }) {
  const facts = useLater();
  const effective = useMemo(() => effectiveOf(facts, end), [facts, end]);
  return <Working steps={[...steps, ...(effective?.ok ? effective.value.working : [])]} />;
}

/** What the sags read backwards say of the spring that is in. */
function InThereNow({ end }: { end: End }) {
  const facts = useLater();
  const findings = useMemo(
    () => [...unlikelyFindings(facts, end), ...tensionFinding(facts, end), ...effectiveFinding(facts, end)],
    [facts, end],
  );
  return findings.length > 0 ? <BecauseList findings={findings} empty="" title="What is in there now" /> : null;
}

function BecauseIfOverloaded() {
  const facts = useLater();
  const findings = useMemo(() => overloadFindings(facts), [facts]);
  return findings.length > 0 ? <BecauseList findings={findings} empty="" title="Before any spring" /> : null;
}

/** What a shop has where it has no scales and no drawing. */
const OTHER_WAYS = [
  { instead: /^machine\.weighed\./, field: 'machine.total', words: 'no scales, the whole machine from its papers' },
  { instead: /^machine\.leverage$/, field: 'machine.shockStroke', words: 'no drawing, the shock’s stroke by tape' },
];

function MissingFigures({ missing, unusable }: { missing: readonly string[]; unusable: NoSelection['unusable'] }) {
  const { data } = useBench();
  const ofMachine = missing.filter((m) => m.startsWith('machine.'));
  const ways = OTHER_WAYS.filter((w) => ofMachine.some((f) => w.instead.test(f)));
  const ofLeverage = ofMachine.some((m) => /^machine\.(leverage|link)/.test(m)) || unusable !== null;
  return (
    <>
      {unusable && (
        <Warn>
          <Sentence of={unusable.words} />
        </Warn>
      )}
      {missing.length > 0 && <ForExactAnswer ofMachine={ofMachine} ways={ways} />}
      {ofLeverage && (
        <LinkButton href={`/machines/${data.machine.id}/leverage`} style={{ marginTop: '0.75rem' }}>
          Leverage, air and stops of this machine
        </LinkButton>
      )}
    </>
  );
}

function ForExactAnswer({ ofMachine, ways }: { ofMachine: string[]; ways: { instead: RegExp; field: string; words: string }[] }) {
  return (
    <Titled title="For the exact answer" aside="figures of the machine that are still missing">
      <MachineFigures only={ofMachine} />
      {ways.length > 0 && (
        <>
          <Small>Or, where that cannot be had: {ways.map((w) => w.words).join('; ')}.</Small>
          <MachineFigures only={ways.map((w) => w.field)} />
        </>
      )}
    </Titled>
  );
}

function EndSheet({
  end,
  selection,
  current,
  onPick,
}: {
  end: End;
  selection: Selection;
  current: Judged | null;
  onPick(id: string): void;
}) {
  const facts = useLater();
  const { target, result } = selection;
  const [min, max] = rangeOf(facts.entries, end);
  const school = schoolOf(facts);
  // Half a number typed can make an aim that no spring meets: the last sheet stays, faint, so that nothing jumps while the keys go down.
  const [kept, setKept] = useState({ selection, current });
  if (result.ok && (kept.selection !== selection || kept.current !== current)) setKept({ selection, current });
  return (
    <>
      <AimAndAdjuster school={school} end={end} target={target} min={min} max={max} />
      <Answer>
        <Headline end={end} />
        {result.ok && current && <ChooseButton end={end} selection={selection} current={current} range={[min.value, max.value]} />}
      </Answer>
      <GroundsNow end={end} />
      {!result.ok && (
        <Warn>
          <Sentence of={issueWords(result.issue)} />
        </Warn>
      )}
      {kept.selection.result.ok && (
        <KeptSheet
          isNow={result.ok}
          kept={kept}
          value={kept.selection.result.value}
          end={end}
          onPick={onPick}
          range={[min.value, max.value]}
        />
      )}
    </>
  );
}

/** Follows in the same frame as the key; the list follows it. */
function Headline({ end }: { end: End }) {
  const found = useFact(useCallback((facts) => choiceAt(facts, end), [end]));
  return found && isEstimate(found) ? <ChosenLine end={end} found={found} /> : <p>–</p>;
}

/** What the headline rests on: what is assumed, how the evidence pulls, and what would sharpen it. */
function GroundsNow({ end }: { end: End }) {
  const facts = useLater();
  const found = useMemo(() => choiceAt(facts, end), [facts, end]);
  return isEstimate(found) ? <Grounds end={end} found={found} /> : null;
}

interface KeptSheetProps {
  isNow: boolean;
  kept: { selection: Selection; current: Judged | null };
  value: Extract<Selection['result'], { ok: true }>['value'];
  end: End;
  onPick(id: string): void;
  range: [number, number];
}

function KeptSheet({ isNow, kept, value, end, onPick, range }: KeptSheetProps) {
  const { sealed } = useBench();
  return (
    <div inert={!isNow} style={isNow ? {} : { opacity: 0.4 }}>
      {value.warnings.map((w) => (
        <Warn key={w.code}>
          <Sentence of={warningWords(w)} />
        </Warn>
      ))}
      <CandidateTable end={end} selection={kept.selection} candidates={value.candidates} current={kept.current} onPick={onPick}>
        {!sealed && <QuickCandidate key={end} end={end} onPick={onPick} />}
      </CandidateTable>
      {kept.current && <Choice end={end} selection={kept.selection} current={kept.current} range={range} />}
    </div>
  );
}
