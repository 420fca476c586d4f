'use client';
import { Popover } from 'react-aria-components';
import styled from 'styled-components';

/** The list that opens under a choice, the same everywhere. */
export const Options = styled(Popover)`
  background: var(--sheet);
  border: 1px solid var(--ink);
  min-width: var(--trigger-width);
  max-height: 60vh;
  overflow: auto;
  color: var(--ink);
  .option {
    padding: 0.7rem 0.9rem;
    cursor: pointer;
    outline: none;
  }
  .option[data-focused] {
    background: var(--ink);
    color: var(--ground);
  }
  .option[data-selected] {
    font-weight: 700;
  }
`;
