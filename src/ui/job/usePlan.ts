import type { TrialRequest } from '@/schema/retune';
import { useFieldStore } from '../fields/context';
import { useForm } from '../kit/useForm';
import { useBench } from './BenchContext';

/** Plans the next ride, with everything typed so far recorded first; what is refused is said at its field. */
export function usePlan(first: Partial<Record<'to' | 'reason', string>> = {}) {
  const { data, reload } = useBench();
  const store = useFieldStore();
  const form = useForm({ to: '', reason: '', orderReason: '', ...first });
  /** @returns whether it is planned */
  const plan = async (request: TrialRequest): Promise<boolean> => {
    store.commitAll();
    await store.flush();
    const planned = (await form.send(`/api/jobs/${data.job.id}/trials`, request)) !== null;
    if (planned) reload();
    return planned;
  };
  return { plan, form };
}
