'use client';
import { DataTable } from '../../kit/DataTable';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ROLE_WORDS, ROLES, type Role } from '@/catalogue/roles';
import type { PeopleState } from '@/schema/people';
import { FormProblem, useForm } from '../../kit/useForm';
import { Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Choices } from '../../kit/Choices';
import { Button, Empty, QuietButton, Small } from '../../kit/primitives';
import { dayWords, timeWords } from '@/catalogue/days';
import { Scripts } from './Scripts';
import { leave, useWho } from '../../kit/who';

type Person = PeopleState['technicians'][number];

/** Those who work here: what each may do, the passcode of each, and who is signed in where. */
export function People({ technicians, hasOwner, sessions, scripts }: PeopleState) {
  const router = useRouter();
  const who = useWho();
  const form = useForm<NewPerson>({ name: '', passcode: '', role: 'technician', ownerPasscode: '' });
  const [changing, setChanging] = useState<number | null>(null);
  const asksOwner = hasOwner && who?.role !== 'owner';
  const add = async () => {
    if (!(await form.send('/api/technicians', form.typed))) return;
    form.clear();
    router.refresh();
  };
  return (
    <>
      <Titled title="Who works here" aside="names that stand under what is signed">
        {technicians.length === 0 && <Empty>Nobody yet. Add the names of those who sign rebuilds.</Empty>}
        <ul>
          {technicians.map((t) => (
            <PersonLine key={t.id} t={t} asksOwner={asksOwner} setChanging={setChanging} changing={changing} />
          ))}
        </ul>
        <PlainField label="Add a name" {...form.field('name')} />
        <PlainField label="with a passcode of six characters or more" secret {...form.field('passcode')} />
        <Choices label="as" value={form.typed.role} options={ROLE_NAMES} onPick={(role) => form.put({ role })} />
        {asksOwner && <PlainField label="Passcode of the owner" secret {...form.field('ownerPasscode')} />}
        <p style={{ paddingTop: '0.5rem' }}>
          <Button onPress={() => void add()}>Add the name</Button>
        </p>
        <FormProblem of={form} />
      </Titled>
      <Opening hasOwner={hasOwner} />
      <Scripts scripts={scripts} asksOwner={asksOwner} />
      {(sessions.length > 0 || who) && <SignedIn sessions={sessions} />}
    </>
  );
}

interface NewPerson {
  name: string;
  passcode: string;
  role: Role;
  ownerPasscode: string;
}

const ROLE_NAMES = Object.fromEntries(ROLES.map((role) => [role, ROLE_WORDS[role].name])) as Record<Role, string>;

interface PersonLineProps {
  t: Person;
  asksOwner: boolean;
  setChanging: (next: number | null) => void;
  changing: number | null;
}

function PersonLine({ t, asksOwner, setChanging, changing }: PersonLineProps) {
  return (
    <li style={{ padding: '0.4rem 0', borderBottom: '1px solid var(--fine)' }}>
      {t.name}{' '}
      <Small>
        {ROLE_WORDS[t.role].name.toLowerCase()}: {ROLE_WORDS[t.role].may}
        {!t.hasPasscode && '; no passcode yet'}
      </Small>{' '}
      <QuietButton onPress={() => setChanging(changing === t.id ? null : t.id)} aria-label={`Passcode and role of ${t.name}`}>
        passcode, role
      </QuietButton>
      {changing === t.id && (
        <>
          <PasscodeForm technician={t} asksOwner={asksOwner} onDone={() => setChanging(null)} />
          <RoleForm technician={t} asksOwner={asksOwner} onDone={() => setChanging(null)} />
        </>
      )}
    </li>
  );
}

