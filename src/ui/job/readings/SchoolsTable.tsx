'use client';
import { useMemo } from 'react';
import type { School } from '@/knowledge/schools';
import type { Entries } from '@/catalogue/entry';
import { sagOf } from '@/judgement/model/measure';
import { schoolOf, schoolVerdicts, type SchoolVerdict } from '@/judgement/aims/targets';
import { EntryField } from '../../fields/EntryField';
import { EndName, Small, Table } from '../../kit/primitives';
import { useBench, useLater } from '../BenchContext';
import type { End } from '@/catalogue/ends';

function verdictsOf(live: Entries, figures: Entries, schools: readonly School[]) {
  const of = (end: End) => {
    const read = sagOf(live, figures, end);
    const sag = read?.result.ok ? read.result.value : { staticSagMm: null, riderSagMm: null };
    return schoolVerdicts(live, figures, end, sag, schools);
  };
  return { rear: of('rear'), front: of('front') };
}

function said(v: SchoolVerdict): string {
  const parts = [v.static && `static ${v.static}`, v.rider && `rider ${v.rider}`].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : v.remark || '–';
}

/** The verdict of every school on the measured sags, beside the one followed. */
export function SchoolsTable() {
  const { live, figures } = useLater();
  const { sealed, data } = useBench();
  const { schools } = data;
  const verdicts = useMemo(() => verdictsOf(live, figures, schools), [live, figures, schools]);
  return (
    <section style={{ marginTop: '0.5rem' }}>
      <EntryField field="school" label="School followed" placeholder={schoolOf(live, schools).name} locked={sealed} />
      {schoolOf(live, schools).rule.kind === 'arm-angle' && <EntryField field="school.grip" locked={sealed} />}
      <Verdicts verdicts={verdicts} />
    </section>
  );
}

function Verdicts({ verdicts }: { verdicts: { rear: SchoolVerdict[]; front: SchoolVerdict[] } }) {
  return (
    <Table aria-label="What each school says">
      <VerdictHead />
      <tbody>
        {verdicts.rear.map((v, i) => (
          <tr key={v.school.id}>
            <td style={{ fontWeight: v.chosen ? 650 : 400 }}>
              <Small>{v.school.name}</Small>
            </td>
            <td>
              <Small>{said(v)}</Small>
            </td>
            <td>
              <Small>{said(verdicts.front[i]!)}</Small>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function VerdictHead() {
  return (
    <thead>
      <tr>
        <th>It sits, by school</th>
        <th>
          <EndName $end="rear">Rear</EndName>
        </th>
        <th>
          <EndName $end="front">Front</EndName>
        </th>
      </tr>
    </thead>
  );
}
