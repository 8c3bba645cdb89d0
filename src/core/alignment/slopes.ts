// Values with their slopes: how each moves with every point it is read from, and with a turn of the picture's directions.
// First-order error propagation needs nothing else. Points in pixels; slopes per pixel; turns per radian.
import { cross, degrees, distance, dot, minus, plus, times, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';

export type Sloped = {
  readonly value: number;
  /** Of the value in each point, in the order in which it was given them. */
  readonly slopes: readonly Vec2[];
  /** Of the value when the picture's directions turn (a wrong mat line). */
  readonly turn: number;
};

const perRadian = 180 / Math.PI;
const perp = ([x, y]: Vec2): Vec2 => [-y, x];

/** Angle in degrees of the line a→b, from direction `along` toward direction `toward` (unit vectors at a right angle). */
export function lineAngle(a: Vec2, b: Vec2, toward: Vec2, along: Vec2): Sloped {
  const line = minus(b, a);
  const [t, l] = [dot(line, toward), dot(line, along)];
  const k = perRadian / (t * t + l * l);
  const slope: Vec2 = [k * (toward[0] * l - along[0] * t), k * (toward[1] * l - along[1] * t)];
  return {
    value: Math.atan2(t, l) * perRadian,
    slopes: [times(slope, -1), slope],
    turn: -cross(along, toward) * perRadian,
  };
}

/** Signed bend at the middle of three points in degrees: 0 when they lie on one line. */
export function bend(a: Vec2, b: Vec2, c: Vec2): Sloped {
  const [first, second] = [minus(a, b), minus(c, b)];
  const atA = times(perp(first), perRadian / dot(first, first));
  const atC = times(perp(second), -perRadian / dot(second, second));
  return {
    value: wrapDeg(180 - degrees(Math.atan2(cross(first, second), dot(first, second)))),
    slopes: [atA, times(plus(atA, atC), -1), atC],
    turn: 0,
  };
}

/** Distance of two points. */
export function span(a: Vec2, b: Vec2): Sloped {
  const length = distance(a, b);
  const along = times(minus(b, a), 1 / length);
  return { value: length, slopes: [times(along, -1), along], turn: 0 };
}

/** How far the middle of three points stands off the line of the others, + on the side of `toward`. */
export function offChord(a: Vec2, b: Vec2, c: Vec2, toward: Vec2): Sloped {
  const chord = minus(c, a);
  const out = minus(b, a);
  const length = Math.hypot(chord[0], chord[1]);
  const unit = times(chord, 1 / length);
  const side = dot(perp(unit), toward) >= 0 ? 1 : -1;
  const off = cross(chord, out) / length;
  const atB = times(perp(unit), side);
  const atC: Vec2 = [(side * (out[1] - off * unit[0])) / length, (side * (-out[0] - off * unit[1])) / length];
  return { value: side * off, slopes: [times(plus(atB, atC), -1), atB, atC], turn: 0 };
}

/** Where a point lies along a direction, from an origin that carries no error. */
export const along = (point: Vec2, origin: Vec2, direction: Vec2): Sloped => ({
  value: dot(minus(point, origin), direction),
  slopes: [direction],
  turn: dot(minus(point, origin), perp(direction)),
});

/** The line a→b along a direction, over its own length: the sine of its lean. */
export function lean(a: Vec2, b: Vec2, direction: Vec2): Sloped {
  const line = minus(b, a);
  const length = Math.hypot(line[0], line[1]);
  const unit = times(line, 1 / length);
  const value = dot(unit, direction);
  const slope = times(minus(direction, times(unit, value)), 1 / length);
  return { value, slopes: [times(slope, -1), slope], turn: dot(unit, perp(direction)) };
}

export const negate = ({ value, slopes, turn }: Sloped): Sloped => ({
  value: -value,
  slopes: slopes.map((slope) => times(slope, -1)),
  turn: -turn,
});

/** The same value in another unit, or seen through a smooth function whose slope there is `by`. */
export const through = ({ slopes, turn }: Sloped, value: number, by: number): Sloped => ({
  value,
  slopes: slopes.map((slope) => times(slope, by)),
  turn: turn * by,
});

/** One value over another, both read from the same points. */
export function over(top: Sloped, bottom: Sloped): Sloped {
  const value = top.value / bottom.value;
  return {
    value,
    slopes: top.slopes.map((slope, i) =>
      times(minus(slope, times(bottom.slopes[i] ?? [0, 0], value)), 1 / bottom.value),
    ),
    turn: (top.turn - value * bottom.turn) / bottom.value,
  };
}

/** The slopes laid out for a longer list of points: `at[i]` is where point i of the value stands in it. */
export const spread = (one: Sloped, at: readonly number[], count: number): Sloped => {
  const slopes: Vec2[] = Array.from({ length: count }, () => [0, 0]);
  one.slopes.forEach((slope, i) => {
    const to = at[i] ?? 0;
    slopes[to] = plus(slopes[to] ?? [0, 0], slope);
  });
  return { ...one, slopes };
};

/** A combination a·p + b·q of values read from the same points. */
export const combine = (a: number, p: Sloped, b: number, q: Sloped): Sloped => ({
  value: a * p.value + b * q.value,
  slopes: p.slopes.map((slope, i) => plus(times(slope, a), times(q.slopes[i] ?? [0, 0], b))),
  turn: a * p.turn + b * q.turn,
});
