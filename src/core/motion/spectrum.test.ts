import { normal, seeded } from '../random';
import { tremor } from './spectrum';

const times = Array.from({ length: 900 }, (_, i) => i / 60);
const slow = (s: number): number => 20 * (1 - Math.cos(s));
const told = (fast: (s: number) => number, rate = 60) =>
  tremor(
    times.map((s) => (s * 60) / rate),
    times.map((s) => slow((s * 60) / rate) + fast((s * 60) / rate)),
  );

test('a tremor of 1° to either side at 8 Hz, on a slow movement of 40°: 0.71° root mean square', () => {
  expect(told((s) => Math.sin(2 * Math.PI * 8 * s))).toBeCloseTo(Math.SQRT1_2, 1);
});

test('what is no tremor: a slow movement, a following’s own noise, a shiver that no eye would see', () => {
  const uniform = seeded(4);
  expect(told(() => 0)).toBe(0);
  expect(told(() => 0.5 * normal(uniform))).toBe(0);
  expect(told((s) => 0.2 * Math.sin(2 * Math.PI * 8 * s))).toBe(0);
});

test('a tremor is told out of noise, and not from twenty frames a second', () => {
  const uniform = seeded(9);
  expect(told((s) => Math.sin(2 * Math.PI * 6 * s) + 0.3 * normal(uniform))).toBeCloseTo(Math.SQRT1_2, 1);
  expect(told(() => 0, 20)).toBeNull();
});
