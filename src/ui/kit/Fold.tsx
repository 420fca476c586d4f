'use client';
import { ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, Disclosure, DisclosurePanel, Heading } from 'react-aria-components';
import styled from 'styled-components';

const Folded = styled(Disclosure)`
  border-top: 1px solid var(--rule);
  margin-bottom: 1rem;
  h3 {
    margin: 0;
  }
  button {
    display: flex;
    width: 100%;
    align-items: center;
    gap: 0.4rem;
    min-height: 44px;
    padding: 0;
    border: 0;
    background: none;
    color: inherit;
    font: inherit;
    font-weight: 600;
    text-align: left;
    cursor: pointer;
  }
  svg {
    flex: none;
  }
  &[data-expanded] svg {
    transform: rotate(90deg);
  }
`;

/** What is not needed now, folded away under its name. */
export function Fold({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Folded>
      <Heading level={3}>
        <Button slot="trigger">
          <ChevronRight size={18} aria-hidden /> {title}
        </Button>
      </Heading>
      <DisclosurePanel>{children}</DisclosurePanel>
    </Folded>
  );
}
