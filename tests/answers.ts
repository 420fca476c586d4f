import { recordJobEntry } from '@/server/jobs/record';
import type { Answer } from '@/server/answer';

/** The value of an accepted answer; a refusal fails the test with its problem. */
export const get = <T>(answer: Answer<T>): T => {
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  return answer.value;
};

export const codeOf = (answer: Answer<unknown>) => (answer.ok ? 'accepted' : answer.problem.code);

export const record = (jobId: number, field: string, text: string, unit?: string) =>
  recordJobEntry(jobId, { field, text, technicianId: null, device: 'by hand', ...(unit ? { unit } : {}) });
