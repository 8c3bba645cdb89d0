// What was tried against a fault, counted: in this exercise first, then in others of the same shape, then in all.
import { factsOfPhase } from '../knowledge/facts';
import type { Exercise } from '../knowledge/entries';

export type Trial = {
  readonly fault: string;
  readonly correction: string;
  readonly success: boolean;
  readonly client: 'this' | 'other';
  /** Where it was tried; left out, in the exercise that is asked of. */
  readonly exercise?: string;
};

/** How often a correction was tried against a fault in one exercise, counted. */
export type Evidence = {
  readonly fault: string;
  readonly correction: string;
  readonly exercise: string;
  /** Of the exercise, by `shapeOf`; left out where it is no longer known. */
  readonly shape?: string;
  readonly tried: number;
  readonly helped: number;
  /** Times running, up to the newest, that it did not help there. */
  readonly failedRunning: number;
};

/** What was counted before: with this client, and with all of the studio's, this one among them. */
export type Known = { readonly client: readonly Evidence[]; readonly studio: readonly Evidence[] };

/** Successes and trials. */
export type Counts = readonly [helped: number, tried: number];

/** How near to the exercise asked of something was tried, nearest first. */
export const nearnesses = ['here', 'alike', 'elsewhere'] as const;
export type Nearness = (typeof nearnesses)[number];
export type ByNearness = Readonly<Record<Nearness, Counts>>;

const none: Counts = [0, 0];

export const plus = ([a, b]: Counts, [c, d]: Counts): Counts => [a + c, b + d];
const minus = ([a, b]: Counts, [c, d]: Counts): Counts => [Math.max(0, a - c), Math.max(0, b - d)];
export const totalOf = (counts: ByNearness): Counts => nearnesses.reduce((sum, one) => plus(sum, counts[one]), none);
const without = (all: ByNearness, own: ByNearness): ByNearness => ({
  here: minus(all.here, own.here),
  alike: minus(all.alike, own.alike),
  elsewhere: minus(all.elsewhere, own.elsewhere),
});

const lowHeads = ['down', 'downOnSupport'];

/** Exercises of one shape: the trunk rests alike at the top of their first level; on the back the head is up in both, or down. */
export function shapeOf({ levels }: Pick<Exercise, 'levels'>): string | undefined {
  const [first] = levels;
  if (!first) return undefined;
  const { trunk, head } = factsOfPhase(first);
  return trunk === 'onBack' ? `${trunk}, head ${lowHeads.includes(head) ? 'down' : 'up'}` : trunk;
}

/** Counted rows with the shape of each one's exercise, where that is still in the repertoire. */
export const withShapes = (
  exercises: readonly Pick<Exercise, 'id' | 'levels'>[],
  rows: readonly Evidence[],
): Evidence[] => {
  const known = new Map(exercises.map((exercise) => [exercise.id, exercise]));
  return rows.map((row) => {
    const exercise = known.get(row.exercise);
    const shape = exercise && shapeOf(exercise);
    return shape ? { ...row, shape } : row;
  });
};

/** Of each correction against each fault, what was counted in all exercises together; in the order in which they are first met. */
export function totalsOf(
  counted: readonly Evidence[],
): readonly Pick<Evidence, 'fault' | 'correction' | 'tried' | 'helped'>[] {
  const totals = new Map<string, { fault: string; correction: string; tried: number; helped: number }>();
  for (const { fault, correction, tried, helped } of counted) {
    const before = totals.get(`${fault} ${correction}`) ?? { fault, correction, tried: 0, helped: 0 };
    totals.set(`${fault} ${correction}`, { ...before, tried: before.tried + tried, helped: before.helped + helped });
  }
  return [...totals.values()];
}

