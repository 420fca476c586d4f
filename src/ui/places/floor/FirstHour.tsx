'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { keepNote, useKeptNote } from '../../kit/kept';
import { BeginPractice } from '../../layout/BeginPractice';
import { Heading, OwnLine, QuietButton, Small } from '../../kit/primitives';

/** What a new shop has done already. */
export interface Begun {
  technicians: boolean;
  money: boolean;
  springs: boolean;
  shims: boolean;
  jobs: boolean;
}

const KEY = 'mavrin.firstHour';
const PUT_AWAY = 'away';

const Steps = styled.section`
  border: 1px solid var(--rule);
  padding: 0.75rem 1rem;
  margin-bottom: 1.5rem;
  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    min-height: 44px;
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
  }
`;

const STEPS: { of: keyof Begun; href: string; words: string; why: string }[] = [
  {
    of: 'technicians',
    href: '/shop-book/names',
    words: 'Who signs, with a passcode',
    why: 'names that stand under every rebuild',
  },
  { of: 'money', href: '/shop-book/money', words: 'Currency, tax, the hour’s price', why: 'with the shop’s units beside them' },
  {
    of: 'springs',
    href: '/drawers',
    words: 'Springs on the list',
    why: 'the usual rates with one button, a supplier’s list, or those in the drawer',
  },
  {
    of: 'shims',
    href: '/drawers',
    words: 'Shims in the drawer',
    why: 'an assortment as it was bought, or counted by size; oils stand in the Shop book',
  },
  { of: 'jobs', href: '/jobs/new', words: 'The first machine', why: 'who, which kind, by when; figures follow' },
];

const COUNTS = ['One thing', 'Two things', 'Three things', 'Four things'];

/** A shop at work has its Floor to itself: what is left of the first hour is one line. */
function Left({ begun }: { begun: Begun }) {
  const left = STEPS.filter((s) => !begun[s.of]);
  return (
    <aside aria-label="Left of the first hour">
      <Small>
        {COUNTS[left.length - 1]} left:{' '}
        {left.map((s, i) => (
          <span key={s.of}>
            {i > 0 && ', '}
            <OwnLine href={s.href}>{`${s.words[0]!.toLowerCase()}${s.words.slice(1)}`}</OwnLine>
          </span>
        ))}
        . <QuietButton onPress={() => keepNote(KEY, PUT_AWAY)}>Hide</QuietButton>
      </Small>
    </aside>
  );
}

/** The first hour of a new shop, until it is done or put away on this device. */
export function FirstHour({ begun }: { begun: Begun }) {
  const isAway = useKeptNote(KEY) === PUT_AWAY;
  if (isAway || STEPS.every((s) => begun[s.of])) return null;
  if (begun.jobs) return <Left begun={begun} />;
  return (
    <Steps aria-label="The first hour">
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center' }}>
        <Heading style={{ margin: 0 }}>The first hour</Heading>
        <QuietButton onPress={() => keepNote(KEY, PUT_AWAY)}>Put away</QuietButton>
      </div>
      <ol>
        {STEPS.map((s) => (
          <li key={s.of}>
            <span aria-hidden>{begun[s.of] ? '●' : '○'}</span>
            <Link href={s.href}>{s.words}</Link>
            <Small>{begun[s.of] ? 'done' : s.why}</Small>
          </li>
        ))}
        <li>
          <span aria-hidden>○</span>
          <BeginPractice />
          <Small>a whole job on the Bench; nothing of it stays in the book</Small>
        </li>
      </ol>
    </Steps>
  );
}
