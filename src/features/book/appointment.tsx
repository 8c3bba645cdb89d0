'use client';

// One appointment: who is in it and what became of her place, and what can be done with it.
import { ListOrdered, Pencil, Play, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { cancelledAs, placeNames } from '@/core/book/places';
import type { PlaceState } from '@/core/book/places';
import { Button, ButtonLink } from '@/design/button';
import { OneOf } from '@/design/choice';
import { ClientPicker } from '@/design/client-picker';
import { Chip, Failed, Notice, Quiet, Row, Ruled, Stack, TextLink } from '@/design/layout';
import { phone } from '@/design/theme';
import { useAsking } from '@/platform/browser/asking';
import { findClientNames } from '@/platform/server/client-names';
import { addPerson, markPlace, takeOut } from './actions';
import type { BookEvent, BookPage, Person } from './read';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  justify-content: space-between;
  & > :first-child {
    min-width: 0;
    flex: 1 1 180px;
    overflow-wrap: anywhere;
  }
  ${phone} {
    [role='radiogroup'] button {
      padding-inline: 8px;
    }
  }
`;

type Shown = 'booked' | 'came' | 'missed' | 'gone';
const shownOf = (state: PlaceState): Shown | undefined =>
  state === 'late' || state === 'off' ? 'gone' : state === 'waiting' ? undefined : state;

const choices = [
  { id: 'booked', name: 'Booked' },
  { id: 'came', name: 'Came' },
  { id: 'missed', name: 'Absent' },
  { id: 'gone', name: 'Cancelled' },
] as const;

type AppointmentProps = {
  readonly page: BookPage;
  readonly event: BookEvent;
  readonly onChange: () => void;
  /** The book is another now: read it again. */
  readonly onDone: () => void;
};

export function Appointment({ page, event, onChange, onDone }: AppointmentProps) {
  const { id, people, capacity, free, title, clashes, isOff, isTakenOut, note } = event;
  const { busy, failed, ask } = useAsking();
  const mark = async (clientId: string, state: PlaceState) => {
    if ((await ask(markPlace({ id, clientId, state }))).ok) onDone();
  };
  const add = async (clientId: string | null) => {
    if (clientId && (await ask(addPerson({ id, clientId }))).ok) onDone();
  };
  return (
    <Stack $gap={16}>
      <div>
        <Quiet>
          {page.days.find(({ day }) => day === event.day)?.long}, {event.time} to {event.until} · {event.minutes} min
        </Quiet>
        <Quiet>
          {[event.instructor, event.roomName, event.repeat].filter(Boolean).join(' · ')}
          {event.isMoved && ', changed for this day'}
        </Quiet>
        {note && <p style={{ paddingTop: 6 }}>{note}</p>}
      </div>
      {clashes.length > 0 && !isOff && (
        <Notice $tone="out">
          <Stack $gap={4}>
            {clashes.map((clash) => (
              <Row key={clash} $gap={8}>
                <TriangleAlert size={18} aria-hidden /> {clash}
              </Row>
            ))}
          </Stack>
        </Notice>
      )}
      <Failed>{failed}</Failed>
      {isTakenOut ? (
        <Notice>This is out of the book.</Notice>
      ) : (
        <>
          {title !== null && (
            <Row $gap={8}>
              <Chip $tone="info">
                {capacity - free} of {capacity} places
              </Chip>
              {free > 0 && people.some(({ state }) => state === 'waiting') && (
                <Chip>a place is free: take somebody in</Chip>
              )}
            </Row>
          )}
          <Ruled>
            {people.map((person) => (
              <li key={person.clientId} style={{ padding: '7px 0' }}>
                <Place
                  event={event}
                  person={person}
                  isBusy={busy}
                  onMark={(state) => void mark(person.clientId, state)}
                />
              </li>
            ))}
          </Ruled>
          {event.mayChange && (
            <ClientPicker
              label={free === 0 && title !== null ? 'Somebody more, to wait' : 'Somebody more'}
              chosen={null}
              anyone="Choose a client"
              clients={page.clients.filter((client) => !people.some(({ clientId }) => clientId === client.id))}
              find={findClientNames}
              onChange={(clientId) => void add(clientId)}
            />
          )}
        </>
      )}
      {event.mayChange ? <Foot event={event} onChange={onChange} onDone={onDone} /> : <Quiet>A colleague’s.</Quiet>}
    </Stack>
  );
}

type PlaceProps = {
  readonly event: BookEvent;
  readonly person: Person;
  readonly isBusy: boolean;
  readonly onMark: (state: PlaceState) => void;
};

/** Somebody's place: expected, came, did not come, cancelled; a late cancelling says so and can be let off. */
function Place({ event, person: { clientId, name, state }, isBusy, onMark }: PlaceProps) {
  const choose = (shown: Shown) => onMark(shown === 'gone' ? cancelledAs(event.startsAt, Date.now()) : shown);
  return (
    <Line data-place={state}>
      {name ? <TextLink href={`/clients/${clientId}`}>{name}</TextLink> : <span>Somebody of a colleague’s</span>}
      {name !== null &&
        (state === 'waiting' ? (
          <Row $gap={8}>
            <Chip>{placeNames.waiting}</Chip>
            <Button
              onPress={() => onMark('booked')}
              isDisabled={isBusy || event.free === 0}
              aria-label={`Take ${name} in`}
            >
              Take in
            </Button>
            <Button
              $look="quiet"
              onPress={() => onMark('off')}
              isDisabled={isBusy}
              aria-label={`${name} waits no more`}
            >
              Waits no more
            </Button>
          </Row>
        ) : (
          <Row $gap={8}>
            <OneOf label={name} options={choices} value={shownOf(state)} onChange={choose} chosen="tray" />
            {state === 'late' && (
              <Button $look="quiet" onPress={() => onMark('off')} aria-label={`Count ${name} as in time`}>
                late · count as in time
              </Button>
            )}
          </Row>
        ))}
    </Line>
  );
}

type FootProps = Pick<AppointmentProps, 'event' | 'onChange' | 'onDone'>;

/** To the Floor, to the plan; change it, take it out, put it back. */
function Foot({ event, onChange, onDone }: FootProps) {
  const { id, revision, seriesId, title, people, isTakenOut } = event;
  const { busy, failed, ask } = useAsking();
  const [isAsking, setAsking] = useState(false);
  const take = async (scope: 'one' | 'after', isOff: boolean) => {
    if ((await ask(takeOut({ id, revision, scope, isOff }))).ok) onDone();
    setAsking(false);
  };
  const alone = title === null ? people.find(({ name }) => name !== null) : undefined;
  return (
    <Stack $gap={10}>
      <Failed>{failed}</Failed>
      {isAsking ? (
        <Row>
          <Button $look="danger" isDisabled={busy} onPress={() => void take('one', true)}>
            {seriesId ? 'Take only this one out' : 'Take it out of the book'}
          </Button>
          {seriesId && (
            <Button $look="danger" isDisabled={busy} onPress={() => void take('after', true)}>
              This and all after it
            </Button>
          )}
          <Button $look="quiet" onPress={() => setAsking(false)}>
            Leave it
          </Button>
        </Row>
      ) : (
        <Row>
          {alone && !isTakenOut && (
            <>
              <ButtonLink href={`/floor?client=${alone.clientId}`} $look="main">
                <Play size={19} aria-hidden />
                Teach
              </ButtonLink>
              <ButtonLink href={`/clients/${alone.clientId}/plan`}>
                <ListOrdered size={19} aria-hidden />
                Plan
              </ButtonLink>
            </>
          )}
          {title !== null && !isTakenOut && (
            <ButtonLink href={`/book/classes/${id}`}>
              <ListOrdered size={19} aria-hidden />
              Plan
            </ButtonLink>
          )}
          {isTakenOut ? (
            <>
              <Button isDisabled={busy} onPress={() => void take('one', false)}>
                Put it back
              </Button>
              {seriesId && (
                <Button isDisabled={busy} onPress={() => void take('after', false)}>
                  With all that went with it
                </Button>
              )}
            </>
          ) : (
            <>
              <Button onPress={onChange}>
                <Pencil size={18} aria-hidden />
                Change
              </Button>
              <Button $look="quiet" onPress={() => setAsking(true)}>
                Take out
              </Button>
            </>
          )}
        </Row>
      )}
    </Stack>
  );
}
