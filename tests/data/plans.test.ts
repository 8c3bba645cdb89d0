import { v7 as newId } from 'uuid';
import { success } from '@/core/result';
import { database } from '@/data/database';
import { receiveEvents } from '@/data/stores/floor';
import { dropOwnOrder, keepOwnOrder, listOwnOrders } from '@/data/stores/own-orders';
import { bookOne, listBook } from '@/data/stores/book';
import { findClassPlans, findPlans, findWeeks, keepClassPlan, keepPlan, keepWeeks } from '@/data/stores/plans';
import { changeStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { readDay } from '@/features/floor/day';
import { readLesson, readPlanPage } from '@/features/plan/read';
import { rulesVersion } from '@/repertoire';
import { todayIn } from '@/data/days';
import { bringClient, codeOf, must, openStudio } from './studio';

let ours: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Plan Bank'), openStudio('Other Bank')]);
});
afterAll(() => database().close());

const plan = (...exercises: string[]) => ({
  minutes: 40,
  order: exercises.map((exercise) => ({ exercise, level: 1 })),
  ...{ locked: [], leftOut: [] },
});
const kept = async (clientId: string, who = ours) => (await findPlans(who, [clientId])).get(clientId);
const onFloor = async (clientId: string) => {
  const pack = must(await readDay(ours, 'en-GB', clientId));
  const client = pack.clients.find(({ id }) => id === clientId);
  return { plan: client?.plan.map(({ exercise }) => exercise), minutes: client?.minutes };
};
const begin = (clientId: string, at: number) => {
  const session = newId();
  const what = { kind: 'started', client: clientId, room: 'Loft', school: 'evenKeel', rules: rulesVersion, plan: [] };
  const event = { v: 1, id: newId(), session, by: ours.userId, device: newId(), seq: at * 1000, at, what };
  return receiveEvents(ours, [event], Date.now());
};

test('kept, it is what the Floor opens with; sent again it is kept once; a session that begins takes it up', async () => {
  const client = await bringClient(ours);
  const own = plan('neutralCheck', 'legFloat', 'march');
  for (let i = 0; i < 3; i += 1)
    expect(must(await keepPlan(ours, client, own, 0))).toMatchObject({ isKept: true, card: { revision: 1 } });
  expect(await onFloor(client)).toEqual({ plan: ['neutralCheck', 'legFloat', 'march'], minutes: 40 });
  expect((await begin(client, Date.now() - 86_400_000)).refused).toEqual([]); // began before the plan was made
  expect((await kept(client))?.isUsed).toBe(false);
  expect((await begin(client, Date.now() + 1000)).refused).toEqual([]);
  expect((await kept(client))?.isUsed).toBe(true);
  expect((await onFloor(client)).minutes).toBe(50);
  expect(must(await keepPlan(ours, client, plan('saw'), 1)).card).toMatchObject({ revision: 2, isUsed: false });
});

test('planned for the room that was chosen, or that she is booked in; one that is not there any more is said, or left', async () => {
  const client = await bringClient(ours);
  const loft = { id: 'loft', name: 'Loft', props: [], apparatus: ['mat' as const] };
  must(await changeStudio(ours, ({ rooms }) => success({ rooms: [...rooms, loft] })));
  const asked = { feeling: 'well' as const, minutes: 40, room: 'gone' };
  expect(await readLesson(ours, client, asked)).toMatchObject({ ok: false, error: { code: 'noRoom', path: 'room' } });
  const here = must(await readPlanPage(ours, 'en-GB', client));
  expect(here.rooms.map(({ id }) => id)).toContain(here.room);
  const other = loft.id;
  expect(must(await readLesson(ours, client, { ...asked, room: other })).task.minutes).toBe(40);
  const booked = { instructorId: ours.userId, at: `${todayIn('Europe/London')}T16:00`, minutes: 40, title: null, capacity: 1, note: '' }; // prettier-ignore
  must(await bookOne(ours, newId(), { ...booked, room: other, clientIds: [client], repeat: null }));
  expect(must(await readPlanPage(ours, 'en-GB', client))).toMatchObject({ room: other, minutes: 40 });
  must(await keepPlan(ours, client, { ...plan('march'), room: here.room }, 0));
  expect(must(await readPlanPage(ours, 'en-GB', client)).room).toBe(here.room);
  must(await keepPlan(ours, client, { ...plan('march'), room: 'gone' }, 1));
  expect(must(await readPlanPage(ours, 'en-GB', client)).room).toBe(other);
});

test('two at once from the same version: one is kept, the other is told whose, and can be kept in its place', async () => {
  const client = await bringClient(ours);
  const both = await Promise.all([keepPlan(ours, client, plan('march'), 0), keepPlan(ours, client, plan('saw'), 0)]);
  const told = both.map(must);
  expect(told.filter(({ isKept }) => isKept)).toHaveLength(1);
  expect(told[0]?.card.plan).toEqual(told[1]?.card.plan); // the other is handed the one that stands
  const now = await kept(client);
  expect(now?.revision).toBe(1);
  expect(must(await keepPlan(ours, client, plan('mermaid'), now?.revision ?? 0)).card.revision).toBe(2);
  expect(must(await keepPlan(ours, client, plan('saw'), 1)).isKept).toBe(false);
  expect((await kept(client))?.plan.order).toEqual([{ exercise: 'mermaid', level: 1 }]);
});

