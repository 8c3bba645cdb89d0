// What comes again: written some months ahead, changed or ended from one of its appointments on.
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import type { Booking, BookingChange } from '@/core/book/booking';
import { dayOfWall, instantAt, minutesBetween } from '@/core/book/clock';
import { daysLater } from '@/core/day';
import { repeatOf, ruleOf, timesOf, weekdays } from '@/core/book/repeat';
import type { Repeat } from '@/core/book/repeat';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Appointment, AppointmentPlace, Client, Series } from '../models';
import { todayIn } from '../days';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';
import { columnsOf, mayBook, placesFor, toChange, zoneOf } from './book';

/** So many days ahead appointments of a series stand in the book. */
const daysAhead = 182;

/** Writes the appointments of a series up to a day; those that stand in the book are passed over. */
async function write(who: Who, series: Series, to: string, transaction: Transaction): Promise<void> {
  const { id: seriesId, studioId } = series;
  const zone = await zoneOf(who, transaction);
  const stands = await Appointment.findAll({ where: { seriesId, studioId }, attributes: ['seriesAt'], transaction });
  const isThere = new Set(stands.map(({ seriesAt }) => seriesAt));
  const times = timesOf(series.startsAt, series.rule, dayOfWall(series.startsAt), to).filter((at) => !isThere.has(at));
  const { instructorId, minutes, room, title, capacity, note } = series;
  const rows = times.map((seriesAt) => ({
    ...{ id: newId(), studioId, seriesId, seriesAt, instructorId, minutes, room, title, capacity, note },
    startsAt: new Date(instantAt(seriesAt, zone)),
  }));
  const kept = await Client.findAll({ where: { studioId, id: series.clientIds }, attributes: ['id'], transaction });
  const clientIds = series.clientIds.filter((one) => kept.some(({ id }) => id === one));
  const since = new Date();
  await Appointment.bulkCreate(rows, { transaction });
  const places = rows.flatMap(({ id }) => placesFor(who, id, { clientIds, capacity }, since));
  await AppointmentPlace.bulkCreate(places, { transaction });
}

/** Writes what comes again into the book; asked for again by the same id, it stands as it does. */
export function bookSeries(who: Who, id: string, asked: Booking & { readonly repeat: Repeat }): Promise<Result<null>> {
  return transact(async (transaction) => {
    const { studioId } = who;
    if (await Series.count({ where: { id, studioId }, transaction })) return success(null);
    const may = await mayBook(who, asked, transaction);
    if (!may.ok) return may;
    const from = [dayOfWall(asked.at), todayIn(await zoneOf(who, transaction))].toSorted()[1] ?? asked.at;
    const madeUntil = daysLater(from, daysAhead);
    const rule = ruleOf(asked.repeat);
    if (timesOf(asked.at, rule, dayOfWall(asked.at), madeUntil, 1).length === 0)
      return failure('never', 'None of these days comes before it ends.', 'repeat.until');
    const series = await Series.create(
      {
        ...{ id, studioId, startsAt: asked.at, rule, madeUntil, clientIds: asked.clientIds },
        ...columnsOf(asked, asked.clientIds.length),
      },
      { transaction },
    );
    await write(who, series, madeUntil, transaction);
    return success(null);
  });
}

/** Writes further what comes again without an end, as far as somebody looks ahead. */
export async function writeFurther(who: Who, to: string): Promise<void> {
  ready();
  const { studioId } = who;
  const short = await Series.findAll({
    where: { studioId, madeUntil: { [Op.lt]: to } },
    attributes: ['id', 'rule', 'madeUntil'],
  });
  for (const { id } of short.filter(({ rule, madeUntil }) => (repeatOf(rule).until ?? to) > madeUntil))
    await transact(async (transaction) => {
      const series = await Series.findOne({ where: { id, studioId }, transaction, lock: true });
      if (!series || series.madeUntil >= to) return;
      const further = daysLater(to, daysAhead);
      await series.update({ madeUntil: further }, { transaction });
      await write(who, series, further, transaction);
    });
}

type Later = {
  readonly row: Appointment;
  readonly seriesAt: string;
  readonly series: Series;
  readonly later: Appointment[];
};

/** An appointment of a series with those of it that come after, it too. */
async function laterOf(
  who: Who,
  of: { id: string; revision: number },
  transaction: Transaction,
): Promise<Result<Later>> {
  const found = await toChange(who, of, transaction);
  if (!found.ok) return found;
  const row = found.value;
  const { seriesId, seriesAt } = row;
  const series =
    seriesId && (await Series.findOne({ where: { id: seriesId, studioId: who.studioId }, transaction, lock: true }));
  if (!series || !seriesAt) return failure('alone', 'This comes only once.', 'scope');
  const later = await Appointment.findAll({
    where: { seriesId: series.id, studioId: who.studioId, seriesAt: { [Op.gte]: seriesAt } },
    order: [['seriesAt', 'ASC']],
    transaction,
  });
  return success({ row, seriesAt, series, later });
}

