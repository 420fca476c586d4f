'use client';
import { machineTakenAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Button, Small } from '../../kit/primitives';
import { FormProblem, useForm } from '../../kit/useForm';

/** A machine that comes with its history from another shop. */
export function TakeMachineIn() {
  const router = useRouter();
  const form = useForm({}, () => '');
  const [busy, setBusy] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    const taken = await form.send('/api/machines/incoming', file, machineTakenAnswer);
    setBusy(false);
    if (taken) router.push(`/machines/${taken.machineId}`);
  };
  return (
    <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center', flexWrap: 'wrap', padding: '0.75rem 0' }}>
      <FileTrigger acceptedFileTypes={['application/zip', '.zip']} onSelect={(files) => void take(files?.[0])}>
        <Button isDisabled={busy}>{busy ? 'Looking at its seals' : 'Take in a machine another shop handed over'}</Button>
      </FileTrigger>
      <Small>its records come along as they were sealed there</Small>
      <FormProblem of={form} />
    </p>
  );
}