function RoleForm({ technician, asksOwner, onDone }: { technician: Person; asksOwner: boolean; onDone(): void }) {
  const router = useRouter();
  const form = useForm<{ role: Role; ownerPasscode: string }>({ role: technician.role, ownerPasscode: '' });
  const give = async () => {
    if (!(await form.send(`/api/technicians/${technician.id}/role`, form.typed))) return;
    onDone();
    router.refresh();
  };
  return (
    <div role="group" aria-label={`Role of ${technician.name}`} style={{ paddingTop: '0.75rem' }}>
      <Choices label="Role" value={form.typed.role} options={ROLE_NAMES} onPick={(role) => form.put({ role })} />
      <Small>{ROLE_WORDS[form.typed.role].may}</Small>
      {asksOwner && <PlainField label="Passcode of the owner" secret {...form.field('ownerPasscode')} />}
      {form.at('role') && <p role="alert">▲ {form.at('role')}</p>}
      <p>
        <Button onPress={() => void give()} isDisabled={form.typed.role === technician.role}>
          Give the role
        </Button>
      </p>
      <FormProblem of={form} />
    </div>
  );
}

/** What has to stand before others than this computer are let in. */
function Opening({ hasOwner }: { hasOwner: boolean }) {
  return (
    <Titled title="Tablets and other computers" aside={hasOwner ? 'may be let in, everybody signs in' : 'closed until there is an owner'}>
      <p style={{ maxWidth: '70ch' }}>
        <Small>
          {hasOwner
            ? 'Started with MAVRIN_HOST=0.0.0.0 the shop is reached from its network, and everybody signs in, at this computer too. With a certificate (MAVRIN_TLS_CERT and MAVRIN_TLS_KEY) what is sent is encrypted.'
            : 'Nobody but this computer is let in before somebody with a passcode is the owner. Give that role above.'}
        </Small>
      </p>
    </Titled>
  );
}

function SignedIn({ sessions }: Pick<PeopleState, 'sessions'>) {
  const router = useRouter();
  const who = useWho();
  const form = useForm({});
  const end = async (id: number) => {
    if (await form.send(`/api/people/sessions/${id}/end`, {})) router.refresh();
  };
  const everywhere = async () => {
    if (await form.send('/api/sign-in/everywhere', {})) leave();
  };
  return (
    <Titled title="Signed in" aside="each for twelve hours at most">
      <DataTable
        label="Signed in"
        rows={sessions}
        keyOf={(s) => s.id}
        columns={[
          { name: 'Who', cell: (s) => s.name },
          {
            name: 'Since',
            cell: (s) => (
              <>
                {dayWords(s.begunAt)} {timeWords(s.begunAt)}
              </>
            ),
          },
          {
            name: 'From',
            cell: (s) => (
              <>
                {s.address} <Small>{deviceWords(s.device)}</Small>
              </>
            ),
          },
          {
            name: '',
            cell: (s) =>
              (who === null || who.role === 'owner') && (
                <QuietButton onPress={() => void end(s.id)} aria-label={`Sign ${s.name} out, since ${timeWords(s.begunAt)}`}>
                  sign out
                </QuietButton>
              ),
          },
        ]}
      />
      {who && <Button onPress={() => void everywhere()}>Sign {who.name} out everywhere</Button>}
      <FormProblem of={form} />
    </Titled>
  );
}

/** What a browser says it runs on, in a word. */
const deviceWords = (device: string): string =>
  /iPad|Tablet/i.test(device) ? 'tablet' : /Mobile|Android|iPhone/i.test(device) ? 'phone or tablet' : 'computer';

function PasscodeForm({ technician, asksOwner, onDone }: { technician: Person; asksOwner: boolean; onDone(): void }) {
  const router = useRouter();
  const form = useForm({ before: '', passcode: '', ownerPasscode: '' });
  const change = async () => {
    if (!(await form.send(`/api/technicians/${technician.id}/passcode`, form.typed))) return;
    onDone();
    router.refresh();
  };
  return (
    <>
      {technician.hasPasscode && <PlainField label="Passcode until now" secret {...form.field('before')} />}
      {asksOwner && (
        <PlainField
          label={technician.hasPasscode ? 'or, where it is forgotten, the owner’s passcode' : 'Passcode of the owner'}
          secret
          {...form.field('ownerPasscode')}
        />
      )}
      <PlainField label="New passcode" secret {...form.field('passcode')} />
      <Button onPress={() => void change()}>Change the passcode</Button>
      <FormProblem of={form} />
    </>
  );
}
