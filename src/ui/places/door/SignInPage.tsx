'use client';
import styled from 'styled-components';
import { ROLE_WORDS, type Role } from '@/catalogue/roles';
import { Alone } from '../../kit/Alone';
import { Choices } from '../../kit/Choices';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, Small } from '../../kit/primitives';
import { FormProblem, useForm } from '../../kit/useForm';

const Door = styled(Alone)`
  padding-top: 12vh;
  form {
    display: grid;
    gap: 1rem;
  }
`;

interface Props {
  names: { id: number; name: string; role: Role }[];
  /** Where the way led before. */
  to: string;
  inAs: string | null;
}

/** The door of the shop: who, and the passcode. */
export function SignInPage({ names, to, inAs }: Props) {
  const form = useForm({ technicianId: names.length === 1 ? String(names[0]!.id) : '', passcode: '' });
  const enter = async () => {
    const { technicianId, passcode } = form.typed;
    if (technicianId === '') return void form.refuse('technicianId', 'Say who you are.');
    const came = await form.send('/api/sign-in', { technicianId: Number(technicianId), passcode });
    // A whole new page: what was fetched before anybody was in is forgotten.
    if (came) window.location.assign(to);
  };
  return (
    <Door>
      <h1>Mavrin</h1>
      {names.length === 0 && <Empty>Nobody has a passcode yet. Set one at the shop’s own computer, in the Shop book under names.</Empty>}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void enter();
        }}
      >
        <Choices
          label="Who"
          value={form.typed.technicianId}
          options={Object.fromEntries(names.map((n) => [String(n.id), `${n.name}, ${ROLE_WORDS[n.role].name.toLowerCase()}`]))}
          onPick={(technicianId) => form.put({ technicianId })}
        />
        {form.at('technicianId') && <p role="alert">▲ {form.at('technicianId')}</p>}
        <PlainField label="Passcode" secret {...form.field('passcode')} />
        <p>
          <Button $strong type="submit" isDisabled={form.busy}>
            Sign in
          </Button>
        </p>
        <FormProblem of={form} />
        <Small>Stays signed in for twelve hours at this device. {inAs && `${inAs} is signed in here now.`}</Small>
      </form>
    </Door>
  );
}
