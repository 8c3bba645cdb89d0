import { datesIn, todayIn } from '@/data/days';
import { currentLocale } from '@/platform/server/locale';
import { ownNeutral } from '@/core/alignment/own-neutral';
import type { Estimate } from '@/core/alignment/input';
import type { View } from '@/core/anatomy/positions';
import { readLook } from '@/core/knowledge/look';
import { markingSdFor } from '@/core/knowledge/look-pictures';
import type { LookInput, LookReading } from '@/core/knowledge/look';
import type { MarkedPicture } from '@/core/knowledge/look-pictures';
import type { Role } from '@/core/alignment/look-values';
import { readTaken } from '@/core/alignment/readings';
import type { Taken } from '@/core/alignment/readings';
import { withShapes } from '@/core/corrections/evidence';
import type { Known } from '@/core/corrections/evidence';
import type { ActingOn } from '@/core/knowledge/cautions';
import { conditionsInForce } from '@/core/knowledge/conditions';
import { exerciseAt } from '@/core/knowledge/find';
import type { Repertoire } from '@/core/knowledge/entries';
import { sliceOf } from '@/core/knowledge/slice';
import { layStances } from '@/core/knowledge/stances';
import type { Result } from '@/core/result';
import { failure, success } from '@/core/result';
import { findClient } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { findLook, listResults } from '@/data/stores/looks';
import { newestRanges } from '@/core/knowledge/ranges';
import type { OwnRange } from '@/core/knowledge/ranges';
import { listLookFilms } from '@/data/stores/look-films';
import type { FilmOfLook } from '@/data/stores/look-films';
import { isAgreed } from '@/data/stores/papers';
import { listRanges } from '@/data/stores/ranges';
import { findEvidence } from '@/data/stores/evidence';
import { newestOfEach } from '@/data/stores/summaries';
import { actingOn } from '@/data/types';
import { findObserver, markingInForce } from '@/data/stores/observers';
import type { ObserverCard } from '@/data/stores/observers';
import { listDemoPictures } from '@/data/stores/pictures';
import type { ClientCard, FilmCard, KeptFilmCard, LookCard, LookTry, PictureCard, Who } from '@/data/types';
import { bodyOf } from '@/core/body/segments';
import type { Body } from '@/core/body/segments';
import type { OpeningPicture } from './state';
import { tabletKey } from '@/data/stores/floor';

/** The fixed part of a look as the core reads it; marks and readings come and go. */
export type LookFrame = Omit<LookInput, 'pictures' | 'readings'>;

const frameOf = (
  look: LookCard,
  client: ClientCard,
  neutral: LookInput['ownNeutral'],
  from: LookInput['from'],
): LookFrame => ({
  ...(from ? { from } : {}),
  exercise: look.exercise,
  level: look.level,
  school: look.school,
  stances: look.stances,
  conditions: conditionsInForce(client.conditions),
  ...(neutral ? { ownNeutral: neutral } : {}),
});

/** Own neutral of earlier dates in the position of this exercise, per measure. */
async function readOwnNeutral(who: Who, repertoire: Repertoire, look: LookCard): Promise<Record<string, Estimate>> {
  const position = repertoire.exercises.find(({ id }) => id === look.exercise)?.position;
  const same = repertoire.exercises.filter((one) => one.position === position).map(({ id }) => id);
  const history = (await listResults(who, look.clientId, newestOfEach)).filter(({ exercise }) =>
    same.includes(exercise),
  );
  const measures = new Set(history.flatMap(({ result }) => Object.keys(result.neutral)));
  const found: Record<string, Estimate> = {};
  for (const measure of measures) {
    const own = ownNeutral(
      history.flatMap(({ on, result }) => {
        const kept = result.neutral[measure];
        return kept && kept.se !== null ? [{ on: on.toISOString(), value: kept.value, se: kept.se }] : [];
      }),
    );
    if (own) found[measure] = { value: own.value, se: own.se };
  }
  return found;
}

/** A look's marks and readings read again by the core. */
export async function readKeptLook(
  who: Who,
  repertoire: Repertoire,
  look: LookCard,
  client: ClientCard,
): Promise<Result<LookReading>> {
  const [observer, neutral] = await Promise.all([findObserver(who), readOwnNeutral(who, repertoire, look)]);
  const own = markingInForce(observer);
  const pictures: Partial<Record<Role, Partial<Record<View, MarkedPicture>>>> = {};
  for (const { role, view, setting, marks, ...sheet } of look.pictures)
    (pictures[role] ??= {})[view] = {
      marks,
      markingSdPx: markingSdFor(sheet, own),
      setting: setting ?? { headEnd: look.headEnd },
      size: { width: sheet.originalWidth, height: sheet.originalHeight },
    };
  const exercise = repertoire.exercises.find(({ id }) => id === look.exercise);
  if (!exercise) return noExercise();
  const readings = readTaken(
    look.readings,
    exerciseAt(exercise, look.level).position,
    { fingerMm: observer.fingerMm ?? undefined, eyes: observer.eyes },
    repertoire.targets,
  );
  return readLook(
    { ...frameOf(look, client, neutral, undefined), pictures, readings, taken: look.readings },
    repertoire,
    look.fault ?? undefined,
  );
}