/** A series ends on the day before one of its times; the rule as it was is kept beside. */
const endBefore = (series: Series, at: string, transaction: Transaction): Promise<Series> => {
  const until = daysLater(dayOfWall(at), -1);
  return series.update({ rule: ruleOf({ ...repeatOf(series.rule), until }), ruleBefore: series.rule }, { transaction });
};

/** The same days of the week, so many days later. */
const shifted = ({ every, days, until }: Repeat, by: number): Repeat => ({
  every,
  days: days.map((day) => weekdays[(((weekdays.indexOf(day) + by) % 7) + 7) % 7] ?? day),
  until: until && daysLater(until, by),
});

/**
 * Changes an appointment and all that come after it: the series ends before it, and another goes on from it. Those that were changed
 * by themselves, or taken out, stay as they are. `next`: the id of the series that goes on.
 */
export function changeFrom(
  who: Who,
  of: { id: string; revision: number },
  asked: BookingChange,
  next: string,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const found = await laterOf(who, of, transaction);
    if (!found.ok) return found;
    const { row, seriesAt, series, later } = found.value;
    const may = await mayBook(who, { clientIds: [], instructorId: asked.instructorId }, transaction);
    if (!may.ok) return may;
    const zone = await zoneOf(who, transaction);
    const days = Math.round(minutesBetween(`${dayOfWall(seriesAt)}T00:00`, `${dayOfWall(asked.at)}T00:00`) / 1440);
    const repeat = repeatOf(series.rule);
    await endBefore(series, seriesAt, transaction);
    const { studioId } = who;
    const columns = columnsOf(asked, series.clientIds.length);
    await Series.create(
      {
        ...{ id: next, studioId, startsAt: asked.at, rule: ruleOf(shifted(repeat, days)), ...columns },
        madeUntil: daysLater(series.madeUntil, days),
        clientIds: series.clientIds,
      },
      { transaction },
    );
    for (const one of later.filter(({ id, isMoved, offAt }) => id === row.id || (!isMoved && offAt === null))) {
      const at = `${daysLater(dayOfWall(one.seriesAt ?? seriesAt), days)}${asked.at.slice(10)}`;
      const startsAt = new Date(instantAt(at, zone));
      const capacity = asked.title === null ? one.capacity : asked.capacity;
      await one.update(
        { ...columns, capacity, startsAt, seriesId: next, seriesAt: at, isMoved: false, revision: one.revision + 1 },
        { transaction },
      );
    }
    return success(null);
  });
}

/** Ends a series before one of its appointments: that and all after it are out of the book. */
export function endFrom(who: Who, of: { id: string; revision: number }): Promise<Result<null>> {
  const now = new Date();
  return transact(async (transaction) => {
    const found = await laterOf(who, of, transaction);
    if (!found.ok) return found;
    const { seriesAt, series, later } = found.value;
    await endBefore(series, seriesAt, transaction);
    const ids = later.filter(({ offAt }) => offAt === null).map(({ id }) => id);
    const off = { offAt: now, offBy: who.name };
    await Appointment.update(off, { where: { id: ids, studioId: who.studioId }, transaction });
    await Appointment.increment('revision', { where: { id: ids, studioId: who.studioId }, transaction });
    return success(null);
  });
}

/** Takes the ending of a series back: what went out of the book with this appointment comes back into it. */
export function goOnFrom(who: Who, of: { id: string; revision: number }): Promise<Result<null>> {
  return transact(async (transaction) => {
    const found = await laterOf(who, of, transaction);
    if (!found.ok) return found;
    const { row, series, later } = found.value;
    if (!row.offAt) return success(null);
    const same = row.offAt.getTime();
    const ids = later.filter(({ offAt }) => offAt?.getTime() === same).map(({ id }) => id);
    await series.update({ rule: series.ruleBefore ?? series.rule, ruleBefore: null }, { transaction });
    await Appointment.update({ offAt: null, offBy: null }, { where: { id: ids, studioId: who.studioId }, transaction });
    await Appointment.increment('revision', { where: { id: ids, studioId: who.studioId }, transaction });
    return success(null);
  });
}

/** The rules of these series, as they stand. */
export async function rulesOf({ studioId }: Who, ids: readonly string[]): Promise<ReadonlyMap<string, Repeat>> {
  ready();
  const rows =
    ids.length > 0 ? await Series.findAll({ where: { studioId, id: [...ids] }, attributes: ['id', 'rule'] }) : [];
  return new Map(rows.map(({ id, rule }) => [id, repeatOf(rule)]));
}
