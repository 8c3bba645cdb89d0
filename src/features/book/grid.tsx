'use client';

// A day or a week as a grid of hours: appointments where they stand, moved by dragging, opened by a press or Enter.
import type { EventContentArg, EventDropArg, EventInput } from '@fullcalendar/core';
import interaction from '@fullcalendar/interaction';
import FullCalendar from '@fullcalendar/react';
import timeGrid from '@fullcalendar/timegrid';
import { TriangleAlert } from 'lucide-react';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import type { BookDay, BookEvent } from './read';

const Frame = styled.div`
  --fc-border-color: var(--rule);
  --fc-page-bg-color: var(--paper);
  --fc-today-bg-color: color-mix(in srgb, var(--fluid) 9%, transparent);
  --fc-now-indicator-color: var(--out);
  --fc-event-bg-color: transparent;
  --fc-event-border-color: transparent;
  --fc-event-text-color: var(--ink);
  --fc-non-business-color: transparent;
  .fc {
    font-size: 0.86rem;
  }
  .fc .fc-timegrid-slot {
    height: 31px;
  }
  .fc .fc-timegrid-slot-minor {
    border-top-style: none;
  }
  .fc .fc-timegrid-slot-label-cushion {
    color: var(--quiet);
    font-variant-numeric: tabular-nums;
  }
  .fc .fc-col-header-cell {
    padding: 4px 0 6px;
    font-weight: 500;
    text-align: left;
    padding-left: 6px;
  }
  .fc .fc-col-header-cell-cushion {
    padding: 0;
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: 6px;
    color: var(--quiet);
  }
  .head b {
    font: 700 1.25rem/1 var(--head);
    font-stretch: 88%;
    color: var(--ink);
  }
  .today b {
    background: var(--ink);
    color: var(--on-ink);
    border-radius: 8px;
    padding: 3px 7px;
  }
  .fc .fc-timegrid-event {
    box-shadow: none;
    border: 0;
    padding: 0;
    cursor: pointer;
  }
  .fc .fc-timegrid-event .fc-event-main {
    padding: 0;
  }
  .fc .fc-event:focus-visible {
    outline: 3px solid var(--info);
    outline-offset: 1px;
  }
  .fc .fc-event:focus::after {
    background: none;
  }
  .event {
    height: 100%;
    overflow: hidden;
    border-radius: 9px;
    padding: 3px 7px;
    border: 1px solid var(--rule-strong);
    background: var(--panel);
    line-height: 1.22;
  }
  .event.mine {
    background: var(--info-tint);
    border-color: var(--info);
  }
  .event.class {
    border-left-width: 6px;
  }
  .event.clashes {
    border-color: var(--out);
    border-width: 2px;
    background: var(--out-tint);
  }
  .event.off {
    background: transparent;
    border-style: dashed;
    color: var(--quiet);
    text-decoration: line-through;
  }
  .event.over {
    color: var(--quiet);
  }
  .event b {
    font-weight: 650;
    overflow-wrap: anywhere;
  }
  .event small {
    display: block;
    font-size: 0.92em;
  }
  .event svg {
    vertical-align: -2px;
    margin-right: 4px;
    color: var(--out);
  }
`;

export type Moved = { readonly id: string; readonly at: string; readonly minutes: number };

type GridProps = {
  readonly days: readonly BookDay[];
  /** One day of them; absent: all. */
  readonly only?: string | undefined;
  readonly today: string;
  readonly now: string;
  readonly events: readonly BookEvent[];
  readonly onOpen: (id: string) => void;
  readonly onMove: (moved: Moved) => void;
  /** A stretch of time that stands free. */
  readonly onChoose: (at: string, minutes: number) => void;
};

/** Times of the grid are the studio's own, written as if they were UTC: so none of them moves with the browser's zone. */
const wallOf = (date: Date): string => date.toISOString().slice(0, 16);

const inputOf = ({ id, at, end, isOff, isOver, mayChange }: BookEvent): EventInput => ({
  id,
  start: `${at}:00Z`,
  end: `${end}:00Z`,
  editable: !isOff && !isOver && mayChange,
});

