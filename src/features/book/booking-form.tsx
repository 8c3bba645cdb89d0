'use client';

// An appointment written into the book, or changed: who, when, where, how often; what it runs into is said before it is kept.
import { valibotResolver } from '@hookform/resolvers/valibot';
import { TriangleAlert, X } from 'lucide-react';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Control } from 'react-hook-form';
import * as v from 'valibot';
import type { Booking } from '@/core/book/booking';
import { minutesLimits, mostPlaces } from '@/core/book/booking';
import { weekdayAt, weekdayNames, weekdays } from '@/core/book/repeat';
import type { Weekday } from '@/core/book/repeat';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { ClientPicker } from '@/design/client-picker';
import { ChecklistField, TextField } from '@/design/fields';
import { FormGrid } from '@/design/form-grid';
import { Failed, Notice, Row, Small, Stack } from '@/design/layout';
import { SelectField } from '@/design/select-field';
import { ClockField, DayField } from '@/design/when-fields';
import { fieldAt, typedStays, withoutPath } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { findClientNames } from '@/platform/server/client-names';
import { keepBooking, keepBookingChange } from './actions';
import type { BookEvent, BookPage, Named } from './read';

const wholeText = (least: number, most: number, what: string) =>
  v.pipe(
    v.string(),
    v.regex(/^\s*\d+\s*$/, `say ${what} in whole numbers`),
    v.transform(Number),
    v.minValue(least, `at least ${least}`),
    v.maxValue(most, `at most ${most}`),
  );

const typedForm = v.object({
  kind: v.picklist(['clients', 'class']),
  people: v.array(v.object({ id: v.string(), name: v.string() })),
  title: v.pipe(v.string(), v.trim(), v.maxLength(120, 'at most 120 letters')),
  capacity: wholeText(1, mostPlaces, 'places'),
  instructorId: v.string(),
  room: v.string(),
  day: v.pipe(v.string(), v.nonEmpty('say which day')),
  clock: v.pipe(v.string(), v.nonEmpty('say when')),
  minutes: wholeText(minutesLimits.least, minutesLimits.most, 'minutes'),
  every: v.picklist(['once', '1', '2', '3', '4']),
  days: v.array(v.picklist(weekdays)),
  until: v.string(),
  note: v.pipe(v.string(), v.trim(), v.maxLength(300, 'at most 300 letters')),
});
const form = v.pipe(
  typedForm,
  v.forward(
    v.check(({ kind, title }) => kind === 'clients' || title !== '', 'give the class a name'),
    ['title'],
  ),
  v.forward(
    v.check(({ kind, people }) => kind === 'class' || people.length > 0, 'say who comes'),
    ['people'],
  ),
);
type Typed = v.InferInput<typeof form>;
type ReadForm = v.InferOutput<typeof form>;

const noRoom = 'none';
const everyNames = [
  { id: 'once', name: 'Once' },
  { id: '1', name: 'Every week' },
  { id: '2', name: 'Every other week' },
  { id: '3', name: 'Every three weeks' },
  { id: '4', name: 'Every four weeks' },
] as const;

/** What a new one begins with: an hour that stands free, the asker herself. */
export function fresh({ me, rooms, instructors }: BookPage, at: string, minutes: number): Typed {
  return {
    ...{ kind: 'clients', people: [], title: '', capacity: '8', every: 'once', days: [], until: '', note: '' },
    instructorId: instructors.some(({ id }) => id === me) ? me : (instructors[0]?.id ?? ''),
    room: rooms[0]?.id ?? noRoom,
    ...{ day: at.slice(0, 10), clock: at.slice(11), minutes: String(minutes) },
  };
}

/** What one in the book begins with; `at`, `minutes`: where it was moved to. */
export const typedOf = (event: BookEvent, at = event.at, minutes = event.minutes): Typed => ({
  kind: event.title === null ? 'clients' : 'class',
  people: event.people.flatMap(({ clientId, name, state }) =>
    state === 'off' || state === 'late' ? [] : [{ id: clientId, name: name ?? 'Booked' }],
  ),
  title: event.title ?? '',
  capacity: String(event.capacity),
  instructorId: event.instructorId,
  room: event.room ?? noRoom,
  ...{ day: at.slice(0, 10), clock: at.slice(11), minutes: String(minutes) },
  ...{ every: 'once', days: [], until: '', note: event.note },
});

