'use client';
import { calendarAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { Button, QuietLink, Small } from '../../kit/primitives';
import { FormProblem, useForm } from '../../kit/useForm';

/** The calendar of the shop for calendar programs, by an address nobody guesses and which can be withdrawn. */
export function CalendarSection({ hasFeed }: { hasFeed: boolean }) {
  const router = useRouter();
  const form = useForm({});
  const [made, setMade] = useState('');
  const change = async (feed: boolean) => {
    const answer = await form.send('/api/book/calendar', { feed }, calendarAnswer);
    if (!answer) return;
    setMade(answer.address ?? '');
    router.refresh();
  };
  return (
    <Titled title="Calendar" aside="promised days and service due">
      <p style={{ maxWidth: '70ch' }}>
        <Small>
          A calendar program reads it by a secret address, without signing in. Whoever has the address reads machines, owners and days;
          withdrawn, it leads nowhere.
        </Small>
      </p>
      {made && (
        <p role="status" style={{ padding: '0.5rem 0' }}>
          The address, shown this once: <code style={{ userSelect: 'all', overflowWrap: 'anywhere' }}>{made}</code>
        </p>
      )}
      <p style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap', padding: '0.5rem 0' }}>
        <Button onPress={() => void change(true)}>{hasFeed ? 'Make a new address, withdraw the old' : 'Make an address'}</Button>
        {hasFeed && <Button onPress={() => void change(false)}>Withdraw it</Button>}
        <QuietLink href="/api/service/calendar">As a file, today’s</QuietLink>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}
