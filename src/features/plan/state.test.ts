import { lessonOf } from '@/core/planning/lesson';
import { holding, knowing } from '../../../tests/rigs/knowing';
import { fitting, isKeptSo, onPlan, openPlan, opened, toKeep } from './state';
import type { PlanAct, Sheet } from './state';
import { clockText, doseText, minutesText } from './words';

const sheet: Sheet = { order: ['a', 'b', 'c'], locked: ['b'], leftOut: ['z'] };
const done = (...acts: PlanAct[]) => acts.reduce(onPlan, openPlan(sheet)).sheet;

test.each<[string, PlanAct, Partial<Sheet>]>([
  ['moved down', { kind: 'move', id: 'a', to: 2 }, { order: ['b', 'c', 'a'] }],
  ['moved beyond the end', { kind: 'move', id: 'b', to: 9 }, { order: ['a', 'c', 'b'] }],
  ['moved before the beginning', { kind: 'move', id: 'c', to: -1 }, { order: ['c', 'a', 'b'] }],
  ['locked', { kind: 'lock', id: 'a' }, { locked: ['b', 'a'] }],
  ['unlocked', { kind: 'lock', id: 'b' }, { locked: [] }],
  ['left out, and unlocked with it', { kind: 'leaveOut', id: 'b' }, { order: ['a', 'c'], locked: [], leftOut: ['z', 'b'] }],
  ['another instead, though it was left out', { kind: 'instead', id: 'b', other: 'z' }, { order: ['a', 'z', 'c'], locked: [], leftOut: [] }],
  ['added again', { kind: 'add', id: 'z' }, { order: ['a', 'b', 'c', 'z'], leftOut: [] }],
  ['composed anew: what is not in it is locked no more', { kind: 'take', order: ['c', 'd'] }, { order: ['c', 'd'], locked: [] }],
])('%s', (_what, act, wanted) => expect(done(act)).toEqual({ ...sheet, ...wanted })); // prettier-ignore

test('undone and done again, step by step; what changes nothing is no step', () => {
  const [move, lock]: PlanAct[] = [
    { kind: 'move', id: 'a', to: 1 },
    { kind: 'lock', id: 'c' },
  ];
  if (!move || !lock) throw new Error('nothing to do');
  expect(done(move, lock, { kind: 'undo' })).toEqual(done(move));
  expect(done(move, lock, { kind: 'undo' }, { kind: 'undo' })).toEqual(sheet);
  expect(done(move, lock, { kind: 'undo' }, { kind: 'redo' })).toEqual(done(move, lock));
  expect(done({ kind: 'undo' })).toEqual(sheet);
  const still = openPlan(sheet);
  expect(onPlan(still, { kind: 'move', id: 'a', to: 0 })).toBe(still);
});

test('kept and opened again it is the same, without what may not be done any more', () => {
  const lesson = lessonOf(knowing(holding(['neutralCheck', 'march', 'saw'])));
  const own: Sheet = { order: ['neutralCheck', 'march', 'saw'], locked: ['march'], leftOut: ['legFloat'] };
  const kept = toKeep(lesson, own);
  expect(kept).toEqual({
    minutes: 50,
    order: own.order.map((exercise) => ({ exercise, level: 1 })),
    ...{ locked: ['march'], leftOut: ['legFloat'] },
  });
  expect(opened(lesson, kept)).toEqual(own);
  expect(isKeptSo(lesson, own, kept)).toBe(true);
  expect(isKeptSo(lesson, { ...own, order: ['march', 'neutralCheck', 'saw'] }, kept)).toBe(false); // composed or moved since
  expect(isKeptSo(lesson, own, null)).toBe(false);
  const upstairs = toKeep(lesson, own, 'sailLoft');
  expect([upstairs.room, isKeptSo(lesson, own, upstairs, 'sailLoft'), isKeptSo(lesson, own, upstairs, 'riverRoom')]).toEqual(['sailLoft', true, false]); // prettier-ignore
  const { saw: _, ...faces } = lesson.faces;
  expect(opened({ ...lesson, faces }, kept).order).toEqual(['neutralCheck', 'march']);
});

test('an order to start from is cut to the time from its end', () => {
  const minutesOf = (order: readonly string[]) => order.length * 4;
  expect(fitting(['a', 'b', 'c', 'd'], 10, minutesOf)).toEqual(['a', 'b']);
  expect(fitting(['a', 'b'], 1, minutesOf)).toEqual(['a']);
});

test('times and doses as they are said', () => {
  expect([0, 3.5, 61.25].map(clockText)).toEqual(['0:00', '3:30', '61:15']);
  expect([0.25, 1, 3.5, 49.75].map(minutesText)).toEqual(['¼ min', '1 min', '3½ min', '49¾ min']);
  expect(minutesText(0)).toBe('0 min');
  const dose = { repetitions: 5, sets: 2, sides: 2, directions: 2, pattern: 'in 4, out 4', pace: 1 } as const;
  expect(doseText(dose)).toBe('2 × 5 each side each way');
  expect(doseText({ ...dose, sets: 1, sides: 1, directions: 1 })).toBe('5');
});