function toBooking({
  kind,
  people,
  title,
  capacity,
  instructorId,
  room,
  day,
  clock,
  minutes,
  every,
  days,
  until,
  note,
}: ReadForm): Booking {
  const at = `${day}T${clock}`;
  const on: Weekday[] = days.includes(weekdayAt(day)) ? days : [...days, weekdayAt(day)];
  return {
    ...{ instructorId, at, minutes, note, capacity },
    clientIds: people.map(({ id }) => id),
    room: room === noRoom ? null : room,
    title: kind === 'class' ? title : null,
    repeat: every === 'once' ? null : { every: everyOf(every), days: on, until: until || null },
  };
}
const everyOf = (every: '1' | '2' | '3' | '4'): 1 | 2 | 3 | 4 =>
  every === '1' ? 1 : every === '2' ? 2 : every === '3' ? 3 : 4;

const fields = [
  'people',
  'title',
  'capacity',
  'instructorId',
  'room',
  'day',
  'clock',
  'minutes',
  'until',
  'note',
] as const;
/** Where the book names what the form has under another name. */
const called: Readonly<Record<string, (typeof fields)[number]>> = { clientIds: 'people', at: 'clock' };

type BookingFormProps = {
  readonly page: BookPage;
  /** What is changed; absent: a new one. */
  readonly event?: BookEvent | undefined;
  readonly values: Typed;
  readonly onKept: () => void;
};

export function BookingForm({ page, event, values, onKept }: BookingFormProps) {
  const once = useOnce();
  const next = useOnce();
  const [failed, setFailed] = useState<string>();
  const [clashes, setClashes] = useState<readonly string[]>([]);
  const [scope, setScope] = useState<'one' | 'after'>('one');
  const { control, handleSubmit, setError, setValue, formState } = useForm<Typed, unknown, ReadForm>({
    resolver: valibotResolver(form),
    defaultValues: values,
  });
  const send = async (read: ReadForm, anyway: boolean) => {
    setFailed(undefined);
    setClashes([]);
    const booking = toBooking(read);
    const { clientIds, repeat: _, ...change } = booking;
    const asked = event
      ? keepBookingChange({ id: event.id, revision: event.revision, change, clientIds, scope, next: next.id(), anyway })
      : keepBooking({ id: once.id(), booking, anyway });
    const told = await answered(asked, typedStays);
    if (told.ok) return told.value.isKept ? onKept() : setClashes(told.value.clashes);
    const { path, message } = told.error;
    const name = path.split('.').at(-1) ?? '';
    const at = fieldAt(fields, called[name] ?? name);
    if (at) setError(at, { message: withoutPath(message) });
    else setFailed(message);
  };
  return (
    <form noValidate onSubmit={handleSubmit((read) => send(read, false))}>
      <Stack $gap={16}>
        <Whom
          control={control}
          page={page}
          isNew={!event}
          onPeople={(people) => setValue('people', people, { shouldValidate: formState.isSubmitted })}
          onKind={(kind) => setValue('kind', kind)}
        />
        <When control={control} page={page} isNew={!event} />
        <TextField control={control} name="note" label="Note" />
        {event?.seriesId && (
          <OneOf
            label="Which of them"
            options={[
              { id: 'one', name: 'Only this one' },
              { id: 'after', name: 'This and all after it' },
            ]}
            value={scope}
            onChange={setScope}
            isSmall
          />
        )}
        <Failed>{failed}</Failed>
        {clashes.length > 0 && (
          <Notice $tone="out" role="alert">
            <Stack $gap={8}>
              {clashes.map((clash) => (
                <Row key={clash} $gap={8}>
                  <TriangleAlert size={18} aria-hidden /> {clash}
                </Row>
              ))}
              <Row>
                <Button $look="danger" onPress={() => void handleSubmit((read) => send(read, true))()}>
                  Keep it all the same
                </Button>
              </Row>
            </Stack>
          </Notice>
        )}
        <Row>
          <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
            {formState.isSubmitting ? 'Keeping…' : event ? 'Keep the change' : 'Keep appointment'}
          </Button>
        </Row>
      </Stack>
    </form>
  );
}

