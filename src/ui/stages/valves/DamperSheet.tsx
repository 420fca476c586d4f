'use client';
import { Working } from '../../job/Working';
import { BecauseList } from '../../kit/BecauseList';
import type { ValveName } from '@/core/damper/damper';
import { useCallback, useMemo, useState } from 'react';
import styled from 'styled-components';
import { pieces } from '@/core/damper/shims';
import { FATIGUE_CAUTION_MPA, type Shim } from '@/core/plate/stack';
import { middleOf, inMidRange } from '@/core/damper/clicks';
import { forceWorking } from '@/core/damper/damper';
import { isRodLeg, shimsOf, stackField, valveKindOf, valveName } from '@/judgement/model/dampers';
import type { Because } from '@/judgement/findings/finding';
import { numberOf } from '@/judgement/model/read';
import { shimsText } from '@/catalogue/tables';
import { pickList, SHEET_SPEEDS, shimsForPost } from '@/judgement/model/valves';
import { type DamperKey, END_OF, VALVE_KINDS, type ValveFigure } from '@/catalogue/fields/damper';
import { issueWords } from '@/schema/words';
import { StackFigure } from '../../figures/StackFigure';
import { useFieldStore } from '../../fields/context';
import { Button, Empty, Heading, QuietButton, Small, Warn } from '../../kit/primitives';
import { useKeys } from '../../layout/keys';
import { useBench, useFact, useLater } from '../../job/BenchContext';
import { Aim } from './Aim';
import { ForceSpeed } from './ForceSpeed';
import { OilAgainstStack } from './OilAgainstStack';
import { PressureSplit } from './PressureSplit';
import { StackTable } from './StackTable';
import { Suggestions } from './Suggestions';
import { Dyno, useDynoRuns } from './Dyno';
import { useSearch, type Viewed } from './useValves';

const Three = styled.div`
  display: grid;
  grid-template-columns: minmax(17rem, 1fr) minmax(18rem, 1.15fr) minmax(24rem, 1.7fr);
  gap: 1rem 1.75rem;
  > * + * {
    border-left: 1px solid var(--fine);
    padding-left: 1.25rem;
    min-width: 0;
  }
  @media (max-width: 1100px) {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
    > *:nth-child(3) {
      grid-column: 1 / -1;
      border-left: 0;
      padding-left: 0;
    }
  }
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr);
    > * + * {
      border-left: 0;
      padding-left: 0;
    }
  }
`;

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 1rem 2rem;
  margin: 1.5rem 0 1rem;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Slider = styled.input`
  width: 100%;
  min-height: 44px;
`;

/** Where the slider begins: the chassis speeds a rider feels. */
const BEGIN_AT = SHEET_SPEEDS.indexOf(1.1);

interface Props {
  damper: DamperKey;
  valve: ValveName;
  viewed: Viewed;
  /** The damper has this valve. */
  present: boolean;
  findings: Because[];
}

