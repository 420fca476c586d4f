'use client';
import { Fragment } from 'react';
import { SetupMark } from './SetupSign';
import type { Placed } from '@/judgement/job/lineage';

export interface LineageLook {
  id: number;
  parentId: number | null;
  at: string;
  /** "0105"; the maker's standard has none. */
  job: string;
  kind: 'standard' | 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride';
  feel: string;
  /** Ridden, and the machine put back as before. */
  takenBack: boolean;
  /** The whole of it in words, for those who do not see the figure. */
  words: string;
}

interface Props {
  placed: readonly Placed<LineageLook>[];
  chosen: number | null;
  onChoose(id: number): void;
}

/** Apart along time, px: as wide as there is room, never so narrow that two touch targets meet. */
const STEP_PX = { most: 86, least: 46, room: 560 };
const LANE_PX = 58;
const LEFT_PX = 34;
const TOP_PX = 30;
const R_PX = 8;

const FEEL_MARK: Record<string, string> = { better: '▲ better', same: '= same', worse: '▼ worse' };

/** The machine's set-ups as a tree over time: left is older; a set-up gone back to opens a lane of its own. The maker's standard is a T at the root, a ring found, a disc rebuilt, square as handed back, lozenge corrected, triangle a change ridden; struck through where it was taken back. */
export function Lineage({ placed, chosen, onChoose }: Props) {
  const step = Math.max(STEP_PX.least, Math.min(STEP_PX.most, STEP_PX.room / Math.max(1, placed.length - 1)));
  const x = (p: Placed<LineageLook>) => LEFT_PX + p.order * step;
  const y = (p: Placed<LineageLook>) => TOP_PX + p.lane * LANE_PX;
  const lanes = Math.max(1, ...placed.map((p) => p.lane + 1));
  const [width, height] = [LEFT_PX * 2 + Math.max(0, placed.length - 1) * step, TOP_PX + lanes * LANE_PX];
  return (
    <div style={{ overflowX: 'auto' }} role="group" aria-label="Lineage of set-ups" tabIndex={0}>
      <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} style={{ display: 'block' }}>
        {placed.map((p) => {
          const parent = placed.find((q) => q.node.id === p.node.parentId);
          if (!parent) return null;
          const [x0, y0, x1, y1] = [x(parent), y(parent), x(p), y(p)];
          // A branch leaves beside its parent, so that it crosses no name.
          const down = x0 + step * 0.45;
          const path = y0 === y1 ? `M${x0} ${y0}H${x1}` : `M${x0} ${y0}H${down}V${y1}H${x1}`;
          return <path key={p.node.id} d={path} fill="none" stroke="var(--ink)" strokeWidth={2} />;
        })}
        {placed.map((p) => (
          <Knot key={p.node.id} p={p} chosen={chosen} onChoose={onChoose} x={x} y={y} />
        ))}
      </svg>
    </div>
  );
}

interface KnotProps {
  p: Placed<LineageLook>;
  chosen: number | null;
  onChoose: (id: number) => void;
  x: (p: Placed<LineageLook>) => number;
  y: (p: Placed<LineageLook>) => number;
}

/** One set-up of the tree, with the way to it. */
function Knot({ p, chosen, onChoose, x, y }: KnotProps) {
  return (
    <Fragment>
      <Hit chosen={chosen} p={p} onChoose={onChoose} x={x} y={y} />
      <text x={x(p)} y={y(p) + 25} textAnchor="middle" fontSize={11} fill="var(--soft)" aria-hidden>
        {p.node.job}
      </text>
      {p.node.feel && (
        <text x={x(p)} y={y(p) - 15} textAnchor="middle" fontSize={11} fontWeight={650} fill="var(--ink)" aria-hidden>
          {FEEL_MARK[p.node.feel]}
        </text>
      )}
    </Fragment>
  );
}

/** The figure of a set-up with a target large enough for a finger. */
interface HitProps {
  chosen: number | null;
  p: Placed<LineageLook>;
  onChoose: (id: number) => void;
  x: (p: Placed<LineageLook>) => number;
  y: (p: Placed<LineageLook>) => number;
}

function Hit({ chosen, p, onChoose, x, y }: HitProps) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen === p.node.id}
      aria-label={p.node.words}
      onClick={() => onChoose(p.node.id)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onChoose(p.node.id);
      }}
      style={{ cursor: 'pointer', outlineOffset: 2 }}
    >
      <rect x={x(p) - 22} y={y(p) - 22} width={44} height={44} fill="transparent" />
      {chosen === p.node.id && <circle cx={x(p)} cy={y(p)} r={R_PX + 6} fill="none" stroke="var(--ink)" strokeWidth={1.5} />}
      <SetupMark kind={p.node.kind} x={x(p)} y={y(p)} r={R_PX} />
      {p.node.takenBack && <line x1={x(p) - 13} y1={y(p) + 9} x2={x(p) + 13} y2={y(p) - 9} stroke="var(--ink)" strokeWidth={1.6} />}
    </g>
  );
}
