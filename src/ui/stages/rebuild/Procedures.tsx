'use client';
import { type AtBench, setAtBench, useAtBench } from '../../kit/atBench';
import { type Procedure, askFields, type TakenProcedure } from '@/knowledge/procedures/procedure';
import { useSyncExternalStore, useState } from 'react';
import styled from 'styled-components';
import { askLabel, clockText, isAside, openStep, secondsAtBench, type StepLine, stepLines } from '@/judgement/job/work';
import { COMPONENTS } from '@/knowledge/procedures/components';
import { useFieldStore, useLive } from '../../fields/context';
import { Pick } from '../../kit/Pick';
import { withUnit, entryAt } from '@/catalogue/entry';
import { Button, EndName, QuietButton, Small, Table } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { useWho } from '../../kit/who';
import { Photos } from './Photos';
import { Voice } from './Voice';

const subscribe = (listener: () => void) => {
  window.addEventListener('hashchange', listener);
  return () => window.removeEventListener('hashchange', listener);
};
const readHash = () => window.location.hash;

/** The step the page stands at, kept in the address: a reload comes back to it, and Back leaves it. */
export function useStepInAddress(): { at: { n: number; step: number } | null; go(n: number, step: number | null): void } {
  const hash = useSyncExternalStore(subscribe, readHash, () => '');
  const read = /^#step-(\d+)\.(\d+)$/.exec(hash);
  return {
    at: read ? { n: Number(read[1]), step: Number(read[2]) } : null,
    go: (n, step) => {
      window.location.hash = step === null ? '' : `step-${n}.${step}`;
      window.scrollTo(0, 0);
    },
  };
}

/** Photos before anything is turned, and the procedure to follow, in one row. */
const Beginning = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 2rem;
  align-items: flex-end;
