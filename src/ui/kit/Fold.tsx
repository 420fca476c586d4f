'use client';
import { ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, Disclosure, DisclosurePanel, Heading } from 'react-aria-components';
import styled from 'styled-components';
import { Small } from './primitives';

const Folded = styled(Disclosure)`
  border-top: 1px solid var(--rule);
  margin-bottom: 1rem;
  h2,
  h3 {
    margin: 0;
    font-size: 1.125rem;
  }
  > :is(h2, h3) button {
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
  :is(h2, h3) svg {
    flex: none;
  }
  &[data-expanded] > :is(h2, h3) svg {
    transform: rotate(90deg);
  }
`;

/** What is not needed now, folded away under its name; `open` begins unfolded. */
export function Fold({
  title,
  open = false,
  level = 3,
  aside,
  children,
}: {
  title: string;
  /** Said after the title, in soft ink. */
  aside?: string;
  open?: boolean;
  /** Of its heading. */
  level?: 2 | 3;
  children: ReactNode;
}) {
  return (
    <Folded defaultExpanded={open}>
      <Heading level={level}>
        <Button slot="trigger">
          <ChevronRight size={18} aria-hidden />
          <span>
            {title} {aside && <Small>{aside}</Small>}
          </span>
        </Button>
      </Heading>
      <DisclosurePanel>{children}</DisclosurePanel>
    </Folded>
  );
}
