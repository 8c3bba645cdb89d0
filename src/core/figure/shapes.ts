// Curves and limbs as SVG path data, two decimals.
import { distance, minus, plus, rotate, times, unit } from '../geometry';
import type { Vec2 } from '../geometry';

const figure = (value: number): string => String(Math.round(value * 100) / 100);
const pair = ([x, y]: Vec2): string => `${figure(x)} ${figure(y)}`;

/** A straight run through points; `digits` decimals. */
export function polyline(points: readonly Vec2[], digits: 1 | 2 = 2): string {
  const k = digits === 1 ? 10 : 100;
  return points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${Math.round(x * k) / k} ${Math.round(y * k) / k}`).join('');
}

/** A smooth curve through points (Catmull–Rom as cubic Béziers). */
export function curve(points: readonly Vec2[], closed = false): string {
  const count = points.length;
  const at = (index: number): Vec2 => {
    const kept = closed ? (index + count) % count : Math.min(count - 1, Math.max(0, index));
    return points[kept] ?? [0, 0];
  };
  let path = `M${pair(at(0))}`;
  for (let i = 0; i < (closed ? count : count - 1); i += 1) {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    path += `C${pair(plus(from, times(minus(to, before), 1 / 6)))} ${pair(minus(to, times(minus(after, from), 1 / 6)))} ${pair(to)}`;
  }
  return closed ? `${path}Z` : path;
}

export type Disc = { readonly at: Vec2; readonly radius: number };

/** Two discs and all that lies between them. */
export function taper(a: Disc, b: Disc): string {
  const apart = distance(a.at, b.at);
  const [large, small] = a.radius >= b.radius ? [a, b] : [b, a];
  if (apart <= large.radius - small.radius) return disc(large);
  const along = unit(minus(small.at, large.at));
  const lean = Math.acos((large.radius - small.radius) / apart);
  const [one, other] = [rotate(along, -lean), rotate(along, lean)];
  const rim = ({ at, radius }: Disc, direction: Vec2) => pair(plus(at, times(direction, radius)));
  const [R, r] = [figure(large.radius), figure(small.radius)];
  return `M${rim(large, one)}L${rim(small, one)}A${r} ${r} 0 0 1 ${rim(small, other)}L${rim(large, other)}A${R} ${R} 0 1 1 ${rim(large, one)}Z`;
}

/** A disc as an SVG path, in the picture's units. */
export function disc({ at, radius }: Disc): string {
  const r = figure(radius);
  return `M${pair([at[0] - radius, at[1]])}a${r} ${r} 0 1 0 ${figure(2 * radius)} 0a${r} ${r} 0 1 0 ${figure(-2 * radius)} 0Z`;
}

/** Discs joined one to the next. */
export const limb = (discs: readonly Disc[]): string =>
  discs
    .slice(1)
    .map((next, i) => taper(discs[i] ?? next, next))
    .join('');
