'use client';
import { foundAnswer, type Found } from '@/schema/answers';
import { PlainField } from '../../kit/PlainField';
import { QuietButton, Small } from '../../kit/primitives';
import { NotRead } from '../../kit/NotRead';
import { useRead } from '../../kit/read';

interface Props {
  label: string;
  kind: Found['kind'];
  value: string;
  onChange(text: string): void;
  onPick(found: Found): void;
  problem?: string | null;
  /** Left out of what is offered. */
  except?: number;
}

const FROM_LETTERS = 2;

/** A name typed, and those of the book that are like it. */
export function FindOne({ label, kind, value, onChange, onPick, problem = null, except }: Props) {
  const isAsked = value.trim().length >= FROM_LETTERS;
  const reading = useRead(isAsked ? `/api/search?kind=${kind}&q=${encodeURIComponent(value)}` : null, foundAnswer);
  const offered = (reading.value ?? []).filter((f) => f.id !== except).slice(0, 6);
  return (
    <>
      <PlainField label={label} value={value} onChange={onChange} problem={problem} />
      {offered.length > 0 && (
        <ul aria-label={`Known, like “${value}”`}>
          {offered.map((f) => (
            <li key={f.id}>
              <QuietButton onPress={() => onPick(f)}>{f.title}</QuietButton>
            </li>
          ))}
        </ul>
      )}
      <NotRead reading={reading} />
      {reading.value && offered.length === 0 && <Small>Nobody in the book is named like that.</Small>}
    </>
  );
}
