'use client';
import type { ValveName } from '@/core/damper/damper';
import { useMemo, useState } from 'react';
import { binned, type Calibration, type DynoPoint, energyJ, speedsOf } from '@/core/damper/dyno';
import { WARM_C } from '@/core/damper/oils';
import type { Result } from '@/core/result';
import { damperOf, oilOf, oilWarm, valveName } from '@/judgement/model/dampers';
import { isMissing, isUnusable } from '@/judgement/model/ends';
import { textOf } from '@/judgement/model/read';
import { dynoIn, dynoText, DYNO_UNITS, numberIn } from '@/catalogue/tables';
import { type DamperKey, DAMPERS, END_OF } from '@/catalogue/fields/damper';
import { issueWords } from '@/schema/words';
import { Choices } from '../../kit/Choices';
import { CsvColumns, type Taken } from '../../kit/CsvColumns';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore } from '../../fields/context';
import { Button, Small, Table, Warn } from '../../kit/primitives';
import { dayWords } from '../../kit/time';
import type { KeptCalibration } from '@/schema/book';
import { post } from '../../kit/send';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { calibrateTo, simulateRun } from './useValves';

const RUNS = { before: 'As it came in', after: 'After the rebuild' };
type Run = keyof typeof RUNS;
const WANTED = [
  { key: 'speed', label: 'Speed', known: ['speed', 'velocity', 'geschw'], needed: false },
  { key: 'force', label: 'Force', known: ['force', 'load', 'kraft'], needed: true },
  { key: 'time', label: 'Time, s', known: ['time', 'zeit'], needed: false },
  { key: 'position', label: 'Position', known: ['position', 'displacement', 'stroke', 'weg'], needed: false },
] as const;

const same = <T extends string>(keys: readonly T[]) => Object.fromEntries(keys.map((k) => [k, k])) as Record<T, T>;

/** What the dyno measured of this end, for the chart. */
export function useDynoRuns(damper: DamperKey): { name: string; points: DynoPoint[]; colour: string }[] {
  const { live } = useLater();
  const [before, after] = [textOf(live, `valves.${damper}.dyno.before`), textOf(live, `valves.${damper}.dyno.after`)];
  return useMemo(
    () =>
      [
        { name: 'dyno, as it came in', text: before, colour: 'soft' },
        { name: 'dyno, after', text: after, colour: END_OF[damper] },
      ].flatMap(({ name, text, colour }) => {
        const read = dynoIn(text);
        return read.ok && read.value.length > 0 ? [{ name, points: read.value, colour }] : [];
      }),
    [before, after, damper],
  );
}

interface Props {
  damper: DamperKey;
  valve: ValveName;
  gasForceN: number;
}

