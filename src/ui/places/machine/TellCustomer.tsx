'use client';
import type { CardFacts } from '@/judgement/job/card';
import { readyMessage } from '@/judgement/job/message';
import { Fold } from '../../kit/Fold';
import { useCopy } from '../../kit/useCopy';
import { Button, LinkButton, Small } from '../../kit/primitives';

/** The words that tell the customer it is ready, sent by the device's own mail or messages, or copied. */
export function TellCustomer({ card, link }: { card: CardFacts; link: string | null }) {
  const { said, copy } = useCopy();
  const { text, mail, sms } = readyMessage(card, link);
  return (
    <div className="no-print" style={{ maxWidth: '52rem', margin: '0 auto 1rem' }}>
      <Fold title="Tell the customer it is ready" level={2}>
        <p style={{ whiteSpace: 'pre-line', padding: '0.5rem 0' }}>{text}</p>
        <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', alignItems: 'center' }}>
          {mail && <LinkButton href={mail}>By e-mail</LinkButton>}
          {sms && <LinkButton href={sms}>By text message</LinkButton>}
          <Button onPress={() => void copy(text)}>Copy the words</Button>
          <Small role="status">{said || (mail || sms ? '' : 'The book has neither e-mail nor telephone of this customer.')}</Small>
        </p>
      </Fold>
    </div>
  );
}
