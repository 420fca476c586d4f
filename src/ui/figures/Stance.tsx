'use client';
import { memo } from 'react';
import styled from 'styled-components';
import {
  figureIn,
  HEIGHT,
  type Scale,
  marksOf,
  scaleOf,
  type StanceEnd,
  type StanceLine,
  TOP,
  WIDTH,
  windowLabels,
  X,
} from './stanceScale';
import { Tick, WindowBracket } from './StanceMarks';
import { ENDS, type End, END_NAMES } from '@/catalogue/ends';

interface Props {
  rear: StanceEnd;
  front: StanceEnd;
  /** Drawn thin and dotted: where it sat before. */
  ghost?: StanceLine[];
  /** Drawn dashed: where it would sit. */
  predicted?: StanceLine[];
  /** Sags are shown in inches when asked. */
  inches?: boolean;
}

const Svg = styled.svg`
  width: 100%;
  max-width: 34rem;
  display: block;
  margin: 0 auto;
  text {
    fill: var(--ink);
    font-family: inherit;
    font-stretch: 88%;
  }
  .column {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .tick {
    stroke: var(--rule);
    stroke-width: 1;
  }
  .scale {
    font-size: 11.5px;
    fill: var(--soft);
  }
  .band {
    fill: var(--band);
  }
  .line {
    stroke: var(--ink);
    fill: none;
  }
  .plate {
    fill: var(--ground);
  }
`;

/**
 * Mavrin's own sign: two travel columns true to one scale, joined by the lines extended, static and rider. Target windows are brackets, the
 * friction band is the line's thickness, travel used a notch; before is a dotted ghost and predicted is dashed.
 */
export function Stance({ rear, front, ghost = [], predicted = [], inches = false }: Props) {
  const longest = Math.max(rear.travelMm ?? 0, front.travelMm ?? 0, 60);
  const y = scaleOf(longest);
  const ends = { rear, front };
  const figure = figureIn(inches);
  // Where the two lines run close, their labels stand side by side instead of one above the other.
  const middleOf = (name: 'static' | 'rider') => {
    const p = predicted.find((line) => line.name === name);
    const [r, f] = name === 'static' ? [rear.staticMm, front.staticMm] : [rear.riderMm, front.riderMm];
    if (r !== null && f !== null) return (y(r) + y(f)) / 2;
    return p ? (y(p.rearMm) + y(p.frontMm)) / 2 : null;
  };
  const [staticY, riderY] = [middleOf('static'), middleOf('rider')];
  const near = (staticY !== null && staticY - TOP < 22) || (staticY !== null && riderY !== null && riderY - staticY < 22);
  const said = [
    rear.travelMm === null ? '' : `Rear travel ${figure(rear.travelMm)}`,
    front.travelMm === null ? '' : `front travel ${figure(front.travelMm)}`,
    rear.staticMm === null ? '' : `rear static sag ${figure(rear.staticMm)}`,
    front.staticMm === null ? '' : `front static sag ${figure(front.staticMm)}`,
    rear.riderMm === null ? '' : `rear rider sag ${figure(rear.riderMm)}`,
    front.riderMm === null ? '' : `front rider sag ${figure(front.riderMm)}`,
  ].filter(Boolean);
  return (
    <Svg
      viewBox={`0 0 540 ${TOP + HEIGHT + 26}`}
      role="img"
      aria-label={`Stance. ${said.join(', ')} ${inches ? 'inches' : 'millimetres'}.`}
    >
      {ENDS.map((end) => (
        <Column key={end} end={end} data={ends[end]} longest={longest} inches={inches} />
      ))}
      <Joined name="extended" y={y} rearMm={0} frontMm={0} thick={1.2} figure={null} at={0.5} />
      {ghost.map((g) => (
        <Joined key={`ghost-${g.name}`} {...g} y={y} thick={1.2} dash="1.5 3.5" figure={null} at={null} />
      ))}
      <Measured
        name="static"
        rear={rear.staticMm}
        front={front.staticMm}
        bands={[rear.staticBandMm, front.staticBandMm]}
        y={y}
        thick={1.6}
        figure={figure}
        at={near ? 0.27 : 0.5}
      />
      <Measured
        name="rider"
        rear={rear.riderMm}
        front={front.riderMm}
        bands={[rear.riderBandMm, front.riderBandMm]}
        y={y}
        thick={3}
        figure={figure}
        at={near ? 0.73 : 0.5}
      />
      {predicted.map((p) => p.band && <Spread key={`band-${p.name}`} band={p.band} y={y} />)}
      {predicted.map((p) => (
        <Joined
          key={`predicted-${p.name}`}
          {...p}
          y={y}
          thick={p.name.startsWith('rider') ? 2.6 : 1.6}
          dash="7 4"
          figure={figure}
          at={near ? (p.name.startsWith('rider') ? 0.73 : 0.27) : 0.5}
        />
      ))}
    </Svg>
  );
}

