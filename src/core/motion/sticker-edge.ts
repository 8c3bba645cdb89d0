// The edge of a sticker, looked for along rays from its middle: whether it is a whole disc, however tilted, or one of which a
// part lies hidden.
import { degrees } from '../geometry';
import type { Vec2 } from '../geometry';
import { rayDirections } from './sticker-disc';

export type Circle = { readonly at: Vec2; readonly radius: number };

/** How far an edge point may lie from where a disc has its edge: blur and noise, and what grows with it. Pixels. */
const edgeWithin = (radius: number): number => 0.28 + 0.035 * radius;
/** The same on the whole, root mean square, for a disc that is whole. */
const wholeWithin = (radius: number): number => 0.15 + 0.022 * radius;
/** A disc tilted further than about 50° is no longer one that its edge tells. */
const mostLong = 1.6;

/** An ellipse about the middle: 1/r² is a mean with one wave twice round. */
type Ellipse = { readonly mean: number; readonly cos: number; readonly sin: number };

function ellipseOf(radii: Float64Array): Ellipse {
  const count = radii.length;
  let [mean, cos, sin] = [0, 0, 0];
  for (let k = 0; k < count; k += 1) {
    const [ux, uy] = rayDirections[k] ?? [1, 0];
    const q = 1 / (radii[k] ?? 1) ** 2;
    mean += q / count;
    cos += (2 * q * (ux * ux - uy * uy)) / count;
    sin += (4 * q * ux * uy) / count;
  }
  return { mean, cos, sin };
}

function radiusIn({ mean, cos, sin }: Ellipse, k: number): number {
  const [ux, uy] = rayDirections[k] ?? [1, 0];
  return 1 / Math.sqrt(mean + cos * (ux * ux - uy * uy) + 2 * sin * ux * uy);
}

/** Rays on which the edge may be lost or misread, where two things meet behind a sticker. */
const fewRays = 2;

/** The same edge with those few rays that reach furthest beyond the ellipse put on it; what cuts into a disc stays. */
function withoutFew(radii: Float64Array, ellipse: Ellipse): Float64Array {
  const smoothed = Float64Array.from(radii);
  for (let round = 0; round < fewRays; round += 1) {
    let [furthest, most] = [-1, 0];
    for (let k = 0; k < smoothed.length; k += 1) {
      const beyond = (smoothed[k] ?? 0) - radiusIn(ellipse, k);
      if (beyond > most) [furthest, most] = [k, beyond];
    }
    if (furthest >= 0) smoothed[furthest] = radiusIn(ellipse, furthest);
  }
  return smoothed;
}

/** A disc from which something is cut has an edge with three waves round its middle; more of them than this is no noise. */
const mostThreefold = 0.038;

/** Three waves round the middle, as a share of the radius. */
function threefoldOf(radii: Float64Array): number {
  let [mean, cos, sin] = [0, 0, 0];
  for (let k = 0; k < radii.length; k += 1) {
    const [[ux, uy], radius] = [rayDirections[k] ?? [1, 0], radii[k] ?? 0];
    mean += radius / 2;
    cos += radius * ux * (ux * ux - 3 * uy * uy);
    sin += radius * uy * (3 * ux * ux - uy * uy);
  }
  return Math.sqrt(cos * cos + sin * sin) / mean;
}

/** Of an edge, about its middle and but for a few rays. */
type Fit = { readonly longness: number; readonly mean: number; readonly restPx: number; readonly threefold: number };

function fitEllipse(radii: Float64Array): Fit | undefined {
  const smoothed = withoutFew(radii, ellipseOf(radii));
  const ellipse = ellipseOf(smoothed);
  const { mean, cos, sin } = ellipse;
  const wave = Math.sqrt(cos * cos + sin * sin);
  if (!(mean > wave)) return undefined;
  const left = smoothed.reduce((sum, radius, k) => sum + (radius - radiusIn(ellipse, k)) ** 2, 0) / radii.length;
  return {
    longness: Math.sqrt((mean + wave) / (mean - wave)),
    mean: 1 / Math.sqrt(mean),
    restPx: Math.sqrt(left),
    threefold: threefoldOf(smoothed),
  };
}

/** How much longer than wide the disc is that has this edge; undefined: it is none. */
export function longnessOf(radii: Float64Array): number | undefined {
  const fit = fitEllipse(radii);
  if (!fit || fit.threefold > mostThreefold || fit.longness > mostLong) return undefined;
  return fit.restPx > wholeWithin(fit.mean) ? undefined : fit.longness;
}

/** Seen for the first time, from about its middle, an edge may be so many times as rough. */
const firstRoughness = 2;

/** Whether an edge as it is first seen may be that of a disc, whole or partly hidden. */
export function mayBeDisc(radii: Float64Array): boolean {
  const fit = fitEllipse(radii);
  const isSmooth = fit !== undefined && fit.restPx < firstRoughness * wholeWithin(fit.mean);
  return isSmooth || coveredDisc(radii, 3) !== undefined;
}

