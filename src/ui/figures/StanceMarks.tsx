import type { End } from '@/catalogue/ends';
import { type Scale, WIDTH } from './stanceScale';

interface TickProps {
  mm: number;
  end: End;
  x: number;
  /** −1 for the rear column, whose words stand at its left. */
  outward: 1 | -1;
  label: number | null;
  y: Scale;
  middle: number;
}

/** One mark of a column’s scale, longer where it carries its figure. */
export function Tick({ mm, end, x, outward, label, y, middle }: TickProps) {
  const inner = end === 'rear' ? x + WIDTH : x;
  return (
    <g>
      <line className="tick" x1={inner} x2={inner + outward * (label === null ? 6 : 12)} y1={y(mm)} y2={y(mm)} />
      {label !== null && (
        <text className="scale" x={middle} y={y(mm) + 3.5} textAnchor="middle">
          {label}
        </text>
      )}
    </g>
  );
}

interface WindowBracketProps {
  window: { labelY: number; minMm: number; maxMm: number; name: string };
  edge: number;
  outward: 1 | -1;
  y: Scale;
  end: End;
  figure(mm: number): string;
}

/** A target window as a bracket on its column. */
export function WindowBracket({ window: { labelY, minMm, maxMm, name }, edge, outward, y, end, figure }: WindowBracketProps) {
  return (
    <g>
      <path
        d={`M${edge + outward * 6} ${y(minMm)} h${outward * 8} V${y(maxMm)} h${outward * -8}`}
        fill="none"
        stroke={`var(--${end})`}
        strokeWidth={1.6}
      />
      <text
        x={edge + outward * 19}
        y={labelY}
        textAnchor={end === 'rear' ? 'end' : 'start'}
        fontSize={13}
        style={{ fill: `var(--${end})` }}
      >
        {name} {figure(Math.round(minMm))}–{figure(Math.round(maxMm))}
      </text>
    </g>
  );
}
