// The pictures of a look: each measured with what holds of its marks, beside the set-up from the same place.
import { isKnownOnMatLine } from '../anatomy/marks';
import type { Marks } from '../anatomy/marks';
import { isLandmarkKey } from '../anatomy/landmarks';
import type { Landmarks } from '../anatomy/landmarks';
import type { Position, View } from '../anatomy/positions';
import type { MeasureInput } from '../alignment/input';
import { measure } from '../alignment/measure';
import type { MeasureOutput } from '../alignment/measure';
import { cameraOf, directionsOf } from '../alignment/setting';
import type { PictureSize, Setting } from '../alignment/setting';
import { middle } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Failure } from '../result';

/** Spread of marks set by hand, in pixels of the picture as it is shown. */
export const handMarkingSdPx = 1.5;

/** The same in pixels of the original, of which a large picture is kept and shown smaller. `own`: this instructor's. */
export const markingSdFor = (
  { width, originalWidth }: { readonly width: number; readonly originalWidth: number },
  own: number = handMarkingSdPx,
): number => own * Math.max(1, originalWidth / width);

export type MarkedPicture = {
  readonly marks: Marks;
  readonly markingSdPx: number;
  readonly setting: Setting;
  readonly size: PictureSize;
};

export type ReadPicture =
  | { readonly state: 'unmarked'; readonly lacks: 'picture' | 'matLine' }
  | { readonly state: 'wrong'; readonly error: Failure }
  /** `wrong`: marks that cannot be right; what they belong to was left out of the measuring. */
  | { readonly state: 'read'; readonly measured: MeasureOutput; readonly wrong?: Failure };

/** Measures a picture; where marks cannot be right, says so and measures with what is left. */
function measureWhatHolds(input: MeasureInput, wrong?: Failure): ReadPicture {
  const measured = measure(input);
  if (measured.ok) return { state: 'read', measured: measured.value, ...(wrong ? { wrong } : {}) };
  const [, inSetUp, key] = /^(neutral\.)?landmarks\.(\w+)$/.exec(measured.error.path) ?? [];
  if (!key || !isLandmarkKey(key)) return { state: 'wrong', error: measured.error };
  const without = ({ [key]: _, ...rest }: Landmarks): Landmarks => rest;
  const left: MeasureInput =
    inSetUp && input.neutral
      ? { ...input, neutral: { ...input.neutral, landmarks: without(input.neutral.landmarks) } }
      : { ...input, landmarks: without(input.landmarks) };
  return measureWhatHolds(left, wrong ?? measured.error);
}

/** Where the pelvis is in a picture, and its scale, as far as both are marked. */
function pelvisOf({ scale: known, landmarks: marked }: Marks): { at: Vec2 | undefined; mmPerPx: number | undefined } {
  const of = (name: 'ASIS' | 'GT'): Vec2 | undefined => marked[name] ?? marked[`${name}_R`] ?? marked[`${name}_L`];
  const [front, hip] = [of('ASIS'), of('GT')];
  const at = front && hip ? middle(front, hip) : (hip ?? front);
  const px = known ? Math.hypot(known.points[0][0] - known.points[1][0], known.points[0][1] - known.points[1][1]) : 0;
  return { at, mmPerPx: known?.mm && px > 0 ? known.mm / px : undefined };
}

const knownLength = ({ scale }: Marks) => (scale?.mm ? { scale: { ...scale, mm: scale.mm } } : {});

/** Marks of the set-up as `measure` takes them; nothing where none are set. */
function asNeutral(setup: MarkedPicture | undefined): Pick<MeasureInput, 'neutral'> {
  if (!setup || Object.keys(setup.marks.landmarks).length === 0) return {};
  const { landmarks, matLine, sdPx } = setup.marks;
  return {
    neutral: {
      landmarks,
      ...(matLine ? { matLine } : {}),
      ...knownLength(setup.marks),
      ...(sdPx ? { landmarkSdPx: sdPx } : {}),
    },
  };
}

/** How the body lies in the pictures of a look. */
export type Lying = { readonly position: Position; readonly trunk: 'inclined' | 'level' };

/** How the body lies, and how far its joints have moved since the set-up, by what the exercise does. */
export type Doing = Lying & Pick<MeasureInput, 'movedDeg' | 'rolledDeg'>;

/** A picture measured, beside the set-up's from the same place. */
export function readPicture(
  { position, trunk, movedDeg, rolledDeg }: Doing,
  view: View,
  picture: MarkedPicture | undefined,
  setup: MarkedPicture | undefined,
): ReadPicture {
  if (!picture) return { state: 'unmarked', lacks: 'picture' };
  const { marks, setting, size, markingSdPx } = picture;
  if (!marks.matLine) return { state: 'unmarked', lacks: 'matLine' };
  const pelvis = pelvisOf(marks);
  return measureWhatHolds({
    position,
    view,
    trunk,
    ...directionsOf(setting, position),
    matLine: marks.matLine,
    ...knownLength(marks),
    landmarks: marks.landmarks,
    ...(marks.sdPx ? { landmarkSdPx: marks.sdPx } : {}),
    ...asNeutral(setup),
    ...(movedDeg ? { movedDeg } : {}),
    ...(rolledDeg ? { rolledDeg } : {}),
    markingSdPx,
    ...cameraOf(setting, size, {
      position,
      view,
      pelvis: pelvis.at,
      mmPerPx: pelvis.mmPerPx,
      isKnownOnEdge: isKnownOnMatLine(marks),
    }),
  });
}
