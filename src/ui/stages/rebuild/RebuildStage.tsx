'use client';
import { Repeat } from '../../fields/parts';
import Link from 'next/link';
import { TORQUE_ITEM } from '@/catalogue/fields/bench';
import { CAUTIONS } from '@/knowledge/cautions';
import { EntryField } from '../../fields/EntryField';
import { Caution, LinkButton, Small } from '../../kit/primitives';
import { Proposed } from '../../job/Proposed';
import { useBench } from '../../job/BenchContext';
import { Fold } from '../../kit/Fold';
import { BuiltStacks } from './BuiltStacks';
import { FittedTable } from './FittedTable';
import { Columns, Titled } from '../../kit/parts';
import { CameOut, Needs, Parts } from './Needs';
import { SignPanel } from './SignPanel';
import { Procedures, useStepInAddress } from './Procedures';
import { StepSheet } from './StepSheet';
import { SignedRecord } from './SignedRecord';

/** Rebuild: what was fitted, by group, with the cautions at the steps; then the signature. */
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
      <Titled title="What was fitted and set" aside="clickers out from closed · ▲ not as wanted · ≠ changed from what came in">
        <FittedTable />
      </Titled>
      <BuiltStacks />
      <Needs />
      <CameOut />
      <PartsAndTorque />
      {!sealed && <SignPanel />}
      <Small>{CAUTIONS.licence}</Small>
    </>
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

function PartsAndTorque() {
  const { sealed } = useBench();
  return (
    <Columns>
      <div>
        <Parts />
        <Titled title="Condition and notes">
          <EntryField field="rebuild.condition" locked={sealed} />
          <EntryField field="rebuild.notes" locked={sealed} />
          <Caution>{CAUTIONS.oil}</Caution>
        </Titled>
      </div>
      <div>
        <Titled title="Torque as measured">
          <Caution>{CAUTIONS.torque}</Caution>
          <Repeat list="torque" defs={TORQUE_ITEM} add="Add a torque" empty="No torque noted." locked={sealed} />
        </Titled>
      </div>
    </Columns>
  );
}

/** What can hurt somebody before the first bolt is turned. */
function Beforehand() {
  const { sealed } = useBench();
  return (
    <Fold title="Before dismantling: springs under load, caps, gas and brakes" open={!sealed} level={2}>
      <Columns>
        <div>
          <Caution>{CAUTIONS.springs}</Caution>
          <Caution>{CAUTIONS.caps}</Caution>
        </div>
        <div>
          <Caution>{CAUTIONS.gas}</Caution>
          <Caution>{CAUTIONS.brakes}</Caution>
        </div>
      </Columns>
    </Fold>
  );
}
