'use client';
import { technicianAnswer } from '@/schema/answers';
import type { FieldKey } from '@/catalogue/fields';
import { useState } from 'react';
import styled from 'styled-components';
import { textOf } from '@/judgement/model/read';
import { torquesOf } from '@/judgement/model/set';
import { isAside, stepLines } from '@/judgement/job/work';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { showUnsettled } from '../../fields/next';
import { useFieldStore, useLive } from '../../fields/context';
import { Button, Small } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { useWho, type Who } from '../../kit/who';

const Row = styled.div`
  display: flex;
  gap: 1.5rem;
  align-items: flex-end;
  flex-wrap: wrap;
  .who {
    width: 16rem;
  }
`;

export interface Signer {
  technicianId: number | null;
  passcode: string;
}
/** Whoever is signed in is offered first: he signs what he did. */
export const signerFirst = (who: Who | null): Signer => ({
  technicianId: who && who.role !== 'counter' ? who.technicianId : null,
  passcode: '',
});

/** Who signs, and by which passcode; a name that is not there yet is added with its own. */
export function SignerFields({ signer, onChange, problem }: { signer: Signer; onChange(signer: Signer): void; problem: string | null }) {
  const { data, reload } = useBench();
  const [added, setAdded] = useState<{ id: number; name: string }[]>([]);
  const form = useForm({ name: '' }, () => 'name');
  const { name } = form.typed;
  const who = useWho();
  // Who works at the counter does not sign; where there is an owner, names are added by him.
  const signing = data.technicians.filter((t) => t.role !== 'counter');
  const names = [...signing, ...added.filter((a) => !data.technicians.some((t) => t.id === a.id))];
  const mayAdd = who?.role === 'owner' || !data.technicians.some((t) => t.role === 'owner');
  const add = async () => {
    const came = await form.send('/api/technicians', { name, passcode: signer.passcode }, technicianAnswer);
    if (!came) return;
    setAdded([...added, came]);
    form.clear();
    onChange({ ...signer, technicianId: came.id });
    reload();
  };
  return (
    <>
      {names.length > 0 && <NamePick signer={signer} names={names} onChange={onChange} />}
      {mayAdd && (
        <div className="who">
          <PlainField label={names.length > 0 ? 'or add a technician' : 'Technician’s name'} {...form.field('name')} />
        </div>
      )}
      <div className="who">
        <PlainField
          label="Passcode"
          secret
          value={signer.passcode}
          onChange={(passcode) => onChange({ ...signer, passcode })}
          problem={problem}
        />
      </div>
      {name.trim() !== '' && <Button onPress={() => void add()}>Add {name.trim()} with this passcode</Button>}
    </>
  );
}

interface NamePickProps {
  signer: Signer;
  names: { id: number; name: string }[];
  onChange: (signer: Signer) => void;
}

function NamePick({ signer, names, onChange }: NamePickProps) {
  return (
    <div className="who">
      <Pick
        label="Technician"
        value={signer.technicianId === null ? null : String(signer.technicianId)}
        options={names.map((t) => ({ value: String(t.id), label: t.name }))}
        onPick={(value) => onChange({ ...signer, technicianId: Number(value) })}
        placeholder="Choose a name"
      />
    </div>
  );
}

const WANTED: [field: FieldKey, words: string][] = [
  ['fitted.rear.spring', 'rear spring'],
  ['fitted.front.spring', 'front springs'],
  ['fitted.rear.preload.reading', 'rear preload'],
  ['fitted.front.oilLevel.left', 'fork oil level'],
];

/** The signature: says what is not recorded, then seals the job's record under a name. */
export function SignPanel() {
  const { data, reload } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const who = useWho();
  const form = useForm(signerFirst(who));
  const [flushing, setFlushing] = useState(false);
  const openSteps = data.procedures.filter((t) => !isAside(live, t.n)).flatMap((t) => stepLines(live, t).filter((l) => l.state === 'open'));
  const unrecorded = [
    ...WANTED.filter(([field]) => textOf(live, field) === '').map(([, words]) => words),
    ...(torquesOf(live, data.procedures).length > 0 ? [] : ['a torque']),
    ...(openSteps.length > 0 ? [`${openSteps.length} ${openSteps.length === 1 ? 'step' : 'steps'} of the procedures`] : []),
  ];
  const sign = async () => {
    const { typed: signer, refuse } = form;
    if (signer.technicianId === null) return refuse('', 'Choose who signs.');
    if (signer.passcode === '') return refuse('passcode', 'Give the passcode of who signs.');
    if (!store.commitAll()) return refuse('', showUnsettled([store]) ?? '');
    setFlushing(true);
    await store.flush();
    setFlushing(false);
    if (!store.isSettled()) return refuse('', 'Some entries are still waiting for the shop’s computer. Sign when they are saved.');
    if (await form.send(`/api/jobs/${data.job.id}/sign`, signer)) reload();
  };
  return (
    <Titled title="Sign">
      <Unrecorded unrecorded={unrecorded} />
      <Row>
        <SignerFields signer={form.typed} onChange={form.put} problem={form.at('passcode')} />
        <Button $strong onPress={() => void sign()} isDisabled={form.busy || flushing}>
          Sign the rebuild
        </Button>
      </Row>
      <FormProblem of={form} />
    </Titled>
  );
}

function Unrecorded({ unrecorded }: { unrecorded: string[] }) {
  return (
    <p style={{ marginBottom: '0.5rem' }}>
      {unrecorded.length > 0 ? (
        <Small>▲ Not recorded: {unrecorded.join(', ')}. It can be signed without; the record will show the gap.</Small>
      ) : (
        <Small>Once signed, the record cannot be changed; corrections are added and point at it.</Small>
      )}
    </p>
  );
}

export { Row as SignRow };
