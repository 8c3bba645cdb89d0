import { distance, dot, radians, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';
import { failure, success } from '../result';
import type { Failure, Result } from '../result';
import { checkPicture } from './checks';
import type { Warning } from './checks';
import { alongTrunk, readFrame } from './frame';
import type { Frame } from './frame';
import type { MeasureInput } from './input';
import type { Position, View } from '../anatomy/positions';
import type { Landmark, Side } from '../anatomy/landmarks';
import { flatten, isProfile } from './lens';
import { depthMm, findingSdMm, keyAt, layOut, nearness, nearSlot, numberOf, sideAt, sidedSlot } from './mark-table';
import type { MarkTable } from './mark-table';
import { measureRules } from './rules';
import type { MeasureRule, Unit } from './rules';
import { chain } from './dual';
import type { Dual } from './dual';

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
  /** Measures whose landmarks are marked, but which this view or position cannot show, and where to look from instead. */
  readonly unseen: Readonly<Record<string, string>>;
  readonly warnings: readonly Warning[];
};

/** Nearer than this many marking errors, two points give no direction. */
const coincideSds = 2;
/** How well a careful person who measured it knows the camera's elevation. */
const knownElevationSdDeg = 0.7;

export type Picture = { readonly table: MarkTable; readonly frame: Frame; readonly path: string };

/** What a rule needs, as landmark numbers. */
type Need = { readonly name: Landmark; readonly number: number; readonly paired: boolean; readonly instead: number };
type Plan = {
  readonly rule: MeasureRule;
  readonly needs: readonly Need[];
  readonly helps: readonly (readonly number[])[];
  readonly readsBelly: boolean;
};

const plans: readonly Plan[] = measureRules.map((rule) => {
  const { needs, paired = [], instead = {}, helps } = rule;
  const slots = (name: Landmark): number[] =>
    paired.includes(name) ? [sidedSlot(numberOf[name], 'L'), sidedSlot(numberOf[name], 'R')] : [numberOf[name] * 3];
  return {
    rule,
    needs: needs.map((name) => ({
      name,
      number: numberOf[name],
      paired: paired.includes(name),
      instead: instead[name] ? numberOf[instead[name]] : -1,
    })),
    helps: helps ? [slots(helps)] : [],
    readsBelly: !rule.isBlindToBelly,
  };
});

/**
 * Slots of the marks a rule needs from one picture; undefined when one is missing. `named`: only marks of that side, for
 * what is told of each limb apart.
 */
function gather({ needs, helps }: Plan, { table, frame }: Picture, named?: Side): number[] | undefined {
  const found: number[] = [];
  for (const { number, paired, instead } of needs) {
    if (paired) {
      const [left, right] = [sidedSlot(number, 'L'), sidedSlot(number, 'R')];
      if (!table[left] || !table[right]) return undefined;
      found.push(left, right);
    } else if (named) {
      const own = sidedSlot(number, named);
      const other = instead < 0 ? -1 : sidedSlot(instead, named);
      if (table[own]) found.push(own);
      else if (other >= 0 && table[other]) found.push(other);
      else return undefined;
    } else {
      let slot = nearSlot(table, number, frame.near);
      if (slot < 0 && instead >= 0) slot = nearSlot(table, instead, frame.near);
      if (slot < 0) return undefined;
      found.push(slot);
    }
  }
  for (const slots of helps) if (slots.every((slot) => table[slot])) found.push(...slots);
  return found;
}

/** Whether the first thing a rule needs is there at all. */
function hasFirst({ needs: [first] }: Plan, { table, frame }: Picture): boolean {
  if (!first) return false;
  return first.paired
    ? Boolean(table[sidedSlot(first.number, 'L')])
    : nearSlot(table, first.number, frame.near) >= 0 || first.instead >= 0;
}

/** Names of the marks that a rule needs and does not find. */
function lackingMarks({ needs }: Plan, { table, frame }: Picture, named?: Side): string[] {
  return needs.flatMap(({ name, number, paired, instead }) => {
    if (paired)
      return (['L', 'R'] as const).flatMap((side) => (table[sidedSlot(number, side)] ? [] : [`${name}_${side}`]));
    if (named)
      return table[sidedSlot(number, named)] || (instead >= 0 && table[sidedSlot(instead, named)])
        ? []
        : [`${name}_${named}`];
    const has = nearSlot(table, number, frame.near) >= 0 || (instead >= 0 && nearSlot(table, instead, frame.near) >= 0);
    return has ? [] : [name];
  });
}

