'use client';

// A day of the book as a list: when, who, where; who came is noted here with one press.
import { Repeat, TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import { Chip, Quiet, Row, Small, Stack } from '@/design/layout';
import { phone } from '@/design/theme';
import type { BookDay, BookEvent } from './read';

const Line = styled.li<{ $isOff: boolean }>`
  border-top: 1px solid var(--rule);
  &:first-child {
    border-top: 0;
  }
  button {
    all: unset;
    box-sizing: border-box;
    width: 100%;
    display: grid;
    grid-template-columns: 92px minmax(0, 1fr) auto;
    gap: 4px 18px;
    padding: 14px 10px;
    min-height: 64px;
    border-radius: 12px;
    cursor: pointer;
    align-items: start;
  }
  button:hover {
    background: var(--panel);
  }
  button:focus-visible {
    outline: 3px solid var(--info);
    outline-offset: -2px;
  }
  .time {
    font-size: 1.25rem;
    line-height: 1.15;
  }
  .what {
    font-weight: 650;
    font-size: 1.1rem;
    overflow-wrap: anywhere;
    ${({ $isOff }) => ($isOff ? 'text-decoration: line-through; color: var(--quiet);' : '')}
  }
  .clash {
    color: var(--out);
    display: flex;
    gap: 8px;
    align-items: start;
    font-size: 0.94rem;
  }
  .clash svg {
    flex: none;
    margin-top: 4px;
  }
  ${phone} {
    button {
      grid-template-columns: 76px minmax(0, 1fr);
      gap: 4px 12px;
    }
    .time {
      font-size: 1.08rem;
      white-space: nowrap;
    }
    .chips {
      grid-column: 2;
    }
  }
`;

/** How many came, are expected, wait. */
function chipsOf({
  title,
  people,
  capacity,
  free,
  isOver,
  isOff,
}: BookEvent): { readonly text: string; readonly tone: 'plain' | 'info' | 'out' }[] {
  if (isOff) return [{ text: 'cancelled', tone: 'plain' }];
  const count = (state: string) => people.filter((one) => one.state === state).length;
  const chips: { text: string; tone: 'plain' | 'info' | 'out' }[] = [];
  if (title !== null) chips.push({ text: `${capacity - free} of ${capacity}`, tone: 'info' });
  if (count('waiting') > 0) chips.push({ text: `${count('waiting')} waiting`, tone: 'plain' });
  if (count('missed') > 0)
    chips.push({ text: title === null ? 'did not come' : `${count('missed')} did not come`, tone: 'out' });
  if (title === null && count('came') > 0) chips.push({ text: 'came', tone: 'plain' });
  if (isOver && count('booked') > 0) chips.push({ text: 'who came?', tone: 'info' });
  return chips;
}

type DayListProps = {
  readonly day: BookDay;
  readonly events: readonly BookEvent[];
  readonly onOpen: (id: string) => void;
};

export function DayList({ day, events, onOpen }: DayListProps) {
  const of = events.filter((event) => event.day === day.day);
  if (of.length === 0)
    return (
      <Stack style={{ padding: '28px 10px' }}>
        <Quiet>Nothing is booked on {day.long}.</Quiet>
      </Stack>
    );
  return (
    <ol aria-label={day.long}>
      {of.map((event) => (
        <Line key={event.id} $isOff={event.isOff} data-event={event.what}>
          <button type="button" onClick={() => onOpen(event.id)}>
            <Stack as="span" $gap={2}>
              <span className="time numeral">{event.time}</span>
              <Small>{event.minutes} min</Small>
            </Stack>
            <Stack as="span" $gap={3}>
              <span className="what">{event.what}</span>
              <Small>
                {[event.instructor, event.roomName].filter(Boolean).join(' · ')}
                {event.repeat && (
                  <>
                    {' · '}
                    <Repeat size={14} aria-label="comes again" style={{ verticalAlign: '-2px' }} /> {event.repeat}
                  </>
                )}
              </Small>
              {event.note && <span>{event.note}</span>}
              {event.clashes.map((clash) => (
                <span key={clash} className="clash">
                  <TriangleAlert size={17} aria-hidden />
                  {clash}
                </span>
              ))}
            </Stack>
            <Row as="span" $gap={6} className="chips">
              {chipsOf(event).map(({ text, tone }) => (
                <Chip key={text} $tone={tone}>
                  {text}
                </Chip>
              ))}
            </Row>
          </button>
        </Line>
      ))}
    </ol>
  );
}
