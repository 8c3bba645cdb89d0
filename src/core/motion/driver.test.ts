import type { Vec2 } from '../geometry';
import { driverOf } from './driver';

const times = Array.from({ length: 60 }, (_, i) => i / 20);
/** A point that turns about the hip, at so many degrees above the line to the right, y down. */
const about = (degAt: (s: number) => number | null, reach = 100): (Vec2 | null)[] =>
  times.map((s) => {
    const deg = degAt(s);
    return deg === null ? null : [reach * Math.cos((deg * Math.PI) / 180), -reach * Math.sin((deg * Math.PI) / 180)];
  });
const fixed = (at: Vec2): Vec2[] => times.map(() => at);
/** Still for a second, then there and back by so much. */
const there = (by: number) => (s: number) => (s < 1 ? 0 : by * Math.sin(((s - 1) / 2) * Math.PI));

test('of a leg that lifts by 60° and a chest that sways by 12, the leg tells the movement', () => {
  const driver = driverOf(times, {
    GT_R: fixed([0, 0]),
    LK_R: about((s) => 20 + there(60)(s)),
    LR_R: fixed([0, 0]),
    SN: about(there(12)),
  });
  expect(driver).toMatchObject({ line: 'thigh', from: 'GT_R', to: 'LK_R', rest: 'high' });
  expect(driver?.range).toBeGreaterThan(55);
});

test.each([
  [30, 'high'], // up is less of an angle where y runs down
  [-30, 'low'],
] as const)('a leg that goes %i° from its rest rests %s', (by, rest) => {
  expect(driverOf(times, { GT: fixed([0, 0]), LK: about(there(by)) })?.rest).toBe(rest);
});

test('thigh and whole leg turn alike: the thigh is named', () => {
  const leg = { GT: fixed([0, 0]), LK: about(there(40)), LM: about(there(41), 200) };
  expect(driverOf(times, leg)?.line).toBe('thigh');
});

test('a leg that turns through the line behind is followed round, not turned back by 360°', () => {
  const driver = driverOf(times, { GT: fixed([0, 0]), LK: about((s) => 160 + there(50)(s)) });
  expect(driver?.range).toBeLessThan(55);
});

test('what moves by a few degrees, or was hidden for half of the film, tells nothing', () => {
  expect(driverOf(times, { GT: fixed([0, 0]), LK: about(there(6)) })).toBeUndefined();
  expect(driverOf(times, { GT: fixed([0, 0]), LK: about((s) => (s < 1.5 ? null : there(60)(s))) })).toBeUndefined();
  expect(driverOf(times, { GT: fixed([0, 0]) })).toBeUndefined();
});
