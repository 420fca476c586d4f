'use client';
import type { AimFound } from './useAim';
import { newtons } from '@/core/units/say';
import { Sentence } from '../../kit/Sentence';
import type { Side } from '@/catalogue/ends';
import type { DamperView } from '@/core/damper/view';
import { type Sheet } from './useDamperSheet';
import { useBench } from '../../job/BenchContext';
import { useFieldStore } from '../../fields/context';
import { QuietButton, Small } from '../../kit/primitives';
import { jobNumber } from '@/catalogue/jobs';
import { SHEET_SPEEDS } from '@/judgement/aims/valves';
import { CurveFile } from '../../kit/CurveFile';
import { ForceSpeed } from './ForceSpeed';
import { type Viewed } from './useValves';

/** The whole damper's force, as found, to fit and aimed at. */
export function Forces({ sheet, view }: { sheet: Sheet; view: DamperView }) {
  const { end, side, viewed, sealed, suggestion, runs, hotAndCold, setHotAndCold, atWheel, setAtWheel } = sheet;
  const store = useFieldStore();
  const { data } = useBench();
  const { aim } = viewed;
  const targetOf = (s: Side) => (aim.targets[s]?.ok ? aim.targets[s].value : null);
  return (
    <>
      <ForceSpeed
        end={end}
        view={view}
        targets={{ compression: targetOf('compression'), rebound: targetOf('rebound') }}
        bandShare={aim.bandShare}
        hotAndCold={hotAndCold}
        measured={runs}
        looked={suggestion ? { side, points: suggestion.curve } : null}
        wheel={atWheel ? aim.sprung : null}
        onTarget={sealed ? null : (s, point, forceN) => store.put(`valves.${end}.target.${s}`, aim.moved(s, point, forceN))}
      />
      <Looks setHotAndCold={setHotAndCold} hotAndCold={hotAndCold} aim={aim} setAtWheel={setAtWheel} atWheel={atWheel} viewed={viewed} />
      <Small>
        Thin: as found. Dashed: to fit. Ochre: the aim
        {atWheel || sealed ? '' : ', by its rings to be dragged, or moved by the arrow keys'}. Tinted: the clicker from shut to wide open.
        The gas force of <Sentence of={newtons(view.gasForceN)} /> is not in it.
      </Small>{' '}
      <CurveFile name={`forces-${jobNumber(data.job.id)}-${end}`} what="these forces" rows={() => forceRows(view, runs)} />
    </>
  );
}

/** Every curve of the figure, point by point; compression above nothing, rebound below. */
const forceRows = (view: DamperView, runs: Sheet['runs']): Record<string, string | number>[] => [
  ...(
    [
      ['as found', view.found],
      ['to fit', view.fit],
    ] as const
  ).flatMap(([curve, of]) =>
    of === null
      ? []
      : (['compressionN', 'reboundN'] as const).flatMap((side, i) =>
          SHEET_SPEEDS.map((v, k) => ({
            curve,
            speed_m_per_s: i === 0 ? v : -v,
            force_n: Number(((i === 0 ? 1 : -1) * of[side][k]!).toFixed(1)),
          })),
        ),
  ),
  ...runs.flatMap(({ name, points }) => points.map((p) => ({ curve: name, speed_m_per_s: p.mPerS, force_n: p.forceN }))),
];

interface LooksProps {
  setHotAndCold: (next: boolean) => void;
  hotAndCold: boolean;
  aim: AimFound;
  setAtWheel: (next: boolean) => void;
  atWheel: boolean;
  viewed: Viewed;
}

/** What else the curve may show. */
function Looks({ setHotAndCold, hotAndCold, aim, setAtWheel, atWheel, viewed }: LooksProps) {
  const { working } = useBench();
  return (
    <div style={{ display: 'flex', gap: '1rem', flexWrap: 'wrap', alignItems: 'baseline' }}>
      <QuietButton onPress={() => setHotAndCold(!hotAndCold)} aria-pressed={hotAndCold}>
        <kbd>H</kbd> {hotAndCold ? 'without hot and cold' : 'hot and cold'}
      </QuietButton>
      {aim.sprung && (
        <QuietButton onPress={() => setAtWheel(!atWheel)} aria-pressed={atWheel}>
          <kbd>F</kbd> {atWheel ? 'force at the shaft' : 'force at the wheel, with ζ'}
        </QuietButton>
      )}
      <Small role="status">
        {viewed.busy ? 'Solving the plates' : working && viewed.tookMs !== null ? `von Kármán plates, ${viewed.tookMs.toFixed(0)} ms` : ''}
      </Small>
    </div>
  );
}
