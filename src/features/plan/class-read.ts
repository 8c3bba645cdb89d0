// What the plan of a class opens on: everybody's lesson as one, who does what at which level, and what is kept.
import { cautionsOf, conditionsInForce } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import { classLessonOf, rotaOf } from '@/core/planning/class-lesson';
import type { ClassLesson } from '@/core/planning/class-lesson';
import type { KeptPlan } from '@/core/planning/kept-plan';
import { holds } from '@/core/book/places';
import { lessonOf } from '@/core/planning/lesson';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { datesIn, dayOf, todayIn } from '@/data/days';
import { listApparatus } from '@/data/stores/apparatus';
import { findBooking } from '@/data/stores/book';
import { findClient } from '@/data/stores/clients';
import { findEvidence } from '@/data/stores/evidence';
import { listOwnOrders } from '@/data/stores/own-orders';
import { findClassPlans } from '@/data/stores/plans';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { ClientCard, Who } from '@/data/types';
import type { OrderToStartFrom } from './read';
import { gather } from './read';

/** Who is to have what by her, and why. */
export type PropFor = { readonly name: string; readonly prop: string; readonly why: string };

export type ClassPage = {
  readonly id: string;
  readonly title: string;
  readonly when: string;
  readonly room: string | null;
  readonly minutes: number;
  readonly isToday: boolean;
  readonly people: readonly { readonly id: string; readonly name: string; readonly cautions: readonly string[] }[];
  /** Null: there is nobody, or a stop sign keeps everybody out. */
  readonly of: ClassLesson | null;
  /** What to say, by exercise. */
  readonly cues: Readonly<Record<string, string>>;
  readonly props: Readonly<Record<string, readonly PropFor[]>>;
  /** Turns on apparatus that is not there for all, by exercise. */
  readonly rotas: Readonly<Record<string, readonly (readonly string[])[]>>;
  readonly orders: readonly OrderToStartFrom[];
  readonly kept: { readonly plan: KeptPlan; readonly madeBy: string } | null;
  readonly revision: number;
};

const fullTurn = 12;

/** The first cue of an exercise that can be said to all: no prop, no hands, nothing that a body must be like, nobody kept from it. */
const cueOf = (
  { corrections }: Repertoire,
  ids: readonly string[],
  conditions: ReadonlySet<string>,
): string | undefined =>
  ids
    .flatMap((id) => corrections.find((one) => one.id === id) ?? [])
    .find(
      ({ kind, prop, needs = [], notWith = [] }) =>
        (kind === 'verbal' || kind === 'image') &&
        !prop &&
        needs.length === 0 &&
        !notWith.some(({ condition }) => conditions.has(condition)),
    )?.say;

/** Props that helped somebody before against a fault of an exercise. */
async function propsOf(
  who: Who,
  clients: readonly ClientCard[],
  { exercises, corrections, props }: Repertoire,
): Promise<ClassPage['props']> {
  const evidence = await findEvidence(
    who,
    clients.map(({ id }) => id),
  );
  const helped = clients.flatMap((client) =>
    evidence.of(client.id).flatMap((one) => {
      const prop = corrections.find(({ id }) => id === one.correction)?.prop;
      const name = props.find(({ id }) => id === prop)?.name;
      return name && one.helped > 0 ? [{ ...one, name: client.name, prop: name }] : [];
    }),
  );
  const of = exercises.map(({ id, corrections: own }) => {
    const here = helped.filter((one) => one.exercise === id && own.includes(one.correction));
    const each = new Map(
      here.map(({ name, prop }) => [`${name} ${prop}`, { name, prop, why: 'it helped here before' }]),
    );
    return [id, [...each.values()]] as const;
  });
  return Object.fromEntries(of.filter(([, each]) => each.length > 0));
}

export async function readClassPage(who: Who, locale: string, id: string): Promise<Result<ClassPage>> {
  const [found, repertoire, studio, apparatus, own] = await Promise.all([
    findBooking(who, id),
    findRepertoire(who),
    findStudio(who),
    listApparatus(who),
    listOwnOrders(who),
  ]);
  if (!found.ok) return found;
  const { title, startsAt, minutes, room, places } = found.value;
  if (title === null) return failure('notFound', 'There is no such class in the book.', 'id');
  const expected = places.filter(({ state, name }) => holds(state) && name !== null).slice(0, fullTurn);
  const cards = await Promise.all(expected.map(({ clientId }) => findClient(who, clientId)));
  const clients = cards.flatMap((card) => (card.ok ? [card.value] : []));
  const today = { feeling: 'well' as const, minutes, room };
  const members = await Promise.all(
    clients.map(async (client) => ({
      ...{ id: client.id, name: client.name },
      lesson: lessonOf(await gather(who, client, repertoire, today)),
    })),
  );
  const inRoom = apparatus.filter((one) => one.room === (room ?? studio.room.id)).map(({ rig }) => rig.kind);
  const rigs: Partial<Record<ApparatusKind, number>> = {};
  for (const kind of inRoom) rigs[kind] = (rigs[kind] ?? 0) + 1;
  const of = classLessonOf(members, rigs) ?? null;
  const kept = (await findClassPlans(who, [id])).get(id);
  const { shortDay, whole } = datesIn(locale, studio.timeZone);
  const conditions = new Set(clients.flatMap((client) => conditionsInForce(client.conditions)));
  const faces = Object.values(of?.lesson.faces ?? {});
  const mays = (exercises: readonly string[]) => exercises.filter((one) => of?.lesson.faces[one]);
  const names = members.filter(({ lesson }) => Object.keys(lesson.faces).length > 0).map(({ name }) => name);
  const shared = faces.filter(
    ({ exercise }) => exercise.apparatus !== 'mat' && (rigs[exercise.apparatus] ?? 0) < names.length,
  );
  return success({
    ...{ id, title, minutes, of },
    when: whole(startsAt),
    room: studio.rooms.find((one) => one.id === room)?.name ?? null,
    isToday: dayOf(studio.timeZone, startsAt) === todayIn(studio.timeZone),
    people: clients.map((client) => ({
      ...{ id: client.id, name: client.name },
      cautions: cautionsOf(repertoire, client.conditions, shortDay)
        .filter(({ cleared }) => !cleared)
        .map(({ name }) => name),
    })),
    cues: Object.fromEntries(
      faces.flatMap(({ exercise: { id: one } }) => {
        const cue = cueOf(
          repertoire,
          repertoire.exercises.find((entry) => entry.id === one)?.corrections ?? [],
          conditions,
        );
        return cue ? [[one, cue] as const] : [];
      }),
    ),
    props: await propsOf(who, clients, repertoire),
    rotas: Object.fromEntries(
      shared.map(({ exercise: { id: one, apparatus: kind } }) => [one, rotaOf(names, rigs[kind] ?? 0)] as const),
    ),
    orders: [
      ...own.map(({ id: one, name, exercises }) => ({ id: one, name, exercises: mays(exercises), isOwn: true })),
      ...repertoire.sequences
        .map(({ id: one, name, exercises }) => ({ id: one, name, exercises: mays(exercises) }))
        .filter(({ exercises }) => exercises.length > 0),
    ],
    kept: kept ? { plan: kept.plan, madeBy: kept.madeBy } : null,
    revision: kept?.revision ?? 0,
  });
}
