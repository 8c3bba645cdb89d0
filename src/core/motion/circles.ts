// Circles of an ankle or a knee in the plane across, and the largest that the pelvis lets pass.
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { length, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import { seenOf } from './series';

export type Circle = {
  readonly startS: number;
  readonly endS: number;
  readonly radiusMm: number;
  /** 1 − SD of the radius over its mean: 1 is a true circle. */
  readonly roundness: number;
  /** As seen in the picture's own axes, x to the client's left, y up. */
  readonly direction: 'clockwise' | 'counterclockwise';
  readonly crossedMidline: boolean;
  /** null: the pelvis was not seen all through it. */
  readonly clean: boolean | null;
};
export type MeasuredCircles = { readonly circles: readonly Circle[]; readonly largestCleanMm: number | null };

/** A path smaller than this is no circle, mm. */
const leastMm = 10;

/** Centre of the circle nearest to points: least squares of x² + y² + Dx + Ey + F. Kåsa 1976 (IEEE Trans Instrum Meas 25:8). */
export function centreOf(points: readonly Vec2[]): Vec2 {
  const n = points.length;
  const middle: Vec2 = [mean(points.map(([x]) => x)), mean(points.map(([, y]) => y))];
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0];
  for (const point of points) {
    const [x, y] = minus(point, middle);
    const z = x * x + y * y;
    [xx, xy, yy, xz, yz] = [xx + x * x, xy + x * y, yy + y * y, xz + x * z, yz + y * z];
  }
  const det = xx * yy - xy * xy;
  if (n < 3 || Math.abs(det) < 1e-9 * (xx + yy) ** 2) return middle;
  return [middle[0] + (xz * yy - yz * xy) / (2 * det), middle[1] + (yz * xx - xz * xy) / (2 * det)];
}

type Point = { readonly at: number; readonly point: Vec2 };

/** A path cut where it has gone once round its centre. */
function roundsOf(points: readonly Point[], centre: Vec2): Point[][] {
  const rounds: Point[][] = [];
  let [turned, from] = [0, 0];
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [minus(points[i - 1]?.point ?? centre, centre), minus(points[i]?.point ?? centre, centre)];
    turned += Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]);
    // The last step of a film may end a hair short of once round.
    if (Math.abs(turned) < 2 * Math.PI - 1e-6 && !(i === points.length - 1 && Math.abs(turned) > 1.97 * Math.PI))
      continue;
    rounds.push(points.slice(from, i + 1));
    [turned, from] = [turned - Math.sign(turned) * 2 * Math.PI, i];
  }
  return rounds;
}

const isClockwise = (points: readonly Point[]): boolean =>
  points.reduce((sum, { point: a }, i) => {
    const b = points[(i + 1) % points.length]?.point ?? a;
    return sum + a[0] * b[1] - a[1] * b[0];
  }, 0) < 0;

/**
 * Circles of a path: each once round the path's own centre. Times in s, rising; path in mm, the midline at x = 0. `pelvis`: measures
 * by name as many values each; those with a target must stay in it while the leg goes round.
 */
export function measureCircles(
  times: readonly number[],
  path: readonly (Vec2 | null)[],
  pelvis: Readonly<Record<string, readonly (number | null)[]>>,
  targets: Readonly<Record<string, readonly [number, number]>>,
): MeasuredCircles {
  const [xs, ys] = ([0, 1] as const).map(
    (axis) =>
      seenOf(
        times,
        path.map((point) => point?.[axis] ?? null),
      ).smooth,
  );
  const points = times.flatMap((at, i): Point[] => {
    const point: Vec2 = [xs?.[i] ?? Number.NaN, ys?.[i] ?? Number.NaN];
    return point.some(Number.isNaN) ? [] : [{ at, point }];
  });
  if (points.length < 8) return { circles: [], largestCleanMm: null };
  const held = Object.entries(targets).flatMap(([name, target]) =>
    pelvis[name] ? [{ target, smooth: seenOf(times, pelvis[name]).smooth }] : [],
  );
  const circles = roundsOf(points, centreOf(points.map(({ point }) => point))).flatMap((round): Circle[] => {
    const own = centreOf(round.map(({ point }) => point));
    const radii = round.map(({ point }) => length(minus(point, own)));
    const radiusMm = mean(radii);
    if (radiusMm < leastMm) return [];
    const [startS, endS] = [round[0]?.at ?? 0, round.at(-1)?.at ?? 0];
    const within = held.flatMap(({ target: [low, high], smooth }) =>
      times.flatMap((at, i) => {
        const value = smooth[i] ?? Number.NaN;
        return at < startS || at > endS ? [] : [Number.isNaN(value) ? null : value >= low && value <= high];
      }),
    );
    return [
      {
        startS,
        endS,
        radiusMm,
        roundness: Math.max(0, 1 - sampleStandardDeviation(radii) / radiusMm),
        direction: isClockwise(round) ? 'clockwise' : 'counterclockwise',
        crossedMidline: round.some(({ point }) => point[0] > 0) && round.some(({ point }) => point[0] < 0),
        clean: within.includes(false) ? false : within.includes(null) ? null : true,
      },
    ];
  });
  const clean = circles.filter((one) => one.clean).map(({ radiusMm }) => radiusMm);
  return { circles, largestCleanMm: clean.length > 0 ? Math.max(...clean) : null };
}
