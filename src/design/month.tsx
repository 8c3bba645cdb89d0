'use client';

// A month to choose a day from, and a day in a field that opens one.
import { parseDate, parseTime } from '@internationalized/date';
import type { CalendarDate } from '@internationalized/date';
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react';
import {
  Button as AriaButton,
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
  DateInput,
  DatePicker,
  DateSegment,
  Dialog,
  DialogTrigger,
  FieldError,
  Group,
  Heading,
  Label,
  Popover,
  Text,
  TimeField,
} from 'react-aria-components';
import type { ReactNode } from 'react';
import styled, { css } from 'styled-components';
import { Button } from './button';
import { box, label } from './field-parts';

const Sheet = styled(Popover)`
  background: var(--panel);
  border: 1px solid var(--rule-strong);
  border-radius: 16px;
  box-shadow: 0 14px 40px rgb(10 20 24 / 25%);
  padding: 12px 14px 14px;
  overflow: auto;
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 6px;
  }
  h2 {
    font-size: 1.06rem;
  }
  .step {
    width: 44px;
    height: 44px;
    display: grid;
    place-items: center;
    border: 0;
    border-radius: 11px;
    background: none;
    cursor: pointer;
  }
  .step[data-hovered] {
    background: var(--info-tint);
  }
  table {
    border-collapse: collapse;
  }
  th {
    font-weight: 500;
    font-size: 0.86rem;
    color: var(--quiet);
    padding: 4px 0;
  }
  .cell {
    width: 44px;
    height: 44px;
    display: grid;
    place-items: center;
    border-radius: 11px;
    cursor: pointer;
    outline: none;
  }
  .cell[data-outside-month] {
    color: var(--quiet);
  }
  .cell[data-hovered] {
    background: var(--info-tint);
  }
  .cell[data-focus-visible] {
    box-shadow: 0 0 0 3px var(--info);
  }
  .cell[data-today] {
    font-weight: 700;
    text-decoration: underline;
    text-underline-offset: 5px;
  }
  .cell[data-selected] {
    background: var(--ink);
    color: var(--on-ink);
  }
`;

const Month = () => (
  <>
    <header>
      <AriaButton slot="previous" className="step">
        <ChevronLeft size={20} aria-hidden />
      </AriaButton>
      <Heading />
      <AriaButton slot="next" className="step">
        <ChevronRight size={20} aria-hidden />
      </AriaButton>
    </header>
    <CalendarGrid>
      <CalendarGridHeader>{(day) => <CalendarHeaderCell>{day}</CalendarHeaderCell>}</CalendarGridHeader>
      <CalendarGridBody>{(date) => <CalendarCell date={date} className="cell" />}</CalendarGridBody>
    </CalendarGrid>
  </>
);

/** A button that opens a month; weeks begin on a Monday, as the book's do. */
export const DayButton = ({
  label: text,
  value,
  onChange,
  children,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (day: string) => void;
  readonly children: ReactNode;
}) => (
  <DialogTrigger>
    <Button aria-label={text}>
      <CalendarDays size={18} aria-hidden />
      {children}
    </Button>
    <Sheet>
      <Dialog aria-label="Go to a day">
        {({ close }) => (
          <Calendar
            aria-label="Go to a day"
            firstDayOfWeek="mon"
            autoFocus
            value={parseDate(value)}
            onChange={(date) => {
              close();
              onChange(date.toString());
            }}
          >
            <Month />
          </Calendar>
        )}
      </Dialog>
    </Sheet>
  </DialogTrigger>
);

const field = css`
  display: grid;
  gap: 5px;
  align-content: start;
  min-width: 0;
`;

const segments = css`
  .typed {
    display: flex;
    align-items: center;
    gap: 6px;
    height: 46px;
    padding-block: 0;
    padding-right: 4px;
  }
  .segments {
    display: flex;
    flex: 1;
  }
  .segments [role='spinbutton'] {
    padding: 2px 1px;
    border-radius: 5px;
    outline: none;
    font-variant-numeric: tabular-nums;
  }
  .segments [data-placeholder] {
    color: var(--quiet);
  }
  .segments [data-focused] {
    background: var(--info);
    color: var(--panel);
  }
  .open {
    width: 40px;
    height: 36px;
    display: grid;
    place-items: center;
    border: 0;
    border-radius: 9px;
    background: none;
    cursor: pointer;
  }
`;

const DayBox = styled(DatePicker)`
  ${field}
  ${label}
  .typed {
    ${box}
  }
  ${segments}
`;
const TimeBox = styled(TimeField)`
  ${field}
  ${label}
  .typed {
    ${box}
  }
  ${segments}
`;

type MomentProps = {
  readonly label: string;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  /** `2026-12-01` or `09:30`; empty: none. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onBlur?: (() => void) | undefined;
};

const About = ({ help, error }: Pick<MomentProps, 'help' | 'error'>) => (
  <>
    {help && (
      <Text slot="description" className="help">
        {help}
      </Text>
    )}
    <FieldError className="error">{error}</FieldError>
  </>
);

const dateOf = (value: string): CalendarDate | null => (value ? parseDate(value) : null);

/** A day, typed or chosen from a month. */
export const DayBoxField = ({ label: text, help, error, value, onChange, onBlur }: MomentProps) => (
  <DayBox
    value={dateOf(value)}
    onChange={(date) => onChange(date?.toString() ?? '')}
    {...(onBlur ? { onBlur } : {})}
    isInvalid={Boolean(error)}
    validationBehavior="aria"
    firstDayOfWeek="mon"
    shouldForceLeadingZeros
  >
    <Label className="label">{text}</Label>
    <Group className="typed">
      <DateInput className="segments">{(segment) => <DateSegment segment={segment} />}</DateInput>
      <AriaButton className="open">
        <CalendarDays size={18} aria-hidden />
      </AriaButton>
    </Group>
    <About help={help} error={error} />
    <Sheet>
      <Dialog>
        <Calendar firstDayOfWeek="mon">
          <Month />
        </Calendar>
      </Dialog>
    </Sheet>
  </DayBox>
);

/** A time of day, in hours and minutes as the browser writes them. */
export const TimeBoxField = ({ label: text, help, error, value, onChange, onBlur }: MomentProps) => (
  <TimeBox
    value={value ? parseTime(value) : null}
    onChange={(time) => onChange(time ? time.toString().slice(0, 5) : '')}
    {...(onBlur ? { onBlur } : {})}
    isInvalid={Boolean(error)}
    validationBehavior="aria"
    shouldForceLeadingZeros
  >
    <Label className="label">{text}</Label>
    <div className="typed">
      <DateInput className="segments">{(segment) => <DateSegment segment={segment} />}</DateInput>
    </div>
    <About help={help} error={error} />
  </TimeBox>
);
