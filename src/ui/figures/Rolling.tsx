'use client';
import styled from 'styled-components';
import type { PoseDrawn } from '@/core/geometry/geometry';
import { add, minus, type Point, radians, turnedBy } from '@/core/geometry/plane';
import type { Frames } from '@/core/ride/ride';

/** The machine from the side over its ground, at one moment of a ride: drawn from the result alone, to one scale. */

const Svg = styled.svg`
  width: 100%;
  max-height: 21rem;
  display: block;
  text {
    fill: var(--ink);
    font-family: inherit;
    font-stretch: 88%;
    font-size: 64px;
    font-weight: 600;
  }
  .ghost {
    opacity: 0.35;
  }
`;

/** How the ride's own figures lie to the drawing. */
export interface Planar {
  aheadM: number;
  behindM: number;
  scale: { front: number; rear: number };
}

export interface Rolled {
  frames: Frames;
  planar: Planar;
  restMm: { front: number; rear: number };
}

interface Props {
  /** Where everything stands at rest with its load. */
  rest: PoseDrawn;
  ride: Rolled;
  /** The machine as it came in, over the same ground: drawn faint. */
  ghost: Rolled | null;
  /** Which frame. */
  at: number;
  /** Height of the road at a place, mm. */
  road(placeM: number): number;
  description: string;
}

const MM = 1000;
/** Ground seen behind and before the wheels, mm, and height of the picture. */
const SEEN = { behind: 750, ahead: 950, above: 1780, below: 320 } as const;
const ROAD_STEP_MM = 20;

interface Placed {
  rear: Point;
  front: Point;
  pivot: Point;
  head: Point;
  mass: Point;
  rider: Point;
}

/** One frame as points, x forward of the rear contact at rest and y above the road's beginning. */
function placed(rest: PoseDrawn, { frames, planar, restMm }: Rolled, i: number): Placed {
  const { aheadM, behindM, scale } = planar;
  const pitch = radians(frames.pitchDeg[i]!);
  const body = frames.bodyMm[i]!;
  const rise = (armMm: number, travelMm: number, restsMm: number, by: number) => body + armMm * pitch + (travelMm - restsMm) / by;
  const mass: Point = { x: behindM * MM, y: rest.centreOfMass.y };
  const moved = (p: Point) => add(add(mass, turnedBy(minus(p, mass), pitch)), { x: 0, y: body });
  const front = { ...rest.frontAxle, y: rest.frontAxle.y + rise(aheadM * MM, frames.frontTravelMm[i]!, restMm.front, scale.front) };
  const rear = { ...rest.rearAxle, y: rest.rearAxle.y + rise(-behindM * MM, frames.rearTravelMm[i]!, restMm.rear, scale.rear) };
  const head = {
    x: rest.frontAxle.x + (rest.steeringTop.x - rest.steeringGround.x) * 0.62,
    y: rest.frontAxle.y + (rest.steeringTop.y - rest.steeringGround.y) * 0.62,
  };
  return {
    rear,
    front,
    pivot: moved(rest.pivot),
    head: moved(head),
    mass: moved(mass),
    rider: { x: mass.x - 120, y: mass.y + 480 + frames.riderMm[i]! },
  };
}

export function Rolling({ rest, ride, ghost, at, road, description }: Props) {
  const { frames } = ride;
  const wheelbaseMm = rest.frontAxle.x;
  const place = frames.placeM[at]!;
  const [left, right] = [-SEEN.behind, wheelbaseMm + SEEN.ahead];
  const roadAt = (x: number) => road(place + (x - wheelbaseMm) / MM);
  const samples = Array.from({ length: Math.floor((right - left) / ROAD_STEP_MM) + 1 }, (_, k) => {
    const x = left + k * ROAD_STEP_MM;
    return { x, y: roadAt(x) };
  });
  // The picture rides along at the mean height of what is in sight.
  const base = samples.reduce((sum, p) => sum + p.y, 0) / samples.length;
  const y = (mm: number) => SEEN.above - (mm - base);
  const path = samples.map((p, k) => `${k === 0 ? 'M' : 'L'} ${p.x.toFixed(0)} ${y(p.y).toFixed(1)}`).join(' ');
  return (
    <Svg
      viewBox={`${left} 0 ${right - left} ${SEEN.above + SEEN.below}`}
      role="img"
      aria-label={description}
      preserveAspectRatio="xMidYMid meet"
    >
      <path d={`${path} L ${right} ${SEEN.above + SEEN.below} L ${left} ${SEEN.above + SEEN.below} Z`} fill="var(--band)" />
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={6} />
      {ghost && at < ghost.frames.placeM.length && (
        <g className="ghost">
          <Machine of={placed(rest, ghost, at)} rest={rest} y={y} turned={0} lost={[false, false]} />
        </g>
      )}
      <Machine
        of={placed(rest, ride, at)}
        rest={rest}
        y={y}
        turned={place}
        lost={[frames.rearTyreN[at] === 0, frames.frontTyreN[at] === 0]}
      />
    </Svg>
  );
}

interface MachineProps {
  of: Placed;
  rest: PoseDrawn;
  y(mm: number): number;
  /** How far it has rolled, m. */
  turned: number;
  /** Rear and front tyre off the ground. */
  lost: [boolean, boolean];
}

function Machine({ of, rest, y, turned, lost }: MachineProps) {
  const bone = (a: Point, b: Point, width: number, colour: string) => (
    <line x1={a.x} y1={y(a.y)} x2={b.x} y2={y(b.y)} stroke={colour} strokeWidth={width} strokeLinecap="round" />
  );
  const seat = { x: of.rider.x, y: of.mass.y + (rest.centreOfMass.y > 0 ? 260 : 0) };
  return (
    <g>
      <Wheel at={of.rear} radiusMm={rest.rearTyreRadiusMm} y={y} turned={turned} lost={lost[0]} />
      <Wheel at={of.front} radiusMm={rest.frontTyreRadiusMm} y={y} turned={turned} lost={lost[1]} />
      {bone(of.pivot, of.head, 8, 'var(--soft)')}
      {bone(of.pivot, seat, 8, 'var(--soft)')}
      {bone(seat, of.head, 8, 'var(--soft)')}
      {bone(of.rear, of.pivot, 20, 'var(--rear)')}
      {bone(of.front, of.head, 20, 'var(--front)')}
      {bone(seat, of.rider, 26, 'var(--ink)')}
      <circle cx={of.rider.x + 40} cy={y(of.rider.y + 150)} r={88} fill="none" stroke="var(--ink)" strokeWidth={16} />
      <circle cx={of.pivot.x} cy={y(of.pivot.y)} r={16} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={6} />
    </g>
  );
}

function Wheel({ at, radiusMm, y, turned, lost }: { at: Point; radiusMm: number; y(mm: number): number; turned: number; lost: boolean }) {
  const angle = (turned * MM) / radiusMm;
  const spoke = { x: Math.cos(angle) * (radiusMm - 40), y: Math.sin(angle) * (radiusMm - 40) };
  return (
    <g>
      <circle cx={at.x} cy={y(at.y)} r={radiusMm - 8} fill="none" stroke="var(--ink)" strokeWidth={16} />
      <line x1={at.x - spoke.x} y1={y(at.y) - spoke.y} x2={at.x + spoke.x} y2={y(at.y) + spoke.y} stroke="var(--rule)" strokeWidth={5} />
      {lost && (
        <text x={at.x} y={y(at.y - radiusMm) + 90} textAnchor="middle">
          ▲ off the ground
        </text>
      )}
    </g>
  );
}
