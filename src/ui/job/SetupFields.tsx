'use client';
import type { Result } from '@/core/result';
import type { Entry, Entries } from '@/catalogue/entry';
import { type FieldKey, fieldKey } from '@/catalogue/fields';
import { mm } from '@/core/units/say';
import { Sentence } from '../kit/Sentence';
import { useState } from 'react';
import styled from 'styled-components';
import { preloadOf, type PreloadKey } from '@/judgement/model/measure';
import { hasAdjuster, isOnMachine } from '@/judgement/model/ends';
import { textOf } from '@/judgement/model/read';
import { PRELOAD_WAYS, SETUP_GROUPS } from '@/catalogue/fields/setup';
import { issueWords } from '@/schema/words';
import { EntryField } from '../fields/EntryField';
import { useLive } from '../fields/context';
import { Heading, QuietButton, Small } from '../kit/primitives';
import { FieldGrid } from '../kit/parts';

const Groups = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(17rem, 1fr));
  gap: 1.25rem 2rem;
`;

const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 0 1rem;
  grid-column: 1 / -1;
`;

const Preload = styled.div<{ $inCell: boolean }>`
  grid-column: 1 / -1;
  display: grid;
  /* In a cell the way and its reading share the row's one line. */
  grid-template-columns: ${({ $inCell }) => ($inCell ? 'minmax(0, 1fr) 5.5rem' : 'repeat(auto-fit, minmax(8.5rem, 1fr))')};
  gap: 0 ${({ $inCell }) => ($inCell ? '0.5rem' : '1rem')};
  .result {
    grid-column: 1 / -1;
    padding-bottom: 0.3rem;
  }
`;

const REFERENCE_NAME: Record<string, string> = {
  length: 'Free length, mm',
  turns: 'Thread pitch, mm',
  notch: 'Step height, mm',
  thread: 'Thread showing when slack, mm',
};
const READING_NAME: Record<string, string> = {
  mm: 'Preload, mm',
  length: 'Installed length, mm',
  turns: 'Turns in',
  notch: 'Notch, softest is 1',
  thread: 'Thread showing, mm',
};

/** Preload as people read it: the way, the reading, what it is read against; shown in mm. */
export function PreloadFields({
  base,
  entries,
  machine,
  locked,
  inCell = false,
}: {
  base: PreloadKey;
  entries: Entries;
  machine: Entries;
  locked: boolean;
  inCell?: boolean;
}) {
  const way = textOf(entries, `${base}.way`) || 'mm';
  // Where nothing turns there is no way to read it by but the tape.
  const isBySpacer = way === 'mm' && base.includes('front') && !hasAdjuster(machine, 'front');
  const read = preloadOf(entries, base);
  return (
    <Preload $inCell={inCell}>
      {isBySpacer ? (
        <Small>by the spacer</Small>
      ) : (
        <EntryField
          field={`${base}.way`}
          locked={locked}
          look={inCell ? 'cell' : 'stacked'}
          placeholder={inCell ? 'mm' : PRELOAD_WAYS.mm}
        />
      )}
      <EntryField field={`${base}.reading`} label={READING_NAME[way] ?? 'Preload'} look={inCell ? 'cell' : 'stacked'} locked={locked} />
      {way !== 'mm' && <EntryField field={`${base}.reference`} label={REFERENCE_NAME[way] ?? ''} locked={locked} />}
      {read && !(way === 'mm' && read.ok) && <PreloadRead read={read} way={way} />}
    </Preload>
  );
}

function PreloadRead({ read, way }: { read: Result<number>; way: string }) {
  return (
    <div className="result" role="status">
      {read.ok ? (
        <>
          <Small>Preload </Small>
          <b>
            <Sentence of={mm(read.value, 1)} />
          </b>
        </>
      ) : (
        <Small>
          ▲{' '}
          <Sentence
            of={
              read.issue.code === 'empty'
                ? `Preload follows once the ${(REFERENCE_NAME[way] ?? 'reference').split(',')[0]!.toLowerCase()} is in.`
                : issueWords(read.issue)
            }
          />
        </Small>
      )}
    </div>
  );
}

/** The set-up fields of a machine under one prefix, with the range of each clicker beside it. */
export function SetupFields({ prefix, machine, locked = false }: { prefix: 'found' | 'standard'; machine: Entries; locked?: boolean }) {
  return (
    <Groups>
      {SETUP_GROUPS.map((group) => (
        <section key={group.title}>
          <Heading style={{ color: `var(--${group.end})` }}>{group.title}</Heading>
          <GroupFields group={group} prefix={prefix} locked={locked} machine={machine} />
        </section>
      ))}
    </Groups>
  );
}

interface GroupFieldsProps {
  group: (typeof SETUP_GROUPS)[number];
  prefix: 'found' | 'standard';
  locked: boolean;
  machine: Readonly<Partial<Record<FieldKey, Entry>>>;
}

function GroupFields({ group, prefix, locked, machine }: GroupFieldsProps) {
  const live = useLive();
  // What was typed before somebody said that it is not there stays in sight.
  const isNoted = (key: string) => textOf(live, fieldKey(`${prefix}.${key.replace(/\.way$/, '.reading')}`)) !== '';
  return (
    <FieldGrid $min="8rem">
      {group.fields.map((f) => {
        const key = fieldKey(`${prefix}.${f.key}`);
        if (/\.(reading|reference|range)$/.test(f.key) || !(isOnMachine(f.key, machine) || isNoted(f.key))) return null;
        if (f.key.endsWith('.way'))
          return <PreloadFields key={key} base={key.slice(0, -4) as PreloadKey} entries={live} machine={machine} locked={locked} />;
        if (/(spring|oil)Right$/.test(f.key)) return <WhereItDiffers key={key} field={key} locked={locked} />;
        if (f.key.endsWith('.out'))
          return (
            <Pair key={key}>
              <EntryField field={key} locked={locked} />
              <EntryField field={fieldKey(key.replace(/out$/, 'range'))} label="Range" locked={locked} />
            </Pair>
          );
        return (
          <div key={key} style={{ gridColumn: '1 / -1' }}>
            <EntryField field={key} locked={locked} />
          </div>
        );
      })}
    </FieldGrid>
  );
}

/** The right one's own figure: asked for once somebody says that it differs. */
function WhereItDiffers({ field, locked }: { field: FieldKey; locked: boolean }) {
  const [isAsked, setAsked] = useState(false);
  const isNoted = textOf(useLive(), field) !== '';
  return (
    <div style={{ gridColumn: '1 / -1' }}>
      {isAsked || isNoted ? (
        <EntryField field={field} locked={locked} />
      ) : (
        !locked && (
          <QuietButton onPress={() => setAsked(true)}>
            {field.endsWith('oilRight') ? 'The right oil differs' : 'The right spring differs'}
          </QuietButton>
        )
      )}
    </div>
  );
}