/** The circle through three points; none where they lie on one line. */
export function throughThree([ax, ay]: Vec2, [bx, by]: Vec2, [cx, cy]: Vec2): Circle | undefined {
  const twice = 2 * (ax * (by - cy) + bx * (cy - ay) + cx * (ay - by));
  if (Math.abs(twice) < 1e-6) return undefined;
  const [a, b, c] = [ax * ax + ay * ay, bx * bx + by * by, cx * cx + cy * cy];
  const at: Vec2 = [
    (a * (by - cy) + b * (cy - ay) + c * (ay - by)) / twice,
    (a * (cx - bx) + b * (ax - cx) + c * (bx - ax)) / twice,
  ];
  return { at, radius: Math.sqrt((ax - at[0]) ** 2 + (ay - at[1]) ** 2) };
}

/** Least of the edge that must be seen: a half disc may be any half round thing. */
const leastSeenDeg = 215;

/** Of points round a middle: how far the widest gap between them reaches, and the next, degrees. */
function gapsOf(points: readonly Vec2[], [cx, cy]: Vec2): readonly [widest: number, next: number] {
  const turns = points.map(([x, y]) => degrees(Math.atan2(y - cy, x - cx))).sort((a, b) => a - b);
  const gaps = turns.map((turn, i) => (turns[i + 1] ?? (turns[0] ?? 0) + 360) - turn).sort((a, b) => b - a);
  return [gaps[0] ?? 360, gaps[1] ?? 360];
}
/** One thing lies over it from one side: the rest of the edge is seen throughout. */
const mostOtherGapDeg = 42;

/** How many edge points lie on a circle; none where some lie beyond it: then it is no disc with a part hidden. */
function countOn(points: readonly Vec2[], { at: [cx, cy], radius }: Circle): number {
  const within = edgeWithin(radius);
  let on = 0;
  for (const [x, y] of points) {
    const away = Math.sqrt((x - cx) ** 2 + (y - cy) ** 2) - radius;
    if (away > 1.6 * within) return 0;
    if (away > -within && away < within) on += 1;
  }
  return on;
}

function pointsOn(points: readonly Vec2[], { at: [cx, cy], radius }: Circle): readonly Vec2[] {
  const within = edgeWithin(radius);
  return points.filter(([x, y]) => Math.abs(Math.sqrt((x - cx) ** 2 + (y - cy) ** 2) - radius) < within);
}

/** The circle nearest to the points, by Gauss–Newton from a near one, with the spread of its middle per px of edge error. */
function nearestCircle(points: readonly Vec2[], from: Circle): Circle & { readonly sdPerPx: number } {
  let [[cx, cy], radius] = [from.at, from.radius];
  let sdPerPx = 1;
  for (let round = 0; round < 3; round += 1) {
    let [xx, xy, yy, x, y, n, rx, ry, r] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    for (const point of points) {
      const [dx, dy] = [point[0] - cx, point[1] - cy];
      const off = Math.sqrt(dx * dx + dy * dy);
      const [u, v, left] = [dx / off, dy / off, off - radius];
      [xx, xy, yy, x, y, n] = [xx + u * u, xy + u * v, yy + v * v, x + u, y + v, n + 1];
      [rx, ry, r] = [rx + u * left, ry + v * left, r + left];
    }
    // The radius taken out of the normal equations: two unknowns are left.
    const [a, b, c] = [xx - (x * x) / n, xy - (x * y) / n, yy - (y * y) / n];
    const [gx, gy] = [rx - (x * r) / n, ry - (y * r) / n];
    const det = a * c - b * b;
    if (!(det > 1e-9)) break;
    const [stepX, stepY] = [(gx * c - gy * b) / det, (gy * a - gx * b) / det];
    radius += (r - x * stepX - y * stepY) / n;
    [cx, cy] = [cx + stepX, cy + stepY];
    sdPerPx = Math.sqrt(Math.max(a, c) / det);
  }
  return { at: [cx, cy], radius, sdPerPx };
}

/** The disc of which a part lies hidden, from what is seen of its edge, tried through three of every `step`-th point; undefined where that is too little, or no circle's. */
export function coveredDisc(radii: Float64Array, step = 2): (Circle & { readonly sdPerPx: number }) | undefined {
  const points = rayDirections.map(([ux, uy], k): Vec2 => [(radii[k] ?? 0) * ux, (radii[k] ?? 0) * uy]);
  let best: Circle | undefined;
  let most = points.length / 2;
  for (let i = 0; i < points.length; i += step)
    for (let j = i + 2 * step; j < points.length; j += step)
      for (let k = j + 2 * step; k < points.length; k += step) {
        const [a, b, c] = [points[i], points[j], points[k]];
        const circle = a && b && c && throughThree(a, b, c);
        const on = circle ? countOn(points, circle) : 0;
        if (on < most) continue;
        [best, most] = [circle, on + 1];
      }
  if (!best) return undefined;
  const seen = pointsOn(points, best);
  const nearest = nearestCircle(seen, best);
  const [widest, next] = gapsOf(seen, nearest.at);
  return widest > 360 - leastSeenDeg || next > mostOtherGapDeg ? undefined : nearest;
}
