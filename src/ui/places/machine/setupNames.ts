import { dayWords } from '@/catalogue/days';
import { jobNumber } from '@/catalogue/jobs';
import type { LineageSetup } from '@/judgement/job/standing';

export const SETUP_KIND: Record<LineageSetup['kind'], string> = {
  standard: 'Maker’s standard',
  'as-found': 'As it came in',
  rebuild: 'After the rebuild',
  correction: 'Corrected',
  'as-set': 'As set and handed back',
  ride: 'Changed for a ride',
};

/** Where and when a set-up was made, as it is named everywhere. */
export const setupName = (s: { kind: LineageSetup['kind']; jobId: number; recordedAt: string }): string =>
  s.kind === 'standard' ? SETUP_KIND.standard : `${SETUP_KIND[s.kind]}, job ${jobNumber(s.jobId)}, ${dayWords(s.recordedAt)}`;
