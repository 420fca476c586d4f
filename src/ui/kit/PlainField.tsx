'use client';
import { type RefObject, useEffect, useRef } from 'react';
import { FieldError, Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { otherUnit } from '@/core/units/print';
import { type Dimension, findUnit } from '@/core/units/units';
import { takes } from './instruments';
import { labelLook } from './labelLook';
import { isBare } from './meant';
import { useNumberInput } from './pad';

/** Fields that are not of the catalogue: names, phone numbers, the promised day. */
export const PlainShape = styled.div`
  ${labelLook}
  input,
  .segments {
    border: 0;
    background: none;
    min-height: 44px;
    font-size: 1.125rem;
    font-weight: 600;
    padding: 0.4rem 0;
    outline: none;
  }
  .box,
  .segments {
    border-bottom: 1px solid var(--rule);
  }
  .box:focus-within,
  .segments:focus-within {
    border-bottom: 2px solid var(--ink);
    background: var(--sheet);
  }
  .box {
    display: flex;
    align-items: baseline;
  }
  .box input {
    flex: 1;
    min-width: 0;
  }
  .unit {
    font-size: 0.875rem;
    color: var(--soft);
    white-space: nowrap;
  }
  .problem {
    font-size: 0.875rem;
    font-weight: 600;
  }
  .problem::before {
    content: '▲ ';
    color: var(--warn);
  }
`;

interface PlainProps {
  label: string;
  value: string;
  onChange(text: string): void;
  problem?: string | null;
  autoFocus?: boolean;
  /** Shown as dots. */
  secret?: boolean;
  /** The unit a bare number is in, shown until another is written. */
  unit?: string;
  /** Takes a number that has no unit: a count. */
  isNumber?: boolean;
  /** Takes a measurement in the unit its label names. */
  measures?: Dimension;
}

export function PlainField(props: PlainProps) {
  const input = useRef<HTMLInputElement>(null);
  const first = useRef(props);
  // What was typed before the page's code had come stands in the field alone: it is taken up when the code does.
  useEffect(() => {
    const typed = input.current?.value ?? '';
    const { value, onChange } = first.current;
    if (typed !== value) onChange(typed);
  }, []);
  return (
    <TextField
      value={props.value}
      onChange={props.onChange}
      isInvalid={Boolean(props.problem)}
      validationBehavior="aria"
      autoFocus={props.autoFocus ?? false}
    >
      <PlainBox props={props} input={input} />
    </TextField>
  );
}

function PlainBox({ props, input }: { props: PlainProps; input: RefObject<HTMLInputElement | null> }) {
  const number = useNumberInput((props.unit && otherUnit(props.unit)) || '', props.unit ? 'text' : 'decimal');
  return (
    <PlainShape>
      <Label className="label">{props.label}</Label>
      <span className="box">
        <Input
          ref={input}
          data-entry
          {...(props.unit || props.isNumber || props.measures ? number : {})}
          {...takes(props.measures ?? findUnit(props.unit ?? '')?.dimension)}
          autoComplete={props.secret ? 'new-password' : 'off'}
          type={props.secret ? 'password' : 'text'}
        />
        {props.unit && isBare(props.value) && <span className="unit">{props.unit}</span>}
      </span>
      <FieldError className="problem">{props.problem}</FieldError>
    </PlainShape>
  );
}
