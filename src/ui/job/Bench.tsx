'use client';
import { undoneAnswer } from '@/schema/answers';
import { jobNumber } from '@/catalogue/jobs';
import dynamic from 'next/dynamic';
import { part } from '../kit/renewed';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { STAGES, type Stage } from '@/catalogue/fields';
import { withUnit } from '@/catalogue/entry';
import { stageLines } from '@/judgement/job/stages';
import { FieldsProvider, useSaving } from '../fields/context';
import { Leftovers } from '../fields/Leftovers';
import { focusEntry, showUnsettled } from '../fields/next';
import { FieldStore } from '../fields/store';
import { useMachineStore } from '../fields/useMachineStore';
import { useKeptPages } from '../kit/Offline';
import { usePreferences, useSaid } from '../kit/preferences';
import { PromisedDay } from '../layout/PromisedDay';
import { Shell } from '../layout/Shell';
import { QuietButton } from '../kit/primitives';
import { dayWords, timeWords } from '@/catalogue/days';
import { JobMenu } from './JobMenu';
import { StageAnswer } from './StageAnswer';
import { BenchProvider, type BenchTools, factsOfStores, LaterProvider, useFact } from './BenchContext';
import type { BenchData } from '@/schema/pages';
import { Rail } from './Rail';
import { useOthers } from './useOthers';
import { post } from '../kit/send';
import { atBench, forgetUnlessAmong } from '../kit/atBench';
import { onDisk, sendTo } from '../fields/sendTo';

/** The training set comes with a practice job alone. */
const PracticeNote = dynamic(() => part(() => import('./PracticeNote')).then((m) => m.PracticeNote));

/** The eight stages, and the sheets that stand beside them. */
export type SheetName = Stage | 'quote' | 'log' | 'ground';
const isStage = (sheet: SheetName): sheet is Stage => STAGES.some((s) => s === sheet);

/** Which stages have readings to go through, a working to show, and a set-up of before to lay under this one: the foot names no key that does nothing. */
const WALKS: readonly SheetName[] = ['measure', 'set'];
const SHOWS_WORKING: readonly SheetName[] = ['measure', 'reason', 'springs', 'valves', 'set'];
const SHOWS_BEFORE: readonly SheetName[] = ['measure', 'springs', 'set'];

/** The Bench: one job, its stages on the tape, its fields recorded as they are left. The stage itself is handed in by the page, so that a page brings the code of that stage alone. */
export function Bench({ data, stage, children }: { data: BenchData; stage: SheetName; children: ReactNode }) {
  const { system } = usePreferences();
  const [store] = useState(
    () =>
      new FieldStore({
        system,
        entries: data.entries,
        lastKnown: data.lastKnown,
        currency: data.money.currency,
        storageKey: `mavrin.job.${data.job.id}`,
        send: sendTo(`/api/jobs/${data.job.id}/entries`),
        onDisk,
      }),
  );
  const machineStore = useMachineStore(data.machine.id, data.figures, data.origins);
  useKeptPages(STAGES.map((s) => `/jobs/${data.job.id}/${s}`));
  useEffect(() => forgetUnlessAmong(data.technicians), [data.technicians]);
  useEffect(() => store.resume(), [store]);
  useEffect(() => store.setSystem(system), [store, system]);
  useEffect(() => void focusEntry(decodeURIComponent(window.location.hash.slice(1))), [stage]);
  useEffect(() => {
    const leave = () => {
      store.commitAll();
      machineStore.commitAll();
    };
    window.addEventListener('pagehide', leave);
    return () => window.removeEventListener('pagehide', leave);
  }, [store, machineStore]);
  return (
    <FieldsProvider value={store}>
      <BenchFrame data={data} stage={stage} store={store} machineStore={machineStore}>
        {children}
      </BenchFrame>
    </FieldsProvider>
  );
}

