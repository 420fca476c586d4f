import styled from 'styled-components';
import { labelLook } from '../kit/labelLook';

/** How a field of the catalogue looks: beneath its name, or as a line of the walk round the machine. */

export const Stacked = styled.div`
  ${labelLook}
  .label {
    line-height: 1.15;
  }
  .box {
    display: flex;
    align-items: baseline;
    border-bottom: 1px solid var(--rule);
    min-height: 44px;
    align-items: center;
  }
  .box {
    position: relative;
  }
  .box:focus-within {
    border-bottom: 2px solid var(--ink);
    background: var(--sheet);
  }
  input {
    flex: 1;
    min-width: 0;
    border: 0;
    background: none;
    outline: none;
    padding: 0 0.25rem 0 0;
    font-size: 1.125rem;
    font-weight: 600;
    min-height: 32px;
  }
  textarea {
    width: 100%;
    border: 1px solid var(--rule);
    background: var(--sheet);
    padding: 0.4rem 0.5rem;
    resize: vertical;
    margin-top: 0.25rem;
  }
  input.number {
    text-align: right;
  }
  .unit {
    color: var(--soft);
    font-size: 0.8125rem;
    font-stretch: var(--label-width);
    white-space: nowrap;
  }
`;

export const Walk = styled.div`
  display: grid;
  grid-template-columns: 1.5rem 1fr 5.4rem 4.7rem;
  align-items: center;
  border-bottom: 1px solid var(--fine);
  min-height: 46px;
  padding: 0 0.5rem;
  margin: 0 -0.5rem;
  &:focus-within {
    outline: 2px solid var(--ink);
    background: var(--sheet);
  }
  .label {
    font-size: 0.9375rem;
  }
  .ordinal {
    font-weight: 700;
    font-size: 0.8125rem;
  }
  input {
    width: 100%;
    min-height: 44px;
    border: 0;
    background: none;
    outline: none;
    text-align: right;
    font-size: 1.25rem;
    font-weight: 650;
    padding: 0;
  }
  .other {
    text-align: right;
    font-size: 0.8125rem;
    color: var(--soft);
    font-stretch: var(--label-width);
    white-space: nowrap;
  }
  .below {
    grid-column: 2 / -1;
  }
  position: relative;
`;