`;

/** The procedures this job follows: taken from the Shop book, worked step by step, and readable afterwards. */
export function Procedures({ onGo }: { onGo(n: number, step: number): void }) {
  const { data, sealed, reload } = useBench();
  const live = useLive();
  const [chosen, setChosen] = useState<string | null>(null);
  const form = useForm({}, () => '');
  const who = useAtBench();
  const taken = data.procedures.filter((t) => !isAside(live, t.n));
  const seconds = secondsAtBench(live, data.procedures);
  const take = async () => {
    if (chosen === null) return form.refuse('', 'Choose a procedure.');
    if (!(await form.send(`/api/jobs/${data.job.id}/procedures`, { id: chosen }))) return;
    setChosen(null);
    reload();
  };
  return (
    <Titled
      title="Photos, voice notes and procedures"
      aside={
        seconds > 0
          ? `${clockText(seconds)} at the bench`
          : 'first as it stands, left and right; a procedure leads step by step and keeps what was measured'
      }
    >
      {taken.map((t) => (
        <OneProcedure key={t.n} taken={t} lines={stepLines(live, t)} onGo={(step) => onGo(t.n, step)} />
      ))}
      <Beginning>
        <Photos step="" all />
        <Voice step="" all />
        {!sealed && <TakeProcedure chosen={chosen} setChosen={setChosen} take={take} who={who} />}
      </Beginning>
      <FormProblem of={form} />
    </Titled>
  );
}

interface TakeProcedureProps {
  chosen: string | null;
  setChosen: (next: string | null) => void;
  take(): Promise<unknown>;
  who: AtBench | null;
}

function TakeProcedure({ chosen, setChosen, take, who }: TakeProcedureProps) {
  const { data } = useBench();
  // Who is signed in stands under what is written: nobody else is asked for.
  const isSignedIn = useWho() !== null;
  return (
    <div style={{ display: 'flex', gap: '1.25rem', alignItems: 'flex-end', flexWrap: 'wrap', paddingTop: '0.5rem' }}>
      <div style={{ width: '15rem' }}>
        <Pick
          label="Procedure from the Shop book"
          value={chosen}
          options={data.book.map((p) => ({ value: p.id, label: p.name }))}
          onPick={setChosen}
          placeholder="Choose a procedure"
        />
      </div>
      <Button onPress={() => void take()}>Take it into the job</Button>
      {data.technicians.length > 0 && !isSignedIn && (
        <div style={{ width: '11rem' }}>
          <Pick
            label="At the bench"
            value={who && data.technicians.some((t) => t.id === who.id) ? String(who.id) : null}
            options={data.technicians.map((t) => ({ value: String(t.id), label: t.name }))}
            onPick={(id) => setAtBench(data.technicians.find((t) => String(t.id) === id)!)}
            placeholder="Who works on it"
          />
        </div>
      )}
    </div>
  );
}

const STATE = { open: '○', done: '●', passed: '–' };
const STATE_WORDS = { open: 'open', done: 'done', passed: 'passed over' };

function OneProcedure({ taken, lines, onGo }: { taken: TakenProcedure; lines: StepLine[]; onGo(step: number): void }) {
  const { sealed } = useBench();
  const [shown, setShown] = useState(false);
  const { procedure, version, n } = taken;
  const open = openStep(lines);
  return (
    <section aria-label={procedure.name} style={{ borderTop: '1px solid var(--rule)', padding: '0.5rem 0' }}>
      <ProcedureHead
        procedure={procedure}
        version={version}
        lines={lines}
        onGo={onGo}
        open={open}
        setShown={setShown}
        shown={shown}
        n={n}
      />
      {shown && (
        <Table aria-label={`Steps of ${procedure.name}`}>
          <tbody>
            {lines.map((l) => (
              <StepRow key={l.step} taken={taken} line={l} onGo={sealed ? null : () => onGo(l.step)} />
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

interface ProcedureHeadProps {
  procedure: Procedure;
  version: number;
  lines: StepLine[];
  onGo: (step: number) => void;
  open: number | null;
  setShown: (next: boolean) => void;
  shown: boolean;
  n: number;
}

function ProcedureHead({ procedure, version, lines, onGo, open, setShown, shown, n }: ProcedureHeadProps) {
  const { sealed } = useBench();
  const store = useFieldStore();
  return (
    <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap' }}>
      <span style={{ flex: '1 1 16rem' }}>
        <EndName $end={procedure.end}>{procedure.name}</EndName>
        <br />
        <Small>
          {COMPONENTS[procedure.component]}, version {version + 1} of the book · {lines.filter((l) => l.state !== 'open').length} of{' '}
          {lines.length} steps
        </Small>
      </span>
      {!sealed && (
        <Button $strong onPress={() => onGo(open ?? 1)}>
          {open === null ? 'Look through the steps' : open === 1 ? 'Work at the bench' : `Go on at step ${open}`}
        </Button>
      )}
      <QuietButton onPress={() => setShown(!shown)} aria-expanded={shown}>
        {shown ? 'Hide the steps' : 'Show the steps'}
      </QuietButton>
      {!sealed && <QuietButton onPress={() => store.put(`work.${n}.aside`, 'yes')}>Lay aside</QuietButton>}
    </div>
  );
}

function StepRow({ taken, line, onGo }: { taken: TakenProcedure; line: StepLine; onGo: (() => void) | null }) {
  const live = useLive();
  const step = taken.procedure.steps[line.step - 1]!;
  const at = `work.${taken.n}.${line.step}`;
  const answers = askFields(taken.n, line.step, step.asks).flatMap(({ ask, field, beside }) => {
    const entry = entryAt(live, field);
    if (!entry || entry.text === '') return [];
    const by = beside ? entryAt(live, beside)?.text : undefined;
    return [`${askLabel(ask)}: ${withUnit(entry)}${by ? ` (${by})` : ''}`];
  });
  const pick = entryAt(live, `${at}.pick`)?.text;
  const note = entryAt(live, `${at}.note`)?.text;
  const said = [...(pick ? [`${step.choice?.question ?? 'Way'}: ${pick}`] : []), ...answers, ...(note ? [note] : [])];
  return (
    <tr>
      <td className="number">{line.step}</td>
      <StepNames line={line} onGo={onGo} said={said} />
      <td className="number">
        <Small>
          {line.who}
          {line.seconds > 0 ? ` ${clockText(line.seconds)}` : ''}
        </Small>
      </td>
    </tr>
  );
}

function StepNames({ line, onGo, said }: { line: StepLine; onGo: (() => void) | null; said: string[] }) {
  return (
    <td>
      <span aria-hidden>{STATE[line.state]}</span> <span className="visually-hidden">{STATE_WORDS[line.state]}</span>
      {onGo ? <QuietButton onPress={onGo}>{line.title}</QuietButton> : line.title}
      {said.length > 0 && (
        <>
          <br />
          <Small>{said.join(' · ')}</Small>
        </>
      )}
      {line.state === 'done' && line.unanswered.length > 0 && (
        <>
          <br />
          <Small>▲ not written down: {line.unanswered.join(', ')}</Small>
        </>
      )}
    </td>
  );
}
