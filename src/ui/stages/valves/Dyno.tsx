'use client';
import { DataTable } from '../../kit/DataTable';
import { Sentence } from '../../kit/Sentence';
import { jobNumber } from '@/catalogue/jobs';
import type { DynoReading } from '@/judgement/model/dynoRun';
import { useDyno, type DynoProps, RUNS, type DynoSheet } from './useDyno';
import { useMemo } from 'react';
import { type DynoPoint } from '@/core/damper/dyno';
import { textOf } from '@/judgement/model/read';
import { dynoIn } from '@/catalogue/tables';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import { issueWords } from '@/schema/words';
import { Choices } from '../../kit/Choices';
import { CsvColumns } from '../../kit/CsvColumns';
import { EntryField } from '../../fields/EntryField';
import { Button, Small, Warn } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import type { KeptCalibration } from '@/schema/book';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';

const WANTED = [
  { key: 'speed', label: 'Speed', known: ['speed', 'velocity', 'geschw'], needed: false },
  { key: 'force', label: 'Force', known: ['force', 'load', 'kraft'], needed: true },
  { key: 'time', label: 'Time, s', known: ['time', 'zeit'], needed: false },
  { key: 'position', label: 'Position', known: ['position', 'displacement', 'stroke', 'weg'], needed: false },
] as const;

const same = <T extends string>(keys: readonly T[]) => Object.fromEntries(keys.map((k) => [k, k])) as Record<T, T>;

