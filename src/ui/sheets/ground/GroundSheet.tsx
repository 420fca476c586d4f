'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { GROUND_IDS, GROUND_NAMES, type GroundId } from '@/catalogue/fields/ask';
import { ENDS } from '@/catalogue/ends';
import { candidatesOf, stacksDiffer } from '@/judgement/ground/moves';
import { AS_IT_CAME_IN, AS_IT_IS_TO_BE, type Fit, type GroundJob } from '@/judgement/ground/fits';
import { isRidden, type NotRidden, type RiddenFit, type RidesProgress } from '@/judgement/ground/rides';
import { ALL_EFFECTS, type Effect, EFFECTS } from '@/judgement/ground/ridden';
import { type GroundChoice, groundsNamed, groundUntold, stretchesOf } from '@/judgement/ground/stretches';
import { loadsOf } from '@/judgement/model/loads';
import { chosenOf } from '@/judgement/model/offers';
import { itemNumbers, textOf } from '@/judgement/model/read';
import type { Entries } from '@/catalogue/entry';
import type { Frames } from '@/core/ride/ride';
import { WARM_C } from '@/core/damper/oils';
import { Fold } from '../../kit/Fold';
import { Columns, Titled } from '../../kit/parts';
import { Pick } from '../../kit/Pick';
import { Empty, Small, Warn } from '../../kit/primitives';
import { useSaid } from '../../kit/preferences';
import { joined, mm, said, type Said } from '@/core/units/say';
import { FOOTPRINT_M } from '@/knowledge/rideUsual';
import { useFieldStore } from '../../fields/context';
import { useBench, useLater } from '../../job/BenchContext';
import { Answers } from '../../job/GroundAnswers';
import { Logged } from './Logged';
import { NotRiddenWords } from './NotRiddenWords';
import { MeasuresTable } from './MeasuresTable';
import { Player } from './Player';
import { ProfileIn } from './ProfileIn';
import { Response } from './Response';
import { Seek } from './Seek';
import { triedIn } from '@/judgement/ground/triedIn';
import { Shims } from './Shims';
import { TravelChart } from './TravelChart';
import { type Ground, useAtWork } from '../../job/useGround';
import { WorkLine } from '../../job/WorkLine';
import type { Asked } from './asked';
import { fitWords } from '../../job/fitWords';

/** Springs and stacks each by itself, so that it is seen which of them does what. */
const APART: readonly Fit[] = [
  { id: 'springs-alone', name: 'Springs as they are to be, stacks as found', which: 'fit', stacks: 'found' },
  { id: 'stacks-alone', name: 'Stacks to fit, springs as found', which: 'found', stacks: 'fit' },
];
const MIX = 'mix';
const FILE = 'file';

/** What each set-up would do over this customer's ground: before against after against other springs, always over the same ground. */
export function GroundSheet() {
  const asked = useAsked();
  const { rides, choice } = asked;
  const work = useAtWork<RidesProgress, (RiddenFit | NotRidden)[]>(rides.ask);
  const { progress, answer, running, begin } = work;
  useEffect(() => begin(), [begin]);
  const ridden = (answer ?? []).filter(isRidden);
  const failed = (answer ?? []).filter((a): a is NotRidden => !isRidden(a));
  const [before, after] = [ridden.find((r) => r.fit.id === 'found'), ridden.find((r) => r.fit.id === 'fit')];
  return (
    <>
      <Choose asked={asked} />
      {asked.isUntried && (
        <Warn>What is asked for rests on something not known yet: it cannot be ridden. What came in is ridden without it.</Warn>
      )}
      <WorkLine
        of={work}
        doing={`Riding ${fitWords(progress?.name ?? '')} ${Math.round(100 * (progress?.share ?? 0))} %`}
        action={answer ? 'Ride it again' : 'Ride it'}
      />
      {failed.map((f) => (
        <NotRiddenWords key={f.fit.id} name={f.fit.name} missing={f.missing} />
      ))}
      {ridden.length > 0 ? (
        <Shown before={before} after={after} ridden={ridden} asked={asked} partial={running ? (progress?.frames ?? null) : null} />
      ) : running && progress ? (
        <TravelChart rides={[]} partial={progress.frames} travelMm={null} />
      ) : (
        failed.length === 0 && !running && <Empty>Nothing is ridden yet.</Empty>
      )}
      {choice.kind === 'profile' && <Small>Over {choice.name}.</Small>}
    </>
  );
}

/** Fits an address may ask for beside the usual two: as many as stand side by side. */
const MAX_TRIED = 2;

