'use client';

// The book: a week or a day of it, by the studio's clock; what is pressed opens, what is dragged moves.
import { ChevronLeft, ChevronRight, Plus } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { daysLater } from '@/core/day';
import { useAhead } from '@/design/ahead';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Dialog } from '@/design/dialog';
import { Notice, Page, PageHead, Quiet, Row } from '@/design/layout';
import { DayButton } from '@/design/month';
import { Picker } from '@/design/picker';
import { phone } from '@/design/theme';
import { Appointment } from './appointment';
import { DayList } from './day-list';
import type { Moved } from './grid';
import type { BookEvent, BookPage } from './read';

const loadForm = () => import('./own-booking');
const OwnBooking = dynamic(() => loadForm().then((all) => all.OwnBooking), { ssr: false });
const Grid = dynamic(() => import('./grid').then((all) => all.Grid), {
  ssr: false,
  loading: () => <div style={{ minHeight: 620 }} aria-busy />,
});

const Strip = styled.ul`
  display: none;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 3px;
  padding: 6px 0 10px;
  border-bottom: 1px solid var(--rule);
  ${phone} {
    display: grid;
  }
  button {
    all: unset;
    box-sizing: border-box;
    width: 100%;
    min-height: 62px;
    display: grid;
    justify-items: center;
    align-content: center;
    gap: 2px;
    border-radius: 12px;
    cursor: pointer;
    font-size: 0.8rem;
    color: var(--quiet);
  }
  button b {
    font: 700 1.2rem/1 var(--head);
    color: var(--ink);
  }
  button[aria-pressed='true'] {
    background: var(--ink);
    color: var(--on-ink);
  }
  button[aria-pressed='true'] b {
    color: var(--on-ink);
  }
  button.today b {
    text-decoration: underline;
    text-underline-offset: 4px;
  }
  button:focus-visible {
    outline: 3px solid var(--info);
  }
`;

const Halves = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 0.85fr) minmax(0, 1.15fr);
  gap: 32px;
  padding-top: 14px;
`;

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px 12px;
  padding: 6px 0 10px;
  .whose {
    margin-left: auto;
    min-width: 190px;
  }
  ${phone} {
    gap: 4px;
    button {
      padding-inline: 12px;
    }
    .day,
    .whose .label {
      display: none;
    }
    .whose {
      flex: 1;
      min-width: 0;
    }
  }
`;

type Open =
  | { readonly kind: 'event'; readonly id: string }
  | { readonly kind: 'change'; readonly id: string; readonly moved?: Moved }
  | { readonly kind: 'new'; readonly at: string; readonly minutes: number };

const wide = '(min-width: 621px)';
const listen = (on: () => void) => {
  const query = matchMedia(wide);
  query.addEventListener('change', on);
  return () => query.removeEventListener('change', on);
};
/** Whether there is room for a grid of hours; on the server nobody knows. */
const useIsWide = () =>
  useSyncExternalStore<boolean | undefined>(
    listen,
    () => matchMedia(wide).matches,
    () => undefined,
  );

/** The next whole hour, on the day that is shown. */
const nextHour = ({ day, now }: BookPage): string =>
  `${day}T${String(Math.min(22, Math.max(8, Number(now.slice(11, 13)) + 1))).padStart(2, '0')}:00`;

export function Book(page: BookPage) {
  const { day, view, whose, days, today, now } = page;
  const router = useRouter();
  const [open, setOpen] = useState<Open>();
  const isWide = useIsWide();
  useAhead(loadForm);
  const events = page.events.filter(({ instructorId }) => whose === null || instructorId === whose);
  const go = (to: Partial<{ day: string; view: string; whose: string }>) => {
    const next = new URLSearchParams({ day, view, ...(whose ? { whose } : {}), ...to });
    if (to.whose === '') next.delete('whose');
    router.push(`/book?${next}`, { scroll: false });
  };
  const show = (id: string) => setOpen({ kind: 'event', id });
  const grid = (only?: string) => (
    <Grid
      {...{ days, only, today, now, events }}
      onOpen={show}
      onMove={(moved) => setOpen({ kind: 'change', id: moved.id, moved })}
      onChoose={(at, minutes) => setOpen({ kind: 'new', at, minutes: Math.max(30, minutes) })}
    />
  );
  const shown = days.find((one) => one.day === day) ?? days[0];
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Book</h1>
          <Quiet>{page.weekWords}</Quiet>
        </div>
        <Button $look="main" onPress={() => setOpen({ kind: 'new', at: nextHour(page), minutes: 50 })}>
          <Plus size={19} aria-hidden />
          New appointment
        </Button>
      </PageHead>
      <Tools page={page} events={events} isWide={isWide} onGo={go} />
      {page.events.length === 0 && (
        <Notice>
          Nothing is in the book this week. Press New appointment, or an hour below; or take in what another calendar
          has.
        </Notice>
      )}
      {isWide === undefined ? (
        days.map(
          (one) =>
            (view === 'week' || one.day === day) && <DayList key={one.day} day={one} events={events} onOpen={show} />,
        )
      ) : !isWide ? (
        shown && <DayList day={shown} events={events} onOpen={show} />
      ) : view === 'week' ? (
        grid()
      ) : (
        <Halves>
          {grid(day)}
          {shown && <DayList day={shown} events={events} onOpen={show} />}
        </Halves>
      )}
      <Opened page={page} open={open} onOpen={setOpen} onDone={() => router.refresh()} />
    </Page>
  );
}

