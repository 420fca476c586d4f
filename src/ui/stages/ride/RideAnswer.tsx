'use client';
import type { JobFacts } from '@/judgement/model/facts';
import { nextStepOf, predictStep, type Step } from '@/judgement/ride/retune';
import { tunableById } from '@/judgement/reason/tunables';
import type { Trial } from '@/schema/pages';
import { AnswerStrip } from '../../kit/AnswerStrip';
import { useSaid } from '../../kit/preferences';

const round = (x: number) => String(Math.round(x * 10) / 10);

interface Props {
  known: JobFacts;
  open: Trial | undefined;
  proposed: readonly Step[];
  trials: readonly Trial[];
  /** There is a set-up to ride on. */
  isReady: boolean;
}

/** The next change and what it predicts; a ride that is open, what is to be told of it. */
export function RideAnswer({ known, open, proposed, trials, isReady }: Props) {
  const inUnits = useSaid();
  if (open) {
    const { change } = open.document;
    const tunable = change && tunableById(change.tunable);
    return (
      <AnswerStrip
        label={`Ride ${open.n}`}
        end={tunable?.end ?? null}
        lead={change && tunable ? `${tunable.label} ${round(change.from)} → ${round(change.to)} ${tunable.unit}.` : 'Ridden as it stands.'}
        soft="Note how it felt, then keep it, go back, or go half way."
      />
    );
  }
  const next = nextStepOf(proposed, trials);
  if (!next?.search || next.search.next === null)
    return (
      <AnswerStrip
        label="Ride"
        lead={
          isReady
            ? 'Ride it as it stands first: every change is held against that ride.'
            : 'Sign the rebuild, or note what came in, before rides are planned.'
        }
      />
    );
  const to = next.search.next;
  const prediction = predictStep(known, next, to);
  return (
    <AnswerStrip
      label="Next change"
      end={next.tunable.end}
      lead={`${next.tunable.label} ${round(next.now)} → ${round(to)} ${next.tunable.unit}.`}
      soft={prediction?.words ? inUnits(prediction.words) : next.cause ? `For: ${next.cause.name.toLowerCase()}.` : ''}
    />
  );
}
