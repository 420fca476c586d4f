'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, Warn } from '../kit/primitives';
import { post } from '../kit/send';

/** Opens the practice job, or goes on with it. */
export function BeginPractice() {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const begin = async () => {
    const answer = await post<{ jobId: number }>('/api/practice', {});
    if (answer.ok) router.push(`/jobs/${answer.value.jobId}/ask`);
    else setProblem(answer.message);
  };
  return (
    <>
      <Button onPress={() => void begin()}>A practice job</Button>
      {problem && <Warn>{problem}</Warn>}
    </>
  );
}