export type BenchOpening = {
  readonly repertoire: Repertoire;
  readonly lookId: string;
  readonly clientId: string;
  readonly clientName: string;
  /** In the studio's time zone. */
  readonly today: string;
  readonly body: Body;
  readonly pubicMark: ClientCard['pubicMark'];
  readonly frame: LookFrame;
  readonly headEnd: 'left' | 'right';
  readonly pictures: readonly OpeningPicture[];
  readonly readings: readonly Taken[];
  readonly observer: ObserverCard;
  readonly markingSdPx: number | undefined;
  readonly fault: string | null;
  readonly correction: string | null;
  /** Corrections tried in this look before, each with its own retest; counted in `known` already. */
  readonly tried: readonly LookTry[];
  readonly known: Known;
  readonly props: readonly string[];
  /** What was followed in films of this look, and the films that are kept themselves. */
  readonly films: readonly BenchFilm[];
  /** The client has agreed to pictures on paper: a film may be kept. */
  readonly filmConsent: boolean;
  readonly touchConsent: boolean;
  /** How far her own joints go, the newest of each. */
  readonly ranges: readonly OwnRange[];
  /** What acts on the client: the dose may not go where a caution forbids. */
  readonly acting: ActingOn;
  readonly demoPictures: readonly PictureCard[];
  /** Who marks here, and the key that locks what waits in the browser. */
  readonly keeper: { readonly user: string; readonly key: string };
};

/** A film that is kept, and until which day, in words. */
export type KeptFilm = Omit<KeptFilmCard, 'goesAt'> & { readonly until: string };
export type BenchFilm = FilmCard & { readonly kept?: KeptFilm };

export async function keptFilmWords(who: Who, { goesAt, ...kept }: KeptFilmCard): Promise<KeptFilm> {
  const [studio, locale] = await Promise.all([findStudio(who), currentLocale()]);
  return { ...kept, until: datesIn(locale, studio.timeZone).short(new Date(goesAt)) };
}

const benchFilms = (who: Who, films: readonly FilmOfLook[]): Promise<BenchFilm[]> =>
  Promise.all(
    films.map(async ({ kept, ...film }) => (kept ? { ...film, kept: await keptFilmWords(who, kept) } : film)),
  );

export const noExercise = () =>
  failure('unknownLevel', 'This exercise or level is no longer in the repertoire.', 'level');

/** A look that is closed, or whose exercise or level has left the repertoire since it was begun. */
export type Elsewhere =
  | { readonly kept: true; readonly clientId: string }
  | { readonly gone: true; readonly clientId: string; readonly name: string };

/** Everything that the bench opens with; `kept` when the look is closed. */
export async function readBench(who: Who, lookId: string): Promise<Result<BenchOpening | Elsewhere>> {
  const look = await findLook(who, lookId);
  if (!look.ok) return look;
  const { clientId, keptAt, fault, correction, headEnd, pictures, readings } = look.value;
  if (keptAt) return success({ kept: true, clientId });
  const client = await findClient(who, clientId);
  if (!client.ok) return client;
  const repertoire = await findRepertoire(who);
  const exercise = repertoire.exercises.find(({ id }) => id === look.value.exercise);
  if (!exercise?.levels.some(({ number }) => number === look.value.level))
    return success({ gone: true, clientId, name: exercise?.name ?? look.value.exercise });
  const slice = sliceOf(repertoire, [exercise.id]);
  const [studio, evidence, demoPictures, observer, neutral, key, ranges, films, filmConsent] = await Promise.all([
    findStudio(who),
    findEvidence(
      who,
      [clientId],
      slice.faults.map(({ id }) => id),
    ),
    listDemoPictures(who),
    findObserver(who),
    readOwnNeutral(who, repertoire, look.value),
    tabletKey(who),
    listRanges(who, [clientId]),
    listLookFilms(who, lookId),
    isAgreed(who, clientId, 'pictures'),
  ]);
  const { name, touchConsent, pubicMark } = client.value;
  const { from } = layStances({
    studio,
    client: client.value,
    exercise: studio.exerciseStances[look.value.exercise] ?? {},
  });
  return success({
    repertoire: slice,
    lookId,
    clientId,
    clientName: name,
    today: todayIn(studio.timeZone),
    body: bodyOf(client.value),
    pubicMark,
    frame: frameOf(look.value, client.value, neutral, from),
    headEnd,
    pictures,
    readings,
    films: await benchFilms(who, films),
    filmConsent,
    observer,
    markingSdPx: markingInForce(observer),
    fault: slice.faults.some(({ id }) => id === fault) ? fault : null,
    correction: slice.corrections.some(({ id }) => id === correction) ? correction : null,
    tried: look.value.tried,
    known: {
      client: withShapes(repertoire.exercises, evidence.of(clientId)),
      studio: withShapes(repertoire.exercises, evidence.studio),
    },
    props: studio.room.props,
    touchConsent,
    ranges: newestRanges(ranges),
    acting: actingOn(client.value),
    demoPictures,
    keeper: { user: who.userId, key },
  });
}
