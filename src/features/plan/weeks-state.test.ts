import { daysLater } from '@/core/day';
import type { Ladder } from '@/core/planning/weeks';
import { taughtOn } from '../../../tests/rigs/knowing';
import { happened, lookAhead, toKeep, weekBegins, weekOf } from './weeks-state';

const today = '2026-03-20';
const ladder = (exercise: string, level: number, days: readonly number[]): Ladder => ({
  ...{ exercise, name: exercise, level, top: 5, step: 1, load: 1, homeMinutes: 3 },
  gate: { cleanReps: 4, sessions: 2 },
  history: days.map((by) => taughtOn(daysLater(today, by), 5, level)),
});
const known = {
  today,
  ladders: [ladder('march', 2, [-21, -14, -7]), ladder('bridge', 1, [-7])],
  booked: [5, 12, 19].map((by) => daysLater(today, by)),
  came: [-21, -14, -7].map((by) => daysLater(today, by)),
};
const asked = { weeks: 4, homeMinutes: 10, pauses: [] };

test('what is shown is what is kept: the same days, the same ladders, each with its spread', () => {
  const ahead = lookAhead(known, asked);
  const kept = toKeep(today, asked, ahead);
  expect(kept.sessions).toEqual(ahead.sessions.map(({ day }) => day));
  expect(kept.sessions.slice(0, 3)).toEqual(known.booked);
  expect(kept.expected.map(({ exercise, from }) => [exercise, from])).toEqual([['bridge', 1], ['march', 2]]); // prettier-ignore
  for (const { from, lo, likely, hi } of kept.expected) expect(from <= lo && lo <= likely && likely <= hi).toBe(true);
  expect(ahead.home.length).toBeGreaterThan(3);
});

test('a pause takes its sessions and its practice away', () => {
  const from = daysLater(today, 8);
  const pauses = [{ from, to: daysLater(today, 28) }];
  const ahead = lookAhead(known, { ...asked, pauses });
  expect(ahead.sessions.map(({ day }) => day)).toEqual([daysLater(today, 5)]);
  expect(ahead.home.every(({ day }) => day < from)).toBe(true);
});

test('later it is held against what happened: how many sessions, and each ladder beside its spread', () => {
  const kept = toKeep(today, asked, lookAhead(known, asked));
  const then = daysLater(today, 14);
  const march = ladder('march', 3, [5, 12]);
  const later = { ...known, today: then, came: [...known.came, daysLater(today, 5)], ladders: [march, ladder('bridge', 1, [-7])] };
  const since = happened(kept, later);
  expect([since.share, since.planned, since.taught]).toEqual([0.5, 2, 1]);
  expect(since.ladders.map(({ ladder: { exercise }, comparison }) => [exercise, comparison])).toEqual([
    ['bridge', 'notTaught'],
    ['march', 'asExpected'],
  ]);
  expect(happened(kept, known)).toMatchObject({ share: 0, planned: 0, taught: 0 });
}); // prettier-ignore

test('weeks are counted from tomorrow', () => {
  expect([1, 7, 8, 14].map((by) => weekOf(today, daysLater(today, by)))).toEqual([0, 0, 1, 1]);
  expect(weekBegins(today, 1)).toBe(daysLater(today, 8));
});
