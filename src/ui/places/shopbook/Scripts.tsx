'use client';
import { scriptAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { PeopleState } from '@/schema/people';
import { Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, QuietButton, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { FormProblem, useForm } from '../../kit/useForm';

/** Scripts of the shop's own: each with a token that opens the calculations and nothing of the book. */
export function Scripts({ scripts, asksOwner }: Pick<PeopleState, 'scripts'> & { asksOwner: boolean }) {
  const router = useRouter();
  const form = useForm({ name: '', ownerPasscode: '' });
  const [secret, setSecret] = useState<{ name: string; secret: string } | null>(null);
  const add = async () => {
    const made = await form.send('/api/people/scripts', form.typed, scriptAnswer);
    if (!made) return;
    setSecret({ name: form.typed.name, secret: made.secret });
    form.clear();
    router.refresh();
  };
  const end = async (id: number) => {
    if (await form.send(`/api/people/scripts/${id}/end`, { ownerPasscode: form.typed.ownerPasscode })) router.refresh();
  };
  return (
    <Titled title="Scripts" aside="may ask the calculations, nothing of the book">
      <p style={{ maxWidth: '70ch' }}>
        <Small>
          A script sends its token as <code>Authorization: Bearer …</code>. What it may ask is written down for programs in{' '}
          <a href="/api/formats/openapi.json">OpenAPI</a>, for people in docs/compute.md.
        </Small>
      </p>
      {scripts.length === 0 && <Empty>No script has a token.</Empty>}
      <ul>
        {scripts.map((s) => (
          <li key={s.id} style={{ padding: '0.2rem 0', borderBottom: '1px solid var(--fine)' }}>
            {s.name} <Small>since {dayWords(s.madeAt)}</Small>{' '}
            <QuietButton onPress={() => void end(s.id)} aria-label={`End the token of ${s.name}`}>
              end it
            </QuietButton>
          </li>
        ))}
      </ul>
      {secret && (
        <p role="status" style={{ padding: '0.5rem 0' }}>
          The token of {secret.name}, shown this once: <code style={{ userSelect: 'all', overflowWrap: 'anywhere' }}>{secret.secret}</code>
        </p>
      )}
      <PlainField label="Name of a script" {...form.field('name')} />
      {asksOwner && <PlainField label="The owner’s word, by passcode" secret {...form.field('ownerPasscode')} />}
      <p style={{ paddingTop: '0.5rem' }}>
        <Button onPress={() => void add()}>Make a token</Button>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}
