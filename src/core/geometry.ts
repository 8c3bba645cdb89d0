// Plane and space vectors as tuples. Lengths in whatever unit the caller uses; angles in radians unless named Deg. What is told
// whole by its name (sum, difference, product, length, turn about an axis) has no line of its own; vectors of three end in 3.

export type Vec2 = readonly [number, number];
export type Vec3 = readonly [number, number, number];
/** Rows of a rotation matrix. */
export type Mat3 = readonly [Vec3, Vec3, Vec3];

export const degrees = (radians: number): number => (radians * 180) / Math.PI;
export const radians = (deg: number): number => (deg * Math.PI) / 180;

/** The same angle within −180 … 180 degrees. */
export const wrapDeg = (deg: number): number => deg - 360 * Math.round(deg / 360);

export const minus = (a: Vec2, b: Vec2): Vec2 => [a[0] - b[0], a[1] - b[1]];
export const plus = (a: Vec2, b: Vec2): Vec2 => [a[0] + b[0], a[1] + b[1]];
export const times = (a: Vec2, k: number): Vec2 => [a[0] * k, a[1] * k];
export const dot = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1];
export const cross = (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0];
export const length = (a: Vec2): number => Math.sqrt(a[0] * a[0] + a[1] * a[1]); // several times faster than Math.hypot
export const distance = (a: Vec2, b: Vec2): number => length(minus(a, b));
export const unit = (a: Vec2): Vec2 => times(a, 1 / length(a));
/** Mean of points, those left out that were not seen; undefined of none. */
export function meanOfSeen(points: readonly (Vec2 | null)[]): Vec2 | undefined {
  const seen = points.flatMap((at) => (at ? [at] : []));
  const sum = seen.reduce<Vec2>((all, at) => plus(all, at), [0, 0]);
  return seen.length > 0 ? times(sum, 1 / seen.length) : undefined;
}
export const middle = (a: Vec2, b: Vec2): Vec2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
export const rotate = (a: Vec2, angle: number): Vec2 => [
  a[0] * Math.cos(angle) - a[1] * Math.sin(angle),
  a[0] * Math.sin(angle) + a[1] * Math.cos(angle),
];

export const minus3 = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const plus3 = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const times3 = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot3 = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross3 = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const middle3 = (a: Vec3, b: Vec3): Vec3 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
export const length3 = (a: Vec3): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
export const unit3 = (a: Vec3): Vec3 => times3(a, 1 / length3(a));

/** Angle between two directions, degrees: 0 to 180. */
export const angleBetween3 = (a: Vec3, b: Vec3): number => degrees(Math.acos(clamp(dot3(unit3(a), unit3(b)), -1, 1)));

export const apply = (m: Mat3, a: Vec3): Vec3 => [dot3(m[0], a), dot3(m[1], a), dot3(m[2], a)];

export const multiply = (m: Mat3, n: Mat3): Mat3 => {
  const column = (k: 0 | 1 | 2): Vec3 => [n[0][k], n[1][k], n[2][k]];
  const columns = [column(0), column(1), column(2)] as const;
  const row = (r: Vec3): Vec3 => [dot3(r, columns[0]), dot3(r, columns[1]), dot3(r, columns[2])];
  return [row(m[0]), row(m[1]), row(m[2])];
};

/** Rotation by `angle` about one of the axes (right-handed). */
export const aboutX = (angle: number): Mat3 => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [
    [1, 0, 0],
    [0, c, -s],
    [0, s, c],
  ];
};
export const aboutY = (angle: number): Mat3 => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [
    [c, 0, s],
    [0, 1, 0],
    [-s, 0, c],
  ];
};
export const aboutZ = (angle: number): Mat3 => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [
    [c, -s, 0],
    [s, c, 0],
    [0, 0, 1],
  ];
};

/** A value kept within [lo, hi]. */
export const clamp = (value: number, lo: number, hi: number): number => Math.min(hi, Math.max(lo, value));

/** Convex hull, counter-clockwise where y is up (monotone chain; Andrew 1979). */
export function hull(points: readonly Vec2[]): Vec2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const chain = (ordered: readonly Vec2[]): Vec2[] => {
    const kept: Vec2[] = [];
    for (const point of ordered) {
      for (;;) {
        const [before, last] = [kept.at(-2), kept.at(-1)];
        if (!before || !last || cross(minus(last, before), minus(point, before)) > 0) break;
        kept.pop();
      }
      kept.push(point);
    }
    return kept.slice(0, -1);
  };
  return [...chain(sorted), ...chain(sorted.reverse())];
}
