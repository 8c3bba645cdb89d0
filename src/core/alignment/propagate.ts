// From errors of the marks to the error of a measure, to first order: the variance is the sum of the squared slopes times the
// variance of what they lean on (Bevington & Robinson 2003, Data Reduction and Error Analysis, 3rd ed., ch. 3).
import { radians } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Moved } from '../anatomy/landmarks';
import type { Dual } from './dual';
import type { Frame } from './frame';
import type { MeasureInput } from './input';
import { unknownShare } from './lens';
import type { Lens } from './lens';
import { findingSdMm, nearerMm } from './mark-table';
import type { SdTable } from './mark-table';
import type { MeasureRule, Unit } from './rules';
import { slipSdMm } from './slip';

export type Measure = {
  readonly value: number;
  readonly unit: Unit;
  /** Standard error within one unmoved set-up: of marking and, beside a set-up picture, of what slips and rolls since. */
  readonly seWithin: number;
  /** Standard error with finding the points again and an unknown camera height; needs a scale. */
  readonly seBetween?: number;
};

/** Of a look: spread of marking in pixels, the camera's elevation with its spread in radians, and its lens. */
export type Errors = {
  readonly sdPx: number;
  readonly elevation: number;
  readonly elevationSd: number;
  /** What is not known of the lens' distance, as a share of it. */
  readonly distanceShare: number;
  /** Absent where left and right landmarks lie equally far from it. */
  readonly lens: Lens | undefined;
};

/** How well a careful person who measured it knows the camera's elevation, and how well it is guessed, degrees. */
const knownElevationSdDeg = 0.7;
const guessedElevationSdDeg = 2;

/** Errors of a picture: of a mark, px; of the camera's elevation, radians, as measured, as told, or as guessed. */
export function errorsOf(
  { markingSdPx, lens: told, cameraElevationDeg, cameraElevationSdDeg }: MeasureInput,
  lens: Lens | undefined,
): Errors {
  const elevationDeg = told?.elevationDeg ?? cameraElevationDeg;
  const sdDeg = cameraElevationSdDeg ?? (elevationDeg === undefined ? guessedElevationSdDeg : knownElevationSdDeg);
  return {
    sdPx: markingSdPx,
    elevation: radians(elevationDeg ?? 0),
    elevationSd: radians(sdDeg),
    distanceShare: unknownShare[told ? 'told' : 'usual'],
    lens,
  };
}

/** What the marks of one picture put into a value: its slopes in them, and in which slots they are. */
export type Share = {
  readonly dual: Dual;
  readonly slots: readonly number[];
  readonly points: readonly Vec2[];
  readonly frame: Frame;
  readonly sdsPx: SdTable | undefined;
};

/**
 * Variances of marking, of slip, and of finding the points again; what a radian of camera elevation would add, and what
 * the lens' distance has taken off.
 */
type Parts = { variance: number; slip: number; finding: number; elevated: number; drawnBack: number };

function addParts(
  parts: Parts,
  { dual, slots, points, frame, sdsPx }: Share,
  { sdPx, lens }: Errors,
  moved: Moved | undefined,
): void {
  const { slopes } = dual;
  const { near, up, mmPerPx = Number.NaN } = frame;
  for (let i = 0; i < slots.length; i += 1) {
    const slot = slots[i] ?? 0;
    const [x, y] = [slopes[2 * i] ?? 0, slopes[2 * i + 1] ?? 0];
    const steep = x * x + y * y;
    const found = (findingSdMm[slot] ?? 0) / mmPerPx;
    const marked = sdsPx?.[slot] ?? sdPx;
    parts.variance += steep * marked * marked;
    if (moved) parts.slip += steep * (slipSdMm(slot, moved) / mmPerPx) ** 2;
    parts.finding += steep * found * found;
    const point = points[i];
    if (!lens || !point) continue;
    const nearer = nearerMm[near][slot] ?? 0;
    parts.elevated += ((x * up[0] + y * up[1]) * nearer) / mmPerPx;
    parts.drawnBack += ((x * (point[0] - lens.axis[0]) + y * (point[1] - lens.axis[1])) * nearer) / lens.distanceMm;
  }
}

export type Computed = {
  readonly value: number;
  /** Of this picture, then of the set-up where it is compared with it. */
  readonly shares: readonly [Share, ...Share[]];
  /** What the formula itself leaves out: spread within and between set-ups. */
  readonly model: readonly [within: number, between: number] | undefined;
  /** What has moved since the set-up; absent where there is none to compare with. */
  readonly moved: Moved | undefined;
  /** The roll since the set-up, where it is known. */
  readonly rolled: Rolled | undefined;
};

/** A roll as one sees it in profile: + when it lifts the near hip bone toward the belly side. */
type Rolled = { readonly value: number; readonly se: number };

/** How much more or less than usual a degree of roll reads as, from body to body: a share of it. A convention. */
const perRollShare = 0.2;

/** What is taken off for the roll since the set-up, and what of it remains, degrees. */
function rollIn(perRollDeg: number, lens: Lens | undefined, known: Rolled | undefined): { off: number; sd: number } {
  if (!lens) return { off: 0, sd: 0 };
  if (!known) return { off: 0, sd: perRollDeg * rollSdDeg };
  const off = perRollDeg < 1 ? 0 : perRollDeg * known.value;
  return { off, sd: Math.hypot(perRollDeg * known.se, perRollShare * off) };
}

/** How far the pelvis rolls unnoticed: between two moments of a hold, and as people lie down. Degrees, a convention. */
const rollSdDeg = 2;

/** A measure with both its errors; in degrees, mm or plain as `unit` says. */
export function withErrors(
  { value, shares, model = [0, 0], moved, rolled }: Computed,
  { report, unit, perRollDeg = 0 }: Pick<MeasureRule, 'report' | 'unit' | 'perRollDeg'>,
  errors: Errors,
): Measure {
  const { sdPx, elevation, elevationSd, distanceShare, lens } = errors;
  const parts: Parts = { variance: 0, slip: 0, finding: 0, elevated: 0, drawnBack: 0 };
  let slips = moved; // this picture's marks, from where the set-up has them
  for (const share of shares) {
    addParts(parts, share, errors, slips);
    slips = undefined;
  }
  const { slip, finding, elevated } = parts;
  const variance = parts.variance + (parts.drawnBack * distanceShare) ** 2;
  const since = rollIn(perRollDeg, lens, moved && rolled);
  const anyRoll = lens ? (perRollDeg * rollSdDeg) ** 2 : 0;
  const [{ dual, frame }] = shares;
  const { mmPerPx, matLengthPx } = frame;
  const corrected = (mmPerPx ? value + elevated * elevation : value) - since.off;
  const reported = report ? report(corrected) : corrected;
  const sinceSetUp = moved ? (mmPerPx ? slip : 0) + since.sd ** 2 : 0;
  // Against the set-up, what a camera that looks down adds cancels as far as the body lies as it lay; where it has turned it does not.
  const turned = mmPerPx && shares.length > 1 ? (elevated * elevationSd) ** 2 : 0;
  const seWithin = Math.sqrt(variance + sinceSetUp + turned + model[0] ** 2);
  if (!mmPerPx) return { value: reported, unit, seWithin };
  const matSd = (Math.SQRT2 * sdPx) / matLengthPx;
  const between =
    variance + finding + (elevated * elevationSd) ** 2 + (dual.turn * matSd) ** 2 + anyRoll + model[1] ** 2;
  return { value: reported, unit, seWithin, seBetween: Math.sqrt(between) };
}
