'use client';
import { foundAnswer, jobOpenedAnswer } from '@/schema/answers';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import styled from 'styled-components';
import { recorded } from '@/catalogue/entry';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { ComboBox, Input, Label, ListBox, ListBoxItem } from 'react-aria-components';
import { isFieldKey } from '@/catalogue/fields';
import { MACHINE_FIGURES, MACHINE_IDENTITY } from '@/catalogue/fields/machine';
import { Columns, Titled } from '../../kit/parts';
import { Options } from '../../kit/optionList';
import { PlainField, PlainShape } from '../../kit/PlainField';
import { DayField } from '../../kit/DayField';
import { FieldsProvider } from '../../fields/context';
import { FieldStore } from '../../fields/store';
import { Button, Small } from '../../kit/primitives';
import { usePreferences } from '../../kit/preferences';
import { useRead } from '../../kit/read';
import { beforeRenewal, keepTyped, takeTyped } from '../../kit/renewed';
import { Shell } from '../../layout/Shell';
import { showUnsettled } from '../../fields/next';
import { FieldsOf } from '../../fields/parts';
import { Fold } from '../../kit/Fold';
import { KindPicker } from './KindPicker';

interface Props {
  customers: { id: number; name: string; phone: string }[];
  machines: { id: number; name: string; registration: string; ownerId: number; owner: string }[];
  chosenMachineId: number | null;
  /** The book has more than these. */
  isMore: boolean;
  /** The day it would usually be promised for. */
  usualDay: string;
}

interface Choice {
  id: number;
  name: string;
}

const FROM_LETTERS = 2;

/** The choices there are, with those of the whole book that are like what is typed. */
function useChoices(items: Choice[], kind: 'customer' | 'machine', text: string, isMore: boolean): Choice[] {
  const isAsked = isMore && text.trim().length >= FROM_LETTERS;
  const { value } = useRead(isAsked ? `/api/search?kind=${kind}&q=${encodeURIComponent(text)}` : null, foundAnswer);
  const others = (value ?? []).filter((f) => !items.some((i) => i.id === f.id)).map((f) => ({ id: f.id, name: f.title }));
  return others.length === 0 ? items : [...items, ...others];
}

/** Types to find one of the book's own; what is not found is new. */
function FindOrAdd(props: {
  kind: 'customer' | 'machine';
  isMore: boolean;
  label: string;
  items: Choice[];
  text: string;
  onText(text: string): void;
  onPick(id: number | null): void;
  autoFocus?: boolean;
}) {
  const items = useChoices(props.items, props.kind, props.text, props.isMore);
  return (
    <ComboBox
      defaultItems={items}
      inputValue={props.text}
      onInputChange={(text) => {
        props.onText(text);
        if (!items.some((i) => i.name === text)) props.onPick(null);
      }}
      onChange={(key) => {
        const picked = items.find((i) => i.id === key);
        props.onPick(picked?.id ?? null);
        if (picked) props.onText(picked.name);
      }}
      allowsCustomValue
      menuTrigger="input"
    >
      <PlainShape>
        <Label className="label">{props.label}</Label>
        <span className="box">
          <Input autoComplete="off" autoFocus={props.autoFocus ?? false} data-entry />
        </span>
      </PlainShape>
      <Found />
    </ComboBox>
  );
}

