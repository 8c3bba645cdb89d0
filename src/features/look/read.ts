import { markingSdFor, readLook } from '@/core/alignment/look';
import type { LookInput, LookReading, MarkedPicture, Role } from '@/core/alignment/look';
import type { Trial } from '@/core/corrections/rank';
import { conditionsInForce } from '@/core/knowledge/conditions';
import { entry } from '@/core/knowledge/entries';
import { watchFor } from '@/core/knowledge/watch';
import type { Watch } from '@/core/knowledge/watch';
import type { Result } from '@/core/result';
import { success } from '@/core/result';
import { findClient, findStudio } from '@/data/stores/clients';
import { findLook, listTrials, newestLooks } from '@/data/stores/looks';
import { listDemoPictures } from '@/data/stores/pictures';
import type { ClientCard, LookCard, PictureCard, Who } from '@/data/types';
import { repertoire } from '@/repertoire';
import type { OpeningPicture } from './state';

/** The fixed part of a look as the core reads it; the marks come and go. */
export type LookFrame = Omit<LookInput, 'pictures'>;

const frameOf = (look: LookCard, client: ClientCard): LookFrame => ({
  exercise: look.exercise,
  level: look.level,
  view: look.view,
  headEnd: look.headEnd,
  school: look.school,
  stances: look.stances,
  conditions: conditionsInForce(client.conditions),
});

/** A look's marks read again by the core. */
export function readKeptLook(look: LookCard, client: ClientCard): Result<LookReading> {
  const pictures: Partial<Record<Role, MarkedPicture>> = {};
  for (const picture of look.pictures)
    pictures[picture.role] = { marks: picture.marks, markingSdPx: markingSdFor(picture) };
  return readLook({ ...frameOf(look, client), pictures }, repertoire, look.fault ?? undefined);
}

export type BenchOpening = {
  readonly lookId: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly frame: LookFrame;
  readonly pictures: readonly OpeningPicture[];
  readonly fault: string | null;
  readonly correction: string | null;
  readonly trials: readonly Trial[];
  readonly props: readonly string[];
  readonly touchConsent: boolean;
  readonly demoPictures: readonly PictureCard[];
};

/** Everything that the bench opens with; `kept` when the look is closed. */
export async function readBench(
  who: Who,
  lookId: string,
): Promise<Result<BenchOpening | { readonly kept: true; readonly clientId: string }>> {
  const look = await findLook(who, lookId);
  if (!look.ok) return look;
  const { clientId, keptAt, fault, correction } = look.value;
  if (keptAt) return success({ kept: true, clientId });
  const client = await findClient(who, clientId);
  if (!client.ok) return client;
  const [studio, trials, demoPictures] = await Promise.all([findStudio(who), listTrials(who), listDemoPictures(who)]);
  return success({
    lookId,
    clientId,
    clientName: client.value.name,
    frame: frameOf(look.value, client.value),
    pictures: look.value.pictures,
    fault,
    correction,
    trials: trials.map((trial) => ({
      fault: trial.fault,
      correction: trial.correction,
      success: trial.verdict === 'better',
      client: trial.clientId === clientId ? 'this' : 'other',
    })),
    props: studio.props,
    touchConsent: client.value.touchConsent,
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
