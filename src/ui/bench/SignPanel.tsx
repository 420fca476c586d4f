'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { textOf } from '@/schema/facts/read';
import { Pick } from '../fields/Pick';
import { PlainField } from '../fields/PlainField';
import { useFieldStore, useLive } from '../fields/context';
import { Button, Small } from '../layout/primitives';
import { useBench } from './BenchContext';
import { Titled } from './parts';
import { post } from './send';

const Row = styled.div`
  display: flex;
  gap: 1.5rem;
  align-items: flex-end;
  flex-wrap: wrap;
  .who {
    width: 16rem;
  }
`;

/** Chooses the technician who signs; a shop's first name is added here. */
export function TechnicianField({ id, onChange }: { id: number | null; onChange(id: number): void }) {
  const { data, reload } = useBench();
  const [added, setAdded] = useState<{ id: number; name: string }[]>([]);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const names = [...data.technicians, ...added.filter((a) => !data.technicians.some((t) => t.id === a.id))];
  const add = async () => {
    const answer = await post<{ id: number; name: string }>('/api/technicians', { name });
    if (!answer.ok) return setProblem(answer.message);
    setProblem(null);
    setAdded([...added, answer.value]);
    setName('');
    onChange(answer.value.id);
    reload();
  };
  return (
    <>
      {names.length > 0 && (
        <div className="who">
          <Pick
            label="Technician"
            value={id === null ? null : String(id)}
            options={names.map((t) => ({ value: String(t.id), label: t.name }))}
            onPick={(value) => onChange(Number(value))}
            placeholder="Choose a name"
          />
        </div>
      )}
      <div className="who">
        <PlainField
          label={names.length > 0 ? 'or add a technician' : 'Technician’s name'}
          value={name}
          onChange={setName}
          problem={problem}
        />
      </div>
      {name.trim() !== '' && <Button onPress={() => void add()}>Add {name.trim()}</Button>}
    </>
  );
}

const WANTED: [field: string, words: string][] = [
  ['fitted.rear.spring', 'rear spring'],
  ['fitted.front.spring', 'front springs'],
  ['fitted.rear.preload.reading', 'rear preload'],
  ['fitted.front.oilLevel.left', 'fork oil level'],
  ['torque.1.value', 'a torque'],
];

/** The signature: says what is not recorded, then seals the job's record under a name. */
export function SignPanel() {
  const { data, reload } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const [technician, setTechnician] = useState<number | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const unrecorded = WANTED.filter(([field]) => textOf(live, field) === '').map(([, words]) => words);
  const sign = async () => {
    if (technician === null) return setProblem('Choose who signs.');
    if (!store.commitAll()) return setProblem('A field above cannot be read. Mend it before signing.');
    setBusy(true);
    await store.flush();
    if (!store.isSettled()) {
      setBusy(false);
      return setProblem('Some entries are still waiting for the shop’s computer. Sign when they are saved.');
    }
    const answer = await post(`/api/jobs/${data.job.id}/sign`, { technicianId: technician });
    setBusy(false);
    if (answer.ok) reload();
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
        <TechnicianField id={technician} onChange={setTechnician} />
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
