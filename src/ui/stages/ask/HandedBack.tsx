'use client';
import { END_NAMES } from '@/catalogue/ends';
import { jobNumber } from '@/catalogue/jobs';
import { useCallback, useState } from 'react';
import styled from 'styled-components';
import { type Entries, entryAt, withUnit } from '@/catalogue/entry';
import type { PreloadWay } from '@/core/measure/preload';
import { itemNumbers } from '@/judgement/model/read';
import { fieldDef, type FieldKey, fieldKey, isFieldKey } from '@/catalogue/fields';
import { PRELOAD_WAYS } from '@/catalogue/fields/setup';
import { useFieldStore } from '../../fields/context';
import { focusEntry } from '../../fields/next';
import { Button, QuietButton, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { useBench, useFact } from '../../job/BenchContext';
import type { BenchData } from '@/schema/pages';
import { Titled } from '../../kit/parts';

/** Told of the rider, the load and the ride, and likely to be the same again. */
const OF_RIDER = ['rider.mass', 'passenger.mass', 'use', 'pace', 'experience'] as const;

interface Line {
  field: FieldKey;
  text: string;
  /** Written with it: how a preload was read. */
  beside: { field: FieldKey; text: string }[];
}

const Lines = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 24rem), 1fr));
  gap: 0 2rem;
  margin-bottom: 0.75rem;
  li {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    border-bottom: 1px solid var(--rule);
  }
  .what {
    flex: 1;
    min-width: 0;
  }
`;

type HandedBackWith = NonNullable<BenchData['handedBack']>;

const isOpen = (live: Entries, field: FieldKey) => (entryAt(live, field)?.text ?? '') === '';

/** What was told of the rider and the ride, where nothing is told yet. */
const ofRider = (live: Entries, lastKnown: Entries): Line[] =>
  OF_RIDER.flatMap((field): Line[] => {
    const last = entryAt(lastKnown, field);
    const at = field === 'passenger.mass' ? lastKnown['passenger.at'] : undefined;
    const beside = at && at.text !== '' ? [{ field: at.field, text: withUnit(at) }] : [];
    return last && last.text !== '' && isOpen(live, field) ? [{ field, text: withUnit(last), beside }] : [];
  });

const ofLuggage = (live: Entries, lastKnown: Entries): Line[] =>
  itemNumbers(lastKnown, 'luggage').flatMap((n): Line[] => {
    const [place, ...others] = ['place', 'mass', 'at'].map((part) => fieldKey(`luggage.${n}.${part}`));
    const where = entryAt(lastKnown, place!)?.text ?? '';
    if (where === '' || ![place!, ...others].every((field) => isOpen(live, field))) return [];
    const beside = others.flatMap((field) => {
      const last = entryAt(lastKnown, field);
      return last && last.text !== '' ? [{ field, text: withUnit(last) }] : [];
    });
    return [{ field: place!, text: where, beside }];
  });

/** What it was set to when it left, each figure with how it was read. */
const ofSetup = (live: Entries, values: HandedBackWith['values']): Line[] =>
  Object.entries(values).flatMap(([key, value]): Line[] => {
    const field = `found.${key}`;
    if (value.text === '' || /\.(way|reference|range)$/.test(key) || !isFieldKey(field) || !isOpen(live, field)) return [];
    const root = key.replace(/\.(reading|out)$/, '');
    const beside = ['way', 'reference', 'range'].flatMap((part) => {
      const [other, there] = [values[`${root}.${part}`], `found.${root}.${part}`];
      return other && other.text !== '' && isFieldKey(there) ? [{ field: there, text: withUnit(other) }] : [];
    });
    return [{ field, text: withUnit(value), beside }];
  });

/** A line in words: a choice by its name, a preload as it was read. */
function said({ field, text, beside }: Line): string {
  const def = fieldDef(field);
  if (def.kind === 'choice') {
    const option = def.options.find((o) => o.value === text)?.label ?? text;
    return [option, ...beside.map((b) => b.text)].join(', ');
  }
  if (field.endsWith('.reading')) {
    const of = (part: string) => beside.find((b) => b.field.endsWith(part))?.text;
    const way = (of('.way') ?? 'mm') as PreloadWay;
    return way === 'mm'
      ? `${text} mm`
      : `${PRELOAD_WAYS[way].toLowerCase()} ${text}${of('.reference') ? ` against ${of('.reference')}` : ''}`;
  }
  if (field === 'passenger.mass') return [text, ...beside.map((b) => `${b.text} forward of the rear axle`)].join(', ');
  return def.kind === 'count' && def.unitLabel ? `${text} ${def.unitLabel}` : text;
}

/**
 * What the machine left with the last time, as what it probably comes back with: hollow until somebody looks. Each line is confirmed as it stands, or struck out and typed anew.
 */
export function HandedBack() {
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const { handedBack, lastKnown } = data;
  const [struck, setStruck] = useState<readonly string[]>([]);
  const lines = useFact(
    useCallback(
      ({ entries }): Line[] => [
        ...ofRider(entries, lastKnown),
        ...ofLuggage(entries, lastKnown),
        ...ofSetup(entries, handedBack?.values ?? {}),
      ],
      [handedBack, lastKnown],
    ),
  ).filter((l) => !struck.includes(l.field));
  if (sealed || !handedBack || lines.length === 0) return null;
  const confirm = ({ field, text, beside }: Line) => {
    // The way a reading is taken comes before the reading.
    store.fill([...beside, { field, text }]);
  };
  const strike = (field: FieldKey) => {
    setStruck([...struck, field]);
    focusEntry(field);
  };
  return (
    <Titled title="As it left the last time" aside={`job ${jobNumber(handedBack.jobId)}, ${dayWords(handedBack.at)}; look, then confirm`}>
      <Lines aria-label="As it left the last time">
        {lines.map((line) => (
          <LastTime key={line.field} line={line} onConfirm={() => confirm(line)} onStrike={() => strike(line.field)} />
        ))}
      </Lines>
      <Button onPress={() => lines.forEach(confirm)}>All of it is still so</Button>
    </Titled>
  );
}

function LastTime({ line, onConfirm, onStrike }: { line: Line; onConfirm(): void; onStrike(): void }) {
  const def = fieldDef(line.field);
  const name = line.field.startsWith('luggage.') ? `Luggage ${line.field.split('.')[1]}` : def.label;
  return (
    <li>
      <span className="what">
        {def.end && <span style={{ color: `var(--${def.end})` }}>{`${END_NAMES[def.end]} `}</span>}
        {name} <Small>○ {said(line)}</Small>
      </span>
      <QuietButton onPress={onConfirm} aria-label={`${name}: still so`}>
        still so
      </QuietButton>
      <QuietButton onPress={onStrike} aria-label={`${name}: not so any more`}>
        not so
      </QuietButton>
    </li>
  );
}
