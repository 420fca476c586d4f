'use client';
import { QuietButton } from './primitives';
import type { Reading } from './read';

/** Said where something asked of the shop's computer did not come, with the way to ask again; nothing where it came. */
export function NotRead({ reading: { failed, again } }: { reading: Pick<Reading<unknown>, 'failed' | 'again'> }) {
  return failed === null ? null : (
    <p role="alert">
      ▲ {failed} <QuietButton onPress={again}>Try again</QuietButton>
    </p>
  );
}
