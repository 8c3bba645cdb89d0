import { distance, dot, radians } from '../geometry';
import type { Vec2 } from '../geometry';
import { failure, success } from '../result';
import type { Failure, Result } from '../result';
import { alongTrunk, readFrame, turnFrame } from './frame';
import type { Frame } from './frame';
import type { MeasureInput } from './input';
import { findLandmark, landmarkInfo } from './landmarks';
import type { Landmark, LandmarkKey, Landmarks } from './landmarks';
import { measureRules } from './rules';
import type { MeasureRule, PictureFrames, Unit } from './rules';

export type Measure = {
  readonly value: number;
  readonly unit: Unit;
  /** Standard error from marking alone: for comparing pictures of one unmoved set-up. */
  readonly seWithin: number;
  /** Standard error with finding the points again and an unknown camera height; needs a scale. */
  readonly seBetween?: number;
};

export type Warning = { readonly code: string; readonly message: string; readonly landmarks?: readonly LandmarkKey[] };

export type MeasureOutput = {
  readonly measures: Readonly<Record<string, Measure>>;
  /** For each measure that this view can show but the marks don't allow: what it still needs. */
  readonly missing: Readonly<Record<string, readonly string[]>>;
  readonly warnings: readonly Warning[];
};

const matTiltWarnDeg = 10;
/** Nearer than this many marking errors, two points give no direction. */
const coincideSds = 2;
const step = 0.05; // px, for the numeric gradient

type Marked = { readonly key: LandmarkKey; readonly name: Landmark; readonly at: Vec2 };
type Picture = { readonly landmarks: Landmarks; readonly frame: Frame; readonly path: string };

/** The marks a rule needs from one picture, or the names of those that are missing. */
function gather(rule: MeasureRule, picture: Picture): { found: Marked[]; lacking: string[] } {
  const found: Marked[] = [];
  const lacking: string[] = [];
  for (const name of rule.needs) {
    if (rule.paired) {
      for (const key of [`${name}_L`, `${name}_R`] as const) {
        const at = picture.landmarks[key];
        if (at) found.push({ key, name, at });
        else lacking.push(key);
      }
    } else {
      const taken = [name, rule.instead?.[name]].find(
        (one) => one && findLandmark(picture.landmarks, one, picture.frame.near),
      );
      const mark = taken && findLandmark(picture.landmarks, taken, picture.frame.near);
      if (mark) found.push({ ...mark, name: taken });
      else lacking.push(name);
    }
  }
  return { found, lacking };
}

function checkPlaces(
  rule: MeasureRule,
  marks: readonly Marked[],
  frame: Frame,
  path: string,
  markingSdPx: number,
): Failure | undefined {
  for (const [first, second] of rule.apart) {
    const [a, b] = [marks[first], marks[second]];
    if (a && b && distance(a.at, b.at) <= coincideSds * markingSdPx)
      return failure(
        'landmarksCoincide',
        `${a.key} lies on top of ${b.key}: the line between them has no direction.`,
        `${path}landmarks.${a.key}`,
      ).error;
  }
  if (
    rule.swapped?.(
      marks.map(({ at }) => at),
      frame,
    )
  ) {
    const [a, b] = rule.id === 'ribFlare' ? [marks[1], marks[0]] : [marks[0], marks[1]];
    return failure(
      'landmarksSwapped',
      `${a?.key} and ${b?.key} look swapped, or the head end is wrong: no body can lie like that.`,
      `${path}landmarks.${a?.key}`,
    ).error;
  }
  return undefined;
}

/** Gradient of the signed value with respect to each point of one picture, per pixel. */
function gradient(points: readonly Vec2[], value: (points: readonly Vec2[]) => number): Vec2[] {
  return points.map((at, index) => {
    const slope = (dx: number, dy: number): number => {
      const moved = points.slice();
      moved[index] = [at[0] + dx, at[1] + dy];
      const ahead = value(moved);
      moved[index] = [at[0] - dx, at[1] - dy];
      return (ahead - value(moved)) / (2 * step);
    };
    return [slope(step, 0), slope(0, step)];
  });
}

type Spread = { within: number; between: number };

