'use client';
import { calibrationAnswer } from '@/schema/answers';
import { useSaid } from '../../kit/preferences';
import { failureWords } from '@/workers/working';
import { post } from '../../kit/send';
import { calibrateTo, simulateRun } from './useValves';
import { issueWords } from '@/schema/words';
import type { Taken } from '../../kit/CsvColumns';
import { dynoIn, dynoText } from '@/catalogue/tables';
import { textOf } from '@/judgement/model/read';
import { isMissing, isUnusable } from '@/judgement/model/ends';
import { WARM_C } from '@/core/damper/oils';
import { damperOf, oilOf, oilWarm, valveName } from '@/judgement/model/dampers';
import type { Calibration, DynoPoint } from '@/core/damper/dyno';
import type { Result } from '@/core/result';
import { USUAL_READING, type DynoReading, runFrom } from '@/judgement/model/dynoRun';
import { useState, useMemo } from 'react';
import { useFieldStore } from '../../fields/context';
import { useLater, useBench } from '../../job/BenchContext';
import type { ValveName } from '@/core/damper/damper';
import { DAMPERS, type DamperKey, type ValveFigure } from '@/catalogue/fields/damper';

export const RUNS = { before: 'As it came in', after: 'After the rebuild' };
export type Run = keyof typeof RUNS;

export interface DynoProps {
  damper: DamperKey;
  valve: ValveName;
  gasForceN: number;
}

/** A run of the dyno being taken, kept, and fitted to. */
export function useDyno({ damper, valve, gasForceN }: DynoProps) {
  const facts = useLater();
  const { data, machineStore, reload } = useBench();
  const store = useFieldStore();
  const [run, setRun] = useState<Run>('before');
  const [reading, setReading] = useState<DynoReading>(USUAL_READING);
  const inUnits = useSaid();
  const [problem, setProblem] = useState<string | null>(null);
  const [fit, setFit] = useState<{ of: Run; result: Result<Calibration> } | null>(null);
  const [said, setSaid] = useState('');
  const field = `valves.${damper}.dyno.${run}` as const;
  const figuresNow = damperOf(facts, damper, run === 'before' ? 'found' : 'fit');
  const grade = oilOf(facts.entries, damper, data.oils).grade;
  const oil = oilWarm(grade, WARM_C);
  const ready = !isMissing(figuresNow) && !isUnusable(figuresNow) && oil.ok ? { figures: figuresNow, oil: oil.value } : null;
  const written = textOf(facts.entries, field);
  const points = useMemo(() => dynoIn(written), [written]);
  const keep = (next: DynoPoint[]) => {
    store.put(field, dynoText(next));
    setFit(null);
    setProblem(null);
  };
  const take = ({ rows }: Taken) => {
    const read = runFrom(rows, reading, gasForceN);
    if ('problem' in read) return setProblem(`${read.problem} Nothing was taken.`);
    keep(read.points);
    const took = read.energyJ === null ? '' : `; the run took ${read.energyJ.toFixed(1)} J out`;
    setSaid(took && `${read.points.length} speeds measured, ${RUNS[run].toLowerCase()}${took}.`);
  };
  /** Work of the worker; where it breaks, its words are the problem. */
  const attempt = async (work: () => Promise<void>) => {
    try {
      await work();
    } catch (e) {
      setProblem(failureWords(e));
    }
  };
  const simulate = () =>
    attempt(async () => {
      if (!ready) return;
      const answer = await simulateRun({ ...ready, seed: data.machine.id * DAMPERS.length + DAMPERS.indexOf(damper) });
      if (answer.ok) keep(answer.value);
      else setProblem(inUnits(issueWords(answer.issue)));
    });
  const calibrate = () =>
    attempt(async () => {
      if (ready && points.ok) setFit({ of: run, result: await calibrateTo({ ...ready, valve, points: points.value }) });
    });
  const keepFit = async (found: Calibration) => {
    if (!points.ok) return;
    const calibration = { damper, jobId: data.job.id, run, oil: grade.name, found, points: points.value };
    const kept = await post(`/api/machines/${data.machine.id}/calibrations`, calibration, calibrationAnswer);
    if (!kept.ok) return setProblem(inUnits(kept.words));
    const put = (figure: ValveFigure, text: string) => machineStore.put(`machine.damper.${damper}.${valve}.${figure}`, text);
    put('cd.port', found.cd.toFixed(3));
    put('cd.curtain', found.cd.toFixed(3));
    put('bleed', `${found.bleedMm2.toFixed(2)} mm²`);
    setFit(null);
    setSaid('Kept with the machine and its run; the curve is computed with it from now on.');
    reload();
  };
  const look = (next: Run) => {
    setRun(next);
    setSaid('');
  };
  const name = valveName(facts.machine, damper, valve);
  return { run, look, reading, setReading, field, ready, points, fit, problem, said, name, take, simulate, calibrate, keepFit };
}
export type DynoSheet = ReturnType<typeof useDyno>;
