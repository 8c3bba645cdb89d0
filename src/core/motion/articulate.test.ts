import { articulate, kendall, segmentsOf } from './articulate';

const fps = 30;
const times = Array.from({ length: 10 * fps }, (_, i) => i / fps);
const order = ['tail', 'low', 'middle', 'chest', 'neck'] as const;
/** A segment that turns by so many degrees in two seconds, from a time on. */
const turning = (fromS: number, deg: number) => times.map((at) => deg * Math.min(1, Math.max(0, (at - fromS) / 2)));
/** Five segments that begin half a second apart, each 10° less than the one below. */
const rolling = (from: readonly number[] = [2, 2.5, 3, 3.5, 4], deg: readonly number[] = [50, 40, 30, 20, 10]) =>
  Object.fromEntries(order.map((name, i) => [name, turning(from[i] ?? 0, deg[i] ?? 0)]));

test('bone after bone: onsets where each has gone two degrees, all in order, no flat spot', () => {
  const told = articulate(times, rolling(), order);
  // 2° of 50° in two seconds: after 0.08 s; of 10°: after 0.4 s.
  const wanted = [2.08, 2.6, 3.13, 3.7, 4.4];
  for (const [i, { segment, s }] of told.onsets.entries()) {
    expect(segment).toBe(order[i]);
    expect(Math.abs((s ?? NaN) - (wanted[i] ?? 0))).toBeLessThan(0.05);
  }
  expect(told.tau).toBe(1);
  expect(told.flatSpots).toEqual([]);
  expect(told.curve.start).toBeCloseTo(0, 6);
  expect(told.curve.turn).toBeCloseTo(50, 0); // the tail is through as the neck begins
  expect(told.curve.end).toBeCloseTo(40, 0);
});

test('top first is against the order; a segment that never moves has no onset', () => {
  expect(articulate(times, rolling([4, 3.5, 3, 2.5, 2]), order).tau).toBe(-1);
  const still = articulate(times, rolling([2, 2.5, 3, 3.5, 4], [50, 40, 30, 20, 0]), order);
  expect(still.onsets.at(-1)).toEqual({ segment: 'neck', s: null });
  expect(still.tau).toBe(1);
});

test('neighbours that move as one piece are a flat spot by name, with their share', () => {
  // 40° over four joints are 10° each; low on middle changes by 1°.
  const { flatSpots } = articulate(times, rolling([2, 2, 2, 2, 2], [50, 35, 34, 20, 10]), order);
  expect(flatSpots).toEqual([{ from: 'low', to: 'middle', share: expect.closeTo(0.1, 1) }]);
  // A curve that hardly changes has none.
  expect(articulate(times, rolling([2, 2, 2, 2, 2], [6, 6, 6, 6, 1]), order).flatSpots).toEqual([]);
});

test('what each has in neutral is taken off, and a way back ends where it began', () => {
  const there = (deg: number) => times.map((at) => 5 + deg * Math.max(0, Math.min(1, (at - 2) / 2, (8 - at) / 2)));
  const told = articulate(times, { low: there(30), chest: there(10) }, ['low', 'chest'], { low: 3, chest: 1 });
  expect(told.curve.start).toBeCloseTo(-2, 6);
  expect(told.curve.turn).toBeCloseTo(18, 0);
  expect(told.curve.end).toBeCloseTo(-2, 1);
});

test('markers make segments of neighbours, unwrapped past half a turn, not seen where one of two is not', () => {
  const turn = (deg: number): [number, number] => [
    100 * Math.cos((deg * Math.PI) / 180),
    100 * Math.sin((deg * Math.PI) / 180),
  ];
  const made = segmentsOf(
    {
      A: [[0, 0], [0, 0], [0, 0], null],
      B: [turn(170), turn(179), turn(188), turn(190)],
      C: [
        [0, 500],
        [0, 500],
        [0, 500],
        [0, 500],
      ],
    },
    [
      ['A', 'B'],
      ['B', 'C'],
    ],
  );
  expect(Object.keys(made)).toEqual(['A-B', 'B-C']);
  expect(made['A-B']).toEqual([expect.closeTo(170, 9), expect.closeTo(179, 9), expect.closeTo(188, 9), null]);
});

test('Kendall’s tau of small lists, counted by hand', () => {
  expect(kendall([1, 2, 3])).toBe(1);
  expect(kendall([1, 3, 2, 4])).toBeCloseTo(4 / 6, 9); // five pairs agree, one does not
  expect(kendall([1, 1, 2])).toBeCloseTo(2 / Math.sqrt(3 * 2), 9); // one tie
  expect(kendall([5, 5])).toBeNull();
  expect(kendall([])).toBeNull();
});
