'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { OilGrade } from '@/core/damper/oils';
import type { DampingTemplate } from '@/core/damper/target';
import type { School } from '@/core/spring/schools';
import { CAUTIONS } from '@/schema/facts/cautions';
import { Columns, Titled } from '../bench/parts';
import { post } from '../bench/send';
import { PlainField } from '../fields/PlainField';
import { Button, Caution, Empty } from '../layout/primitives';
import { Shell } from '../layout/Shell';
import { DampingPages, OilPages, type Version } from './BookFigures';
import { SchoolSection } from './SchoolPage';

interface Props {
  technicians: { id: number; name: string }[];
  schools: Version<School>[];
  damping: Version<DampingTemplate>[];
  oils: Version<OilGrade>[];
}

/** The Shop book: who signs, what the schools call right, and the cautions. */
export function ShopBook({ technicians, schools, damping, oils }: Props) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const add = async () => {
    const answer = await post('/api/technicians', { name });
    if (!answer.ok) return setProblem(answer.message);
    setProblem(null);
    setName('');
    router.refresh();
  };
  return (
    <Shell title="Shop book" about="names, schools, damping, oils, cautions">
      <Columns $wide="1fr 1.8fr">
        <div>
          <Titled title="Technicians who sign">
            {technicians.length === 0 && <Empty>Nobody yet. Add the names of those who sign rebuilds.</Empty>}
            <ul>
              {technicians.map((t) => (
                <li key={t.id} style={{ padding: '0.4rem 0', borderBottom: '1px solid var(--fine)' }}>
                  {t.name}
                </li>
              ))}
            </ul>
            <PlainField label="Add a technician" value={name} onChange={setName} problem={problem} />
            <p style={{ paddingTop: '0.5rem' }}>
              <Button onPress={() => void add()}>Add the name</Button>
            </p>
          </Titled>
          <Titled title="Cautions">
            {Object.values(CAUTIONS).map((c) => (
              <Caution key={c}>{c}</Caution>
            ))}
          </Titled>
        </div>
        <div>
          <Titled title="Schools and their windows" aside="every change is a new version">
            {schools.map((v) => (
              <SchoolSection key={v.page.id} version={v} />
            ))}
          </Titled>
          <DampingPages pages={damping} />
          <OilPages pages={oils} />
        </div>
      </Columns>
    </Shell>
  );
}
