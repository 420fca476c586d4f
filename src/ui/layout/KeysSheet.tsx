'use client';
import styled from 'styled-components';
import { Sheet } from '../kit/Sheet';

const Keys = styled.dl`
  display: grid;
  grid-template-columns: 8rem 1fr;
  gap: 0.4rem 0;
`;

const KEYS: [string, string][] = [
  ['/', 'find anything'],
  ['Alt 1 … 8', 'the eight stages'],
  ['Enter', 'next reading'],
  ['F2', 'take what an instrument shows into the field, and go on'],
  ['Esc', 'leave the field, so that single keys work'],
  ['[  ]', 'previous, next candidate spring'],
  ['B', 'ghost of before, on or off'],
  ['U', 'other units'],
  ['W', 'show the working'],
  ['H  F', 'under Valves: hot and cold, force at the wheel'],
  ['Ctrl Z', 'undo the last entry of the job'],
  ['?', 'this list'],
];

/** What the keys do. */
export function KeysSheet({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  return (
    <Sheet title="Keys" isOpen={isOpen} onClose={onClose}>
      <Keys>
        {KEYS.map(([key, what]) => (
          <div key={key} style={{ display: 'contents' }}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </Keys>
    </Sheet>
  );
}