/** What the dyno measured of this end, for the chart. */
export function useDynoRuns(damper: DamperKey): { name: string; points: DynoPoint[]; colour: string }[] {
  const facts = useLater();
  const [before, after] = [textOf(facts.entries, `valves.${damper}.dyno.before`), textOf(facts.entries, `valves.${damper}.dyno.after`)];
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

/** The dyno: a run from a file or from the simulated one, kept with the job before and after; a valve’s coefficients fitted to it and kept with the machine. */
export function Dyno(props: DynoProps) {
  const { damper, valve } = props;
  const { data, sealed } = useBench();
  const dyno = useDyno(props);
  const { run, points, fit, problem, said, name } = dyno;
  const calibration = fit?.of === run && fit.result.ok ? fit.result.value : null;
  const kept = points.ok && points.value.length > 0 ? `${points.value.length} speeds measured, ${RUNS[run].toLowerCase()}.` : 'No run yet.';
  return (
    <Titled title="Dyno" aside="measured against computed; calibration stays with this piston">
      <Choices label="Run" value={run} options={RUNS} onPick={dyno.look} />
      {!sealed && <TakeRun dyno={dyno} />}
      {problem && <Warn>{problem}</Warn>}
      {!points.ok && (
        <Warn>
          <Sentence of={issueWords(points.issue)} />
        </Warn>
      )}
      {fit?.of === run && !fit.result.ok && (
        <Warn>
          <Sentence of={issueWords(fit.result.issue)} />
        </Warn>
      )}
      {calibration && (
        <p>
          <b>{name}:</b> C_d {calibration.cd.toFixed(3)} ± {calibration.cdUncertainty.toFixed(3)}, bleed {calibration.bleedMm2.toFixed(2)} ±{' '}
          {calibration.bleedUncertaintyMm2.toFixed(2)} mm². The miss goes from {(calibration.missBefore * 100).toFixed(1)} % to{' '}
          {(calibration.missAfter * 100).toFixed(1)} %. <Small>Least squares; ± is k = 2.</Small>{' '}
          <Button onPress={() => void dyno.keepFit(calibration)}>Keep it with this machine</Button>
        </p>
      )}
      <Small role="status">{said || kept}</Small>
      <Calibrations kept={data.calibrations.filter((c) => c.damper === damper && c.found.valve === valve)} />
      <details>
        <summary style={{ minHeight: 44, cursor: 'pointer' }}>The points of this run</summary>
        <EntryField field={dyno.field} locked={sealed} />
      </details>
    </Titled>
  );
}

/** How the file is to be read, and the three ways on. */
function TakeRun({ dyno }: { dyno: DynoSheet }) {
  const { reading, setReading, ready, points, name } = dyno;
  const { units } = reading;
  const setUnits = (more: Partial<DynoReading['units']>) => setReading({ ...reading, units: { ...units, ...more } });
  return (
    <>
      <RunUnits reading={reading} setReading={setReading} units={units} setUnits={setUnits} />
      <div style={{ display: 'flex', gap: '0.75rem', flexWrap: 'wrap', alignItems: 'start', padding: '0.5rem 0' }} className="no-print">
        <CsvColumns action="Open the dyno’s file" take="Take the run in" wanted={WANTED} onTake={dyno.take} />
        <Button onPress={() => void dyno.simulate()} isDisabled={!ready}>
          Run the simulated dyno
        </Button>
        <Button onPress={() => void dyno.calibrate()} isDisabled={!ready || !points.ok || points.value.length === 0}>
          Fit {name.toLowerCase()} to this run
        </Button>
      </div>
    </>
  );
}

interface RunUnitsProps {
  reading: DynoReading;
  setReading: (next: DynoReading) => void;
  units: { speed: 'm/s' | 'mm/s' | 'in/s'; force: 'N' | 'kgf' | 'lbf'; position: 'mm' | 'in' };
  setUnits: (more: Partial<DynoReading['units']>) => void;
}

/** How a run was taken, and in what units. */
function RunUnits({ reading, setReading, units, setUnits }: RunUnitsProps) {
  return (
    <div style={{ display: 'flex', gap: '0.25rem 2rem', flexWrap: 'wrap' }} className="no-print">
      <TakenBy reading={reading} setReading={setReading} />
      <Choices
        label="Gas force"
        value={reading.gas}
        options={{ off: 'taken off', in: 'still in it' }}
        onPick={(gas) => setReading({ ...reading, gas })}
      />
      <Choices
        label="Speed in"
        value={units.speed}
        options={same(['m/s', 'mm/s', 'in/s'] as const)}
        onPick={(speed) => setUnits({ speed })}
      />
      <Choices label="Force in" value={units.force} options={same(['N', 'kgf', 'lbf'] as const)} onPick={(force) => setUnits({ force })} />
      <Choices
        label="Position in"
        value={units.position}
        options={same(['mm', 'in'] as const)}
        onPick={(position) => setUnits({ position })}
      />
    </div>
  );
}

function TakenBy({ reading, setReading }: { reading: DynoReading; setReading: (next: DynoReading) => void }) {
  return (
    <Choices
      label="Positive is"
      value={reading.positive}
      options={{ compression: 'compression', rebound: 'rebound' }}
      onPick={(positive) => setReading({ ...reading, positive })}
    />
  );
}

/** Every fit kept for this valve, the newest first, each with the run it rests on. */
function Calibrations({ kept }: { kept: readonly KeptCalibration[] }) {
  if (kept.length === 0) return null;
  return (
    <DataTable
      label="Calibrations kept"
      rows={kept}
      keyOf={(c) => c.at}
      columns={[
        { name: 'Kept on', cell: (c) => dayWords(c.at) },
        {
          name: 'Run',
          cell: (c) => (
            <>
              job {jobNumber(c.jobId)}, {RUNS[c.run].toLowerCase()}, {c.points.length} speeds, {c.oil}
            </>
          ),
        },
        {
          name: 'C_d',
          figure: true,
          cell: (c) => (
            <>
              {c.found.cd.toFixed(3)} ± {c.found.cdUncertainty.toFixed(3)}
            </>
          ),
        },
        {
          name: 'Bleed, mm²',
          figure: true,
          cell: (c) => (
            <>
              {c.found.bleedMm2.toFixed(2)} ± {c.found.bleedUncertaintyMm2.toFixed(2)}
            </>
          ),
        },
        { name: 'Miss', figure: true, cell: (c) => <>{(c.found.missAfter * 100).toFixed(1)} %</> },
      ]}
    />
  );
}
