// How a picture was taken: which way the client lies in it, and where the camera stood as far as that was measured.
import * as v from 'valibot';
import { degrees } from '../geometry';
import type { Vec2 } from '../geometry';
import { isUpright } from '../anatomy/positions';
import type { MeasureInput } from './input';
import type { Position, View } from '../anatomy/positions';

const lengthMm = (least: number, most: number) =>
  v.pipe(
    v.number('is not a number'),
    v.minValue(least, `must be at least ${least} mm`),
    v.maxValue(most, `must be at most ${most} mm`),
  );

export const settingInput = v.strictObject({
  /** Where the head is; in upright positions, where the client faces. */
  headEnd: v.picklist(['left', 'right']),
  bellySide: v.optional(v.picklist(['up', 'down'])),
  /**
   * A picture from an end of the mat: taken in the same unbroken hold as the one from the side, so that its roll is that one's.
   * From the side: the roll by hand was read in this hold.
   */
  sameHold: v.optional(v.boolean()),
  /** Lens above the mat, and from the client's middle. */
  lensHeightMm: v.optional(lengthMm(0, 4000)),
  lensDistanceMm: v.optional(lengthMm(500, 20_000)),
});
export type Setting = v.InferOutput<typeof settingInput>;

export type PictureSize = { readonly width: number; readonly height: number };

/** Height of the pelvis' middle above the mat in each position, for a body of middle size, mm. */
const pelvisHeightMm: Readonly<Record<Position, number>> = {
  supine: 110,
  prone: 90,
  sideLying: 180,
  fourPoint: 420,
  frontSupport: 380,
  sitting: 560,
  kneeling: 430,
  standing: 880,
};

/** Half a mat's width: how much nearer its edge lies than the client's middle; and a rod laid on it beside her. */
const matNearerMm = 305;
const rodNearerMm = 245;

/** What a camera looks at: how the client lies, where her pelvis is in the picture, and its scale. */
export type Aim = {
  readonly position: Position;
  readonly view: View;
  readonly pelvis?: Vec2 | undefined;
  readonly mmPerPx?: number | undefined;
  /** The known length lies on the mat's edge, not on the mat. */
  readonly isKnownOnEdge?: boolean;
};

/** What the picture's lens does, where its distance was measured; and, where its height was too, how far it looks down. */
export function cameraOf(
  { lensHeightMm, lensDistanceMm }: Setting,
  { width, height }: PictureSize,
  { position, view, pelvis, mmPerPx, isKnownOnEdge }: Aim,
): Pick<MeasureInput, 'lens' | 'cameraElevationDeg'> {
  if (lensDistanceMm === undefined) return {};
  const lens: MeasureInput['lens'] = {
    axis: [width / 2, height / 2],
    distanceMm: lensDistanceMm,
    ...(view === 'side' ? { matNearerMm, knownNearerMm: isKnownOnEdge ? matNearerMm : rodNearerMm } : {}),
  };
  if (lensHeightMm === undefined || view !== 'side' || !pelvis || !mmPerPx) return { lens };
  // A lens that is higher but level sees the pelvis below the middle of the picture; what is left over, it looks down.
  const below = (pelvis[1] - height / 2) * mmPerPx;
  const elevation = degrees(Math.atan((lensHeightMm - pelvisHeightMm[position] - below) / lensDistanceMm));
  return { lens, cameraElevationDeg: elevation };
}

/** Direction fields of `measure` for a picture of this position. */
export const directionsOf = (
  { headEnd, bellySide }: Setting,
  position: Position,
): Pick<MeasureInput, 'headEnd' | 'facing' | 'bellySide'> => ({
  ...(isUpright(position) ? { facing: headEnd } : { headEnd }),
  ...(bellySide ? { bellySide } : {}),
});
