'use client';
import { Sentence } from '../../kit/Sentence';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { Known } from '@/judgement/reason/evidence/known';
import { percent } from '@/judgement/reason/evidence/known';
import { predict } from '@/judgement/reason/cures';
import type { Reasoned } from '@/judgement/reason/reason';
import { measurementWords } from '@/knowledge/causes/statements';
import { balanceWarnings, isWorthARide, nextStepOf, passedOver, type Setups, type Step, type Trial } from '@/judgement/ride/retune';
import { numberIn } from '@/catalogue/tables';
import { type Group, GROUPS, orderOf, type Tunable } from '@/judgement/ride/tunables';
import type { TrialRequest } from '@/schema/retune';
import { useFieldStore } from '../../fields/context';
import { PlainField } from '../../kit/PlainField';
import { Pick } from '../../kit/Pick';
import { Button, Empty, QuietButton, Small, Warn } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { OUTCOME_WORDS } from './words';

const figure = (x: number) => String(Math.round(x * 100) / 100);

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
    font-size: 0.8125rem;
    font-weight: 600;
    color: var(--soft);
    padding-top: 0.6rem;
  }
`;

/** The order of groups, moved up and down: sag, fork, shock is usual. */
export function Order() {
  const { live } = useLater();
  const store = useFieldStore();
  const order = orderOf(live['ride.order']?.text ?? '');
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
          <li key={group} style={{ display: 'flex', alignItems: 'center', gap: '0.4rem' }}>
            <span style={{ minWidth: '9rem' }}>
              {i + 1}. {GROUPS[group]}
            </span>
            <QuietButton
              aria-label={`${GROUPS[group]} earlier`}
              isDisabled={i === 0}
              onPress={() => move(group, -1)}
              style={{ minWidth: 44 }}
            >
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
        ))}
      </ol>
    </Titled>
  );
}

interface Props {
  known: Known;
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
  const { live } = useLater();
  const order = orderOf(live['ride.order']?.text ?? '');
  return (
    <Titled title="The next ride" aside="one change between rides, or none">
      {!baseline && trials.length === 0 && <AsItIs />}
      {proposed.length === 0 && (
        <Empty>
          {reasoned && reasoned.told.length > 0 && !isWorthARide(reasoned, trials) ? (
            <>
              No change is proposed: no cause explains a fifth of what is told.
              {reasoned.next[0] && ` Measure first: ${measurementWords(reasoned.next[0].id).toLowerCase()}.`} Pick an adjuster below where
              you know better.
            </>
          ) : (
            'No adjuster is proposed: the reasons want a complaint, and the set-up its clickers and preload. Pick one below where you know better.'
          )}
        </Empty>
      )}
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

function StepLine({ step, picked, isNext, onPick }: { step: Step; picked: boolean; isNext: boolean; onPick(): void }) {
  const { tunable, search, cause, now } = step;
  const to = search?.next === null || !search ? 'nothing more to ride' : `${figure(now)} → ${figure(search.next)} ${tunable.unit}`;
  return (
    <button type="button" className="step" aria-pressed={picked} onClick={onPick}>
      <span>
        <b style={{ color: `var(--${tunable.end})` }}>{tunable.label}</b> {isNext && <b>· next</b>}
        <br />
        <Small>{cause ? `because ${cause.name.toLowerCase()} (${percent(cause.explains)})` : ''}</Small>
      </span>
      <span style={{ textAlign: 'right' }}>
        {to}
        <br />
        <Small>{step.ridden.length === 0 ? 'not ridden' : `${step.ridden.length} ridden`}</Small>
      </span>
    </button>
  );
}

function usePlan(first: Partial<Record<'to' | 'reason', string>> = {}) {
  const { data, reload } = useBench();
  const store = useFieldStore();
  const form = useForm({ to: '', reason: '', orderReason: '', ...first });
  const plan = async (request: TrialRequest) => {
    store.commitAll();
    await store.flush();
    if (await form.send(`/api/jobs/${data.job.id}/trials`, request)) reload();
  };
  return { plan, form };
}

function AsItIs() {
  const { plan, form } = usePlan();
  const { live } = useLater();
  const cause = live['reason.cause']?.text || null;
  const cure = live['reason.cure']?.text || null;
  return (
    <p style={{ paddingBottom: '0.5rem' }}>
      <Button onPress={() => void plan({ change: null, cause, cure, reason: 'as handed back' })}>Ride it as it is first</Button>{' '}
      <Small>Says what the work itself did; later rides are told against it.</Small>
      <FormProblem of={form} />
    </p>
  );
}

/** A change no further than the adjuster goes; typed freely, proposed by the search. */
function Change({ known, setups, step, proposed }: { known: Known; setups: Setups; step: Step; proposed: Step[] }) {
  const { live } = useLater();
  const { tunable, search, cause, cure, now } = step;
  const { plan, form } = usePlan({ to: search?.next === null || !search ? '' : figure(search.next), reason: cause ? cause.name : '' });
  const { to, reason, orderReason } = form.typed;
  const value = to.trim() === '' ? Number.NaN : numberIn(to);
  const passed = passedOver(live, proposed, tunable);
  const warnings = Number.isFinite(value) ? balanceWarnings(known, setups.now, tunable, value) : [];
  const prediction = cause && cure ? predict(known, [], cure, cause.end) : null;
  return (
    <div style={{ borderTop: '1px solid var(--ink)', paddingTop: '0.6rem', marginTop: '0.4rem' }}>
      {search && (
        <p>{search.outcome === 'go-on' && step.ridden.length === 0 ? `A first step, ${towards(step)}.` : OUTCOME_WORDS[search.outcome]}</p>
      )}
      {prediction?.words && prediction.end === tunable.end && (
        <Small>
          Predicted: <Sentence of={prediction.words} />
        </Small>
      )}
      <div style={{ display: 'grid', gridTemplateColumns: '9rem 1fr', gap: '0 1.25rem' }}>
        <PlainField label={`From ${figure(now)} to, ${tunable.unit}`} {...form.field('to')} />
        <PlainField label="Reason" {...form.field('reason')} />
      </div>
      {passed.length > 0 && (
        <>
          <Warn>{passed.join(' and ')} comes first in this job’s order and was not ridden.</Warn>
          <PlainField label="Why the order is broken" {...form.field('orderReason')} />
        </>
      )}
      {warnings.map((w, i) => (
        <Warn key={i}>
          <Sentence of={w} />
        </Warn>
      ))}
      {step.now !== step.start && <Small>It began at {figure(step.start)}. </Small>}
      {search && (
        <Small>
          The evidence carries {figure(search.reach)} {tunable.unit} from the start.
        </Small>
      )}
      <p style={{ padding: '0.5rem 0' }}>
        <Button
          $strong
          isDisabled={!Number.isFinite(value)}
          onPress={() =>
            void plan({
              change: { tunable: tunable.id, to: value },
              cause: cause?.id ?? null,
              cure: cure?.id ?? null,
              reason: reason.slice(0, 500),
              orderReason,
            })
          }
        >
          Plan this ride
        </Button>
      </p>
      <FormProblem of={form} />
    </div>
  );
}

const towards = ({ tunable, now, search }: Step): string => {
  const up = (search?.next ?? now) > now;
  const words: Record<Tunable['kind'], [string, string]> = {
    clicks: ['further open', 'further closed'],
    preload: ['more preload', 'less preload'],
    length: ['up', 'down'],
  };
  return words[tunable.kind][up ? 0 : 1];
};
