import { bodyOf, typicalBody } from '@/core/body/segments';
import { weighExercise, isAllowed } from '@/core/knowledge/cautions';
import type { CautionStanding } from '@/core/knowledge/cautions';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
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
import type { ApparatusCard, ClientCard, Room, SettingCard, Who } from '@/data/types';

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

async function readFinder(
  who: Who,
  repertoire: Repertoire,
  card: ApparatusCard,
  asked: Asked,
  client: ClientCard | undefined,
  tell: (date: Date) => string,
): Promise<Finder | null> {
  const on = repertoire.exercises.filter(
    ({ apparatus, levels }) => apparatus === card.rig.kind && levels.some(({ force }) => force),
  );
  const exercise: Exercise | undefined = on.find(({ id }) => id === asked.exercise) ?? on[0];
  if (!exercise) return null;
  const level = exercise.levels.find(({ number }) => String(number) === asked.level) ?? exercise.levels[0];
  if (!level) return null;
  const [settings, sessions, load] = client
    ? await Promise.all([
        listSettings(who, client.id, exercise.id),
        listSessions(who, client.id, 20),
        findLoad(who, repertoire, client),
      ])
    : [[] as SettingCard[], [], null];
  const here = settings.filter(({ apparatusId }) => apparatusId === card.id);
  const last = here[0]?.springs;
  const capacityPct = load?.capacity?.pct;
  const offered = offerSprings({
    repertoire,
    exercise,
    level,
    rig: card.rig,
    body: client ? bodyOf(client) : typicalBody,
    capacityPct,
    history: { last, faults: faultsSince(sessions, exercise.id, here[0]?.madeAt) },
  });
  const weighed = client && weighExercise(repertoire, exercise, actingOn(client)).levels[level.number];
  return {
    exercises: on.map(({ id, name, levels }) => ({
      id,
      name,
      levels: levels
        .filter(({ force }) => force)
        .map((one) => ({ id: String(one.number), name: `${one.number} · ${one.name}` })),
    })),
    exercise: exercise.id,
    level: level.number,
    levelWords: level.change,
    usual: level.springs ?? '',
    client: client ? { id: client.id, name: client.name } : null,
    standing: weighed && (!isAllowed(weighed) || weighed.standing !== 'fine') ? weighed.standing : null,
    capacityPct: capacityPct ?? null,
    offer: offered.ok
      ? {
          ...offered.value,
          sets: offered.value.sets.slice(0, mostSets).map((one) => ({
            ...one,
            against: last ? againstLast(card.rig, one.set, last) : null,
          })),
        }
      : null,
    refused: offered.ok ? null : offered.error,
    last: last ?? null,
    history: here.slice(0, mostHistory).map(({ id, springs, note, madeBy, madeAt }) => ({
      id,
      on: tell(madeAt),
      by: madeBy,
      text: setText(card.rig.springs, springs),
      note,
    })),
  };
}

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
  const format = new Intl.DateTimeFormat(locale, {
    timeZone: studio.timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  });
  const tell = (date: Date) => format.format(date);
  const line = ({ changedAt, ...card }: ApparatusCard): ApparatusLine => ({ ...card, changedOn: tell(changedAt) });
  const known = new Set(studio.rooms.map(({ id }) => id));
  const rooms = studio.rooms.map(({ id, name, apparatus }) => {
    const here = all.filter(({ room }) => room === id);
    const kinds: readonly string[] = here.map(({ rig }) => rig.kind);
    return {
      id,
      name,
      apparatus: here.map(line),
      lacks: apparatusKinds.filter((kind) => (apparatus as readonly string[]).includes(kind) && !kinds.includes(kind)),
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
    finder: card ? await readFinder(who, repertoire, card, asked, client, tell) : null,
  };
}
