// What the screen of a plan opens on: the lesson as it may be composed for this client today, what is kept, and what was taught last.
import { toCalendarDateTime, today } from '@internationalized/date';
import { median } from 'simple-statistics';
import { bodyOf } from '@/core/body/segments';
import type { Repertoire } from '@/core/knowledge/entries';
import { layStances, resolveStances } from '@/core/knowledge/stances';
import { lessonOf } from '@/core/planning/lesson';
import type { Knowing, Lesson } from '@/core/planning/lesson';
import type { KeptPlan } from '@/core/planning/kept-plan';
import { planItem } from '@/core/progression/plan-item';
import type { Outcome } from '@/core/progression/kept-outcome';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { datesIn, todayIn } from '@/data/days';
import { listApparatus } from '@/data/stores/apparatus';
import { bookedFor, findClient, listAppointments } from '@/data/stores/clients';
import { listSessions } from '@/data/stores/floor';
import { listOwnOrders } from '@/data/stores/own-orders';
import { findPlans } from '@/data/stores/plans';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { findSummary } from '@/data/stores/summaries';
import { actingOn } from '@/data/types';
import type { ClientCard, Who } from '@/data/types';

/** How she is, how long there is, and where; without a room, where the asker works. */
export type Today = {
  readonly feeling: Knowing['feeling'];
  readonly minutes: number;
  readonly room?: string | null | undefined;
};

export type OrderToStartFrom = {
  readonly id: string;
  readonly name: string;
  readonly exercises: readonly string[];
  /** The asker's own: she may take it away. */
  readonly isOwn?: boolean;
};

export type KeptHere = { readonly plan: KeptPlan; readonly madeBy: string; readonly day: string };

export type PlanPage = {
  readonly client: { readonly id: string; readonly name: string; readonly goal: string };
  /** Who she is next booked for today, in minutes; an hour less ten otherwise. */
  readonly minutes: number;
  readonly rooms: readonly { readonly id: string; readonly name: string }[];
  /** As it was kept for, else as she is booked for today, else where the asker works. */
  readonly room: string;
  readonly lesson: Lesson;
  readonly orders: readonly OrderToStartFrom[];
  readonly kept: KeptHere | null;
  readonly revision: number;
  readonly isStopped: boolean;
};

const usualMinutes = 50;
/** So many of the newest sessions tell how long things take her. */
const sessionsLooked = 8;
/** A time below or above is a slip: opened in passing, or left open over a pause. */
const [shortestS, longestS] = [45, 1500];

/** How long each exercise took her, the middle of the newest times. */
function ownSeconds(outcomes: readonly Outcome[]): Record<string, number> {
  const all: Record<string, number[]> = {};
  for (const { items } of outcomes)
    for (const { exercise, seconds, repetitions } of items)
      if (repetitions > 0 && seconds >= shortestS && seconds <= longestS) (all[exercise] ??= []).push(seconds);
  return Object.fromEntries(Object.entries(all).map(([exercise, seconds]) => [exercise, median(seconds.slice(0, 3))]));
}

