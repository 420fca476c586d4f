'use client';
import type { End } from '@/catalogue/ends';
import { DataTable } from '../../kit/DataTable';
import { usePlace } from './usePlace';
import { type ComponentProps, useMemo } from 'react';
import type { JobFacts } from '@/judgement/model/facts';
import type { Reasoned } from '@/judgement/reason/reason';
import { jobNumber } from '@/catalogue/jobs';
import { CAUTIONS } from '@/knowledge/cautions';
import { feelOf, planOf, type Step } from '@/judgement/ride/retune';
import type { Trial } from '@/schema/pages';
import { RIDE_FIELDS } from '@/catalogue/fields/bench';
import { useSaid } from '../../kit/preferences';
import { Caution, Empty, LinkButton, Small } from '../../kit/primitives';
import { SearchLine } from '../../figures/SearchLine';
import { useBench } from '../../job/BenchContext';
import { Complaints } from '../../job/Complaints';
import { Columns, Titled } from '../../kit/parts';
import { knownNow } from '@/judgement/ride/nowKnown';
import { useKnown, useReasoned } from '../../job/useReasoned';
import { RideAnswer } from './RideAnswer';
import { decisionWords, OpenRide, rideTitle } from './OpenRide';
import { Order, PlanRide } from './PlanRide';
import { OUTCOME_WORDS, sureWords } from './words';
import { NotRead } from '../../kit/NotRead';
import { mm as mmSaid } from '@/core/units/say';
import { FieldsOf } from '../../fields/parts';

const LONG = new Set(['ride.words', 'ride.next', 'ride.conditions']);
const SHOWN = RIDE_FIELDS.filter((f) => f.key !== 'ride.order' && !f.key.startsWith('ride.told.'));

/** Ride: one change at a time, each a set-up of its own, with the way back always open. */
export function RideStage() {
  const { data } = useBench();
  const { known: cameIn, dampersFailed } = useKnown();
  const { trials, setups, runs, signed } = data;
  const known = useMemo(
    () => (setups ? knownNow(cameIn, setups.now, trials, signed.length > 0, runs) : cameIn),
    [cameIn, setups, trials, signed.length, runs],
  );
  const reasoned = useReasoned(known);
  const plan = useMemo(
    () => (setups ? planOf(known, reasoned, setups, trials) : { proposed: [], others: [] }),
    [known, reasoned, setups, trials],
  );
  const steps = [...plan.proposed, ...plan.others];
  const open = trials.find((t) => t.decision === null);
  const searched = steps.filter((s) => s.ridden.length > 0);
  return (
    <>
      <RideAnswer known={known} open={open} proposed={plan.proposed} trials={trials} isReady={setups !== null && data.movedOn === null} />
      <Columns $wide="1.25fr 1fr">
        <RideColumn
          dampersFailed={dampersFailed}
          open={open}
          steps={steps}
          setups={setups}
          trials={trials}
          known={known}
          reasoned={reasoned}
          plan={plan}
        />
        <div>
          <Searches steps={searched} />
          <Rides trials={trials} />
          <Titled title="Logged rides">
            <LinkButton href={`/jobs/${data.job.id}/log`}>
              {data.runs.length === 0 ? 'Take in a logged ride' : 'Before and after, logged'}
            </LinkButton>
          </Titled>
          {!open && <Caution>{CAUTIONS.afterwards}</Caution>}
          <Order />
        </div>
      </Columns>
    </>
  );
}

interface RideColumnProps {
  dampersFailed: ComponentProps<typeof NotRead>['reading'];
  open: Trial | undefined;
  steps: Step[];
  setups: ComponentProps<typeof PlanRide>['setups'] | null;
  trials: Trial[];
  known: JobFacts;
  reasoned: Reasoned | null;
  plan: { proposed: Step[]; others: Step[] };
}

