import { normal, seeded } from '../random';
import { levelSet } from './level-set';
import { phoneSeDeg } from './phone-level';

const at50 = (s: number) => Array.from({ length: s * 50 }, (_, i) => i / 50);
/** A second and a half still, then out and back every four seconds. */
const tips = (deg: number) => (s: number) => (s < 1.5 ? 0 : (deg / 2) * (1 - Math.cos((2 * Math.PI * (s - 1.5)) / 4)));
const told = (s: number, tilt: (s: number) => number, roll: (s: number) => number = () => 0) => {
  const times = at50(s);
  const set = levelSet(times, times.map(tilt), times.map(roll));
  if (!set) throw new Error('too short');
  return set;
};

test.each([14, -20])('five tips of %i° are five turns, and the furthest is told with its error', (deg) => {
  const set = told(23, tips(deg));
  expect(set.repetitions).toBe(5);
  expect(Math.abs(set.tilt.value - deg)).toBeLessThan(0.6);
  expect(set.tilt.se).toBeGreaterThanOrEqual(phoneSeDeg);
  expect(set.turns[1]?.turnS).toBeCloseTo(1.5 + 4 + 2, 1);
});
test('a pelvis that holds while a leg moves makes no turn; a slow drift of 6° is told as 6°, noise or not', () => {
  const uniform = seeded(4);
  const set = told(
    30,
    (s) => s / 5 + 0.4 * normal(uniform),
    (s) => -s / 10,
  );
  expect(set.repetitions).toBe(0);
  expect(Math.abs(set.tilt.value - 6)).toBeLessThan(0.7);
  expect(Math.abs(set.roll.value + 3)).toBeLessThan(0.3);
});
test('trembling at 8 Hz is told from still and from slow movement', () => {
  const shakes = (s: number) => tips(14)(s) + 2 * Math.sin(2 * Math.PI * 8 * s);
  expect(told(23, shakes).trembling ?? 0).toBeGreaterThan(0.02);
  expect(told(23, tips(14)).trembling).toBe(0);
  const uniform = seeded(9);
  expect(told(23, () => 0.15 * normal(uniform)).trembling).toBe(0); // a sensor’s own noise, on a pelvis that holds
});
test('less than a second tells nothing', () => expect(levelSet([0, 0.5], [0, 1], [0, 0])).toBeUndefined());
