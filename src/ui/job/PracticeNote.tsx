'use client';
import { type TrainingCase, caseById } from '@/knowledge/training/cases';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { fieldDef, isFieldKey } from '@/catalogue/fields';
import { ENDS, END_NAMES } from '@/catalogue/ends';
import { tapeOf } from '@/judgement/job/training';
import { Fold } from '../kit/Fold';
import { Button, EndName, QuietButton, Small } from '../kit/primitives';
import { FormProblem, useForm } from '../kit/useForm';

/** Above every stage of a practice job: what it is, what the tape would read, and the way out. */
export function PracticeNote({ caseId, jobId }: { caseId: string; jobId: number }) {
  const router = useRouter();
  const [sure, setSure] = useState(false);
  const form = useForm({}, () => '');
  const c = caseById(caseId);
  const remove = async () => {
    if (!(await form.send('/api/practice/end', { jobId }))) return;
    router.push('/');
    router.refresh();
  };
  return (
    <section aria-label="Practice" style={{ borderLeft: '4px solid var(--warn)', paddingLeft: '0.75rem', marginBottom: '1rem' }}>
      <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0 1rem', alignItems: 'center' }}>
        <span>
          <b>Practice.</b> {c?.story} <Small>Nothing of it is signed or stays in the book.</Small>
        </span>
        {sure ? (
          <Button onPress={() => void remove()}>Delete it without a trace</Button>
        ) : (
          <QuietButton onPress={() => setSure(true)}>Delete the practice job</QuietButton>
        )}
      </p>
      <FormProblem of={form} />
      {c && <ModelAnswer c={c} />}
    </section>
  );
}

function ModelAnswer({ c }: { c: TrainingCase }) {
  return (
    <Fold level={2} title="What the tape shows on this machine" aside="to be typed under Measure; they come from the spring that is in it">
      {ENDS.map((end) => (
        <p key={end}>
          <EndName $end={end}>{END_NAMES[end]}</EndName>:{' '}
          {Object.entries(tapeOf(c))
            .filter(([field]) => field.startsWith(`measure.${end}.`) && !field.endsWith('.style'))
            .map(([field, text]) => `${isFieldKey(field) ? fieldDef(field).label.toLowerCase() : field} ${text} mm`)
            .join('; ')}
          .
        </p>
      ))}
    </Fold>
  );
}
