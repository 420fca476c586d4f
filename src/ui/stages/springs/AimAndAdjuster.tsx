'use client';
import Link from 'next/link';
import type { End } from '@/catalogue/ends';
import { groundWords } from '@/judgement/aims/ground';
import type { Selection } from '@/judgement/aims/springs';
import type { rangeOf } from '@/judgement/aims/targets';
import { hasAdjuster } from '@/judgement/model/ends';
import { textOf } from '@/judgement/model/read';
import type { School } from '@/knowledge/schools';
import { EntryField } from '../../fields/EntryField';
import { useSystem } from '../../fields/context';
import { useBench, useLater } from '../../job/BenchContext';
import { lengthWords } from '../../kit/figureWords';
import { FieldGrid, Titled } from '../../kit/parts';
import { Small } from '../../kit/primitives';
import { Sentence } from '../../kit/Sentence';

interface AimAndAdjusterProps {
  school: School;
  end: End;
  target: Selection['target'];
  min: ReturnType<typeof rangeOf>[0];
  max: ReturnType<typeof rangeOf>[1];
}

/** What this end is aimed at, and what its adjuster reaches. */
export function AimAndAdjuster({ school, end, target, min, max }: AimAndAdjusterProps) {
  const { data } = useBench();
  const facts = useLater();
  return (
    <Titled
      title="Aim and adjuster"
      aside={
        <>
          {school.name}, sets {school.order}; placeholders are taken until typed ·{' '}
          <Link href={`/machines/${data.machine.id}/leverage`}>Leverage, air and stops</Link> belong to the machine
        </>
      }
    >
      <AimFields end={end} target={target} min={min} max={max} />
      {groundWords(facts.entries)
        .filter((g) => g.about === 'sag')
        .map((g, i) => (
          <p key={i}>
            <Small>
              Ground: <Sentence of={g.words} />
            </Small>
          </p>
        ))}
    </Titled>
  );
}

function AimFields({ end, target, min, max }: Omit<AimAndAdjusterProps, 'school'>) {
  const system = useSystem();
  const { sealed } = useBench();
  const { entries, machine } = useLater();
  const isAdjusted = hasAdjuster(machine, end);
  // A fork is spaced where it has no adjuster, and where nobody said that it has one.
  const isSpaced =
    end === 'front' && (textOf(machine, 'machine.adjuster.front') !== 'yes' || textOf(entries, 'springs.front.spacer') !== '');
  return (
    <FieldGrid $min="8.25rem">
      <EntryField field={`springs.${end}.target.rider`} placeholder={lengthWords(target.rider.value, system, 0)} locked={sealed} />
      <EntryField field={`springs.${end}.target.static`} placeholder={lengthWords(target.static.value, system, 0)} locked={sealed} />
      {isAdjusted && <EntryField field={`springs.${end}.range.min`} placeholder={lengthWords(min.value, system, 0)} locked={sealed} />}
      {isAdjusted && <EntryField field={`springs.${end}.range.max`} placeholder={lengthWords(max.value, system, 0)} locked={sealed} />}
      <EntryField field={`springs.${end}.otherForce`} placeholder={end === 'rear' ? 'from gas' : 'from air'} locked={sealed} />
      {end === 'front' && <EntryField field="springs.front.oilLevel" placeholder="as found" locked={sealed} />}
      {isSpaced && <EntryField field="springs.front.spacer" locked={sealed} />}
      {isSpaced && <EntryField field="springs.front.freeLength" locked={sealed} />}
      {end === 'front' && <EntryField field="springs.front.steel.old" locked={sealed} />}
      {end === 'front' && <EntryField field="springs.front.steel.new" locked={sealed} />}
    </FieldGrid>
  );
}