/** Beyond these nobody rides: a wheel off the ground most of a stretch, or pitching as on a see-saw. From memory. */
const WILD = { contact: 0.5, pitchDeg: 10 };
const wild = (r: RiddenFit): boolean =>
  r.stretches.some((s) => Math.max(s.front.contactLostShare, s.rear.contactLostShare) > WILD.contact || s.pitchDeg.rms > WILD.pitchDeg);

interface ShownProps {
  before: RiddenFit | undefined;
  after: RiddenFit | undefined;
  ridden: RiddenFit[];
  asked: ReturnType<typeof useAsked>;
  /** A ride on its way over what stands here, as far as it is. */
  partial: Frames | null;
}

function Shown({ before, after, ridden, asked, partial }: ShownProps) {
  const { stretches, ask } = asked;
  const inUnits = useSaid();
  const { sealed } = useBench();
  const store = useFieldStore();
  const [put, setPut] = useState('');
  const onCard = (words: Said) => {
    const line = `${inUnits(words)} (simulated)`.slice(0, 240);
    store.put('rebuild.changed', line);
    setPut(line);
  };
  const [chosen, setChosen] = useState<string | null>(null);
  // Where nothing else is chosen yet, the spring ranked first is looked at.
  const isAlike = before !== undefined && after !== undefined && JSON.stringify(before.whole) === JSON.stringify(after.whole);
  const newest = ridden.find((r) => r.fit.id === (chosen ?? 'tried')) ?? (isAlike ? ridden.at(-1)! : (after ?? ridden.at(-1)!));
  const isSame = before !== undefined && JSON.stringify(before.whole) === JSON.stringify(newest.whole);
  return (
    <>
      {wild(newest) && (
        <Warn>
          No rider would hold on at this speed over this ground: take the figures for the order they stand in, not for their size.
        </Warn>
      )}
      <Columns $wide="1.7fr 1fr">
        <div>
          <Player rides={ridden} ride={newest} stretches={stretches} onChoose={setChosen} />
          <TravelChart rides={ridden} partial={partial} travelMm={newest.travelMm} />
        </div>
        <div>
          {isSame && <Empty>As it came in: nothing to compare with. Choose another ride above, or other springs to ride beside it.</Empty>}
          {before && !isSame && (
            <Answers
              entries={ask.job.facts.entries}
              before={before}
              after={newest}
              stretches={stretches}
              onCard={sealed ? undefined : onCard}
            />
          )}
          {put && <p role="status">Under Rebuild, for the card: “{put}”</p>}
        </div>
      </Columns>
      <MeasuresTable rides={ridden} stretches={stretches} />
      <p>
        <Small>
          ○ Simulated, over ground put together from memory; figures compare set-ups, they promise nothing. A tyre feels the mean of the
          road over {inUnits(said`${mm(1000 * FOOTPRINT_M, 0)}`)}. Assumed: {inUnits(joined(newest.assumed, '; '))}.
        </Small>
      </p>
      <Shims of={newest} />
      <Response asked={ask} />
      <Seek asked={ask} />
      <Logged asked={ask} fit={AS_IT_CAME_IN} />
    </>
  );
}

/** Everything asked of the worker, and how it is chosen. */
function useAsked() {
  const { data } = useBench();
  const facts = useLater();
  const cases = useMemo(
    () =>
      loadsOf(facts)
        .cases.filter((c) => c.result.ok)
        .map((c) => c.name),
    [facts],
  );
  const [loadCase, setLoadCase] = useState(() => toldLoaded(facts.entries, cases));
  const [ground, setGround] = useState<string>(MIX);
  const [profile, setProfile] = useState<Extract<GroundChoice, { kind: 'profile' }> | null>(null);
  const [effects, setEffects] = useState<readonly Effect[]>(ALL_EFFECTS);
  const job = useMemo((): GroundJob => ({ facts, springs: data.springs }), [facts, data.springs]);
  const candidates = useMemo(() => {
    const springs = ENDS.flatMap((end) => candidatesOf(job, end).map((c): Fit => ({ ...AS_IT_IS_TO_BE, ...c.fit })));
    return stacksDiffer(job) ? [...APART, ...springs] : springs;
  }, [job]);
  // Where nothing is chosen yet, the spring ranked first is ridden beside what came in.
  const [beside, setBeside] = useState(() =>
    ENDS.flatMap((end) =>
      chosenOf(facts.entries, end) === null
        ? candidatesOf(job, end)
            .slice(0, 1)
            .map((c) => c.fit.id)
        : [],
    ),
  );
  const choice = useMemo((): GroundChoice => {
    if (ground === FILE && profile) return profile;
    return ground === MIX || ground === FILE ? { kind: 'mix' } : { kind: 'one', ground: ground as GroundId };
  }, [ground, profile]);
  const stretches = useMemo(() => stretchesOf(facts.entries, choice), [facts, choice]);
  const withLoad = loadCase ?? cases[0] ?? 'solo';
  const ask = useMemo(
    (): Asked => ({
      job,
      riding: { loadCase: withLoad, oils: data.oils, celsius: { front: WARM_C, rear: WARM_C }, effects },
      stretches,
    }),
    [job, withLoad, data.oils, effects, stretches],
  );
  const address = useSearchParams();
  const tried = useMemo(() => triedIn(job, address.getAll('tried').slice(0, MAX_TRIED)), [address, job]);
  const fits = useMemo(() => {
    const others = candidates.filter((c) => beside.includes(c.id));
    return [AS_IT_CAME_IN, ...tried.filter((f) => f !== null), AS_IT_IS_TO_BE, ...others];
  }, [candidates, beside, tried]);
  const rides = useMemo(
    () => ({
      ask: (worker: Ground, tell: (progress: RidesProgress) => void) => worker.rides({ ...ask, fits }, tell),
    }),
    [ask, fits],
  );
  const toggle = useCallback(
    (id: string) => setBeside((now) => (now.includes(id) ? now.filter((x) => x !== id) : [...now, id].slice(-3))),
    [],
  );
  return {
    isUntried: tried.includes(null),
    rides,
    ask,
    stretches,
    choice,
    cases,
    withLoad,
    setLoadCase,
    ground,
    setGround,
    setProfile,
    candidates,
    beside,
    toggle,
    effects,
    setEffects,
  };
}

