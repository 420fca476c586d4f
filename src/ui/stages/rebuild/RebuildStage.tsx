'use client';
import { Repeat } from '../../fields/parts';
import Link from 'next/link';
import { TORQUE_ITEM } from '@/catalogue/fields/bench';
import { CAUTIONS } from '@/knowledge/cautions';
import { EntryField } from '../../fields/EntryField';
import { Caution, LinkButton, Small } from '../../kit/primitives';
import { Proposed } from '../../job/Proposed';
import { useBench, useLater } from '../../job/BenchContext';
import { builtStacks } from '@/judgement/findings/built';
import { itemNumbers, nextItem } from '@/judgement/model/read';
import { torquesOf } from '@/judgement/model/set';
import { shortOf } from '@/schema/stock';
import { Sheets } from '../../kit/Sheets';
import type { ModelTorque } from '@/schema/answers';
import { useFieldStore, useLive } from '../../fields/context';
import { ModelTorques } from '../../job/ModelTorques';
import { TakeOver } from './TakeOver';
import { Fold } from '../../kit/Fold';
import { BuiltStacks } from './BuiltStacks';
import { FittedTable } from './FittedTable';
import { Columns, Titled } from '../../kit/parts';
import { CameOut, Needs, Parts } from './Needs';
import { SignPanel } from './SignPanel';
import { Procedures, useStepInAddress } from './Procedures';
import { StepSheet } from './StepSheet';
import { SignedRecord } from './SignedRecord';

/** Rebuild: the steps at the bench, then what was fitted beside what was wanted, and the signature; stacks, parts and torques wait in their sheets. */
export function RebuildStage() {
  const { data, sealed } = useBench();
  const { at, go } = useStepInAddress();
  const taken = at && !sealed ? data.procedures.find((t) => t.n === at.n) : undefined;
  if (at && taken && at.step <= taken.procedure.steps.length)
    return <StepSheet key={`${at.n}.${at.step}`} taken={taken} step={at.step} onGo={(step) => go(at.n, step)} />;
  return (
    <>
      {sealed && <Signed />}
      <Proposed stage="rebuild" />
      <Beforehand />
      <Procedures onGo={go} />
      <RebuildSheets />
      {!sealed && <SignPanel />}
      <Small>{CAUTIONS.licence}</Small>
    </>
  );
}

function RebuildSheets() {
  const { data } = useBench();
  const facts = useLater();
  const stacks = builtStacks(facts);
  const short = data.needs.needs.filter((n) => shortOf(n) > 0).length;
  const counted = (n: number, one: string, many: string) => (n === 0 ? 'none' : `${n} ${n === 1 ? one : many}`);
  return (
    <Sheets
      label="What the rebuild records"
      sheets={[
        { id: 'fitted', title: 'Fitted and set', content: <FittedSheet /> },
        { id: 'shims', title: 'Shims in', holds: counted(stacks.length, 'stack', 'stacks'), content: <BuiltStacks /> },
        {
          id: 'parts',
          title: 'Parts',
          holds: `${counted(itemNumbers(facts.entries, 'part').length, 'used', 'used')}${short > 0 ? `, ${short} short` : ''}`,
          content: <PartsSheet />,
        },
        {
          id: 'torques',
          title: 'Torques',
          holds: counted(torquesOf(facts.entries, data.procedures).length, 'torque', 'torques'),
          content: <TorqueSheet />,
        },
        { id: 'notes', title: 'Condition and notes', content: <NotesSheet /> },
      ]}
    />
  );
}

function Signed() {
  const { data } = useBench();
  return (
    <Titled title="Signed rebuild">
      <SignedRecord />
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'center' }}>
        {data.setupId !== null && <LinkButton href={`/setups/${data.setupId}/card`}>Set-up card</LinkButton>}
        <Link href={`/machines/${data.machine.id}`}>Machine file</Link>
      </div>
    </Titled>
  );
}

function PartsSheet() {
  return (
    <>
      <Needs />
      <CameOut />
      <Parts />
    </>
  );
}

function FittedSheet() {
  const { sealed } = useBench();
  return (
    <>
      <FittedTable />
      {!sealed && <TakeOver />}
    </>
  );
}

/** Torques of this job, and beside them what the shop recorded on the model: its name and origin may be noted here, its figure is read off the wrench anew. */
function TorqueSheet() {
  const { data, sealed } = useBench();
  const live = useLive();
  const store = useFieldStore();
  const note = ({ place, origins }: ModelTorque) => {
    const n = nextItem(live, 'torque');
    store.put(`torque.${n}.place`, place);
    if (origins[0]) store.put(`torque.${n}.origin`, origins[0]);
  };
  return (
    <Columns $wide="1.2fr 1fr">
      <div>
        <Caution>{CAUTIONS.torque}</Caution>
        <Repeat list="torque" defs={TORQUE_ITEM} add="Add a torque" empty="No torque noted." locked={sealed} />
      </div>
      <ModelTorques machineId={data.machine.id} {...(sealed ? {} : { onNote: note })} />
    </Columns>
  );
}

function NotesSheet() {
  const { sealed } = useBench();
  return (
    <Columns>
      <div>
        <EntryField field="rebuild.condition" locked={sealed} />
        <Caution>{CAUTIONS.oil}</Caution>
      </div>
      <EntryField field="rebuild.changed" locked={sealed} />
      <EntryField field="rebuild.notes" locked={sealed} />
    </Columns>
  );
}

/** What can hurt somebody before the first bolt is turned: folded, since each stands again at its step. */
function Beforehand() {
  return (
    <Fold title="Before dismantling: springs under load, caps, gas and brakes" open={false} level={2}>
      <Columns>
        <div>
          <Caution>{`Shock: ${CAUTIONS.springs}`}</Caution>
          <Caution>{CAUTIONS.gas}</Caution>
          <Caution>{CAUTIONS.hot}</Caution>
        </div>
        <div>
          <Caution>{`Fork: ${CAUTIONS.caps}`}</Caution>
          <Caution>{CAUTIONS.cartridge}</Caution>
          <Caution>{CAUTIONS.legs}</Caution>
          <Caution>{CAUTIONS.brakes}</Caution>
        </div>
      </Columns>
    </Fold>
  );
}
