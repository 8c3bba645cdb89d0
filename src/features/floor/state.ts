// What the Floor shows of an exercise, worked out from the day's pack and the session's events. Pure: tested without a browser.
import { unsafeFaults } from '@/core/knowledge/conditions';
import { v7 as newId } from 'uuid';
import type { Option, Ranking } from '@/core/corrections/rank';
import { allowedLevel, weighExercise, weighLevel } from '@/core/knowledge/cautions';
import { isAllowed } from '@/core/knowledge/standings';
import type { Weighed } from '@/core/knowledge/cautions';
import type { Exercise, Fault, Level } from '@/core/knowledge/entries';
import { layStances, resolveStances } from '@/core/knowledge/stances';
import type { StancesInForce } from '@/core/knowledge/stances';
import { springsInRoom } from '@/core/knowledge/room-springs';
import { watchedAt } from '@/core/knowledge/fits';
import { watchFor } from '@/core/knowledge/watch';
import type { Watch } from '@/core/knowledge/watch';
import { adviseLevel, faultInHand, faultLooked, suggest } from '@/core/progression/advice';
import type { LevelAdvice } from '@/core/progression/advice';
import type { Standing } from '@/core/load/capacity';
import { edgeOf } from '@/core/load/fan';
import type { PlannedEdge } from '@/core/load/fan';
import { areLegsHeld } from '@/core/load/levels';
import { lostBlocks } from '@/core/progression/words';
import type { Planned } from '@/core/progression/events';
import type { LostBlock } from '@/core/progression/words';
import type { Outcome } from '@/core/progression/kept-outcome';
import { levelText, rungAt } from '@/core/load/rungs';
import { lostTwiceRunning, nextUp, openTry } from '@/core/progression/session';
import type { Item, NextUp, Session } from '@/core/progression/session';
import type { DayPack, FloorClient } from './pack';
import { faultFelt } from '@/core/corrections/felt';
import { withoutTrials } from '@/core/corrections/evidence';
import { planItem } from '@/core/progression/plan-item';

/** The stances in force for a client in an exercise. */
export function stancesFor(pack: DayPack, client: FloorClient, exercise: string): StancesInForce {
  const laid = layStances({
    studio: pack.studio,
    client,
    exercise: pack.studio.exerciseStances[exercise] ?? {},
  });
  const resolved = resolveStances(pack.repertoire, laid.school, laid.stances, laid.from);
  if (!resolved.ok) throw new Error(resolved.error.message); // the server keeps no stance that it does not know
  return resolved.value;
}

/** Springs for a level by what hangs in this room. */
export function roomSprings(
  { studio }: DayPack,
  exercise: Exercise,
  level: number,
  { body }: Pick<FloorClient, 'body'>,
): string | undefined {
  const rung = rungAt(exercise, level, body);
  return rung && springsInRoom(exercise, rung, studio.room.rigs);
}

/** An exercise put on a session's plan, with its dose as the school in force gives it or as it was left last time. */
export function plan(pack: DayPack, client: FloorClient, { exercise: id, level }: Standing): Planned | undefined {
  const exercise = pack.repertoire.exercises.find((one) => one.id === id);
  if (!exercise) return undefined;
  return planItem(exercise, client.body, stancesFor(pack, client, id), {
    item: newId(),
    level,
    springs: client.springs[id]?.text ?? roomSprings(pack, exercise, level, client),
    before: client.standings.find((one) => one.exercise === id && one.level === level)?.dose,
  });
}

/** A planned exercise that may not be done as it is planned: why, and at which level it may, if at any. */
export type RuledOut = { readonly why: string; readonly instead?: number };

/** Whether a planned exercise may be done today; undefined where nothing stands against it. */
export function ruledOutOf({ repertoire }: DayPack, client: FloorClient, planned: Planned): RuledOut | undefined {
  const exercise = repertoire.exercises.find(({ id }) => id === planned.exercise);
  const rung = exercise && rungAt(exercise, planned.level, client.body);
  if (!exercise || !rung) return undefined;
  const weighed = weighLevel(repertoire, exercise, rung, client.acting);
  if (isAllowed(weighed)) return undefined;
  const instead = allowedLevel(weighExercise(repertoire, exercise, client.acting), Math.floor(planned.level));
  const why = weighed.reasons.find(({ act, overruled }) => act === 'ruleOut' && !overruled);
  return {
    why: why ? `${why.name}: ${why.why}` : 'A stop sign is on file.',
    ...(instead === undefined ? {} : { instead }),
  };
}

