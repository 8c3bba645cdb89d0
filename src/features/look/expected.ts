import { findLandmarkKey } from '@/core/anatomy/landmarks';
import type { Side } from '@/core/anatomy/landmarks';
import type { ExpectedMark } from '@/core/motion/sticker-naming';
import type { View } from '@/core/anatomy/positions';
import type { Pose } from '@/core/body/pose';
import type { Body } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import { flatEye, nearSideOf } from '@/core/figure/camera';
import type { Vec2 } from '@/core/geometry';
import { bareName, isExtra } from './wanted';
import { isLineMark } from '@/core/anatomy/marks';
import type { WantedMarks } from './wanted';

/** Where the model has each wanted landmark in this view, y down, the head (or face) at that end of the picture. */
export function expectedPlaces(
  body: Body,
  pose: Pose,
  view: View,
  wanted: WantedMarks,
  headEnd: 'left' | 'right',
): ExpectedMark[] {
  const posed = poseBody(body, pose);
  const eye = flatEye(view, 1, [0, 0]);
  const near: Side = nearSideOf(posed.position, view);
  return wanted.flatMap((name) => {
    const landmark = bareName(name);
    if (!landmark || isLineMark(name)) return [];
    const key = name === landmark ? findLandmarkKey(posed.landmarks, landmark, near) : name;
    const point = key && posed.landmarks[key];
    if (!point) return [];
    const [x, y] = eye.see(point).at;
    const at: Vec2 = [headEnd === 'left' ? x : -x, y];
    return [{ name, landmark, at, isExtra: isExtra(name) }];
  });
}
