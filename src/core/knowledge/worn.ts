// What the drawn client of the simulated camera wears.
import { findLandmarkKey } from '../anatomy/landmarks';
import type { LandmarkKey } from '../anatomy/landmarks';
import { isLineMark } from '../anatomy/marks';
import type { View } from '../anatomy/positions';
import type { PosedBody } from '../body/skeleton';
import { nearSideOf } from '../figure/camera';
import { bareName, isExtra, isSideLine } from './wanted';
import type { WantedMarks } from './wanted';

/** Landmarks of the side toward the lens, by their names; from the ends each has its own. */
export const wornKeys = (worn: WantedMarks, { position, landmarks }: PosedBody, view: View): LandmarkKey[] =>
  worn.flatMap((name) => {
    if (isLineMark(name)) return [];
    const landmark = bareName(name);
    if (!landmark || (isExtra(name) && !isSideLine(landmark))) return [];
    return (name === landmark ? findLandmarkKey(landmarks, landmark, nearSideOf(position, view)) : name) ?? [];
  });

/** The same with the strip on the pelvis, which tells its tilt whatever it rolls: worn where a set is filmed from the side. */
export function wornInFilms(worn: WantedMarks, body: PosedBody, view: View): LandmarkKey[] {
  const near = nearSideOf(body.position, view);
  const strip = (['STF', 'STB'] as const).flatMap((name) => findLandmarkKey(body.landmarks, name, near) ?? []);
  return [...wornKeys(worn, body, view), ...(view === 'side' ? strip : [])];
}
