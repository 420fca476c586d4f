'use client';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { numberIn } from '@/catalogue/tables';
import { FieldGrid } from '../../kit/parts';
import { post } from '../../kit/send';
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
  const [typed, setTyped] = useState<Record<string, string>>(Object.fromEntries(figures.map((f) => [f.key, f.text])));
  const [origin, setOrigin] = useState(began);
  const [reason, setReason] = useState(begunReason);
  const [problem, setProblem] = useState<{ field: string; words: string } | null>(null);
  const at = (field: string) => (problem?.field === field ? problem.words : null);
  const save = async () => {
    const unread = figures.find((f) => !Number.isFinite(numberIn(typed[f.key] ?? '')));
    if (unread) return setProblem({ field: unread.key, words: 'Type a number.' });
    if (reason.trim() === '') return setProblem({ field: 'reason', words: 'Say why the book changes.' });
    const answer = await post(route, { page: pageFrom(typed, origin), reason });
    if (answer.ok) {
      router.refresh();
      return onDone();
    }
    const field = keyOf(answer.path.slice(1).join('.'));
    setProblem({ field: figures.some((f) => f.key === field) ? field : 'whole', words: answer.message });
  };
  return (
    <div>
      <FieldGrid $min="12rem">
        {figures.map((f) => (
          <PlainField
            key={f.key}
            label={f.label}
            value={typed[f.key] ?? ''}
            onChange={(value) => setTyped({ ...typed, [f.key]: value })}
            problem={at(f.key)}
          />
        ))}
      </FieldGrid>
      {children}
      <PlainField label="Origin of the figures" value={origin} onChange={setOrigin} />
      <PlainField label="Reason for the change" value={reason} onChange={setReason} problem={at('reason')} />
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', padding: '0.5rem 0' }}>
        <Button $strong onPress={() => void save()}>
          Record the new version
        </Button>
        <Small>The old one stays in the book.</Small>
      </div>
      {problem?.field === 'whole' && <p role="alert">▲ {problem.words}</p>}
    </div>
  );
}
