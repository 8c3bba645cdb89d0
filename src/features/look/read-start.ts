// The page before the bench: what may be looked at, how it stands for this client, and what to watch in it.
import { dayOf, todayIn } from '@/data/days';
import { allowedLevel, weighExercise } from '@/core/knowledge/cautions';
import type { Weighed } from '@/core/knowledge/cautions';
import { conditionsInForce } from '@/core/knowledge/conditions';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { exerciseAt } from '@/core/knowledge/find';
import { setUpAt, watchedAt } from '@/core/knowledge/fits';
import { lastFound } from '@/core/knowledge/kept';
import { looksAt } from '@/core/knowledge/looks';
import { schoolName, signName } from '@/core/knowledge/names';
import { isAllowed } from '@/core/knowledge/standings';
import { layStances } from '@/core/knowledge/stances';
import { watchFor } from '@/core/knowledge/watch';
import type { Watch } from '@/core/knowledge/watch';
import type { Result } from '@/core/result';
import { success } from '@/core/result';
import { findClient } from '@/data/stores/clients';
import { listResults } from '@/data/stores/looks';
import { checkedOn, findRepertoire, findStudio } from '@/data/stores/studio';
import { actingOn } from '@/data/types';
import type { ClientCard, StudioCard, Who } from '@/data/types';
import { noExercise } from './read';

/** As much of an exercise as the page before the bench shows. */
export type StartExercise = Pick<Exercise, 'id' | 'name' | 'plain' | 'position' | 'apparatus' | 'cautions'> & {
  readonly levels: readonly (Pick<Exercise['levels'][number], 'number' | 'name' | 'change' | 'top' | 'scene'> & {
    readonly weighed: Weighed;
    readonly looks: Exercise['looks'];
    readonly setUp: Exercise['setUp'];
    readonly position: Exercise['position'];
    readonly wantsSpotter: boolean;
    readonly watch: readonly Watch[];
  })[];
  readonly judgedBy: string;
};

/** An exercise as the list of them names it. */
export type StartChoice = Pick<Exercise, 'id' | 'name' | 'plain'> & {
  /** At least one level may be done by this client. */
  readonly isAllowed: boolean;
};

export type StartPage = {
  readonly clientId: string;
  readonly clientName: string;
  readonly first: { readonly exercise: string; readonly level: number };
  /** Why it does not begin with what was asked for. */
  readonly notAsAsked: string | null;
  /** Every exercise that names a side to look from. */
  readonly exercises: readonly StartChoice[];
  /** The one that the page begins with; others are read as they are chosen. */
  readonly exercise: StartExercise | null;
  readonly stopped: { readonly sign: string; readonly on: string } | null;
  readonly stopSigns: Repertoire['stopSigns'];
  readonly rooms: readonly { readonly id: string; readonly name: string }[];
  readonly room: string;
  /** What stands in the room where the asker works. */
  readonly inRoom: readonly Exercise['apparatus'][];
  /** Apparatus checked today, and by whom. */
  readonly checked: readonly { readonly apparatus: Exercise['apparatus']; readonly by: string }[];
};

/** What weighs on every exercise of the page before the bench. */
type StartContext = {
  readonly repertoire: Repertoire;
  readonly studio: StudioCard;
  readonly client: ClientCard;
  /** The exercise of the client's last look, and what was found in it. */
  readonly last: string | undefined;
  readonly seen: Parameters<typeof watchFor>[3];
};

function startExercise(exercise: Exercise, { repertoire, studio, client, seen }: StartContext): StartExercise {
  const { id, name, plain, position, apparatus, cautions } = exercise;
  const weighed = weighExercise(repertoire, exercise, actingOn(client));
  const { school } = layStances({ studio, client, exercise: studio.exerciseStances[id] ?? {} });
  const conditions = conditionsInForce(client.conditions);
  const levels = exercise.levels
    .map((level) => ({ ...level, level }))
    .map(({ number, name: levelName, change, top, scene, load, level }) => ({
      number,
      name: levelName,
      change,
      top,
      ...(scene ? { scene } : {}),
      weighed: weighed.levels[number] ?? { standing: 'fine' as const, reasons: [] },
      looks: looksAt(exercise, number),
      setUp: setUpAt(exercise, number),
      position: exerciseAt(exercise, number).position,
      wantsSpotter: load.also.includes('spotter'),
      watch: watchFor(repertoire, { exercise: watchedAt(repertoire, exercise, number), level }, conditions, seen),
    }))
    .filter(({ looks }) => looks.length > 0);
  return {
    ...{ id, name, plain, position, apparatus, cautions, levels },
    judgedBy: schoolName(repertoire, school),
  };
}

/** What is asked of the page: an exercise and a level of it. */
type Wanted = { readonly exercise?: string | undefined; readonly level?: number | undefined };