/** Variance that one picture's marks add: marking alone, and with finding the points again and the camera's height. */
function spread(
  marks: readonly Marked[],
  slopes: readonly Vec2[],
  frame: Frame,
  markingSdPx: number,
  elevationSd: number,
): Spread {
  const mmPerPx = frame.mmPerPx ?? Number.NaN;
  let [within, finding, view] = [0, 0, 0];
  slopes.forEach((slope, index) => {
    const mark = marks[index];
    if (!mark) return;
    const { findingSdMm, depthMm } = landmarkInfo[mark.name];
    const steepness = dot(slope, slope);
    within += steepness * markingSdPx ** 2;
    finding += steepness * (findingSdMm / mmPerPx) ** 2;
    const side = mark.key.endsWith(frame.near === 'L' ? '_R' : '_L') ? -1 : 1;
    view += (dot(slope, frame.up) * side * depthMm) / mmPerPx;
  });
  return { within, between: within + finding + (view * elevationSd) ** 2 };
}

function trunkFrames(
  rule: MeasureRule,
  input: MeasureInput,
  frames: PictureFrames,
  now: Landmarks,
  neutral: Landmarks,
): PictureFrames {
  if (!rule.alongTrunk || input.trunk !== 'inclined') return frames;
  const turned = (frame: Frame, landmarks: Landmarks): Frame => {
    const [hip, shoulder] = [findLandmark(landmarks, 'GT', frame.near), findLandmark(landmarks, 'AC', frame.near)];
    return hip && shoulder ? alongTrunk(frame, hip.at, shoulder.at) : frame;
  };
  return { now: turned(frames.now, now), neutral: turned(frames.neutral, neutral) };
}

function lackingContext(rule: MeasureRule, input: MeasureInput, now: Picture): string[] {
  const lacking: string[] = [];
  if (rule.alongTrunk && input.trunk === 'inclined')
    for (const name of ['GT', 'AC'] as const)
      if (!findLandmark(now.landmarks, name, now.frame.near)) lacking.push(name);
  if (rule.needsScale && !now.frame.mmPerPx) lacking.push('scale');
  if (
    input.position === 'sideLying' &&
    input.view === 'above' &&
    !input.bellySide &&
    rule.id !== 'ribPelvisRatio' &&
    rule.id !== 'kneeFlexion'
  )
    lacking.push('bellySide');
  return lacking;
}

const isVisible = (rule: MeasureRule, { position, view }: MeasureInput): boolean =>
  rule.views.includes(view) &&
  (view !== 'above' || position === 'sideLying') && // from above, a lying body shows its side only when side-lying
  (rule.positions?.includes(position) ?? true);

/**
 * All measures that the marks of one picture allow, with first-order errors.
 * Pixels of the original picture, y down; angles in degrees, lengths in mm, ratios plain.
 * Source of definitions, signs and error model: the project's page of measures.
 */
export function measure(input: MeasureInput): Result<MeasureOutput> {
  const frame = readFrame(input);
  if (!frame.ok) return frame;
  const own = input.neutral && {
    ...input,
    matLine: input.neutral.matLine ?? input.matLine,
    scale: input.neutral.scale ?? input.scale,
  };
  const neutralFrame = own ? readFrame(own, 'neutral') : frame;
  if (!neutralFrame.ok) return neutralFrame;

  const now: Picture = { landmarks: input.landmarks, frame: frame.value, path: '' };
  const neutral: Picture | undefined = input.neutral && {
    landmarks: input.neutral.landmarks,
    frame: neutralFrame.value,
    path: 'neutral.',
  };
  const elevationSd = radians(input.cameraElevationSdDeg);
  const measures: Record<string, Measure> = {};
  const missing: Record<string, readonly string[]> = {};

  for (const rule of measureRules) {
    if (!isVisible(rule, input)) continue;
    const here = gather(rule, now);
    const lacking = [...here.lacking, ...lackingContext(rule, input, now)];
    let there: Marked[] = [];
    if (rule.fromNeutral && !neutral) lacking.push('neutral');
    if (rule.fromNeutral && neutral) {
      const gathered = gather(rule, neutral);
      there = gathered.found;
      lacking.push(...gathered.lacking.map((name) => `neutral.${name}`));
      if (rule.unit === 'ratio' && Boolean(now.frame.mmPerPx) !== Boolean(neutral.frame.mmPerPx)) lacking.push('scale');
    }
    if (lacking.length > 0) {
      missing[rule.id] = lacking;
      continue;
    }
    const frames = trunkFrames(
      rule,
      input,
      { now: now.frame, neutral: neutralFrame.value },
      now.landmarks,
      neutral?.landmarks ?? {},
    );
    const wrong =
      checkPlaces(rule, here.found, frames.now, '', input.markingSdPx) ??
      (there.length > 0 ? checkPlaces(rule, there, frames.neutral, 'neutral.', input.markingSdPx) : undefined);
    if (wrong) return { ok: false, error: wrong };
    measures[rule.id] = estimate(rule, here.found, there, frames, input.markingSdPx, elevationSd);
  }
  return success({ measures, missing, warnings: warn(input, now, measures) });
}

