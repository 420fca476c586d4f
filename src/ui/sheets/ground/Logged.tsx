'use client';
import { type Column, DataTable } from '../../kit/DataTable';
import { matchWords } from '@/judgement/ground/answers';
import { useCallback } from 'react';
import { BINS, type LogFigures } from '@/core/logger/figures';
import type { LoggedPlaces, Matched } from '@/core/ride/match';
import type { Result } from '@/core/result';
import { mm, mPerS, said } from '@/core/units/say';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import type { Fit } from '@/judgement/ground/fits';
import { numberOf } from '@/judgement/model/read';
import { LineChart } from '../../charts/LineChart';
import { useBench, useLater } from '../../job/BenchContext';
import { Fold } from '../../kit/Fold';
import { Sentence } from '../../kit/Sentence';
import { Empty, Small, Wide } from '../../kit/primitives';
import type { Asked } from './asked';
import { type Ground, useAtWork } from '../../job/useGround';
import { ridingWords, WorkLine } from '../../job/WorkLine';
import { histogramPoints } from './histogramPoints';
import { NotRiddenWords } from './NotRiddenWords';

/** What a log says of an end, as the fit wants it; the spread of a histogram of shares of the travel. */
function placesOf(f: LogFigures, travelMm: number): LoggedPlaces {
  const middle = (i: number) => (i + 0.5) / BINS;
  const mean = f.histogram.reduce((sum, share, i) => sum + share * middle(i), 0);
  const rms = Math.sqrt(f.histogram.reduce((sum, share, i) => sum + share * (middle(i) - mean) ** 2, 0));
  return {
    meanMm: f.meanShare * travelMm,
    rmsMm: rms * travelMm,
    compression95MPerS: f.compression95 / 1000,
    rebound95MPerS: f.rebound95 / 1000,
  };
}

/** A logged ride laid over the simulated one, and the model's friction, oil, mass and ground fitted to it. */
export function Logged({ asked, fit }: { asked: Asked; fit: Fit }) {
  const { data } = useBench();
  const facts = useLater();
  const run = data.runs.find((r) => r.moment === 'before') ?? data.runs[0] ?? null;
  const both = run && ENDS.every((e) => run.document.ends[e] !== null && numberOf(facts.machine, `machine.travel.${e}`) !== null);
  const logged = both
    ? (Object.fromEntries(ENDS.map((e) => [e, placesOf(run.document.ends[e]!, numberOf(facts.machine, `machine.travel.${e}`)!)])) as Record<
        End,
        LoggedPlaces
      >)
    : null;
  const text = JSON.stringify(logged);
  const which = run?.moment === 'after' ? 'fit' : fit.which;
  const ask = useCallback(
    async (worker: Ground, tell: (p: { share: number }) => void) =>
      worker.match(asked, { ...fit, which }, JSON.parse(text) as Record<End, LoggedPlaces>, tell),
    [asked, fit, which, text],
  );
  const work = useAtWork<{ share: number }, Result<Matched> | { missing: string[] }>(ask);
  const { answer } = work;
  return (
    <Fold title="Fit the model to a logged ride" aside={run ? run.name : 'none is logged'}>
      {!run && <Empty>No ride is logged for this job: take one in under Logger.</Empty>}
      {run && !logged && <Empty>Both ends have to be logged for it.</Empty>}
      {logged && <WorkLine of={work} doing={ridingWords(work.progress)} action="Fit friction, oil and mass to it" />}
      {answer && ('missing' in answer || !answer.ok) && (
        <NotRiddenWords name={fit.name} missing={'missing' in answer ? answer.missing : []} />
      )}
      {answer && 'ok' in answer && answer.ok && logged && run && (
        <>
          <MatchTable of={answer.value} logged={logged} />
          <Histograms run={run.document.ends} matched={answer.value} logged={logged} />
        </>
      )}
    </Fold>
  );
}

const times = (x: number) => `× ${x.toFixed(2)}`;

function MatchTable({ of, logged }: { of: Matched; logged: Record<End, LoggedPlaces> }) {
  const rows: [name: string, said: (p: LoggedPlaces) => ReturnType<typeof mm>][] = [
    ['Mean place', (p) => mm(p.meanMm, 0)],
    ['Spread about it', (p) => mm(p.rmsMm, 1)],
    ['Compression, 5 % above', (p) => mPerS(p.compression95MPerS, 2)],
    ['Rebound, 5 % above', (p) => mPerS(p.rebound95MPerS, 2)],
  ];
  return (
    <>
      <p role="status">
        <b>{matchWords(of.missAfter)}</b>: off by {of.missBefore.toFixed(1)} before and {of.missAfter.toFixed(1)} after, in units of what
        each figure is known to.
      </p>
      <Wide>
        <DataTable
          label="The model against the log"
          rows={rows}
          keyOf={([name]) => name}
          columns={[
            { name: 'Figure', cell: ([name]) => name },
            ...ENDS.flatMap((e) =>
              Object.entries({ logged: logged[e], simulated: of.before[e], fitted: of.after[e] }).map(
                ([k, p]): Column<(typeof rows)[number]> => ({
                  name: `${END_NAMES[e]} ${k}`,
                  figure: true,
                  cell: ([, print]) => <Sentence of={print(p)} />,
                }),
              ),
            ),
          ]}
        />
      </Wide>
      <ul>
        {ENDS.map((e) => (
          <li key={e}>
            {END_NAMES[e]}: load {times(of.factors[e].load)}, oil’s force {times(of.factors[e].oil)}, friction{' '}
            {times(of.factors[e].friction)}.
          </li>
        ))}
        <li>Ground {times(of.factors.rear.ground)} as rough: nobody logs it, so it is fitted too.</li>
      </ul>
      <Small>
        <Sentence
          of={said`A factor that nothing speaks of stays near one. It fits places and speeds, not the ride moment by moment: the ground under it is not known.`}
        />
      </Small>
    </>
  );
}

interface HistogramsProps {
  run: Record<End, LogFigures | null>;
  matched: Matched;
  logged: Record<End, LoggedPlaces>;
}

/** Where the wheel lived as logged, and on the fitted ride. */
function Histograms({ run, matched, logged }: HistogramsProps) {
  const facts = useLater();
  return (
    <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(19rem, 1fr))', gap: '0 1.5rem' }}>
      {ENDS.map((e) => {
        const travelMm = numberOf(facts.machine, `machine.travel.${e}`)!;
        const wide = travelMm / BINS;
        const points = run[e]!.histogram.map((share, i): [number, number] => [(i + 0.5) * wide, 100 * share]);
        // Its parts are of another width: both are shown as shares of a part of the log.
        const fitted = histogramPoints(matched.histograms[e]);
        const own = fitted.length > 1 ? fitted[1]![0] - fitted[0]![0] : wide;
        return (
          <LineChart
            key={e}
            description={`${END_NAMES[e]}: where the wheel lived as logged, mean ${logged[e].meanMm.toFixed(0)} millimetres, and as fitted, mean ${matched.after[e].meanMm.toFixed(0)}`}
            lines={[
              { name: 'logged', points, look: 'thin', colour: e, step: true },
              { name: 'fitted', points: fitted.map(([x, share]) => [x, (share * wide) / own]), look: 'strong', colour: e, step: true },
            ]}
            x={{ name: 'Travel', unit: 'mm', min: 0 }}
            y={{ name: 'Of the time', unit: '%' }}
            height={180}
          />
        );
      })}
    </div>
  );
}
