'use client';
import { shimShown } from '@/catalogue/tables';
import type { pickList } from '@/judgement/aims/valves';
import { useSystem } from '../../fields/context';
import { Heading } from '../../kit/primitives';

/** What to take from the drawer and what comes back to it. */
export function PickList({ picks }: { picks: ReturnType<typeof pickList> }) {
  const system = useSystem();
  if (picks.length === 0) return null;
  return (
    <section aria-label="Pick list" style={{ marginTop: '0.75rem' }}>
      <Heading as="h3">Pick list</Heading>
      <ul>
        {picks.map((p) => (
          <li key={`${p.what}${p.diameterMm}x${p.thicknessMm}`}>
            {p.what === 'in' ? 'take' : 'put back'} <b>{p.count}</b> of {shimShown({ ...p, count: 1 }, system)}
            {p.what === 'in' && p.there < p.count ? (
              <b>
                {' '}
                ▲ {p.there} in the drawer, {p.count - p.there} short
              </b>
            ) : (
              ''
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
