'use client';
import Link from 'next/link';
import { useState } from 'react';
import { SET_FIELDS } from '@/schema/fields/bench';
import { CAUTIONS } from '@/schema/facts/cautions';
import { dayWords } from '../words/time';
import { Button, Caution, LinkButton, Small, Warn } from '../layout/primitives';
import { useFieldStore } from '../fields/context';
import { useBench } from './BenchContext';
import { MeasureSheet } from './MeasureStage';
import { FieldsOf, Titled } from './parts';
import { post } from './send';

/** Set: the same walk on the finished machine, the last checks, and handing back with the card. */
export function SetStage() {
  const { data, sealed, reload } = useBench();
  const store = useFieldStore();
  const [problem, setProblem] = useState('');
  const handBack = async () => {
    store.commitAll();
    await store.flush();
    const answer = await post(`/api/jobs/${data.job.id}/hand-back`, {});
    if (answer.ok) reload();
    else setProblem(answer.message);
  };
  const checks = (
    <Titled title="Before it leaves">
      <FieldsOf defs={SET_FIELDS.filter((f) => /legsAgree|torqueChecked|balance/.test(f.key))} min="15rem" />
      <Caution>{CAUTIONS.afterwards}</Caution>
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap' }}>
        {data.job.handedBackAt ? (
          <Small>Handed back {dayWords(data.job.handedBackAt)}.</Small>
        ) : (
          <Button $strong onPress={() => void handBack()}>
            Hand the machine back
          </Button>
        )}
        {data.setupId !== null && <LinkButton href={`/setups/${data.setupId}/card`}>Set-up card</LinkButton>}
        <Link href={`/machines/${data.machine.id}`}>Machine file</Link>
        {problem && <span role="alert">▲ {problem}</span>}
      </div>
    </Titled>
  );
  return (
    <>
      {!sealed && <Warn>The rebuild is not signed yet. Sign it under Rebuild before the machine leaves.</Warn>}
      <MeasureSheet prefix="set" locked={false} aside={checks} />
    </>
  );
}