const pointsOf = ({ table }: Picture, slots: readonly number[]): Vec2[] => slots.map((slot) => table[slot] ?? [0, 0]);

function checkPlaces(
  { apart, swapped }: MeasureRule,
  slots: readonly number[],
  points: readonly Vec2[],
  frame: Frame,
  path: string,
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

type Errors = { readonly sdPx: number; readonly elevationSd: number };
/** Variances of marking and of finding the points again; and what a radian of camera elevation would add. */
type Parts = { variance: number; finding: number; elevated: number };

/** Adds what the marks of one picture contribute to the error of a value, in the value's unit. */
function addParts(
  parts: Parts,
  { slopes }: Dual,
  slots: readonly number[],
  { near, up, mmPerPx = Number.NaN }: Frame,
  { sdPx }: Errors,
  inProfile: boolean,
): void {
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

function trunkFrame(rule: MeasureRule, input: MeasureInput, { table, frame }: Picture): Frame {
  if (!rule.alongTrunk || input.trunk !== 'inclined') return frame;
  const [hip, shoulder] = [
    table[nearSlot(table, numberOf.GT, frame.near)],
    table[nearSlot(table, numberOf.AC, frame.near)],
  ];
  return hip && shoulder ? alongTrunk(frame, hip, shoulder) : frame;
}

const nothing: readonly string[] = [];

/** What a rule needs besides marks of its own. */
function lackingContext(plan: Plan, input: MeasureInput, picture: Picture): readonly string[] {
  const { rule, readsBelly } = plan;
  const { table, frame } = picture;
  const mayLack =
    (rule.alongTrunk && input.trunk === 'inclined') ||
    (rule.needsScale && !frame.mmPerPx) ||
    (input.position === 'sideLying' && readsBelly);
  if (!mayLack) return nothing;
  const lacking: string[] = [];
  if (rule.alongTrunk && input.trunk === 'inclined')
    for (const name of ['GT', 'AC'] as const) if (nearSlot(table, numberOf[name], frame.near) < 0) lacking.push(name);
  if (rule.needsScale && !frame.mmPerPx) lacking.push('scale');
  if (input.position === 'sideLying' && input.view === 'above' && !input.bellySide && readsBelly)
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
  return !(position === 'sideLying' && view === 'side'); // from beside the mat, a body on its side shows its front or back
}

type Sorted = { readonly seen: readonly Plan[]; readonly hidden: readonly Plan[] };
const sortedPlans = new Map<string, Sorted>();
/** Rules that a view of a position can show, and those that it cannot. */
function plansFor(position: Position, view: View): Sorted {
  const key = `${position} ${view}`;
  const known = sortedPlans.get(key);
  if (known) return known;
  const seen = plans.filter(({ rule }) => isVisible(rule, position, view));
  const sorted = { seen, hidden: plans.filter((plan) => !seen.includes(plan)) };
  sortedPlans.set(key, sorted);
  return sorted;
}

/** Measures that a view of a position can show. */
export const measuresSeen = (position: Position, view: View): string[] =>
  plansFor(position, view).seen.map(({ rule }) => rule.id);

const viewWords: Readonly<Record<View, string>> = {
  side: 'from the side',
  foot: 'from the foot end',
  head: 'from the head end',
  above: 'from above',
  front: 'from the front',
  behind: 'from behind',
};

/** Which limb an unnamed mark belongs to, in views that show both: the side of the middle on which its hip lies. */
function limbOf(slots: readonly number[], { table, frame }: Picture): 1 | -1 {
  const named = slots.map(sideAt).find(Boolean);
  if (named) return named === 'R' ? 1 : -1;
  const [left, right] = [table[sidedSlot(numberOf.ASIS, 'L')], table[sidedSlot(numberOf.ASIS, 'R')]];
  const middle: Vec2 = left && right ? [(left[0] + right[0]) / 2, (left[1] + right[1]) / 2] : frame.matMiddle;
  const hip = table[slots[0] ?? 0];
  return hip && dot([hip[0] - middle[0], hip[1] - middle[1]], frame.rightward) < 0 ? -1 : 1;
}

const noSides: readonly Side[] = [];
const bothSides: readonly Side[] = ['L', 'R'];
const oneSide: Readonly<Record<Side, readonly Side[]>> = { L: ['L'], R: ['R'] };

function isMarked({ needs }: Plan, { table }: Picture, side: Side): boolean {
  for (const { number, paired, instead } of needs)
    if (!paired && !table[sidedSlot(number, side)] && !(instead >= 0 && table[sidedSlot(instead, side)])) return false;
  return true;
}

/** Sides of which every single-limb landmark of a rule is marked by name. */
function sidesMarked(plan: Plan, picture: Picture): readonly Side[] {
  const [left, right] = [isMarked(plan, picture, 'L'), isMarked(plan, picture, 'R')];
  return left ? (right ? bothSides : oneSide.L) : right ? oneSide.R : noSides;
}

/**
 * All measures that the marks of one picture allow, with first-order errors.
 * Pixels of the original picture, y down; angles in degrees, lengths in mm, ratios plain.
 * Source of definitions, signs and error model: the project's page of measures.
 */
export function measure(given: MeasureInput): Result<MeasureOutput> {
  const input = flatten(given);
  const frame = readFrame(input);
  if (!frame.ok) return frame;
  const { position, view, headEnd, facing, bellySide, neutral: rest } = input;
  const isOwn = rest?.matLine !== undefined || rest?.scale !== undefined;
  const [matLine, scale] = [rest?.matLine ?? input.matLine, rest?.scale ?? input.scale];
  const neutralFrame = isOwn
    ? readFrame({ position, view, headEnd, facing, bellySide, matLine, scale }, 'neutral')
    : frame;
  if (!neutralFrame.ok) return neutralFrame;

  const now: Picture = { table: layOut(input.landmarks), frame: frame.value, path: '' };
  const neutral: Picture | undefined = rest && {
    table: layOut(rest.landmarks),
    frame: neutralFrame.value,
    path: 'neutral.',
  };
  const sdDeg = input.cameraElevationSdDeg ?? (input.cameraElevationDeg === undefined ? 2 : knownElevationSdDeg);
  const errors: Errors = { sdPx: input.markingSdPx, elevationSd: radians(sdDeg) };
  const measures: Record<string, Measure> = {};
  const missing: Record<string, readonly string[]> = {};
  const { seen, hidden } = plansFor(input.position, input.view);

  for (const plan of seen) {
    const { rule } = plan;
    const sides = rule.sided ? sidesMarked(plan, now) : noSides;
    if (!(rule.sided === 'always' && sides.length > 0)) {
      const wrong = tell(plan, input, now, neutral, errors, undefined, measures, missing);
      if (wrong) return { ok: false, error: wrong };
    }
    if (sides.length === 2 || (rule.sided === 'always' && sides.length > 0)) {
      for (const side of sides) {
        const wrong = tell(plan, input, now, neutral, errors, side, measures, missing);
        if (wrong) return { ok: false, error: wrong };
      }
    }
    if (rule.sided === 'always' && sides.length > 0) {
      const [first, second] = sides.map((side) => measures[`${rule.id}_${side}`]);
      const worse = second && Math.abs(second.value) > Math.abs(first?.value ?? 0) ? second : first;
      if (worse) measures[rule.id] = worse;
    }
  }
  const unseen: Record<string, string> = {};
  for (const plan of hidden) {
    if (!hasFirst(plan, now) || !gather(plan, now)) continue;
    const { id, name, views, positions } = plan.rule;
    const here = positions && !positions.includes(input.position) ? 'in this position' : viewWords[input.view];
    unseen[id] = `${name} cannot be read ${here}; look ${views.map((view) => viewWords[view]).join(' or ')}`;
  }
  return success({ measures, missing, unseen, warnings: checkPicture(input, now) });
}

/** Puts what a rule reads among the measures, or what it lacks among the missing; gives back what cannot be right. */
function tell(
  plan: Plan,
  input: MeasureInput,
  now: Picture,
  neutral: Picture | undefined,
  errors: Errors,
  side: Side | undefined,
  measures: Record<string, Measure>,
  missing: Record<string, readonly string[]>,
): Failure | undefined {
  const { rule } = plan;
  const name = side ? `${rule.id}_${side}` : rule.id;
  const here = gather(plan, now, side);
  const there = rule.fromNeutral && neutral ? gather(plan, neutral, side) : undefined;
  const context = lackingContext(plan, input, now);
  const scaleDiffers =
    rule.compares === 'ratio' && neutral && Boolean(now.frame.mmPerPx) !== Boolean(neutral.frame.mmPerPx);
  if (!here || context.length > 0 || scaleDiffers || (rule.fromNeutral && !there)) {
    missing[name] = [
      ...lackingMarks(plan, now, side),
      ...context,
      ...(rule.fromNeutral && !neutral ? ['neutral'] : []),
      ...(rule.fromNeutral && neutral ? lackingMarks(plan, neutral, side).map((mark) => `neutral.${mark}`) : []),
      ...(scaleDiffers ? ['scale'] : []),
    ];
    return undefined;
  }
  const frame = trunkFrame(rule, input, now);
  const points = pointsOf(now, here);
  const wrong = checkPlaces(rule, here, points, frame, '', errors.sdPx);
  if (wrong) return wrong;
  const limb = side ? (side === 'R' ? 1 : -1) : rule.sided ? limbOf(here, now) : 1;
  const first = rule.read(points, frame, limb);
  const inProfile = isProfile(input);
  const parts: Parts = { variance: 0, finding: 0, elevated: 0 };
  const model = rule.model?.(points, input.view, first.value);
  if (!there || !neutral) {
    addParts(parts, first, here, frame, errors, inProfile);
    measures[name] = conclude(rule, input, frame, errors, parts, model, first.value, first.turn);
    return undefined;
  }
  const before = trunkFrame(rule, input, neutral);
  const restPoints = pointsOf(neutral, there);
  const wrongThen = checkPlaces(rule, there, restPoints, before, 'neutral.', errors.sdPx);
  if (wrongThen) return wrongThen;
  const [a, b, value] = against(rule, first, rule.read(restPoints, before, limb), frame, before);
  addParts(parts, a, here, frame, errors, inProfile);
  addParts(parts, b, there, before, errors, inProfile);
  measures[name] = conclude(rule, input, frame, errors, parts, model, value, a.turn);
  return undefined;
}

/** A value against the same in the set-up picture, with the slopes of the result in the points of both. */
function against(
  rule: MeasureRule,
  now: Dual,
  neutral: Dual,
  frame: Frame,
  before: Frame,
): readonly [Dual, Dual, number] {
  if (rule.compares !== 'ratio') return [now, chain(neutral, 0, -1), wrapDeg(now.value - neutral.value)];
  const scale = (frame.mmPerPx ?? 1) / (before.mmPerPx ?? 1);
  const ratio = (now.value / neutral.value) * scale;
  return [chain(now, 0, scale / neutral.value), chain(neutral, 0, -ratio / neutral.value), ratio];
}

function conclude(
  { report, unit }: MeasureRule,
  { cameraElevationDeg = 0 }: MeasureInput,
  { mmPerPx, matLengthPx }: Frame,
  { sdPx, elevationSd }: Errors,
  { variance, finding, elevated }: Parts,
  model: readonly [within: number, between: number] = [0, 0],
  value: number,
  turn: number,
): Measure {
  const corrected = mmPerPx ? value + elevated * radians(cameraElevationDeg) : value;
  const reported = report ? report(corrected) : corrected;
  const seWithin = Math.sqrt(variance + model[0] ** 2);
  if (!mmPerPx) return { value: reported, unit, seWithin };
  const matSd = (Math.SQRT2 * sdPx) / matLengthPx;
  const between = variance + finding + (elevated * elevationSd) ** 2 + (turn * matSd) ** 2 + model[1] ** 2;
  return { value: reported, unit, seWithin, seBetween: Math.sqrt(between) };
}
