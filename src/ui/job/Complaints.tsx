'use client';
import { fieldKey } from '@/catalogue/fields';
import { choiceName } from '@/catalogue/choices';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { itemNumbers, textOf } from '@/judgement/model/read';
import { COMPLAINT_BAD, COMPLAINT_ITEM, COMPLAINT_PHRASES, COMPLAINT_PLACES, COMPLAINT_SINCE, TOLD_ITEM } from '@/catalogue/fields/ask';
import type { FieldDef } from '@/catalogue/fields/kinds';
import { useFieldStore, useLive } from '../fields/context';
import { RideLine } from '../figures/RideLine';
import { QuietButton, Small } from '../kit/primitives';
import { FieldsOf } from '../fields/parts';

const List = styled.ul`
  > li {
    border-bottom: 1px solid var(--rule);
  }
  .told {
    display: block;
    width: 100%;
    min-height: 44px;
    padding: 0.45rem 0;
    border: 0;
    background: none;
    text-align: left;
    cursor: pointer;
    font: inherit;
    color: inherit;
  }
  .told[aria-expanded='true'] {
    border-left: 4px solid var(--ink);
    padding-left: 0.6rem;
  }
`;

type List_ = 'complaint' | 'ride.told';
const ITEM = { complaint: COMPLAINT_ITEM, 'ride.told': TOLD_ITEM } as const satisfies Record<List_, readonly FieldDef[]>;

const itemsOf = (list: List_, n: number, wanted: (d: FieldDef) => boolean) =>
  (ITEM[list] as readonly FieldDef[]).filter(wanted).map((d) => ({ ...d, key: d.key.replace('.n.', `.${n}.`) }));

const label = (of: Record<string, string>, id: string) => (of[id] ?? '').toLowerCase();

interface Props {
  locked: boolean;
  /** As it came in, or told of the rides after the work. */
  list?: List_;
}

/** The complaints of the job: told in the rider’s words, placed on the ride, one open at a time. Under Ask and Reason alike, and under Ride what was told since. */
export function Complaints({ locked, list = 'complaint' }: Props) {
  const live = useLive();
  const store = useFieldStore();
  const numbers = itemNumbers(live, list);
  const [picked, setPicked] = useState<number | null>(null);
  const next = (numbers.at(-1) ?? 0) + 1;
  const open = picked ?? numbers[0] ?? null;
  const shown = open !== null && !numbers.includes(open) ? [...numbers, open] : numbers;
  const takeOut = (n: number) => {
    for (const { key } of ITEM[list]) {
      const field = fieldKey(key.replace('.n.', `.${n}.`));
      if (store.stateOf(field).text !== '') store.put(field, '');
    }
    setPicked(null);
  };
  return (
    <>
      {shown.length === 0 && (
        <Small>
          {list === 'complaint'
            ? 'No complaint noted. Ask what it does, where, at which end, how bad and since when.'
            : 'Nothing new was told. What the rider says now belongs here: the complaints of Ask are signed.'}
        </Small>
      )}
      <List>
        {shown.map((n) => {
          const at = (what: 'phrase' | 'place' | 'end' | 'bad' | 'since' | 'words') => textOf(live, `${list}.${n}.${what}`);
          const phrase = choiceName(COMPLAINT_PHRASES, at('phrase')) ?? 'New complaint';
          const about = [
            label(COMPLAINT_PLACES, at('place')),
            at('end') === 'unsure' ? 'end not sure' : at('end'),
            label(COMPLAINT_BAD, at('bad')),
            label(COMPLAINT_SINCE, at('since')),
          ].filter(Boolean);
          return (
            <li key={n}>
              <button type="button" className="told" aria-expanded={open === n} onClick={() => setPicked(open === n ? -1 : n)}>
                <b>{phrase}</b> <Small>{about.join(' · ')}</Small>
                {at('words') && <div>“{at('words')}”</div>}
              </button>
              {open === n && <OpenComplaint list={list} phrase={phrase} at={at} n={n} locked={locked} takeOut={takeOut} />}
            </li>
          );
        })}
      </List>
      {!locked && next < 100 && (
        <QuietButton onPress={() => setPicked(next)}>
          <Plus size={14} aria-hidden /> Add a complaint
        </QuietButton>
      )}
    </>
  );
}

interface OpenComplaintProps {
  list: List_;
  phrase: string;
  at: (what: 'phrase' | 'place' | 'end' | 'bad' | 'since' | 'words') => string;
  n: number;
  locked: boolean;
  takeOut: (n: number) => void;
}

function OpenComplaint({ list, phrase, at, n, locked, takeOut }: OpenComplaintProps) {
  const store = useFieldStore();
  return (
    <div style={{ paddingBottom: '0.5rem' }}>
      <RideLine
        label={`Where: ${phrase.toLowerCase()}`}
        place={at('place')}
        onPick={(place) => store.put(`${list}.${n}.place`, place)}
        locked={locked}
      />
      <FieldsOf defs={itemsOf(list, n, (d) => d.key.endsWith('.phrase'))} locked={locked} min="100%" />
      <FieldsOf defs={itemsOf(list, n, (d) => d.kind === 'choice' && !/\.(phrase|place)$/.test(d.key))} locked={locked} min="9.5rem" />
      <FieldsOf defs={itemsOf(list, n, (d) => d.kind === 'text')} locked={locked} min="100%" />
      {!locked && <QuietButton onPress={() => takeOut(n)}>Take out</QuietButton>}
    </div>
  );
}
