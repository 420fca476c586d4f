'use client';
import type { Said } from '@/core/units/say';
import { Sentence } from '../../kit/Sentence';
import { useState } from 'react';
import styled from 'styled-components';
import { CAUTIONS } from '@/knowledge/cautions';
import type { TrialDocument } from '@/schema/documents';
import { Alone } from '../../kit/Alone';
import { Caution, QuietButton, Small } from '../../kit/primitives';
import { RideForm } from '../../job/RideForm';

const Phone = styled(Alone)`
  .change {
    padding: 0.75rem 0;
    font-size: 1.0625rem;
  }
`;

interface Props {
  sheet: {
    n: number;
    token: string;
    machine: string;
    change: Said;
    complaints: TrialDocument['complaints'];
    said: number;
  };
}

/** The rider's sheet on a phone: nothing of the shop's book but this ride. */
export function PhoneSheet({ sheet }: Props) {
  const [said, setSaid] = useState(false);
  return (
    <Phone>
      <h1>How it rode</h1>
      <Change sheet={sheet} />
      {said ? (
        <div role="status">
          <p>
            <b>Written down.</b> Thank you: the shop sees it now.
          </p>
          <QuietButton onPress={() => setSaid(false)}>Write it again</QuietButton>
        </div>
      ) : (
        <>
          <p>
            <Small>
              Against the ride before, each complaint by itself. {sheet.said > 0 && 'It was written to already; what you write now counts.'}
            </Small>
          </p>
          <RideForm complaints={sheet.complaints} url={`/api/ride/${sheet.token}`} onSaid={() => setSaid(true)} />
          <Caution>{CAUTIONS.afterwards}</Caution>
        </>
      )}
    </Phone>
  );
}

function Change({ sheet }: { sheet: Props['sheet'] }) {
  return (
    <p className="change">
      {sheet.machine}, ride {sheet.n}.{' '}
      {sheet.change === '' ? (
        'Nothing was changed.'
      ) : (
        <b>
          <Sentence of={sheet.change} />.
        </b>
      )}
    </p>
  );
}

/** What an address of a ride shows once the ride is over, or where there never was one: nothing of it. */
export function RideOver() {
  return (
    <Phone>
      <h1>How it rode</h1>
      <p>This ride is over, or its address is not whole. Nothing more can be written to it: tell the shop.</p>
    </Phone>
  );
}
