'use client';
import { usePlace } from './usePlace';
import { Change } from './PlanChange';
import { usePlan } from '../../job/usePlan';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { JobFacts } from '@/judgement/model/facts';
import { percent } from '@/judgement/reason/evidence/rule';
import type { Reasoned } from '@/judgement/reason/reason';
import { measurementWords } from '@/knowledge/causes/statements';
import { isWorthARide, nextStepOf, type Step } from '@/judgement/ride/retune';
import type { Setups, Trial } from '@/schema/pages';
import { type Group, GROUPS, orderOf } from '@/judgement/reason/tunables';
import { useFieldStore } from '../../fields/context';
import { Pick } from '../../kit/Pick';
import { Button, Empty, QuietButton, Small } from '../../kit/primitives';
import { useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { FormProblem } from '../../kit/useForm';

const List = styled.ol`
  > li {
    border-top: 1px solid var(--rule);
  }
  .step {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0 0.8rem;
    width: 100%;
    min-height: 48px;
    padding: 0.4rem 0;
    border: 0;
    background: none;
    text-align: left;
    font: inherit;
    color: inherit;
    cursor: pointer;
  }
  .step[aria-pressed='true'] {
    border-left: 4px solid var(--ink);
    padding-left: 0.6rem;
  }
  h3 {
    font-size: 0.875rem;
    font-weight: 600;
    color: var(--soft);
    padding-top: 0.6rem;
  }
`;

/** The order of groups, moved up and down: sag, fork, shock is usual. */
export function Order() {
  const facts = useLater();
  const store = useFieldStore();
  const order = orderOf(facts.entries['ride.order']?.text ?? '');
  const move = (group: Group, by: -1 | 1) => {
    const at = order.indexOf(group);
    const next = [...order];
    next.splice(at, 1);
    next.splice(at + by, 0, group);
    store.put('ride.order', next.join(','));
  };
  return (
    <Titled title="Order of changes" aside="a change out of order wants its reason">
      <ol>
        {order.map((group, i) => (
          <GroupLine key={group} group={group} i={i} move={move} order={order} />
        ))}
      </ol>
    </Titled>
  );
}

interface GroupLineProps {
  group: 'sag' | 'fork' | 'shock';
  i: number;
  move: (group: Group, by: -1 | 1) => void;
  order: ('sag' | 'fork' | 'shock')[];
}

function GroupLine({ group, i, move, order }: GroupLineProps) {
  return (
    <li style={{ display: 'flex', alignItems: 'center', gap: '0.4rem' }}>
      <span style={{ minWidth: '9rem' }}>
        {i + 1}. {GROUPS[group]}
      </span>
      <QuietButton aria-label={`${GROUPS[group]} earlier`} isDisabled={i === 0} onPress={() => move(group, -1)} style={{ minWidth: 44 }}>
        <ArrowUp size={16} aria-hidden />
      </QuietButton>
      <QuietButton
        aria-label={`${GROUPS[group]} later`}
        isDisabled={i === order.length - 1}
        onPress={() => move(group, 1)}
        style={{ minWidth: 44 }}
      >
        <ArrowDown size={16} aria-hidden />
      </QuietButton>
    </li>
  );
}

interface Props {
  known: JobFacts;
  reasoned: Reasoned | null;
  setups: Setups;
  proposed: Step[];
  others: Step[];
  trials: readonly Trial[];
}

/** The changes the reasons propose, the one to ride next first; one is picked, looked at, and planned. */
export function PlanRide({ known, reasoned, setups, proposed, others, trials }: Props) {
  const [picked, setPicked] = useState<string | null>(null);
  const next = nextStepOf(proposed, trials);
  const steps = [...proposed, ...others];
  const step = steps.find((s) => s.tunable.id === picked) ?? next;
  const baseline = trials.some((t) => t.document.change === null);
  const facts = useLater();
  const order = orderOf(facts.entries['ride.order']?.text ?? '');
  return (
    <Titled title="The next ride" aside="one change between rides, or none">
      {!baseline && trials.length === 0 && <AsItIs />}
      {proposed.length === 0 && <NothingProposed reasoned={reasoned} trials={trials} />}
      <Steps order={order} proposed={proposed} step={step} next={next} setPicked={setPicked} />
      {others.length > 0 && (
        <div style={{ maxWidth: '18rem', paddingTop: '0.4rem' }}>
          <Pick
            label="Another adjuster"
            value={others.some((o) => o.tunable.id === picked) ? picked : null}
            options={others.map((o) => ({ value: o.tunable.id, label: o.tunable.label }))}
            onPick={setPicked}
          />
        </div>
      )}
      {step && <Change key={`${step.tunable.id} ${step.now}`} known={known} setups={setups} step={step} proposed={proposed} />}
    </Titled>
  );
}

function NothingProposed({ reasoned, trials }: { reasoned: Reasoned | null; trials: readonly Trial[] }) {
  return (
    <Empty>
      {reasoned && reasoned.told.length > 0 && !isWorthARide(reasoned, trials) ? (
        <>
          No change is proposed: no cause explains a fifth of what is told.
          {reasoned.next[0] && ` Measure first: ${measurementWords(reasoned.next[0].id).toLowerCase()}.`} Pick an adjuster below where you
          know better.
        </>
      ) : (
        'No adjuster is proposed: the reasons want a complaint, and the set-up its clickers and preload. Pick one below where you know better.'
      )}
    </Empty>
  );
}

interface StepsProps {
  order: ('sag' | 'fork' | 'shock')[];
  proposed: Step[];
  step: Step | null;
  next: Step | null;
  setPicked: (next: string | null) => void;
}

function Steps({ order, proposed, step, next, setPicked }: StepsProps) {
  return (
    <List>
      {order.map((group) => {
        const ofGroup = proposed.filter((s) => s.tunable.group === group);
        return ofGroup.length === 0 ? null : (
          <li key={group}>
            <h3>{GROUPS[group]}</h3>
            {ofGroup.map((s) => (
              <StepLine key={s.tunable.id} step={s} picked={s === step} isNext={s === next} onPick={() => setPicked(s.tunable.id)} />
            ))}
          </li>
        );
      })}
    </List>
  );
}

function StepLine({ step, picked, isNext, onPick }: { step: Step; picked: boolean; isNext: boolean; onPick(): void }) {
  const { tunable, search, cause, against, now } = step;
  const place = usePlace(tunable);
  const to = search?.next === null || !search ? 'nothing more to ride' : `${place.text(now)} → ${place.text(search.next)} ${place.unit}`;
  return (
    <button type="button" className="step" aria-pressed={picked} onClick={onPick}>
      <span>
        <b style={{ color: `var(--${tunable.end})` }}>{tunable.label}</b> {isNext && <b>· next</b>}
        <br />
        <Small>
          {cause
            ? `because ${cause.name.toLowerCase()} (${percent(cause.explains)})`
            : against
              ? `the rides ask for it; ${against.name.toLowerCase()} would ask for the other way`
              : ''}
        </Small>
      </span>
      <span style={{ textAlign: 'right' }}>
        {to}
        <br />
        <Small>{step.ridden.length === 0 ? 'not ridden' : `${step.ridden.length} ridden`}</Small>
      </span>
    </button>
  );
}

function AsItIs() {
  const { plan, form } = usePlan();
  const facts = useLater();
  const cause = facts.entries['reason.cause']?.text || null;
  const cure = facts.entries['reason.cure']?.text || null;
  return (
    <p style={{ paddingBottom: '0.5rem' }}>
      <Button onPress={() => void plan({ change: null, cause, cure, reason: 'as handed back' })}>Ride it as it is first</Button>{' '}
      <Small>Says what the work itself did; later rides are told against it.</Small>
      <FormProblem of={form} />
    </p>
  );
}
