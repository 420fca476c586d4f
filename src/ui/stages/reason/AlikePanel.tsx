'use client';
import { DataTable } from '../../kit/DataTable';
import { alikeAnswer, type Likeness, type Alike } from '@/schema/answers';
import Link from 'next/link';
import { useState } from 'react';
import { jobNumber } from '@/catalogue/jobs';
import { ALIKE_NAMES, alikeFigure, type AlikeFigure, alikeSummary, likenessOf, likeTerms } from '@/judgement/reason/alike';
import { QuietButton, Small } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { NotRead } from '../../kit/NotRead';
import { useRead } from '../../kit/read';

const SHOWN = 6;
const figure = (x: number) => String(Math.round(x * 100) / 100);

/** Past set-ups of machines like this one: how they are like it, what was in them, how they rode. Counts, never an order. */
export function AlikePanel() {
  const { data } = useBench();
  const facts = useLater();
  const [isAsked, setAsked] = useState(false);
  const reading = useRead(isAsked ? `/api/jobs/${data.job.id}/alike` : null, alikeAnswer);
  const alike = reading.value ?? null;
  const here = likenessOf(facts);
  const better = alike?.filter((a) => a.feel === 'better').length ?? 0;
  return (
    <Titled title="Machines like this one">
      {!isAsked && <QuietButton onPress={() => setAsked(true)}>Look in the book</QuietButton>}
      <NotRead reading={reading} />
      {alike?.length === 0 && <Small>None in the book that was ridden and told of.</Small>}
      {alike && alike.length > 0 && (
        <div role="status">
          <BetterSchool alike={alike} better={better} />
          <Summary alike={alike} />
          <ul>
            {alike.slice(0, SHOWN).map((a) => (
              <AlikeJob key={a.jobId} a={a} here={here} />
            ))}
          </ul>
        </div>
      )}
    </Titled>
  );
}

function BetterSchool({ alike, better }: { alike: readonly Alike[]; better: number }) {
  return (
    <p>
      <Small>
        {alike.length} near enough, {better} rode better. What they had is no order for this one: their riders, roads and dampers were their
        own.
      </Small>
    </p>
  );
}

function AlikeJob({ a, here }: { a: Alike; here: Likeness }) {
  return (
    <li style={{ padding: '0.4rem 0', borderTop: '1px solid var(--fine)' }}>
      <Link href={`/machines/${a.machineId}`}>{a.machine}</Link>{' '}
      <Small>
        job {jobNumber(a.jobId)}, rode {a.feel}
      </Small>
      <br />
      <Small>
        distance {a.distance.toFixed(1)}:{' '}
        {likeTerms(here, a)
          .map((t) => t.words)
          .join(', ') || 'the same in all that is known'}
      </Small>
      <br />
      <Small>
        {(['rear.spring', 'front.spring', 'rear.rebound', 'front.rebound'] as AlikeFigure[])
          .flatMap((f) => {
            const value = alikeFigure(a.document, f);
            return value === null ? [] : [`${ALIKE_NAMES[f].split(',')[0]!.toLowerCase()} ${figure(value)}`];
          })
          .concat(a.stacks)
          .join(' · ')}
      </Small>
    </li>
  );
}

function Summary({ alike }: { alike: readonly Alike[] }) {
  const lines = alikeSummary(alike).filter((s) => s.better !== null);
  if (lines.length === 0) return null;
  return (
    <DataTable
      label="What rode better"
      rows={lines}
      keyOf={({ figure: f }) => f}
      columns={[
        { name: 'Of those that rode better', cell: ({ figure: f }) => ALIKE_NAMES[f] },
        {
          name: 'middle half',
          figure: true,
          cell: ({ better }) => (
            <>
              {figure(better!.low)} – {figure(better!.high)}
            </>
          ),
        },
        { name: 'of', figure: true, cell: ({ better }) => better!.count },
      ]}
    />
  );
}