function Found() {
  return (
    <Options>
      <ListBox>
        {(item: Choice) => (
          <ListBoxItem className="option" id={item.id} textValue={item.name}>
            {item.name}
          </ListBoxItem>
        )}
      </ListBox>
    </Options>
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

/** Figures of a machine that is not in the book yet stand nowhere else: they are kept where a renewed program has the page loaded anew. */
function useFiguresOverRenewal(store: FieldStore): void {
  useEffect(() => {
    for (const [field, text] of Object.entries(takeTyped('figures') ?? {}))
      if (isFieldKey(field) && typeof text === 'string') store.type(field, text);
    return beforeRenewal(() =>
      keepTyped('figures', Object.fromEntries(recorded(store.liveEntries()).map(({ field }) => [field, store.stateOf(field).text]))),
    );
  }, [store]);
}

/** What is typed of a new job, and the way to open it. */
function useNewJob({ machines, chosenMachineId, usualDay }: Props) {
  const router = useRouter();
  const { system } = usePreferences();
  const [store] = useState(() => new FieldStore({ entries: {} }));
  useEffect(() => store.setSystem(system), [store, system]);
  useFiguresOverRenewal(store);
  const chosen = machines.find((m) => m.id === chosenMachineId);
  const form = useForm(
    {
      customer: { id: chosen?.ownerId ?? null, name: chosen?.owner ?? '' } as { id: number | null; name: string },
      phone: '',
      email: '',
      machineId: (chosen?.id ?? null) as number | null,
      day: usualDay as string | null,
    },
    (path) => (path.includes('email') ? 'email' : ''),
  );
  const { customer, phone, email, machineId, day } = form.typed;
  /** The machine is in already: pressed again, a second job is meant. */
  const [isIn, setIsIn] = useState(false);

  /** What is missing or cannot be read is said before anything is sent. */
  const isComplete = (): boolean => {
    if (customer.id === null && customer.name.trim() === '') return form.refuse('customer', 'Type the customer’s name.') !== null;
    if (day === null) return form.refuse('day', 'Choose the promised day.') !== null;
    return store.commitAll() || form.refuse('', showUnsettled([store]) ?? '') !== null;
  };
  const open = async () => {
    if (!isComplete()) return;
    const figures = Object.fromEntries(
      recorded(store.recorded()).map((e) => [e.field, { text: e.text, ...(e.unit ? { unit: e.unit } : {}) }]),
    );
    const job = {
      customer: customer.id === null ? { name: customer.name, phone, email: email.trim() } : { id: customer.id },
      machine: machineId === null ? { figures } : { id: machineId },
      promisedOn: day,
      ...(isIn ? { anyway: true } : {}),
    };
    const opened = await form.send('/api/jobs', job, jobOpenedAnswer, ({ code, path, words }) => {
      setIsIn(code === 'machine-is-in');
      const field = path.find((p) => typeof p === 'string' && p.startsWith('machine.'));
      if (typeof field === 'string' && isFieldKey(field)) store.setProblem(field, words);
      if (path.includes('email')) return 'Type the address as name@place, or leave it empty.';
    });
    if (opened) router.push(`/jobs/${opened.jobId}/ask`);
  };
  const pickMachine = (id: number | null) => {
    form.put({ machineId: id });
    setIsIn(false);
  };
  return { store, form, pickMachine, isIn, open };
}
type NewJobTyped = ReturnType<typeof useNewJob>;

/** Takes a machine in: customer, machine, promised day; the figures may be filled in later. */
export function NewJob(props: Props) {
  const typed = useNewJob(props);
  const { form } = typed;
  return (
    <Shell title="Take a machine in" about="who, which machine, by when">
      <FieldsProvider value={typed.store}>
        <Columns $wide="1fr 1.6fr">
          <WhoAndWhen>
            <Who form={form} customers={props.customers} isMore={props.isMore} />
            <Which typed={typed} machines={props.machines} chosenMachineId={props.chosenMachineId} isMore={props.isMore} />
            <Titled title="Promised" aside="as usual in this shop until changed">
              <DayField label="Promised day" value={form.typed.day} onChange={(day) => form.put({ day })} problem={form.at('day')} />
            </Titled>
            <div className="open">
              <Button $strong onPress={() => void typed.open()} isDisabled={form.busy}>
                {typed.isIn ? 'Open a second job' : 'Open the job'}
              </Button>
              <FormProblem of={form} />
            </div>
          </WhoAndWhen>
          <Machine form={form} />
        </Columns>
      </FieldsProvider>
    </Shell>
  );
}

interface MachineProps {
  form: Form<{ customer: { id: number | null; name: string }; phone: string; email: string; machineId: number | null; day: string | null }>;
}

function Machine({ form }: MachineProps) {
  return (
    <div className="machine">
      {form.typed.machineId === null ? (
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
  );
}

function Who({ form, customers, isMore }: { form: NewJobTyped['form'] } & Pick<Props, 'customers' | 'isMore'>) {
  const { customer } = form.typed;
  return (
    <Titled title="Customer">
      <FindOrAdd
        label="Name: found in the book, or new"
        kind="customer"
        isMore={isMore}
        items={customers}
        text={customer.name}
        onText={(name) => form.put((f) => ({ customer: { ...f.customer, name } }))}
        onPick={(id) => form.put((f) => ({ customer: { ...f.customer, id } }))}
        autoFocus
      />
      {form.at('customer') && <p role="alert">▲ {form.at('customer')}</p>}
      {customer.id === null && customer.name.trim() !== '' && (
        <>
          <Small>New customer.</Small>
          <PlainField label="Telephone" {...form.field('phone')} />
          <PlainField label="E-mail" {...form.field('email')} />
        </>
      )}
    </Titled>
  );
}

function Which({
  typed,
  machines,
  chosenMachineId,
  isMore,
}: { typed: NewJobTyped } & Pick<Props, 'machines' | 'chosenMachineId' | 'isMore'>) {
  const known = machines.find((m) => m.id === typed.form.typed.machineId);
  const { pickMachine } = typed;
  const { customer } = typed.form.typed;
  const choices = machines.map((m) => ({ id: m.id, name: `${m.name}${m.registration ? `, ${m.registration}` : ''} (${m.owner})` }));
  const [text, setText] = useState(choices.find((m) => m.id === chosenMachineId)?.name ?? '');
  return (
    <Titled title="Machine in the book">
      <FindOrAdd
        label="Make, model or registration; leave empty for a new one"
        kind="machine"
        isMore={isMore}
        items={choices}
        text={text}
        onText={setText}
        onPick={pickMachine}
      />
      {known && customer.id !== known.ownerId && customer.name !== '' && (
        <Small>▲ The book has another owner for this machine. Taking it in records the new one; the old stays in its file.</Small>
      )}
    </Titled>
  );
}
