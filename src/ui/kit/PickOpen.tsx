'use client';
import { ChevronDown } from 'lucide-react';
import { useCallback, useRef, useState } from 'react';
import { Button, FieldError, Label, ListBox, ListBoxItem, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import { Options } from './optionList';
import { type PickProps, type PickReady, Shape, triggerLook } from './pickShape';

const Trigger = styled(Button)`
  ${triggerLook}
`;

/** A choice with its list: opened as it comes, since somebody asked for it. */
export function PickOpen({ label, value, options, onPick, placeholder, quiet, locked, problem, below, field }: PickReady) {
  const [isOpen, setOpen] = useState(false);
  const came = useRef(false);
  // The focus stands on this button first, so that it comes back here when the list closes.
  const open = useCallback((trigger: HTMLButtonElement | null) => {
    if (!trigger || came.current) return;
    came.current = true;
    trigger.focus();
    setOpen(true);
  }, []);
  return (
    <Select
      value={value}
      onChange={(key) => key !== null && onPick(String(key))}
      isOpen={isOpen}
      onOpenChange={setOpen}
      isDisabled={locked}
      placeholder={placeholder}
      isInvalid={problem !== null}
      validationBehavior="aria"
    >
      <Shape>
        <Label className={quiet ? 'visually-hidden' : 'label'}>{label}</Label>
        <Trigger ref={open} className={quiet ? 'quiet' : ''} data-field={field}>
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

function OptionList({ options }: Pick<PickProps, 'options'>) {
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
