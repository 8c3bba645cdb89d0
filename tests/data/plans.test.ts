import { v7 as newId } from 'uuid';
import { database } from '@/data/database';
import { receiveEvents } from '@/data/stores/floor';
import { findPlans, keepPlan } from '@/data/stores/plans';
import type { Who } from '@/data/types';
import { readDay } from '@/features/floor/day';
import { rulesVersion } from '@/repertoire';
import { bringClient, must, openStudio } from './studio';

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
