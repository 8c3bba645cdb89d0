import { keysOf, recordOf } from '../keyed';
import type { Vec2 } from '../geometry';

/** How far skin slips over the bone between two moments, mm: at rest, and what more for each 90° that a joint beside it moves. */
export type Slip = readonly [rest: number] | readonly [rest: number, per90: number, joint: Joint];
/** Joints whose bend carries skin along. */
export const joints = ['hip', 'knee', 'arm'] as const;
export type Joint = (typeof joints)[number];

/**
 * Body points that a picture can carry. `findingSdMm`: spread of finding the point again by touch, per axis;
 * `depthMm`: how far it lies from the body's middle plane, toward the side it is on; `slipMm` (conventions, after the order of size that
 * soft-tissue studies report; of what they name none for, as of the part it lies on).
 */
export const landmarkInfo = {
  ASIS: { name: 'front hip bone', findingSdMm: 6, depthMm: 120, slipMm: [2, 6, 'hip'] },
  PSIS: { name: 'back hip dimple', findingSdMm: 8, depthMm: 45, slipMm: [2] },
  PS: { name: 'pubic bone', findingSdMm: 8, depthMm: 0, slipMm: [2] },
  GT: { name: 'outer hip (greater trochanter)', findingSdMm: 8, depthMm: 165, slipMm: [3, 17, 'hip'] },
  LK: { name: 'outer knee', findingSdMm: 4, depthMm: 140, slipMm: [3, 9, 'knee'] },
  LM: { name: 'outer ankle', findingSdMm: 4, depthMm: 120, slipMm: [3] },
  TOE: { name: 'toe', findingSdMm: 4, depthMm: 100, slipMm: [3] },
  LR: { name: 'front lower rib margin', findingSdMm: 8, depthMm: 90, slipMm: [2] },
  SN: { name: 'notch above the breastbone', findingSdMm: 6, depthMm: 0, slipMm: [2] },
  XP: { name: 'tip of the breastbone', findingSdMm: 8, depthMm: 0, slipMm: [2] },
  AC: { name: 'top of the shoulder', findingSdMm: 4, depthMm: 180, slipMm: [3, 8, 'arm'] },
  EL: { name: 'elbow', findingSdMm: 4, depthMm: 190, slipMm: [3] },
  WR: { name: 'wrist', findingSdMm: 4, depthMm: 175, slipMm: [3] },
  TR: { name: 'ear (tragus)', findingSdMm: 4, depthMm: 75, slipMm: [2] },
  FH: { name: 'forehead', findingSdMm: 4, depthMm: 0, slipMm: [2] },
  CH: { name: 'chin', findingSdMm: 4, depthMm: 0, slipMm: [2] },
  C7: { name: 'base of the neck (C7)', findingSdMm: 7, depthMm: 0, slipMm: [2] },
  T6: { name: 'mid-back (T6)', findingSdMm: 7, depthMm: 0, slipMm: [2] },
  T12: { name: 'lowest rib level (T12)', findingSdMm: 7, depthMm: 0, slipMm: [2] },
  L3: { name: 'low back (L3)', findingSdMm: 7, depthMm: 0, slipMm: [2] },
  S2: { name: 'sacrum (S2)', findingSdMm: 7, depthMm: 0, slipMm: [2] },
  PAT: { name: 'kneecap', findingSdMm: 4, depthMm: 90, slipMm: [3, 9, 'knee'] },
  HEEL: { name: 'heel', findingSdMm: 4, depthMm: 90, slipMm: [3] },
  SEAT: { name: 'sit bone', findingSdMm: 10, depthMm: 60, slipMm: [2] },
  STF: { name: 'front sticker of the pelvis strip', findingSdMm: 8, depthMm: 148, slipMm: [2] },
  STB: { name: 'back sticker of the pelvis strip', findingSdMm: 8, depthMm: 162, slipMm: [2] },
  SL1: { name: 'side line: outer hip', findingSdMm: 8, depthMm: 165, slipMm: [3, 17, 'hip'] },
  SL2: { name: 'side line: crest of the hip bone', findingSdMm: 8, depthMm: 145, slipMm: [3] },
  SL3: { name: 'side line: lowest rib', findingSdMm: 8, depthMm: 135, slipMm: [3] },
  SL4: { name: 'side line: ribs beside the tip of the breastbone', findingSdMm: 8, depthMm: 145, slipMm: [3] },
  SL5: { name: 'side line: below the armpit', findingSdMm: 8, depthMm: 150, slipMm: [3, 8, 'arm'] },
  SL7: { name: 'side line: ear', findingSdMm: 4, depthMm: 75, slipMm: [2] },
} as const satisfies Record<string, { name: string; findingSdMm: number; depthMm: number; slipMm: Slip }>;

export type Landmark = keyof typeof landmarkInfo;
export type LandmarkKey = Landmark | `${Landmark}_L` | `${Landmark}_R`;
export const sides = ['L', 'R'] as const;
export type Side = (typeof sides)[number];

/** Degrees that the joints of each side have moved by. */
export type Moved = Readonly<Record<Side, Readonly<Record<Joint, number>>>>;

/** Marked points in pixels of the original picture, y down. */
export type Landmarks = Readonly<Partial<Record<LandmarkKey, Vec2>>>;

export const landmarkNames: readonly Landmark[] = keysOf(landmarkInfo);

const keys = new Set<string>(landmarkNames.flatMap((name) => [name, `${name}_L`, `${name}_R`]));
/** Whether a text names a landmark, bare or with its side. */
export const isLandmarkKey = (key: string): key is LandmarkKey => keys.has(key);

type Keys = Readonly<Record<'bare' | Side, LandmarkKey>>;
const keysByName: Readonly<Record<Landmark, Keys>> = recordOf(landmarkNames, (name): Keys => ({
  bare: name,
  L: `${name}_L`,
  R: `${name}_R`,
}));

/** The key under which a landmark of one side goes. */
export const sidedKey = (name: Landmark, side: Side): LandmarkKey => keysByName[name][side];

/** Where `name` is to be found: unsided if given, else the side nearer the eye, else the other. */
export function findLandmarkKey(
  landmarks: Readonly<Partial<Record<LandmarkKey, unknown>>>,
  name: Landmark,
  near: Side,
): LandmarkKey | undefined {
  const keys = keysByName[name];
  if (landmarks[keys.bare]) return keys.bare;
  if (landmarks[keys[near]]) return keys[near];
  const far = keys[near === 'L' ? 'R' : 'L'];
  return landmarks[far] ? far : undefined;
}

/** The marked point for `name`, as `findLandmarkKey` finds it. */
export function findLandmark(
  landmarks: Landmarks,
  name: Landmark,
  near: Side,
): { key: LandmarkKey; at: Vec2 } | undefined {
  const key = findLandmarkKey(landmarks, name, near);
  const at = key && landmarks[key];
  return at && { key, at };
}

/** Three marks that show a joint's bend, the joint in the middle; the first that are marked count. */
export const bendShownBy: Readonly<Record<Joint, readonly (readonly [Landmark, Landmark, Landmark])[]>> = {
  hip: [
    ['AC', 'GT', 'LK'],
    ['ASIS', 'GT', 'LK'],
    ['AC', 'GT', 'LM'],
  ],
  knee: [['GT', 'LK', 'LM']],
  arm: [
    ['GT', 'AC', 'EL'],
    ['GT', 'AC', 'WR'],
  ],
};
