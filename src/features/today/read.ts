import { now, toCalendarDateTime, today } from '@internationalized/date';
import { readKeptBlocks } from '@/core/alignment/vial';
import type { BlockReading } from '@/core/alignment/vial';
import type { Vantage } from '@/core/alignment/bubble';
import { weighLevel } from '@/core/knowledge/cautions';
import type { CautionStanding } from '@/core/knowledge/standings';
import { cautionsOf, conditionsInForce } from '@/core/knowledge/conditions';
import type { Caution } from '@/core/knowledge/conditions';
import { correctionWords } from '@/core/knowledge/names';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { levelOf } from '@/core/knowledge/find';
import { watchedAt } from '@/core/knowledge/fits';
import { lastFound } from '@/core/knowledge/kept';
import { watchFor } from '@/core/knowledge/watch';
import type { Watch } from '@/core/knowledge/watch';
import { findNames, listAppointments } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { findOpen, findSummaries } from '@/data/stores/summaries';
import type { ClientSummary } from '@/core/progression/summary';
import { levelText } from '@/core/load/rungs';
import { findLooks } from '@/data/stores/looks';
import { actingOn } from '@/data/types';
import type { ClientCard, LookCard, Who } from '@/data/types';
import { datesIn } from '@/data/days';

export type TodayRow = {
  readonly id: string;
  readonly clientId: string;
  readonly name: string;
  readonly goal: string;
  /** Milliseconds since 1970: what the day is ordered by. */
  readonly at: number;
  readonly time: string;
  readonly minutes: number;
  readonly instructor: string;
  readonly state: 'past' | 'now' | 'next' | 'later';
  readonly note: string;
  readonly cautions: readonly Caution[];
  readonly exercise: string;
  readonly standing?: string;
  /** How the level that comes next stands with the cautions on file. */
  readonly weighed: CautionStanding;
  /** Head, ribs and pelvis at the end of the last look: retest, else uncorrected. */
  readonly vials: readonly BlockReading[];
  readonly watch: readonly Watch[];
  readonly lastTime?: string;
  /** Three points from the last session on the Floor. */
  readonly points: readonly string[];
  /** A session that is going on. */
  readonly isOpen: boolean;
};

/** A class of today, by its people's names. */
export type TodayClass = {
  readonly id: string;
  readonly title: string;
  readonly at: number;
  readonly time: string;
  readonly minutes: number;
  readonly instructor: string;
  readonly state: TodayRow['state'];
  readonly note: string;
  readonly people: readonly { readonly id: string; readonly name: string; readonly isCautious: boolean }[];
  readonly capacity: number;
};

export type TodayPage = {
  readonly studio: string;
  readonly day: string;
  readonly rows: readonly TodayRow[];
  readonly classes: readonly TodayClass[];
  /** Nobody is on the books yet: the studio begins. */
  readonly isNew: boolean;
  readonly isLead: boolean;
};

/** Points older than this are no longer shown. */
const pointsForDays = 120;

const pointsOf = (summary: ClientSummary | undefined, oldest: string): readonly string[] =>
  summary?.lastSession && summary.lastSession.day >= oldest ? summary.lastSession.points : [];

const outcome = { better: 'helped', same: 'made no difference', worse: 'made it worse' } as const;

/** Who comes today, in the studio's own time zone, with what to know of each. */
export async function readToday(who: Who, locale: string): Promise<TodayPage> {
  const [studio, repertoire] = await Promise.all([findStudio(who), findRepertoire(who)]);
  const { timeZone } = studio;
  const date = today(timeZone);
  const at = (day: typeof date) => toCalendarDateTime(day).toDate(timeZone);
  const booked = await listAppointments(who, at(date), at(date.add({ days: 1 })));
  const isNew = booked.length === 0 && (await findNames(who, '', 1)).length === 0;
  const oldest = date.subtract({ days: pointsForDays }).toString();
  const alone = booked.filter(({ appointment }) => appointment.title === null);
  const clients = [...new Map(alone.flatMap(({ people }) => people.map(({ client }) => [client.id, client]))).values()];
  const clientIds = clients.map(({ id }) => id);
  const moment = now(timeZone).toDate();
  const [summaries, open] = await Promise.all([findSummaries(who, repertoire, clients), findOpen(who, clientIds)]);
  const looks = await findLooks(
    who,
    [...summaries.values()].flatMap(({ lastLook }) => lastLook ?? []),
  );
  const { clock, long, shortDay } = datesIn(locale, timeZone);
  const next = booked.find(({ appointment: { startsAt } }) => startsAt > moment);
  const each = alone.flatMap(({ appointment, people }) => people.map(({ client }) => ({ appointment, client })));
  const rows = each.map(({ appointment, client }): TodayRow => {
    const { startsAt, minutes } = appointment;
    const summary = summaries.get(client.id);
    return {
      id: `${appointment.id} ${client.id}`,
      clientId: client.id,
      name: client.name,
      goal: client.goal,
      at: startsAt.getTime(),
      time: clock(startsAt),
      minutes,
      instructor: appointment.instructor,
      state: stateAt(moment, appointment, next?.appointment.id),
      note: appointment.note,
      cautions: cautionsOf(repertoire, client.conditions, shortDay),
      ...standingAndLook(
        repertoire,
        client,
        summary,
        looks.find(({ clientId }) => clientId === client.id),
      ),
      points: pointsOf(summary, oldest),
      isOpen: open.has(client.id),
    };
  });
  const classes = booked.flatMap(({ appointment, people }): TodayClass[] => {
    const { id, title, startsAt, minutes, instructor, note, capacity } = appointment;
    if (title === null) return [];
    const faces = people.map(({ client }) => ({
      ...{ id: client.id, name: client.name },
      isCautious:
        client.stop !== null || cautionsOf(repertoire, client.conditions, shortDay).some(({ cleared }) => !cleared),
    }));
    return [
      {
        ...{ id, title, minutes, instructor, note, capacity, people: faces },
        ...{ at: startsAt.getTime(), time: clock(startsAt), state: stateAt(moment, appointment, next?.appointment.id) },
      },
    ];
  });
  return { studio: studio.name, day: long(moment), rows, classes, isNew, isLead: who.role === 'lead' };
}