const drawnIn = ({ travelMm, staticWindow, riderWindow, usedMm }: StanceEnd) =>
  JSON.stringify([travelMm, staticWindow, riderWindow, usedMm]);

/** One travel column with its scale, windows and notch; a reading that moves only the lines leaves it as drawn. */
const Column = memo(
  function Column({ end, data, longest, inches }: { end: End; data: StanceEnd; longest: number; inches: boolean }) {
    const y = scaleOf(longest);
    const figure = figureIn(inches);
    const x = X[end];
    const travel = data.travelMm ?? longest;
    const middle = x + WIDTH / 2;
    const outward = end === 'rear' ? -1 : 1;
    const edge = end === 'rear' ? x : x + WIDTH;
    const labels = windowLabels(data, y);
    return (
      <UsedMark
        middle={middle}
        end={end}
        data={data}
        figure={figure}
        x={x}
        y={y}
        travel={travel}
        inches={inches}
        outward={outward}
        labels={labels}
        edge={edge}
      />
    );
  },
  (a, b) => a.longest === b.longest && a.inches === b.inches && drawnIn(a.data) === drawnIn(b.data),
);

interface UsedMarkProps {
  middle: number;
  end: 'rear' | 'front';
  data: StanceEnd;
  figure: (mm: number) => string;
  x: 104 | 380;
  y: Scale;
  travel: number;
  inches: boolean;
  outward: 1 | -1;
  labels: { labelY: number; minMm: number; maxMm: number; name: string }[];
  edge: number;
}

function UsedMark({ middle, end, data, figure, x, y, travel, inches, outward, labels, edge }: UsedMarkProps) {
  return (
    <g>
      <text x={middle} y={20} textAnchor="middle" fontSize={15} fontWeight={650} style={{ fill: `var(--${end})` }}>
        {END_NAMES[end]}
      </text>
      <text x={middle} y={38} textAnchor="middle" fontSize={13} style={{ fill: 'var(--soft)' }}>
        {data.travelMm === null ? 'travel not known' : `${figure(data.travelMm)} travel`}
      </text>
      <rect
        className="column"
        x={x}
        y={TOP}
        width={WIDTH}
        height={y(travel) - TOP}
        strokeDasharray={data.travelMm === null ? '4 4' : undefined}
      />
      {marksOf(travel, inches).map(({ mm, label }) => (
        <Tick key={mm} mm={mm} end={end} x={x} outward={outward} label={label} y={y} middle={middle} />
      ))}
      {labels.map((w) => (
        <WindowBracket key={w.name} window={w} edge={edge} outward={outward} y={y} end={end} figure={figure} />
      ))}
      {data.usedMm !== null && (
        <g>
          <path d={`M${edge + outward * 2} ${y(data.usedMm)} l${outward * 10} -5 v10 z`} style={{ fill: `var(--${end})` }} />
          <text x={edge + outward * 17} y={y(data.usedMm) + 4} textAnchor={end === 'rear' ? 'end' : 'start'} fontSize={13}>
            used {figure(data.usedMm)}
          </text>
        </g>
      )}
    </g>
  );
}

