'use client';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { Small, Warn } from '../../kit/primitives';

export interface Teeth {
  front: number;
  rear: number;
}

const TeethRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
  align-items: center;
  > span {
    display: inline-flex;
    align-items: center;
    gap: 0.25rem;
  }
  button {
    min-width: 44px;
    min-height: 44px;
    border: 1px solid var(--rule);
    background: none;
    font-size: 1.125rem;
    cursor: pointer;
  }
`;

/** Tooth by tooth: what another sprocket would do, before one is bought. */
export function Sprockets({
  drive,
  teeth,
  fits,
  onChange,
}: {
  drive: { frontTeeth: number; rearTeeth: number };
  teeth: Teeth | null;
  fits: boolean;
  onChange(teeth: Teeth | null): void;
}) {
  const as = teeth ?? { front: drive.frontTeeth, rear: drive.rearTeeth };
  const put = (next: Teeth) => onChange(next.front === drive.frontTeeth && next.rear === drive.rearTeeth ? null : next);
  return (
    <>
      <TeethRow role="group" aria-label="Sprockets">
        {(['front', 'rear'] as const).map((end) => (
          <span key={end}>
            <Small>{end === 'front' ? 'Front sprocket' : 'Rear sprocket'}</Small>
            <Button aria-label={`One tooth less, ${end}`} onPress={() => put({ ...as, [end]: as[end] - 1 })} isDisabled={as[end] <= 5}>
              −
            </Button>
            <b>{as[end]}</b>
            <Button aria-label={`One tooth more, ${end}`} onPress={() => put({ ...as, [end]: as[end] + 1 })} isDisabled={as[end] >= 100}>
              +
            </Button>
          </span>
        ))}
      </TeethRow>
      {!fits && <Warn>These two reach into each other on this machine.</Warn>}
      {teeth && fits && (
        <Small>
          Worn chains and sprockets are renewed together, common practice, no source. Slack is set where the chain is tightest, by the
          maker’s figure.
        </Small>
      )}
    </>
  );
}
