// Films of the body model in a set, as points over time, seen by the eye that every measure is defined by: where they truly are.
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { View } from '@/core/anatomy/positions';
import { lengthOf, poseInSet } from '@/core/body/played-set';
import type { PlayedSet } from '@/core/body/played-set';
import { doneBy } from '@/core/body/mirror';
import { nearSideOf } from '@/core/figure/camera';
import { movementOf } from '@/core/body/shown';
import { typicalBody } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import { directionsIn, farthestToldMm, trueMarks } from '@/core/figure/true-marks';
import type { Vec2 } from '@/core/geometry';
import type { Marks } from '@/core/anatomy/marks';
import type { Exercise, Level } from '@/core/knowledge/entries';
import type { FilmInput } from '@/core/knowledge/film';

export const playedSet: PlayedSet = { repetitions: 6, stillS: 1.5, outS: 1.6, holdS: 0.5, backS: 1.8, restS: 0.6 };

export type Filmed = {
  readonly exercise: Exercise;
  readonly level: Level;
  readonly view?: View;
  readonly set?: PlayedSet;
  readonly fps?: number;
  /** Of every mark, in every frame. */
  readonly noise?: () => number;
  /** Landmarks that are followed; all that the view shows unless given. */
  readonly only?: readonly LandmarkKey[];
};

/** The set as a followed film, and all that a reading of it needs. */
export function madeFilm({
  exercise,
  level,
  view = 'side',
  set = playedSet,
  fps = 30,
  noise,
  only,
}: Filmed): FilmInput {
  const movement = doneBy(typicalBody, movementOf(level), nearSideOf(exercise.position, view));
  const times = Array.from({ length: Math.floor(lengthOf(set) * fps) + 1 }, (_, i) => i / fps);
  const points: Partial<Record<LandmarkKey, (Vec2 | null)[]>> = {};
  const sdPx: Partial<Record<LandmarkKey, number[]>> = {};
  let lines: FilmInput['lines'] = { matLine: null, scale: null };
  let at = poseBody(typicalBody, movement.start);
  for (const [i, time] of times.entries()) {
    at = poseBody(typicalBody, poseInSet(typicalBody, movement, set, time));
    const { landmarks, matLine, scale } = trueMarks(at, view);
    if (i === 0)
      lines = {
        matLine: [[...matLine[0]], [...matLine[1]]],
        scale: { points: [[...scale.points[0]], [...scale.points[1]]], mm: scale.mm },
      };
    for (const [key, [x, y]] of Object.entries(landmarks) as [LandmarkKey, Vec2][]) {
      if (only && !only.includes(key)) continue;
      (points[key] ??= []).push([x + (noise?.() ?? 0), y + (noise?.() ?? 0)]);
      (sdPx[key] ??= []).push(0.2);
    }
  }
  const { headEnd, facing, bellySide } = directionsIn(at.position, view);
  return {
    exercise: exercise.id,
    level: level.number,
    school: 'evenKeel',
    stances: {},
    conditions: [],
    view,
    setting: {
      headEnd: headEnd ?? facing ?? 'left',
      ...(bellySide ? { bellySide } : {}),
      lensDistanceMm: farthestToldMm,
    },
    size: { width: 4000, height: 4000 },
    lines,
    film: { times, points, sdPx },
  };
}

/** The body at rest, lying with its feet down, by the same eye. */
export function marksOfRest(): Marks {
  const body = poseBody(typicalBody, { left: { kind: 'footDown' }, right: { kind: 'footDown' } });
  const { landmarks, matLine, scale } = trueMarks(body, 'side');
  return {
    matLine: [[...matLine[0]], [...matLine[1]]],
    scale: { points: [[...scale.points[0]], [...scale.points[1]]], mm: scale.mm },
    landmarks,
  };
}
