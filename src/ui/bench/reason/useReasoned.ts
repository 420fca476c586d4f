'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { DamperFacts } from '@/schema/facts/damperFacts';
import { damperQuestion } from '@/schema/facts/damperQuestion';
import type { Known } from '@/schema/facts/evidence/known';
import { type Reasoned, reasonOf } from '@/schema/facts/reason';
import { useBench, useLater } from '../BenchContext';
import type { Ask, Told } from './reason.worker';

const ENDS = ['rear', 'front'] as const;
const NOTHING: Known['dampers'] = { rear: null, front: null };
type Asked = Record<'rear' | 'front', { key: string; facts: DamperFacts | null } | null>;

/** Everything known of the job, as it stands while typing; dampers follow from a worker a moment later. */
export function useKnown(): Known {
  const { live, figures } = useLater();
  const { data } = useBench();
  const { schools, lastKnown, reasoning, oils } = data;
  const base = useMemo(
    (): Known => ({
      entries: live,
      machine: figures,
      schools,
      before: lastKnown,
      lifeKm: reasoning?.lifeKm ?? { rear: null, front: null },
      dampers: NOTHING,
      log: reasoning?.log ?? null,
    }),
    [live, figures, schools, lastKnown, reasoning],
  );
  const dampers = useDampers(useMemo(() => ENDS.map((end) => damperQuestion(base, end, oils)), [base, oils]));
  return useMemo(() => ({ ...base, dampers }), [base, dampers]);
}

function useDampers(questions: (Ask['question'] | null)[]): Known['dampers'] {
  const worker = useRef<Worker | null>(null);
  const [answers, setAnswers] = useState<Asked>({ rear: null, front: null });
  const keys = questions.map((q) => (q === null ? '' : JSON.stringify(q)));
  const [rear, front] = keys;
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    for (const [i, key] of [rear, front].entries()) {
      if (!key) continue;
      worker.current ??= new Worker(new URL('./reason.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<Told>) =>
        setAnswers((a) => ({ ...a, [data.end]: { key: data.key, facts: data.facts } }));
      worker.current.postMessage({ end: ENDS[i]!, key, question: JSON.parse(key) as Ask['question'] } satisfies Ask);
    }
  }, [rear, front]);
  return useMemo(
    () => ({
      rear: rear && answers.rear?.key === rear ? answers.rear.facts : null,
      front: front && answers.front?.key === front ? answers.front.facts : null,
    }),
    [answers, rear, front],
  );
}

/** The causes weighed against everything known; null where the page was made without them. */
export function useReasoned(known: Known): Reasoned | null {
  const { reasoning } = useBench().data;
  return useMemo(() => {
    if (!reasoning) return null;
    const found = reasonOf(known, reasoning.causes);
    return found.ok ? found.value : null;
  }, [known, reasoning]);
}
