'use client';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { QuietButton } from './primitives';

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  background: rgb(0 0 0 / 35%);
  display: grid;
  place-items: start center;
  padding: 8vh 1rem 1rem;
  overflow: auto;
  section {
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--ink);
    padding: 1rem 1.25rem 1.25rem;
    width: min(34rem, calc(100vw - 2rem));
    outline: none;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
    border-bottom: 1px solid var(--ink);
    margin-bottom: 0.75rem;
  }
  h2 {
    font-size: 1.125rem;
  }
`;

/** A sheet over the page for one matter; Escape or the cross closes it. */
export function Sheet({ title, isOpen, onClose, children }: { title: string; isOpen: boolean; onClose(): void; children: ReactNode }) {
  return (
    <Overlay isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
      <Modal>
        <Dialog>
          <header>
            <Heading slot="title" level={2}>
              {title}
            </Heading>
            <QuietButton onPress={onClose} aria-label="Close">
              <X size={20} aria-hidden />
            </QuietButton>
          </header>
          {children}
        </Dialog>
      </Modal>
    </Overlay>
  );
}
