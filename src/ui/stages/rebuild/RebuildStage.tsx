'use client';
import { entryAt } from '@/catalogue/entry';
import { Repeat } from '../../fields/parts';
import Link from 'next/link';
import { useState } from 'react';
import { fieldDef } from '@/catalogue/fields';
import { TORQUE_ITEM } from '@/catalogue/fields/bench';
import { SETUP_FIELDS } from '@/catalogue/fields/setup';
import { CAUTIONS } from '@/knowledge/cautions';
import { numberOf } from '@/judgement/model/read';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore, useLive } from '../../fields/context';
import { Button, Caution, LinkButton, Small } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { BuiltStacks } from './BuiltStacks';
import { Columns, Titled } from '../../kit/parts';
import { SetupFields } from '../../job/SetupFields';
import { CameOut, Needs, Parts } from './Needs';
import { SignPanel } from './SignPanel';
import { Procedures, useStepInAddress } from './Procedures';
import { StepSheet } from './StepSheet';
import { SignedRecord } from './SignedRecord';
import { chosenSprings, rateTextOf } from '@/judgement/model/offers';
import { ENDS } from '@/catalogue/ends';

/** Rebuild: what was fitted, by group, with the cautions at the steps; then the signature. */
export function RebuildStage() {
  const { data, sealed } = useBench();
  const { at, go } = useStepInAddress();
  const taken = at && !sealed ? data.procedures.find((t) => t.n === at.n) : undefined;
  if (at && taken && at.step <= taken.procedure.steps.length)
    return <StepSheet key={`${at.n}.${at.step}`} taken={taken} step={at.step} onGo={(step) => go(at.n, step)} />;
  return (
    <>
      {sealed && (
        <Titled title="Signed rebuild">
          <SignedRecord />
          <div style={{ display: 'flex', gap: '1rem', alignItems: 'center' }}>
            {data.setupId !== null && <LinkButton href={`/setups/${data.setupId}/card`}>Set-up card</LinkButton>}
            <Link href={`/machines/${data.machine.id}`}>Machine file</Link>
          </div>
        </Titled>
      )}
      <Titled title="Before dismantling">
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
      </Titled>
      <Procedures onGo={go} />
      <Titled title="What was fitted and set" aside="clickers out from closed">
        {!sealed && <CarryOver />}
        <SetupFields prefix="fitted" locked={sealed} before />
      </Titled>
      <BuiltStacks />
      <Needs />
      <CameOut />
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
      {!sealed && <SignPanel />}
      <Small>{CAUTIONS.licence}</Small>
    </>
  );
}

/** Fills empty fields from the choice under Springs and from what came in; nothing typed is overwritten. */
function CarryOver() {
  const live = useLive();
  const store = useFieldStore();
  const { data } = useBench();
  const [said, setSaid] = useState('');
  const carry = () => {
    let filled = 0;
    const put = (field: string, text: string) => {
      if ((entryAt(live, field)?.text ?? '') !== '' || text === '') return;
      store.put(field, text);
      filled += 1;
    };
    for (const end of ENDS) {
      const chosen = chosenSprings(live, end, data.springs);
      const preload = numberOf(live, `springs.${end}.preload`);
      if (!chosen) continue;
      put(`fitted.${end}.spring`, rateTextOf(chosen.spring));
      if (chosen.right) put('fitted.front.springRight', rateTextOf(chosen.right));
      if (preload === null) continue;
      for (const base of end === 'rear' ? ['fitted.rear.preload'] : ['fitted.front.preload.left', 'fitted.front.preload.right']) {
        if ((entryAt(live, `${base}.reading`)?.text ?? '') !== '') continue;
        put(`${base}.way`, 'mm');
        put(`${base}.reading`, preload.toFixed(1));
      }
    }
    for (const { key } of SETUP_FIELDS) {
      const from = live[`found.${key}`];
      if (!from || key.endsWith('.range') || key.includes('preload') || key.endsWith('.spring')) continue;
      const bare = fieldDef(`fitted.${key}`).kind === 'quantity' && from.unit && !/[a-z"'°]/i.test(from.text) ? ` ${from.unit}` : '';
      put(`fitted.${key}`, from.text + bare);
    }
    setSaid(
      filled === 0
        ? 'Nothing to carry over: the fields are filled, or nothing is chosen or noted yet.'
        : `${filled} fields filled. Change what is different now.`,
    );
  };
  return (
    <p style={{ marginBottom: '0.75rem', display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap' }}>
      <Button onPress={carry}>Carry over the chosen springs and what came in</Button>
      <Small role="status">{said}</Small>
    </p>
  );
}
