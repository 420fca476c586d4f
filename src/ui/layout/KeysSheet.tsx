'use client';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';

const Sheet = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: #0006;
  display: grid;
  place-items: center;
  z-index: 20;
  .sheet {
    background: var(--ground);
    color: var(--ink);
    border: 1px solid var(--ink);
    padding: 1.25rem 1.5rem;
    width: min(30rem, 94vw);
    outline: none;
  }
  h2 {
    font-size: 1rem;
    margin-bottom: 0.5rem;
  }
  dl {
    display: grid;
    grid-template-columns: 8rem 1fr;
    gap: 0.4rem 0;
  }
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
    <Sheet isOpen={isOpen} onOpenChange={(is) => !is && onClose()} isDismissable>
      <Modal>
        <Dialog className="sheet">
          <Heading slot="title">Keys</Heading>
          <dl>
            {KEYS.map(([key, what]) => (
              <div key={key} style={{ display: 'contents' }}>
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </Dialog>
      </Modal>
    </Sheet>
  );
}
