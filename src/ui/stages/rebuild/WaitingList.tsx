'use client';
import { useSaid } from '../../kit/preferences';
import { QuietButton } from '../../kit/primitives';
import { dropWaiting, sendWaiting, type Waiting } from '../../kit/waiting';

/** Photos or notes that the shop's computer does not have yet, and why. */
export function WaitingList({ waiting }: { waiting: readonly Waiting[] }) {
  const inUnits = useSaid();
  return waiting.map(({ key, name, refused }) => (
    <p role="alert" key={key} data-waiting>
      ▲ {name}: {refused === null ? 'on its way. It is kept on this device until the shop’s computer has it.' : inUnits(refused)}{' '}
      {refused === null ? (
        <QuietButton onPress={() => void sendWaiting()}>Send again</QuietButton>
      ) : (
        <QuietButton onPress={() => dropWaiting(key)} aria-label={`Let go of ${name}`}>
          Let go of it
        </QuietButton>
      )}
    </p>
  ));
}
