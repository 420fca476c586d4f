'use client';
import { becauseOf } from '@/schema/facts/because';
import { itemNumbers, textOf } from '@/schema/facts/read';
import { COMPLAINT_PHRASES, COMPLAINT_PLACES } from '@/schema/fields/ask';
import { REASON_FIELDS } from '@/schema/fields/bench';
import { EntryField } from '../fields/EntryField';
import { useLive } from '../fields/context';
import { Small } from '../layout/primitives';
import { useBench, useFigures } from './BenchContext';
import { BecauseList, Columns, SealedNote, Titled } from './parts';

/** Reason: the complaints beside what the readings say, and the technician's finding in words. */
export function ReasonStage() {
  const live = useLive();
  const figures = useFigures();
  const { sealed, data } = useBench();
  const complaints = itemNumbers(live, 'complaint');
  const phrase = (key: string) => (COMPLAINT_PHRASES as Record<string, string>)[key] ?? 'Complaint';
  const place = (key: string) => (COMPLAINT_PLACES as Record<string, string>)[key];
  return (
    <>
      <SealedNote />
      <Columns>
        <div>
          <Titled title="What it does wrong">
            {complaints.length === 0 && <Small>No complaint noted yet: add it under Ask.</Small>}
            <ul>
              {complaints.map((n) => (
                <li key={n} style={{ padding: '0.4rem 0', borderBottom: '1px solid var(--fine)' }}>
                  <b>{phrase(textOf(live, `complaint.${n}.phrase`))}</b>{' '}
                  <Small>
                    {[place(textOf(live, `complaint.${n}.place`)), textOf(live, `complaint.${n}.end`)].filter(Boolean).join(', ')}
                  </Small>
                  {textOf(live, `complaint.${n}.words`) && <div>“{textOf(live, `complaint.${n}.words`)}”</div>}
                </li>
              ))}
            </ul>
          </Titled>
          <BecauseList
            findings={becauseOf(live, figures, data.schools)}
            empty="Nothing is measured yet. The walk under Measure gives the evidence."
          />
        </div>
        <Titled title="The finding" aside="free → cheap → springs → valves → new unit">
          {REASON_FIELDS.map((f) => (
            <EntryField key={f.key} field={f.key} locked={sealed} />
          ))}
        </Titled>
      </Columns>
    </>
  );
}
