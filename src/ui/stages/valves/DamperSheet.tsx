'use client';
import dynamic from 'next/dynamic';
import { part } from '../../kit/renewed';
import { Forces } from './Forces';
import type { DrawnStack, DamperView } from '@/core/damper/view';
import { PickList } from './PickList';
import { bar, mPa, mPerS, said } from '@/core/units/say';
import { Sentence } from '../../kit/Sentence';
import { useSaid } from '../../kit/preferences';
import { type ReactNode } from 'react';
import { useDamperSheet, type Sheet } from './useDamperSheet';
import { Working } from '../../job/Working';
import { BecauseList } from '../../kit/BecauseList';
import { type ValveName, forceWorking } from '@/core/damper/damper';
import styled from 'styled-components';
import { FATIGUE_CAUTION_MPA } from '@/core/plate/stack';
import { middleOf, inMidRange } from '@/core/damper/clicks';
import { isRodLeg } from '@/judgement/model/dampers';
import type { Because } from '@/judgement/findings/finding';
import { numberOf } from '@/judgement/model/read';
import { SHEET_SPEEDS } from '@/judgement/aims/valves';
import { type DamperKey, VALVE_KINDS } from '@/catalogue/fields/damper';
import { issueWords } from '@/schema/words';
import { StackFigure } from '../../figures/StackFigure';
import { shimsBeyond } from '@/core/damper/shims';
import { shimsText } from '@/catalogue/tables';
import { triedHref } from '@/judgement/ground/triedIn';
import { useBench } from '../../job/BenchContext';
import { useFieldStore } from '../../fields/context';
import { Button, Empty, Heading, QuietButton, Small, Warn } from '../../kit/primitives';
import { Fold } from '../../kit/Fold';
import { Sheets } from '../../kit/Sheets';
import { Aim } from './Aim';
import { PressureSplit } from './PressureSplit';
import { StackTable } from './StackTable';
import { type Viewed } from './useValves';

// Their code comes with the sheet that is opened.
const Beyond = dynamic(() => part(() => import('./Beyond')).then((m) => m.Beyond), { ssr: false });
const Dyno = dynamic(() => part(() => import('./Dyno')).then((m) => m.Dyno), { ssr: false });
const OilAgainstStack = dynamic(() => part(() => import('./OilAgainstStack')).then((m) => m.OilAgainstStack), { ssr: false });
const Suggestions = dynamic(() => part(() => import('./Suggestions')).then((m) => m.Suggestions), { ssr: false });

const Three = styled.div`
  display: grid;
  grid-template-columns: minmax(20rem, 1fr) minmax(16rem, 0.95fr) minmax(23rem, 1.55fr);
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

const Slider = styled.input`
  width: 100%;
  min-height: 44px;
