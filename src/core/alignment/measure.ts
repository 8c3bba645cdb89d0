import { degrees, distance, dot, minus, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';
import { failure, success } from '../result';
import type { Failure, Result } from '../result';
import { checkPicture } from './checks';
import type { Warning } from './checks';
import { alongTrunk, nearSide, readFrame } from './frame';
import type { Frame } from './frame';
import type { Estimate, MeasureInput } from './input';
import type { View } from '../anatomy/positions';
import type { Moved, Side } from '../anatomy/landmarks';
import { flattenLines, flattenMarks, isProfile, lensOf, shareAtMiddle, usualLensWords } from './lens';
import type { Lens } from './lens';
import { keyAt, layOut, layOutSds, nearSlot, numberOf, sideAt, sidedSlot } from './mark-table';
import { pointsAt } from './needs';
import type { Picture } from './needs';
import { errorsOf, withErrors } from './propagate';
import type { Errors, Measure, Share } from './propagate';
import type { MeasureRule } from './rules';
import { showsRoll } from './roll';
import { readableIn } from './readable';
import type { Readable } from './readable';
import { movedSince } from './slip';
import { chain } from './dual';
import type { Dual } from './dual';

export type MeasureOutput = {
  readonly measures: Readonly<Record<string, Measure>>;
  /** For each measure that this view can show but the marks don't allow: what it still needs. */
  readonly missing: Readonly<Record<string, readonly string[]>>;
  /** Measures whose landmarks are marked, but which this view or position cannot show, and where to look from instead. */
  readonly unseen: Readonly<Record<string, string>>;
  readonly warnings: readonly Warning[];
  /** What was not told and is reckoned with, in words. */
  readonly assumes: readonly string[];
};

/** Nearer than this many marking errors, two points give no direction. */
const coincideSds = 2;

/** What all rules are read from: this picture, the set-up, and how well both are marked. */
type Asked = {
  readonly input: MeasureInput;
  readonly now: Picture;
  readonly neutral: Picture | undefined;
  readonly errors: Errors;
  readonly moved: Moved | undefined;
  /** The roll since the set-up as this side sees it. */
  readonly rolled: Estimate | undefined;
};

/** Marks that cannot be right give neither a measure nor a share of one. */
const isRefused = (reading: Measure | Share | { readonly wrong: Failure }): reading is { readonly wrong: Failure } =>
  'wrong' in reading;

/** Points that lie on one another, or look taken for one another. */
function findMisplaced(
  { apart, swapped }: MeasureRule,
  slots: readonly number[],
  points: readonly Vec2[],
  frame: Frame,
  { path }: Picture,
  sdPx: number,
): Failure | undefined {
  const key = (index: number) => keyAt(slots[index] ?? 0);
  for (const [first, second] of apart) {
    const [a, b] = [points[first], points[second]];
    if (a && b && distance(a, b) <= coincideSds * sdPx)
      return failure(
        'landmarksCoincide',
        `${key(first)} lies on top of ${key(second)}: the line between them has no direction.`,
        `${path}landmarks.${key(first)}`,
      ).error;
  }
  if (!swapped?.when(points, frame)) return undefined;
  const [a, b] = [key(swapped.of[0]), key(swapped.of[1])];
  return failure(
    'landmarksSwapped',
    `${a} and ${b} look swapped, or the head end is wrong: no body can lie like that.`,
    `${path}landmarks.${a}`,
  ).error;
}

/** Hip and shoulder of the near side, where they are marked. */
const trunkEnds = ({ table, frame }: Picture): readonly [hip: Vec2 | undefined, shoulder: Vec2 | undefined] => [
  table[nearSlot(table, numberOf.GT, frame.near)],
  table[nearSlot(table, numberOf.AC, frame.near)],
];

/** The trunk's line in a picture, as a reference: its ends, their slots, and the frame along it. */
type TrunkLine = {
  readonly frame: Frame;
  readonly ends: readonly [Vec2, Vec2];
  readonly slots: readonly [number, number];
};

/** The line that a rule is read along where the trunk is off the mat; none where it is read against the mat. */
function trunkLineFor(rule: MeasureRule, input: MeasureInput, picture: Picture): TrunkLine | undefined {
  if (!rule.alongTrunk || input.trunk !== 'inclined') return undefined;
  const { table, frame } = picture;
  const [hip, shoulder] = trunkEnds(picture);
  if (!hip || !shoulder) return undefined;
  const slots = [nearSlot(table, numberOf.GT, frame.near), nearSlot(table, numberOf.AC, frame.near)] as const;
  return { frame: alongTrunk(frame, hip, shoulder), ends: [hip, shoulder], slots };
}

/** What was read along the trunk's line leans on its ends as well, and on the mat no more. */
function leaningOn(seen: Dual, { ends: [hip, shoulder] }: TrunkLine): Dual {
  const [x, y] = minus(shoulder, hip);
  const by = seen.turn / (x * x + y * y);
  return { value: seen.value, slopes: [...seen.slopes, y * by, -x * by, -y * by, x * by], turn: 0 };
}

/** From so much on, a trunk seen lying on the back is off the mat, which is then no reference for pelvis and ribs. Degrees. */
const offTheMatDeg = 20;
/** Beyond it hip and shoulder are not where the head end says they are. */
const upsideDownDeg = 120;

/** How far the trunk of a client on her back leans off the mat, degrees; undefined where it lies on it, or can't be seen. */
function leaningDeg({ position, view }: MeasureInput, picture: Picture): number | undefined {
  if (position !== 'supine' || view !== 'side') return undefined;
  const { frame } = picture;
  const [hip, shoulder] = trunkEnds(picture);
  if (!hip || !shoulder) return undefined;
  const trunk = minus(shoulder, hip);
  const leaning = Math.abs(degrees(Math.atan2(dot(trunk, frame.up), dot(trunk, frame.headward))));
  return leaning >= offTheMatDeg && leaning <= upsideDownDeg ? leaning : undefined;
}

const nothing: readonly string[] = [];

const wordLeaning = (deg: number): string =>
  `The trunk leans ${deg.toFixed(0)}° off the mat: tilt and flare are read along it, from hip to shoulder. Say so (trunk: level) if it is a curl.`;

/** How the trunk lies, as told, else as seen; and that this was assumed, after what else was. */
function withTrunk(
  given: MeasureInput,
  now: Picture,
  assumed: readonly string[],
): { readonly input: MeasureInput; readonly assumes: readonly string[] } {
  if (given.trunk) return { input: given, assumes: assumed };
  const leaning = leaningDeg(given, now);
  if (leaning === undefined) return { input: { ...given, trunk: 'level' }, assumes: assumed };
  return { input: { ...given, trunk: 'inclined' }, assumes: [...assumed, wordLeaning(leaning)] };
}

/** Which limb is read: the one named, else the one that its own marks lie on (what only helps is of both). */
function limbSign(
  { sided, needs }: MeasureRule,
  slots: readonly number[],
  now: Picture,
  named: Side | undefined,
): 1 | -1 {
  if (named) return named === 'R' ? 1 : -1;
  return sided ? limbOf(slots.slice(0, needs.length), now) : 1;
}

/** Which limb an unnamed mark belongs to, in views that show both: the side of the middle on which its hip lies. */
function limbOf(slots: readonly number[], { table, frame }: Picture): 1 | -1 {
  const named = slots.map(sideAt).find(Boolean);
  if (named) return named === 'R' ? 1 : -1;
  const [left, right] = [table[sidedSlot(numberOf.ASIS, 'L')], table[sidedSlot(numberOf.ASIS, 'R')]];
  const middle: Vec2 = left && right ? [(left[0] + right[0]) / 2, (left[1] + right[1]) / 2] : frame.matMiddle;
  const hip = table[slots[0] ?? 0];
  return hip && dot([hip[0] - middle[0], hip[1] - middle[1]], frame.rightward) < 0 ? -1 : 1;
}

/** This picture and the set-up, laid out as from infinitely far; refused where a mat line or scale has no length. */
function layOutPictures(input: MeasureInput, lens: Lens | undefined): Result<Pick<Asked, 'now' | 'neutral'>> {
  const { position, view, headEnd, facing, bellySide, neutral: rest } = input;
  const read = (lines: Pick<MeasureInput, 'matLine' | 'scale'>, at?: string): Result<Frame> => {
    const { matLine, scale } = lens ? flattenLines(lines, lens) : lines;
    return readFrame({ position, view, headEnd, facing, bellySide, matLine, scale }, at);
  };
  const tableOf = (landmarks: MeasureInput['landmarks'], { near }: Frame): Picture['table'] =>
    lens ? flattenMarks(layOut(landmarks), lens, near) : layOut(landmarks);
  const frame = read(input);
  if (!frame.ok) return frame;
  const markedIn = (landmarks: MeasureInput['landmarks']): string => Object.keys(landmarks).join();
  const now: Picture = {
    table: tableOf(input.landmarks, frame.value),
    marked: markedIn(input.landmarks),
    sdsPx: layOutSds(input.landmarkSdPx),
    frame: frame.value,
    path: '',
  };
  if (!rest) return success({ now, neutral: undefined });
  const [matLine, scale] = [rest.matLine ?? input.matLine, rest.scale ?? input.scale];
  const own = rest.matLine || rest.scale ? read({ matLine, scale }, 'neutral') : frame;
  if (!own.ok) return own;
  const neutral: Picture = {
    table: tableOf(rest.landmarks, own.value),
    marked: markedIn(rest.landmarks),
    sdsPx: layOutSds(rest.landmarkSdPx),
    frame: own.value,
    path: 'neutral.',
  };
  return success({ now, neutral });
}

/** Of two limbs told apart, the one that stands for both in this view: which of them strays the more; none where neither does. */
function standsForBoth(
  { sided, lessOfBothIn }: MeasureRule,
  view: View,
  limbs: readonly Measure[],
): Measure | undefined {
  const [first, second = first] = limbs;
  if (!first || !second) return undefined;
  if (lessOfBothIn?.includes(view)) return second.value < first.value ? second : first;
  if (sided !== 'always') return undefined;
  return Math.abs(second.value) > Math.abs(first.value) ? second : first;
}

/**
 * All measures that the marks of one picture allow, with first-order errors.
 * Pixels of the original picture, y down; angles in degrees, lengths in mm, ratios plain. Refuses a mat line or scale without
 * length, and marks that lie on one another or look swapped, by their path. Definitions and signs stand at each rule
 * (`rules.ts`), the errors in `propagate.ts`.
 */
export function measure(given: MeasureInput): Result<MeasureOutput> {
  const lens = lensOf(given, nearSide(given));
  const pictures = layOutPictures(given, lens);
  if (!pictures.ok) return pictures;
  const { now, neutral } = pictures.value;
  const { input, assumes } = withTrunk(given, now, given.lens || !lens ? nothing : [usualLensWords]);
  const errors = errorsOf(input, lens);
  const moved = neutral && movedSince(now, neutral, isProfile(input), input.movedDeg);
  const asked: Asked = { input, now, neutral, errors, moved, rolled: rolledToward(input, now.frame) };
  const { rules, missing, unseen } = readableIn({ input, now, neutral });
  const measures: Record<string, Measure> = {};
  for (const { rule, readings, limbs } of rules) {
    for (const readable of readings) {
      const reading = readRule(rule, readable, asked);
      if (isRefused(reading)) return { ok: false, error: reading.wrong };
      measures[readable.name] = reading;
    }
    if (limbs.length === 0) continue;
    const worse = standsForBoth(
      rule,
      input.view,
      limbs.flatMap((name) => measures[name] ?? []),
    );
    if (worse) measures[rule.id] = worse;
  }
  return success({ measures, missing, unseen, warnings: checkPicture(input, now), assumes });
}

/**
 * A known roll, + when it lifts the near hip bone toward the belly side, as which it reads as an arch; none where it is no such.
 */
function rolledToward(
  { rolledDeg, position, trunk }: MeasureInput,
  { near, bellyward, up }: Frame,
): Estimate | undefined {
  if (!rolledDeg || !showsRoll(position, trunk ?? 'level')) return undefined;
  const toward = (near === 'R' ? 1 : -1) * Math.sign(dot(bellyward, up));
  return { value: toward * rolledDeg.value, se: rolledDeg.se };
}

/** What a rule reads from one picture, by its slots there; refused where marks cannot be right. */
function shareOf(
  rule: MeasureRule,
  { input, errors }: Asked,
  picture: Picture,
  slots: readonly number[],
  limb: 1 | -1,
): Share | { readonly wrong: Failure } {
  const trunk = trunkLineFor(rule, input, picture);
  const frame = trunk?.frame ?? picture.frame;
  const points = pointsAt(picture, slots);
  const wrong = findMisplaced(rule, slots, points, frame, picture, errors.sdPx);
  if (wrong) return { wrong };
  const seen = rule.read(points, frame, limb);
  if (trunk)
    return {
      dual: leaningOn(seen, trunk),
      slots: [...slots, ...trunk.slots],
      points: [...points, ...trunk.ends],
      frame,
      sdsPx: picture.sdsPx,
    };
  const nearer = rule.standsNearerMm?.[input.view];
  const { sdsPx } = picture;
  if (!nearer) return { dual: seen, slots, frame, points, sdsPx };
  const share = shareAtMiddle(input, nearer);
  return { dual: chain(seen, share * seen.value, share), slots, frame, points, sdsPx };
}

/** What a rule reads of a limb or of the whole; refused where marks cannot be right. */
function readRule(
  rule: MeasureRule,
  { side, here, there }: Readable,
  asked: Asked,
): Measure | { readonly wrong: Failure } {
  const { input, now, neutral, errors, moved, rolled } = asked;
  const limb = limbSign(rule, here, now, side);
  const first = shareOf(rule, asked, now, here, limb);
  if (isRefused(first)) return first;
  const model = rule.model?.(first.points, input.view, first.dual.value);
  if (!there || !neutral)
    return withErrors({ value: first.dual.value, shares: [first], model, moved, rolled }, rule, errors);
  const rest = shareOf(rule, asked, neutral, there, limb);
  if (isRefused(rest)) return rest;
  const { value, shares } = against(rule, first, rest);
  return withErrors({ value, shares, model, moved, rolled }, rule, errors);
}

const withDual = ({ slots, points, frame, sdsPx }: Share, dual: Dual): Share => ({ dual, slots, points, frame, sdsPx });

/** A value against the same in the set-up picture, with the slopes of the result in the points of both. */
function against(
  { compares }: MeasureRule,
  now: Share,
  rest: Share,
): { readonly value: number; readonly shares: readonly [Share, Share] } {
  const [a, b]: readonly [Dual, Dual] = [now.dual, rest.dual];
  if (compares !== 'ratio')
    return { value: wrapDeg(a.value - b.value), shares: [now, withDual(rest, chain(b, 0, -1))] };
  const scale = (now.frame.mmPerPx ?? 1) / (rest.frame.mmPerPx ?? 1);
  const value = (a.value / b.value) * scale;
  return {
    value,
    shares: [withDual(now, chain(a, 0, scale / b.value)), withDual(rest, chain(b, 0, -value / b.value))],
  };
}
