'use client';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { numberIn } from '@/catalogue/tables';
import { FieldGrid } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { PlainField } from '../../kit/PlainField';
import { Button, Small } from '../../kit/primitives';

interface Props {
  /** The numbers of the page; `key` is their path in it, as a refusal names it. */
  figures: { key: string; label: string; text: string }[];
  origin: string;
  /** What the reason begins with. */
  reason?: string;
  route: string;
  /** The page with its version from the figures as typed; all of them read as numbers. */
  pageFrom(typed: Record<string, string>, origin: string): object;
  /** From the path of a refusal to the key of a figure, where they are not the same. */
  keyOf?(path: string): string;
  children?: ReactNode;
  onDone(): void;
}

/** The figures of a page of the Shop book typed over, with their origin and the reason: a new version, the old one stays. */
export function PageEditor({
  figures,
  origin: began,
  reason: begunReason = '',
  route,
  pageFrom,
  keyOf = (path) => path,
  children,
  onDone,
}: Props) {
  const router = useRouter();
  const form = useForm(
    { ...Object.fromEntries(figures.map((f) => [f.key, f.text])), origin: began, reason: begunReason } as Record<string, string>,
    (path) => keyOf(path.slice(1).join('.')),
  );
  const { typed, refuse } = form;
  const save = async () => {
    const unread = figures.find((f) => !Number.isFinite(numberIn(typed[f.key] ?? '')));
    if (unread) return refuse(unread.key, 'Type a number.');
    const { origin = '', reason = '' } = typed;
    if (reason.trim() === '') return refuse('reason', 'Say why the book changes.');
    if (!(await form.send(route, { page: pageFrom(typed, origin), reason }))) return;
    router.refresh();
    onDone();
  };
  return (
    <div>
      <FieldGrid $min="12rem">
        {figures.map((f) => (
          <PlainField key={f.key} label={f.label} {...form.field(f.key)} />
        ))}
      </FieldGrid>
      {children}
      <PlainField label="Origin of the figures" {...form.field('origin')} />
      <PlainField label="Reason for the change" {...form.field('reason')} />
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', padding: '0.5rem 0' }}>
        <Button $strong onPress={() => void save()}>
          Record the new version
        </Button>
        <Small>The old one stays in the book.</Small>
      </div>
      <FormProblem of={form} />
    </div>
  );
}