/** One damper: the stack of the valve looked at, its section bending with speed, the whole damper’s force, the aim and the search. */
export function DamperSheet({ damper, valve, viewed, present, findings }: Props) {
  const end = END_OF[damper];
  const { figures } = useLater();
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const [at, setAt] = useState(BEGIN_AT);
  const [hotAndCold, setHotAndCold] = useState(false);
  const [atWheel, setAtWheel] = useState(false);
  const [looked, setLooked] = useState(0);
  const search = useSearch();
  const { view, aim } = viewed;
  const name = valveName(figures, damper, valve);
  const kind = valveKindOf(figures, damper, valve);
  // The list follows in the key's own frame: the next key must find what the last one made.
  const [found, fit] = useFact(
    useCallback((now) => [shimsOf(now, damper, valve, 'found'), shimsOf(now, damper, valve, 'fit')] as const, [damper, valve]),
  );
  // What came in is written down first; once it is, the sheet opens on what is to be fitted.
  const [which, setWhich] = useState<'fit' | 'found'>(found?.ok && found.value.length > 0 ? 'fit' : 'found');
  const shown = which === 'fit' ? fit : found;
  const shims = shown?.ok ? shown.value : [];
  const drawer = useMemo(() => shimsForPost(data.shims, figures, damper), [data.shims, figures, damper]);
  const inDrawer = (s: Shim) =>
    data.shims.length === 0 ? null : pieces(drawer.filter((d) => d.diameterMm === s.diameterMm && d.thicknessMm === s.thicknessMm));
  const write = (next: readonly Shim[]) => store.put(stackField(damper, valve, which), shimsText(next));
  const suggestions = search.result?.ok ? search.result.value.suggestions : [];
  const suggestion = suggestions[looked] ?? null;
  const side = valve === 'rebound' ? 'rebound' : 'compression';
  const step = (by: number) => setLooked((i) => Math.min(Math.max(i + by, 0), Math.max(suggestions.length - 1, 0)));
  useKeys({ h: () => setHotAndCold(!hotAndCold), f: () => setAtWheel(!atWheel), '[': () => step(-1), ']': () => step(1) });
  const figure = (name: ValveFigure) => numberOf(figures, `machine.damper.${damper}.${valve}.${name}`);
  const [clamp, inner, outer] = [figure('clamp'), figure('zone.inner'), figure('zone.outer')];
  const drawn = view?.drawn && which === 'fit' && !viewed.busy ? view.drawn : null;
  const picks = found?.ok && fit?.ok ? pickList(found.value, fit.value, drawer) : [];
  const target = aim.targets[side];
  const runs = useDynoRuns(damper);
  return (
    <>
      <Three>
        <div>
          <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
            <Heading as="h3">{which === 'fit' ? 'To fit' : 'As found'}, from the piston out</Heading>
            <QuietButton onPress={() => setWhich(which === 'fit' ? 'found' : 'fit')}>{which === 'fit' ? 'as found' : 'to fit'}</QuietButton>
          </div>
          {!present && <Empty>This damper has no such valve yet. Type its shims or its figures, and it is reckoned with.</Empty>}
          {kind !== 'stack' && (
            <Empty>{VALVE_KINDS[kind]}: there are no shims here. Areas and lengths stand among the figures of this damper, below.</Empty>
          )}
          {shown && !shown.ok && <Warn>{issueWords(shown.issue)}</Warn>}
          {(kind === 'stack' || shims.length > 0) && (
            <StackTable
              label={`${name}, ${which === 'fit' ? 'to fit' : 'as found'}`}
              shims={shims}
              found={which === 'fit' && found?.ok ? found.value : null}
              inDrawer={inDrawer}
              locked={sealed}
              onChange={write}
            />
          )}
          {which === 'found' && !sealed && found?.ok && found.value.length > 0 && (
            <Button
              onPress={() => {
                store.put(stackField(damper, valve, 'fit'), shimsText(found.value));
                setWhich('fit');
              }}
            >
              Start to fit from this
            </Button>
          )}
          <PickList picks={picks} />
        </div>
        <div>
          {shims.length > 0 && clamp !== null && inner !== null && outer !== null && (
            <>
              <StackFigure
                end={end}
                shims={shims}
                added={which === 'fit' ? picks.filter((p) => p.what === 'in') : []}
                clampMm={clamp}
                postMm={numberOf(figures, `machine.damper.${damper}.post`) ?? clamp / 2}
                zoneMm={{ inner, outer }}
                profiles={drawn?.profilesMm[at] ?? null}
                liftMm={drawn?.edgeLiftMm[at] ?? null}
                description={`The stack in section at ${SHEET_SPEEDS[at]} metres a second${drawn ? `, lifted ${drawn.edgeLiftMm[at]!.toFixed(2)} millimetres at its edge` : ''}.`}
              />
              <label>
                <Small>
                  Shaft speed <b>{SHEET_SPEEDS[at]} m/s</b>
                  {drawn
                    ? `, ${drawn.pressuresMPa[at]!.toFixed(2)} MPa under the shims, ${drawn.maxStressMPa[at]!.toFixed(0)} MPa of stress`
                    : ''}
                </Small>
                <Slider
                  type="range"
                  min={0}
                  max={SHEET_SPEEDS.length - 1}
                  value={at}
                  aria-valuetext={`${SHEET_SPEEDS[at]} metres a second`}
                  onChange={(e) => setAt(Number(e.target.value))}
                />
              </label>
            </>
          )}
          {view && <PressureSplit name={name} valve={valve} view={view} at={at} />}
        </div>
        <div>
          {view ? (
            <>
              <ForceSpeed
                end={end}
                view={view}
                targets={{
                  compression: aim.targets.compression?.ok ? aim.targets.compression.value : null,
                  rebound: aim.targets.rebound?.ok ? aim.targets.rebound.value : null,
                }}
                bandShare={aim.bandShare}
                hotAndCold={hotAndCold}
                measured={runs}
                looked={suggestion ? { side, points: suggestion.curve } : null}
                wheel={atWheel ? aim.sprung : null}
                onTarget={sealed ? null : (s, point, forceN) => store.put(`valves.${end}.target.${s}`, aim.moved(s, point, forceN))}
              />
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
                  {viewed.busy ? 'Solving the plates' : viewed.tookMs !== null ? `von Kármán plates, ${viewed.tookMs.toFixed(0)} ms` : ''}
                </Small>
              </div>
              <Small>
                Thin: as found. Dashed: to fit. Ochre: the aim
                {atWheel || sealed ? '' : ', by its rings to be dragged, or moved by the arrow keys'}. Tinted: the clicker from shut to wide
                open. The gas force of {view.gasForceN.toFixed(0)} N is not in it.
              </Small>
            </>
          ) : (
            <Empty>{viewed.busy ? 'Solving the plates.' : 'The force curve follows once the figures and stacks are in.'}</Empty>
          )}
        </div>
      </Three>
      {view && (
        <Two>
          <div>
            <Aim damper={damper} side={side} aim={aim} view={view} />
            <OilAgainstStack end={end} side={side} view={view} />
          </div>
          <BecauseList
            findings={findings}
            empty="Nothing stands out: the oil does not part, no port chokes, the shims hold their stress."
            title="What this damper does"
            metric
          />
        </Two>
      )}
      {view && (
        <Suggestions
          request={
            aim.damper && target?.ok && fit?.ok
              ? {
                  damper: { ...inMidRange(aim.damper, side), oil: aim.damper.oil },
                  free: valve,
                  target: target.value.points,
                  shims: drawer,
                }
              : null
          }
          waits={target && !target.ok ? issueWords(target.issue) : 'The search waits for an aim and a stack in this valve.'}
          search={search}
          looked={looked}
          onLook={setLooked}
          onTake={(s) => {
            setWhich('fit');
            store.put(stackField(damper, valve, 'fit'), shimsText(s.shims));
            const range = view.baselines[side]?.range;
            if (range) store.put(`valves.${damper}.clicks.${side}`, String(middleOf(range)));
          }}
          locked={sealed}
          mostStressMPa={Math.max(FATIGUE_CAUTION_MPA, ...(view.drawn?.maxStressMPa ?? []))}
          aim={target?.ok ? `aim: ${target.value.words}${view.baselines[side] ? ', with the clicker in mid-range' : ''}` : ''}
        />
      )}
      {view && <Dyno damper={damper} valve={valve} gasForceN={view.gasForceN} />}
      {view?.drops[at] && (
        <Working steps={forceWorking(view.areas, view.drops[at], view.returnMPa[at]!, SHEET_SPEEDS[at]!, isRodLeg(figures, damper))} />
      )}
    </>
  );
}

/** What to take from the drawer and what comes back to it. */
function PickList({ picks }: { picks: ReturnType<typeof pickList> }) {
  if (picks.length === 0) return null;
  return (
    <section aria-label="Pick list" style={{ marginTop: '0.75rem' }}>
      <Heading as="h3">Pick list</Heading>
      <ul>
        {picks.map((p) => (
          <li key={`${p.what}${p.diameterMm}x${p.thicknessMm}`}>
            {p.what === 'in' ? 'take' : 'put back'} <b>{p.count}</b> of {p.diameterMm} × {p.thicknessMm.toFixed(2)}
            {p.what === 'in' && p.there < p.count ? (
              <b>
                {' '}
                ▲ {p.there} in the drawer, {p.count - p.there} short
              </b>
            ) : (
              ''
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
