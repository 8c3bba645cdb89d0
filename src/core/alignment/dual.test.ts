import fc from 'fast-check';
import { rotate } from '../geometry';
import type { Vec2 } from '../geometry';
import { workedLines, workedView } from '../../../tests/rigs/worked-picture';
import { readFrame } from './frame';
import type { Frame } from './frame';
import { measureRules } from './rules';
import { along, bend, lean, lineAngle, offChord, over, span, sum } from './dual';
import type { Dual } from './dual';

const framed = readFrame({
  ...workedView,
  ...workedLines(),
});
if (!framed.ok) throw new Error(framed.error.message);
const frame: Frame = framed.value;

/** Seen from the side; or across the body, its right to the picture's right: neither is level, so that no part of a sum is 0. */
const askewRad = 0.13;
const across: Frame = { ...frame, headward: frame.up, rightward: [1, 0] };
const turned = (by: number, of: Frame): Frame => {
  const turn = (direction: Vec2) => rotate(direction, by + askewRad);
  return {
    ...of,
    headward: turn(of.headward),
    bellyward: turn(of.bellyward),
    up: turn(of.up),
    footward: turn(of.footward),
    rightward: turn(of.rightward),
  };
};

/** Points far enough from one another that nothing is at a corner. */
const points = (count: number) =>
  fc
    .array(fc.tuple(fc.integer({ min: 200, max: 1800 }), fc.integer({ min: 200, max: 950 })), {
      minLength: count,
      maxLength: count,
    })
    .filter((all) => all.every(([x, y], i) => all.every(([p, q], j) => i === j || Math.hypot(x - p, y - q) > 60)));

const near = (value: number, wanted: number, about: number) =>
  expect(Math.abs(value - wanted)).toBeLessThan(1e-4 * (1 + Math.abs(about)) + 1e-6);

describe.each(measureRules.map((rule) => [rule.id, rule] as const))('%s', (_, rule) => {
  const count =
    rule.needs.length +
    (rule.paired ?? []).filter((name) => rule.needs.includes(name)).length +
    (rule.helps ? (rule.paired?.includes(rule.helps) && !rule.needs.includes(rule.helps) ? 2 : 1) : 0);
  const seen = rule.views.includes('side') ? frame : across;
  const read = (at: readonly Vec2[], side: 1 | -1, by = 0): Dual => rule.read(at, turned(by, seen), side);
  const sides = fc.constantFrom<(1 | -1)[]>(1, -1);

  test('its slopes are those that moving each point by a little shows', () => {
    fc.assert(
      fc.property(points(count), sides, (at, side) => {
        const { value, slopes } = read(at, side);
        const step = 1e-3;
        for (let i = 0; i < count; i += 1)
          for (const axis of [0, 1] as const) {
            const moved = (by: number) =>
              read(
                at.map((point, j) =>
                  j === i ? ((axis === 0 ? [point[0] + by, point[1]] : [point[0], point[1] + by]) as Vec2) : point,
                ),
                side,
              ).value;
            const [ahead, behind] = [moved(step), moved(-step)];
            if (Math.abs(ahead - behind) > 1) continue; // across the seam of an angle, or where the larger of two changes
            near(slopes[2 * i + axis] ?? Number.NaN, (ahead - behind) / (2 * step), value);
          }
      }),
      { seed: 20261125, numRuns: 40 },
    );
  });

  test('and a turned mat line does to it what it says', () => {
    // What is read from the mat line's own place, not its direction alone, turns about that place.
    if (rule.id === 'curlHeight') return;
    fc.assert(
      fc.property(points(count), sides, (at, side) => {
        const { value, turn } = read(at, side);
        const step = 1e-6;
        const change = read(at, side, step).value - read(at, side, -step).value;
        if (Math.abs(change) > 1) return;
        near(turn * 1e-3, (change / (2 * step)) * 1e-3, value);
      }),
      { seed: 20261125, numRuns: 25 },
    );
  });
});

describe('the pieces, by hand', () => {
  const [up, right]: readonly [Vec2, Vec2] = [
    [0, -1],
    [1, 0],
  ];
  test('a line of 100 px turns by 0.573° for each pixel that its end goes up', () => {
    const one = lineAngle(
      [
        [0, 0],
        [100, 0],
      ],
      0,
      1,
      up,
      right,
    );
    expect(one.value).toBeCloseTo(0, 9);
    expect(one.slopes.map((slope) => Number(slope.toFixed(4)) + 0)).toEqual([0, 0.573, 0, -0.573]);
  });
  test('three points in a row have no bend, a right angle one of 90°', () => {
    expect(
      bend([
        [0, 0],
        [10, 0],
        [20, 0],
      ]).value,
    ).toBeCloseTo(0, 9);
    expect(
      Math.abs(
        bend([
          [0, 0],
          [10, 0],
          [10, 10],
        ]).value,
      ),
    ).toBeCloseTo(90, 9);
  });
  test('a distance grows by one for each pixel that its end goes on', () => {
    expect(
      span(
        [
          [0, 0],
          [3, 4],
        ],
        0,
        1,
      ),
    ).toEqual({ value: 5, slopes: [-0.6, -0.8, 0.6, 0.8], turn: 0 });
  });
  test('what stands 7 above a line stands 7 off it, on the side asked for', () => {
    expect(
      offChord(
        [
          [0, 0],
          [5, -7],
          [10, 0],
        ],
        up,
      ).value,
    ).toBeCloseTo(7, 9);
    expect(
      offChord(
        [
          [0, 0],
          [5, -7],
          [10, 0],
        ],
        [0, 1],
      ).value,
    ).toBeCloseTo(-7, 9);
  });
  test('a line that leans by 30° leans by a half', () => {
    expect(
      lean(
        [
          [0, 0],
          [50, -86.602540378],
        ],
        0,
        1,
        right,
      ).value,
    ).toBeCloseTo(0.5, 9);
  });
  test('a share and a sum carry their slopes along', () => {
    const at: Vec2[] = [
      [0, 0],
      [10, 0],
      [20, 0],
    ];
    const share = over(span(at, 0, 1), span(at, 0, 2));
    expect(share.value).toBeCloseTo(0.5, 9);
    expect(share.slopes[2]).toBeCloseTo(1 / 20, 9);
    expect(share.slopes[4]).toBeCloseTo(-0.5 / 20, 9);
    expect(sum(span(at, 0, 1), span(at, 1, 2)).value).toBeCloseTo(20, 9);
    expect(along(at, [0.5, 0.5, -1], [0, 0], right).value).toBeCloseTo(-15, 9);
  });
});