export type Pane = 'setUp' | 'teach' | 'watch' | 'correct' | 'level';

export type ItemView = {
  readonly item: Item;
  /** Absent when it has left the repertoire since: what was done stays, nothing more is known. */
  readonly exercise?: Exercise;
  readonly rung?: Level;
  readonly levels: number;
  readonly next: NextUp;
  readonly stop: boolean;
  readonly weighed?: Weighed;
  readonly watch: readonly Watch[];
  readonly breathFrom: string;
  readonly unsafe: ReadonlySet<string>;
  readonly fault?: Fault;
  readonly ranking?: Ranking;
  /** What to say now: what is being tried, else the best that is left. */
  readonly option?: Option;
  readonly advice?: LevelAdvice;
  /** How low the legs may go at this level. */
  readonly edge?: PlannedEdge;
  /** The pane that fits the moment. */
  readonly pane: Pane;
};

function paneOf(item: Item, next: NextUp, stop: boolean, hasFault: boolean): Pane {
  if (item.decision || (next.finished && !openTry(item))) return 'level';
  const done = item.sets.some(({ repetitions }) => repetitions.length > 0);
  if (!done) return 'setUp';
  const first = item.sets[0]?.number;
  const inFirst = next.set === first && !next.full;
  if (inFirst && !stop) return 'watch';
  return hasFault ? 'correct' : 'watch';
}

/** Where only a block was named: the fault of that block that is watched first in this exercise. */
function likeliestIn(item: Item, { faults }: Exercise, repertoire: DayPack['repertoire']): string | undefined {
  const block = item.sets.flatMap(({ repetitions }) => repetitions).findLast((one) => one.block)?.block;
  return faults.find(({ fault: id }) => {
    const fault = repertoire.faults.find((one) => one.id === id);
    return fault && blockOf(fault) === block;
  })?.fault;
}

/** What to say now against a fault: what is being tried, else the best that is left. */
function correctionsFor(pack: DayPack, client: FloorClient, item: Item, fault: Fault) {
  const ranking = suggest(pack.repertoire, item, fault.id, {
    history: [],
    known: { client: client.known, studio: withoutTrials(pack.known, client.trials) },
    conditions: client.conditions,
    props: pack.studio.room.props,
    touchConsent: client.touchConsent,
  });
  const tried = openTry(item);
  const option = ranking.options.find(({ correction }) => correction === tried?.correction) ?? ranking.options[0];
  return { ranking, ...(option ? { option } : {}) };
}

/** What the gate advises for next time. */
function adviceFor(pack: DayPack, client: FloorClient, item: Item, exercise: Exercise, unsafe: ReadonlySet<string>) {
  const { repertoire } = pack;
  return adviseLevel(item, {
    repertoire,
    exercise,
    school: stancesFor(pack, client, exercise.id).school,
    body: client.body,
    conditions: client.conditions,
    unsafe,
    history: client.history[exercise.id] ?? [],
    capacityPct: client.load.capacity?.pct,
    today: pack.day,
    weigh: (level) => weighLevel(repertoire, exercise, level, client.acting),
  });
}

/** How low the legs may go at a level, where she holds something and nothing carries them. */
function edgeFor({ body, load: { capacity } }: FloorClient, rung: Level): PlannedEdge | undefined {
  return capacity && !areLegsHeld(rung) ? edgeOf(body, rung.top, capacity) : undefined;
}

