'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { SCHOOLS, type Use } from '@/core/spring/schools';
import { CAUTIONS } from '@/schema/facts/cautions';
import { USES } from '@/schema/fields/ask';
import { Columns, Titled } from '../bench/parts';
import { post } from '../bench/send';
import { PlainField } from '../fields/PlainField';
import { Button, Caution, Empty, EndName, Small, Table } from '../layout/primitives';
import { Shell } from '../layout/Shell';

/** Travel the windows are printed for; the schools scale with the machine's own. */
const EXAMPLE_TRAVEL_MM: Record<Use, number> = { road: 120, touring: 140, conversion: 280, 'off-road': 300, rally: 300 };

const span = (w: { minMm: number; maxMm: number } | null) => (w ? `${Math.round(w.minMm)}–${Math.round(w.maxMm)} mm` : '–');

/** The Shop book: who signs, what the schools call right, and the cautions. */
export function ShopBook({ technicians }: { technicians: { id: number; name: string }[] }) {
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
    <Shell title="Shop book" about="names, schools, cautions">
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
        <Titled title="Schools and their windows" aside="common practice, no source">
          {SCHOOLS.map((school) => (
            <section key={school.id} style={{ marginBottom: '1.25rem' }}>
              <b>{school.name}.</b> {school.creed}
              <Table aria-label={school.name}>
                <thead>
                  <tr>
                    <th>Use</th>
                    <th>
                      <EndName $end="rear">Rear static</EndName>
                    </th>
                    <th>
                      <EndName $end="rear">Rear rider</EndName>
                    </th>
                    <th>
                      <EndName $end="front">Front static</EndName>
                    </th>
                    <th>
                      <EndName $end="front">Front rider</EndName>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {(Object.keys(USES) as Use[]).map((use) => {
                    const travel = EXAMPLE_TRAVEL_MM[use];
                    const [rear, front] = [school.windows(use, 'rear', travel), school.windows(use, 'front', travel)];
                    return (
                      <tr key={use}>
                        <td>
                          {USES[use]} <Small>{travel} mm of travel</Small>
                        </td>
                        <td>{span(rear.static)}</td>
                        <td>{span(rear.rider)}</td>
                        <td>{span(front.static)}</td>
                        <td>{span(front.rider)}</td>
                      </tr>
                    );
                  })}
                </tbody>
              </Table>
            </section>
          ))}
        </Titled>
      </Columns>
    </Shell>
  );
}
