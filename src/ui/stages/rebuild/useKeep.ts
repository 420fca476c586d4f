import type { Entry } from '@/catalogue/entry';
import { useFieldStore } from '../../fields/context';
import { useBench } from '../../job/BenchContext';
import { atBench } from '../../kit/atBench';
import { useSaid } from '../../kit/preferences';
import { sendBytes } from '../../kit/send';

/**
 * Sends a picture or a recording to be kept with the job, by whoever works at the bench, and takes up what was written of it.
 * @returns the words of a failure; null where it is kept
 */
export function useKeep(what: 'photos' | 'voice') {
  const { data } = useBench();
  const store = useFieldStore();
  const inUnits = useSaid();
  return async (bytes: Blob, place: Record<string, string>): Promise<string | null> => {
    const by = atBench();
    const query = new URLSearchParams({ ...place, ...(by ? { technicianId: String(by.id) } : {}) });
    const answer = await sendBytes<Entry[]>(`/api/jobs/${data.job.id}/${what}?${query}`, bytes);
    if (!answer.ok)
      return answer.unreachable ? 'The shop’s computer does not answer. It waits here; send it again in a moment.' : inUnits(answer.words);
    for (const entry of answer.value) store.accept(entry);
    return null;
  };
}
