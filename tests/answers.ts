import type { Asking } from '@/server/asking';
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

/** Somebody at the shop's own computer who asks for something. */
export const askingFor = (act: Asking['act'] = null, tab = ''): Asking => ({
  session: null,
  technicianId: null,
  address: '',
  tab,
  act,
  request: '',
  isNoted: false,
  delivery: null,
  isDelivered: false,
  author: '',
  path: '',
});
