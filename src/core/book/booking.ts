// What is written into a book: who, when, where, with whom, how often.
import * as v from 'valibot';
import { whole } from '../numbers';
import { wall } from './clock';
import { repeat } from './repeat';

export const mostPlaces = 30;
export const minutesLimits = { least: 5, most: 480 } as const;

const id = v.pipe(v.string('is missing'), v.uuid('is missing'));
const words = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `is longer than ${most} letters`));

const common = {
  instructorId: id,
  /** By the studio's clock. */
  at: wall,
  minutes: whole(minutesLimits.least, minutesLimits.most),
  room: v.nullable(v.pipe(v.string(), v.maxLength(60))),
  /** A class by its name; null: for the clients themselves. */
  title: v.nullable(v.pipe(words(120), v.nonEmpty('give the class a name'))),
  capacity: whole(1, mostPlaces),
  note: words(300),
};

/** A change to an appointment: who comes is changed by itself. */
export const bookingChange = v.strictObject(common);
export type BookingChange = v.InferOutput<typeof bookingChange>;

export const booking = v.pipe(
  v.strictObject({
    ...common,
    clientIds: v.pipe(v.array(id), v.maxLength(mostPlaces, `at most ${mostPlaces} people`)),
    repeat: v.nullable(repeat),
  }),
  v.forward(
    v.check(({ title, clientIds }) => title !== null || clientIds.length > 0, 'Say who comes.'),
    ['clientIds'],
  ),
  v.forward(
    v.check(({ clientIds }) => new Set(clientIds).size === clientIds.length, 'Somebody is in it twice.'),
    ['clientIds'],
  ),
  v.forward(
    v.check(
      ({ repeat: again, at }) => !again?.until || again.until >= at.slice(0, 10),
      'It would end before it begins.',
    ),
    ['repeat', 'until'],
  ),
);
export type Booking = v.InferOutput<typeof booking>;

/** Places that an appointment has: as a class says, else as many as there are people. */
export const placesOf = ({ title, capacity }: Pick<Booking, 'title' | 'capacity'>, people: number): number =>
  title === null ? Math.max(1, people) : capacity;