type ToolsProps = {
  readonly page: BookPage;
  readonly events: readonly BookEvent[];
  readonly isWide: boolean | undefined;
  readonly onGo: (to: Partial<{ day: string; view: string; whose: string }>) => void;
};

/** Which days, how many, and whose. */
function Tools({ page, events, isWide, onGo: go }: ToolsProps) {
  const { day, days, today, view, whose } = page;
  const step = view === 'week' && isWide !== false ? 7 : 1;
  const shown = days.find((one) => one.day === day);
  return (
    <>
      <Bar>
        <Row $gap={4}>
          <Button
            aria-label={step === 7 ? 'The week before' : 'The day before'}
            onPress={() => go({ day: daysLater(day, -step) })}
          >
            <ChevronLeft size={20} aria-hidden />
          </Button>
          <Button onPress={() => go({ day: today })}>Today</Button>
          <Button
            aria-label={step === 7 ? 'The week after' : 'The day after'}
            onPress={() => go({ day: daysLater(day, step) })}
          >
            <ChevronRight size={20} aria-hidden />
          </Button>
        </Row>
        <DayButton label={`${shown?.long ?? ''}: go to a day`} value={day} onChange={(to) => go({ day: to })}>
          <span className="day">{shown?.long}</span>
        </DayButton>
        {isWide !== false && (
          <OneOf
            label="Shown"
            options={[
              { id: 'week', name: 'Week' },
              { id: 'day', name: 'Day' },
            ]}
            value={view}
            onChange={(to) => go({ view: to })}
            isSmall
          />
        )}
        <div className="whose">
          <Picker
            label="Whose"
            isLabelled={false}
            value={whose ?? 'all'}
            onChange={(id) => go({ whose: id === 'all' ? '' : id })}
            choices={[{ id: 'all', name: 'Everybody' }, ...page.instructors]}
          />
        </div>
      </Bar>
      <Strip aria-label="Days of this week">
        {days.map((one) => (
          <li key={one.day}>
            <button
              type="button"
              aria-pressed={one.day === day}
              aria-label={`${one.long}, ${countOf(events, one.day)} booked`}
              className={one.day === today ? 'today' : ''}
              onClick={() => go({ day: one.day })}
            >
              {one.short}
              <b>{one.number}</b>
              <span aria-hidden>{'·'.repeat(Math.min(5, countOf(events, one.day))) || ' '}</span>
            </button>
          </li>
        ))}
      </Strip>
    </>
  );
}

const countOf = (events: readonly BookEvent[], day: string): number =>
  events.filter((event) => event.day === day && !event.isOff).length;

type OpenedProps = {
  readonly page: BookPage;
  readonly open: Open | undefined;
  readonly onOpen: (open: Open | undefined) => void;
  readonly onDone: () => void;
};

/** What lies over the book: one appointment, a change to it, a new one. */
function Opened({ page, open, onOpen, onDone }: OpenedProps) {
  const close = () => onOpen(undefined);
  const kept = () => {
    close();
    onDone();
  };
  if (!open) return null;
  if (open.kind === 'new')
    return (
      <Dialog isOpen title="New appointment" onClose={close} wide>
        <OwnBooking page={page} at={open.at} minutes={open.minutes} onKept={kept} />
      </Dialog>
    );
  const event = page.events.find(({ id }) => id === open.id);
  if (!event) return null;
  const isChange = open.kind === 'change';
  return (
    <Dialog isOpen title={isChange ? `Change: ${event.what}` : event.what} onClose={close} wide>
      {isChange ? (
        <OwnBooking page={page} event={event} moved={open.moved} onKept={kept} />
      ) : (
        <Appointment
          page={page}
          event={event}
          onChange={() => onOpen({ kind: 'change', id: event.id })}
          onDone={onDone}
        />
      )}
    </Dialog>
  );
}
