'use client';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { Button as AriaButton, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import { textOf } from '@/schema/facts/read';
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
  .trigger {
    display: flex;
    justify-content: space-between;
    align-items: center;
    width: 100%;
    min-height: 44px;
    border: 0;
    border-bottom: 1px solid var(--ink);
    background: none;
    padding: 0;
    font-size: 1.05rem;
    font-weight: 600;
    cursor: pointer;
  }
  label {
    font-size: 0.8125rem;
    color: var(--soft);
  }
`;

const Names = styled(Popover)`
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--ink);
  min-width: var(--trigger-width);
  .option {
    padding: 0.7rem 0.9rem;
    cursor: pointer;
    outline: none;
  }
  .option[data-focused] {
    background: var(--ink);
    color: var(--ground);
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
        <Select className="who" value={id} onChange={(key) => onChange(Number(key))} placeholder="Choose a name">
          <Label>Technician</Label>
          <AriaButton className="trigger">
            <SelectValue />
            <ChevronDown size={16} aria-hidden />
          </AriaButton>
          <Names>
            <ListBox>
              {names.map((t) => (
                <ListBoxItem key={t.id} id={t.id} className="option">
                  {t.name}
                </ListBoxItem>
              ))}
            </ListBox>
          </Names>
        </Select>
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
