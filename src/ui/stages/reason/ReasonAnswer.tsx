'use client';
import { measurementWords } from '@/knowledge/causes/statements';
import { percent } from '@/judgement/reason/evidence/rule';
import type { Reasoned } from '@/judgement/reason/reason';
import { AnswerStrip } from '../../kit/AnswerStrip';
import { useSaid } from '../../kit/preferences';

/** What explains it first and why, or what to measure where nothing leads yet. */
export function ReasonAnswer({ reasoned }: { reasoned: Reasoned }) {
  const inUnits = useSaid();
  const { leading, next, told } = reasoned;
  const measure = next[0] ? `Measure first: ${measurementWords(next[0].id).toLowerCase()}.` : '';
  if (!leading)
    return (
      <AnswerStrip
        label="First"
        lead={told.length === 0 ? 'Write down what it does wrong, in the rider’s words.' : 'No cause leads yet.'}
        soft={told.length === 0 ? 'Causes are weighed as soon as one thing is told.' : measure}
      />
    );
  return (
    <AnswerStrip
      label="Leading cause"
      end={leading.end === 'rear' || leading.end === 'front' ? leading.end : null}
      figure={percent(leading.explains)}
      lead={`${leading.name}.`}
      soft={
        <>
          {leading.for.slice(0, 1).map((s) => `${inUnits(s.words)} `)}
          {measure}
        </>
      }
    />
  );
}
