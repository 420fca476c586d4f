'use client';
import { choiceName } from '@/catalogue/choices';
import { useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import type { RideRequest } from '@/schema/retune';
import { post } from '../kit/send';
import { meant } from '../kit/meant';
import { PlainField } from '../kit/PlainField';
import { usePreferences } from '../kit/preferences';
import { Button, Small } from '../kit/primitives';
import type { System } from '@/catalogue/system';

const Feel = styled(RadioGroup)`
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

type Typed = Omit<Required<RideRequest>, 'feels'>;
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

interface Props {
  complaints: readonly { n: number; phrase: string; words: string }[];
  url: string;
  onSaid(): void;
}

/** How it rode: a word for each complaint, the ties, the conditions. The same at the bench and on the rider's phone. */
export function RideForm({ complaints, url, onSaid }: Props) {
  const units = UNITS[usePreferences().system];
  const [feels, setFeels] = useState<RideRequest['feels']>({});
  const [typed, setTyped] = useState(EMPTY);
  const [problem, setProblem] = useState<{ field: string; words: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    const told = Object.fromEntries(Object.entries(typed).map(([key, text]) => [key, meant(text, units[key as keyof Typed] ?? '')]));
    const answer = await post(url, { feels, ...typed, ...told } satisfies RideRequest);
    setBusy(false);
    if (answer.ok) return onSaid();
    setProblem({ field: String(answer.path[0] ?? ''), words: answer.message });
  };
  const at = (field: string) => (problem?.field === field ? problem.words : null);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {complaints.length === 0 && <Small>No complaint was noted: say in words how it rode.</Small>}
      {complaints.map((c) => (
        <Feel
          key={c.n}
          aria-label={choiceName(COMPLAINT_PHRASES, c.phrase) ?? 'Complaint'}
          value={feels[String(c.n)] ?? null}
          onChange={(value) => setFeels({ ...feels, [c.n]: value as keyof typeof FEELS })}
        >
          <b>{choiceName(COMPLAINT_PHRASES, c.phrase) ?? 'Complaint'}</b>
          {c.words && <Small> “{c.words}”</Small>}
          <div className="choices">
            {Object.entries(FEELS).map(([value, label]) => (
              <Radio key={value} value={value}>
                {label}
              </Radio>
            ))}
          </div>
        </Feel>
      ))}
      {at('feels') && <p role="alert">▲ {at('feels')}</p>}
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(12rem, 1fr))',
          gap: '0.25rem 1.25rem',
          paddingTop: '0.5rem',
        }}
      >
        {FIELDS.map(([key, label]) => (
          <PlainField
            key={key}
            label={label}
            unit={units[key] ?? ''}
            value={typed[key]}
            onChange={(text) => setTyped({ ...typed, [key]: text })}
            problem={at(key)}
          />
        ))}
      </div>
      <PlainField
        label="In the rider’s words"
        value={typed.words}
        onChange={(words) => setTyped({ ...typed, words })}
        problem={at('words')}
      />
      {problem && !['feels', 'words', ...FIELDS.map(([k]) => k as string)].includes(problem.field) && <p role="alert">▲ {problem.words}</p>}
      <p style={{ paddingTop: '0.75rem' }}>
        <Button $strong type="submit" isDisabled={busy}>
          Write down how it rode
        </Button>
      </p>
    </form>
  );
}
