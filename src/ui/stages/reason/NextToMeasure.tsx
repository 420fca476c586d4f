'use client';
import { STAGE_NAMES } from '@/catalogue/fields';
import Link from 'next/link';
import { LITTLE_BITS, MUCH_BITS } from '@/knowledge/limits';
import type { Reasoned } from '@/judgement/reason/reason';
import { measurementWords, type TypedAt, whereTyped } from '@/knowledge/causes/statements';
import { Empty, Small } from '../../kit/primitives';
import { focusEntry } from '../../fields/next';
import { useBench } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';

const SHOWN = 5;
const worthWords = (bits: number) => (bits >= MUCH_BITS ? 'much' : bits >= LITTLE_BITS ? 'something' : 'little');
const ROOM: Record<TypedAt, string> = { ...STAGE_NAMES, log: 'Logger', leverage: 'Leverage room', geometry: 'Steering and drive' };

/** The measurements that would tell most a minute, each a way to where it is typed. */
export function NextToMeasure({ reasoned }: { reasoned: Reasoned }) {
  const { data } = useBench();
  const names = new Map(reasoned.causes.map((c) => [c.id, c.name]));
  const href = (stage: TypedAt, field: string) =>
    stage === 'leverage' || stage === 'geometry'
      ? `/machines/${data.machine.id}/${stage}`
      : `/jobs/${data.job.id}/${stage}${field ? `#${field}` : ''}`;
  return (
    <Titled title="Measure next" aside="what tells most a minute">
      {reasoned.next.length === 0 && <Empty>Nothing more would tell these causes apart.</Empty>}
      {reasoned.leading && reasoned.next.length > 0 && reasoned.next[0]!.worthBits < LITTLE_BITS && (
        <Small>What is known decides already; these would change it little.</Small>
      )}
      <Measurements reasoned={reasoned} href={href} names={names} />
    </Titled>
  );
}

interface MeasurementsProps {
  reasoned: Reasoned;
  href: (stage: TypedAt, field: string) => string;
  names: Map<string, string>;
}

function Measurements({ reasoned, href, names }: MeasurementsProps) {
  const { working } = useBench();
  return (
    <ol>
      {reasoned.next.slice(0, SHOWN).map((m, i) => {
        const { stage, field, minutes } = whereTyped(m.id);
        return (
          <li key={m.id} style={{ padding: '0.45rem 0', borderTop: '1px solid var(--rule)' }}>
            <Link href={href(stage, field)} onClick={() => focusEntry(field)} style={{ fontWeight: i === 0 ? 700 : 400, display: 'block' }}>
              {measurementWords(m.id)}
            </Link>
            <Small>
              {ROOM[stage]} · {minutes} min · tells {worthWords(m.worthBits)} of{' '}
              {m.decides.map((d) => (names.get(d) ?? d).toLowerCase()).join(', ')}
              {working && ` · ${m.worthBits.toFixed(2)} bit`}
            </Small>
          </li>
        );
      })}
    </ol>
  );
}
