import { bodyOf } from '@/core/body/segments';
import type { Pose } from '@/core/body/pose';
import { poseBody } from '@/core/body/skeleton';
import { figureSvg } from '@/core/figure/print';
import { homeExercises } from '@/core/progression/hand-out';
import type { HomeExercise } from '@/core/progression/hand-out';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { findClient } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { findSession, foldKept } from '@/data/stores/floor';
import type { Who } from '@/data/types';
import { datesIn, dayOf } from '@/data/days';

export type DrawnExercise = Omit<HomeExercise, 'start' | 'top' | 'scene'> & {
  /** SVG texts: the start and the top, for paper; one where nothing moves. */
  readonly pictures: readonly string[];
};

export type HandOut = {
  readonly sessionId: string;
  readonly clientId: string;
  readonly client: string;
  readonly studio: string;
  readonly instructor: string;
  readonly on: string;
  /** The session's day, as 2026-03-01, in the studio's zone. */
  readonly day: string;
  readonly days: readonly number[];
  readonly at: string;
  readonly words: string;
  readonly next: string | null;
  /** As 2026-03-08. */
  readonly nextDay: string | null;
  readonly exercises: readonly DrawnExercise[];
  readonly stopFor: readonly string[];
};

/** Nothing moves but the breath. */
const isSame = (a: Pose, b: Pose): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What a client takes home of a session that is closed. */
export async function readHandOut(who: Who, id: string, locale: string): Promise<Result<HandOut>> {
  const card = await findSession(who, id);
  if (!card.ok) return card;
  const [client, studio, repertoire, session] = await Promise.all([
    findClient(who, card.value.clientId),
    findStudio(who),
    findRepertoire(who),
    foldKept(who, id),
  ]);
  if (!client.ok) return client;
  const { wrap } = session;
  if (!wrap) return failure('notWrapped', 'This session has no wrap-up yet.', 'session');
  const { name } = client.value;
  const body = bodyOf(client.value);
  const { timeZone } = studio;
  const { long, longDay } = datesIn(locale, timeZone);
  return success({
    sessionId: id,
    clientId: card.value.clientId,
    client: name,
    studio: studio.name,
    instructor: card.value.instructor,
    on: long(card.value.startedAt),
    day: dayOf(timeZone, card.value.startedAt),
    days: wrap.home.days,
    at: wrap.home.at,
    words: wrap.home.words,
    next: wrap.next && longDay(wrap.next),
    nextDay: wrap.next,
    exercises: homeExercises(repertoire, session, wrap.home, body).map(({ start, top, scene, ...exercise }) => ({
      ...exercise,
      pictures: [
        ...(isSame(start, top) ? [] : [figureSvg(poseBody(body, start), 'side', `${exercise.name}: start`, scene)]),
        figureSvg(poseBody(body, top), 'side', `${exercise.name}: ${exercise.how}`, scene),
      ],
    })),
    stopFor: repertoire.stopSigns.map((sign) => sign.name),
  });
}