/** All that is known of a client before a session. */
export async function gather(
  who: Who,
  client: ClientCard,
  repertoire: Repertoire,
  { feeling, minutes, room }: Today,
): Promise<Knowing> {
  const [studio, summary, sessions, apparatus] = await Promise.all([
    findStudio(who),
    findSummary(who, repertoire, client),
    listSessions(who, client.id, sessionsLooked),
    listApparatus(who),
  ]);
  const body = bodyOf(client);
  const outcomes = sessions.flatMap(({ outcome }) => outcome ?? []);
  const inRoom = room ?? studio.room.id;
  const rigs = apparatus.filter((one) => one.room === inRoom).map(({ rig }) => rig.kind);
  return {
    ...{ repertoire, body, feeling, minutes },
    acting: actingOn(client),
    standings: summary.standings,
    history: summary.history,
    lastFaults: Object.fromEntries(Object.entries(summary.last).map(([exercise, faults]) => [exercise, faults.length])),
    goal: client.goal,
    lastTaught: summary.lastSession?.items.map(({ exercise }) => exercise) ?? [],
    ownSeconds: ownSeconds(outcomes),
    sessions: outcomes,
    apparatus: [...new Set(rigs)],
    props: studio.rooms.find(({ id }) => id === inRoom)?.props ?? [],
    today: todayIn(studio.timeZone),
    planned: ({ exercise: id, level }) => {
      const exercise = repertoire.exercises.find((one) => one.id === id);
      const laid = layStances({ studio, client, exercise: studio.exerciseStances[id] ?? {} });
      const stances = resolveStances(repertoire, laid.school, laid.stances, laid.from);
      if (!exercise || !stances.ok) return undefined;
      const before = summary.standings.find((one) => one.exercise === id && one.level === level)?.dose;
      return planItem(exercise, body, stances.value, { item: id, level, before });
    },
  };
}

/** The lesson anew, for how she is and how long there is. */
export async function readLesson(who: Who, clientId: string, today: Today): Promise<Result<Lesson>> {
  const [client, repertoire, { rooms }] = await Promise.all([
    findClient(who, clientId),
    findRepertoire(who),
    findStudio(who),
  ]);
  if (today.room && !rooms.some(({ id }) => id === today.room))
    return failure('noRoom', 'There is no such room here any more.', 'room');
  return client.ok ? success(lessonOf(await gather(who, client.value, repertoire, today))) : client;
}

/** What she is booked for today; undefined where she is not. */
async function bookedToday(who: Who, timeZone: string, clientId: string) {
  const day = today(timeZone);
  const at = (one: typeof day) => toCalendarDateTime(one).toDate(timeZone);
  const booked = await listAppointments(who, at(day), at(day.add({ days: 1 })));
  return bookedFor(booked, clientId);
}

export async function readPlanPage(who: Who, locale: string, clientId: string): Promise<Result<PlanPage>> {
  const [found, repertoire, studio, plans, own] = await Promise.all([
    findClient(who, clientId),
    findRepertoire(who),
    findStudio(who),
    findPlans(who, [clientId]),
    listOwnOrders(who),
  ]);
  if (!found.ok) return found;
  const client = found.value;
  const card = plans.get(clientId);
  const kept = card && !card.isUsed ? card : undefined;
  const booking = await bookedToday(who, studio.timeZone, clientId);
  const minutes = kept?.plan.minutes ?? booking?.minutes ?? usualMinutes;
  const rooms = studio.rooms.map(({ id, name }) => ({ id, name }));
  const room = [kept?.plan.room, booking?.room].find((one) => rooms.some(({ id }) => id === one)) ?? studio.room.id;
  const knowing = await gather(who, client, repertoire, { feeling: 'well', minutes, room });
  const lesson = lessonOf(knowing);
  const mays = (exercises: readonly string[]) => exercises.filter((id) => lesson.faces[id]);
  const last: OrderToStartFrom = { id: 'lastTime', name: 'Last time’s', exercises: mays(knowing.lastTaught) };
  return success({
    client: { id: clientId, name: client.name, goal: client.goal },
    ...{ minutes, lesson, rooms, room },
    orders: [
      ...[
        last,
        ...repertoire.sequences.map(({ id, name, exercises }) => ({ id, name, exercises: mays(exercises) })),
      ].filter(({ exercises }) => exercises.length > 0),
      ...own.map(({ id, name, exercises }) => ({ id, name, exercises: mays(exercises), isOwn: true })),
    ],
    kept: kept
      ? { plan: kept.plan, madeBy: kept.madeBy, day: datesIn(locale, studio.timeZone).short(kept.madeAt) }
      : null,
    revision: card?.revision ?? 0,
    isStopped: client.stop !== null && client.stop !== undefined,
  });
}
