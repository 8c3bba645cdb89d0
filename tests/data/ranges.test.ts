import { v7 as newId } from 'uuid';
import { newestRanges } from '@/core/knowledge/ranges';
import { database } from '@/data/database';
import { Client } from '@/data/models';
import { addStop } from '@/data/stores/cautions';
import { addRanges, listRanges, strikeRange } from '@/data/stores/ranges';
import type { Who } from '@/data/types';
import { bringClient, openStudio } from './studio';

let ours: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Reed Bank'), openStudio('Stone Bank')]);
});
afterAll(() => database().close());

const leg = (side: 'L' | 'R', value: number, id = newId()) =>
  ({ id, range: 'straightLegRaise', side, value, method: 'hand' }) as const;

test('kept once however often it is sent; the newest day counts; struck out it stays, and can be put back', async () => {
  const client = await bringClient(ours);
  const [left, right] = [leg('L', 70), leg('R', 82.5)];
  for (let i = 0; i < 3; i += 1)
    expect(await addRanges(ours, client, '2026-11-01', [left, right])).toMatchObject({ ok: true });
  await addRanges(ours, client, '2026-10-01', [leg('L', 55)]); // told later, of an earlier day
  const inForce = async () => newestRanges(await listRanges(ours, [client])).map(({ side, value }) => [side, value]);
  expect(await listRanges(ours, [client])).toHaveLength(3);
  expect((await inForce()).sort()).toEqual([
    ['L', 70],
    ['R', 82.5],
  ]);
  await Promise.all([1, 2].map(() => strikeRange(ours, left.id, true)));
  expect((await inForce()).sort()).toEqual([
    ['L', 55],
    ['R', 82.5],
  ]);
  expect(await listRanges(ours, [client])).toHaveLength(3);
  await strikeRange(ours, left.id, false);
  expect((await inForce()).sort()[0]).toEqual(['L', 70]);
});

test('another studio neither reads nor writes them, and they go with the client', async () => {
  const client = await bringClient(ours);
  const one = leg('L', 60);
  await addRanges(ours, client, '2026-11-01', [one]);
  expect(await addRanges(theirs, client, '2026-11-01', [leg('L', 10)])).toMatchObject({ ok: false });
  expect(await strikeRange(theirs, one.id, true)).toMatchObject({ ok: false, error: { code: 'notFound' } });
  expect(await listRanges(theirs, [client])).toEqual([]);
  expect(await listRanges(ours, [client])).toHaveLength(1);
  await Client.destroy({ where: { id: client } });
  expect(await listRanges(ours, [client])).toEqual([]);
});

test('whoever was stopped is not measured until cleared; what was known before stays, and can be struck out', async () => {
  const client = await bringClient(ours);
  const before = leg('L', 70);
  await addRanges(ours, client, '2026-11-01', [before]);
  await addStop(ours, client, { sign: 'faint', seen: '', lookId: null });
  expect(await addRanges(ours, client, '2026-11-02', [leg('R', 75)])).toMatchObject({
    ok: false,
    error: { code: 'stopped' },
  });
  expect(await listRanges(ours, [client])).toHaveLength(1);
  expect(await strikeRange(ours, before.id, true)).toMatchObject({ ok: true });
});

test('sent while a stop is noted, it is kept before the stop or not at all', async () => {
  const client = await bringClient(ours);
  const [kept, noted] = await Promise.all([
    addRanges(ours, client, '2026-11-01', [leg('L', 70), leg('R', 75)]),
    addStop(ours, client, { sign: 'faint', seen: '', lookId: null }),
  ]);
  expect(noted).toMatchObject({ ok: true });
  expect(await listRanges(ours, [client])).toHaveLength(kept.ok ? 2 : 0);
});
