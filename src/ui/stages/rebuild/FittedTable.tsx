'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { entryAt } from '@/catalogue/entry';
import { END_NAMES } from '@/catalogue/ends';
import { fieldDef, type FieldKey } from '@/catalogue/fields';
import type { SetupKey } from '@/catalogue/fields/setup';
import { wantedFigures } from '@/judgement/findings/built';
import {
  itemsOn,
  allOf,
  type Given,
  givenAt,
  givenWords,
  markAt,
  preloadBase,
  type RebuildItem,
  type Source,
} from '@/judgement/job/rebuildTable';
import { useSaid } from '../../kit/preferences';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore, useSystem } from '../../fields/context';
import { useBench, useLater } from '../../job/BenchContext';
import { PreloadFields } from '../../job/SetupFields';
import { Button, EndName, LineTable, QuietButton, Small } from '../../kit/primitives';

const Sheet = styled(LineTable)`
  table-layout: fixed;
  th:nth-child(1) {
    width: 20%;
  }
  th:nth-child(n + 2):nth-child(-n + 4) {
    width: 14%;
  }
  td.fitted .box {
    background: var(--sheet);
    padding-left: 0.4rem;
  }
  td.fitted > div {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 1.2rem;
    align-items: center;
    gap: 0.25rem;
  }
  /* One column of one row after the other: the row becomes a small sheet. */
  @media (max-width: 700px) {
    thead tr,
    tbody tr {
      display: grid;
      grid-template-columns: repeat(6, minmax(0, 1fr));
      border-bottom: 1px solid var(--rule);
    }
    th,
    td {
      border: 0;
      height: auto;
    }
    th:nth-child(n),
    td:nth-child(n) {
      width: auto;
      grid-column: span 2;
    }
    th:first-child,
    td:first-child {
      grid-column: 1 / -1;
      padding-top: 0.4rem;
    }
    thead .fitted {
      display: none;
    }
    td.fitted::before {
      content: attr(data-place);
      font-size: 0.875rem;
      color: var(--soft);
    }
    td.fitted:nth-child(n) {
      grid-column: span 3;
    }
    td.fitted[colspan='2'] {
      grid-column: 1 / -1;
    }
  }
`;

const MARK = { 'not-wanted': ['▲', 'not as wanted'], changed: ['≠', 'changed from what came in'] } as const;
const SOURCES: { source: Source; name: string; all: string }[] = [
  { source: 'standard', name: 'Standard', all: 'Back to standard' },
  { source: 'found', name: 'Came in', all: 'All as it came in' },
  { source: 'wanted', name: 'Wanted', all: 'All as wanted' },
];

