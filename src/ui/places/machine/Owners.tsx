'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { post } from '../../kit/send';
import { PlainField } from '../../kit/PlainField';
import { DayField } from '../../kit/DayField';
import { Button, QuietButton, Small, Table } from '../../kit/primitives';
import { dayWords } from '../../kit/time';
import { FindOne } from './FindOne';

export interface Owned {
  customerId: number;
  name: string;
  phone: string;
  since: string;
}

/** Who owned the machine from when, and the form for a change of hands. */
export function Owners({ machineId, owners }: { machineId: number; owners: Owned[] }) {
  const [changing, setChanging] = useState(false);
  return (
    <Titled title="Owners, newest first">
      <ul>
        {owners.map((o) => (
          <li key={o.customerId + o.since}>
            <Link href={`/customers/${o.customerId}`}>{o.name}</Link> <Small>since {dayWords(o.since)}</Small>
          </li>
        ))}
      </ul>
      {changing ? (
        <ChangeOfHands machineId={machineId} onDone={() => setChanging(false)} />
      ) : (
        <QuietButton onPress={() => setChanging(true)}>It changed hands</QuietButton>
      )}
    </Titled>
  );
}

function ChangeOfHands({ machineId, onDone }: { machineId: number; onDone(): void }) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [known, setKnown] = useState<number | null>(null);
  const [phone, setPhone] = useState('');
  const [since, setSince] = useState<string | null>(new Date().toISOString().slice(0, 10));
  const [problem, setProblem] = useState('');
  const save = async () => {
    if (name.trim() === '') return setProblem('Type the new owner’s name.');
    if (since === null) return setProblem('Choose the day.');
    const customer = known === null ? { name, phone } : { id: known };
    const answer = await post(`/api/machines/${machineId}/owners`, { customer, since });
    if (!answer.ok) return setProblem(answer.message);
    router.refresh();
    onDone();
  };
  return (
    <section aria-label="Change of hands" style={{ borderTop: '1px solid var(--rule)', paddingTop: '0.5rem' }}>
      {known === null ? (
        <FindOne
          label="New owner"
          kind="customer"
          value={name}
          onChange={setName}
          onPick={(f) => {
            setKnown(f.id);
            setName(f.title);
          }}
        />
      ) : (
        <p>
          <b>{name}</b> <QuietButton onPress={() => setKnown(null)}>somebody else</QuietButton>
        </p>
      )}
      {known === null && <PlainField label="Telephone, if new here" value={phone} onChange={setPhone} />}
      <DayField label="From" value={since} onChange={setSince} />
      <p style={{ display: 'flex', gap: '1rem', paddingTop: '0.5rem' }}>
        <Button onPress={() => void save()}>Write down the new owner</Button>
        <QuietButton onPress={onDone}>Leave it</QuietButton>
      </p>
      {problem && <p role="alert">▲ {problem}</p>}
    </section>
  );
}

export interface MergedRow {
  id: number;
  make: string;
  model: string;
  registration: string;
  reason: string;
  mergedAt: string;
}

/** Two entries of one machine made to stand as one, and taken apart again. */
export function Merged({ machineId, merged }: { machineId: number; merged: MergedRow[] }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [other, setOther] = useState<{ id: number | null; title: string }>({ id: null, title: '' });
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const send = async (what: 'merge' | 'separate', id: number | null, why: string) => {
    if (id === null) return setProblem('Find the other entry and choose it.');
    if (why.trim() === '') return setProblem('Say why these are the same machine.');
    const answer = await post(`/api/machines/${machineId}/${what}`, { machineId: id, reason: why });
    if (!answer.ok) return setProblem(answer.message);
    setProblem('');
    setOpen(false);
    setOther({ id: null, title: '' });
    setReason('');
    router.refresh();
  };
  return (
    <Titled title="Same machine entered twice">
      {merged.length > 0 && (
        <Table aria-label="Merged entries">
          <tbody>
            {merged.map((m) => (
              <tr key={m.id}>
                <td>
                  {m.make} {m.model} {m.registration}
                  <br />
                  <Small>
                    {dayWords(m.mergedAt)}: {m.reason}
                  </Small>
                </td>
                <td className="number">
                  <QuietButton
                    onPress={() => void send('separate', m.id, 'taken apart again')}
                    aria-label={`Take ${m.make} ${m.model} apart again`}
                  >
                    Take apart again
                  </QuietButton>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {!open && <QuietButton onPress={() => setOpen(true)}>Merge another entry into this one</QuietButton>}
      {open && (
        <>
          <p>
            <Small>Jobs, set-ups and owners of both are then read together here; nothing is moved, and it can be taken apart again.</Small>
          </p>
          {other.id === null ? (
            <FindOne
              label="The other entry: make, model or plate"
              kind="machine"
              value={other.title}
              except={machineId}
              onChange={(title) => setOther({ id: null, title })}
              onPick={(f) => setOther({ id: f.id, title: f.title })}
            />
          ) : (
            <p>
              <b>{other.title}</b> <QuietButton onPress={() => setOther({ id: null, title: '' })}>another</QuietButton>
            </p>
          )}
          <PlainField label="How you know" value={reason} onChange={setReason} />
          <p style={{ display: 'flex', gap: '1rem', paddingTop: '0.5rem' }}>
            <Button onPress={() => void send('merge', other.id, reason)}>Merge it into this machine</Button>
            <QuietButton onPress={() => setOpen(false)}>Leave it</QuietButton>
          </p>
        </>
      )}
      {problem && <p role="alert">▲ {problem}</p>}
    </Titled>
  );
}
