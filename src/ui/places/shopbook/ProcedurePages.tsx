'use client';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import { said, type Said } from '@/core/units/say';
import { ArrowDown, ArrowUp, Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { COMPONENTS } from '@/knowledge/procedures/components';
import { asksIn, asksText, CAUTION_NAMES, type Procedure, type ProcedureStep } from '@/knowledge/procedures/procedure';
import { WORK_MEASURES } from '@/catalogue/fields/work';
import { issueWords } from '@/schema/words';
import { Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, EndName, QuietButton, Small } from '../../kit/primitives';
import type { Version } from './FigureEditor';

const StepBox = styled.li`
  border-top: 1px solid var(--rule);
  padding: 0.5rem 0;
  textarea {
    width: 100%;
    border: 1px solid var(--rule);
    background: var(--sheet);
    padding: 0.4rem 0.5rem;
    font: inherit;
  }
  .label {
    display: block;
    font-size: 0.875rem;
    color: var(--soft);
    padding-top: 0.4rem;
  }
  .cautions label {
    display: inline-flex;
    gap: 0.35rem;
    align-items: center;
    min-height: 44px;
    margin-right: 1rem;
  }
`;

/** The procedures of the bench; a job copies the version it begins with. */
export function ProcedurePages({ versions }: { versions: Version<Procedure>[] }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Titled title="Procedures" aside="a job keeps the version it took">
      {versions.map(({ page, versions: count, reason }) => (
        <section key={page.id} aria-label={page.name} style={{ borderTop: '1px solid var(--fine)', padding: '0.4rem 0' }}>
          <EndName $end={page.end}>{page.name}</EndName>{' '}
          <Small>
            {COMPONENTS[page.component]}, {page.steps.length} steps, version {count + 1}
            {reason && `: ${reason}`}
          </Small>{' '}
          <QuietButton onPress={() => setOpen(open === page.id ? null : page.id)} aria-expanded={open === page.id}>
            {open === page.id ? 'close' : 'read and change'}
          </QuietButton>
          {open === page.id && <ProcedureEditor page={page} onDone={() => setOpen(null)} />}
        </section>
      ))}
    </Titled>
  );
}

/** A step with its asks as lines being typed. */
interface Draft extends ProcedureStep {
  askLines: string;
}

const draftOf = (s: ProcedureStep): Draft => ({ ...s, askLines: asksText(s.asks) });

/** Its id names it in the page from now on. */
const blankStep = (): Draft =>
  draftOf({
    id: `step-${Date.now().toString(36)}`,
    title: '',
    say: '',
    tools: '',
    cautions: [],
    choice: null,
    asks: [],
    waitMin: null,
  });

/** The steps as they would be kept, or the first that cannot be, counted from 0, and why. */
function checked(steps: readonly Draft[]): { steps: ProcedureStep[] } | { at: number; words: Said } {
  const kept: ProcedureStep[] = [];
  for (const [at, { askLines, ...step }] of steps.entries()) {
    const asks = asksIn(askLines);
    if (!asks.ok) return { at, words: issueWords({ code: 'asks-unreadable', data: { line: asks.line, text: asks.text } }) };
    if (step.title.trim() === '' || step.say.trim() === '') return { at, words: 'A step needs a title and what to do.' };
    kept.push({ ...step, asks: asks.asks });
  }
  return { steps: kept };
}

/** Steps being written: changed, moved, added and taken out. */
function useSteps(page: Procedure) {
  const [steps, setSteps] = useState<Draft[]>(() => page.steps.map(draftOf));
  return {
    steps,
    put: (i: number, change: Partial<Draft>) => setSteps(steps.map((s, k) => (k === i ? { ...s, ...change } : s))),
    swap: (i: number, k: number) => setSteps(steps.map((s, at) => (at === i ? steps[k]! : at === k ? steps[i]! : s))),
    add: (after: number) => setSteps([...steps.slice(0, after + 1), blankStep(), ...steps.slice(after + 1)]),
    out: (i: number) => setSteps(steps.filter((_, k) => k !== i)),
  };
}

const stepNamed = (i: number) => `step ${i}`;

