'use client';
import type { Message } from '@/judgement/job/message';
import { Button, LinkButton, Small } from './primitives';
import { useCopy } from './useCopy';

/** Words for the customer, sent by the device's own mail or messages, or copied. */
export function SendWords({ message: { text, mail, sms } }: { message: Message }) {
  const { said, copy } = useCopy();
  return (
    <>
      <p style={{ whiteSpace: 'pre-line', padding: '0.5rem 0' }}>{text}</p>
      <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', alignItems: 'center' }}>
        {mail && <LinkButton href={mail}>By e-mail</LinkButton>}
        {sms && <LinkButton href={sms}>By text message</LinkButton>}
        <Button onPress={() => void copy(text)}>Copy the words</Button>
        <Small role="status">{said || (mail || sms ? '' : 'The book has neither e-mail nor telephone of this customer.')}</Small>
      </p>
    </>
  );
}
