'use client';
import Papa from 'papaparse';
import { useMemo } from 'react';
import { hasDecimalComma, numberIn } from '@/catalogue/tables';
import { AS_USUAL, asUsual } from '@/core/logger/doubts';
import { LineChart } from '../../charts/LineChart';
import type { LoggedRun } from '@/schema/pages';
import { Titled } from '../../kit/parts';
import { NotRead } from '../../kit/NotRead';
import { useReadText } from '../../kit/read';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';

type Point = [number, number];
/** Points drawn of one end: enough for a chart a screen wide, each pair the least and the most of its stretch. */
const PAIRS = 450;

function drawn(points: Point[]): Point[] {
  const per = Math.max(1, Math.ceil(points.length / PAIRS));
  const out: Point[] = [];
  for (let i = 0; i < points.length; i += per) {
    const part = points.slice(i, i + per);
    const low = part.reduce((a, b) => (b[1] < a[1] ? b : a));
    const high = part.reduce((a, b) => (b[1] > a[1] ? b : a));
    out.push(...(low[0] <= high[0] ? [low, high] : [high, low]));
  }
  return out;
}

/** The points of one end, in seconds and millimetres from full extension however the file is written. */
function pointsOf(data: readonly Record<string, string>[], end: End, { document }: LoggedRun): Point[] {
  const rows = data.filter((row) => row[end] !== undefined);
  const isDecimalComma = hasDecimalComma(rows.flatMap((row) => [row.time ?? '', row[end] ?? '']));
  const raw = {
    timeS: rows.map((row) => numberIn(row.time ?? '', isDecimalComma)),
    travelMm: rows.map((row) => numberIn(row[end] ?? '', isDecimalComma)),
    fullMm: document.written?.fullMm[end] ?? 0,
  };
  const { timeS, travelMm } = asUsual(raw, document.written ?? AS_USUAL);
  return timeS.map((t, i) => [t, travelMm[i]!]);
}

/** Travel over time of one ride, read from its file as it was kept. */
export function Trace({ run }: { run: LoggedRun }) {
  const reading = useReadText(`/api/logs/${run.id}`);
  const ends = useMemo(() => {
    if (reading.value === undefined) return null;
    const { data } = Papa.parse<Record<string, string>>(reading.value, { header: true, skipEmptyLines: true });
    const of = (end: End) => drawn(pointsOf(data, end, run));
    return { rear: of('rear'), front: of('front') };
  }, [reading.value, run]);
  const lines = ENDS.flatMap((end) =>
    ends && ends[end].length > 0 ? [{ name: END_NAMES[end], points: ends[end], look: 'thin' as const, colour: end }] : [],
  );
  return (
    <Titled title="Travel over time" aside={run.name}>
      <NotRead reading={reading} />
      {lines.length > 0 && (
        <LineChart
          description={`Travel over time of ${run.name}, ${Math.round(ends!.rear.at(-1)?.[0] ?? ends!.front.at(-1)?.[0] ?? 0)} seconds`}
          lines={lines}
          x={{ name: 'Time', unit: 's' }}
          y={{ name: 'Travel', unit: 'mm' }}
          height={240}
        />
      )}
    </Titled>
  );
}
