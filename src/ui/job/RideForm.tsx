'use client';
import { type Form, FormProblem, useForm } from '../kit/useForm';
import { choiceName } from '@/catalogue/choices';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { COMPLAINT_ENDS, COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import type { RideRequest } from '@/schema/retune';
import { meant } from '../kit/meant';
import { Pick } from '../kit/Pick';
import { PlainField } from '../kit/PlainField';
import { usePreferences } from '../kit/preferences';
import { Button, Small } from '../kit/primitives';
import type { System } from '@/catalogue/system';

const Feels = styled(RadioGroup)`
  border-top: 1px solid var(--rule);
  padding: 0.5rem 0;
  .choices {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 0.4rem;
    padding-top: 0.35rem;
  }
  label {
    display: grid;
    place-items: center;
    min-height: 52px;
    border: 1px solid var(--rule);
    border-radius: 2px;
    cursor: pointer;
    font-weight: 600;
  }
  label[data-selected] {
    background: var(--ink);
    color: var(--ground);
    border-color: var(--ink);
  }
  label[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
`;

const FEELS = { better: '▲ Better', same: '= The same', worse: '▼ Worse' } as const;

type Feel = keyof typeof FEELS;
const NOTHING_SAID: RideRequest['feels'] = {};
type Typed = Omit<Required<RideRequest>, 'feels' | 'told'>;
const EMPTY: Typed = { tieRear: '', tieFront: '', riderMass: '', temperature: '', fuel: '', tyres: '', track: '', words: '' };
/** Units of a bare number; another may be written after it. */
const UNITS: Record<System, Partial<Record<keyof Typed, string>>> = {
  metric: { tieRear: 'mm', tieFront: 'mm', riderMass: 'kg', temperature: '°C' },
  imperial: { tieRear: 'in', tieFront: 'in', riderMass: 'lb', temperature: '°F' },
};
const FIELDS: [key: keyof Typed, label: string][] = [
  ['tieFront', 'Front tie, moved along the tube'],
  ['tieRear', 'Rear tie, moved along the shaft'],
  ['riderMass', 'Rider in gear'],
  ['temperature', 'Temperature'],
  ['fuel', 'Fuel and luggage'],
  ['tyres', 'Tyres and pressures'],
  ['track', 'Track or road'],
];

type RideTyped = Typed & Pick<RideRequest, 'feels'> & { newPhrase: string; newEnd: string; newWords: string };

interface Props {
  complaints: readonly { n: number; phrase: string; words: string }[];
  url: string;
  onSaid(): void;
}

/** How it rode: a word for each complaint, the ties, the conditions. The same at the bench and on the rider's phone. */
export function RideForm({ complaints, url, onSaid }: Props) {
  const units = UNITS[usePreferences().system];
  const form = useForm({ ...EMPTY, feels: NOTHING_SAID, newPhrase: '', newEnd: '', newWords: '' });
  const { feels, newPhrase, newEnd, newWords, ...typed } = form.typed;
  const send = async () => {
    const told = Object.fromEntries(Object.entries(typed).map(([key, text]) => [key, meant(text, units[key as keyof Typed] ?? '')]));
    const isNew = newPhrase !== '';
    const news = isNew ? { phrase: newPhrase, end: newEnd, words: newWords } : null;
    if (await form.send(url, { feels, ...typed, ...told, told: news as RideRequest['told'] } satisfies RideRequest)) onSaid();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {complaints.length === 0 && <Small>No complaint was noted: say in words how it rode.</Small>}
      {complaints.map((c) => (
        <FeelOf key={c.n} c={c} feels={feels} form={form} />
      ))}
      {form.at('feels') && <p role="alert">▲ {form.at('feels')}</p>}
      <RideFields units={units} form={form} />
      <PlainField label="In the rider’s words" {...form.field('words')} />
      <SomethingNew form={form} />
      <FormProblem of={form} />
      <p style={{ paddingTop: '0.75rem' }}>
        <Button $strong type="submit" isDisabled={form.busy}>
          Write down how it rode
        </Button>
      </p>
    </form>
  );
}

function FeelOf({ c, feels, form }: { c: Props['complaints'][number]; feels: RideRequest['feels']; form: Form<RideTyped> }) {
  return <OneFeel complaint={c} value={feels[String(c.n)] ?? null} onChange={(feel) => form.put({ feels: { ...feels, [c.n]: feel } })} />;
}

const options = (of: Record<string, string>) => Object.entries(of).map(([value, label]) => ({ value, label }));

/** A complaint nobody told before: it is looked into with the others from now on. */
function SomethingNew({ form }: { form: Form<RideTyped> }) {
  const { newPhrase, newEnd } = form.typed;
  return (
    <div style={{ paddingTop: '0.5rem' }}>
      <Pick
        label="Something it did not do before"
        value={newPhrase === '' ? null : newPhrase}
        options={options(COMPLAINT_PHRASES)}
        onPick={(phrase) => form.put({ newPhrase: phrase })}
      />
      {newPhrase !== '' && (
        <>
          <Pick
            label="Which end"
            value={newEnd === '' ? null : newEnd}
            options={options(COMPLAINT_ENDS)}
            onPick={(end) => form.put({ newEnd: end })}
          />
          <PlainField label="It, in the rider’s words" {...form.field('newWords')} />
        </>
      )}
    </div>
  );
}

function RideFields({ units, form }: { units: Partial<Record<keyof Typed, string>>; form: Form<RideTyped> }) {
  return (
    <div
      style={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(12rem, 1fr))',
        gap: '0.25rem 1.25rem',
        paddingTop: '0.5rem',
      }}
    >
      {FIELDS.map(([key, label]) => (
        <PlainField key={key} label={label} unit={units[key] ?? ''} {...form.field(key)} />
      ))}
    </div>
  );
}

interface FeelProps {
  complaint: Props['complaints'][number];
  value: Feel | null;
  onChange(feel: Feel): void;
}

/** One complaint, and whether it was better, the same or worse. */
function OneFeel({ complaint: { phrase, words }, value, onChange }: FeelProps) {
  const name = choiceName(COMPLAINT_PHRASES, phrase) ?? 'Complaint';
  return (
    <Feels aria-label={name} value={value} onChange={(chosen) => onChange(chosen as Feel)}>
      <b>{name}</b>
      {words && <Small> “{words}”</Small>}
      <div className="choices">
        {Object.entries(FEELS).map(([feel, label]) => (
          <Radio key={feel} value={feel}>
            {label}
          </Radio>
        ))}
      </div>
    </Feels>
  );
}
