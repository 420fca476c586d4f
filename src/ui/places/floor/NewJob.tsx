'use client';
import styled from 'styled-components';
import { recorded } from '@/catalogue/entry';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { ComboBox, Input, Label, ListBox, ListBoxItem } from 'react-aria-components';
import { MACHINE_FIGURES, MACHINE_IDENTITY } from '@/catalogue/fields/machine';
import { post } from '../../kit/send';
import { Columns, Titled } from '../../kit/parts';
import { Options } from '../../kit/Pick';
import { PlainField, PlainShape } from '../../kit/PlainField';
import { DayField } from '../../kit/DayField';
import { FieldsProvider } from '../../fields/context';
import { FieldStore } from '../../fields/store';
import { Button, Small } from '../../kit/primitives';
import { usePreferences } from '../../kit/preferences';
import { Shell } from '../../layout/Shell';
import { showUnsettled } from '../../fields/next';
import { FieldsOf } from '../../fields/parts';
import { Fold } from '../../kit/Fold';
import { KindPicker } from './KindPicker';

interface Props {
  customers: { id: number; name: string; phone: string }[];
  machines: { id: number; name: string; registration: string; ownerId: number; owner: string }[];
  chosenMachineId: number | null;
  /** The day it would usually be promised for. */
  usualDay: string;
}

interface Choice {
  id: number;
  name: string;
}

/** Types to find one of the book's own; what is not found is new. */
function FindOrAdd(props: {
  label: string;
  items: Choice[];
  text: string;
  onText(text: string): void;
  onPick(id: number | null): void;
  autoFocus?: boolean;
}) {
  return (
    <ComboBox
      defaultItems={props.items}
      inputValue={props.text}
      onInputChange={(text) => {
        props.onText(text);
        if (!props.items.some((i) => i.name === text)) props.onPick(null);
      }}
      onChange={(key) => {
        const picked = props.items.find((i) => i.id === key);
        props.onPick(picked?.id ?? null);
        if (picked) props.onText(picked.name);
      }}
      allowsCustomValue
      menuTrigger="input"
    >
      <PlainShape>
        <Label className="label">{props.label}</Label>
        <Input autoComplete="off" autoFocus={props.autoFocus ?? false} data-entry />
      </PlainShape>
      <Options>
        <ListBox>
          {(item: Choice) => (
            <ListBoxItem className="option" id={item.id} textValue={item.name}>
              {item.name}
            </ListBoxItem>
          )}
        </ListBox>
      </Options>
    </ComboBox>
  );
}

/** On a tablet or a phone the job is opened below the machine, where the way down ends. */
const WhoAndWhen = styled.div`
  @media (max-width: 960px) {
    && {
      display: contents;
    }
    .open {
      order: 2;
    }
    & + .machine {
      order: 1;
    }
  }
`;

/** What is typed of a new job, and the way to open it. */
function useNewJob({ machines, chosenMachineId, usualDay }: Props) {
  const router = useRouter();
  const { system } = usePreferences();
  const [store] = useState(() => new FieldStore({ entries: {} }));
  useEffect(() => store.setSystem(system), [store, system]);
  const chosen = machines.find((m) => m.id === chosenMachineId);
  const [customer, setCustomer] = useState<{ id: number | null; name: string }>({ id: chosen?.ownerId ?? null, name: chosen?.owner ?? '' });
  const [phone, setPhone] = useState('');
  const [email, setEmail] = useState('');
  const [machineId, setMachineId] = useState<number | null>(chosen?.id ?? null);
  const [day, setDay] = useState<string | null>(usualDay);
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  /** The machine is in already: pressed again, a second job is meant. */
  const [isIn, setIsIn] = useState(false);

  /** What is missing or cannot be read, before anything is sent. */
  const found = (): Record<string, string> => {
    const readable = store.commitAll();
    return {
      ...(customer.id === null && customer.name.trim() === '' ? { customer: 'Type the customer’s name.' } : {}),
      ...(day === null ? { day: 'Choose the promised day.' } : {}),
      ...(readable ? {} : { page: showUnsettled([store]) ?? '' }),
    };
  };
  const open = async () => {
    const missing = found();
    setProblems(missing);
    if (Object.keys(missing).length > 0) return;
    setBusy(true);
    const figures = Object.fromEntries(
      recorded(store.recorded()).map((e) => [e.field, { text: e.text, ...(e.unit ? { unit: e.unit } : {}) }]),
    );
    const answer = await post<{ jobId: number }>('/api/jobs', {
      customer: customer.id === null ? { name: customer.name, phone, email: email.trim() } : { id: customer.id },
      machine: machineId === null ? { figures } : { id: machineId },
      promisedOn: day,
      ...(isIn ? { anyway: true } : {}),
    });
    setBusy(false);
    if (answer.ok) return router.push(`/jobs/${answer.value.jobId}/ask`);
    setIsIn(answer.code === 'machine-is-in');
    const field = answer.path.find((p) => typeof p === 'string' && p.startsWith('machine.'));
    if (typeof field === 'string') store.setProblem(field, answer.message);
    setProblems(answer.path.includes('email') ? { email: 'Type the address as name@place, or leave it empty.' } : { page: answer.message });
  };
  const pickMachine = (id: number | null) => {
    setMachineId(id);
    setIsIn(false);
  };
  return {
    store,
    customer,
    setCustomer,
    phone,
    setPhone,
    email,
    setEmail,
    machineId,
    pickMachine,
    day,
    setDay,
    problems,
    busy,
    isIn,
    open,
  };
}
type NewJobTyped = ReturnType<typeof useNewJob>;

