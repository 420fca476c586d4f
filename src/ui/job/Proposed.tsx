'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { Stage } from '@/catalogue/fields';
import { proposalOf, putsAtSet } from '@/judgement/reason/proposal';
import { EntryField } from '../fields/EntryField';
import { useFieldStore } from '../fields/context';
import { useSaid } from '../kit/preferences';
import { Button, QuietButton, Small } from '../kit/primitives';
import { useBench, useLater } from './BenchContext';

const Sheet = styled.section`
  border: 1px solid var(--ink);
  padding: 0.6rem 0.9rem;
  margin-bottom: 1rem;
  display: grid;
  gap: 0.4rem;
`;

const STATE = { taken: 'Taken as proposed', changed: 'Taken, and changed since', refused: 'Not done' };

/** The cure that was followed, where it is carried out: taken with one key, or refused with its reason. Clickers are shown in both stages that turn them. */
export function Proposed({ stage }: { stage: Stage }) {
  const facts = useLater();
  const { sealed } = useBench();
  const store = useFieldStore();
  const inUnits = useSaid();
  const [asks, setAsks] = useState(false);
  const proposal = proposalOf(facts.entries);
  if (!proposal || !(proposal.stage === stage || (proposal.stage === 'set' && stage === 'rebuild'))) return null;
  const isAfter = stage === 'set';
  const take = () => {
    if (!sealed) for (const p of proposal.puts) store.put(p.field, p.text);
    if (isAfter) for (const p of putsAtSet(proposal)) store.put(p.field, p.text);
    store.put('proposal.answer', 'taken');
    setAsks(false);
  };
  const refuse = () => {
    store.put('proposal.answer', 'refused');
    setAsks(true);
  };
  const isLocked = sealed && !isAfter;
  return (
    <Sheet aria-label="Proposed">
      <p>
        <b>Proposed:</b> {inUnits(proposal.words)}
      </p>
      <Small>Because: {inUnits(proposal.because)}</Small>
      {proposal.state !== 'open' && (
        <p role="status">
          <b>{STATE[proposal.state]}</b>
          {proposal.state === 'refused' && proposal.why && `: ${proposal.why}`}
        </p>
      )}
      {!isLocked && (
        <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center', flexWrap: 'wrap' }}>
          {proposal.state !== 'taken' && (
            <Button $strong={proposal.state === 'open'} onPress={take}>
              Take it
            </Button>
          )}
          {proposal.state !== 'refused' && <QuietButton onPress={refuse}>Not this one</QuietButton>}
        </p>
      )}
      {!isLocked && (asks || (proposal.state === 'refused' && !proposal.why)) && <EntryField field="proposal.why" />}
    </Sheet>
  );
}
