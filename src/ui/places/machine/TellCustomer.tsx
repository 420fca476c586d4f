'use client';
import type { CardFacts } from '@/judgement/job/card';
import { readyMessage } from '@/judgement/job/message';
import { Fold } from '../../kit/Fold';
import { SendWords } from '../../kit/SendWords';

/** The words that tell the customer it is ready. */
export function TellCustomer({ card, link }: { card: CardFacts; link: string | null }) {
  return (
    <div className="no-print" style={{ maxWidth: '52rem', margin: '0 auto 1rem' }}>
      <Fold title="Tell the customer it is ready" level={2}>
        <SendWords message={readyMessage(card, link)} />
      </Fold>
    </div>
  );
}
