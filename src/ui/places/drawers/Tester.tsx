'use client';
import { mm, rate, said, type Said } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { Sentence } from '../../kit/Sentence';
import { Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { LineChart } from '../../charts/LineChart';
import type { Line } from '../../charts/chart';
import { fitSpring, type TesterFit } from '@/core/spring/tester';
import type { ForcePoint } from '@/core/spring/law';
import { CAUTIONS } from '@/knowledge/cautions';
import { springFitRequest } from '@/schema/compute';
import { problemOfZod } from '@/schema/problem';
import { issueWords, warningWords } from '@/schema/words';
import { Titled } from '../../kit/parts';
import { takenFrom } from '../../kit/instruments';
import { FormProblem, useForm } from '../../kit/useForm';
import { CsvColumns } from '../../kit/CsvColumns';
import { PlainField } from '../../kit/PlainField';
import { Button, Caution, QuietButton, Small, Warn } from '../../kit/primitives';
import { Choices } from '../../kit/Choices';
import type { ListedSpring } from '@/schema/springs';

interface Row {
  deflection: string;
  force: string;
}
const BLANK: Row = { deflection: '', force: '' };
type Model = 'linear' | 'progressive';

interface Read {
  points: ForcePoint[];
  /** Row and column of what cannot be read. */
  problem: { row: number; column: keyof Row; words: string } | null;
}

/** The rows filled in so far, by the same schema the route checks. */
function readRows(rows: Row[]): Read {
  const filled = rows.map((row, at) => ({ row, at })).filter(({ row }) => row.deflection.trim() !== '' && row.force.trim() !== '');
  const points = filled.map(({ row }) => ({ deflectionMm: row.deflection, forceN: row.force }));
  const checked = springFitRequest.shape.points.safeParse(points);
  if (checked.success) return { points: checked.data, problem: null };
  const { path, message } = problemOfZod(checked.error.issues, points);
  if (points.length < 2 && path.length === 0) return { points: [], problem: null };
  const row = filled[Number(path[0])]?.at ?? 0;
  return { points: [], problem: { row, column: path[1] === 'forceN' ? 'force' : 'deflection', words: message } };
}

const numbers = (fit: TesterFit): Said =>
  fit.model === 'linear'
    ? said`${rate(fit.rateNPerMm, 2, ...(fit.rateStandardError === null ? [] : (['±', 2 * fit.rateStandardError] as const)))}, seat at ${mm(fit.seatOffsetMm, 1)}`
    : said`${rate(fit.startRateNPerMm, 2, 'to', fit.endRateNPerMm)} (a quadratic fit), seat at ${mm(fit.seatOffsetMm, 1)}`;

function linesOf(points: ForcePoint[], fit: TesterFit): Line[] {
  const last = Math.max(...points.map((p) => p.deflectionMm));
  const seat = fit.seatOffsetMm;
  const fitted: [number, number][] =
    fit.model === 'linear'
      ? [
          [Math.max(seat, 0), fit.rateNPerMm * (Math.max(seat, 0) - seat)],
          [last, fit.rateNPerMm * (last - seat)],
        ]
      : fit.forceTable.map((p) => [p.deflectionMm + seat, p.forceN]);
  return [
    { name: 'fit', points: fitted.filter(([x]) => x >= 0), look: 'strong', colour: 'ink' },
    { name: 'readings', points: points.map((p) => [p.deflectionMm, p.forceN] as const), look: 'strong', colour: 'ink', marks: true },
  ];
}

const rowOf = (p: ForcePoint): Row => ({ deflection: String(p.deflectionMm), force: String(p.forceN) });

/** Readings of the tester as they stream in, handed on a few at a time; words where it does not answer or breaks off, null where it ended. */
async function readTester(springId: number, take: (readings: ForcePoint[]) => void): Promise<string | null> {
  const answer = await fetch(`/api/devices/tester?spring=${springId}`).catch(() => null);
  const reader = answer?.ok ? answer.body?.pipeThrough(new TextDecoderStream()).getReader() : null;
  if (!reader) return 'The tester does not answer. Try again in a moment, or type the readings.';
  try {
    let kept = '';
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      const pieces = (kept + part.value).split('\n');
      kept = pieces.pop() ?? '';
      take(pieces.map((line) => JSON.parse(line) as ForcePoint));
    }
    return null;
  } catch {
    return 'The tester broke off. The readings that came stand here; stream again or type the rest.';
  }
}