function RideColumn({ dampersFailed, open, steps, setups, trials, known, reasoned, plan }: RideColumnProps) {
  const { data } = useBench();
  return (
    <div>
      <NotRead reading={dampersFailed} />
      {open ? (
        <OpenRide trial={open} step={steps.find((s) => s.tunable.id === open.document.change?.tunable) ?? null} />
      ) : data.movedOn !== null ? (
        <Empty>
          This machine has come back since as <a href={`/jobs/${data.movedOn}/ride`}>job {jobNumber(data.movedOn)}</a>: what is in it now is
          that job’s, and rides are planned there.
        </Empty>
      ) : setups ? (
        <PlanRide
          key={trials.length}
          known={known}
          reasoned={reasoned}
          setups={setups}
          proposed={plan.proposed}
          others={plan.others}
          trials={trials}
        />
      ) : (
        <Empty>
          Nothing is noted of this machine’s set-up. Write down what came in under Ask, or sign the rebuild; then rides can be planned on
          it.
        </Empty>
      )}
      <Titled title="Told since it went back" aside="ranks the causes anew, and stands when the machine comes back">
        <Complaints list="ride.told" locked={false} />
      </Titled>
      <Titled title="The job as a whole">
        <FieldsOf defs={SHOWN.filter((f) => !LONG.has(f.key))} />
        <FieldsOf defs={SHOWN.filter((f) => LONG.has(f.key))} min="100%" />
      </Titled>
    </div>
  );
}

function Searches({ steps }: { steps: Step[] }) {
  if (steps.length === 0) return null;
  return (
    <Titled title="Where the search stands" aside="▲ better  = same  ▼ worse; shaded: what the evidence carries">
      {steps.map((step) => (
        <SearchOf key={step.tunable.id} step={step} />
      ))}
    </Titled>
  );
}

/** Where the search of one adjuster stands, its places in the units shown. */
function SearchOf({ step: { tunable, range, start, now, ridden, search } }: { step: Step }) {
  const { unit, of } = usePlace(tunable);
  return (
    <div style={{ paddingBottom: '0.6rem' }}>
      <b style={{ color: `var(--${tunable.end})` }}>{tunable.label}</b>
      <SearchLine
        name={tunable.label}
        unit={unit}
        range={[of(range[0]), of(range[1])]}
        resolution={of(tunable.resolution)}
        start={of(start)}
        now={of(now)}
        ridden={ridden.map((r) => ({ ...r, from: of(r.from), value: of(r.value) }))}
        search={
          search && {
            ...search,
            next: search.next === null ? null : of(search.next),
            reach: of(search.reach),
            bounds: [search.bounds[0] === null ? null : of(search.bounds[0]), search.bounds[1] === null ? null : of(search.bounds[1])],
          }
        }
      />
      <Small>{search ? `${OUTCOME_WORDS[search.outcome]} ${sureWords(search)}` : ''}</Small>
    </div>
  );
}

const FEEL = { better: '▲ better', same: '= same', worse: '▼ worse' } as const;

function Rides({ trials }: { trials: readonly Trial[] }) {
  const { data } = useBench();
  const inUnits = useSaid();
  const used = (t: Trial, end: End) => {
    const mm = t.rides[0]?.document.usedMm[end] ?? null;
    return mm === null ? '–' : inUnits(mmSaid(mm));
  };
  return (
    <Titled
      title="Rides so far"
      aside={
        <a className="alone" href={`/machines/${data.machine.id}`}>
          the whole lineage
        </a>
      }
    >
      {trials.length === 0 ? (
        <Small>None yet. Every ride planned here is a set-up of its own: there is always a way back.</Small>
      ) : (
        <DataTable
          label="Rides so far"
          rows={[...trials].reverse()}
          keyOf={(t) => t.id}
          columns={[
            { name: 'Ride', cell: (t) => <Noted words={inUnits(rideTitle(t))} note={t.document.change ? t.document.reason : ''} /> },
            { name: 'Felt', cell: (t) => <span style={{ whiteSpace: 'nowrap' }}>{feltWords(t)}</span> },
            { name: 'Used, rear', figure: true, cell: (t) => used(t, 'rear') },
            { name: 'front', figure: true, cell: (t) => used(t, 'front') },
            { name: 'Decided', cell: (t) => <Noted words={decisionWords(t)} note={t.decision?.note} /> },
          ]}
        />
      )}
    </Titled>
  );
}

const feltWords = (t: Trial): string => {
  const feel = feelOf(t);
  return feel ? FEEL[feel] : 'not ridden';
};

/** What it is, and beneath it in small what was noted with it. */
function Noted({ words, note }: { words: string; note: string | undefined }) {
  return (
    <>
      {words}
      {note && (
        <>
          <br />
          <Small>{note}</Small>
        </>
      )}
    </>
  );
}
