import { useCallback, useMemo } from 'react';
import { useFieldStore } from '../../fields/context';
import { useBench } from '../../job/BenchContext';
import { atBench } from '../../kit/atBench';
import { keepAndSend, useDelivered, useWaiting, type Waiting } from '../../kit/waiting';

/**
 * Keeps a picture or a recording with the job, by whoever works at the bench, and takes up what was written of it. Where the shop's computer does not answer it waits in the browser.
 * @returns what keeps one, and those of this step that wait
 */
export function useKeep(what: Waiting['what'], step: string) {
  const { data } = useBench();
  const store = useFieldStore();
  const jobId = data.job.id;
  useDelivered(useCallback((of, entries) => of === jobId && entries.forEach(store.accept), [jobId, store]));
  const keep = (bytes: Blob, name: string, more: Record<string, string>): Promise<void> => {
    const by = atBench();
    const place = { step, ...more, ...(by ? { technicianId: String(by.id) } : {}) };
    return keepAndSend({ jobId, what, place, name, bytes });
  };
  const all = useWaiting();
  const waiting = useMemo(() => all.filter((w) => w.jobId === jobId && w.what === what && w.place.step === step), [all, jobId, what, step]);
  return { keep, waiting };
}
