'use client';
import { useEffect } from 'react';
import { isPartGone, renew } from '../kit/renewed';
import { Button, LinkButton, Small } from '../kit/primitives';

/** Said where a page fails: what happened, that nothing typed is lost, and the ways on. */
export function Failed({ error, again }: { error: Error & { digest?: string }; again(): void }) {
  useEffect(() => {
    // A part that went with a renewed program is no failure to report: the page is loaded anew.
    if (isPartGone(error)) void renew(error);
    else console.error(error);
  }, [error]);
  return (
    <main style={{ maxWidth: '40rem', margin: '3rem auto', padding: '0 1rem', display: 'grid', gap: '0.75rem' }} role="alert">
      <h1>This page could not be shown</h1>
      <p>
        Something in it failed. What was recorded stands in the book, and what was being typed is kept on this device until it is recorded
        or dropped.
      </p>
      <p style={{ display: 'flex', gap: '0.75rem', flexWrap: 'wrap' }}>
        <Button $strong onPress={again}>
          Try again
        </Button>
        <LinkButton href="/">To the Floor</LinkButton>
      </p>
      <Small>{error.digest ? `Number of the failure: ${error.digest}` : error.message}</Small>
    </main>
  );
}
