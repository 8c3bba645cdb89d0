// What disturbs a film as a whole: the camera moved, or something stood before most of what is followed.
import { median } from 'simple-statistics';
import type { Vec2 } from '../geometry';

/** A stretch of a film, s, and what happened in it. */
export type Disturbance = { readonly what: 'cameraMoved' | 'covered'; readonly fromS: number; readonly toS: number };

/** Paths of points, pixels; null: not seen. */
type Paths = readonly (readonly (Vec2 | null)[])[];

/** Points of the room stand still but for this, px of a picture 1280 wide. */
const stillPx = 2.5;
/** So many of the points of the room must be seen to tell. */
const leastAnchors = 3;
/** More than this share of what is followed, lost at once, is something that stands before it. */
const coveredShare = 0.5;
/** Shorter is a flicker, s. */
const shortestS = 0.1;

/** How far the room's points lie from where they were first, as their median; null where too few are seen. */
function shiftAt(anchors: Paths, frame: number): number | null {
  const shifts = anchors.flatMap((path) => {
    const [first, here] = [path.find((at) => at !== null), path[frame]];
    return first && here ? [Math.hypot(here[0] - first[0], here[1] - first[1])] : [];
  });
  return shifts.length >= leastAnchors ? median(shifts) : null;
}

const lostShareAt = (points: Paths, frame: number): number =>
  points.length === 0 ? 0 : points.filter((path) => !path[frame]).length / points.length;

/** Stretches in which something holds, s. */
function stretches(times: readonly number[], holds: (frame: number) => boolean) {
  const found: { fromS: number; toS: number }[] = [];
  let open: { fromS: number; toS: number } | undefined;
  for (const [i, at] of times.entries()) {
    if (holds(i)) {
      open ??= { fromS: at, toS: at };
      open.toS = at;
    } else if (open) {
      found.push(open);
      open = undefined;
    }
  }
  if (open) found.push(open);
  return found.filter(({ fromS, toS }) => toS - fromS >= shortestS);
}

/**
 * Disturbances of a film, in order of time. `anchors`: points of the room; `points`: of the body; `widthPx`: of the picture they
 * are told in.
 */
export function disturbancesIn(
  times: readonly number[],
  { anchors, points, widthPx }: { readonly anchors: Paths; readonly points: Paths; readonly widthPx: number },
): Disturbance[] {
  const isMoved = (i: number): boolean => (shiftAt(anchors, i) ?? 0) > (stillPx * widthPx) / 1280;
  const isCovered = (i: number): boolean => lostShareAt(points, i) > coveredShare && points.length > 1;
  return [
    ...stretches(times, isMoved).map((one) => ({ what: 'cameraMoved' as const, ...one })),
    ...stretches(times, isCovered).map((one) => ({ what: 'covered' as const, ...one })),
  ].sort((a, b) => a.fromS - b.fromS);
}
