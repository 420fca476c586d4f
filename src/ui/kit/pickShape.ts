import type { ReactNode } from 'react';
import styled, { css } from 'styled-components';

/** How the button of a choice looks, with its list ready or not yet. */
export const triggerLook = css`
  display: flex;
  width: 100%;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  min-height: 44px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  padding: 0;
  text-align: left;
  font-weight: 600;
  font-size: 1rem;
  cursor: pointer;
  &[data-disabled] {
    cursor: default;
  }
  svg {
    flex: none;
  }
  [data-placeholder] {
    font-weight: 400;
    color: var(--soft);
  }
  &.quiet {
    border-bottom: 0;
    font-size: 0.875rem;
    font-weight: 400;
    justify-content: flex-end;
  }
`;

export const Shape = styled.div`
  .label {
    display: block;
    font-size: 0.8125rem;
    font-stretch: var(--label-width);
    font-weight: 400;
    line-height: 1.15;
    color: var(--soft);
  }
  .problem {
    font-size: 0.8125rem;
    font-weight: 600;
  }
`;

export interface PickProps {
  label: string;
  value: string | null;
  options: readonly { value: string; label: string }[];
  onPick(value: string): void;
  placeholder?: string;
  /** Small and without a rule, its label only spoken. */
  quiet?: boolean;
  locked?: boolean;
  problem?: string | null;
  below?: ReactNode;
  /** The field it fills, so that a way to the field finds it. */
  field?: string;
}

/** A choice with what was left out filled in. */
export type PickReady = PickProps & Required<Pick<PickProps, 'placeholder' | 'quiet' | 'locked' | 'problem'>>;
export const ready = (props: PickProps): PickReady => ({ placeholder: 'Choose', quiet: false, locked: false, problem: null, ...props });
