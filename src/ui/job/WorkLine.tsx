'use client';
import type { ReactNode } from 'react';
import { Button, QuietButton, Warn } from '../kit/primitives';
import type { AtWork } from './useGround';

interface Props {
  of: Pick<AtWork<unknown, unknown>, 'running' | 'failure' | 'begin' | 'stop'>;
  /** What is done and how far it is, while it runs. */
  doing: ReactNode;
  /** What the button that begins it says. */
  action: string;
}

/** A work of the ground's worker: begun, followed, stopped, begun again. */
export function WorkLine({ of: { running, failure, begin, stop }, doing, action }: Props) {
  return (
    <>
      <p role="status">
        {running ? (
          <>
            {doing} <QuietButton onPress={stop}>Stop</QuietButton>
          </>
        ) : (
          <Button onPress={begin}>{action}</Button>
        )}
      </p>
      {failure && <Warn>{failure}</Warn>}
    </>
  );
}

export const ridingWords = (progress: { share: number } | null): string => `Riding ${Math.round(100 * (progress?.share ?? 0))} %`;
