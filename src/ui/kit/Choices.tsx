'use client';
import { Label, Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';

const Row = styled(RadioGroup)`
  display: flex;
  gap: 1rem;
  align-items: center;
  min-height: 44px;
  flex-wrap: wrap;
  > span {
    font-size: 0.875rem;
    color: var(--soft);
    min-width: 3rem;
  }
  label {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    cursor: pointer;
  }
  label::before {
    content: '○';
  }
  label[data-selected] {
    font-weight: 650;
  }
  label[data-selected]::before {
    content: '●';
  }
  label[data-focus-visible] {
    outline: 2px solid var(--ink);
  }
`;

/** One of a few, all in sight. */
export function Choices<T extends string>(props: {
  label: string;
  value: T;
  options: Readonly<Record<T, string>>;
  onPick: (value: NoInfer<T>) => void;
}) {
  return (
    <Row value={props.value} onChange={(value) => props.onPick(value as T)}>
      <Label elementType="span">{props.label}</Label>
      {Object.entries<string>(props.options).map(([value, label]) => (
        <Radio key={value} value={value}>
          {label}
        </Radio>
      ))}
    </Row>
  );
}
