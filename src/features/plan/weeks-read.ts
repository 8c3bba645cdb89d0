// What weeks ahead open on: her ladders with her own pace, the days she is booked, and what was kept before.
import { conditionsInForce } from '@/core/knowledge/conditions';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { schoolOrFirst } from '@/core/knowledge/names';
import { listWords } from '@/core/alignment/words';
import { regionNames } from '@/core/knowledge/kinds';
import { daysLater } from '@/core/day';
import { levelText } from '@/core/load/rungs';
import { lessonOf } from '@/core/planning/lesson';
import type { Face, Knowing, Lesson } from '@/core/planning/lesson';
import { isClean } from '@/core/planning/spacing';
import { mostWeeks } from '@/core/planning/weeks';
import type { KeptWeeks, Ladder } from '@/core/planning/weeks';
import { timeDose } from '@/core/progression/dose';
import { gateInForce } from '@/core/progression/gate';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { datesIn, dayOf, endOfDay, todayIn } from '@/data/days';
import { bookedTimes } from '@/data/stores/book';
import { findClient } from '@/data/stores/clients';
import { listSessions } from '@/data/stores/floor';
import { findWeeks } from '@/data/stores/plans';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { ClientCard, StudioCard, Who } from '@/data/types';
import { gather } from './read';

export type WeeksPage = {
  readonly client: { readonly id: string; readonly name: string; readonly goal: string };
  readonly today: string;
  readonly ladders: readonly Ladder[];
  /** Days on which she holds a place in the book, as far ahead as weeks may be planned. */
  readonly booked: readonly string[];
  /** Days on which she was taught, newest last. */
  readonly came: readonly string[];
  /** What came of her goal so far, in plain words. */
  readonly progress: readonly string[];
  readonly kept: { readonly weeks: KeptWeeks; readonly madeBy: string; readonly day: string } | null;
  readonly revision: number;
};

/** How far back the days on which she came tell her pace. */
const sessionsLooked = 12;

/** Minutes of an exercise at home: what its breath comes to, and a moment to lie down. */
function homeMinutesOf(
  { exercise, dose, standing, isNew }: Face,
  history: Ladder['history'],
  cleanReps: number,
): number | null {
  const newest = history.toSorted((a, b) => a.date.localeCompare(b.date)).at(-1);
  const isAble = exercise.apparatus === 'mat' && !isNew && (standing === 'fine' || standing === 'changed');
  if (!isAble || !newest || !isClean(newest, cleanReps)) return null;
  const timed = timeDose({ exercise: exercise.id, level: 1, changeOverS: 5, ...dose });
  return timed.ok ? Math.max(1, Math.ceil(timed.value.workS / 60 + 0.5)) : null;
}

type Gating = { readonly repertoire: Repertoire; readonly studio: StudioCard; readonly client: ClientCard };

/** One of her ladders, by what her lesson of today says of it; none where it may not be taught. */
function ladderOf(
  { history, standings }: Knowing,
  face: Face | undefined,
  exercise: Exercise,
  { repertoire, studio, client }: Gating,
): Ladder | undefined {
  const own = history[exercise.id] ?? [];
  const stands = standings.find((one) => one.exercise === exercise.id);
  if (!face || own.length === 0) return undefined;
  const school = schoolOrFirst(repertoire, client.school ?? studio.school);
  const { cleanReps, sessions, halfSteps } = gateInForce(
    repertoire,
    exercise,
    face.level,
    school,
    conditionsInForce(client.conditions),
  );
  return {
    ...{ exercise: exercise.id, name: exercise.name, history: own, load: face.item.load },
    level: stands?.level ?? face.level,
    top: exercise.levels.at(-1)?.number ?? 1,
    step: halfSteps ? 0.5 : 1,
    gate: { cleanReps, sessions },
    homeMinutes: homeMinutesOf(face, own, cleanReps),
  };
}

/** How the ladders that serve her goal have come along since they were begun. */
function progressOf(
  goal: string,
  { aims }: Lesson,
  ladders: readonly Ladder[],
  exercises: readonly Exercise[],
  dayText: (day: string) => string,
): string[] {
  if (goal.trim() === '') return ['No goal is on file: write down what the client wants to be able to do.'];
  if (aims.regions.length === 0)
    return [
      'Nothing in the goal tells which exercises serve it. Say it in plain words: what the client wants to be able to do, and what it takes.',
    ];
  const serving = ladders.filter(({ exercise: id }) =>
    exercises.find((one) => one.id === id)?.regions.some((region) => aims.regions.includes(region)),
  );
  const asked = listWords(aims.regions.map((region) => regionNames[region]));
  if (serving.length === 0) return [`It asks for ${asked}. Nothing that serves it has been taught yet.`];
  const first = (history: Ladder['history']) => history.toSorted((a, b) => a.date.localeCompare(b.date))[0];
  const moved = serving.flatMap(({ name, level, history }) => {
    const begun = first(history);
    return begun && level > begun.level
      ? [
          `${name}: from level ${levelText(begun.level)} to ${levelText(level)} since ${dayText(begun.date.slice(0, 10))}.`,
        ]
      : [];
  });
  const held = serving
    .filter(({ history, level }) => (first(history)?.level ?? level) >= level)
    .map(({ name, level }) => `${name} (level ${levelText(level)})`);
  return [
    `It asks for ${asked}: ${serving.length === 1 ? 'one ladder serves' : `${serving.length} ladders serve`} it.`,
    ...moved,
    ...(held.length > 0 ? [`Where ${held.length === 1 ? 'it was' : 'they were'}: ${listWords(held)}.`] : []),
  ];
}

export async function readWeeksPage(who: Who, locale: string, id: string): Promise<Result<WeeksPage>> {
  const [found, repertoire, studio, kept] = await Promise.all([
    findClient(who, id),
    findRepertoire(who),
    findStudio(who),
    findWeeks(who, id),
  ]);
  if (!found.ok) return found;
  const client = found.value;
  const { timeZone } = studio;
  const today = todayIn(timeZone);
  const to = endOfDay(timeZone, daysLater(today, mostWeeks * 7));
  const [knowing, sessions, booked] = await Promise.all([
    gather(who, client, repertoire, { feeling: 'well', minutes: 50 }),
    listSessions(who, id, sessionsLooked),
    bookedTimes(who, id, endOfDay(timeZone, today), to),
  ]);
  const lesson = lessonOf(knowing);
  const ladders = repertoire.exercises.flatMap(
    (exercise) => ladderOf(knowing, lesson.faces[exercise.id], exercise, { repertoire, studio, client }) ?? [],
  );
  const { shortDay, short } = datesIn(locale, timeZone);
  return success({
    client: { id, name: client.name, goal: client.goal },
    today,
    ladders,
    booked: booked.map((at) => dayOf(timeZone, at)),
    came: sessions.map(({ startedAt }) => dayOf(timeZone, startedAt)).toReversed(),
    progress: progressOf(client.goal, lesson, ladders, repertoire.exercises, shortDay),
    kept: kept ? { weeks: kept.weeks, madeBy: kept.madeBy, day: short(kept.madeAt) } : null,
    revision: kept?.revision ?? 0,
  });
}
