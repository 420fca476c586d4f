'use client';
import { DataTable } from '../../kit/DataTable';
import type { JobFacts } from '@/judgement/model/facts';
import { useMemo } from 'react';
import { sagOf } from '@/judgement/model/measure';
import { schoolOf, schoolVerdicts, type SchoolVerdict } from '@/judgement/aims/targets';
import { EntryField } from '../../fields/EntryField';
import { EndName, Small } from '../../kit/primitives';
import { useBench, useLater } from '../BenchContext';
import type { End } from '@/catalogue/ends';

function verdictsOf(facts: JobFacts) {
  const of = (end: End) => {
    const read = sagOf(facts, end);
    const sag = read?.result.ok ? read.result.value : { staticSagMm: null, riderSagMm: null };
    return schoolVerdicts(facts, end, sag);
  };
  return { rear: of('rear'), front: of('front') };
}

function said(v: SchoolVerdict): string {
  const parts = [v.static && `static ${v.static}`, v.rider && `rider ${v.rider}`].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : v.remark || '–';
}

/** The verdict of every school on the measured sags, beside the one followed. */
export function SchoolsTable() {
  const facts = useLater();
  const { sealed } = useBench();
  const verdicts = useMemo(() => verdictsOf(facts), [facts]);
  return (
    <section style={{ marginTop: '0.5rem' }}>
      <EntryField field="school" label="School followed" placeholder={schoolOf(facts).name} locked={sealed} />
      {schoolOf(facts).rule.kind === 'arm-angle' && <EntryField field="school.grip" locked={sealed} />}
      <Verdicts verdicts={verdicts} />
    </section>
  );
}

function Verdicts({ verdicts }: { verdicts: { rear: SchoolVerdict[]; front: SchoolVerdict[] } }) {
  return (
    <DataTable
      label="What each school says"
      rows={verdicts.rear}
      keyOf={(v) => v.school.id}
      columns={[
        { name: 'It sits, by school', cell: (v) => <Small style={{ fontWeight: v.chosen ? 650 : 400 }}>{v.school.name}</Small> },
        { name: <EndName $end="rear">Rear</EndName>, cell: (v) => <Small>{said(v)}</Small> },
        { name: <EndName $end="front">Front</EndName>, cell: (_, i) => <Small>{said(verdicts.front[i]!)}</Small> },
      ]}
    />
  );
}