function BenchFrame({
  data,
  stage,
  store,
  machineStore,
  children,
}: {
  data: BenchData;
  stage: SheetName;
  store: FieldStore;
  machineStore: FieldStore;
  children: ReactNode;
}) {
  const router = useRouter();
  const inUnits = useSaid();
  const [ghost, setGhost] = useState(true);
  const [working, setWorking] = useState(false);
  const warned = useRef(false);
  const [notice, setNotice] = useState('');
  const sealed = data.signed.length > 0;
  const go = async (to: SheetName) => {
    const readable = [store, machineStore].map((s) => s.commitAll()).every(Boolean);
    if (!readable && !warned.current) {
      warned.current = true;
      setNotice(`${showUnsettled([store, machineStore]) ?? ''} Mend it, or go on once more to leave it.`);
      return;
    }
    await Promise.all([store.flush(), machineStore.flush()]);
    router.push(`/jobs/${data.job.id}/${to}`);
  };
  // One after the other: a second press takes back the entry before, and is not the first press sent twice.
  const undoing = useRef(Promise.resolve());
  const undo = () => (undoing.current = undoing.current.then(undoLast, undoLast));
  const undoLast = async () => {
    store.commitAll();
    await store.flush();
    const answer = await post(`/api/jobs/${data.job.id}/undo`, { technicianId: atBench()?.id ?? null }, undoneAnswer);
    if (!answer.ok) return setNotice(inUnits(answer.words));
    const { also, ...last } = answer.value;
    for (const entry of [last, ...also]) store.accept(entry);
    setNotice(also.length > 0 ? `Going back is taken back: ${also.length + 1} entries.` : 'The last entry is taken back.');
  };
  const factsNow = useMemo(
    () => factsOfStores(store, machineStore, { schools: data.schools, fitted: data.fitted, before: data.lastKnown }),
    [store, machineStore, data.schools, data.fitted, data.lastKnown],
  );
  const tools = useMemo<BenchTools>(
    () => ({ data, sealed, machineStore, factsNow, ghost, working, reload: () => router.refresh() }),
    [data, sealed, machineStore, factsNow, ghost, working, router],
  );
  const others = useOthers(data, store, machineStore, tools.reload);
  return (
    <BenchProvider value={tools}>
      <LaterProvider>
        <Shell
          title={`Job ${jobNumber(data.job.id)}`}
          about={<About data={data} />}
          menu={<JobMenu jobId={data.job.id} onGo={(to) => void go(to)} />}
          rail={<LiveRail data={data} stage={stage} onGo={(to) => void go(to)} />}
          keys={{
            ...Object.fromEntries(STAGES.map((s, i) => [`Alt+${i + 1}`, () => void go(s)])),
            b: () => setGhost(!ghost),
            w: () => setWorking(!working),
            'Ctrl+z': () => void undo(),
          }}
          foot={
            <FootKeys
              stage={stage}
              notice={notice}
              working={working}
              onWorking={() => setWorking(!working)}
              ghost={ghost}
              onGhost={() => setGhost(!ghost)}
              onUndo={() => void undo()}
            />
          }
          footRight={<Foot others={others} />}
        >
          {data.practice && <PracticeNote caseId={data.practice} jobId={data.job.id} />}
          <Leftovers stores={[store, machineStore]} />
          {isStage(stage) && <StageAnswer stage={stage} onGo={(to) => void go(to)} />}
          {children}
        </Shell>
      </LaterProvider>
    </BenchProvider>
  );
}

/** Where the eye looks for what happened: whether it is kept, and what others do. */
function Foot({ others: { here, did } }: { others: { here: string; did: string } }) {
  return (
    <>
      {here && <>Also here: {here}. </>}
      <span role="status">{did && `${did}. `}</span>
      <Saved />
    </>
  );
}

interface FootProps {
  stage: SheetName;
  notice: string;
  working: boolean;
  onWorking(): void;
  ghost: boolean;
  onGhost(): void;
  onUndo(): void;
}

/** The keys and sheets at the foot of the bench: only those that do something on this stage. */
function FootKeys(props: FootProps) {
  const { stage, notice, working, ghost } = props;
  return (
    <>
      {WALKS.includes(stage) && (
        <span className="hint">
          <kbd>Enter</kbd> next reading
        </span>
      )}
      <span className="hint">
        <kbd>U</kbd> other units
      </span>
      {SHOWS_WORKING.includes(stage) && (
        <QuietButton onPress={props.onWorking} aria-pressed={working}>
          <kbd>W</kbd> {working ? 'hide' : 'show'} working
        </QuietButton>
      )}
      {SHOWS_BEFORE.includes(stage) && (
        <QuietButton onPress={props.onGhost} aria-pressed={ghost}>
          <kbd>B</kbd> ghost of before
        </QuietButton>
      )}
      <QuietButton onPress={props.onUndo}>Undo the last entry</QuietButton>
      <span role="status">{notice}</span>
    </>
  );
}

// What follows every keystroke stands in components of its own, so that a key renders them and not the whole page.

function About({ data }: { data: BenchData }) {
  const rider = useFact(
    useCallback(({ entries }) => {
      const mass = entries['rider.mass'];
      return mass?.text ? withUnit(mass) : '';
    }, []),
  );
  const said = [
    data.machine.name,
    data.job.handedBackAt ? `handed back ${dayWords(data.job.handedBackAt)}` : '',
    data.customer.name,
    rider,
  ];
  return (
    <>
      {said.filter(Boolean).join(' · ')}
      {!data.job.handedBackAt && !data.practice && (
        <>
          {' · '}
          {/* A finger's width to press, and no taller a head for it. */}
          <span style={{ display: 'inline-block', marginBlock: '-0.75rem' }}>
            <PromisedDay
              job={{ id: data.job.id, machine: data.machine.name, customer: data.customer.name, promisedOn: data.job.promisedOn }}
              label={dayWords(data.job.promisedOn).replace(/ \d{4}$/, '')}
            />
          </span>
        </>
      )}
    </>
  );
}

function LiveRail({ data, stage, onGo }: { data: BenchData; stage: SheetName; onGo(stage: Stage): void }) {
  const lines = useFact(
    useCallback(
      ({ entries, machine }) =>
        stageLines({
          entries,
          machine,
          signed: data.signed.length > 0,
          handedBack: data.job.handedBackAt !== null,
          rideOpen: data.job.rideOpen,
        }),
      [data],
    ),
  );
  return <Rail jobId={data.job.id} lines={lines} current={stage} onGo={onGo} />;
}

function Saved() {
  const { saving, savedAt, isOnDisk } = useSaving();
  const words = {
    waiting: '▲ Waiting for the shop’s computer: kept here, sent later',
    saving: 'Saving',
    saved: savedAt ? `Saved ${timeWords(savedAt)}${isOnDisk ? ', on the disk' : ''}` : 'All entries kept as typed',
  };
  return (
    <span role="status" data-saving={saving}>
      {words[saving]}
    </span>
  );
}
