// What may be shown to an eye in training: a level in a phase from a view, and faults that such a view truly shows.
import { sides } from '../anatomy/landmarks';
import type { LandmarkKey, Side } from '../anatomy/landmarks';
import type { View } from '../anatomy/positions';
import { measuresSeen } from '../alignment/needs';
import { drawableFaults, usualAmount, withFault } from '../body/deviations';
import type { Pose } from '../body/pose';
import { positionOf } from '../body/position';
import { typicalBody } from '../body/segments';
import type { Body } from '../body/segments';
import { poseBody } from '../body/skeleton';
import { nearSideOf } from '../figure/camera';
import { shownIn, trueEye } from '../figure/true-marks';
import { keysOf } from '../keyed';
import type { Exercise, Level, Repertoire } from '../knowledge/entries';
import { watchedAt } from '../knowledge/fits';
import { looksAt } from '../knowledge/looks';
import { drawnPoses } from '../knowledge/rehearse';
import type { Drawn } from '../knowledge/rehearse';
import { resolveTargets } from '../knowledge/stances';
import type { StancesInForce } from '../knowledge/stances';

export type Scene = { readonly exercise: Exercise; readonly level: Level; readonly view: View };

/** Every level of every exercise from every side that it is looked at from. */
export const scenesOf = ({ exercises }: Pick<Repertoire, 'exercises'>): Scene[] =>
  exercises.flatMap((exercise) =>
    exercise.levels.flatMap((level) => looksAt(exercise, level.number).map(({ view }) => ({ exercise, level, view }))),
  );

/** The poses of a scene at its top, under the stances in force. */
export const posesOf = (repertoire: Repertoire, { exercise, level, view }: Scene, stances: StancesInForce): Drawn =>
  drawnPoses(repertoire, { exercise, level, view, phase: 'hold', stances });

/** From an end of the mat the near half of a body hides the far one: nothing there can be judged against it. */
const farFrom: Readonly<Partial<Record<View, readonly string[]>>> = {
  foot: ['SN', 'AC', 'TR'],
  head: ['PAT', 'LM', 'HEEL', 'GT'],
};
const isBehind = (view: View, key: LandmarkKey): boolean =>
  farFrom[view]?.some((name) => key === name || key.startsWith(`${name}_`)) ?? false;

/** How far each place that a view shows moves in it from one pose to another, mm: along the picture, place after place. */
export function moved(from: Pose, to: Pose, view: View, body: Body = typicalBody): number[] {
  const [before, after] = [poseBody(body, from), poseBody(body, to)];
  const { see } = trueEye(view);
  const shown = new Set<LandmarkKey>(
    shownIn(view, nearSideOf(after.position, view)).filter((key) => !isBehind(view, key)),
  );
  return keysOf(after.landmarks).flatMap((key) => {
    const [a, b] = [before.landmarks[key], after.landmarks[key]];
    if (!a || !b || !shown.has(key)) return [];
    const [[ax, ay], [bx, by]] = [see(a).at, see(b).at];
    return [bx - ax, by - ay];
  });
}

const lengthOf = (field: readonly number[]): number => Math.hypot(...field);
/** The farthest that any place moves, mm. */
export const farthest = (field: readonly number[]): number =>
  field.reduce((most, x, i) => (i % 2 === 0 ? Math.max(most, Math.hypot(x, field[i + 1] ?? 0)) : most), 0);

/** A field without what all places share: a body that slides aside as a whole shows it to nobody who has no mark to see it against. */
export function withinBody(field: readonly number[]): number[] {
  const count = Math.max(1, field.length / 2);
  const mean = [0, 1].map((axis) => field.reduce((sum, x, i) => (i % 2 === axis ? sum + x : sum), 0) / count);
  return field.map((x, i) => x - (mean[i % 2] ?? 0));
}

/** From here on two faults move a body the same way: nobody could tell them apart in this view. */
const sameFrom = 0.85;
export function looksTheSame(a: readonly number[], b: readonly number[]): boolean {
  const [one, other] = [lengthOf(a), lengthOf(b)];
  const dot = a.reduce((sum, x, i) => sum + x * (b[i] ?? 0), 0);
  return one > 0 && other > 0 && dot / (one * other) > sameFrom;
}

/** A fault moves some place in the picture by at least this much when it is plain, or the view does not show it. */
const leastMm = 14;
/** And by at least this share of what the view that shows it best does: a glimpse from elsewhere is no fair question. */
const leastShare = 0.6;
const everyWay: readonly View[] = ['side', 'foot', 'above', 'front'];

export type VisibleFault = { readonly id: string; readonly side: Side; readonly field: readonly number[] };

/** A fault as a view shows it, on the side on which it shows more; undefined where it hardly does. */
function visible(id: string, clean: Pose, view: View): VisibleFault | undefined {
  const both = sides.map((side) => {
    const faulty = withFault(clean, id, usualAmount(id), side);
    return { id, side, faulty, field: withinBody(moved(clean, faulty, view)) };
  });
  const [plain] = both.toSorted((a, b) => farthest(b.field) - farthest(a.field));
  if (!plain || farthest(plain.field) < leastMm) return undefined;
  const best = Math.max(...everyWay.map((one) => farthest(withinBody(moved(clean, plain.faulty, one)))));
  const { faulty: _, ...shown } = plain;
  return farthest(plain.field) >= leastShare * best ? shown : undefined;
}

/** Faults that a measure names from there. */
function namedFrom(repertoire: Repertoire, { exercise, level, view }: Scene, stances: StancesInForce): Set<string> {
  const targets = resolveTargets(repertoire, exercise, level.number, 'hold', stances);
  const measures = measuresSeen(positionOf(level.top), view);
  const told = (targets.ok ? targets.value : []).filter(({ measure }) => measures.includes(measure));
  return new Set(told.flatMap(({ low, high }) => [low, high]).filter((fault) => fault !== null));
}

/**
 * Faults that are watched at the top of a scene, that are looked for or measured from its view and that it truly shows, each with how it
 * moves the body; where two look the same there, the one that is watched first stands for both.
 */
export function visibleFaults(
  repertoire: Repertoire,
  scene: Scene,
  clean: Pose,
  stances: StancesInForce,
): VisibleFault[] {
  const named = namedFrom(repertoire, scene, stances);
  const watched = watchedAt(repertoire, scene.exercise, scene.level.number).faults.filter(
    ({ fault, phases, standAt }) =>
      phases.includes('hold') && drawableFaults.includes(fault) && (standAt === scene.view || named.has(fault)),
  );
  const kept: VisibleFault[] = [];
  for (const { fault } of watched) {
    const shown = visible(fault, clean, scene.view);
    if (shown && !kept.some((one) => looksTheSame(one.field, shown.field))) kept.push(shown);
  }
  return kept;
}
