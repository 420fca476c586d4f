'use client';
import { type RefObject, type ReactNode, useEffect, useRef } from 'react';
import Link from 'next/link';
import styled from 'styled-components';
import { Shell } from './Shell';

/** The subjects of the Shop book in their groups, each at its own address. */
const INDEX = {
  'The shop': {
    names: ['/shop-book/names', 'Names and passcodes'],
    money: ['/shop-book/money', 'Shop, units, money'],
    audit: ['/shop-book/audit', 'What was done'],
    seals: ['/shop-book/seals', 'Signed records'],
    backups: ['/shop-book/backups', 'Backups'],
    lists: ['/shop-book/lists', 'Lists taken in'],
    instruments: ['/shop-book/instruments', 'Instruments'],
  },
  'What is right': {
    schools: ['/shop-book/schools', 'Schools'],
    damping: ['/shop-book/damping', 'Damping templates'],
    ground: ['/shop-book/ground', 'Ground'],
    choices: ['/shop-book/choices', 'Springs chosen'],
  },
  'What is usual': {
    kinds: ['/shop-book/kinds', 'Kinds of machine'],
    pistons: ['/shop-book/pistons', 'Pistons and rods'],
    oils: ['/shop-book/oils', 'Oils'],
    service: ['/shop-book/service', 'Service lives'],
  },
  'How it is done': {
    procedures: ['/shop-book/procedures', 'Procedures'],
    cautions: ['/shop-book/cautions', 'Cautions'],
    causes: ['/shop-book/causes', 'Causes and cures'],
    training: ['/training', 'Training'],
  },
} as const;

type Group = (typeof INDEX)[keyof typeof INDEX];
type KeysOf<T> = T extends unknown ? keyof T : never;
export type BookSubject = KeysOf<Group>;

const entries: [BookSubject, string, string][] = Object.values(INDEX).flatMap((group) =>
  Object.entries(group).map(([key, [href, name]]): [BookSubject, string, string] => [key as BookSubject, href, name]),
);
export const subjectName = (subject: BookSubject): string => entries.find(([key]) => key === subject)![2];

const Spread = styled.div`
  display: grid;
  grid-template-columns: 13rem minmax(0, 1fr);
  gap: 0 2rem;
  @media (max-width: 960px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Index = styled.nav`
  align-self: start;
  position: sticky;
  top: 1rem;
  ul {
    margin-bottom: 0.75rem;
  }
  b {
    display: block;
    padding: 0.25rem 0;
    font-size: 0.875rem;
    color: var(--soft);
  }
  a {
    display: flex;
    align-items: center;
    min-height: 44px;
    padding-left: 0.75rem;
    text-decoration: none;
    border-left: 3px solid var(--fine);
  }
  a[aria-current='page'] {
    font-weight: 700;
    border-left-color: var(--ink);
  }
  @media (pointer: fine) and (min-width: 961px) {
    a {
      min-height: 34px;
    }
  }
  /* On a tablet and a phone the index lies above, one line that is pushed sideways. */
  @media (max-width: 960px) {
    position: static;
    display: flex;
    overflow-x: auto;
    margin-bottom: 1rem;
    border-bottom: 1px solid var(--rule);
    ul {
      display: flex;
      margin: 0;
    }
    b {
      display: none;
    }
    a {
      padding: 0 0.75rem;
      white-space: nowrap;
      border-left: 0;
      border-bottom: 3px solid transparent;
    }
    a[aria-current='page'] {
      border-bottom-color: var(--ink);
    }
  }
`;

/** A page of the Shop book with its index at its side. */
export function BookFrame({
  here,
  about,
  title = 'Shop book',
  children,
}: {
  here: BookSubject;
  about?: string;
  title?: string;
  children: ReactNode;
}) {
  const index = useRef<HTMLElement>(null);
  // Where the index lies above, the subject read may stand beyond its edge. The page itself stays where it is: a link must not move away beneath a finger.
  useEffect(() => {
    const [line, on] = [index.current, index.current?.querySelector('[aria-current]')];
    if (!line || !on) return;
    const [whole, part] = [line.getBoundingClientRect(), on.getBoundingClientRect()];
    line.scrollLeft += part.left + part.width / 2 - whole.left - whole.width / 2;
  }, [here]);
  return (
    <Shell title={title} about={about ?? subjectName(here).toLowerCase()}>
      <BookSpread index={index} here={here}>
        {children}
      </BookSpread>
    </Shell>
  );
}

function BookSpread({ index, here, children }: { index: RefObject<HTMLElement | null>; here: BookSubject; children: ReactNode }) {
  return (
    <Spread>
      <Index ref={index} aria-label="Index of the Shop book" className="no-print">
        {Object.entries(INDEX).map(([group, subjects]) => (
          <Group key={group} group={group} subjects={subjects} here={here} />
        ))}
      </Index>
      <div>{children}</div>
    </Spread>
  );
}

interface GroupProps {
  group: string;
  subjects: Readonly<Record<string, readonly [href: string, name: string]>>;
  here: BookSubject;
}

function Group({ group, subjects, here }: GroupProps) {
  return (
    <ul aria-label={group}>
      <li aria-hidden>
        <b>{group}</b>
      </li>
      {Object.entries(subjects).map(([key, [href, name]]) => (
        <li key={key}>
          <Link href={href} {...(key === here ? { 'aria-current': 'page' as const } : {})}>
            {name}
          </Link>
        </li>
      ))}
    </ul>
  );
}
