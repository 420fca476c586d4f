'use client';
import { Failed } from '@/ui/layout/Failed';

export default function ErrorPage({ error, reset }: { error: Error & { digest?: string }; reset(): void }) {
  return <Failed error={error} again={reset} />;
}