test('another studio neither keeps nor reads it', async () => {
  const client = await bringClient(ours);
  must(await keepPlan(ours, client, plan('march'), 0));
  expect(await keepPlan(theirs, client, plan('saw'), 1)).toMatchObject({ ok: false, error: { code: 'notFound' } });
  expect(await kept(client, theirs)).toBeUndefined();
  expect((await kept(client))?.plan.order).toEqual([{ exercise: 'march', level: 1 }]);
});

/** A class of today with these people in it. */
async function bookClass(...clientIds: string[]): Promise<string> {
  const id = newId();
  const at = `${todayIn('Europe/London')}T12:00`;
  const asked = { instructorId: ours.userId, at, minutes: 50, room: null, title: 'Mat', capacity: 8, note: '' };
  must(await bookOne(ours, id, { ...asked, clientIds, repeat: null }));
  return id;
}

test('the plan of a class is kept in versions: of several at once one is kept; another studio has no such class', async () => {
  const id = await bookClass(await bringClient(ours));
  const told = await Promise.all(
    ['march', 'saw', 'legFloat'].map((exercise) => keepClassPlan(ours, id, plan(exercise), 0)),
  );
  expect(told.map(must).filter(({ isKept }) => isKept)).toHaveLength(1);
  const stands = (await findClassPlans(ours, [id])).get(id);
  expect(stands?.revision).toBe(1);
  expect(must(await keepClassPlan(ours, id, plan('hundred'), 1)).isKept).toBe(true);
  expect(codeOf(await keepClassPlan(theirs, id, plan('march'), 2))).toBe('notFound');
  expect((await findClassPlans(theirs, [id])).size).toBe(0);
});

test('in the day’s pack each has her own level in what the class does; unplanned, the beginners’ exercises stand in', async () => {
  const [a, b] = [await bringClient(ours), await bringClient(ours)];
  const id = await bookClass(a, b);
  const of = async () => must(await readDay(ours, 'en-GB')).classes.find((one) => one.id === id);
  expect(await of()).toMatchObject({ title: 'Mat', isPlanned: false });
  expect((await of())?.order.length).toBeGreaterThan(3);
  must(await keepClassPlan(ours, id, plan('march', 'legSlide'), 0));
  const planned = await of();
  expect(planned).toMatchObject({ isPlanned: true, order: ['march', 'legSlide'] });
  expect(planned?.people.map(({ client }) => client).toSorted()).toEqual([a, b].toSorted());
  for (const { plan: own } of planned?.people ?? []) expect(own).toEqual([{ exercise: 'march', level: 1 }, { exercise: 'legSlide', level: 1 }]); // prettier-ignore
});

test('a session in a class leaves her own plan for the next one alone, and notes that she came', async () => {
  const client = await bringClient(ours);
  const id = await bookClass(client);
  must(await keepPlan(ours, client, plan('saw'), 0));
  const what = { kind: 'started', client, room: 'Loft', school: 'evenKeel', rules: rulesVersion, plan: [], class: { id, title: 'Mat' } };
  const at = Date.now() + 1000;
  const event = { v: 1, id: newId(), session: newId(), by: ours.userId, device: newId(), seq: at * 1000, at, what };
  for (let i = 0; i < 2; i += 1) expect((await receiveEvents(ours, [event], Date.now())).refused).toEqual([]);
  expect((await kept(client))?.isUsed).toBe(false);
  const booked = await listBook(ours, new Date(Date.now() - 86_400_000), new Date(Date.now() + 86_400_000));
  expect(booked.find((one) => one.id === id)?.places.map(({ state }) => state)).toEqual(['came']);
}); // prettier-ignore

test('weeks ahead are kept in versions; of two at once one is kept, and the other told whose stand', async () => {
  const client = await bringClient(ours);
  const weeks = (homeMinutes: number) => ({ weeks: 6, homeMinutes, pauses: [], from: '2026-11-01', sessions: [], expected: [] });
  const told = await Promise.all([10, 20, 30].map((minutes) => keepWeeks(ours, client, weeks(minutes), 0)));
  expect(told.map(must).filter(({ isKept }) => isKept)).toHaveLength(1);
  expect(must(await keepWeeks(ours, client, weeks(15), 1))).toMatchObject({ isKept: true, card: { revision: 2 } });
  expect(must(await keepWeeks(ours, client, weeks(15), 1)).isKept).toBe(true); // sent again
  expect((await findWeeks(ours, client))?.weeks.homeMinutes).toBe(15);
  expect(codeOf(await keepWeeks(theirs, client, weeks(10), 0))).toBe('notFound');
  expect(await findWeeks(theirs, client)).toBeUndefined();
}); // prettier-ignore

test('orders of one’s own are hers alone, by name: kept again they are replaced, of two at once one stands', async () => {
  const names = async (who: Who) =>
    (await listOwnOrders(who)).map(({ name, exercises }) => `${name}: ${exercises.join()}`);
  await Promise.all(['march', 'saw'].map((exercise) => keepOwnOrder(ours, 'Evening', [exercise]).then(must)));
  expect(await names(ours)).toHaveLength(1);
  must(await keepOwnOrder(ours, 'Evening', ['legFloat', 'march']));
  must(await keepOwnOrder(ours, 'Dawn', ['saw']));
  expect(await names(ours)).toEqual(['Dawn: saw', 'Evening: legFloat,march']);
  const colleague: Who = { ...ours, userId: theirs.userId };
  expect([await names(theirs), await names(colleague)]).toEqual([[], []]);
  const [dawn] = await listOwnOrders(ours);
  await dropOwnOrder(theirs, dawn?.id ?? '');
  expect(await names(ours)).toHaveLength(2);
  await dropOwnOrder(ours, dawn?.id ?? '');
  expect(await names(ours)).toEqual(['Evening: legFloat,march']);
});
