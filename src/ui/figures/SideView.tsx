'use client';
import styled from 'styled-components';
import type { PoseDrawn } from '@/core/geometry/geometry';
import type { Point } from '@/core/geometry/plane';

const Svg = styled.svg`
  width: 100%;
  max-height: 24rem;
  display: block;
  text {
    fill: var(--ink);
    font-family: inherit;
    font-stretch: 88%;
    font-size: 34px;
  }
  /* Too small to be read there: the table beneath says both lines. */
  @media (max-width: 640px) {
    text {
      display: none;
    }
  }
  .ghost {
    opacity: 0.3;
  }
`;

interface Props {
  now: PoseDrawn;
  /** As it stood before; drawn faint. */
  before: PoseDrawn | null;
  /** Where chain and arm cross; null without. */
  squatDeg: number | null;
  transferDeg: number;
  description: string;
}

const MARGIN_MM = 60;
const TOP_MM = 1040;

/** The machine from the side, to scale, from its own figures: wheels, arm, steering axis and trail, centre of mass, the squat line against the load-transfer line. */
export function SideView({ now, before, squatDeg, transferDeg, description }: Props) {
  const right = now.frontAxle.x + now.frontTyreRadiusMm;
  const left = -now.rearTyreRadiusMm;
  const y = (mm: number) => TOP_MM - mm;
  const line = (a: Point, b: Point, width: number, colour: string, dash?: string) => (
    <line x1={a.x} y1={y(a.y)} x2={b.x} y2={y(b.y)} stroke={colour} strokeWidth={width} {...(dash ? { strokeDasharray: dash } : {})} />
  );
  const fromContact = (deg: number): Point => ({ x: now.frontAxle.x, y: now.frontAxle.x * Math.tan((deg * Math.PI) / 180) });
  return (
    <Svg
      viewBox={`${left - MARGIN_MM} 0 ${right - left + 2 * MARGIN_MM} ${TOP_MM + MARGIN_MM}`}
      role="img"
      aria-label={description}
      preserveAspectRatio="xMidYMid meet"
    >
      {line({ x: left - MARGIN_MM, y: 0 }, { x: right + MARGIN_MM, y: 0 }, 4, 'var(--ink)')}
      {before && (
        <g className="ghost">
          <Machine drawn={before} y={y} />
        </g>
      )}
      <Machine drawn={now} y={y} />
      {line({ x: 0, y: 0 }, fromContact(transferDeg), 3, 'var(--soft)', '18 12')}
      <text x={now.frontAxle.x * 0.72} y={y(fromContact(transferDeg).y * 0.72) - 16} textAnchor="end">
        load transfer {transferDeg.toFixed(1)}°
      </text>
      {squatDeg !== null && (
        <>
          {line({ x: 0, y: 0 }, fromContact(squatDeg), 4, 'var(--rear)')}
          <text x={now.frontAxle.x * 0.72} y={y(fromContact(squatDeg).y * 0.72) + 48} textAnchor="end" style={{ fill: 'var(--rear)' }}>
            squat {squatDeg.toFixed(1)}°
          </text>
        </>
      )}
      {line({ x: now.frontAxle.x, y: 0 }, { x: now.steeringGround.x, y: 0 }, 12, 'var(--front)')}
    </Svg>
  );
}

function Machine({ drawn, y }: { drawn: PoseDrawn; y(mm: number): number }) {
  const { rearAxle, frontAxle, pivot, countershaft, centreOfMass, steeringTop, steeringGround } = drawn;
  const wheel = (at: Point, r: number) => <circle cx={at.x} cy={y(at.y)} r={r - 6} fill="none" stroke="var(--ink)" strokeWidth={10} />;
  const fork = { x: frontAxle.x + (steeringTop.x - steeringGround.x) * 0.62, y: frontAxle.y + (steeringTop.y - steeringGround.y) * 0.62 };
  return (
    <g>
      {wheel(rearAxle, drawn.rearTyreRadiusMm)}
      {wheel(frontAxle, drawn.frontTyreRadiusMm)}
      <Bone from={rearAxle} to={pivot} y={y} colour="var(--rear)" />
      <Bone from={frontAxle} to={fork} y={y} colour="var(--front)" />
      <line
        x1={steeringTop.x}
        y1={y(steeringTop.y)}
        x2={steeringGround.x}
        y2={y(0)}
        stroke="var(--front)"
        strokeWidth={3}
        strokeDasharray="14 10"
      />
      <line x1={pivot.x} y1={y(pivot.y)} x2={fork.x} y2={y(fork.y)} stroke="var(--soft)" strokeWidth={5} />
      <circle cx={pivot.x} cy={y(pivot.y)} r={14} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={5} />
      {countershaft && <circle cx={countershaft.x} cy={y(countershaft.y)} r={11} fill="var(--ink)" />}
      <circle cx={centreOfMass.x} cy={y(centreOfMass.y)} r={20} fill="none" stroke="var(--ink)" strokeWidth={5} />
      <path
        d={`M ${centreOfMass.x - 20} ${y(centreOfMass.y)} h 40 M ${centreOfMass.x} ${y(centreOfMass.y) - 20} v 40`}
        stroke="var(--ink)"
        strokeWidth={5}
      />
    </g>
  );
}

interface BoneProps {
  from: { x: number; y: number };
  to: { x: number; y: number };
  y(mm: number): number;
  colour: string;
}

/** Fork or swing-arm. */
const Bone = ({ from, to, y, colour }: BoneProps) => (
  <line x1={from.x} y1={y(from.y)} x2={to.x} y2={y(to.y)} stroke={colour} strokeWidth={14} strokeLinecap="round" />
);
