'use client';
import { choiceName } from '@/catalogue/choices';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { jobNumber } from '@/catalogue/jobs';
import { itemNumbers, nextItem, textOf } from '@/judgement/model/read';
import { useFieldStore, useLive } from '../../fields/context';
import { RODE } from '@/judgement/job/standing';
import type { ComplaintTold } from '@/schema/present';
import { useBench } from '../../job/BenchContext';
import { QuietButton, Small } from '../../kit/primitives';

/** What was told the last time, and of the rides since: taken over where it is still so. */
export function ToldBefore() {
  const { data, sealed } = useBench();
  const live = useLive();
  const store = useFieldStore();
  const { toldBefore } = data;
  if (!toldBefore || sealed) return null;
  const isHere = (told: ComplaintTold) =>
    itemNumbers(live, 'complaint').some(
      (n) => textOf(live, `complaint.${n}.phrase`) === told.phrase && textOf(live, `complaint.${n}.end`) === told.end,
    );
  const open = [
    ...toldBefore.since.map((told) => ({ told, when: 'told after the work' })),
    ...toldBefore.cameIn.map((told) => ({ told, when: toldBefore.feel ? `it ${RODE[toldBefore.feel]}` : 'how it rode was not told' })),
  ].filter(({ told }) => !isHere(told));
  if (open.length === 0) return null;
  const take = (told: ComplaintTold) => {
    const n = nextItem(store.liveEntries(), 'complaint');
    store.fill(
      (['phrase', 'place', 'end', 'words'] as const)
        .filter((what) => told[what] !== '')
        .map((what) => ({ field: `complaint.${n}.${what}`, text: told[what] })),
    );
  };
  return (
    <div role="group" aria-label="Told the last time">
      <Small>Told the last time, job {jobNumber(toldBefore.jobId)}:</Small>
      <ul>
        {open.map(({ told, when }, i) => {
          const name = choiceName(COMPLAINT_PHRASES, told.phrase) ?? told.phrase;
          return (
            <li key={i}>
              {name} <Small>{[told.end, told.words && `“${told.words}”`, when].filter(Boolean).join(' · ')}</Small>{' '}
              <QuietButton onPress={() => take(told)} aria-label={`${name}: still so`}>
                still so
              </QuietButton>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
