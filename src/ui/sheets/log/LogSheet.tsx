'use client';
import { type Column, DataTable } from '../../kit/DataTable';
import { doneAnswer } from '@/schema/answers';
import { Sentence } from '../../kit/Sentence';
import { type Figure, mm, mPerS, type Said } from '@/core/units/say';
import { useState } from 'react';
import { BINS, type LogFigures, SPEED_EDGES } from '@/core/logger/figures';
import { AS_USUAL, type WrittenIn } from '@/core/logger/doubts';
import { percent } from '@/judgement/reason/evidence/rule';
import type { LogDocument } from '@/schema/retune';
import { LineChart } from '../../charts/LineChart';
import { Choices } from '../../kit/Choices';
import { CsvColumns, type Taken, type Wanted } from '../../kit/CsvColumns';
import { Button, Empty, EndName, QuietLink, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { useBench } from '../../job/BenchContext';
import type { LoggedRun } from '@/schema/pages';
import { Columns, Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { Trace } from './Trace';
import { END_NAMES, type End } from '@/catalogue/ends';

const ENDS: readonly End[] = ['rear', 'front'];
const MOMENTS = { before: 'As it came in', after: 'After the work' } as const;

const WANTED: Wanted[] = [
  { key: 'time', label: 'Time, s', known: ['time', 'zeit', 't_s', 'seconds'], needed: true },
  { key: 'rear', label: 'Rear travel, mm', known: ['rear', 'shock', 'hinten'], needed: false },
  { key: 'front', label: 'Front travel, mm', known: ['front', 'fork', 'vorn'], needed: false },
];

/** The travel logger: rides taken in from a file or the simulated logger, before and after laid over one another. */
export function LogSheet() {
  const { data } = useBench();
  const newest = (moment: 'before' | 'after') => data.runs.find((r) => r.moment === moment) ?? null;
  const [before, after] = [newest('before'), newest('after')];
  return (
    <Columns $wide="1.6fr 1fr">
      <div>
        {before || after ? (
          <>
            <Figures before={before} after={after} />
            {ENDS.map((end) => (
              <Histograms key={end} end={end} before={before?.document ?? null} after={after?.document ?? null} />
            ))}
            <Trace key={(after ?? before)!.id} run={(after ?? before)!} />
          </>
        ) : (
          <Empty>
            No ride is logged for this job. Take one in from a file, or run the simulated logger: what it shows is evidence under Reason.
          </Empty>
        )}
      </div>
      <div>
        <TakeIn />
        <Runs />
      </div>
    </Columns>
  );
}

function TakeIn() {
  const { data, reload } = useBench();
  const [moment, setMoment] = useState<'before' | 'after'>(data.signed.length > 0 ? 'after' : 'before');
  const form = useForm({}, () => '');
  const [said, setSaid] = useState('');
  /** A log that seems to be written otherwise, until somebody says how it is. */
  const [asked, setAsked] = useState<{ taken: Taken; seems: WrittenIn } | null>(null);
  const send = async (url: string, body: object, taken?: Taken) => {
    setSaid('Reading');
    setAsked(null);
    const came = await form.send(url, body, doneAnswer, ({ code, figures }) => {
      if (code === 'log-written' && taken) setAsked({ taken, seems: figures as unknown as WrittenIn });
    });
    setSaid(came ? 'Taken in.' : '');
    if (came) reload();
  };
  const take = (taken: Taken, written?: WrittenIn) =>
    void send(`/api/jobs/${data.job.id}/logs`, { moment, name: taken.fileName, rows: taken.rows, ...(written ? { written } : {}) }, taken);
  return (
    <Titled title="Take in a logged ride" aside="travel from full extension">
      <Choices label="Logged" value={moment} options={MOMENTS} onPick={setMoment} />
      <CsvColumns action="Open a log, CSV" wanted={WANTED} take="Take this ride in" onTake={(taken) => take(taken)} />
      {asked && (
        <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.6rem' }}>
          <Button $strong onPress={() => take(asked.taken, asked.seems)}>
            Yes, it is written so
          </Button>
          <Button onPress={() => take(asked.taken, AS_USUAL)}>No: seconds, millimetres from full extension</Button>
        </p>
      )}
      <p style={{ paddingTop: '0.6rem' }}>
        <Button onPress={() => void send(`/api/jobs/${data.job.id}/logs/simulated`, { moment })}>Run the simulated logger</Button>{' '}
        <Small>A stand-in: this machine’s marked springs, loads and clickers over invented ground.</Small>
      </p>
      <p role="status">{said}</p>
      <FormProblem of={form} />
    </Titled>
  );
}

function Runs() {
  const { data } = useBench();
  return (
    <Titled title="Rides taken in" aside="the newest of each is shown">
      {data.runs.length === 0 && <Small>None yet.</Small>}
      <ul>
        {data.runs.map((r) => (
          <li key={r.id} style={{ borderTop: '1px solid var(--rule)', padding: '0.3rem 0' }}>
            {r.name}{' '}
            <Small>
              {MOMENTS[r.moment].toLowerCase()}, {dayWords(r.at)}
            </Small>{' '}
            <QuietLink href={`/api/logs/${r.id}`}>file</QuietLink>
          </li>
        ))}
      </ul>
    </Titled>
  );
}

const speed = (mmPerS: number) => mPerS(mmPerS / 1000, 2);
const LINES: [name: string, of: (f: LogFigures) => Said | Figure][] = [
  ['Mean position', (f) => percent(f.meanShare)],
  ['Middle nine tenths', (f) => `${percent(f.share05)} – ${percent(f.share95)}`],
  ['Most used', (f) => percent(f.maxShare)],
  ['Bottomed', (f) => `${f.bottomings} ×`],
  ['Topped out', (f) => `${f.toppings} ×`],
  ['Compression, 5 % above', (f) => speed(f.compression95)],
  ['Rebound, 5 % above', (f) => speed(f.rebound95)],
  ['Sinks over trains of bumps', (f) => (f.packing === null ? '–' : percent(f.packing).replace('-', '−'))],
  ['Natural frequency', (f) => (f.frequencyHz === null ? '–' : `${f.frequencyHz.toFixed(2)} Hz`)],
  [
    'Damping ratio ζ',
    (f) => (f.zeta === null ? '–' : `${f.zeta.toFixed(2)}, ${f.decays.length > 0 ? `${f.decays.length} free swings` : 'spectrum'}`),
  ],
  ['Friction band', (f) => (f.frictionBandMm === null ? '–' : mm(f.frictionBandMm, 1))],
];

function Figures({ before, after }: { before: LoggedRun | null; after: LoggedRun | null }) {
  const runs = [before, after].filter((r): r is LoggedRun => r !== null);
  const columns = ENDS.flatMap((end) =>
    runs.flatMap((r) => (r.document.ends[end] ? [{ end, moment: r.moment, figures: r.document.ends[end]! }] : [])),
  );
  return (
    <Titled title="What the log says" aside={runs.map((r) => `${MOMENTS[r.moment].toLowerCase()}: ${r.name}`).join(' · ')}>
      <LogTable columns={columns} runs={runs} />
    </Titled>
  );
}

interface LogTableProps {
  columns: { end: 'rear' | 'front'; moment: 'before' | 'after'; figures: LogFigures }[];
  runs: LoggedRun[];
}

function LogTable({ columns, runs }: LogTableProps) {
  return (
    <DataTable
      label="What the log says"
      rows={LINES}
      keyOf={([name]) => name}
      columns={[
        { name: 'Of the travel, unless said', cell: ([name]) => name },
        ...columns.map((c): Column<(typeof LINES)[number]> => ({
          name: (
            <>
              <EndName $end={c.end}>{END_NAMES[c.end]}</EndName>
              {runs.length > 1 && ` ${c.moment}`}
            </>
          ),
          figure: true,
          cell: ([, of]) => <Sentence of={of(c.figures)} />,
        })),
      ]}
    />
  );
}

const travelPoints = (f: LogFigures): [number, number][] => f.histogram.map((share, i) => [((i + 0.5) / BINS) * 100, share * 100]);
/** Middles of the speed bins; the outermost lie as far beyond their edge as the last bin is wide. */
const SPEED_MIDDLES = [-2.4, ...SPEED_EDGES.slice(1).map((edge, i) => (edge + SPEED_EDGES[i]!) / 2), 2.4];
const speedPoints = (f: LogFigures): [number, number][] => f.speedHistogram.map((share, i) => [SPEED_MIDDLES[i]!, share * 100]);

function Histograms({ end, before, after }: { end: End; before: LogDocument | null; after: LogDocument | null }) {
  const [was, is] = [before?.ends[end] ?? null, after?.ends[end] ?? null];
  if (!was && !is) return null;
  const lines = (of: (f: LogFigures) => [number, number][]) => [
    ...(was
      ? [{ name: is ? 'before' : '', points: of(was), look: is ? ('thin' as const) : ('strong' as const), colour: end, step: true }]
      : []),
    ...(is ? [{ name: was ? 'after' : '', points: of(is), look: 'strong' as const, colour: end, step: true }] : []),
  ];
  const said = (f: LogFigures | null, when: string) =>
    f ? `${when} mean ${percent(f.meanShare)}, most ${percent(f.maxShare)}, bottomed ${f.bottomings} times` : '';
  const about = [said(was, is ? 'before' : ''), said(is, was ? 'after' : '')].filter(Boolean).join('; ');
  return (
    <Titled title={`${END_NAMES[end]}: where it worked, and how fast`}>
      <BothHistograms end={end} about={about} lines={lines} />
    </Titled>
  );
}

interface BothHistogramsProps {
  end: 'rear' | 'front';
  about: string;
  lines: (
    of: (f: LogFigures) => [number, number][],
  ) => { name: string; points: [number, number][]; look: 'thin' | 'strong'; colour: 'rear' | 'front'; step: boolean }[];
}

function BothHistograms({ end, about, lines }: BothHistogramsProps) {
  return (
    <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(19rem, 1fr))', gap: '0 1.5rem' }}>
      <LineChart
        description={`${END_NAMES[end]} travel histogram: ${about}`}
        lines={lines(travelPoints)}
        x={{ name: 'Share of travel', unit: '%', max: 100 }}
        y={{ name: 'Of the time', unit: '%' }}
        height={210}
      />
      <LineChart
        description={`${END_NAMES[end]} speed histogram, rebound left, compression right: ${about}`}
        lines={lines(speedPoints)}
        x={{ name: 'Rebound ← speed → compression', unit: 'm/s', min: -2.5, max: 2.5 }}
        y={{ name: 'Of the time', unit: '%' }}
        height={210}
      />
    </div>
  );
}
