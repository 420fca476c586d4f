'use client';
import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, FieldError, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from 'react-aria-components';
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

const Trigger = styled(Button)`
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

const Shape = styled.div`
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

interface Props {
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

/** A choice from a list. */
export function Pick({
  label,
  value,
  options,
  onPick,
  placeholder = 'Choose',
  quiet = false,
  locked = false,
  problem = null,
  below,
  field,
}: Props) {
  return (
    <Select
      value={value}
      onChange={(key) => key !== null && onPick(String(key))}
      isDisabled={locked}
      placeholder={placeholder}
      isInvalid={problem !== null}
      validationBehavior="aria"
    >
      <Shape>
        <Label className={quiet ? 'visually-hidden' : 'label'}>{label}</Label>
        <Trigger className={quiet ? 'quiet' : ''} data-field={field}>
          <SelectValue />
          <ChevronDown size={16} aria-hidden />
        </Trigger>
        <FieldError className="problem">{problem}</FieldError>
        {!problem && below}
      </Shape>
      <OptionList options={options} />
    </Select>
  );
}

function OptionList({ options }: { options: readonly { value: string; label: string }[] }) {
  return (
    <Options>
      <ListBox>
        {options.map((o) => (
          <ListBoxItem key={o.value} id={o.value} textValue={o.label} className="option">
            {o.label}
          </ListBoxItem>
        ))}
      </ListBox>
    </Options>
  );
}
