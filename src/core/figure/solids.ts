// Simple bodies in space as pieces of a drawing. Millimetres.
import { hull, minus3, plus3, times3, unit3 } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import type { Eye } from './camera';
import type { Piece, ShapeRole } from './draw';
import { polyline } from './shapes';

const seen = (points: readonly Vec3[], { see }: Eye): Vec2[] => points.map((point) => see(point).at);
const far = (points: readonly Vec3[], { see }: Eye): number =>
  points.reduce((sum, point) => sum + see(point).away, 0) / points.length;

/** A filled body: the outline of its corners. */
export const solid = (points: readonly Vec3[], eye: Eye, role: ShapeRole = 'prop'): Piece => ({
  away: far(points, eye),
  shapes: [{ role, path: `${polyline(hull(seen(points, eye)), 1)}Z` }],
});
/** A thick line in space. */
export const line = (points: readonly Vec3[], widthMm: number, eye: Eye, role: ShapeRole = 'propLine'): Piece => {
  const middle = points[Math.floor(points.length / 2)] ?? [0, 0, 0];
  return {
    away: far(points, eye),
    shapes: [{ role, path: polyline(seen(points, eye)), width: widthMm * eye.see(middle).perMm }],
  };
};

/** The corners of a box between two opposite ones. */
export const box = ([x0, y0, z0]: Vec3, [x1, y1, z1]: Vec3): Vec3[] =>
  [x0, x1].flatMap((x) => [y0, y1].flatMap((y) => [z0, z1].map((z): Vec3 => [x, y, z])));

const steps = Array.from({ length: 24 }, (_, i) => (2 * Math.PI * i) / 24);

/** A round bar across the body. */
export const cylinder = (centre: Vec3, radius: number, halfLength: number): Vec3[] =>
  steps.flatMap((angle) =>
    [-1, 1].map((side): Vec3 => plus3(centre, [radius * Math.cos(angle), side * halfLength, radius * Math.sin(angle)])),
  );

/** Points of a circle square to an axis. */
export function circle(centre: Vec3, radius: number, axis: Vec3): Vec3[] {
  const along = unit3(axis);
  const helper: Vec3 = Math.abs(along[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
  const across = unit3(
    minus3(helper, times3(along, along[0] * helper[0] + along[1] * helper[1] + along[2] * helper[2])),
  );
  const third: Vec3 = [
    along[1] * across[2] - along[2] * across[1],
    along[2] * across[0] - along[0] * across[2],
    along[0] * across[1] - along[1] * across[0],
  ];
  return [...steps, 0].map((angle) =>
    plus3(centre, plus3(times3(across, radius * Math.cos(angle)), times3(third, radius * Math.sin(angle)))),
  );
}
