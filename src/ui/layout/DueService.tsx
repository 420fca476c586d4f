'use client';
import type { DueLine } from '@/schema/pages';
import { doneAnswer } from '@/schema/answers';
import { useSaid } from '../kit/preferences';
import { said } from '@/core/units/say';
import Link from 'next/link';
import { useState } from 'react';
import { reminderText } from '@/judgement/job/service';
import { post } from '../kit/send';
import { Empty, EndName, Heading, QuietButton, QuietLink, Small, Table, Wide } from '../kit/primitives';
import { dayWords } from '@/catalogue/days';

/** Machines due back for service, with the words to send their owners. */
export function DueService({ due, today }: { due: DueLine[]; today: string }) {
  return (
    <section style={{ marginTop: '2rem' }} aria-label="Due for service">
      <div style={{ display: 'flex', justifyContent: 'space-between' }}>
        <Heading>Due for service</Heading>
        <Small>
          <QuietLink href="/shop-book/money">calendar</QuietLink>
        </Small>
      </div>
      {due.length === 0 ? (
        <Empty>
          No machine is due within the month. Due days follow from signed rebuilds, the odometer noted under Ask and the rules of the Shop
          book.
        </Empty>
      ) : (
        <Wide>
          <Table aria-label="Due for service">
            <tbody>
              {due.map((d) => (
                <DueRow key={`${d.machineId}-${d.end}`} due={d} today={today} />
              ))}
            </tbody>
          </Table>
        </Wide>
      )}
    </section>
  );
}

function DueRow({ due, today }: { due: DueLine; today: string }) {
  const inUnits = useSaid();
  const [note, setNote] = useState(due.remindedAt ? `reminded ${dayWords(due.remindedAt)}` : '');
  const copy = async () => {
    const text = reminderText({ owner: due.owner, machine: due.machine, name: due.rule, on: dayWords(due.on ?? today), words: due.words });
    try {
      await navigator.clipboard.writeText(text);
    } catch {
      setNote('▲ This browser does not let pages copy. Open the machine’s file for the text.');
      return;
    }
    const answer = await post(`/api/machines/${due.machineId}/reminders`, { end: due.end }, doneAnswer);
    setNote(answer.ok ? 'copied; noted as reminded today' : inUnits(said`▲ ${answer.words}`));
  };
  return (
    <tr>
      <td style={{ whiteSpace: 'nowrap' }}>
        <b>{due.on && due.on < today ? '▲ ' : ''}</b>
        {due.on ? dayWords(due.on) : 'no day'}
      </td>
      <DueMachine due={due} />
      <td>
        <EndName $end={due.end}>{due.rule}</EndName> <Small>{due.words}</Small>
      </td>
      <td className="number">
        <QuietButton onPress={() => void copy()} aria-label={`Copy the reminder for ${due.owner}, ${due.rule}`}>
          copy the reminder
        </QuietButton>
        <br />
        <Small role="status">{note}</Small>
      </td>
    </tr>
  );
}

function DueMachine({ due }: { due: DueLine }) {
  return (
    <td>
      <Link href={`/machines/${due.machineId}`}>
        <b>{due.machine}</b>
      </Link>{' '}
      <Small>
        {due.owner}
        {due.phone && `, ${due.phone}`}
      </Small>
    </td>
  );
}

/** The reminder's text in sight, to be copied by hand. */
export function ReminderText({ due, today }: { due: DueLine[]; today: string }) {
  if (due.length === 0) return null;
  return (
    <>
      {due.map((d) => (
        <details key={d.end} style={{ padding: '0.25rem 0' }}>
          <summary style={{ minHeight: 44, display: 'flex', alignItems: 'center', gap: '0.5rem', cursor: 'pointer' }}>
            <EndName $end={d.end}>{d.rule}</EndName> {d.on ? `${d.on < today ? '▲ was due' : 'due'} ${dayWords(d.on)}` : ''}{' '}
            <Small>{d.words}</Small>
          </summary>
          <pre style={{ whiteSpace: 'pre-wrap', font: 'inherit', background: 'var(--sheet)', padding: '0.75rem' }}>
            {reminderText({ owner: d.owner, machine: d.machine, name: d.rule, on: dayWords(d.on ?? today), words: d.words })}
          </pre>
        </details>
      ))}
    </>
  );
}
