import { distance, dot, radians, times, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';
import { failure, success } from '../result';
import type { Failure, Result } from '../result';
import { checkPicture } from './checks';
import type { Warning } from './checks';
import { alongTrunk, readFrame } from './frame';
import type { Frame } from './frame';
import type { MeasureInput, Position, View } from './input';
import { findLandmark, landmarkInfo, sidedKey } from './landmarks';
import type { Landmark, LandmarkKey, Landmarks, Side } from './landmarks';
import { measureRules, nameUnder } from './rules';
import type { MeasureRule, Unit } from './rules';
import type { Sloped } from './slopes';

export type Measure = {
  readonly value: number;
  readonly unit: Unit;
  /** Standard error from marking alone: for comparing pictures of one unmoved set-up. */
  readonly seWithin: number;
  /** Standard error with finding the points again and an unknown camera height; needs a scale. */
  readonly seBetween?: number;
};

export type MeasureOutput = {
  readonly measures: Readonly<Record<string, Measure>>;
  /** For each measure that this view can show but the marks don't allow: what it still needs. */
  readonly missing: Readonly<Record<string, readonly string[]>>;
  /** Measures whose landmarks are marked, but which this view or position cannot show, and where to stand instead. */
  readonly unseen: Readonly<Record<string, string>>;
  readonly warnings: readonly Warning[];
};

/** Nearer than this many marking errors, two points give no direction. */
const coincideSds = 2;
/** How well a careful person who measured it knows the camera's elevation; and its turn about the upright, never measured. */
const knownElevationSdDeg = 0.7;
const azimuthSdDeg = 0;

type Mark = { readonly key: LandmarkKey; readonly name: Landmark; readonly at: Vec2 };
type Picture = { readonly landmarks: Landmarks; readonly frame: Frame; readonly path: string };

/**
 * The marks a rule needs from one picture, or the names of those that are missing. `named`: only marks of that side, for
 * what is told of each limb apart.
 */
function gather(rule: MeasureRule, { landmarks, frame }: Picture, named?: Side): { found: Mark[]; lacking: string[] } {
  const found: Mark[] = [];
  const lacking: string[] = [];
  const take = (name: Landmark, key: LandmarkKey): boolean => {
    const at = landmarks[key];
    if (at) found.push({ key, name, at });
    return at !== undefined;
  };
  for (const name of rule.needs) {
    if (rule.paired?.includes(name)) {
      for (const side of ['L', 'R'] as const) {
        const key = sidedKey(name, side);
        if (!take(name, key)) lacking.push(key);
      }
      continue;
    }
    const other = rule.instead?.[name];
    if (named) {
      if (!take(name, sidedKey(name, named)) && !(other && take(other, sidedKey(other, named))))
        lacking.push(sidedKey(name, named));
      continue;
    }
    const mark = findLandmark(landmarks, name, frame.near);
    const standIn = mark || !other ? undefined : findLandmark(landmarks, other, frame.near);
    if (mark) found.push({ ...mark, name });
    else if (other && standIn) found.push({ ...standIn, name: other });
    else lacking.push(name);
  }
  if (rule.helps && lacking.length === 0) {
    const help = landmarks[rule.helps];
    if (help) found.push({ key: rule.helps, name: rule.helps, at: help });
  }
  return { found, lacking };
}

function checkPlaces(
  rule: MeasureRule,
  marks: readonly Mark[],
  frame: Frame,
  path: string,
  sdPx: number,
): Failure | undefined {
  for (const [first, second] of rule.apart) {
    const [a, b] = [marks[first], marks[second]];
    if (a && b && distance(a.at, b.at) <= coincideSds * sdPx)
      return failure(
        'landmarksCoincide',
        `${a.key} lies on top of ${b.key}: the line between them has no direction.`,
        `${path}landmarks.${a.key}`,
      ).error;
  }
  const { swapped } = rule;
  if (
    swapped?.when(
      marks.map(({ at }) => at),
      frame,
    )
  ) {
    const [a, b] = [marks[swapped.of[0]], marks[swapped.of[1]]];
    return failure(
      'landmarksSwapped',
      `${a?.key} and ${b?.key} look swapped, or the head end is wrong: no body can lie like that.`,
      `${path}landmarks.${a?.key}`,
    ).error;
  }
  return undefined;
}

type Errors = { sdPx: number; elevationSd: number; azimuthSd: number };
/** Variances: marking; finding again; and what a radian of camera elevation and of azimuth would add. */
type Parts = { marking: number; finding: number; elevated: number; turned: number };

/** What the marks of one picture add to the error of a value, in the value's unit. */
function partsOf({ slopes }: Sloped, marks: readonly Mark[], frame: Frame, { sdPx }: Errors, end: boolean): Parts {
  const mmPerPx = frame.mmPerPx ?? Number.NaN;
  let [marking, finding, elevated, turned] = [0, 0, 0, 0];
  for (let i = 0; i < marks.length; i += 1) {
    const mark = marks[i];
    const slope = slopes[i];
    if (!mark || !slope) continue;
    const { findingSdMm, depthMm } = landmarkInfo[mark.name];
    const steep = slope[0] * slope[0] + slope[1] * slope[1];
    marking += steep * sdPx * sdPx;
    const found = findingSdMm / mmPerPx;
    finding += steep * found * found;
    if (end) continue; // from the ends both sides are equally far away
    const far = mark.key.endsWith(frame.near === 'L' ? '_R' : '_L') ? -1 : 1;
    const nearer = (far * depthMm) / mmPerPx;
    elevated += dot(slope, frame.up) * nearer;
    turned += dot(slope, frame.footward) * nearer;
  }
  return { marking, finding, elevated, turned };
}

function trunkFrame(rule: MeasureRule, input: MeasureInput, { landmarks, frame }: Picture): Frame {
  if (!rule.alongTrunk || input.trunk !== 'inclined') return frame;
  const [hip, shoulder] = [findLandmark(landmarks, 'GT', frame.near), findLandmark(landmarks, 'AC', frame.near)];
  return hip && shoulder ? alongTrunk(frame, hip.at, shoulder.at) : frame;
}

function lackingContext(rule: MeasureRule, input: MeasureInput, { landmarks, frame }: Picture): string[] {
  const lacking: string[] = [];
  if (rule.alongTrunk && input.trunk === 'inclined')
    for (const name of ['GT', 'AC'] as const) if (!findLandmark(landmarks, name, frame.near)) lacking.push(name);
  if (rule.needsScale && !frame.mmPerPx) lacking.push('scale');
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

/** From above, a client lying on her side shows her profile; everyone else shows back or belly. */
const profileFromAbove: ReadonlySet<string> = new Set(
  measureRules.filter(({ views }) => views.includes('above') && views.includes('side')).map(({ id }) => id),
);

function isVisible(rule: MeasureRule, position: Position, view: View): boolean {
  if (!rule.views.includes(view) || !(rule.positions?.includes(position) ?? true)) return false;
  if (view === 'above') return (position === 'sideLying') === profileFromAbove.has(rule.id);
  return !(position === 'sideLying' && view === 'side'); // the side view of a body on its side is its front or back
}

const visibleRules = new Map<string, { seen: readonly MeasureRule[]; hidden: readonly MeasureRule[] }>();
function rulesFor(position: Position, view: View) {
  const key = `${position} ${view}`;
  const known = visibleRules.get(key);
  if (known) return known;
  const seen = measureRules.filter((rule) => isVisible(rule, position, view));
  const names = new Set(seen.map(({ id }) => nameUnder(id)));
  const hidden = measureRules.filter((rule) => !seen.includes(rule) && !names.has(nameUnder(rule.id)));
  const sorted = { seen, hidden };
  visibleRules.set(key, sorted);
  return sorted;
}

const viewWords: Readonly<Record<View, string>> = {
  side: 'from the side',
  foot: 'from the foot end',
  head: 'from the head end',
  above: 'from above',
  front: 'from the front',
  behind: 'from behind',
};

/** Which limb an unnamed mark belongs to, in views that show both: the side of the middle on which its hip lies. */
function limbOf(marks: readonly Mark[], { landmarks, frame }: Picture): 1 | -1 {
  const named = marks.find(({ key }) => key.endsWith('_L') || key.endsWith('_R'));
  if (named) return named.key.endsWith('_R') ? 1 : -1;
  const [left, right] = [landmarks.ASIS_L, landmarks.ASIS_R];
  const middle: Vec2 = left && right ? [(left[0] + right[0]) / 2, (left[1] + right[1]) / 2] : frame.matMiddle;
  const [hip] = marks;
  return hip && dot([hip.at[0] - middle[0], hip.at[1] - middle[1]], frame.rightward) < 0 ? -1 : 1;
}

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
  const known = input.cameraElevationDeg;
  const errors: Errors = {
    sdPx: input.markingSdPx,
    elevationSd: radians(input.cameraElevationSdDeg ?? (known === undefined ? 2 : knownElevationSdDeg)),
    azimuthSd: radians(azimuthSdDeg),
  };
  const measures: Record<string, Measure> = {};
  const missing: Record<string, readonly string[]> = {};
  const { seen, hidden } = rulesFor(input.position, input.view);

  for (const rule of seen) {
    const sides = rule.sided ? sidesMarked(rule, now) : [];
    const told: (Side | undefined)[] =
      rule.sided === 'always' && sides.length > 0 ? sides : sides.length === 2 ? [undefined, ...sides] : [undefined];
    for (const side of told) {
      const read = readRule(rule, input, now, neutral, errors, side);
      if ('error' in read) return { ok: false, error: read.error };
      const name = side ? `${nameUnder(rule.id)}_${side}` : nameUnder(rule.id);
      if ('lacking' in read) missing[name] = read.lacking;
      else measures[name] = read.measure;
    }
    if (rule.sided === 'always' && sides.length > 0) {
      const id = nameUnder(rule.id);
      const [first, second] = sides.map((side) => measures[`${id}_${side}`]);
      const worse = second && Math.abs(second.value) > Math.abs(first?.value ?? 0) ? second : first;
      if (worse) measures[id] = worse;
    }
  }
  const unseen: Record<string, string> = {};
  for (const rule of hidden) {
    if (gather(rule, now).lacking.length > 0) continue;
    const views = measureRules.filter((one) => nameUnder(one.id) === nameUnder(rule.id)).flatMap((one) => one.views);
    const place =
      rule.positions && !rule.positions.includes(input.position) ? 'in this position' : viewWords[input.view];
    unseen[nameUnder(rule.id)] =
      `${rule.name} cannot be read ${place}; look ${[...new Set(views)].map((view) => viewWords[view]).join(' or ')}`;
  }
  return success({ measures, missing, unseen, warnings: checkPicture(input, now.frame) });
}

/** Sides of which every single-limb landmark of a rule is marked by name. */
function sidesMarked(rule: MeasureRule, { landmarks }: Picture): Side[] {
  const [first] = rule.needs;
  const names = rule.needs.filter((name) => !rule.paired?.includes(name));
  const isMarked = (name: Landmark, side: Side): boolean => {
    const other = rule.instead?.[name];
    return Boolean(landmarks[sidedKey(name, side)] ?? (other && landmarks[sidedKey(other, side)]));
  };
  if (!first) return [];
  return (['L', 'R'] as const).filter((side) => names.every((name) => isMarked(name, side)));
}

type ReadRule = { readonly measure: Measure } | { readonly lacking: readonly string[] } | { readonly error: Failure };

function readRule(
  rule: MeasureRule,
  input: MeasureInput,
  now: Picture,
  neutral: Picture | undefined,
  errors: Errors,
  side: Side | undefined,
): ReadRule {
  const here = gather(rule, now, side);
  const lacking = [...here.lacking, ...lackingContext(rule, input, now)];
  let there: readonly Mark[] = [];
  if (rule.fromNeutral) {
    if (!neutral) lacking.push('neutral');
    else {
      const gathered = gather(rule, neutral, side);
      there = gathered.found;
      lacking.push(...gathered.lacking.map((name) => `neutral.${name}`));
      if (rule.compares === 'ratio' && Boolean(now.frame.mmPerPx) !== Boolean(neutral.frame.mmPerPx))
        lacking.push('scale');
    }
  }
  if (lacking.length > 0) return { lacking };
  const frame = trunkFrame(rule, input, now);
  const before = neutral && rule.fromNeutral ? trunkFrame(rule, input, neutral) : undefined;
  const wrong =
    checkPlaces(rule, here.found, frame, '', input.markingSdPx) ??
    (before ? checkPlaces(rule, there, before, 'neutral.', input.markingSdPx) : undefined);
  if (wrong) return { error: wrong };

  const limb = side ? (side === 'R' ? 1 : -1) : rule.sided ? limbOf(here.found, now) : 1;
  const first = rule.read(
    here.found.map(({ at }) => at),
    frame,
    limb,
  );
  const end = input.view !== 'side' && input.view !== 'above';
  if (!before)
    return { measure: conclude(rule, input, first, [partsOf(first, here.found, frame, errors, end)], frame, errors) };

  const second = rule.read(
    there.map(({ at }) => at),
    before,
    limb,
  );
  const [a, b, value] = against(rule, first, second, frame, before);
  return {
    measure: conclude(
      rule,
      input,
      { value, slopes: [], turn: a.turn },
      [partsOf(a, here.found, frame, errors, end), partsOf(b, there, before, errors, end)],
      frame,
      errors,
    ),
  };
}

/** A value against the same in the set-up picture, with the slopes of the result in the points of both. */
function against(
  rule: MeasureRule,
  now: Sloped,
  neutral: Sloped,
  frame: Frame,
  before: Frame,
): readonly [Sloped, Sloped, number] {
  const scaled = (one: Sloped, by: number): Sloped => ({
    ...one,
    slopes: one.slopes.map((slope) => times(slope, by)),
    turn: one.turn * by,
  });
  if (rule.compares === 'ratio') {
    const scale = (frame.mmPerPx ?? 1) / (before.mmPerPx ?? 1);
    const ratio = (now.value / neutral.value) * scale;
    return [scaled(now, scale / neutral.value), scaled(neutral, -ratio / neutral.value), ratio];
  }
  return [now, scaled(neutral, -1), wrapDeg(now.value - neutral.value)];
}

function conclude(
  rule: MeasureRule,
  input: MeasureInput,
  { value, turn }: Sloped,
  parts: readonly Parts[],
  frame: Frame,
  { sdPx, elevationSd, azimuthSd }: Errors,
): Measure {
  const sum = (of: (part: Parts) => number): number => parts.reduce((total, part) => total + of(part), 0);
  const marking = sum(({ marking: one }) => one);
  // The camera of one set-up does not move: in a value against the set-up picture its height all but cancels.
  const elevated = sum(({ elevated: one }) => one);
  const turned = sum(({ turned: one }) => one);
  const matSd = (Math.SQRT2 * sdPx) / frame.matLengthPx;
  const corrected = value + (frame.mmPerPx ? elevated * radians(input.cameraElevationDeg ?? 0) : 0);
  const told: Measure = {
    value: rule.report ? rule.report(corrected) : corrected,
    unit: rule.unit,
    seWithin: Math.sqrt(marking),
  };
  if (!frame.mmPerPx) return told;
  const between =
    marking +
    sum(({ finding }) => finding) +
    (elevated * elevationSd) ** 2 +
    (turned * azimuthSd) ** 2 +
    (turn * matSd) ** 2;
  return { ...told, seBetween: Math.sqrt(between) };
}
