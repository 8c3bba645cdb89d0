// A body in a room as the trainer shows it, and what two marks on such a picture say of its pelvis.
import { mean, sampleVariance } from 'simple-statistics';
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

/** The picture that a figure is shown in. */
function sizeOf({ figure }: Pick<Question, 'figure'>): Room['size'] | undefined {
  const pose = figure.frames.at(-1);
  return pose && roomOf(poseBody(figure.body, pose), figure.view).size;
}

/** What is kept of a reading: of marks the tilt that they tell. Undefined where they tell none, as on one place. */
export function ratingOf(question: Question, reading: Reading): RatingValue | undefined {
  if ('deg' in reading) return reading;
  const [first, second] = reading.points;
  const size = sizeOf(question);
  if (!first || !second || !size || (first[0] === second[0] && first[1] === second[1])) return undefined;
  const { wide } = size;
  const inPx = ([x, y]: readonly [number, number]): Vec2 => [x * wide, y * wide];
  const deg = degOfMarks(question, [inPx(first), inPx(second)]);
  return deg === undefined ? undefined : { deg, points: reading.points };
}

/** How far apart several set one mark, mm. */
export type Spread = { readonly name: string; readonly mm: number };

/**
 * How far several people's marks of each place lie apart over all pictures: root of the mean variance, each axis, mm. `read`: what each of
 * them read, picture by picture; marks in shares of each picture's own width.
 */
export function spreadOfMarks(
  pictures: readonly Pick<Question, 'figure'>[],
  read: readonly (readonly RatingValue[])[],
): Spread[] {
  return markedPlaces.map((name, k) => {
    const variances = pictures.flatMap((question, place) => {
      const wide = sizeOf(question)?.wide;
      const mmPerPx = trueMarksOf(question)[k]?.mmPerPx;
      const set = read.flatMap((values) => {
        const point = values[place]?.points?.[k];
        return point ? [point] : [];
      });
      if (wide === undefined || mmPerPx === undefined || set.length < 2) return [];
      return [0, 1].map((axis) => sampleVariance(set.map((point) => (point[axis] ?? 0) * wide * mmPerPx)));
    });
    return { name: markedNames[name], mm: variances.length > 0 ? Math.sqrt(mean(variances)) : 0 };
  });
}
