'use client';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { COMPLAINT_PLACES } from '@/catalogue/fields/ask';

/** The ground of a ride seen from the side, place by place; the wheel stands where the complaint was felt. Each piece begins and ends at the same height, so that they join. */

type Place = keyof typeof COMPLAINT_PLACES;

const W = 64;
const H = 54;
const GROUND = 44;

/** Ground of each place from x = 0 to W, and where the wheel touches it. */
const GROUNDS: Record<Place, { path: string; wheel: [x: number, y: number]; marks?: string }> = {
  straight: { path: `M0 ${GROUND}H${W}`, wheel: [32, GROUND] },
  chop: { path: `M0 ${GROUND}q3 -5 6 0t6 0q3 -5 6 0t6 0q3 -5 6 0t6 0q3 -5 6 0t6 0q3 -5 6 0t4 0H${W}`, wheel: [32, GROUND - 2] },
  braking: { path: `M0 ${GROUND}H${W}`, wheel: [26, GROUND], marks: `M52 ${GROUND - 7}h-11m4 -4l-4 4 4 4M60 ${GROUND - 7}h-4` },
  entry: { path: `M0 ${GROUND}H16C34 ${GROUND} 44 ${GROUND - 3} ${W} ${GROUND}`, wheel: [18, GROUND], marks: 'M30 20C42 20 50 16 54 8' },
  mid: { path: `M0 ${GROUND}C20 ${GROUND - 8} 44 ${GROUND - 8} ${W} ${GROUND}`, wheel: [32, GROUND - 6], marks: 'M16 18C24 8 40 8 48 18' },
  exit: { path: `M0 ${GROUND}C20 ${GROUND - 3} 30 ${GROUND} 48 ${GROUND}H${W}`, wheel: [46, GROUND], marks: 'M10 8C14 16 22 20 34 20' },
  accelerating: { path: `M0 ${GROUND}H${W}`, wheel: [38, GROUND], marks: `M4 ${GROUND - 7}h4M12 ${GROUND - 7}h11m-4 -4l4 4 -4 4` },
  repeated: {
    path: `M0 ${GROUND}c4 0 4 -13 8 -13s4 13 8 13 4 -13 8 -13 4 13 8 13 4 -13 8 -13 4 13 8 13 4 -13 8 -13 4 13 8 13`,
    wheel: [32, GROUND - 4],
  },
  'big-hits': { path: `M0 ${GROUND}H30V${GROUND - 13}H46L56 ${GROUND}H${W}`, wheel: [21, GROUND] },
  landing: { path: `M0 ${GROUND}L22 ${GROUND - 20}V${GROUND}H${W}`, wheel: [48, GROUND], marks: 'M24 18C36 12 44 16 48 20' },
  downhill: { path: `M0 ${GROUND}V14L${W} ${GROUND}`, wheel: [34, 30] },
  loaded: { path: `M0 ${GROUND}H${W}`, wheel: [32, GROUND], marks: 'M22 6h20v10h-20zM32 16v4' },
  hot: { path: `M0 ${GROUND}H${W}`, wheel: [32, GROUND], marks: 'M22 18c-4 -4 4 -8 0 -12M32 18c-4 -4 4 -8 0 -12M42 18c-4 -4 4 -8 0 -12' },
  standing: { path: `M0 ${GROUND}H${W}`, wheel: [32, GROUND], marks: `M40 ${GROUND - 12}L48 ${GROUND}` },
};
const ROWS: readonly Place[][] = [
  ['straight', 'chop', 'braking', 'entry', 'mid', 'exit', 'accelerating'],
  ['repeated', 'big-hits', 'landing', 'downhill', 'loaded', 'hot', 'standing'],
];
const R = 9;

const Ground = styled(RadioGroup)`
  .row {
    display: grid;
    grid-template-columns: repeat(7, minmax(44px, 1fr));
  }
  label {
    display: block;
    cursor: pointer;
    text-align: center;
    font-size: 0.6875rem;
    line-height: 1.1;
    font-stretch: 78%;
    color: var(--soft);
    min-height: 44px;
    padding-bottom: 0.4rem;
  }
  /* In a narrow column the longest word is wider than its place: the last ends where the ground does. */
  container-type: inline-size;
  @container (max-width: 26rem) {
    .row label:last-child {
      display: flex;
      flex-direction: column;
      align-items: flex-end;
    }
  }
  label[data-selected] {
    color: var(--ink);
    font-weight: 700;
  }
  label[data-hovered] {
    color: var(--ink);
  }
  label[data-focus-visible] {
    outline: 2px solid var(--ink);
  }
  label[data-disabled] {
    cursor: default;
  }
  svg {
    display: block;
    width: 100%;
    overflow: visible;
  }
  path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
    vector-effect: non-scaling-stroke;
  }
  .mark {
    stroke: var(--soft);
    stroke-width: 1.3;
  }
  circle {
    fill: var(--ground);
    stroke: var(--ink);
    stroke-width: 3;
  }
`;

interface Props {
  /** Whose place it is: "Where: bottoms". */
  label: string;
  place: string;
  onPick(place: Place): void;
  locked?: boolean;
}

export function RideLine({ label, place, onPick, locked = false }: Props) {
  return (
    <Ground aria-label={label} value={place} onChange={(value) => onPick(value as Place)} isDisabled={locked} orientation="horizontal">
      {ROWS.map((row) => (
        <div className="row" key={row[0]}>
          {row.map((p) => {
            const { path, wheel, marks } = GROUNDS[p];
            return (
              <Radio key={p} value={p}>
                <svg viewBox={`0 0 ${W} ${H}`} preserveAspectRatio="none" aria-hidden>
                  <path d={path} />
                  {marks && <path className="mark" d={marks} />}
                  {place === p && <circle cx={wheel[0]} cy={wheel[1] - R - 1} r={R} />}
                </svg>
                {COMPLAINT_PLACES[p]}
              </Radio>
            );
          })}
        </div>
      ))}
    </Ground>
  );
}
