// From errors of the marks to the error of a measure, to first order: the variance is the sum of the squared slopes times the
// variance of what they lean on (Bevington & Robinson 2003, Data Reduction and Error Analysis, 3rd ed., ch. 3).
import { radians } from '../geometry';
import type { Dual } from './dual';
import type { Frame } from './frame';
import { depthMm, findingSdMm, nearness } from './mark-table';
import type { Unit } from './rules';

export type Measure = {
  readonly value: number;
  readonly unit: Unit;
  /** Standard error from marking alone: for comparing pictures of one unmoved set-up. */
  readonly seWithin: number;
  /** Standard error with finding the points again and an unknown camera height; needs a scale. */
  readonly seBetween?: number;
};

/** Of a look: spread of marking in pixels, and the camera's elevation with its spread in radians. */
export type Errors = { readonly sdPx: number; readonly elevation: number; readonly elevationSd: number };

/** How well a careful person who measured it knows the camera's elevation, and how well it is guessed, degrees. */
const knownElevationSdDeg = 0.7;
const guessedElevationSdDeg = 2;

/** Errors of a picture: of a mark, px; of the camera's elevation, radians, as measured, as told, or as guessed. */
export function errorsOf(
  markingSdPx: number,
  elevationDeg: number | undefined,
  givenSdDeg: number | undefined,
): Errors {
  const sdDeg = givenSdDeg ?? (elevationDeg === undefined ? guessedElevationSdDeg : knownElevationSdDeg);
  return { sdPx: markingSdPx, elevation: radians(elevationDeg ?? 0), elevationSd: radians(sdDeg) };
}

/** What the marks of one picture put into a value: its slopes in them, and in which slots they are. */
export type Share = { readonly dual: Dual; readonly slots: readonly number[]; readonly frame: Frame };

/** Variances of marking and of finding the points again; and what a radian of camera elevation would add. */
type Parts = { variance: number; finding: number; elevated: number };

function addParts(parts: Parts, { dual, slots, frame }: Share, sdPx: number, inProfile: boolean): void {
  const { slopes } = dual;
  const { near, up, mmPerPx = Number.NaN } = frame;
  for (let i = 0; i < slots.length; i += 1) {
    const slot = slots[i] ?? 0;
    const [x, y] = [slopes[2 * i] ?? 0, slopes[2 * i + 1] ?? 0];
    const steep = x * x + y * y;
    const found = (findingSdMm[slot] ?? 0) / mmPerPx;
    parts.variance += steep * sdPx * sdPx;
    parts.finding += steep * found * found;
    if (inProfile) parts.elevated += ((x * up[0] + y * up[1]) * nearness(slot, near) * (depthMm[slot] ?? 0)) / mmPerPx;
  }
}

export type Computed = {
  readonly value: number;
  /** Of this picture, then of the set-up where it is compared with it. */
  readonly shares: readonly [Share, ...Share[]];
  /** What the formula itself leaves out: spread within and between set-ups. */
  readonly model: readonly [within: number, between: number] | undefined;
  /** Whether left and right landmarks lie at different distances from the lens. */
  readonly inProfile: boolean;
};

/** A measure with both its errors; in degrees, mm or plain as `unit` says. */
export function withErrors(
  { value, shares, model = [0, 0], inProfile }: Computed,
  { report, unit }: { readonly report?: (signed: number) => number; readonly unit: Unit },
  { sdPx, elevation, elevationSd }: Errors,
): Measure {
  const parts: Parts = { variance: 0, finding: 0, elevated: 0 };
  for (const share of shares) addParts(parts, share, sdPx, inProfile);
  const { variance, finding, elevated } = parts;
  const [{ dual, frame }] = shares;
  const { mmPerPx, matLengthPx } = frame;
  const corrected = mmPerPx ? value + elevated * elevation : value;
  const reported = report ? report(corrected) : corrected;
  const seWithin = Math.sqrt(variance + model[0] ** 2);
  if (!mmPerPx) return { value: reported, unit, seWithin };
  const matSd = (Math.SQRT2 * sdPx) / matLengthPx;
  const between = variance + finding + (elevated * elevationSd) ** 2 + (dual.turn * matSd) ** 2 + model[1] ** 2;
  return { value: reported, unit, seWithin, seBetween: Math.sqrt(between) };
}
