'use client';
import type { FieldKey } from '@/catalogue/fields';
import { useState } from 'react';
import styled from 'styled-components';
import type { Entries } from '@/catalogue/entry';
import { textOf } from '@/judgement/model/read';
import { isAside, stepLines } from '@/judgement/job/work';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { showUnsettled } from '../../fields/next';
import { useFieldStore, useLive } from '../../fields/context';
import { Button, Small } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { post } from '../../kit/send';

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
export const NOBODY: Signer = { technicianId: null, passcode: '' };

/** Who signs, and by which passcode; a name that is not there yet is added with its own. */
export function SignerFields({ signer, onChange, problem }: { signer: Signer; onChange(signer: Signer): void; problem: string | null }) {
  const { data, reload } = useBench();
  const [added, setAdded] = useState<{ id: number; name: string }[]>([]);
  const [name, setName] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const names = [...data.technicians, ...added.filter((a) => !data.technicians.some((t) => t.id === a.id))];
  const add = async () => {
    const answer = await post<{ id: number; name: string }>('/api/technicians', { name, passcode: signer.passcode });
    if (!answer.ok) return setRefused(answer.message);
    setRefused(null);
    setAdded([...added, answer.value]);
    setName('');
    onChange({ ...signer, technicianId: answer.value.id });
    reload();
  };
  return (
    <>
      {names.length > 0 && (
        <div className="who">
          <Pick
            label="Technician"
            value={signer.technicianId === null ? null : String(signer.technicianId)}
            options={names.map((t) => ({ value: String(t.id), label: t.name }))}
            onPick={(value) => onChange({ ...signer, technicianId: Number(value) })}
            placeholder="Choose a name"
          />
        </div>
      )}
      <div className="who">
        <PlainField
          label={names.length > 0 ? 'or add a technician' : 'Technician’s name'}
          value={name}
          onChange={setName}
          problem={refused}
        />
      </div>
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

const WANTED: [field: FieldKey, words: string][] = [
  ['fitted.rear.spring', 'rear spring'],
  ['fitted.front.spring', 'front springs'],
  ['fitted.rear.preload.reading', 'rear preload'],
  ['fitted.front.oilLevel.left', 'fork oil level'],
];

const hasTorque = (live: Entries) => Object.keys(live).some((f) => /^torque\.\d+\.value$|^work\.\d+\.\d+\.torque\./.test(f));

/** The signature: says what is not recorded, then seals the job's record under a name. */
export function SignPanel() {
  const { data, reload } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const [signer, setSigner] = useState(NOBODY);
  const [problem, setProblem] = useState('');
  const [wrongPasscode, setWrongPasscode] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const openSteps = data.procedures.filter((t) => !isAside(live, t.n)).flatMap((t) => stepLines(live, t).filter((l) => l.state === 'open'));
  const unrecorded = [
    ...WANTED.filter(([field]) => textOf(live, field) === '').map(([, words]) => words),
    ...(hasTorque(live) ? [] : ['a torque']),
    ...(openSteps.length > 0 ? [`${openSteps.length} ${openSteps.length === 1 ? 'step' : 'steps'} of the procedures`] : []),
  ];
  const sign = async () => {
    setWrongPasscode(null);
    setProblem('');
    if (signer.technicianId === null) return setProblem('Choose who signs.');
    if (signer.passcode === '') return setWrongPasscode('Give the passcode of who signs.');
    if (!store.commitAll()) return setProblem(showUnsettled([store]) ?? '');
    setBusy(true);
    await store.flush();
    if (!store.isSettled()) {
      setBusy(false);
      return setProblem('Some entries are still waiting for the shop’s computer. Sign when they are saved.');
    }
    const answer = await post(`/api/jobs/${data.job.id}/sign`, signer);
    setBusy(false);
    if (answer.ok) reload();
    else if (answer.path[0] === 'passcode') setWrongPasscode(answer.message);
    else setProblem(answer.message);
  };
  return (
    <Titled title="Sign">
      <p style={{ marginBottom: '0.5rem' }}>
        {unrecorded.length > 0 ? (
          <Small>▲ Not recorded: {unrecorded.join(', ')}. It can be signed without; the record will show the gap.</Small>
        ) : (
          <Small>Once signed, the record cannot be changed; corrections are added and point at it.</Small>
        )}
      </p>
      <Row>
        <SignerFields signer={signer} onChange={setSigner} problem={wrongPasscode} />
        <Button $strong onPress={() => void sign()} isDisabled={busy}>
          Sign the rebuild
        </Button>
      </Row>
      {problem && (
        <p role="alert" style={{ paddingTop: '0.5rem' }}>
          ▲ {problem}
        </p>
      )}
    </Titled>
  );
}

export { Row as SignRow };