interface JoinedProps extends StanceLine {
  y: Scale;
  thick: number;
  dash?: string;
  figure: ((mm: number) => string) | null;
  /** Where along the join the label stands, 0 at the rear; null for no label. */
  at: number | null;
}

/** Where a predicted line may lie. */
function Spread({ band: { rearMm, frontMm }, y }: { band: NonNullable<StanceLine['band']>; y: Scale }) {
  const from = X.rear + WIDTH;
  const [high, low] = [0, 1].map((i) => ({ rear: y(rearMm[i]!), front: y(frontMm[i]!) }));
  return (
    <path
      className="band"
      d={`M${X.rear} ${high!.rear} H${from} L${X.front} ${high!.front} h${WIDTH} V${low!.front} h${-WIDTH} L${from} ${low!.rear} H${X.rear} Z`}
    />
  );
}

/** A line across both columns and the join between them, with its label on the join. */
function Joined({ name, rearMm, frontMm, y, thick, dash, figure, at }: Omit<JoinedProps, 'band'>) {
  const [rearY, frontY] = [y(rearMm), y(frontMm)];
  const from = X.rear + WIDTH;
  const along = at ?? 0.5;
  const labelX = from + (X.front - from) * along;
  const labelY = rearY + (frontY - rearY) * along;
  const label = figure ? `${name} ${figure(rearMm)} · ${figure(frontMm)}` : name;
  const half = label.length * 3.3 + 3;
  return (
    <g>
      <path
        className="line"
        d={`M${X.rear} ${rearY} H${from} L${X.front} ${frontY} h${WIDTH}`}
        strokeWidth={thick}
        strokeDasharray={dash}
      />
      {at !== null && (
        <>
          <rect className="plate" x={labelX - half} y={labelY - 9} width={half * 2} height={18} />
          <text x={labelX} y={labelY + 4.5} textAnchor="middle" fontSize={14} fontWeight={650}>
            {label}
          </text>
        </>
      )}
    </g>
  );
}

interface MeasuredProps {
  name: string;
  rear: number | null;
  front: number | null;
  bands: [number | null, number | null];
  y: Scale;
  thick: number;
  figure: (mm: number) => string;
  at: number;
}

/** A measured state: joined when both ends are read, a lone stroke across the column when one is. */
function Measured({ name, rear, front, bands, y, thick, figure, at }: MeasuredProps) {
  const band = (mm: number, width: number | null, x: number) =>
    width === null ? null : (
      <rect
        key={x}
        className="band"
        x={x}
        y={y(mm - width / 2)}
        width={WIDTH}
        height={Math.max(0, y(mm + width / 2) - y(mm - width / 2))}
      />
    );
  if (rear !== null && front !== null) {
    const [r, f] = [bands[0] ?? 0, bands[1] ?? 0];
    const [from, to] = [X.rear + WIDTH, X.front];
    return (
      <g>
        {band(rear, bands[0], X.rear)}
        {band(front, bands[1], X.front)}
        <path
          className="band"
          d={`M${from} ${y(rear - r / 2)} L${to} ${y(front - f / 2)} V${y(front + f / 2)} L${from} ${y(rear + r / 2)} z`}
        />
        <Joined name={name} rearMm={rear} frontMm={front} y={y} thick={thick} figure={figure} at={at} />
      </g>
    );
  }
  return (
    <g>
      {ENDS.map((end, i) => {
        const mm = end === 'rear' ? rear : front;
        if (mm === null) return null;
        const inner = end === 'rear' ? X.rear + WIDTH + 8 : X.front - 8;
        return (
          <g key={end}>
            {band(mm, bands[i] ?? null, X[end])}
            <line className="line" x1={X[end]} x2={X[end] + WIDTH} y1={y(mm)} y2={y(mm)} strokeWidth={thick} />
            <text x={inner} y={y(mm) + 4.5} textAnchor={end === 'rear' ? 'start' : 'end'} fontSize={14} fontWeight={650}>
              {name} {figure(mm)}
            </text>
          </g>
        );
      })}
    </g>
  );
}