function ProcedureEditor({ page, onDone }: { page: Procedure; onDone(): void }) {
  const router = useRouter();
  const { steps, put, swap, add, out } = useSteps(page);
  const form = useForm({ name: page.name, reason: '' }, (path) =>
    path[1] === 'steps' ? stepNamed(Number(path[2])) : String(path.at(-1) ?? ''),
  );
  const save = async () => {
    const found = checked(steps);
    if ('at' in found) return form.refuse(stepNamed(found.at), said`Step ${found.at + 1}: ${found.words}`);
    const { name, reason } = form.typed;
    if (reason.trim() === '') return form.refuse('reason', 'Say why the book changes.');
    const next = { version: 'procedure/1', ...page, name, steps: found.steps };
    if (!(await form.send('/api/book/procedures', { page: next, reason }))) return;
    router.refresh();
    onDone();
  };
  return (
    <div>
      <PlainField label="Name" {...form.field('name')} />
      <p>
        <Small>
          What to write down stands one a line: {WORK_MEASURES.join(', ')}, a colon and what it is; or “field:” and a field of the job.
        </Small>
      </p>
      <ol>
        {steps.map((s, i) => (
          <StepAt key={s.id} s={s} i={i} steps={steps} form={form} put={put} swap={swap} out={out} add={add} />
        ))}
      </ol>
      <PlainField label="Reason for the change" {...form.field('reason')} />
      <p style={{ display: 'flex', gap: '1rem', padding: '0.5rem 0' }}>
        <Button $strong onPress={() => void save()}>
          Record the new version
        </Button>
        <QuietButton onPress={onDone}>Leave it</QuietButton>
      </p>
      <FormProblem of={form} />
    </div>
  );
}

interface StepAtProps {
  s: Draft;
  i: number;
  steps: Draft[];
  form: Form<{ name: string; reason: string }>;
  put: (i: number, change: Partial<Draft>) => void;
  swap: (i: number, k: number) => void;
  out: (i: number) => void;
  add: (after: number) => void;
}

function StepAt({ s, i, steps, form, put, swap, out, add }: StepAtProps) {
  return (
    <StepEditor
      i={i}
      s={s}
      of={steps.length}
      problem={form.at(stepNamed(i))}
      onPut={(change) => put(i, change)}
      onSwap={(k) => swap(i, k)}
      onOut={() => out(i)}
      onAdd={() => add(i)}
    />
  );
}

interface StepEditorProps {
  /** Counts the steps from 0. */
  i: number;
  s: Draft;
  of: number;
  problem: string | null;
  onPut(change: Partial<Draft>): void;
  onSwap(place: number): void;
  onOut(): void;
  onAdd(): void;
}

function StepEditor({ i, s, of, problem, onPut, onSwap, onOut, onAdd }: StepEditorProps) {
  return (
    <StepBox>
      <StepHead i={i} s={s} onPut={onPut} problem={problem} onSwap={onSwap} of={of} onOut={onOut} />
      <label>
        <span className="label">What to do</span>
        <textarea rows={3} value={s.say} onChange={(event) => onPut({ say: event.target.value })} />
      </label>
      <label>
        <span className="label">What to write down</span>
        <textarea
          rows={Math.max(2, s.askLines.split('\n').length)}
          value={s.askLines}
          onChange={(event) => onPut({ askLines: event.target.value })}
        />
      </label>
      <PlainField label="Tools" value={s.tools} onChange={(tools) => onPut({ tools })} />
      <StepCautions s={s} onPut={onPut} />
      <QuietButton onPress={onAdd}>
        <Plus size={14} aria-hidden /> a step after this one
      </QuietButton>
    </StepBox>
  );
}

function StepCautions({ s, onPut }: { s: Draft; onPut: (change: Partial<Draft>) => void }) {
  return (
    <div className="cautions">
      <span className="label">Cautions</span>
      {CAUTION_NAMES.map((c) => (
        <label key={c}>
          <input
            type="checkbox"
            checked={s.cautions.includes(c)}
            onChange={(event) => onPut({ cautions: event.target.checked ? [...s.cautions, c] : s.cautions.filter((x) => x !== c) })}
          />
          {c}
        </label>
      ))}
    </div>
  );
}

interface StepHeadProps {
  i: number;
  s: Draft;
  onPut: (change: Partial<Draft>) => void;
  problem: string | null;
  onSwap: (place: number) => void;
  of: number;
  onOut: () => void;
}

function StepHead({ i, s, onPut, problem, onSwap, of, onOut }: StepHeadProps) {
  return (
    <div style={{ display: 'flex', gap: '0.5rem', alignItems: 'end' }}>
      <div style={{ flex: 1 }}>
        <PlainField label={`Step ${i + 1}`} value={s.title} onChange={(title) => onPut({ title })} problem={problem} />
      </div>
      <QuietButton isDisabled={i === 0} onPress={() => onSwap(i - 1)} aria-label={`Move step ${i + 1} up`}>
        <ArrowUp size={16} aria-hidden />
      </QuietButton>
      <QuietButton isDisabled={i === of - 1} onPress={() => onSwap(i + 1)} aria-label={`Move step ${i + 1} down`}>
        <ArrowDown size={16} aria-hidden />
      </QuietButton>
      <QuietButton isDisabled={of === 1} onPress={onOut} aria-label={`Take step ${i + 1} out`}>
        take out
      </QuietButton>
    </div>
  );
}
