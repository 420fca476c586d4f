'use client';
import type { Cure } from '@/knowledge/causes/page';
import { usePlace } from './usePlace';
import type { Explained } from '@/judgement/reason/reason';
import { Sentence } from '../../kit/Sentence';
import type { JobFacts } from '@/judgement/model/facts';
import { balanceWarnings, isOfCause, passedOver, predictStep, type Step } from '@/judgement/ride/retune';
import type { Setups } from '@/schema/pages';
import { numberIn } from '@/catalogue/tables';
import { type Tunable } from '@/judgement/reason/tunables';
import type { TrialRequest } from '@/schema/retune';
import { PlainField } from '../../kit/PlainField';
import { Button, Small, Warn } from '../../kit/primitives';
import { useLater } from '../../job/BenchContext';
import { usePlan } from '../../job/usePlan';
import { FormProblem } from '../../kit/useForm';
import { OUTCOME_WORDS, sureWords } from './words';

/** A change no further than the adjuster goes; typed freely, proposed by the search. */
export function Change({ known, setups, step, proposed }: { known: JobFacts; setups: Setups; step: Step; proposed: Step[] }) {
  const facts = useLater();
  const { tunable, search, cause, cure, now } = step;
  const place = usePlace(tunable);
  const { plan, form } = usePlan({ to: search?.next === null || !search ? '' : place.text(search.next), reason: cause ? cause.name : '' });
  const { to, reason, orderReason } = form.typed;
  const value = to.trim() === '' ? Number.NaN : place.back(numberIn(to));
  const passed = passedOver(facts.entries, proposed, tunable);
  const warnings = Number.isFinite(value) ? balanceWarnings(known, setups.now, tunable, value) : [];
  const prediction = predictStep(known, step, value);
  // Turned the other way it is no cure of this cause.
  const isFor = cause !== null && isOfCause(known, cause, cure?.id ?? null, tunable, value - now);
  return (
    <div style={{ borderTop: '1px solid var(--ink)', paddingTop: '0.6rem', marginTop: '0.4rem' }}>
      {search && (
        <p>
          {search.outcome === 'go-on' && step.ridden.length === 0 ? `A first step, ${towards(step)}.` : OUTCOME_WORDS[search.outcome]}{' '}
          {sureWords(search)}
        </p>
      )}
      {prediction?.words && (
        <Small>
          Predicted: <Sentence of={prediction.words} />
        </Small>
      )}
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(9rem, 1fr))', gap: '0 1.25rem' }}>
        <PlainField label={`From ${place.text(now)} to, ${place.unit}`} {...form.field('to')} />
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
      {step.now !== step.start && <Small>It began at {place.text(step.start)}. </Small>}
      {search && (
        <Small>
          The evidence carries {place.text(search.reach)} {place.unit} from the start.
        </Small>
      )}
      <PlanButton
        value={value}
        plan={plan}
        tunable={tunable}
        cause={isFor ? cause : null}
        cure={isFor ? cure : null}
        reason={reason}
        orderReason={orderReason}
      />
      <FormProblem of={form} />
    </div>
  );
}

interface PlanButtonProps {
  value: number;
  plan: (request: TrialRequest) => Promise<boolean>;
  tunable: Tunable;
  cause: Explained | null;
  cure: Cure | null;
  reason: string;
  orderReason: string;
}

function PlanButton({ value, plan, tunable, cause, cure, reason, orderReason }: PlanButtonProps) {
  return (
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
