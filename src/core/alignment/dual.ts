// Dual numbers: a value together with its derivatives, in every coordinate of the points it is read from and in a turn of the
// picture's directions (forward-mode differentiation; Griewank & Walther 2008, Evaluating Derivatives, ch. 3). First-order
// error propagation needs nothing else. Points in pixels; slopes per pixel, x and y of each point in turn; turns per radian.
// `count` points are given; a value is read from those whose numbers it is told.
import { degrees, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';

export type Dual = {
  readonly value: number;
  /** Of the value in each point: x, y, x, y … in the order in which the points were given. */
  readonly slopes: number[];
  /** Of the value when the picture's directions turn (a wrong mat line). */
  readonly turn: number;
};

type Points = readonly Vec2[];

const perRadian = 180 / Math.PI;
const nowhere: Vec2 = [Number.NaN, Number.NaN];
const at = (points: Points, index: number): Vec2 => points[index] ?? nowhere;

function flat(count: number): number[] {
  switch (count) {
    case 1:
      return [0, 0];
    case 2:
      return [0, 0, 0, 0];
    case 3:
      return [0, 0, 0, 0, 0, 0];
    default:
      return new Array<number>(2 * count).fill(0);
  }
}

/** Angle in degrees of the line from point `a` to point `b`, from direction `along` toward `toward` (unit vectors, square). */
export function lineAngle(points: Points, a: number, b: number, toward: Vec2, along: Vec2): Dual {
  const [ax, ay] = at(points, a);
  const [bx, by] = at(points, b);
  const [x, y] = [bx - ax, by - ay];
  const t = x * toward[0] + y * toward[1];
  const l = x * along[0] + y * along[1];
  const k = perRadian / (x * x + y * y);
  const sx = k * (toward[0] * l - along[0] * t);
  const sy = k * (toward[1] * l - along[1] * t);
  const slopes = flat(points.length);
  slopes[2 * a] = -sx;
  slopes[2 * a + 1] = -sy;
  slopes[2 * b] = sx;
  slopes[2 * b + 1] = sy;
  const turn = (along[1] * toward[0] - along[0] * toward[1]) * perRadian;
  return { value: Math.atan2(t, l) * perRadian, slopes, turn };
}

/** Signed bend at the middle of three points in degrees: 0 when they lie on one line. */
export function bend(points: Points): Dual {
  const [ax, ay] = at(points, 0);
  const [bx, by] = at(points, 1);
  const [cx, cy] = at(points, 2);
  const [fx, fy, gx, gy] = [ax - bx, ay - by, cx - bx, cy - by];
  const kf = perRadian / (fx * fx + fy * fy);
  const kg = -perRadian / (gx * gx + gy * gy);
  const slopes = flat(points.length);
  slopes[0] = -fy * kf;
  slopes[1] = fx * kf;
  slopes[4] = -gy * kg;
  slopes[5] = gx * kg;
  slopes[2] = fy * kf + gy * kg;
  slopes[3] = -fx * kf - gx * kg;
  return { value: wrapDeg(180 - degrees(Math.atan2(fx * gy - fy * gx, fx * gx + fy * gy))), slopes, turn: 0 };
}

/** Distance of two points. */
export function span(points: Points, a: number, b: number): Dual {
  const [ax, ay] = at(points, a);
  const [bx, by] = at(points, b);
  const length = Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
  const slopes = flat(points.length);
  slopes[2 * a] = -ux;
  slopes[2 * a + 1] = -uy;
  slopes[2 * b] = ux;
  slopes[2 * b + 1] = uy;
  return { value: length, slopes, turn: 0 };
}

/** How far the middle of three points stands off the line of the others, + on the side of `toward`. */
export function offChord(points: Points, toward: Vec2): Dual {
  const [ax, ay] = at(points, 0);
  const [bx, by] = at(points, 1);
  const [cx, cy] = at(points, 2);
  const length = Math.sqrt((cx - ax) ** 2 + (cy - ay) ** 2);
  const [ux, uy] = [(cx - ax) / length, (cy - ay) / length];
  const side = -uy * toward[0] + ux * toward[1] >= 0 ? 1 : -1;
  const [ox, oy] = [bx - ax, by - ay];
  const off = ux * oy - uy * ox;
  const slopes = flat(points.length);
  slopes[2] = -uy * side;
  slopes[3] = ux * side;
  slopes[4] = (side * (oy - off * ux)) / length;
  slopes[5] = (side * (-ox - off * uy)) / length;
  slopes[0] = uy * side - (side * (oy - off * ux)) / length;
  slopes[1] = -ux * side - (side * (-ox - off * uy)) / length;
  return { value: side * off, slopes, turn: 0 };
}

/** A weighted sum of points along a direction, from an origin that carries no error: Σ weight·point − origin (weights sum to 1 or 0). */
export function along(points: Points, weights: readonly number[], origin: Vec2, direction: Vec2): Dual {
  const slopes = flat(points.length);
  let [x, y] = [-origin[0], -origin[1]];
  weights.forEach((weight, i) => {
    const [px, py] = at(points, i);
    x += weight * px;
    y += weight * py;
    slopes[2 * i] = weight * direction[0];
    slopes[2 * i + 1] = weight * direction[1];
  });
  return { value: x * direction[0] + y * direction[1], slopes, turn: -x * direction[1] + y * direction[0] };
}

/** The line from point `a` to point `b` along a direction, over its own length: the sine of its lean. */
export function lean(points: Points, a: number, b: number, direction: Vec2): Dual {
  const [ax, ay] = at(points, a);
  const [bx, by] = at(points, b);
  const length = Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
  const value = ux * direction[0] + uy * direction[1];
  const [sx, sy] = [(direction[0] - ux * value) / length, (direction[1] - uy * value) / length];
  const slopes = flat(points.length);
  slopes[2 * a] = -sx;
  slopes[2 * a + 1] = -sy;
  slopes[2 * b] = sx;
  slopes[2 * b + 1] = sy;
  return { value, slopes, turn: -ux * direction[1] + uy * direction[0] };
}

/** The chain rule: a smooth function of a dual number, by its value there and its derivative. */
export const chain = ({ slopes, turn }: Dual, value: number, by: number): Dual => ({
  value,
  slopes: slopes.map((slope) => slope * by),
  turn: turn * by,
});

/** The same with the other sign. */
export const negate = (one: Dual): Dual => chain(one, -one.value, -1);

/** One value over another, both read from the same points. */
export function over(top: Dual, bottom: Dual): Dual {
  const value = top.value / bottom.value;
  return {
    value,
    slopes: top.slopes.map((slope, i) => (slope - (bottom.slopes[i] ?? 0) * value) / bottom.value),
    turn: (top.turn - value * bottom.turn) / bottom.value,
  };
}

/** The sum of two values read from the same points. */
export const sum = (p: Dual, q: Dual): Dual => ({
  value: p.value + q.value,
  slopes: p.slopes.map((slope, i) => slope + (q.slopes[i] ?? 0)),
  turn: p.turn + q.turn,
});