/** Everything that the Floor shows of one exercise. `working`: the fault that the instructor chose to work on. */
export function viewItem(pack: DayPack, client: FloorClient, item: Item, working?: string): ItemView {
  const { repertoire } = pack;
  const exercise = repertoire.exercises.find(({ id }) => id === item.exercise);
  const next = nextUp(item);
  const stop = lostTwiceRunning(item);
  const unsafe = unsafeFaults(repertoire, client.conditions);
  const rung = exercise && rungAt(exercise, item.level, client.body);
  if (!exercise || !rung) {
    const pane = item.decision || next.finished ? 'level' : 'watch';
    return { item, levels: 0, next, stop, watch: [], breathFrom: '', unsafe, pane };
  }
  const watched = watchedAt(repertoire, exercise, rung.number);
  const wanted =
    working ??
    faultInHand(item, unsafe) ??
    likeliestIn(item, exercise, repertoire) ??
    faultLooked(repertoire, watched, item, unsafe) ??
    faultFelt(repertoire, watched, item.felt);
  const fault = repertoire.faults.find(({ id }) => id === wanted);
  const edge = edgeFor(client, rung);
  return {
    ...{ item, rung, next, stop, unsafe },
    exercise: watched,
    levels: exercise.levels.length,
    weighed: weighLevel(repertoire, exercise, rung, client.acting),
    watch: watchFor(repertoire, { exercise: watched, level: rung }, client.conditions, client.last[exercise.id] ?? []),
    breathFrom: stancesFor(pack, client, exercise.id).school.name,
    ...(edge ? { edge } : {}),
    ...(fault ? { fault, ...correctionsFor(pack, client, item, fault) } : {}),
    advice: adviceFor(pack, client, item, exercise, unsafe),
    pane: paneOf(item, next, stop, fault !== undefined),
  };
}

/** Three points, as many of them written as there are. */
export const threeOf = (points: readonly string[]): readonly string[] => [0, 1, 2].map((i) => points[i] ?? '');

/** What was done on the mat: it can be done at home. */
export const matWork = ({ items }: Outcome, { repertoire }: DayPack): Outcome['items'] =>
  items.filter(
    ({ exercise, repetitions }) =>
      repetitions > 0 && repertoire.exercises.find(({ id }) => id === exercise)?.apparatus === 'mat',
  );

/** What is practised at home: only what is held, never the level that is new next time. */
export const homeItems = (session: Session, { items }: Outcome, home: readonly string[]) =>
  items.flatMap(({ item, exercise, level, decision }) => {
    const dose = session.items.find((one) => one.item === item)?.dose;
    return home.includes(exercise) && dose
      ? [{ exercise, level: Math.min(level, decision?.level ?? level), repetitions: dose.repetitions }]
      : [];
  });

export type LostChoice = {
  readonly block: LostBlock;
  readonly faults: readonly { readonly id: string; readonly plain: string; readonly safety: boolean }[];
};

/** What can have been lost, by block of the body: the faults of this exercise, and the breath. */
export function lostChoices({ exercise, unsafe }: ItemView, pack: DayPack): LostChoice[] {
  const watched = exercise?.faults ?? [];
  return lostBlocks.flatMap((block): LostChoice[] => {
    const faults = watched.flatMap(({ fault: id }) => {
      const fault = pack.repertoire.faults.find((one) => one.id === id);
      return fault && blockOf(fault) === block ? [{ id, plain: fault.plain, safety: unsafe.has(id) }] : [];
    });
    return faults.length > 0 || block !== 'legs' ? [{ block, faults: faults.slice(0, mostNamed) }] : [];
  });
}

const mostNamed = 3;
const blockOf = ({ ofBreath, block }: Fault): LostBlock => (ofBreath ? 'breath' : block);

/** `5 each side`, `2 sets of 3 each side`. */
export function doseText({ repetitions, sets, sides, directions }: Item['dose']): string {
  const each = `${repetitions}${sides === 2 ? ' each side' : ''}${directions === 2 ? ', each way' : ''}`;
  return sets === 1 ? each : `${sets} sets of ${each}`;
}

export const levelLine = ({ item, levels }: Pick<ItemView, 'item' | 'levels'>): string =>
  levels > 0 ? `Level ${levelText(item.level)} of ${levels}` : `Level ${levelText(item.level)}`;

/** Exercises on the plan that are not dropped, and which is in hand. */
export function onPlan(session: Session): { readonly items: readonly Item[]; readonly current: Item | undefined } {
  const items = session.items.filter(({ dropped }) => !dropped);
  return { items, current: items.find(({ item }) => item === session.current) ?? items[0] };
}

/** Apparatus of the plan that nobody has checked today. */
export function uncheckedOf(
  pack: DayPack,
  planned: readonly Pick<Planned, 'exercise'>[],
  checked: readonly string[],
): string[] {
  const wanted = new Set(
    planned.flatMap(({ exercise: id }) => {
      const exercise = pack.repertoire.exercises.find((one) => one.id === id);
      return exercise && exercise.apparatus !== 'mat' ? [exercise.apparatus] : [];
    }),
  );
  return [...wanted].filter((one) => !pack.checked.includes(one) && !checked.includes(one));
}