type PartProps = {
  readonly control: Control<Typed, unknown, ReadForm>;
  readonly page: BookPage;
  readonly isNew: boolean;
};

type WhomProps = PartProps & {
  readonly onPeople: (people: Named[]) => void;
  readonly onKind: (kind: Typed['kind']) => void;
};

/** Clients, or a class with its people. Who comes to one in the book is changed where it stands. */
function Whom({ control, page, isNew, onPeople, onKind }: WhomProps) {
  const [kind, people] = useWatch({ control, name: ['kind', 'people'] });
  const [known, setKnown] = useState<readonly Named[]>(page.clients);
  const find = async (text: string) => {
    const found = await findClientNames(text);
    setKnown((all) => [...all, ...found.filter(({ id }) => !all.some((one) => one.id === id))]);
    return found;
  };
  const add = (id: string | null) => {
    const one = known.find((named) => named.id === id);
    if (one && !people.some((named) => named.id === id)) onPeople([...people, one]);
  };
  return (
    <Stack $gap={12}>
      {isNew && (
        <OneOf
          label="For"
          options={[
            { id: 'clients', name: 'A client' },
            { id: 'class', name: 'A class' },
          ]}
          value={kind}
          onChange={onKind}
          isSmall
        />
      )}
      {kind === 'class' && (
        <FormGrid>
          <TextField control={control} name="title" label="Name of the class" />
          <TextField control={control} name="capacity" label="Places" inputMode="numeric" />
        </FormGrid>
      )}
      {isNew && (
        <Stack $gap={8}>
          {people.length > 0 && (
            <Row $gap={6}>
              {people.map(({ id, name }) => (
                <Button
                  key={id}
                  $look="quiet"
                  aria-label={`Leave ${name} out`}
                  onPress={() => onPeople(people.filter((one) => one.id !== id))}
                >
                  {name} <X size={16} aria-hidden />
                </Button>
              ))}
            </Row>
          )}
          <ClientPicker
            label={people.length > 0 ? 'And' : 'Who comes'}
            chosen={null}
            anyone="Choose a client"
            clients={page.clients}
            find={find}
            onChange={add}
          />
          <PeopleTrouble control={control} />
        </Stack>
      )}
    </Stack>
  );
}

function PeopleTrouble({ control }: Pick<PartProps, 'control'>) {
  const { error } = control.getFieldState('people');
  return error?.message ? <Failed>{error.message}</Failed> : null;
}

function When({ control, page, isNew }: PartProps) {
  const every = useWatch({ control, name: 'every' });
  return (
    <>
      <FormGrid>
        <DayField control={control} name="day" label="Day" />
        <ClockField control={control} name="clock" label="From" />
        <TextField control={control} name="minutes" label="Minutes" inputMode="numeric" />
      </FormGrid>
      <FormGrid>
        <SelectField control={control} name="instructorId" label="With" choices={page.instructors} />
        <SelectField
          control={control}
          name="room"
          label="Room"
          choices={[...page.rooms, { id: noRoom, name: 'No room' }]}
        />
        {isNew && <SelectField control={control} name="every" label="How often" choices={everyNames} />}
      </FormGrid>
      {isNew && every !== 'once' && (
        <Stack $gap={12}>
          <ChecklistField
            control={control}
            name="days"
            label="On these days as well"
            choices={weekdays.map((id) => ({ id, name: weekdayNames[id] }))}
            least={110}
          />
          <FormGrid>
            <DayField control={control} name="until" label="Until" help="Empty: until it is ended." />
          </FormGrid>
          <Small>Times are the studio’s: the hour stays when summer time begins or ends.</Small>
        </Stack>
      )}
    </>
  );
}
