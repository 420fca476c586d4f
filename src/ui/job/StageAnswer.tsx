'use client';
import { useMemo } from 'react';
import type { Stage } from '@/catalogue/fields';
import { answerOf } from '@/judgement/job/answer';
import { AnswerStrip } from '../kit/AnswerStrip';
import { useSaid } from '../kit/preferences';
import { Button } from '../kit/primitives';
import { useBench, useLater } from './BenchContext';

/** The answer of a stage from what is known now; Reason and Ride bring their own. */
export function StageAnswer({ stage, onGo }: { stage: Stage; onGo(stage: Stage): void }) {
  const { data } = useBench();
  const facts = useLater();
  const inUnits = useSaid();
  const answer = useMemo(
    () =>
      answerOf(stage, facts, {
        signed: data.signed.length > 0,
        handedBack: data.job.handedBackAt !== null,
        rideOpen: data.job.rideOpen,
        procedures: data.procedures,
      }),
    [stage, facts, data],
  );
  if (!answer) return null;
  const { label, end, figure, lead, soft, go } = answer;
  return (
    <AnswerStrip label={label} end={end} figure={figure && inUnits(figure)} lead={inUnits(lead)} soft={inUnits(soft)}>
      {go && <Button onPress={() => onGo(go.to)}>{go.press}</Button>}
    </AnswerStrip>
  );
}
