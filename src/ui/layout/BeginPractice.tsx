'use client';
import { jobOpenedAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { Button } from '../kit/primitives';
import { FormProblem, useForm } from '../kit/useForm';

/** Opens the practice job, or goes on with it. */
export function BeginPractice() {
  const router = useRouter();
  const form = useForm({}, () => '');
  const begin = async () => {
    const began = await form.send('/api/practice', {}, jobOpenedAnswer);
    if (began) router.push(`/jobs/${began.jobId}/ask`);
  };
  return (
    <>
      <Button onPress={() => void begin()}>A practice job</Button>
      <FormProblem of={form} />
    </>
  );
}
