// What a lens does to a body: a point nearer to it is drawn larger, away from where the lens points. Undone where the
// lens's place is known, by how far each landmark usually lies from the body's middle plane.
import { entriesOf } from '../keyed';
import type { Vec2 } from '../geometry';
import { readFrame } from './frame';
import type { MeasureInput } from './input';
import { landmarkInfo, landmarkNames, sidedKey } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey, Landmarks, Side } from '../anatomy/landmarks';

/** Whether a body is seen from its side, so that left and right landmarks lie at different distances from the lens. */
export const isProfile = ({ view, position }: MeasureInput): boolean =>
  view === 'above' ? position === 'sideLying' : view === 'side';

/** Name and side of every key, looked up once. */
type Parts = { readonly name: Landmark; readonly side: Side | undefined };
const parts: ReadonlyMap<LandmarkKey, Parts> = new Map(
  landmarkNames.flatMap((name): [LandmarkKey, Parts][] => [
    [name, { name, side: undefined }],
    [sidedKey(name, 'L'), { name, side: 'L' }],
    [sidedKey(name, 'R'), { name, side: 'R' }],
  ]),
);

/**
 * The same marks as an eye infinitely far away would see them; unchanged where the lens is not known or the view is not
 * a profile. Lens: where its axis meets the picture (pixels) and its distance from the body's middle plane (mm).
 */
export function flatten(input: MeasureInput): MeasureInput {
  const { lens } = input;
  if (!lens || !isProfile(input)) return input;
  const frame = readFrame(input);
  if (!frame.ok) return input;
  const { near } = frame.value;
  const [cx, cy] = lens.axis;
  const draw = ([x, y]: Vec2, nearerMm: number): [number, number] => {
    const by = 1 - nearerMm / lens.distanceMm;
    return [cx + (x - cx) * by, cy + (y - cy) * by];
  };
  const drawAll = (landmarks: Landmarks): Landmarks => {
    const drawn: Partial<Record<LandmarkKey, Vec2>> = {};
    for (const [key, at] of entriesOf(landmarks)) {
      const { name, side } = parts.get(key) ?? { name: 'ASIS', side: undefined };
      const { depthMm } = landmarkInfo[name];
      drawn[key] = draw(at, side && side !== near ? -depthMm : depthMm);
    }
    return drawn;
  };
  const drawLine = ([a, b]: MeasureInput['matLine'], nearerMm: number): MeasureInput['matLine'] => [
    draw(a, nearerMm),
    draw(b, nearerMm),
  ];
  const [mat, rod] = [lens.matNearerMm ?? 0, lens.knownNearerMm ?? 0];
  const drawScale = (scale: NonNullable<MeasureInput['scale']>): NonNullable<MeasureInput['scale']> => ({
    ...scale,
    points: drawLine(scale.points, rod),
    ...(scale.middle ? { middle: draw(scale.middle, rod) } : {}),
  });
  const { neutral } = input;
  return {
    ...input,
    landmarks: drawAll(input.landmarks),
    matLine: drawLine(input.matLine, mat),
    ...(input.scale ? { scale: drawScale(input.scale) } : {}),
    ...(neutral
      ? {
          neutral: {
            landmarks: drawAll(neutral.landmarks),
            ...(neutral.matLine ? { matLine: drawLine(neutral.matLine, mat) } : {}),
            ...(neutral.scale ? { scale: drawScale(neutral.scale) } : {}),
          },
        }
      : {}),
  };
}
