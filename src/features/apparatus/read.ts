import { isOneOf } from '@/core/keyed';
import { bodyOf, typicalBody } from '@/core/body/segments';
import { weighExercise } from '@/core/knowledge/cautions';
import type { CautionStanding } from '@/core/knowledge/standings';
import type { Exercise, Level, Repertoire } from '@/core/knowledge/entries';
import type { Failure } from '@/core/result';
import { apparatusKinds } from '@/core/springs/apparatus';
import type { SpringApparatus } from '@/core/springs/apparatus';
import { againstLast, offerSprings } from '@/core/knowledge/spring-setting';
import type { OfferedSet, SpringOffer } from '@/core/knowledge/spring-setting';
import { setText } from '@/core/springs/springs';
import type { SpringSet } from '@/core/springs/springs';
import { listApparatus, listSettings } from '@/data/stores/apparatus';
import { findClient, findNames } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { listSessions } from '@/data/stores/floor';
import { findLoad } from '@/data/stores/summaries';
import { actingOn } from '@/data/types';
import type { ApparatusCard, ClientCard, Room, Who } from '@/data/types';
import { datesIn } from '@/data/days';

export type Asked = {
  readonly id?: string | undefined;
  readonly exercise?: string | undefined;
  readonly level?: string | undefined;
  readonly client?: string | undefined;
};

export type ApparatusLine = Omit<ApparatusCard, 'changedAt'> & { readonly changedOn: string };
export type SettingLine = {
  readonly id: string;
  readonly on: string;
  readonly by: string;
  readonly text: string;
  readonly note: string;
};

export type Finder = {
  readonly exercises: readonly {
    readonly id: string;
    readonly name: string;
    readonly levels: readonly { readonly id: string; readonly name: string }[];
  }[];
  readonly exercise: string;
  readonly level: number;
  readonly levelWords: string;
  readonly usual: string;
  readonly client: { readonly id: string; readonly name: string } | null;
  /** How this level stands for the client. */
  readonly standing: CautionStanding | null;
  readonly capacityPct: number | null;
  readonly offer:
    | (Omit<SpringOffer, 'sets'> & { readonly sets: readonly (OfferedSet & { readonly against: string | null })[] })
    | null;
  readonly refused: Failure | null;
  readonly last: SpringSet | null;
  readonly history: readonly SettingLine[];
};

export type ApparatusPage = {
  readonly rooms: readonly (Pick<Room, 'id' | 'name'> & {
    readonly apparatus: readonly ApparatusLine[];
    readonly lacks: readonly SpringApparatus[];
  })[];
  readonly chosen: ApparatusLine | null;
  readonly clients: readonly { readonly id: string; readonly name: string }[];
  readonly finder: Finder | null;
};

const mostSets = 4;
const mostHistory = 6;

/** Faults of the newest session with this exercise since the springs were last set. */
function faultsSince(
  sessions: Awaited<ReturnType<typeof listSessions>>,
  exercise: string,
  since: Date | undefined,
): string[] {
  for (const { startedAt, outcome } of sessions) {
    const item = outcome?.items.find((one) => one.exercise === exercise);
    if (item) return since && startedAt < since ? [] : item.faults.map(({ fault }) => fault);
  }
  return [];
}

/** What was set for a client in an exercise before, what went wrong since, and how much she holds. */
async function historyOf(
  who: Who,
  repertoire: Repertoire,
  client: ClientCard,
  exercise: Exercise,
  card: ApparatusCard,
) {
  const [settings, sessions, load] = await Promise.all([
    listSettings(who, client.id, exercise.id),
    listSessions(who, client.id, 20),
    findLoad(who, repertoire, client),
  ]);
  const here = settings.filter(({ apparatusId }) => apparatusId === card.id);
  return { here, faults: faultsSince(sessions, exercise.id, here[0]?.madeAt), capacityPct: load.capacity?.pct };
}

const noHistory = { here: [], faults: [], capacityPct: undefined };

const hasSprings = ({ force }: Level): boolean => force !== undefined;

/** Caution to show with a level: none where it is fine. */
function standingFor(repertoire: Repertoire, exercise: Exercise, level: Level, client: ClientCard | undefined) {
  const standing = client && weighExercise(repertoire, exercise, actingOn(client)).levels[level.number]?.standing;
  return standing && standing !== 'fine' ? standing : null;
}

