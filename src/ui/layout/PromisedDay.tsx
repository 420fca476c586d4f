'use client';
import { promiseAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { dayWords } from '@/catalogue/days';
import { promiseMessage } from '@/judgement/job/message';
import { DayField } from '../kit/DayField';
import { PlainField } from '../kit/PlainField';
import { Button, QuietButton, Small } from '../kit/primitives';
import { useRead } from '../kit/read';
import { SendWords } from '../kit/SendWords';
import { Sheet } from '../kit/Sheet';
import { FormProblem, useForm } from '../kit/useForm';

export interface PromisedJob {
  id: number;
  machine: string;
  customer: string;
  promisedOn: string;
}

/** The promised day where it stands, and the way to another: with the reason, and the words for the customer. */
export function PromisedDay({ job, label }: { job: PromisedJob; label?: string }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <QuietButton onPress={() => setOpen(true)} aria-label={`Promised ${dayWords(job.promisedOn)}: change the day`}>
        {label ?? `promised ${dayWords(job.promisedOn)}`}
      </QuietButton>
      {isOpen && <AnotherDay job={job} onClose={() => setOpen(false)} />}
    </>
  );
}

function AnotherDay({ job, onClose }: { job: PromisedJob; onClose(): void }) {
  const router = useRouter();
  const form = useForm({ day: job.promisedOn as string | null, reason: '' });
  const [isKept, setKept] = useState(false);
  const { value: to } = useRead(`/api/jobs/${job.id}/promise`, promiseAnswer);
  const { day, reason } = form.typed;
  const save = async () => {
    if (day === null) return void form.refuse('day', 'Choose the day.');
    if (!(await form.send(`/api/jobs/${job.id}/promise`, { day, reason }))) return;
    setKept(true);
    router.refresh();
  };
  return (
    <Sheet title="Promised day" isOpen onClose={onClose}>
      {isKept ? (
        <p role="status">Promised for {dayWords(day!)}. Tell the customer:</p>
      ) : (
        <>
          <DayField label="Promised day" value={day} onChange={(next) => form.put({ day: next })} problem={form.at('day')} />
          <PlainField label="Why it moves; the customer reads it" {...form.field('reason')} />
          <p style={{ padding: '0.75rem 0 0.25rem' }}>
            <Button $strong isDisabled={form.busy} onPress={() => void save()}>
              Promise this day
            </Button>
          </p>
          <FormProblem of={form} />
          <Small>The words for the customer, as they would be:</Small>
        </>
      )}
      {day && to && <SendWords message={promiseMessage({ ...job, ...to, day, reason: reason.trim() })} />}
    </Sheet>
  );
}
