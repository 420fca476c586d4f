'use client';
import { parseDate, type CalendarDate } from '@internationalized/date';
import { CalendarDays } from 'lucide-react';
import {
  Button,
  Calendar,
  CalendarCell,
  CalendarGrid,
  DateInput,
  DatePicker,
  DateSegment,
  Dialog,
  FieldError,
  Group,
  Heading,
  Label,
  Popover,
} from 'react-aria-components';
import styled from 'styled-components';
import { PlainShape } from './PlainField';

const DateBox = styled(Group)`
  display: flex;
  align-items: center;
  .segments {
    flex: 1;
    display: flex;
  }
  .segments [data-type='literal'] {
    color: var(--soft);
  }
  .segments [role='spinbutton'] {
    padding: 0 1px;
    outline: none;
  }
  .segments [role='spinbutton']:focus {
    background: var(--ink);
    color: var(--ground);
  }
  button {
    min-width: 44px;
    min-height: 44px;
    border: 0;
    background: none;
    cursor: pointer;
  }
`;

const Month = styled(Popover)`
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--ink);
  padding: 0.5rem;
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  header h2 {
    font-size: 0.9375rem;
  }
  button {
    min-width: 44px;
    min-height: 44px;
    border: 0;
    background: none;
    cursor: pointer;
  }
  td > div {
    width: 40px;
    height: 40px;
    display: grid;
    place-items: center;
    cursor: pointer;
  }
  td > div[data-selected] {
    background: var(--ink);
    color: var(--ground);
  }
  td > div[data-outside-month] {
    display: none;
  }
`;

/** A day, kept as the ISO text of its date. */
export function DayField(props: { label: string; value: string | null; onChange(isoDay: string | null): void; problem?: string | null }) {
  const value: CalendarDate | null = props.value ? parseDate(props.value) : null;
  return (
    <DatePicker
      value={value}
      onChange={(day) => props.onChange(day ? day.toString() : null)}
      isInvalid={Boolean(props.problem)}
      validationBehavior="aria"
    >
      <PlainShape>
        <Label className="label">{props.label}</Label>
        <DateBox>
          <DateInput className="segments">{(segment) => <DateSegment segment={segment} />}</DateInput>
          <Button aria-label="Open the month">
            <CalendarDays size={18} aria-hidden />
          </Button>
        </DateBox>
        <FieldError className="problem">{props.problem}</FieldError>
      </PlainShape>
      <Month>
        <Dialog aria-label={props.label}>
          <DayCalendar />
        </Dialog>
      </Month>
    </DatePicker>
  );
}

function DayCalendar() {
  return (
    <Calendar>
      <header>
        <Button slot="previous">‹</Button>
        <Heading />
        <Button slot="next">›</Button>
      </header>
      <CalendarGrid>{(date) => <CalendarCell date={date} />}</CalendarGrid>
    </Calendar>
  );
}
