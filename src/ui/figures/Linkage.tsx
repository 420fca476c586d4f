'use client';
import { mm } from '@/core/units/say';
import { Sentence } from '../kit/Sentence';
import styled from 'styled-components';
import type { LinkagePose, Point } from '@/core/leverage/linkage';

const Svg = styled.svg`
  width: 100%;
  max-height: 22rem;
  display: block;
  text {
    fill: var(--ink);
    font-family: inherit;
    font-stretch: 88%;
  }
  .ghost {
    opacity: 0.35;
  }
`;

/** How much paper is left round the drawing, as a share of it. */
const MARGIN = 0.12;

interface Props {
  /** At full extension, drawn thin. */
  drawn: LinkagePose;
  /** At the wheel travel looked at. */
  now: LinkagePose;
  pivot: Point;
  rockerOn: 'frame' | 'arm' | null;
  zMm: number;
}

const pointsOf = (pose: LinkagePose, pivot: Point): Point[] =>
  [pivot, pose.axle, pose.upper, pose.lower, pose.rockerPivot, pose.rodRocker, pose.rodOther].filter((p) => p !== null);

/** The rear end as a mechanism, to scale: swing-arm, rocker, rod and shock, at full extension and at one wheel travel. */
export function LinkageFigure({ drawn, now, pivot, rockerOn, zMm }: Props) {
  const all = [...pointsOf(drawn, pivot), ...pointsOf(now, pivot)];
  const xs = all.map((p) => p.xMm);
  const ys = all.map((p) => p.yMm);
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const size = Math.max(right - left, high - low, 1);
  const room = size * MARGIN;
  const unit = size / 100;
  return (
    <Svg
      viewBox={`${left - room} ${-high - room} ${right - left + 2 * room} ${high - low + 2 * room}`}
      role="img"
      aria-label={`Linkage at ${zMm.toFixed(0)} millimetres of wheel travel, thin at full extension.`}
    >
      <g className="ghost">
        <Mechanism pose={drawn} pivot={pivot} unit={unit} rockerOn={rockerOn} />
      </g>
      <Mechanism pose={now} pivot={pivot} unit={unit} rockerOn={rockerOn} />
      <text x={now.axle.xMm} y={-now.axle.yMm - 4.5 * unit} fontSize={4 * unit} textAnchor="middle">
        axle, <Sentence of={mm(zMm, 0)} /> up
      </text>
      <text x={pivot.xMm + 3 * unit} y={-pivot.yMm + 6 * unit} fontSize={4 * unit}>
        swing-arm pivot
      </text>
    </Svg>
  );
}

function Mechanism({ pose, pivot, unit, rockerOn }: { pose: LinkagePose; pivot: Point; unit: number; rockerOn: 'frame' | 'arm' | null }) {
  const line = (a: Point, b: Point, width: number, colour: string) => (
    <line x1={a.xMm} y1={-a.yMm} x2={b.xMm} y2={-b.yMm} stroke={`var(--${colour})`} strokeWidth={width * unit} strokeLinecap="round" />
  );
  const { rockerPivot, rodRocker, rodOther, upper, lower, axle } = pose;
  return (
    <g>
      {line(pivot, axle, 2.2, 'rear')}
      {rockerPivot && rockerOn === 'arm' && line(pivot, rockerPivot, 1, 'rear')}
      {rockerPivot && rodRocker && (
        <polygon
          points={[rockerPivot, rodRocker, lower].map((p) => `${p.xMm},${-p.yMm}`).join(' ')}
          fill="var(--band)"
          stroke="var(--ink)"
          strokeWidth={0.8 * unit}
        />
      )}
      {rodRocker && rodOther && line(rodRocker, rodOther, 1.1, 'ink')}
      {line(upper, lower, 1.6, 'ink')}
      {[pivot, axle, upper, lower, rockerPivot, rodRocker, rodOther].map(
        (p, i) =>
          p && <circle key={i} cx={p.xMm} cy={-p.yMm} r={1.5 * unit} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.6 * unit} />,
      )}
    </g>
  );
}
