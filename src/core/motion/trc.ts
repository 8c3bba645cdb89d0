// Paths of points as TRC, the open marker format of motion laboratories: tab-separated text, a line a frame, millimetres.
import { dot, length, minus, times as scaled } from '../geometry';
import type { Vec2 } from '../geometry';
import { entriesOf } from '../keyed';
import type { Followed } from './packed';
import { stepOf } from './series';

/** The camera's plane: along the mat, to the right of the picture, and up; from the mat line's left end. */
type Plane = { readonly origin: Vec2; readonly along: Vec2; readonly up: Vec2; readonly mmPerPx: number };

/** The plane that a mat line and a known length span. */
export function planeOf(
  matLine: readonly [Vec2, Vec2],
  known: { readonly points: readonly [Vec2, Vec2]; readonly mm: number },
): Plane {
  const [left, right] = matLine[0][0] <= matLine[1][0] ? matLine : [matLine[1], matLine[0]];
  const line = minus(right, left);
  const along = scaled(line, 1 / length(line));
  const up: Vec2 = [along[1], -along[0]]; // a picture's y runs down
  return { origin: left, along, up, mmPerPx: known.mm / length(minus(known.points[1], known.points[0])) };
}

/** A film's points as TRC; X along the mat, Y up, Z nothing: one camera sees no depth. Empty where a point was not seen. */
export function trcOf(name: string, { times, points }: Pick<Followed, 'times' | 'points'>, plane: Plane): string {
  const markers = entriesOf(points).flatMap(([key, path]) => (path ? [{ key, path }] : []));
  const rate = (1 / stepOf(times)).toFixed(2);
  const startS = times[0] ?? 0;
  const place = (at: Vec2 | null | undefined): string => {
    if (!at) return '\t\t';
    const from = minus(at, plane.origin);
    return [dot(from, plane.along), dot(from, plane.up), 0].map((px) => (px * plane.mmPerPx).toFixed(2)).join('\t');
  };
  const head = [
    `PathFileType\t4\t(X/Y/Z)\t${name}`,
    'DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames',
    [rate, rate, times.length, markers.length, 'mm', rate, 1, times.length].join('\t'),
    ['Frame#', 'Time', ...markers.map(({ key }) => `${key}\t\t`)].join('\t'),
    ['', '', ...markers.map((_, i) => `X${i + 1}\tY${i + 1}\tZ${i + 1}`)].join('\t'),
    '',
  ];
  const lines = times.map((at, i) =>
    [i + 1, (at - startS).toFixed(4), ...markers.map(({ path }) => place(path[i]))].join('\t'),
  );
  return [...head, ...lines, ''].join('\n');
}
