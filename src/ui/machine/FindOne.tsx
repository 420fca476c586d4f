'use client';
import { useEffect, useState } from 'react';
import { PlainField } from '../fields/PlainField';
import { QuietButton, Small } from '../layout/primitives';

export interface FoundOne {
  kind: 'job' | 'machine' | 'customer';
  id: number;
  title: string;
}

interface Props {
  label: string;
  kind: FoundOne['kind'];
  value: string;
  onChange(text: string): void;
  onPick(found: FoundOne): void;
  problem?: string | null;
  /** Left out of what is offered. */
  except?: number;
}

const FROM_LETTERS = 2;

/** A name typed, and those of the book that are like it. */
export function FindOne({ label, kind, value, onChange, onPick, problem = null, except }: Props) {
  const [answer, setAnswer] = useState<{ to: string; found: FoundOne[] }>({ to: '', found: [] });
  useEffect(() => {
    if (value.trim().length < FROM_LETTERS) return;
    const stop = new AbortController();
    fetch(`/api/search?kind=${kind}&q=${encodeURIComponent(value)}`, { signal: stop.signal })
      .then((r) => r.json() as Promise<FoundOne[]>)
      .then((found) => setAnswer({ to: value, found }))
      .catch(() => undefined);
    return () => stop.abort();
  }, [value, kind]);
  const offered = value.trim().length < FROM_LETTERS || answer.to !== value ? [] : answer.found.filter((f) => f.id !== except).slice(0, 6);
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
      {answer.to === value && offered.length === 0 && value.trim().length >= FROM_LETTERS && (
        <Small>Nobody in the book is named like that.</Small>
      )}
    </>
  );
}