/** One table for the rebuild: what the maker gives, what came in, what is wanted, and what was fitted at the left and the right. A figure pressed is taken over. */
export function FittedTable() {
  const facts = useLater();
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const [said, setSaid] = useState('');
  const from = useMemo(
    () => ({ entries: facts.entries, machine: facts.machine, wanted: wantedFigures(facts, data.springs) }),
    [facts, data.springs],
  );
  const put = (puts: Given['puts'], onlyEmpty = false) => {
    const filled = store.fill(puts, onlyEmpty);
    setSaid(
      filled === 0
        ? 'Nothing to take over: it stands so already, or nothing is noted yet.'
        : `${filled} fields filled. Change what is different now.`,
    );
  };
  const carry = () => {
    const wanted = allOf(from, 'wanted');
    const asked = new Set(wanted.map((p) => p.field));
    put([...wanted, ...rest(allOf(from, 'found'), asked)], true);
  };
  return (
    <>
      {!sealed && (
        <p style={{ marginBottom: '0.75rem', display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap' }}>
          <Button onPress={carry}>Carry over the chosen springs and what came in</Button>
          <Small role="status">{said}</Small>
          <Small style={{ marginLeft: 'auto' }}>{LEGEND}</Small>
        </p>
      )}
      <Sheet aria-label="What was fitted">
        <FittedHead from={from} put={put} />
        <tbody>
          {itemsOn(facts.machine, facts.entries).map((item) => (
            <Item key={item.places[0]} item={item} from={from} onTake={sealed ? null : put} />
          ))}
        </tbody>
      </Sheet>
      {sealed && <Small>{LEGEND}</Small>}
    </>
  );
}

const LEGEND = 'clickers out from closed · ▲ not as wanted · ≠ changed from what came in';

/** The columns, each taken over as a whole by one press. */
function FittedHead({ from, put }: { from: Parameters<typeof givenAt>[0]; put: (puts: Given['puts'], onlyEmpty?: boolean) => void }) {
  const { sealed } = useBench();
  return (
    <thead>
      <tr>
        <th scope="col">Item</th>
        {SOURCES.map(({ source, name, all }) => (
          <th key={source} scope="col">
            {name}
            {!sealed && (
              <>
                <br />
                <QuietButton isDisabled={allOf(from, source).length === 0} onPress={() => put(allOf(from, source))}>
                  {all}
                </QuietButton>
              </>
            )}
          </th>
        ))}
        <th scope="col" className="fitted">
          Fitted, left
        </th>
        <th scope="col" className="fitted">
          right
        </th>
      </tr>
    </thead>
  );
}

/** What came in where nothing else is asked for; a spring or preload that came in is no answer to what to fit. */
const rest = (puts: Given['puts'], asked: ReadonlySet<FieldKey>) =>
  puts.filter(({ field }) => !asked.has(field) && !/spring|preload/.test(field));

function Item({
  item,
  from,
  onTake,
}: {
  item: RebuildItem;
  from: Parameters<typeof givenAt>[0];
  onTake: ((puts: Given['puts']) => void) | null;
}) {
  const system = useSystem();
  const inUnits = useSaid();
  const rangeKey = item.places[0]!.replace(/\.out$/, '.range');
  const range = entryAt(from.entries, `found.${rangeKey}`) ?? entryAt(from.machine, `standard.${rangeKey}`);
  return (
    <tr>
      <td>
        <EndName $end={item.end}>{END_NAMES[item.end]}</EndName> {item.label.toLowerCase()}
        {item.places[0]!.endsWith('.out') && range?.text && <Small> of {range.text}</Small>}
      </td>
      {SOURCES.map(({ source, name }) => {
        const given = item.places.map((key) => givenAt(from, source, key));
        const words = [...new Set(given.flatMap((g, i) => (g ? [givenWords(g, item.places[i]!, system)] : [])))].join(' / ');
        const puts = given.flatMap((g) => g?.puts ?? []);
        return (
          <td key={source}>
            {words === '' ? (
              <Small aria-label={`${name}: not noted`}>–</Small>
            ) : onTake ? (
              <QuietButton aria-label={`${item.label}: take ${words}, ${name.toLowerCase()}`} onPress={() => onTake(puts)}>
                {words}
              </QuietButton>
            ) : (
              words
            )}
            {given[0]?.inHand && <Small> {inUnits(given[0].inHand)}</Small>}
          </td>
        );
      })}
      {item.places.map((key) => (
        <td key={key} className="fitted" colSpan={item.places.length === 1 ? 2 : 1} data-place={placeName(item, key)}>
          <div>
            <Fitted place={key} from={from} />
            <Marked place={key} from={from} />
          </div>
        </td>
      ))}
    </tr>
  );
}

const placeName = (item: RebuildItem, key: SetupKey) =>
  item.places.length === 1 ? 'Fitted' : key === item.places[0] ? 'Fitted, left' : 'Fitted, right';

function Fitted({ place, from }: { place: SetupKey; from: Parameters<typeof givenAt>[0] }) {
  const { sealed } = useBench();
  const base = preloadBase(place);
  if (base) return <PreloadFields base={`fitted.${base}`} entries={from.entries} machine={from.machine} locked={sealed} inCell />;
  const left = /(front\.spring|front\.oil|rear\.spring)Right$/.exec(place)?.[1];
  // The right leg is as the left until it is said to differ.
  const same = left ? entryAt(from.entries, `fitted.${left}`)?.text : undefined;
  return (
    <EntryField
      field={`fitted.${place}`}
      look="cell"
      locked={sealed}
      label={fieldDef(`fitted.${place}`).label}
      {...(same ? { placeholder: 'as left' } : {})}
    />
  );
}

function Marked({ place, from }: { place: SetupKey; from: Parameters<typeof givenAt>[0] }) {
  const mark = markAt(from, place);
  if (!mark) return <span />;
  const [sign, words] = MARK[mark];
  return (
    <span role="img" aria-label={words} title={words}>
      {sign}
    </span>
  );
}