/** Told to happen when loaded: then the heaviest load is ridden first. */
const toldLoaded = (entries: Entries, cases: readonly string[]): string | null =>
  itemNumbers(entries, 'complaint').some(
    (n) => textOf(entries, `complaint.${n}.place`) === 'loaded' || textOf(entries, `complaint.${n}.phrase`) === 'skips',
  )
    ? (cases.at(-1) ?? null)
    : null;

const CASE_WORDS = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);

function Choose({ asked }: { asked: ReturnType<typeof useAsked> }) {
  const facts = useLater();
  const { cases, withLoad, setLoadCase, ground, setGround, setProfile, candidates, beside, toggle, effects, setEffects } = asked;
  const named = groundsNamed(facts.entries);
  const grounds = [
    {
      value: MIX,
      label:
        named.length > 0
          ? `The customer’s mix: ${named.map((g) => GROUND_NAMES[g].toLowerCase()).join(', ')}`
          : `○ Nothing told: ${GROUND_NAMES[groundUntold(facts.entries)].toLowerCase()}`,
    },
    ...GROUND_IDS.map((g) => ({ value: g, label: GROUND_NAMES[g] })),
    { value: FILE, label: 'A profile from a file' },
  ];
  return (
    <Titled title="Over the ground" aside="simulated: the same ground, the same seed, for every set-up">
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(12rem, 1fr))', gap: '0.25rem 1.5rem' }}>
        <Pick
          label="Load"
          value={withLoad}
          options={cases.map((c) => ({ value: c, label: CASE_WORDS(c) }))}
          onPick={setLoadCase}
          placeholder="Loads are not known yet"
        />
        <Pick label="Ground" value={ground} options={grounds} onPick={setGround} />
        <Pick
          label="Ride beside it"
          value={null}
          placeholder={beside.length === 0 ? 'Another spring, or stacks alone' : `${beside.length} more; pick one again to leave it out`}
          options={candidates.map((c) => ({ value: c.id, label: `${beside.includes(c.id) ? '✓ ' : ''}${c.name}` }))}
          onPick={toggle}
        />
      </div>
      {ground === FILE && <ProfileIn onTake={setProfile} />}
      <Fold title="What is reckoned with" aside={`${effects.length} of ${ALL_EFFECTS.length} effects`}>
        <EffectSwitches on={effects} onChange={setEffects} />
      </Fold>
    </Titled>
  );
}

function EffectSwitches({ on, onChange }: { on: readonly Effect[]; onChange(to: readonly Effect[]): void }) {
  return (
    <div role="group" aria-label="Effects" style={{ display: 'flex', flexWrap: 'wrap', gap: '0 1.5rem' }}>
      {ALL_EFFECTS.map((e) => (
        <label key={e} style={{ minHeight: 44, display: 'inline-flex', gap: '0.5rem', alignItems: 'center' }}>
          <input
            type="checkbox"
            checked={on.includes(e)}
            onChange={(event) => onChange(event.target.checked ? [...on, e] : on.filter((x) => x !== e))}
          />
          <span>
            {EFFECTS[e].name} <Small>{EFFECTS[e].source}</Small>
          </span>
        </label>
      ))}
    </div>
  );
}
