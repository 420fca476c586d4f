'use client';
import styled from 'styled-components';
import { entryAt } from '@/catalogue/entry';
import { FIT_ITEMS, FIT_KEYS, FIT_LIMIT, type FitItem } from '@/catalogue/fields/ask';
import { CAUTIONS } from '@/knowledge/cautions';
import { FIT } from '@/knowledge/fit';
import { EntryField } from '../../fields/EntryField';
import { useLive } from '../../fields/context';
import { Fold } from '../../kit/Fold';
import { Caution, Small } from '../../kit/primitives';

const Walk = styled.ol`
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 9rem 11rem;
    gap: 0 1rem;
    align-items: start;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--fine);
  }
  @media (max-width: 700px) {
    li {
      grid-template-columns: 1fr 1fr;
    }
    li > :first-child {
      grid-column: 1 / -1;
    }
  }
`;

/** The rider's fit as a short walk before any spring is judged: hands, feet, seat; found and set. */
export function FitWalk({ locked }: { locked: boolean }) {
  const live = useLive();
  const looked = FIT_KEYS.filter((item) => entryAt(live, `fit.${item}.found`)?.text).length;
  return (
    <Fold title={`The rider’s fit, ${looked} of ${FIT_KEYS.length} looked at`}>
      <Small>
        Before any spring: with the rider on, both wheels on the ground, machine held upright. It is the first cure of much that looks like
        suspension.
      </Small>
      <Walk>
        {FIT_KEYS.map((item) => (
          <Item key={item} item={item} locked={locked} />
        ))}
      </Walk>
      <EntryField field={FIT_LIMIT.key} locked={locked} />
      <Caution>{CAUTIONS.brakes}</Caution>
    </Fold>
  );
}

function Item({ item, locked }: { item: FitItem; locked: boolean }) {
  const { look, wrong } = FIT[item];
  return (
    <li>
      <span>
        <b>{FIT_ITEMS[item]}</b>
        <br />
        <Small>
          {look} Wrong: {wrong[0]!.toLowerCase()}
          {wrong.slice(1)}
        </Small>
      </span>
      <EntryField field={`fit.${item}.found`} label="As found" locked={locked} />
      <EntryField field={`fit.${item}.set`} label="Set to" locked={locked} />
    </li>
  );
}
