'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { Button, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { FormProblem, useForm } from '../../kit/useForm';

export interface BranchesShown {
  here: string;
  all: string[];
  moves: { branch: string; reason: string; at: string }[];
}

/** The shop a chain began with has no name of its own. */
const named = (branch: string): string => branch || 'the first shop';

/** The branch a machine belongs to, where it belonged before, and how it moves with its history. */
export function BranchMoves({ machineId, branches }: { machineId: number; branches: BranchesShown | null }) {
  const router = useRouter();
  const form = useForm({ reason: '' });
  const [to, setTo] = useState<string | null>(null);
  if (!branches) return null;
  const [now] = branches.moves;
  const others = branches.all.filter((b) => b !== (now?.branch ?? ''));
  const move = async () => {
    if (to === null) return void form.refuse('', 'Choose the branch it goes to.');
    if (!(await form.send(`/api/machines/${machineId}/branch`, { branch: to, reason: form.typed.reason }))) return;
    form.clear();
    setTo(null);
    router.refresh();
  };
  return (
    <Titled title="Branch" aside={`this is ${named(branches.here)}`}>
      <p>
        Belongs to <b>{named(now?.branch ?? '')}</b>
        {now && <Small> since {dayWords(now.at)}</Small>}
      </p>
      {branches.moves.slice(1).map((m) => (
        <p key={m.at}>
          <Small>
            before: {named(m.branch)}, from {dayWords(m.at)}
            {m.reason && `, ${m.reason}`}
          </Small>
        </p>
      ))}
      {others.length > 0 && (
        <div style={{ maxWidth: '24rem' }}>
          <Pick label="Moves to, with its history" value={to} options={others.map((b) => ({ value: b, label: named(b) }))} onPick={setTo} />
          <PlainField label="Why" {...form.field('reason')} />
          <p style={{ paddingTop: '0.5rem' }}>
            <Button onPress={() => void move()}>Move it</Button>
          </p>
          <FormProblem of={form} />
        </div>
      )}
    </Titled>
  );
}