function estimate(
  rule: MeasureRule,
  here: readonly Marked[],
  there: readonly Marked[],
  frames: PictureFrames,
  markingSdPx: number,
  elevationSd: number,
): Measure {
  const points = here.map(({ at }) => at);
  const before = there.map(({ at }) => at);
  const signed = rule.value(points, before, frames);
  const parts = [
    spread(
      here,
      gradient(points, (moved) => rule.value(moved, before, frames)),
      frames.now,
      markingSdPx,
      elevationSd,
    ),
  ];
  if (there.length > 0)
    parts.push(
      spread(
        there,
        gradient(before, (moved) => rule.value(points, moved, frames)),
        frames.neutral,
        markingSdPx,
        elevationSd,
      ),
    );
  const within = parts.reduce((sum, part) => sum + part.within, 0);
  // The mat line is shared by the pictures of one set-up, so its error counts only between set-ups.
  const turn = 1e-4;
  const perRadian = (rule.value(points, before, { ...frames, now: turnFrame(frames.now, turn) }) - signed) / turn;
  const matSd = (Math.SQRT2 * markingSdPx) / frames.now.matLengthPx;
  const between = parts.reduce((sum, part) => sum + part.between, 0) + (perRadian * matSd) ** 2;
  const result = { value: rule.report ? rule.report(signed) : signed, unit: rule.unit, seWithin: Math.sqrt(within) };
  return frames.now.mmPerPx ? { ...result, seBetween: Math.sqrt(between) } : result;
}

function warn(input: MeasureInput, { landmarks, frame }: Picture, measures: Record<string, Measure>): Warning[] {
  const warnings: Warning[] = [];
  if (Math.abs(frame.matTiltDeg) > matTiltWarnDeg)
    warnings.push({
      code: 'matTilted',
      message: `The mat line is tilted ${Math.abs(frame.matTiltDeg).toFixed(0)}°: the camera is not square to the mat.`,
    });
  if (!frame.mmPerPx)
    warnings.push({
      code: 'noScale',
      message:
        'No known length is marked: angles are right, but millimetres and the error between set-ups are not known.',
    });
  const [left, right] = [landmarks.ASIS_L, landmarks.ASIS_R];
  if (left && right && input.view !== 'side' && dot([right[0] - left[0], right[1] - left[1]], frame.rightward) < 0)
    warnings.push({
      code: 'leftRightSwapped',
      message: 'Left and right look swapped for this view.',
      landmarks: ['ASIS_L', 'ASIS_R'],
    });
  if (Object.keys(measures).length > 0 && input.view === 'side') warnings.push(...warnLengths(landmarks, frame));
  return warnings;
}

/** Bodies vary, but not that much: thigh and shank lengths of one leg in one plane. */
function warnLengths(landmarks: Landmarks, frame: Frame): Warning[] {
  const [hip, knee, ankle] = (['GT', 'LK', 'LM'] as const).map((name) => findLandmark(landmarks, name, frame.near));
  if (!hip || !knee || !ankle) return [];
  const ratio = distance(hip.at, knee.at) / distance(knee.at, ankle.at);
  if (ratio > 0.6 && ratio < 1.6) return [];
  return [
    {
      code: 'unlikelyLengths',
      message: `Thigh and shank are ${ratio.toFixed(1)} to 1: one of hip, knee or ankle is not where it should be.`,
      landmarks: [hip.key, knee.key, ankle.key],
    },
  ];
}