/** Takes a machine in: customer, machine, promised day; the figures may be filled in later. */
export function NewJob(props: Props) {
  const typed = useNewJob(props);
  return (
    <Shell title="Take a machine in" about="who, which machine, by when">
      <FieldsProvider value={typed.store}>
        <Columns $wide="1fr 1.6fr">
          <WhoAndWhen>
            <Who typed={typed} customers={props.customers} />
            <Which typed={typed} machines={props.machines} chosenMachineId={props.chosenMachineId} />
            <Titled title="Promised" aside="as usual in this shop until changed">
              <DayField label="Promised day" value={typed.day} onChange={typed.setDay} problem={typed.problems.day ?? null} />
            </Titled>
            <div className="open">
              <Button $strong onPress={() => void typed.open()} isDisabled={typed.busy}>
                {typed.isIn ? 'Open a second job' : 'Open the job'}
              </Button>
              {typed.problems.page && (
                <p role="alert" style={{ paddingTop: '0.5rem' }}>
                  ▲ {typed.problems.page}
                </p>
              )}
            </div>
          </WhoAndWhen>
          <div className="machine">
            {typed.machineId === null ? (
              <>
                <Titled title="New machine" aside="make and model are needed">
                  <FieldsOf defs={MACHINE_IDENTITY} />
                </Titled>
                <KindPicker />
                <Fold title="Figures that are at hand; the rest can follow in its sheets">
                  <FieldsOf defs={MACHINE_FIGURES.filter((f) => f.key !== 'machine.type')} />
                </Fold>
              </>
            ) : (
              <Small>Its figures and every earlier job are in its file, and come along.</Small>
            )}
          </div>
        </Columns>
      </FieldsProvider>
    </Shell>
  );
}

function Who({ typed, customers }: { typed: NewJobTyped; customers: Props['customers'] }) {
  const { customer, setCustomer, problems } = typed;
  return (
    <Titled title="Customer">
      <FindOrAdd
        label="Name: found in the book, or new"
        items={customers}
        text={customer.name}
        onText={(name) => setCustomer((c) => ({ ...c, name }))}
        onPick={(id) => setCustomer((c) => ({ ...c, id }))}
        autoFocus
      />
      {problems.customer && <p role="alert">▲ {problems.customer}</p>}
      {customer.id === null && customer.name.trim() !== '' && (
        <>
          <Small>New customer.</Small>
          <PlainField label="Telephone" value={typed.phone} onChange={typed.setPhone} />
          <PlainField label="E-mail" value={typed.email} onChange={typed.setEmail} problem={problems.email ?? null} />
        </>
      )}
    </Titled>
  );
}

function Which({ typed, machines, chosenMachineId }: { typed: NewJobTyped } & Pick<Props, 'machines' | 'chosenMachineId'>) {
  const { customer, machineId, pickMachine } = typed;
  const choices = machines.map((m) => ({ id: m.id, name: `${m.name}${m.registration ? `, ${m.registration}` : ''} (${m.owner})` }));
  const [text, setText] = useState(choices.find((m) => m.id === chosenMachineId)?.name ?? '');
  return (
    <Titled title="Machine in the book">
      <FindOrAdd
        label="Make, model or registration; leave empty for a new one"
        items={choices}
        text={text}
        onText={setText}
        onPick={pickMachine}
      />
      {machineId !== null && customer.id !== machines.find((m) => m.id === machineId)?.ownerId && customer.name !== '' && (
        <Small>▲ The book has another owner for this machine. Taking it in records the new one; the old stays in its file.</Small>
      )}
    </Titled>
  );
}
