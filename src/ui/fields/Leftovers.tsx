'use client';
import { useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { knownField } from '@/catalogue/fields';
import { QuietButton, Small } from '../kit/primitives';
import type { FieldStore } from './store';

const Aside = styled.section`
  border: 1px solid var(--rule);
  padding: 0.5rem 0.75rem;
  margin-bottom: 1rem;
  h2 {
    font-size: 0.9375rem;
    font-weight: 650;
  }
  h2::before {
    content: '▲ ';
    color: var(--warn);
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem 0.75rem;
    align-items: center;
    min-height: 44px;
  }
  code {
    overflow-wrap: anywhere;
    user-select: all;
  }
`;

/** What this device kept and cannot put back into a field: shown with its text, to be typed where it belongs or dropped. Nothing here is recorded. */
export function Leftovers({ stores }: { stores: readonly FieldStore[] }) {
  return stores.map((store, i) => <LeftoversOf key={i} store={store} />);
}

function LeftoversOf({ store }: { store: FieldStore }) {
  const read = () => store.leftovers;
  const left = useSyncExternalStore(store.subscribe, read, read);
  if (left.length === 0) return null;
  return (
    <Aside aria-label="Kept on this device, not recorded">
      <h2>Kept on this device and not recorded</h2>
      <Small>These texts no longer fit a field here. Type them where they belong, or drop them.</Small>
      <ul>
        {left.map(({ field, text }, i) => (
          <li key={`${field}${text}`}>
            <span>{knownField(field)?.def.label ?? (field === '' ? 'Damaged note' : field)}</span>
            <code>{text}</code>
            <QuietButton onPress={() => store.dropLeftover(i)}>Drop it</QuietButton>
          </li>
        ))}
      </ul>
    </Aside>
  );
}