/** The exercise and level asked for, of those done on this apparatus by its springs; else the first. */
function chosenOn(on: readonly Exercise[], asked: Asked) {
  const exercise = on.find(({ id }) => id === asked.exercise) ?? on[0];
  const level = exercise?.levels.find(({ number }) => String(number) === asked.level) ?? exercise?.levels[0];
  return exercise && level ? { exercise, level } : undefined;
}

type FinderContext = {
  readonly repertoire: Repertoire;
  readonly card: ApparatusCard;
  readonly client: ClientCard | undefined;
  readonly dayText: (date: Date) => string;
};

async function readFinder(who: Who, asked: Asked, context: FinderContext): Promise<Finder | null> {
  const { repertoire, card, client, dayText } = context;
  const on = repertoire.exercises.filter(
    ({ apparatus, levels }) => apparatus === card.rig.kind && levels.some(hasSprings),
  );
  const chosen = chosenOn(on, asked);
  if (!chosen) return null;
  const { exercise, level } = chosen;
  const { here, faults, capacityPct } = client ? await historyOf(who, repertoire, client, exercise, card) : noHistory;
  const last = here[0]?.springs;
  const body = client ? bodyOf(client) : typicalBody;
  const offered = offerSprings({
    repertoire,
    exercise,
    level,
    rig: card.rig,
    body,
    capacityPct,
    history: { last, faults },
  });
  return {
    exercises: on.map(({ id, name, levels }) => ({
      id,
      name,
      levels: levels.filter(hasSprings).map((one) => ({ id: String(one.number), name: `${one.number} · ${one.name}` })),
    })),
    exercise: exercise.id,
    level: level.number,
    levelWords: level.change,
    usual: level.springs ?? '',
    client: client ? { id: client.id, name: client.name } : null,
    standing: standingFor(repertoire, exercise, level, client),
    capacityPct: capacityPct ?? null,
    ...(offered.ok
      ? { offer: against(offered.value, card, last), refused: null }
      : { offer: null, refused: offered.error }),
    last: last ?? null,
    history: here.slice(0, mostHistory).map(({ id, springs, note, madeBy, madeAt }) => ({
      id,
      on: dayText(madeAt),
      by: madeBy,
      text: setText(card.rig.springs, springs),
      note,
    })),
  };
}

/** The nearest sets, each against what was set last. */
const against = (offer: SpringOffer, { rig }: ApparatusCard, last: SpringSet | undefined) => ({
  ...offer,
  sets: offer.sets
    .slice(0, mostSets)
    .map((one) => ({ ...one, against: last ? againstLast(rig, one.set, last) : null })),
});

/** What stands in the rooms, the apparatus in hand, and springs for an exercise and a person. */
export async function readApparatus(who: Who, asked: Asked, locale: string): Promise<ApparatusPage> {
  const [studio, repertoire, listed, clients, found] = await Promise.all([
    findStudio(who),
    findRepertoire(who),
    listApparatus(who),
    findNames(who),
    asked.client ? findClient(who, asked.client) : undefined,
  ]);
  const rank = ({ rig }: ApparatusCard): number => apparatusKinds.indexOf(rig.kind);
  const all = [...listed].sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name));
  const dayText = datesIn(locale, studio.timeZone).short;
  const line = ({ changedAt, ...card }: ApparatusCard): ApparatusLine => ({ ...card, changedOn: dayText(changedAt) });
  const known = new Set(studio.rooms.map(({ id }) => id));
  const rooms = studio.rooms.map(({ id, name, apparatus }) => {
    const here = all.filter(({ room }) => room === id);
    const kinds: readonly string[] = here.map(({ rig }) => rig.kind);
    return {
      id,
      name,
      apparatus: here.map(line),
      lacks: apparatusKinds.filter((kind) => isOneOf(apparatus, kind) && !kinds.includes(kind)),
    };
  });
  const homeless = all.filter(({ room }) => !known.has(room));
  const card = all.find(({ id }) => id === asked.id) ?? all.find(({ room }) => room === studio.room.id) ?? all[0];
  const client = found?.ok ? found.value : undefined;
  return {
    rooms:
      homeless.length > 0
        ? [...rooms, { id: '', name: 'In no room', apparatus: homeless.map(line), lacks: [] }]
        : rooms,
    chosen: card ? line(card) : null,
    clients,
    finder: card ? await readFinder(who, asked, { repertoire, card, client, dayText }) : null,
  };
}
