import { findLandmarkKey } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey, Side } from '../anatomy/landmarks';
import { isLineMark } from '../anatomy/marks';
import type { MarkId } from '../anatomy/marks';
import type { View } from '../anatomy/positions';
import type { Pose } from '../body/pose';
import type { Body } from '../body/segments';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { flatEye, nearSideOf, pinhole } from '../figure/camera';
import { standingCamera } from '../figure/picture';
import { shownIn } from '../figure/true-marks';
import { minus, times } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { isOneOf } from '../keyed';
import type { ExpectedMark } from '../motion/sticker-naming';
import { bareName, isExtra, isSideLine } from './wanted';
import type { WantedMarks } from './wanted';

export type ExpectedPlace = { readonly name: MarkId; readonly landmark: Landmark; readonly at: Vec2 };

/** Where a view shows a landmark of the model, y down, the head (or face) at that end of the picture. */
type Placing = (name: MarkId, key: LandmarkKey | undefined) => ExpectedPlace[];

function placing({ landmarks }: PosedBody, headEnd: 'left' | 'right', see: (point: Vec3) => Vec2): Placing {
  return (name, key) => {
    const [landmark, point] = [bareName(name), key && landmarks[key]];
    if (!landmark || !point) return [];
    const [x, y] = see(point);
    return [{ name, landmark, at: [headEnd === 'left' ? x : -x, y] }];
  };
}

function placesOf(posed: PosedBody, view: View, wanted: WantedMarks, place: Placing): ExpectedPlace[] {
  const near: Side = nearSideOf(posed.position, view);
  return wanted.flatMap((name) => {
    const landmark = bareName(name);
    if (!landmark || isLineMark(name)) return [];
    return place(name, name === landmark ? findLandmarkKey(posed.landmarks, landmark, near) : name);
  });
}

/** Where the model has each wanted landmark in this view, mm, as from infinitely far. */
export function expectedPlaces(
  body: Body,
  pose: Pose,
  view: View,
  wanted: WantedMarks,
  headEnd: 'left' | 'right',
): ExpectedPlace[] {
  const posed = poseBody(body, pose);
  const eye = flatEye(view, 1, [0, 0]);
  return placesOf(
    posed,
    view,
    wanted,
    placing(posed, headEnd, (point) => eye.see(point).at),
  );
}

/** How likely a sticker is seen: where one is asked for, where one only sharpens, and where other views ask for it. */
const [askedLikely, extraLikely, otherLikely] = [0.85, 0.3, 0.6];

const likelihood = ({ name, landmark }: ExpectedPlace): number =>
  isSideLine(landmark) ? otherLikely : isExtra(name) ? extraLikely : askedLikely;

/** Thigh and shank swing in the plane of a picture from the side, so that they are seen at their length. */
const endsOfBones: readonly Landmark[] = ['LK', 'LM'];

/** A picture's size that leaves nothing out. */
const large = { wide: 2000, high: 2000 };

/** What is stuck on a body as a rule. */
const usual: readonly Landmark[] = ['ASIS', 'PS', 'GT', 'LK', 'LM', 'PAT', 'SN', 'LR', 'AC', 'FH', 'CH'];

/**
 * Where the model has every landmark that is likely to carry a sticker in this view, whether it is asked for or not: the more of a figure
 * is known, the surer is each of its parts.
 */
export function expectedStickers(
  body: Body,
  pose: Pose,
  view: View,
  wanted: WantedMarks,
  headEnd: 'left' | 'right',
): ExpectedMark[] {
  const posed = poseBody(body, pose);
  // Feet that stand nearer to the lens than hips look larger: as a usual camera has them, brought to mm at the pelvis.
  const eye = pinhole(standingCamera(posed.position, view, large));
  const { at: middle, perMm } = eye.see(posed.pelvis.at);
  const place = placing(posed, headEnd, (point) => times(minus(eye.see(point).at, middle), 1 / perMm));
  const asked = placesOf(posed, view, wanted, place);
  const isAsked = (key: LandmarkKey): boolean => asked.some(({ name }) => name === key || name === bareName(key));
  const others = shownIn(view, nearSideOf(posed.position, view))
    .filter((key) => !isAsked(key) && isOneOf(usual, bareName(key)))
    .flatMap((key) => place(key, key));
  const onBone = ({ landmark }: ExpectedPlace): boolean => view === 'side' && isOneOf(endsOfBones, landmark);
  return [
    ...asked.map((one) => ({ ...one, likely: likelihood(one), onBone: onBone(one) })),
    ...others.map((one) => ({ ...one, likely: otherLikely, onBone: onBone(one) })),
  ];
}
