import { entryAnswer, onDiskAnswer } from '@/schema/answers';
import { atBench } from '../kit/atBench';
import { post } from '../kit/send';
import type { Send, Outgoing } from './fieldState';

/** Records one field at `url`. */
export const sendTo =
  (url: string): Send =>
  async (what: Outgoing) => {
    const who = atBench();
    const answer = await post(url, who ? { ...what, technicianId: who.id } : what, entryAnswer);
    if (answer.ok) return { ok: true, entry: answer.value };
    return answer.unreachable
      ? { ok: false, unreachable: true }
      : { ok: false, refused: answer.words, ...(answer.there ? { there: answer.there } : {}) };
  };

/** Up to when the shop's computer has everything on its disk, ms; null where it does not answer. */
export const onDisk = (): Promise<number | null> =>
  fetch('/api/health/disk')
    .then(async (answer) => (answer.ok ? Date.parse(onDiskAnswer.parse(await answer.json()).upTo) : null))
    .catch(() => null);
