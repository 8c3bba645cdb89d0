// What follows from a taught session for the client's file: standings as doses, and how corrections went.
import type { Body } from '../body/segments';
import type { Repertoire } from '../knowledge/entries';
import { timeDose } from './dose';
import type { Dose } from './dose';
import { rungAt } from '../load/rungs';
import type { Item, Session } from './session';

export type FollowingDose = Dose & {
  /** The decision that led to it. */
  readonly id: string;
  /** When it was decided, ms since 1970. */
  readonly at: number;
  /** Half-way to the next level. */
  readonly half: boolean;
  readonly setS: number;
  readonly breathsPerMinute: number;
};

export type FollowingTrial = {
  /** The tap that began it. */
  readonly id: string;
  readonly exercise: string;
  readonly fault: string;
  readonly correction: string;
  readonly verdict: 'better' | 'same' | 'worse';
};

/** Corrections that were judged, by the exercise they were tried in. */
export function trialsFrom({ items }: Session): FollowingTrial[] {
  return items.flatMap(({ exercise, tries }) =>
    tries.flatMap(({ id, fault, correction, verdict }) =>
      verdict === null || verdict === 'notTried' ? [] : [{ id, exercise, fault, correction, verdict }],
    ),
  );
}

/** Stops of the client, of any day: `from` ms since 1970, `until` absent while nobody has cleared it. */
export type StopSpan = { readonly from: number; readonly until?: number };

/**
 * The doses that a session's decisions lead to; none for what was decided while a stop stood, this session's own among them.
 * Exercises that have left the repertoire since lead to none.
 */
export function dosesFrom(
  session: Session,
  repertoire: Repertoire,
  body: Body,
  stops: readonly StopSpan[],
): FollowingDose[] {
  const own: StopSpan[] = session.stop ? [{ from: session.stop.at }] : [];
  const isStopped = (at: number) =>
    [...stops, ...own].some(({ from, until = Number.POSITIVE_INFINITY }) => from < at && at < until);
  return session.items.flatMap((item) => {
    const { decision } = item;
    if (!decision || isStopped(decision.at)) return [];
    const dose = nextDose(item, decision.level, repertoire, body);
    return dose ? [{ id: decision.id, at: decision.at, ...dose }] : [];
  });
}

/** The dose that a decision leads to: the taught one where the level stays, else the level's own. */
function nextDose(
  item: Item,
  level: number,
  { exercises }: Repertoire,
  body: Body,
): Omit<FollowingDose, 'id' | 'at'> | undefined {
  const exercise = exercises.find(({ id }) => id === item.exercise);
  const rung = exercise && rungAt(exercise, level, body);
  if (!rung) return undefined;
  const { repetitions, sets, sides, directions, pattern, pace } =
    level === item.level ? item.dose : { ...item.dose, ...rung.dose };
  const dose: Dose = {
    exercise: item.exercise,
    level: Math.floor(level),
    repetitions,
    sets,
    sides,
    directions,
    pattern,
    pace,
    changeOverS: 5,
  };
  const times = timeDose(dose);
  if (!times.ok) return undefined;
  const { setS, breathsPerMinute } = times.value;
  return { ...dose, half: !Number.isInteger(level), setS, breathsPerMinute };
}
