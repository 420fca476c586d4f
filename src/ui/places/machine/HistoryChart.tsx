'use client';
import { figure } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { useState } from 'react';
import {
  alongAxis,
  AXES,
  type Axis,
  AXIS_UNIT,
  historyLine,
  type HistoryPoint,
  type Reading,
  READING_UNIT,
  READINGS,
} from '@/judgement/reason/history';
import { Titled } from '../../kit/parts';
import { LineChart } from '../../charts/LineChart';
import { Choices } from '../../kit/Choices';
import { Empty, Small } from '../../kit/primitives';
import { ENDS, END_NAMES } from '@/catalogue/ends';

/** Readings of the machine over its life: sag, travel used and effective rate at each job, against time, distance or hours. */
export function HistoryChart({ points }: { points: HistoryPoint[] }) {
  const [axis, setAxis] = useState<Axis>('days');
  const [reading, setReading] = useState<Reading>('riderMm');
  const lines = ENDS.map((end) => ({ end, points: historyLine(points, axis, end, reading) }));
  const most = Math.max(0, ...lines.map((l) => l.points.length));
  const unread = alongAxis(points, axis).filter((x) => x === null).length;
  return (
    <Titled title="Readings over time" aside={`${points.length} ${points.length === 1 ? 'job' : 'jobs'}`}>
      <Choices label="Reading" value={reading} options={READINGS} onPick={setReading} />
      <Choices label="Along" value={axis} options={AXES} onPick={setAxis} />
      {most < 2 ? (
        <Empty>
          {axis !== 'days' && unread > 0
            ? 'Too few jobs have their odometer or engine hours noted under Ask. Look along the days instead.'
            : 'Two jobs with this reading make a line.'}
        </Empty>
      ) : (
        <Readings reading={reading} axis={axis} lines={lines} unread={unread} />
      )}
    </Titled>
  );
}

interface ReadingsProps {
  reading: 'riderMm' | 'staticMm' | 'usedMm' | 'effectiveNPerMm';
  axis: 'days' | 'distance' | 'hours';
  lines: { end: 'rear' | 'front'; points: [number, number][] }[];
  unread: number;
}

function Readings({ reading, axis, lines, unread }: ReadingsProps) {
  const inUnits = useSaid();
  return (
    <>
      <LineChart
        description={`${READINGS[reading]} over ${AXES[axis].toLowerCase()}: ${lines
          .map(
            (l) =>
              `${l.end} ${l.points.map(([x, y]) => `${inUnits(figure(READING_UNIT[reading], y, 1))} at ${x} ${AXIS_UNIT[axis]}`).join(', ')}`,
          )
          .join('; ')}`}
        lines={lines
          .filter((l) => l.points.length > 0)
          .map((l) => ({ name: END_NAMES[l.end], points: l.points, look: 'strong', colour: l.end }))}
        x={{ name: AXES[axis], unit: AXIS_UNIT[axis] }}
        y={{ name: READINGS[reading], unit: READING_UNIT[reading] }}
        height={220}
      />
      {unread > 0 && (
        <Small>
          {unread} {unread === 1 ? 'job is' : 'jobs are'} left out: {AXES[axis].toLowerCase()} not noted.
        </Small>
      )}
    </>
  );
}
