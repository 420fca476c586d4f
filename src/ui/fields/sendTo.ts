import type { Entry } from '@/catalogue/entry';
import { atBench } from '../kit/atBench';
import { post } from '../kit/send';
import type { Send, Outgoing } from './fieldState';

/** Records one field at `url`. */
export const sendTo =
  (url: string): Send =>
  async (what: Outgoing) => {
    const who = atBench();
    const answer = await post<Entry>(url, who ? { ...what, technicianId: who.id } : what);
    if (answer.ok) return { ok: true, entry: answer.value };
    return answer.unreachable
      ? { ok: false, unreachable: true }
      : { ok: false, refused: answer.words, ...(answer.there ? { there: answer.there } : {}) };
  };

/** Up to when the shop's computer has everything on its disk, ms; null where it does not answer. */
export const onDisk = (): Promise<number | null> =>
  fetch('/api/health/disk')
    .then(async (answer) => (answer.ok ? Date.parse(((await answer.json()) as { upTo: string }).upTo) : null))
    .catch(() => null);
