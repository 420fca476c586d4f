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

/** Takes a machine in: customer, machine, promised day; the figures may be filled in later. */
export function NewJob({ customers, machines, chosenMachineId, usualDay }: Props) {
  const router = useRouter();
  const { system } = usePreferences();
  const [store] = useState(() => new FieldStore({ entries: {} }));
  useEffect(() => store.setSystem(system), [store, system]);
  const chosen = machines.find((m) => m.id === chosenMachineId);
  const [customer, setCustomer] = useState<{ id: number | null; name: string }>({ id: chosen?.ownerId ?? null, name: chosen?.owner ?? '' });
  const [phone, setPhone] = useState('');
  const [email, setEmail] = useState('');
  const machineChoices = machines.map((m) => ({ id: m.id, name: `${m.name}${m.registration ? `, ${m.registration}` : ''} (${m.owner})` }));
  const [machineId, setMachineId] = useState<number | null>(chosen?.id ?? null);
  const [machineText, setMachineText] = useState(machineChoices.find((m) => m.id === chosen?.id)?.name ?? '');
  const [day, setDay] = useState<string | null>(usualDay);
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);

  const open = async () => {
    const readable = store.commitAll();
    const found: Record<string, string> = {};
    if (customer.id === null && customer.name.trim() === '') found.customer = 'Type the customer’s name.';
    if (day === null) found.day = 'Choose the promised day.';
    if (!readable) found.page = showUnsettled([store]) ?? '';
    setProblems(found);
    if (Object.keys(found).length > 0) return;
    setBusy(true);
    const figures = Object.fromEntries(
      recorded(store.recorded()).map((e) => [e.field, { text: e.text, ...(e.unit ? { unit: e.unit } : {}) }]),
    );
    const answer = await post<{ jobId: number }>('/api/jobs', {
      customer: customer.id === null ? { name: customer.name, phone, email: email.trim() } : { id: customer.id },
      machine: machineId === null ? { figures } : { id: machineId },
      promisedOn: day,
    });
    setBusy(false);
    if (answer.ok) return router.push(`/jobs/${answer.value.jobId}/ask`);
    const field = answer.path.find((p) => typeof p === 'string' && p.startsWith('machine.'));
    if (typeof field === 'string') store.setProblem(field, answer.message);
    setProblems(answer.path.includes('email') ? { email: 'Type the address as name@place, or leave it empty.' } : { page: answer.message });
  };

  return (
    <Shell title="Take a machine in" about="who, which machine, by when">
      <FieldsProvider value={store}>
        <Columns $wide="1fr 1.6fr">
          <WhoAndWhen>
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
                  <PlainField label="Telephone" value={phone} onChange={setPhone} />
                  <PlainField label="E-mail" value={email} onChange={setEmail} problem={problems.email ?? null} />
                </>
              )}
            </Titled>
            <Titled title="Machine in the book">
              <FindOrAdd
                label="Make, model or registration; leave empty for a new one"
                items={machineChoices}
                text={machineText}
                onText={setMachineText}
                onPick={setMachineId}
              />
              {machineId !== null && customer.id !== machines.find((m) => m.id === machineId)?.ownerId && customer.name !== '' && (
                <Small>▲ The book has another owner for this machine. Taking it in records the new one; the old stays in its file.</Small>
              )}
            </Titled>
            <Titled title="Promised" aside="as usual in this shop until changed">
              <DayField label="Promised day" value={day} onChange={setDay} problem={problems.day ?? null} />
            </Titled>
            <div className="open">
              <Button $strong onPress={() => void open()} isDisabled={busy}>
                Open the job
              </Button>
              {problems.page && (
                <p role="alert" style={{ paddingTop: '0.5rem' }}>
                  ▲ {problems.page}
                </p>
              )}
            </div>
          </WhoAndWhen>
          <div className="machine">
            {machineId === null ? (
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
