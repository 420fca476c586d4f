'use client';
import { fieldKey, type FieldKey } from '@/catalogue/fields';
import { type AtBench, useAtBench } from '../../kit/atBench';
import { type Procedure, askFields, type ProcedureStep, type TakenProcedure } from '@/knowledge/procedures/procedure';
import { type StepLine, askLabel, clockText, stepLines } from '@/judgement/job/work';
import { ArrowLeft, ArrowRight, Pause, Play } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { CAUTIONS } from '@/knowledge/cautions';
import { EntryField } from '../../fields/EntryField';
import { useField, useFieldStore, useLive } from '../../fields/context';
import { Button, Caution, QuietButton, Small } from '../../kit/primitives';
import { FieldGrid } from '../../kit/parts';
import { useStopwatch, Wait } from './Clock';
import { Photos } from './Photos';
import { Voice } from './Voice';
import { showUnsettled } from '../../fields/next';

const Sheet = styled.article`
  max-width: 62rem;
  margin: 0 auto;
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    border-bottom: 2px solid var(--ink);
    padding-bottom: 0.4rem;
  }
  h2 {
    font-size: 2rem;
    line-height: 1.1;
    margin: 1rem 0 0.5rem;
  }
  .say {
    font-size: 1.25rem;
    line-height: 1.45;
    max-width: 58ch;
    margin-bottom: 0.75rem;
  }
  .asks {
    margin: 1rem 0;
    input {
      font-size: 1.5rem;
      min-height: 52px;
    }
    .label {
      font-size: 1rem;
      color: var(--ink);
    }
  }
  .go {
    display: grid;
    grid-template-columns: auto auto 1fr;
    gap: 1rem;
    padding: 1rem 0;
    margin-bottom: 1rem;
    position: sticky;
    bottom: var(--foot, 3rem);
    background: var(--ground);
    border-top: 1px solid var(--rule);
    button {
      min-height: 64px;
      font-size: 1.125rem;
    }
    @media (max-width: 640px) {
      gap: 0.5rem;
      button {
        font-size: 1rem;
        padding: 0 0.6rem;
      }
    }
  }
`;

const Ways = styled(RadioGroup)`
  margin: 1rem 0;
  .ways {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr));
    gap: 0.75rem;
    margin-top: 0.5rem;
  }
  .way {
    border: 1px solid var(--rule);
    padding: 0.75rem 1rem;
    min-height: 64px;
    cursor: pointer;
    display: block;
  }
  .way[data-selected] {
    border: 3px solid var(--ink);
    background: var(--sheet);
  }
  .way[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
`;

/** Bench mode: one step at a time, large enough for gloves; Enter goes from figure to figure and on to the next step. */
export function StepSheet({ taken, step, onGo }: { taken: TakenProcedure; step: number; onGo(step: number | null): void }) {
  const { n, procedure } = taken;
  const store = useFieldStore();
  const live = useLive();
  const who = useAtBench();
  const sheet = useRef<HTMLElement>(null);
  const [problem, setProblem] = useState('');
  const at = `work.${n}.${step}`;
  const watch = useStopwatch(`mavrin.${at}.${taken.procedure.id}.clock`, true);
  const here = procedure.steps[step - 1]!;
  const line = stepLines(live, taken)[step - 1]!;
  useEffect(() => sheet.current?.querySelector<HTMLElement>('[data-entry]')?.focus(), [step]);
  const leave = (state: 'done' | 'passed') => {
    if (!store.commitAll()) {
      setProblem(showUnsettled([store]) ?? '');
      return;
    }
    store.put(fieldKey(`${at}.done`), state);
    if (who) store.put(fieldKey(`${at}.who`), who.name);
    store.put(fieldKey(`${at}.seconds`), String(line.seconds + watch.take()));
    onGo(step < procedure.steps.length ? step + 1 : null);
  };
  return (
    <Sheet ref={sheet} aria-label={`Step ${step}: ${here.title}`}>
      <StepHead step={step} procedure={procedure} who={who} line={line} watch={watch} onGo={onGo} />
      <h2>{here.title}</h2>
      {here.cautions.map((c) => (
        <Caution key={c}>{CAUTIONS[c]}</Caution>
      ))}
      <p className="say">{here.say}</p>
      {here.tools && (
        <p>
          <Small>To hand:</Small> {here.tools}
        </p>
      )}
      {here.choice && <Way choice={here.choice} field={fieldKey(`${at}.pick`)} />}
      <div className="asks">
        <Asks n={n} step={step} asks={here.asks} />
      </div>
      {here.waitMin !== null && <Wait key={at} name={`mavrin.${at}.${procedure.id}`} minutes={here.waitMin} />}
      <div className="go">
        <Button onPress={() => onGo(step > 1 ? step - 1 : null)}>
          <ArrowLeft size={20} aria-hidden /> Back
        </Button>
        <Button onPress={() => leave('passed')}>Pass over</Button>
        <Button $strong data-entry="next" onPress={() => leave('done')}>
          {step < procedure.steps.length ? 'Done, next step' : 'Done, the last step'} <ArrowRight size={20} aria-hidden />
        </Button>
      </div>
      {problem && <p role="alert">▲ {problem}</p>}
      <EntryField field={fieldKey(`${at}.note`)} />
      <Photos step={`${n}.${step}`} />
      <Voice step={`${n}.${step}`} />
    </Sheet>
  );
}

interface StepHeadProps {
  step: number;
  procedure: Procedure;
  who: AtBench | null;
  line: StepLine;
  watch: { seconds: number; running: boolean; toggle: () => void; take: () => number };
  onGo: (step: number | null) => void;
}

function StepHead({ step, procedure, who, line, watch, onGo }: StepHeadProps) {
  return (
    <header>
      <span>
        <b>
          Step {step} of {procedure.steps.length}
        </b>{' '}
        <Small>
          {procedure.name}
          {who ? ` · ${who.name} at the bench` : ''}
        </Small>
      </span>
      <span style={{ display: 'flex', alignItems: 'center', gap: '0.5rem' }}>
        <span role="timer" aria-label="Time at this step">
          {clockText(line.seconds + watch.seconds)}
        </span>
        <QuietButton onPress={watch.toggle} aria-label={watch.running ? 'Hold the clock' : 'Let the clock run'}>
          {watch.running ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
        </QuietButton>
        <QuietButton onPress={() => onGo(null)}>All steps</QuietButton>
      </span>
    </header>
  );
}

function Way({ choice, field }: { choice: NonNullable<ProcedureStep['choice']>; field: FieldKey }) {
  const store = useFieldStore();
  const { text } = useField(field);
  return (
    <Ways value={text} onChange={(value) => store.put(field, value)} aria-label={choice.question}>
      <b>{choice.question}</b>
      <div className="ways">
        {choice.answers.map((a) => (
          <Radio key={a.answer} value={a.answer} className="way">
            <b>{a.answer}</b>
            <br />
            <Small>{a.school}</Small>
          </Radio>
        ))}
      </div>
    </Ways>
  );
}

/** What a step asks for, in its order; beside a torque its origin, beside a quantity its batch. */
export function Asks({ n, step, asks, locked = false }: { n: number; step: number; asks: ProcedureStep['asks']; locked?: boolean }) {
  return (
    <FieldGrid $min="14rem">
      {askFields(n, step, asks).flatMap(({ ask, field, beside }) => [
        <EntryField key={field} field={fieldKey(field)} label={askLabel(ask)} locked={locked} />,
        ...(beside ? [<EntryField key={beside} field={fieldKey(beside)} locked={locked} />] : []),
      ])}
    </FieldGrid>
  );
}
