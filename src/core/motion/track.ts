// Points marked once, tracked through a film: from frame to frame, back again to see whether that holds, and against how they looked
// when they were last sure, so that small errors do not add up to a drift. What can't be told is lost, not guessed.
import { distance, minus, plus } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Pyramid } from './gray';
import { afterTurn, find, patternOf, unturned } from './register';
import type { Found, Pattern, Turn } from './register';

/** There and back must end within this of where it began, pixels. */
const mostApartPx = 0.7;
/** From frame to frame a window must stay this like itself; and this like its key, to be placed by it. */
const [leastLike, keyLike] = [0.7, 0.85];
/** As like its key as this, and as near as this to where it was going, pixels: nothing else needs to be asked. */
const [sureLike, surePx] = [0.9, 4];
/** A place by the key may lie so far off the one from frame to frame, pixels: further, the two do not speak of one point. */
const keyApartPx = 3;

/** A point as it goes on. `key`: how it looked when last taken as a pattern, and how sure its place was then. */
type Point = {
  readonly at: Vec2;
  readonly sdPx: number;
  readonly isLost: boolean;
  /** undefined: it never could be told from what is round it. */
  readonly key: Pattern | undefined;
  readonly keySdPx: number;
  /** How it is turned and stretched, against its key. */
  readonly turn: Turn;
  /** Where it went from the frame before, pixels. */
  readonly speed: Vec2;
  /** How it looked in the last frame, where it was asked. */
  readonly last?: Pattern | undefined;
};

/** Points by name, and the frame that they are in. */
export type Tracking = { readonly frame: Pyramid; readonly points: ReadonlyMap<string, Point> };
export type Tracked = { readonly at: Vec2; readonly sdPx: number; readonly isLost: boolean };

const still: Vec2 = [0, 0];

function pointAt(frame: Pyramid, at: Vec2): Point {
  const key = patternOf(frame, at);
  return { at, sdPx: 0, isLost: !key, key, keySdPx: 0, turn: unturned, speed: still };
}

/**
 * Begins with points marked in a frame. Those too bare, or too near the edge, to be found again are lost at once. What is told of an
 * error later is of the tracking alone: how well the mark was set is the same in every frame.
 */
export function beginTracking(frame: Pyramid, marks: Readonly<Record<string, Vec2>>): Tracking {
  const points = Object.entries(marks).map(([name, at]): [string, Point] => {
    return [name, pointAt(frame, at)];
  });
  return { frame, points: new Map(points) };
}

type Step = Found & { readonly pattern: Pattern };

/** From frame to frame, and back: undefined where the two ways do not meet. `last`: how it looked in the frame before. */
function stepTo(before: Pyramid, after: Pyramid, { at, last, speed }: Point): Step | undefined {
  const pattern = last ?? patternOf(before, at);
  const there = pattern && find(pattern, after, plus(at, speed));
  if (!there || there.likeness < leastLike) return undefined;
  const patternThere = patternOf(after, there.at);
  const back = patternThere && find(patternThere, before, minus(there.at, speed));
  return back && distance(back.at, at) <= mostApartPx ? { ...there, pattern: patternThere } : undefined;
}

/** Where it was going, and just as it looked when it was last sure: the usual case. */
function sureIn(after: Pyramid, { at, speed, isLost, key, turn }: Point): Found | undefined {
  const guess = plus(at, speed);
  const found = key && !isLost ? find(key, after, guess, turn, 1) : undefined;
  return found && found.likeness >= sureLike && distance(found.at, guess) <= surePx ? found : undefined;
}

function pointIn(before: Pyramid, after: Pyramid, point: Point): Point {
  const byKeyAlone = sureIn(after, point);
  if (byKeyAlone) return placedBy(point, byKeyAlone);
  // A lost one is looked for where it was, by its key alone: it may come out from behind an arm.
  const step = point.isLost ? undefined : stepTo(before, after, point);
  const from = step?.at ?? point.at;
  const turned = afterTurn(point.turn, step?.turn ?? unturned);
  const byKey = point.key && find(point.key, after, from, turned);
  const isByKey = byKey && byKey.likeness >= keyLike && (!step || distance(byKey.at, step.at) <= keyApartPx);
  if (isByKey) return placedBy(point, byKey);
  if (!step) return { ...point, isLost: true, speed: still };
  // It has changed too far to be its key: how it looks now becomes the key, with the error that it has got.
  const sdPx = Math.hypot(step.sdPx, point.sdPx);
  const speed = minus(step.at, point.at);
  return {
    at: step.at,
    sdPx,
    isLost: false,
    key: step.pattern,
    keySdPx: sdPx,
    turn: unturned,
    speed,
    last: step.pattern,
  };
}

/** A point found by its key. */
const placedBy = (point: Point, { at, turn, sdPx }: Found): Point => ({
  ...point,
  at,
  turn,
  sdPx: Math.hypot(sdPx, point.keySdPx),
  isLost: false,
  speed: point.isLost ? still : minus(at, point.at),
  last: undefined,
});

/** The same points in the next frame. */
export const trackInto = ({ frame, points }: Tracking, next: Pyramid): Tracking => ({
  frame: next,
  points: new Map([...points].map(([name, point]) => [name, pointIn(frame, next, point)])),
});

/** A point set anew by hand, where the tracking went wrong: from here it goes on, and back by tracking the film backwards. */
export function correctAt({ frame, points }: Tracking, name: string, at: Vec2): Tracking {
  return { frame, points: new Map([...points, [name, pointAt(frame, at)]]) };
}

/** Where the points are, with the error that the tracking adds to that of the mark; a lost one where it was seen last. */
export const placesOf = ({ points }: Tracking): ReadonlyMap<string, Tracked> =>
  new Map([...points].map(([name, { at, sdPx, isLost }]) => [name, { at, sdPx, isLost }]));
