// What is marked on one picture, in pixels of the original picture, y down: landmarks, the mat line, a known length.
import * as v from 'valibot';
import { cross, length, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import { entriesOf, isOneOf } from '../keyed';
import { notNegative, number, positive } from '../numbers';
import { isLandmarkKey } from './landmarks';
import type { LandmarkKey, Landmarks } from './landmarks';

export const point = v.strictTuple([number, number], 'is not a point [x, y]');
export const line = v.strictTuple([point, point], 'is not two points [[x, y], [x, y]]');

export const landmarks = v.pipe(
  v.custom<Record<string, unknown>>(
    (value) => typeof value === 'object' && value !== null && !Array.isArray(value),
    'must be an object of points',
  ),
  v.rawTransform(({ dataset, addIssue, NEVER }): Landmarks => {
    const at = (key: string) => ({
      type: 'object' as const,
      origin: 'value' as const,
      input: dataset.value,
      key,
      value: dataset.value[key],
    });
    for (const [key, value] of Object.entries(dataset.value)) {
      if (!isLandmarkKey(key)) {
        addIssue({ message: `${key} is not a known landmark`, path: [at(key)] });
        return NEVER;
      }
      const checked = v.safeParse(point, value);
      if (!checked.success) {
        addIssue({ message: checked.issues[0].message, path: [at(key)] });
        return NEVER;
      }
    }
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- every key and point of it was checked above
    return dataset.value as Landmarks;
  }),
);

/** Spread of single marks, pixels of the original picture: of those that were not set by hand, by name. */
export const landmarkSds = v.record(
  v.custom<LandmarkKey>((key) => isLandmarkKey(String(key)), 'is not a known landmark'),
  notNegative,
);

/** A known length in the picture: its ends, and how long it is. */
export const knownLength = v.strictObject({
  points: line,
  mm: positive,
  /** The middle of the known length, to see whether the camera stands square to it. */
  middle: v.optional(point),
});

/** What has been marked on one picture so far, in pixels of the original picture. */
export const marksInput = v.strictObject({
  matLine: v.nullable(line),
  scale: v.nullable(v.strictObject({ ...knownLength.entries, mm: v.nullable(knownLength.entries.mm) })),
  landmarks,
  /** Landmarks that cannot be seen, and why. */
  hidden: v.optional(v.record(v.string(), v.pipe(v.string(), v.maxLength(120)))),
  /** Of landmarks that were found by their sticker. */
  sdPx: v.optional(landmarkSds),
});
export type Marks = v.InferOutput<typeof marksInput>;

export const noMarks: Marks = { matLine: null, scale: null, landmarks: {} };

/** Whether the known length was marked on the mat's edge itself: it then lies as near to the lens as that. */
export function isKnownOnMatLine({ matLine, scale }: Marks): boolean {
  if (!matLine || !scale) return false;
  const [from, to] = matLine;
  const along = minus(to, from);
  const reach = length(along);
  return scale.points.every((end) => Math.abs(cross(along, minus(end, from))) < 0.004 * reach * reach);
}

/** Ends of the mat line and of the known length, and its middle. */
export const lineMarks = ['mat1', 'mat2', 'known1', 'known2', 'knownMid'] as const;
export type LineMark = (typeof lineMarks)[number];
/** Whether a text names the end of a line: of the mat, or of the known length. */
export const isLineMark = (mark: string): mark is LineMark => isOneOf(lineMarks, mark);

export type MarkId = LineMark | LandmarkKey;
/** Marks by name: landmarks, and the ends of the lines. */
export type Points = Readonly<Partial<Record<MarkId, Vec2>>>;

/** Every mark of a picture under its name. */
export function pointsOf({ matLine, scale, landmarks }: Marks): Points {
  return {
    ...(matLine ? { mat1: matLine[0], mat2: matLine[1] } : {}),
    ...(scale ? { known1: scale.points[0], known2: scale.points[1] } : {}),
    ...(scale?.middle ? { knownMid: scale.middle } : {}),
    ...landmarks,
  };
}

/** The same taken apart again; a line with one end is none, and names that are no landmarks are left out. */
export function marksFromPoints(points: Points, knownMm: number | null): Marks {
  const { mat1, mat2, known1, known2, knownMid, ...rest } = points;
  const landmarks: Partial<Record<LandmarkKey, Vec2>> = {};
  for (const [key, at] of entriesOf(rest)) if (isLandmarkKey(key)) landmarks[key] = at;
  return {
    matLine: mat1 && mat2 ? [[...mat1], [...mat2]] : null,
    scale:
      known1 && known2
        ? { points: [[...known1], [...known2]], mm: knownMm, ...(knownMid ? { middle: [...knownMid] } : {}) }
        : null,
    landmarks,
  };
}
