'use client';
import { Pause, Play } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { clockText } from '@/judgement/job/work';
import { Button, Small } from '../../kit/primitives';

interface Run {
  /** Time gathered before the present run, ms. */
  gatheredMs: number;
  /** When the present run began; null while it stands. */
  since: number | null;
}

const elapsedMs = (run: Run, now: number) => run.gatheredMs + (run.since === null ? 0 : now - run.since);

const kept = (key: string): Run | null => {
  const text = localStorage.getItem(key);
  return text ? (JSON.parse(text) as Run) : null;
};

/** A stopwatch that outlives a reload: when it began is kept by the browser, not how far it got. */
export function useStopwatch(key: string, startsItself: boolean) {
  const [run, setRun] = useState<Run>({ gatheredMs: 0, since: null });
  const [now, setNow] = useState(0);
  const put = useCallback(
    (next: Run) => {
      localStorage.setItem(key, JSON.stringify(next));
      setRun(next);
      setNow(Date.now());
    },
    [key],
  );
  useEffect(() => {
    const before = kept(key);
    // Read after the first picture: the server has no clock of this bench.
    queueMicrotask(() => put(before ?? { gatheredMs: 0, since: startsItself ? Date.now() : null }));
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, [key, startsItself, put]);
  return {
    seconds: Math.max(0, elapsedMs(run, now) / 1000),
    running: run.since !== null,
    toggle: () => {
      const at = Date.now();
      put(run.since === null ? { ...run, since: at } : { gatheredMs: elapsedMs(run, at), since: null });
    },
    /** Gives what was gathered and begins anew at nothing. */
    take: () => {
      const seconds = Math.round(elapsedMs(run, Date.now()) / 1000);
      localStorage.removeItem(key);
      return seconds;
    },
  };
}

/** Counts down what must be waited for, and says when it is over. */
export function Wait({ name, minutes }: { name: string; minutes: number }) {
  const watch = useStopwatch(`${name}.wait`, false);
  const left = minutes * 60 - watch.seconds;
  const begun = watch.running || watch.seconds > 0;
  return (
    <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center', padding: '0.5rem 0' }}>
      <Button onPress={watch.toggle}>
        {watch.running ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />}
        {watch.running ? 'Hold the wait' : begun ? 'Go on waiting' : `Start ${minutes} min of waiting`}
      </Button>
      {begun && left > 0 && <b role="timer">{clockText(left)} left</b>}
      {begun && left <= 0 && <b role="alert">The {minutes} min are over.</b>}
      {!begun && <Small>Let it stand that long.</Small>}
    </p>
  );
}
