import { courseByPhase, phasesOf, timeAtPhase } from './by-phase';

/** Out in 2 s, held for 1, back in 3. */
const slow = { startS: 10, turnS: 12.5, endS: 16, phases: { holdS: 1 } };
/** The same at twice the pace. */
const quick = { startS: 0, turnS: 1.25, endS: 3, phases: { holdS: 0.5 } };

test('a phase is the same part of the movement, whatever the tempo', () => {
  const turns = [0, 0.45, 0.5, 0.55, 1];
  for (const [i, at] of [10, 12, 12.5, 13, 16].entries()) expect(timeAtPhase(slow, turns[i] ?? 0)).toBeCloseTo(at, 9);
  for (const [i, at] of [0, 1, 1.25, 1.5, 3].entries()) expect(timeAtPhase(quick, turns[i] ?? 0)).toBeCloseTo(at, 9);
  expect(timeAtPhase(slow, 0.225)).toBeCloseTo(11, 9);
  expect(timeAtPhase(slow, 0.775)).toBeCloseTo(14.5, 9);
  expect([timeAtPhase(slow, -1), timeAtPhase(slow, 2)]).toEqual([10, 16]);
});

test('the same movement done slowly and quickly has one course', () => {
  const lift = (from: typeof slow, at: number) => {
    const up = Math.min(1, Math.max(0, (at - from.startS) / (from.turnS - 0.5 * from.phases.holdS - from.startS)));
    const down = Math.min(1, Math.max(0, (from.endS - at) / (from.endS - from.turnS - 0.5 * from.phases.holdS)));
    return 40 * Math.min(up, down);
  };
  const times = Array.from({ length: 1700 }, (_, i) => i / 100);
  const courses = [slow, quick].map((one) =>
    courseByPhase(
      times,
      times.map((at) => lift(one, at)),
      [one],
      11,
    ),
  );
  for (const [i, phase] of phasesOf(11).entries()) {
    expect(courses[0]?.[i]).toBeCloseTo(courses[1]?.[i] ?? Number.NaN, 1);
    if (phase === 0.5) expect(courses[0]?.[i]).toBeCloseTo(40, 6);
  }
});

test('several repetitions are told by their mean; what was not seen is bridged, and nothing is told of none', () => {
  const times = [0, 1, 2, 3, 4, 5, 6];
  const two = [
    { startS: 0, turnS: 1.5, endS: 3, phases: { holdS: 0 } },
    { startS: 3, turnS: 4.5, endS: 6, phases: { holdS: 0 } },
  ];
  const [, , middle] = courseByPhase(times, [0, 4, 4, 0, 8, null, 0], two, 5);
  expect(middle).toBeCloseTo((4 + 6) / 2, 9); // at 1.5 s between 4 and 4; at 4.5 s between 8 and, two seconds later, 0
  expect(courseByPhase(times, times, [], 3)).toEqual([null, null, null]);
  expect(
    courseByPhase(
      times,
      times.map(() => null),
      two,
      3,
    ),
  ).toEqual([null, null, null]);
});
