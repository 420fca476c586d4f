'use client';
import { useMemo } from 'react';
import type { Stretch } from '@/core/ride/course';
import { type Answer, changesOf, complaintAnswers, type Verdict } from '@/judgement/ground/answers';
import type { RiddenFit } from '@/judgement/ground/rides';
import type { Entries } from '@/catalogue/entry';
import { Sentence } from '../kit/Sentence';
import { Titled } from '../kit/parts';
import { sayMetric, type Said } from '@/core/units/say';
import { Empty, QuietButton } from '../kit/primitives';
import { fitWords } from './fitWords';

const MARK: Record<Verdict, string> = { better: '✓', worse: '▲', same: '=', changed: '→', untold: '○' };
const WORD: Record<Verdict, string> = {
  better: 'Better',
  worse: 'Worse',
  same: 'No different',
  changed: 'Changed',
  untold: 'Not to be seen here',
};

interface AnswersProps {
  entries: Entries;
  before: RiddenFit;
  after: RiddenFit;
  stretches: readonly Stretch[];
  /** Puts a line on the card the customer gets; none where it is signed, or there is none. */
  onCard?: ((words: Said) => void) | undefined;
}

/** The rider's complaints answered one by one, then every figure that changed, a sentence a figure. */
export function Answers({ entries: live, before, after, stretches, onCard }: AnswersProps) {
  const complaints = useMemo(() => complaintAnswers(live, before, after, stretches), [live, before, after, stretches]);
  const changes = useMemo(() => changesOf(before, after, stretches), [before, after, stretches]);
  return (
    <>
      <Titled title="What was told" aside={`before: ${fitWords(before.fit.name)}; after: ${fitWords(after.fit.name)}`}>
        {complaints.length === 0 ? <Empty>No complaint is told.</Empty> : <List of={complaints} onCard={onCard} />}
      </Titled>
      <Titled title="What else changes">
        {changes.length === 0 ? <Empty>Nothing a rider would feel.</Empty> : <List of={changes} onCard={onCard} />}
      </Titled>
    </>
  );
}

function List({ of, onCard }: { of: readonly Answer[]; onCard: AnswersProps['onCard'] }) {
  return (
    <ul>
      {of.map((a, i) => (
        <li key={i} style={{ display: 'flex', gap: '0.5rem', padding: '0.3rem 0', borderTop: '1px solid var(--rule)' }}>
          <span aria-hidden style={{ flex: '0 0 1rem', fontWeight: 700 }}>
            {MARK[a.verdict]}
          </span>
          <span style={{ flex: 1 }}>
            <b>{WORD[a.verdict]}.</b> <Sentence of={a.words} />
          </span>
          {onCard && a.verdict === 'better' && (
            <QuietButton onPress={() => onCard(a.words)} aria-label={`Put on the card: ${sayMetric(a.words)}`}>
              on the card
            </QuietButton>
          )}
        </li>
      ))}
    </ul>
  );
}