`;

interface Props {
  damper: DamperKey;
  valve: ValveName;
  viewed: Viewed;
  /** The damper has this valve. */
  present: boolean;
  findings: Because[];
  /** What is kept of this damper, and why: a sheet of its own. */
  kept: ReactNode;
}

/** One damper: the stack of the valve looked at, its section bending with speed, the whole damper’s force and what is found in it, in one view; aim, search, oil, dyno and figures as sheets beneath. */
export function DamperSheet({ damper, valve, viewed, present, findings, kept }: Props) {
  const sheet = useDamperSheet({ damper, valve, viewed });
  const { at, end, side, figures } = sheet;
  const { view, aim } = viewed;
  return (
    <>
      <Decision sheet={sheet} present={present} view={view} findings={findings} viewed={viewed} />
      {view ? (
        <Sheets
          label="Sheets of this damper"
          sheets={[
            { id: 'aim', title: 'Aim', content: <Aim damper={damper} side={side} aim={aim} view={view} /> },
            {
              id: 'findings',
              title: 'Findings',
              holds: String(findings.length),
              content: (
                <>
                  <PressureSplit name={sheet.name} valve={valve} view={view} at={at} />
                  <BecauseList findings={findings} empty={NOTHING_FOUND} title="What this damper does" />
                </>
              ),
            },
            { id: 'search', title: 'Search', content: <Search sheet={sheet} view={view} /> },
            { id: 'oil', title: 'Oil or shims', content: <OilAgainstStack end={end} side={side} view={view} /> },
            {
              id: 'dyno',
              title: 'Dyno',
              ...(sheet.runs.length > 0 ? { holds: `${sheet.runs.length} run${sheet.runs.length === 1 ? '' : 's'}` } : {}),
              content: <Dyno damper={damper} valve={valve} gasForceN={view.gasForceN} />,
            },
            { id: 'beyond', title: 'Beyond the curve', content: <Beyond damper={damper} side={side} /> },
            { id: 'figures', title: 'Figures and reason', content: kept },
          ]}
        />
      ) : (
        // What is missing is asked for above: all of it stands folded until then.
        <Fold title="Figures and reason">{kept}</Fold>
      )}
      {view?.drops[at] && (
        <Working steps={forceWorking(view.areas, view.drops[at], view.returnMPa[at]!, SHEET_SPEEDS[at]!, isRodLeg(figures, damper))} />
      )}
    </>
  );
}

interface DecisionProps {
  sheet: Sheet;
  present: boolean;
  view: DamperView | null;
  findings: Because[];
  viewed: Viewed;
}

function Decision({ sheet, present, view, findings, viewed }: DecisionProps) {
  return (
    <Three>
      <StackColumn sheet={sheet} present={present} />
      <div>
        <Section sheet={sheet} />
        {view && <Leads findings={findings} />}
      </div>
      <div>
        {view ? (
          <Forces sheet={sheet} view={view} />
        ) : (
          <Empty>{viewed.busy ? 'Solving the plates.' : 'The force curve follows once the figures and stacks are in.'}</Empty>
        )}
      </div>
    </Three>
  );
}

const NOTHING_FOUND = 'Nothing stands out: the oil does not part, no port chokes, the shims hold their stress.';

/** What is found in this damper, a line each; the whole of it stands in its sheet. */
function Leads({ findings }: { findings: readonly Because[] }) {
  const inUnits = useSaid();
  return (
    <ul aria-label="Found in this damper" style={{ paddingTop: '0.25rem' }}>
      {findings.map((f, i) => (
        <li key={i}>
          <Small>
            {f.mark === 'warn' ? '▲' : '○'} <b>{inUnits(f.lead)}</b>
            {inUnits(f.lead).endsWith(':') ? ` ${inUnits(f.rest)}` : ''}
          </Small>
        </li>
      ))}
      {findings.length === 0 && (
        <li>
          <Small>{NOTHING_FOUND}</Small>
        </li>
      )}
    </ul>
  );
}

/** The list of shims, as found or to fit, and what to pick for it. */
function StackColumn({ sheet, present }: { sheet: Sheet; present: boolean }) {
  const { which, setWhich, kind, name, shown, shims, found, inDrawer, sealed, write, refused, picks } = sheet;
  const isFit = which === 'fit';
  return (
    <div>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Heading as="h3">{isFit ? 'To fit' : 'As found'}, from the piston out</Heading>
        <QuietButton onPress={() => setWhich(isFit ? 'found' : 'fit')}>{isFit ? 'as found' : 'to fit'}</QuietButton>
      </div>
      {!present && <Empty>This damper has no such valve yet. Type its shims or its figures, and it counts.</Empty>}
      {kind !== 'stack' && (
        <Empty>{VALVE_KINDS[kind]}: there are no shims here. Areas and lengths stand among the figures of this damper, below.</Empty>
      )}
      {shown && !shown.ok && (
        <Warn>
          <Sentence of={issueWords(shown.issue)} />
        </Warn>
      )}
      {(kind === 'stack' || shims.length > 0) && (
        <StackTable
          label={`${name}, ${isFit ? 'to fit' : 'as found'}`}
          shims={shims}
          found={isFit && found?.ok ? found.value : null}
          inDrawer={inDrawer}
          locked={sealed}
          onChange={(next) => write(which, next)}
        />
      )}
      {refused && (
        <p role="alert">
          ▲ <Sentence of={issueWords(refused)} /> It was not written.
        </p>
      )}
      {!isFit && !sealed && found?.ok && found.value.length > 0 && (
        <Button
          onPress={() => {
            write('fit', found.value);
            setWhich('fit');
          }}
        >
          Start to fit from this
        </Button>
      )}
      <PickList picks={picks} />
    </div>
  );
}

/** The stack in section at a shaft speed; nothing until clamp and port zone are known. */
function Section({ sheet }: { sheet: Sheet }) {
  const { damper, end, shims, which, picks, figures, drawn, at, setAt, clampMm, innerMm, outerMm } = sheet;
  if (shims.length === 0 || clampMm === null || innerMm === null || outerMm === null) return null;
  const speed = SHEET_SPEEDS[at];
  return (
    <>
      <StackFigure
        end={end}
        shims={shims}
        added={which === 'fit' ? picks.filter((p) => p.what === 'in') : []}
        clampMm={clampMm}
        postMm={numberOf(figures, `machine.damper.${damper}.post`) ?? clampMm / 2}
        zoneMm={{ inner: innerMm, outer: outerMm }}
        profiles={drawn?.profilesMm[at] ?? null}
        liftMm={drawn?.edgeLiftMm[at] ?? null}
        description={`The stack in section at ${speed} metres a second${drawn ? `, lifted ${drawn.edgeLiftMm[at]!.toFixed(2)} millimetres at its edge` : ''}.`}
      />
      <SpeedSlider speed={speed} drawn={drawn} at={at} setAt={setAt} />
    </>
  );
}

interface SpeedSliderProps {
  speed: 0 | 0.05 | 0.1 | 0.2 | 0.3 | 0.4 | 0.55 | 0.7 | 0.9 | 1.1 | 1.35 | 1.6 | 1.9 | 2.2 | 2.6 | 3 | undefined;
  drawn: DrawnStack | null;
  at: number;
  setAt: (next: number) => void;
}

function SpeedSlider({ speed, drawn, at, setAt }: SpeedSliderProps) {
  return (
    <label>
      <Small>
        Shaft speed{' '}
        <b>
          <Sentence of={mPerS(speed!)} />
        </b>
        {drawn && <Sentence of={said`, ${bar(drawn.pressuresMPa[at]!)} under the shims, ${mPa(drawn.maxStressMPa[at]!)} of stress`} />}
      </Small>
      <Slider
        type="range"
        min={0}
        max={SHEET_SPEEDS.length - 1}
        value={at}
        aria-valuetext={`${speed} metres a second`}
        onChange={(e) => setAt(Number(e.target.value))}
      />
    </label>
  );
}

/** The search of the drawer for a stack that meets the aim. */
function Search({ sheet, view }: { sheet: Sheet; view: DamperView }) {
  const { damper, valve, side, viewed, found, fit, drawer, search, looked, setLooked, setWhich, write, sealed } = sheet;
  const store = useFieldStore();
  const { aim } = viewed;
  const target = aim.targets[side];
  const { data } = useBench();
  const baseline = view.baselines[side];
  const out = baseline?.range ? middleOf(baseline.range) : null;
  // What comes out of the valve is there to go back in.
  const atHand = [...drawer, ...(found?.ok && fit?.ok ? shimsBeyond(found.value, fit.value) : [])];
  return (
    <Suggestions
      request={
        aim.damper && target?.ok && fit?.ok
          ? { damper: { ...inMidRange(aim.damper, side), oil: aim.damper.oil }, free: valve, target: target.value.points, shims: atHand }
          : null
      }
      waits={target && !target.ok ? issueWords(target.issue) : 'The search waits for an aim and a stack in this valve.'}
      search={search}
      looked={looked}
      onLook={setLooked}
      onTake={(s) => {
        setWhich('fit');
        write('fit', s.shims);
        if (out !== null) store.put(`valves.${damper}.clicks.${side}`, String(out));
      }}
      rideHref={(suggestions) =>
        triedHref(
          data.job.id,
          suggestions.map((s) => ({ stack: { damper, valve, shims: shimsText(s.shims), out } })),
        )
      }
      locked={sealed}
      mostStressMPa={Math.max(FATIGUE_CAUTION_MPA, ...(view.drawn?.maxStressMPa ?? []))}
      aim={target?.ok ? `aim: ${target.value.words}${baseline ? ', with the clicker in mid-range' : ''}` : ''}
    />
  );
}