/** The spring tester: readings typed, from a file, or streamed; the fit beside them, and what it says of the mark. */
export function Tester({ spring, onDone }: { spring: ListedSpring; onDone(): void }) {
  const router = useRouter();
  const [rows, setRows] = useState<Row[]>([BLANK, BLANK, BLANK]);
  const [model, setModel] = useState<Model>('linear');
  const [device, setDevice] = useState('by hand');
  const [streaming, setStreaming] = useState(false);
  const form = useForm({}, () => '');
  const read = useMemo(() => readRows(rows), [rows]);
  const fit = useMemo(() => (read.points.length >= 2 ? fitSpring(read.points, model) : null), [read, model]);
  const readings = useRef<HTMLDivElement>(null);
  const set = (at: number, column: keyof Row, text: string) => setRows(rows.map((r, i) => (i === at ? { ...r, [column]: text } : r)));

  const stream = async () => {
    setStreaming(true);
    setDevice('simulated tester');
    setRows([]);
    const broke = await readTester(spring.id, (readings) => setRows((before) => [...before, ...readings.map(rowOf)]));
    if (broke) form.refuse('', broke);
    setStreaming(false);
  };
  const record = async () => {
    const taken = [...new Set([...(readings.current?.querySelectorAll('input') ?? [])].flatMap((input) => takenFrom(input) ?? []))];
    const by = taken.length > 0 ? taken.join(' and ').slice(0, 60) : device;
    if (!(await form.send(`/api/springs/${spring.id}/measurements`, { points: read.points, model, device: by }))) return;
    router.refresh();
    onDone();
  };
  const inUnits = useSaid();
  const marked = spring.rateNPerMm;
  const found = fit?.ok ? fit.value : null;
  return (
    <Titled title={`Spring tester: ${spring.name}`} aside={inUnits(said`marked ${rate(marked)}`)}>
      <Caution>{CAUTIONS.springs}</Caution>
      <Choices label="Fit" value={model} options={{ linear: 'A line', progressive: 'Progressive' }} onPick={setModel} />
      <div ref={readings}>
        {rows.map((row, i) => (
          <ReadingRow
            key={i}
            i={i}
            row={row}
            problem={read.problem?.row === i ? read.problem : null}
            onPut={(column, text) => set(i, column, text)}
          />
        ))}
      </div>
      <Sources setRows={setRows} rows={rows} streaming={streaming} stream={stream} setDevice={setDevice} />
      <Small>
        A bare number is mm or N; write 279 kgf or 0.5 in where the gauge says so. One reading alone hides the seat: take three or more.
      </Small>
      {fit && !fit.ok && (
        <Warn>
          <Sentence of={issueWords(fit.issue)} />
        </Warn>
      )}
      {found && (
        <>
          <Fitted spring={spring} points={read.points} found={found} />
          <div style={{ display: 'flex', gap: '0.75rem' }}>
            <Button $strong isDisabled={streaming} onPress={() => void record()}>
              Record this rate for {spring.name}
            </Button>
            <Button onPress={onDone}>Leave it</Button>
          </div>
        </>
      )}
      <FormProblem of={form} />
    </Titled>
  );
}

interface SourcesProps {
  setRows: (next: Row[]) => void;
  rows: Row[];
  streaming: boolean;
  stream: () => Promise<void>;
  setDevice: (next: string) => void;
}

/** Where readings come from: typed, streamed, or out of a file. */
function Sources({ setRows, rows, streaming, stream, setDevice }: SourcesProps) {
  return (
    <div style={{ display: 'flex', gap: '0.75rem', flexWrap: 'wrap', alignItems: 'center', padding: '0.5rem 0' }}>
      <QuietButton onPress={() => setRows([...rows, BLANK])}>
        <Plus size={14} aria-hidden /> another reading
      </QuietButton>
      <Button isDisabled={streaming} onPress={() => void stream()}>
        {streaming ? 'The tester is reading' : 'Read from the simulated tester'}
      </Button>
      <CsvColumns
        action="Import readings"
        take="Take these readings"
        wanted={[
          { key: 'deflection', label: 'Squeezed by, mm', known: ['deflection', 'travel', 'stroke', 'mm'], needed: true },
          { key: 'force', label: 'Force, N', known: ['force', 'load', 'newton', 'kgf'], needed: true },
        ]}
        onTake={({ rows: taken, fileName }) => {
          setDevice(`file ${fileName}`.slice(0, 60));
          setRows(taken.map((r) => ({ deflection: r.deflection ?? '', force: r.force ?? '' })));
        }}
      />
    </div>
  );
}

interface ReadingRowProps {
  i: number;
  row: Row;
  problem: { column: string; words: string } | null;
  onPut(column: keyof Row, text: string): void;
}

function ReadingRow({ i, row, problem, onPut }: ReadingRowProps) {
  const at = (column: keyof Row) => (problem?.column === column ? problem.words : null);
  return (
    <div style={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: '0 1rem' }}>
      <PlainField
        measures="length"
        label={`Squeezed by, reading ${i + 1}, mm`}
        value={row.deflection}
        onChange={(text) => onPut('deflection', text)}
        problem={at('deflection')}
      />
      <PlainField
        measures="force"
        label={`Force, reading ${i + 1}, N`}
        value={row.force}
        onChange={(text) => onPut('force', text)}
        problem={at('force')}
      />
    </div>
  );
}

/** The fit beside its readings, and what it says of the mark. */
function Fitted({ spring, points, found }: { spring: ListedSpring; points: ForcePoint[]; found: TesterFit }) {
  const inUnits = useSaid();
  const off = found.model === 'linear' ? (found.rateNPerMm / spring.rateNPerMm - 1) * 100 : null;
  return (
    <>
      <p style={{ padding: '0.5rem 0' }} role="status">
        <b style={{ fontSize: '1.25rem' }}>
          <Sentence of={numbers(found)} />
        </b>
        <br />
        R² {found.rSquared.toFixed(4)}
        {off === null ? '' : `; ${Math.abs(off).toFixed(1)} % ${off < 0 ? 'under' : 'over'} the mark`}.{' '}
        <Small>± holds 19 times in 20.</Small>
      </p>
      {found.warnings.map((w) => (
        <Warn key={w.code}>
          <Sentence of={warningWords(w)} />
        </Warn>
      ))}
      <LineChart
        description={inUnits(said`Tester readings of ${spring.name}: ${numbers(found)}.`)}
        lines={linesOf(points, found)}
        x={{ name: 'Squeezed by', unit: 'mm' }}
        y={{ name: 'Force', unit: 'N', min: 0 }}
        height={220}
      />
    </>
  );
}