/** The dyno: a run from a file or from the simulated one, kept with the job before and after; a valve’s coefficients fitted to it and kept with the machine. */
export function Dyno({ damper, valve, gasForceN }: Props) {
  const { live, figures } = useLater();
  const { data, sealed, machineStore, reload } = useBench();
  const store = useFieldStore();
  const name = valveName(figures, damper, valve);
  const [run, setRun] = useState<Run>('before');
  const [units, setUnits] = useState<{
    speed: keyof typeof DYNO_UNITS.speed;
    force: keyof typeof DYNO_UNITS.force;
    position: keyof typeof DYNO_UNITS.position;
  }>({
    speed: 'm/s',
    force: 'N',
    position: 'mm',
  });
  const [sign, setSign] = useState<'compression' | 'rebound'>('compression');
  const [gas, setGas] = useState<'off' | 'in'>('off');
  const [problem, setProblem] = useState<string | null>(null);
  const [fit, setFit] = useState<{ of: Run; result: Result<Calibration> } | null>(null);
  const [said, setSaid] = useState('');
  const field = `valves.${damper}.dyno.${run}` as const;
  const figuresNow = damperOf(live, figures, damper, run === 'before' ? 'found' : 'fit');
  const oil = oilWarm(oilOf(live, damper, data.oils).grade, WARM_C);
  const ready = !isMissing(figuresNow) && !isUnusable(figuresNow) && oil.ok ? { figures: figuresNow, oil: oil.value } : null;
  const written = textOf(live, field);
  const points = useMemo(() => dynoIn(written), [written]);
  const keep = (next: DynoPoint[]) => {
    store.put(field, dynoText(next));
    setFit(null);
    setProblem(null);
  };
  const take = ({ rows }: Taken) => {
    const of = (text: string | undefined) => numberIn(text ?? '');
    const bySpeed = rows.every((r) => (r.speed ?? '') !== '');
    const byPosition = rows.every((r) => (r.time ?? '') !== '' && (r.position ?? '') !== '');
    if (!bySpeed && !byPosition) return setProblem('Give either the speed, or time and position, for every line. Nothing was taken.');
    const direction = sign === 'compression' ? 1 : -1;
    const samples = rows.map((r) => ({
      mPerS: of(r.speed) * DYNO_UNITS.speed[units.speed] * direction,
      timeS: of(r.time),
      positionMm: of(r.position) * DYNO_UNITS.position[units.position] * direction,
      forceN: of(r.force) * DYNO_UNITS.force[units.force] * direction - (gas === 'in' ? gasForceN : 0),
    }));
    const bad = samples.findIndex(
      (s) => !Number.isFinite(s.forceN) || !(bySpeed ? Number.isFinite(s.mPerS) : Number.isFinite(s.timeS + s.positionMm)),
    );
    if (bad >= 0) return setProblem(`Line ${bad + 1} is not a reading. Nothing was taken.`);
    const found = binned(bySpeed ? samples : speedsOf(samples));
    if (found.length < 4) return setProblem('Fewer than four speeds in it. Nothing was taken.');
    keep(found);
    setSaid(
      byPosition && !bySpeed
        ? `${found.length} speeds measured, ${RUNS[run].toLowerCase()}; the run took ${energyJ(samples).toFixed(1)} J out.`
        : '',
    );
  };
  const simulate = async () => {
    if (!ready) return;
    try {
      const answer = await simulateRun({ ...ready, seed: data.machine.id * DAMPERS.length + DAMPERS.indexOf(damper) });
      if (answer.ok) keep(answer.value);
      else setProblem(issueWords(answer.issue));
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const calibrate = async () => {
    if (!ready || !points.ok) return;
    try {
      setFit({ of: run, result: await calibrateTo({ ...ready, valve, points: points.value }) });
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const keepFit = async (found: Calibration) => {
    if (!points.ok) return;
    const { cd, bleedMm2 } = found;
    const kept = await post<{ id: number }>(`/api/machines/${data.machine.id}/calibrations`, {
      damper,
      jobId: data.job.id,
      run,
      oil: oilOf(live, damper, data.oils).grade.name,
      found,
      points: points.value,
    });
    if (!kept.ok) return setProblem(kept.message);
    const put = (figure: string, text: string) => machineStore.put(`machine.damper.${damper}.${valve}.${figure}`, text);
    put('cd.port', cd.toFixed(3));
    put('cd.curtain', cd.toFixed(3));
    put('bleed', `${bleedMm2.toFixed(2)} mm²`);
    setFit(null);
    setSaid('Kept with the machine and its run; the curve is computed with it from now on.');
    reload();
  };
  const calibration = fit?.of === run && fit.result.ok ? fit.result.value : null;
  return (
    <Titled title="Dyno" aside="measured against computed; calibration stays with this piston">
      <Choices label="Run" value={run} options={RUNS} onPick={(r) => (setRun(r), setSaid(''))} />
      {!sealed && (
        <div style={{ display: 'flex', gap: '0.25rem 2rem', flexWrap: 'wrap' }} className="no-print">
          <Choices label="Positive is" value={sign} options={{ compression: 'compression', rebound: 'rebound' }} onPick={setSign} />
          <Choices label="Gas force" value={gas} options={{ off: 'taken off', in: 'still in it' }} onPick={setGas} />
          <Choices
            label="Speed in"
            value={units.speed}
            options={same(['m/s', 'mm/s', 'in/s'] as const)}
            onPick={(speed) => setUnits({ ...units, speed })}
          />
          <Choices
            label="Force in"
            value={units.force}
            options={same(['N', 'kgf', 'lbf'] as const)}
            onPick={(force) => setUnits({ ...units, force })}
          />
          <Choices
            label="Position in"
            value={units.position}
            options={same(['mm', 'in'] as const)}
            onPick={(position) => setUnits({ ...units, position })}
          />
        </div>
      )}
      {!sealed && (
        <div style={{ display: 'flex', gap: '0.75rem', flexWrap: 'wrap', alignItems: 'start', padding: '0.5rem 0' }} className="no-print">
          <CsvColumns action="Open the dyno’s file" take="Take the run in" wanted={WANTED} onTake={take} />
          <Button onPress={() => void simulate()} isDisabled={!ready}>
            Run the simulated dyno
          </Button>
          <Button onPress={() => void calibrate()} isDisabled={!ready || !points.ok || points.value.length === 0}>
            Fit {name.toLowerCase()} to this run
          </Button>
        </div>
      )}
      {problem && <Warn>{problem}</Warn>}
      {!points.ok && <Warn>{issueWords(points.issue)}</Warn>}
      {fit?.of === run && !fit.result.ok && <Warn>{issueWords(fit.result.issue)}</Warn>}
      {calibration && (
        <p>
          <b>{name}:</b> C_d {calibration.cd.toFixed(3)} ± {calibration.cdUncertainty.toFixed(3)}, bleed {calibration.bleedMm2.toFixed(2)} ±{' '}
          {calibration.bleedUncertaintyMm2.toFixed(2)} mm². The miss goes from {(calibration.missBefore * 100).toFixed(1)} % to{' '}
          {(calibration.missAfter * 100).toFixed(1)} %. <Small>Least squares; ± is k = 2.</Small>{' '}
          <Button onPress={() => void keepFit(calibration)}>Keep it with this machine</Button>
        </p>
      )}
      <Small role="status">
        {said ||
          (points.ok && points.value.length > 0 ? `${points.value.length} speeds measured, ${RUNS[run].toLowerCase()}.` : 'No run yet.')}
      </Small>
      <Calibrations kept={data.calibrations.filter((c) => c.damper === damper && c.found.valve === valve)} />
      <details>
        <summary style={{ minHeight: 44, cursor: 'pointer' }}>The points of this run</summary>
        <EntryField field={field} locked={sealed} />
      </details>
    </Titled>
  );
}

/** Every fit kept for this valve, the newest first, each with the run it rests on. */
function Calibrations({ kept }: { kept: readonly KeptCalibration[] }) {
  if (kept.length === 0) return null;
  return (
    <Table aria-label="Calibrations kept">
      <thead>
        <tr>
          <th>Kept on</th>
          <th>Run</th>
          <th className="number">C_d</th>
          <th className="number">Bleed, mm²</th>
          <th className="number">Miss</th>
        </tr>
      </thead>
      <tbody>
        {kept.map((c) => (
          <tr key={c.at}>
            <td>{dayWords(c.at)}</td>
            <td>
              job {c.jobId}, {RUNS[c.run].toLowerCase()}, {c.points.length} speeds, {c.oil}
            </td>
            <td className="number">
              {c.found.cd.toFixed(3)} ± {c.found.cdUncertainty.toFixed(3)}
            </td>
            <td className="number">
              {c.found.bleedMm2.toFixed(2)} ± {c.found.bleedUncertaintyMm2.toFixed(2)}
            </td>
            <td className="number">{(c.found.missAfter * 100).toFixed(1)} %</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