type Booked = { readonly id: string; readonly startsAt: Date; readonly minutes: number };

/** Where an appointment is in the day. `next`: the first that has not begun. */
function stateAt(moment: Date, { id, startsAt, minutes }: Booked, next: string | undefined): TodayRow['state'] {
  if (new Date(startsAt.getTime() + minutes * 60_000) <= moment) return 'past';
  if (startsAt <= moment) return 'now';
  return id === next ? 'next' : 'later';
}

/** The level where a client stands now, by her newest dose; nothing where it has left the repertoire. */
function standingOf(repertoire: Repertoire, summary: ClientSummary | undefined) {
  const dose = summary?.standings[0];
  const exercise = repertoire.exercises.find(({ id }) => id === dose?.exercise);
  const level = exercise?.levels.find(({ number }) => number === Math.floor(dose?.level ?? 0));
  return dose && exercise && level ? { dose, exercise, level } : undefined;
}

type Shown = Pick<TodayRow, 'exercise' | 'weighed' | 'standing' | 'vials' | 'watch' | 'lastTime'>;

/** `March, level 3: to tabletop, one at a time`. */
const standingInWords = (standing: ReturnType<typeof standingOf>): Pick<TodayRow, 'standing'> =>
  standing
    ? {
        standing: `${standing.exercise.name}, level ${levelText(standing.dose.level)}: ${standing.level.name.toLowerCase()}`,
      }
    : {};

/** What to watch at the level of the last look, else where she stands. */
function watchAt(
  repertoire: Repertoire,
  client: ClientCard,
  exercise: Exercise,
  look: LookCard | undefined,
  stands = 1,
) {
  const level = levelOf(exercise, look?.level ?? stands);
  return watchFor(
    repertoire,
    { exercise: watchedAt(repertoire, exercise, level.number), level },
    conditionsInForce(client.conditions),
    look?.result ? lastFound(look.result) : [],
  );
}

/** What Today shows of where she stands, and of her last look. */
function standingAndLook(
  repertoire: Repertoire,
  client: ClientCard,
  summary: ClientSummary | undefined,
  look: LookCard | undefined,
): Shown {
  const wanted = look?.exercise ?? summary?.standings[0]?.exercise;
  const exercise = repertoire.exercises.find(({ id }) => id === wanted) ?? repertoire.exercises[0];
  if (!exercise) throw new Error('the repertoire is empty');
  const standing = standingOf(repertoire, summary);
  const [ladder, rung] = standing ? [standing.exercise, standing.level] : [exercise, exercise.levels[0]];
  const result = look?.result;
  return {
    exercise: exercise.name,
    weighed: rung ? weighLevel(repertoire, ladder, rung, actingOn(client)).standing : 'fine',
    ...standingInWords(standing),
    vials: look && result ? readKeptBlocks(result, vantageOf(repertoire, look)) : [],
    watch: watchAt(repertoire, client, exercise, look, rung?.number),
    ...lastTimeOf(repertoire, look),
  };
}

/** What was tried at the last look, and how it went. */
function lastTimeOf(repertoire: Repertoire, look: LookCard | undefined): Pick<TodayRow, 'lastTime'> {
  const verdict = look?.result?.verdict;
  if (!look?.correction || !verdict) return {};
  const tried = correctionWords(repertoire, look.correction, look.result?.words);
  return tried ? { lastTime: `“${tried}” ${outcome[verdict.verdict]} last time.` } : {};
}

/** From where a kept look's first picture was taken. */
function vantageOf(repertoire: Repertoire, { exercise, headEnd, pictures }: LookCard): Vantage {
  const known = repertoire.exercises.find(({ id }) => id === exercise);
  const view = known?.looks[0]?.view ?? pictures[0]?.view ?? 'side';
  const setting = pictures.find((picture) => picture.view === view)?.setting;
  return { position: known?.position ?? 'supine', view, headEnd: setting?.headEnd ?? headEnd };
}
