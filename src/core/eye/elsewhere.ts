// What a pelvis looks like from the wrong place: the same body through a lens that is raised or swung aside, read as if it were level
// and square, as an eye reads it.
import { measure } from '../alignment/measure';
import { sidedKey } from '../anatomy/landmarks';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { Pose } from '../body/pose';
import { typicalBody } from '../body/segments';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { pinhole } from '../figure/camera';
import type { Camera } from '../figure/camera';
import { usualLensHeightMm } from '../figure/picture';
import { references, shownIn } from '../figure/true-marks';
import { radians } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { entriesOf } from '../keyed';
import { pelvisFrom } from './trained';

/** From beside, or from the feet. */
export type ElsewhereView = keyof typeof pelvisFrom;

/** Where the lens is, from square and level, degrees: raised, and swung toward the feet (from beside) or to her right (from the feet). */
export type Place = { readonly view: ElsewhereView; readonly raisedDeg: number; readonly swungDeg: number };

/** A careful teacher's distance, mm. */
const distanceMm = 2200;
export const elsewhereSize = { wide: 1000, high: 620 } as const;
const acrossMm = 2050;

/** The pelvis tilts from beside, and rolls from the feet; degrees. */
export function poseFor(view: ElsewhereView, turnedDeg: number): Pose {
  const legs = {
    left: { kind: 'footDown' },
    right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 },
  } as const;
  return view === 'side' ? { ...legs, pelvicTiltDeg: turnedDeg } : { ...legs, pelvicRollDeg: turnedDeg };
}

export function cameraAt({ view, raisedDeg, swungDeg }: Place): Camera {
  const middle: Vec3 = [view === 'side' ? 60 : 0, 0, usualLensHeightMm.supine];
  const [up, aside] = [radians(raisedDeg), radians(swungDeg)];
  const flat = distanceMm * Math.cos(up);
  const [along, across] =
    view === 'side'
      ? [-flat * Math.sin(aside), flat * Math.cos(aside)]
      : [-flat * Math.cos(aside), -flat * Math.sin(aside)];
  return {
    positionMm: [middle[0] + along, across, middle[2] + distanceMm * Math.sin(up)],
    lookAtMm: middle,
    focalPx: (distanceMm * elsewhereSize.wide) / (view === 'side' ? acrossMm : 0.62 * acrossMm),
    widthPx: elsewhereSize.wide,
    heightPx: elsewhereSize.high,
  };
}

function marksFrom(body: PosedBody, place: Place) {
  const { see } = pinhole(cameraAt(place));
  const at = (point: Vec3): [number, number] => {
    const [x, y]: Vec2 = see(point).at;
    return [x, y];
  };
  const keys = new Set<LandmarkKey>([...shownIn(place.view, 'R'), sidedKey('ASIS', 'R')]);
  const { mat } = references(place.view, body);
  return {
    landmarks: Object.fromEntries(
      entriesOf(body.landmarks).flatMap(([key, point]) => (keys.has(key) && point ? [[key, at(point)]] : [])),
    ),
    matLine: [at(mat[0]), at(mat[1])] satisfies [[number, number], [number, number]],
  };
}

function read(turnedDeg: number, place: Place): number | undefined {
  const { view } = place;
  const body = poseBody(typicalBody, poseFor(view, turnedDeg));
  const measured = measure({ position: 'supine', view, headEnd: 'left', markingSdPx: 1.5, ...marksFrom(body, place) });
  return measured.ok ? measured.value.measures[pelvisFrom[view]]?.value : undefined;
}

/** What a pelvis that is turned by so much is read as from a place, degrees from level. */
export function readFrom(turnedDeg: number, place: Place): number | undefined {
  const [seen, rest] = [read(turnedDeg, place), read(0, { ...place, raisedDeg: 0, swungDeg: 0 })];
  return seen === undefined || rest === undefined ? undefined : seen - rest;
}
