import { ownNeutral } from '@/core/alignment/own-neutral';
import type { Estimate, View } from '@/core/alignment/input';
import { markingSdFor, readLook } from '@/core/alignment/look';
import type { LookInput, LookReading, MarkedPicture, Role } from '@/core/alignment/look';
import { tellReadings } from '@/core/alignment/readings';
import type { Taken } from '@/core/alignment/readings';
import type { Trial } from '@/core/corrections/rank';
import { conditionsInForce } from '@/core/knowledge/conditions';
import { entry } from '@/core/knowledge/entries';
import { watchFor } from '@/core/knowledge/watch';
import type { Watch } from '@/core/knowledge/watch';
import type { Result } from '@/core/result';
import { success } from '@/core/result';
import { findClient, findStudio } from '@/data/stores/clients';
import { findLook, listNeutrals, listTrials, newestLooks } from '@/data/stores/looks';
import { findObserver, markingInForce } from '@/data/stores/observers';
import type { ObserverCard } from '@/data/stores/observers';
import { listDemoPictures } from '@/data/stores/pictures';
import type { ClientCard, LookCard, PictureCard, Who } from '@/data/types';
import type { Body } from '@/core/body/segments';
import { repertoire } from '@/repertoire';
import type { OpeningPicture } from './state';

/** The fixed part of a look as the core reads it; marks and readings come and go. */
export type LookFrame = Omit<LookInput, 'pictures' | 'readings'>;

const frameOf = (look: LookCard, client: ClientCard, neutral: LookInput['ownNeutral']): LookFrame => ({
  exercise: look.exercise,
  level: look.level,
  school: look.school,
  stances: look.stances,
  conditions: conditionsInForce(client.conditions),
  ...(neutral ? { ownNeutral: neutral } : {}),
});

/** Own neutral of earlier dates in the position of this exercise, per measure. */
async function readOwnNeutral(who: Who, look: LookCard): Promise<Record<string, Estimate>> {
  const { position } = entry(repertoire.exercises, look.exercise);
  const same = repertoire.exercises.filter((one) => one.position === position).map(({ id }) => id);
  const history = await listNeutrals(who, look.clientId, same);
  const measures = new Set(history.flatMap(({ neutral }) => Object.keys(neutral)));
  const found: Record<string, Estimate> = {};
  for (const measure of measures) {
    const own = ownNeutral(
      history.flatMap(({ on, neutral }) => {
        const told = neutral[measure];
        return told && told.se !== null ? [{ on: on.toISOString(), value: told.value, se: told.se }] : [];
      }),
    );
    if (own) found[measure] = { value: own.value, se: own.se };
  }
  return found;
}

/** A look's marks and readings read again by the core. */
export async function readKeptLook(who: Who, look: LookCard, client: ClientCard): Promise<Result<LookReading>> {
  const [observer, neutral] = await Promise.all([findObserver(who), readOwnNeutral(who, look)]);
  const own = markingInForce(observer);
  const pictures: Partial<Record<Role, Partial<Record<View, MarkedPicture>>>> = {};
  for (const { role, view, setting, marks, ...sheet } of look.pictures)
    (pictures[role] ??= {})[view] = {
      marks,
      markingSdPx: markingSdFor(sheet, own),
      setting: setting ?? { headEnd: look.headEnd },
      size: { width: sheet.originalWidth, height: sheet.originalHeight },
    };
  const readings = tellReadings(
    look.readings,
    entry(repertoire.exercises, look.exercise).position,
    { fingerMm: observer.fingerMm ?? undefined, eye: observer.eye ?? undefined },
    repertoire.targets,
  );
  return readLook({ ...frameOf(look, client, neutral), pictures, readings }, repertoire, look.fault ?? undefined);
}

export type BenchOpening = {
  readonly lookId: string;
  readonly clientId: string;
  readonly clientName: string;
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
  readonly trials: readonly Trial[];
  readonly props: readonly string[];
  readonly touchConsent: boolean;
  readonly demoPictures: readonly PictureCard[];
};

const meanBody = { heightM: 1.7, massKg: 68 } as const;

/** Everything that the bench opens with; `kept` when the look is closed. */
export async function readBench(
  who: Who,
  lookId: string,
): Promise<Result<BenchOpening | { readonly kept: true; readonly clientId: string }>> {
  const look = await findLook(who, lookId);
  if (!look.ok) return look;
  const { clientId, keptAt, fault, correction, headEnd, pictures, readings } = look.value;
  if (keptAt) return success({ kept: true, clientId });
  const client = await findClient(who, clientId);
  if (!client.ok) return client;
  const [studio, trials, demoPictures, observer, neutral] = await Promise.all([
    findStudio(who),
    listTrials(who),
    listDemoPictures(who),
    findObserver(who),
    readOwnNeutral(who, look.value),
  ]);
  const { heightM, massKg, sex, name, touchConsent, pubicMark } = client.value;
  return success({
    lookId,
    clientId,
    clientName: name,
    body: { heightM: heightM ?? meanBody.heightM, massKg: massKg ?? meanBody.massKg, ...(sex ? { sex } : {}) },
    pubicMark,
    frame: frameOf(look.value, client.value, neutral),
    headEnd,
    pictures,
    readings,
    observer,
    markingSdPx: markingInForce(observer),
    fault,
    correction,
    trials: trials.map((trial) => ({
      fault: trial.fault,
      correction: trial.correction,
      success: trial.verdict === 'better',
      client: trial.clientId === clientId ? 'this' : 'other',
    })),
    props: studio.props,
    touchConsent,
    demoPictures,
  });
}

const firstExercise = 'legFloat';

/** What the page before the bench shows: for each exercise, what to watch for this person. */
export async function readStart(
  who: Who,
  clientId: string,
): Promise<
  Result<{ clientId: string; clientName: string; exercise: string; watch: Record<string, Watch[]>; school: string }>
> {
  const client = await findClient(who, clientId);
  if (!client.ok) return client;
  const [studio, [last]] = await Promise.all([findStudio(who), newestLooks(who, [clientId])]);
  const conditions = conditionsInForce(client.value.conditions);
  const watch = Object.fromEntries(
    repertoire.exercises.map((exercise) => [
      exercise.id,
      watchFor(repertoire, exercise, conditions, last?.result?.baseline ?? []),
    ]),
  );
  const school = entry(repertoire.schools, client.value.school ?? studio.school).name;
  return success({ clientId, clientName: client.value.name, exercise: last?.exercise ?? firstExercise, watch, school });
}
