'use client';
import { ENDS, type End } from '@/catalogue/ends';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { DamperFacts, DamperQuestion } from '@/judgement/model/damperFacts';
import { damperQuestion } from '@/judgement/reason/damperQuestion';
import type { JobFacts } from '@/judgement/model/facts';
import { type Reasoned, reasonOf } from '@/judgement/reason/reason';
import { useBench, useLater } from './BenchContext';
import type { Reading } from '../kit/read';
import type { ReasonsWorker } from '@/workers/reason.worker';
import { type Working, working, failureWords } from '@/workers/working';

type Asked = Record<End, { key: string; facts: DamperFacts | null } | null>;

export interface Knowing {
  known: JobFacts;
  /** The dampers could not be computed: why, and the way to try again. */
  dampersFailed: Pick<Reading<unknown>, 'failed' | 'again'>;
}

/** Everything known of the job, as it stands while typing; dampers follow from a worker a moment later. */
export function useKnown(): Knowing {
  const facts = useLater();
  const { data } = useBench();
  const { lastKnown, reasoning, oils } = data;
  const base = useMemo(
    () => facts.with({ before: lastKnown, ...(reasoning && { lifeKm: reasoning.lifeKm, log: reasoning.log }) }),
    [facts, lastKnown, reasoning],
  );
  const { dampers, ...dampersFailed } = useDampers(useMemo(() => ENDS.map((end) => damperQuestion(base, end, oils)), [base, oils]));
  const known = useMemo(() => base.with({ dampers }), [base, dampers]);
  return { known, dampersFailed };
}

function useDampers(questions: (DamperQuestion | null)[]): { dampers: JobFacts['dampers'] } & Knowing['dampersFailed'] {
  const worker = useRef<Working<ReasonsWorker> | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [answers, setAnswers] = useState<Asked>({ rear: null, front: null });
  const [rear, front] = questions.map((q) => (q === null ? '' : JSON.stringify(q)));
  useEffect(() => () => worker.current?.end(), []);
  useEffect(() => {
    for (const [end, key] of [
      ['rear', rear],
      ['front', front],
    ] as const) {
      if (!key) continue;
      worker.current ??= working<ReasonsWorker>(
        () => new Worker(new URL('../../workers/reason.worker.ts', import.meta.url), { type: 'module' }),
      );
      worker.current
        .ask((reasons) => reasons.facts(JSON.parse(key) as DamperQuestion))
        .then(
          (facts) => setAnswers((a) => ({ ...a, [end]: { key, facts } })),
          (e: unknown) => setFailed(failureWords(e)),
        );
    }
  }, [rear, front, attempt]);
  const again = () => {
    worker.current?.end();
    worker.current = null;
    setFailed(null);
    setAttempt(attempt + 1);
  };
  const dampers = useMemo(
    () => ({
      rear: rear && answers.rear?.key === rear ? answers.rear.facts : null,
      front: front && answers.front?.key === front ? answers.front.facts : null,
    }),
    [answers, rear, front],
  );
  return { dampers, failed, again };
}

/** The causes weighed against everything known; null where the page was made without them. */
export function useReasoned(known: JobFacts): Reasoned | null {
  const { reasoning } = useBench().data;
  return useMemo(() => {
    if (!reasoning) return null;
    const found = reasonOf(known, reasoning.causes);
    return found.ok ? found.value : null;
  }, [known, reasoning]);
}