export function Grid({ days, only, today, now, events, onOpen, onMove, onChoose }: GridProps) {
  const calendar = useRef<FullCalendar>(null);
  const shown = only ?? days[0]?.day ?? today;
  const view = only ? 'timeGridDay' : 'timeGridWeek';
  useEffect(() => {
    const api = calendar.current?.getApi();
    queueMicrotask(() => api?.changeView(view, shown)); // it draws within React's own turn otherwise
  }, [view, shown]);
  const byId = new Map(events.map((one) => [one.id, one]));
  const content = ({ event }: EventContentArg) => {
    const one = byId.get(event.id);
    return one ? <Block event={one} /> : null;
  };
  const moved = ({ event, revert }: EventDropArg | { event: EventDropArg['event']; revert: () => void }) => {
    revert(); // it stands where the book has it, until the book has it elsewhere
    const [start, end] = [event.start, event.end];
    if (start && end)
      onMove({ id: event.id, at: wallOf(start), minutes: Math.round((end.getTime() - start.getTime()) / 60_000) });
  };
  const hours = [...events.map(({ at }) => at.slice(11, 13)), '08'].toSorted();
  const late = [...events.map(({ at, end }) => (end.slice(0, 10) > at.slice(0, 10) ? '24' : String(Math.min(24, Number(end.slice(11, 13)) + 1)).padStart(2, '0'))), '19'].toSorted(); // prettier-ignore
  return (
    <Frame>
      <FullCalendar
        ref={calendar}
        plugins={[timeGrid, interaction]}
        initialView={view}
        initialDate={shown}
        timeZone="UTC"
        headerToolbar={false}
        firstDay={1}
        allDaySlot={false}
        nowIndicator
        now={`${now}:00Z`}
        height="auto"
        expandRows
        slotMinTime={`${hours[0] ?? '08'}:00`}
        slotMaxTime={`${late.at(-1) ?? '19'}:00`}
        slotLabelFormat={{ hour: 'numeric', minute: '2-digit' }}
        slotDuration="00:30"
        snapDuration="00:05"
        eventInteractive
        eventMinHeight={24}
        slotEventOverlap={false}
        events={events.map(inputOf)}
        eventContent={content}
        eventDidMount={({ el, event }) => el.setAttribute('aria-label', labelOf(byId.get(event.id)))}
        eventClick={({ event }) => onOpen(event.id)}
        eventDrop={moved}
        eventResize={({ event, revert }) => moved({ event, revert })}
        selectable
        selectMinDistance={6}
        select={({ start, end }) => onChoose(wallOf(start), Math.round((end.getTime() - start.getTime()) / 60_000))}
        dateClick={({ date }) => onChoose(wallOf(date), 50)}
        dayHeaderContent={({ date }) => (
          <DayHead day={days.find(({ day }) => day === wallOf(date).slice(0, 10))} today={today} />
        )}
      />
    </Frame>
  );
}

const DayHead = ({ day, today }: { readonly day: BookDay | undefined; readonly today: string }) => (
  <span className={day?.day === today ? 'head today' : 'head'}>
    <b>{day?.number}</b> {day?.short}
  </span>
);

const labelOf = (event: BookEvent | undefined): string =>
  event
    ? [
        `${event.time} to ${event.until}`,
        event.what,
        event.instructor,
        ...(event.isOff ? ['cancelled'] : []),
        ...(event.clashes.length > 0 ? ['clashes'] : []),
      ].join(', ')
    : '';

function Block({ event }: { readonly event: BookEvent }) {
  const { what, title, time, instructor, roomName, isMine, isOff, isOver, clashes, people, capacity, free } = event;
  const is = [
    'event',
    ...(isMine ? ['mine'] : []),
    ...(title === null ? [] : ['class']),
    ...(clashes.length > 0 ? ['clashes'] : []),
    ...(isOff ? ['off'] : []),
    ...(isOver ? ['over'] : []),
  ].join(' ');
  const waits = people.filter(({ state }) => state === 'waiting').length;
  return (
    <div className={is}>
      {clashes.length > 0 && <TriangleAlert size={14} aria-hidden />}
      <b>{what}</b>
      <small>
        {[time, ...(isMine ? [] : [instructor.split(' ')[0]]), ...(roomName ? [roomName] : [])].join(' · ')}
      </small>
      {title !== null && (
        <small>
          {capacity - free} of {capacity}
          {waits > 0 && `, ${waits} waiting`}
        </small>
      )}
    </div>
  );
}