/** What is counted without some trials that are told elsewhere. */
export function withoutTrials(counted: readonly Evidence[], trials: readonly Trial[]): Evidence[] {
  return counted.map((one) => {
    const own = trials.filter(
      ({ fault, correction, exercise }) =>
        fault === one.fault && correction === one.correction && (exercise ?? one.exercise) === one.exercise,
    );
    const [helped, tried] = count(own);
    return {
      ...one,
      tried: Math.max(0, one.tried - tried),
      helped: Math.max(0, one.helped - helped),
      failedRunning: Math.max(0, one.failedRunning - (tried - helped)),
    };
  });
}

const count = (trials: readonly Trial[]): Counts => [trials.filter(({ success }) => success).length, trials.length];

/** Times running, up to the newest, that a correction did not help. */
function failuresRunning(trials: readonly Trial[], before: number): number {
  const last = trials.findLastIndex(({ success }) => success);
  return last < 0 ? before + trials.length : trials.length - 1 - last;
}

/** Where a trial or a counted row lies, seen from an exercise of this shape. */
type Asked = { readonly exercise: string; readonly shape: string | undefined };
const nearnessOf = (one: { readonly exercise?: string; readonly shape?: string }, asked: Asked): Nearness => {
  if (one.exercise === undefined || one.exercise === asked.exercise) return 'here';
  return one.shape !== undefined && one.shape === asked.shape ? 'alike' : 'elsewhere';
};

const sortedByNearness = <T extends { readonly exercise?: string; readonly shape?: string }>(
  all: readonly T[],
  asked: Asked,
  countsOf: (of: readonly T[]) => Counts,
): ByNearness => {
  const at = (nearness: Nearness): Counts => countsOf(all.filter((one) => nearnessOf(one, asked) === nearness));
  return { here: at('here'), alike: at('alike'), elsewhere: at('elsewhere') };
};

const sumOf = (rows: readonly Evidence[]): Counts =>
  rows.reduce<Counts>((sum, { helped, tried }) => plus(sum, [helped, tried]), none);

const addAll = (a: ByNearness, b: ByNearness): ByNearness => ({
  here: plus(a.here, b.here),
  alike: plus(a.alike, b.alike),
  elsewhere: plus(a.elsewhere, b.elsewhere),
});

/** Trials of a correction against a fault: this client's, all others', and how often running it failed this client, as near as it was tried. */
export type Found = { readonly client: ByNearness; readonly others: ByNearness; readonly failedRunning: number };

const nowhere: ByNearness = { here: none, alike: none, elsewhere: none };
const untried: Found = { client: nowhere, others: nowhere, failedRunning: 0 };

/** What is known of one correction against one fault: trials told apart (oldest first), and what was counted before them. */
export function findTrials(
  { fault, correction }: { readonly fault: string; readonly correction: string },
  history: readonly Trial[],
  known: Known | undefined,
  asked: Asked,
): Found {
  const isOf = (one: { readonly correction: string; readonly fault: string }) =>
    one.correction === correction && one.fault === fault;
  const trials = history.filter(isOf);
  const own = trials.filter(({ client }) => client === 'this');
  const [before, everyone] = [(known?.client ?? []).filter(isOf), (known?.studio ?? []).filter(isOf)];
  if (trials.length + before.length + everyone.length === 0) return untried;
  const counted = sortedByNearness(before, asked, sumOf);
  const nearest = nearnesses.find((one) =>
    [...own, ...before].some((row) => nearnessOf(row, asked) === one && !('tried' in row && row.tried === 0)),
  );
  const isNearest = (one: { readonly exercise?: string; readonly shape?: string }) =>
    nearnessOf(one, asked) === nearest;
  const failedBefore = Math.max(0, ...before.filter(isNearest).map(({ failedRunning }) => failedRunning));
  return {
    client: addAll(counted, sortedByNearness(own, asked, count)),
    others: addAll(
      without(sortedByNearness(everyone, asked, sumOf), counted),
      sortedByNearness(
        trials.filter(({ client }) => client === 'other'),
        asked,
        count,
      ),
    ),
    failedRunning: failuresRunning(own.filter(isNearest), failedBefore),
  };
}