/** Where the page begins: at the exercise and level wanted, else at the last one's; no level that is ruled out. */
function firstOf(
  exercises: readonly Exercise[],
  { repertoire, client }: StartContext,
  wanted: Wanted,
  last: string | undefined,
): { readonly exercise: Exercise; readonly level: number } | undefined {
  const find = (id: string | undefined) => exercises.find((one) => one.id === id);
  const exercise = find(wanted.exercise) ?? find(last) ?? exercises[0];
  if (!exercise) return undefined;
  const seen = seenLevels(exercise);
  const isThere = exercise.id === wanted.exercise && seen.some((number) => number === wanted.level);
  const allowed = allowedLevel(
    weighExercise(repertoire, exercise, actingOn(client)),
    (isThere ? wanted.level : undefined) ?? usualFirstLevel,
  );
  return { exercise, level: allowed ?? seen[0] ?? 1 };
}

const usualFirstLevel = 2;

/** Levels of an exercise that name a side to look from. */
const seenLevels = (exercise: Exercise): number[] =>
  exercise.levels.map(({ number }) => number).filter((number) => looksAt(exercise, number).length > 0);

/** Why the page does not begin with the exercise and level that were asked for; null where it does, or nothing was. */
function whyNot(
  exercises: readonly StartChoice[],
  { repertoire }: StartContext,
  wanted: Wanted,
  level: number | undefined,
): string | null {
  if (wanted.exercise === undefined) return null;
  const { id, name } = repertoire.exercises.find((one) => one.id === wanted.exercise) ?? {};
  if (id === undefined) return 'The exercise asked for is not in the repertoire.';
  if (!exercises.some((one) => one.id === id))
    return `${name} names no side to look from: say one in the repertoire. Another exercise is chosen here.`;
  if (!wanted.level || level === wanted.level) return null;
  return `Level ${wanted.level} of ${name} is ruled out for this client; level ${level} is chosen here.`;
}

/** What stands around an exercise before it is looked at: the studio, the client, and what was found on her last. */
async function readContext(who: Who, clientId: string): Promise<Result<StartContext>> {
  const [found, studio, repertoire, results] = await Promise.all([
    findClient(who, clientId),
    findStudio(who),
    findRepertoire(who),
    listResults(who, clientId, 1),
  ]);
  if (!found.ok) return found;
  const last = results.at(-1);
  return success({
    repertoire,
    studio,
    client: found.value,
    last: last?.exercise,
    seen: last ? lastFound(last.result) : [],
  });
}

/**
 * What the page before the bench shows: the exercises that name a side to look from, and of the first one how its levels stand
 * for this client, what to watch, and whose targets judge. It begins with what is wanted, else with the last look's.
 */
export async function readStart(
  who: Who,
  clientId: string,
  wanted?: string,
  wantedLevel?: number,
): Promise<Result<StartPage>> {
  const context = await readContext(who, clientId);
  if (!context.ok) return context;
  const { repertoire, studio, client, last } = context.value;
  const checked = checkedOn(who, todayIn(studio.timeZone)); // while the levels are weighed
  const looked = repertoire.exercises.filter((exercise) => seenLevels(exercise).length > 0);
  const exercises = looked.map((exercise) => {
    const { id, name, plain } = exercise;
    const { levels } = weighExercise(repertoire, exercise, actingOn(client));
    const seen = new Set(seenLevels(exercise).map(String));
    return { id, name, plain, isAllowed: Object.entries(levels).some(([at, one]) => seen.has(at) && isAllowed(one)) };
  });
  const asked = { exercise: wanted, level: wantedLevel };
  const first = firstOf(looked, context.value, asked, last);
  return success({
    clientId,
    clientName: client.name,
    first: { exercise: first?.exercise.id ?? '', level: first?.level ?? 1 },
    notAsAsked: whyNot(exercises, context.value, asked, first?.level),
    exercises,
    exercise: first ? startExercise(first.exercise, context.value) : null,
    stopped: client.stop
      ? { sign: signName(repertoire, client.stop.sign), on: dayOf(studio.timeZone, client.stop.madeAt) }
      : null,
    stopSigns: repertoire.stopSigns,
    rooms: studio.rooms.map(({ id, name }) => ({ id, name })),
    room: studio.room.id,
    inRoom: studio.room.apparatus,
    checked: await checked,
  });
}

/** Another exercise chosen on that page. */
export async function readStartExercise(who: Who, clientId: string, id: string): Promise<Result<StartExercise>> {
  const context = await readContext(who, clientId);
  if (!context.ok) return context;
  const exercise = context.value.repertoire.exercises.find((one) => one.id === id);
  return exercise ? success(startExercise(exercise, context.value)) : noExercise();
}
