// A body in a room as the trainer shows it, and what two marks on such a picture say of its pelvis.
import { isUpright } from '../anatomy/positions';
import { findLandmarkKey } from '../anatomy/landmarks';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { nearSideOf, pinhole } from '../figure/camera';
import type { Camera } from '../figure/camera';
import { standingCamera } from '../figure/picture';
import { degrees } from '../geometry';
import type { Vec2 } from '../geometry';
import type { View } from '../anatomy/positions';
import { risesAt, truthLines } from './lines';
import type { Line } from './lines';
import type { Question, RatingValue, Reading } from './question';

const lyingSize = { wide: 1280, high: 640 } as const;
const uprightSize = { wide: 800, high: 960 } as const;

export type Room = { readonly size: { readonly wide: number; readonly high: number }; readonly camera: Camera };

/** The room that a body is shown in, and the lens that sees it. */
export function roomOf(posed: PosedBody, view: View): Room {
  const size = isUpright(posed.position) ? uprightSize : lyingSize;
  return { size, camera: standingCamera(posed.position, view, size, [posed]) };
}

/** What raters mark: the two ends of the pelvis' line. */
export const markedPlaces = ['PS', 'ASIS'] as const;
export const markedNames: Readonly<Record<(typeof markedPlaces)[number], string>> = {
  PS: 'pubic bone',
  ASIS: 'front hip bone',
};

/** Degrees by which a line rises toward the picture's right. */
const riseOf = ([[x1, y1], [x2, y2]]: Line): number =>
  x2 >= x1 ? degrees(Math.atan2(y1 - y2, x2 - x1)) : degrees(Math.atan2(y2 - y1, x1 - x2));

/** Tilt from level that two marks tell, degrees; `points` in pixels of the picture as it is made, head at the left. */
export function degOfMarks({ figure, asked }: Question, points: readonly [Vec2, Vec2]): number | undefined {
  const pose = figure.frames.at(-1);
  if (!pose || asked.kind !== 'tilt') return undefined;
  const posed = poseBody(figure.body, pose);
  const { see } = pinhole(roomOf(posed, figure.view).camera);
  const vantage = { position: posed.position, view: figure.view, headEnd: 'left' } as const;
  const lines = truthLines(posed, asked, vantage, { truthDeg: asked.truthDeg }, (point) => see(point).at);
  if (!lines) return undefined;
  const turned = riseOf([points[0], points[1]]) - riseOf(lines.level);
  return risesAt(asked.block, vantage) * (((turned + 270) % 180) - 90);
}

/** Where the marked places truly are, and millimetres a pixel there. */
export function trueMarksOf({
  figure,
}: Pick<Question, 'figure'>): readonly { readonly at: Vec2; readonly mmPerPx: number }[] {
  const pose = figure.frames.at(-1);
  if (!pose) return [];
  const posed = poseBody(figure.body, pose);
  const { see } = pinhole(roomOf(posed, figure.view).camera);
  return markedPlaces.flatMap((name) => {
    const key = findLandmarkKey(posed.landmarks, name, nearSideOf(posed.position, figure.view));
    const point = key && posed.landmarks[key];
    if (!point) return [];
    const { at, perMm } = see(point);
    return [{ at, mmPerPx: 1 / perMm }];
  });
}

/** What is kept of a reading: of marks the tilt that they tell. Undefined where they tell none, as on one place. */
export function ratingOf(question: Question, reading: Reading): RatingValue | undefined {
  if ('deg' in reading) return reading;
  const [first, second] = reading.points;
  const pose = question.figure.frames.at(-1);
  if (!first || !second || !pose || (first[0] === second[0] && first[1] === second[1])) return undefined;
  const { wide } = roomOf(poseBody(question.figure.body, pose), question.figure.view).size;
  const inPx = ([x, y]: readonly [number, number]): Vec2 => [x * wide, y * wide];
  const deg = degOfMarks(question, [inPx(first), inPx(second)]);
  return deg === undefined ? undefined : { deg, points: reading.points };
}
