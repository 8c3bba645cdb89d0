// Reads what a tablet needs for the day: the asker's studio, its repertoire, today's clients with what is known of them.
import { toCalendarDateTime, today } from '@internationalized/date';
import { bodyOf } from '@/core/body/segments';
import { allowedLevel, weighExercise } from '@/core/knowledge/cautions';
import { isAllowed } from '@/core/knowledge/standings';
import { levelToday } from '@/core/planning/lesson';
import { cautionsOf, conditionsInForce } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import type { Standing } from '@/core/load/capacity';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { setText } from '@/core/springs/springs';
import { listApparatus, newestSettings } from '@/data/stores/apparatus';
import { bookedFor, findClient, listAppointments } from '@/data/stores/clients';
import { withShapes } from '@/core/corrections/evidence';
import { emergencyOf } from '@/core/knowledge/papers';
import { newestRanges } from '@/core/knowledge/ranges';
import { listRanges } from '@/data/stores/ranges';
import { findEvidence } from '@/data/stores/evidence';
import { tabletKey } from '@/data/stores/floor';
import { findEyes } from '@/data/stores/observers';
import { findClassPlans, findPlans } from '@/data/stores/plans';
import { listTrialsOf } from '@/data/stores/looks';
import { checkedOn, findRepertoire, findStudio } from '@/data/stores/studio';
import { findOpen, findSummaries } from '@/data/stores/summaries';
import type { ClientSummary } from '@/core/progression/summary';
import { actingOn } from '@/data/types';
import type {
  ApparatusCard,
  ClientCard,
  Expected,
  PlanCard,
  RangeCard,
  SettingCard,
  TrialCard,
  Who,
} from '@/data/types';
import { rulesVersion } from '@/repertoire';
import { thisBuild } from './build';
import type { DayPack, FloorClass, FloorClient } from './pack';
import { datesIn } from '@/data/days';

/** How far back the gate looks. */
const historyDays = 180;

type Known = {
  readonly repertoire: Repertoire;
  readonly summaries: ReadonlyMap<string, ClientSummary>;
  readonly open: ReadonlyMap<string, string>;
  /** Of sessions that are going on. */
  readonly trials: readonly TrialCard[];
  readonly evidence: Awaited<ReturnType<typeof findEvidence>>;
  readonly settings: readonly SettingCard[];
  readonly apparatus: readonly ApparatusCard[];
  readonly ranges: readonly RangeCard[];
  readonly plans: ReadonlyMap<string, PlanCard>;
  /** First day that the gate looks at. */
  readonly since: string;
  readonly shortDay: (day: string) => string;
};

/** Exercises for a first session: those that find the start, then the first that moves a leg. */
const firstPlan = ({ exercises }: Repertoire): Standing[] =>
  [...exercises.filter(({ family }) => family === 'findingTheStart').slice(0, 2), ...exercises.slice(0, 1)].map(
    ({ id }) => ({ exercise: id, level: 1 }),
  );

/** Minutes of a session that is not booked. */
const usualMinutes = 50;

/** Plans that no session began with yet. */
const notUsed = (plans: ReadonlyMap<string, PlanCard>) => new Map([...plans].filter(([, { isUsed }]) => !isUsed));

/** The plan that is kept, if there is one; else last session's exercises where they led to; else what the client stands on with what prepares it; else a first session. */
function planOf(
  client: ClientCard,
  last: ClientSummary['lastSession'],
  standings: readonly Standing[],
  repertoire: Repertoire,
  kept: PlanCard | undefined,
): Standing[] {
  const prepared =
    (standings[0] && repertoire.exercises.find(({ id }) => id === standings[0]?.exercise))?.prepares ?? [];
  const wanted = kept
    ? kept.plan.order
    : last?.items.length
      ? last.items
      : standings.length > 0
        ? [...prepared.slice(0, 2).map((exercise) => ({ exercise, level: 1 })), ...standings]
        : firstPlan(repertoire);
  const seen = new Set<string>();
  return wanted.flatMap(({ exercise: id, level }) => {
    const exercise = repertoire.exercises.find((one) => one.id === id);
    if (!exercise || seen.has(id)) return [];
    seen.add(id);
    const weighed = weighExercise(repertoire, exercise, actingOn(client));
    const may = allowedLevel(weighed, Math.floor(level));
    const here = weighed.levels[Math.floor(level)];
    return may === undefined ? [] : [{ exercise: id, level: here && isAllowed(here) ? level : may }];
  });
}

/** The newest setting of each exercise, in the words of its apparatus. */
function springsOf(clientId: string, { settings, apparatus }: Known): FloorClient['springs'] {
  const found: Record<string, FloorClient['springs'][string]> = {};
  for (const { clientId: whose, apparatusId, exercise, springs, note } of settings) {
    const rig = apparatus.find(({ id }) => id === apparatusId)?.rig;
    if (whose === clientId && rig) found[exercise] ??= { text: setText(rig.springs, springs), note };
  }
  return found;
}

const historySince = (history: ClientSummary['history'], since: string): FloorClient['history'] =>
  Object.fromEntries(
    Object.entries(history).flatMap(([exercise, all]) => {
      const newest = all.filter(({ date }) => date >= since);
      return newest.length > 0 ? [[exercise, newest]] : [];
    }),
  );

function toFloor(
  client: ClientCard,
  appointment: (Expected['appointment'] & { readonly time: string }) | undefined,
  known: Known,
): FloorClient {
  const { repertoire, summaries, evidence, open, since, shortDay, plans } = known;
  const plan = plans.get(client.id);
  const summary = summaries.get(client.id);
  if (!summary) throw new Error('a client without a summary');
  const { standings, lastSession } = summary;
  return {
    id: client.id,
    name: client.name,
    goal: client.goal,
    body: bodyOf(client),
    bodyIsTypical: client.heightM === null || client.massKg === null,
    load: summary.load,
    cautions: cautionsOf(repertoire, client.conditions, shortDay),
    acting: actingOn(client),
    conditions: conditionsInForce(client.conditions),
    touchConsent: client.touchConsent,
    contact: emergencyOf(client.contacts) ?? null,
    ranges: newestRanges(known.ranges.filter(({ clientId }) => clientId === client.id)),
    school: client.school,
    stances: client.stances,
    time: appointment?.time ?? null,
    minutes: appointment?.minutes ?? plan?.plan.minutes ?? usualMinutes,
    note: appointment?.note ?? '',
    springs: springsOf(client.id, known),
    standings,
    history: historySince(summary.history, since),
    last: summary.last,
    known: withShapes(repertoire.exercises, evidence.of(client.id)),
    trials: known.trials
      .filter(({ clientId }) => clientId === client.id)
      .map(({ exercise, fault, correction, verdict, sessionId }) => ({
        exercise,
        fault,
        correction,
        success: verdict === 'better',
        client: 'this',
        ...(sessionId ? { session: sessionId } : {}),
      })),
    plan: planOf(client, lastSession, standings, repertoire, plan),
    lastTime: lastSession?.points.length ? { date: lastSession.day, points: lastSession.points } : null,
    open: open.get(client.id) ?? null,
  };
}

/** The order that stands in where nobody planned a class. */
const unplanned = 'beginnersEight';

/** Her level in each exercise of a class that she may do: where she stands, or the nearest that is allowed. */
function levelsOf(client: ClientCard, order: readonly string[], { repertoire, summaries }: Known): Standing[] {
  const standings = summaries.get(client.id)?.standings ?? [];
  return order.flatMap((id) => {
    const exercise = repertoire.exercises.find((one) => one.id === id);
    const stands = standings.find((one) => one.exercise === id)?.level ?? 1;
    const level = exercise && levelToday(weighExercise(repertoire, exercise, actingOn(client)), stands);
    return level === undefined ? [] : [{ exercise: id, level }];
  });
}

/** The day's classes with what each person does in them. */
async function classesOf(
  who: Who,
  booked: readonly Expected[],
  known: Known,
  clock: (at: Date) => string,
): Promise<FloorClass[]> {
  const classes = booked.filter(({ appointment }) => appointment.title !== null);
  const ids = classes.map(({ appointment }) => appointment.id);
  const plans = await findClassPlans(who, ids);
  return classes.map(({ appointment: { id, title, startsAt, minutes, note }, people }) => {
    const planned = plans.get(id)?.plan.order.map(({ exercise }) => exercise);
    const all = known.repertoire.sequences.find((one) => one.id === unplanned)?.exercises ?? [];
    const may = people.map(({ client }) => levelsOf(client, planned ?? all, known));
    const order = planned ?? all.filter((one) => may.every((hers) => hers.some(({ exercise }) => exercise === one)));
    return {
      ...{ id, title: title ?? '', time: clock(startsAt), minutes, note, order, isPlanned: planned !== undefined },
      people: people.map(({ client }, i) => ({
        client: client.id,
        plan: (may[i] ?? []).filter(({ exercise }) => order.includes(exercise)),
      })),
    };
  });
}

/** The day's pack for the asker's tablet; with `also`, that client too, booked or not. */
export async function readDay(
  who: Who,
  locale: string,
  also?: string,
  until = Number.MAX_SAFE_INTEGER,
): Promise<Result<DayPack>> {
  const [studio, repertoire, key] = await Promise.all([findStudio(who), findRepertoire(who), tabletKey(who)]);
  const { timeZone } = studio;
  const date = today(timeZone);
  const at = (day: typeof date) => toCalendarDateTime(day).toDate(timeZone);
  const booked = await listAppointments(who, at(date), at(date.add({ days: 1 })));
  const clients = new Map(booked.flatMap(({ people }) => people.map(({ client }) => [client.id, client])));
  if (also && !clients.has(also)) {
    const found = await findClient(who, also);
    if (!found.ok) return found;
    clients.set(also, found.value);
  }
  const ids = [...clients.keys()];
  const open = await findOpen(who, ids);
  const [summaries, trials, evidence, checked, settings, apparatus, ranges, plans, eyes] = await Promise.all([
    findSummaries(who, repertoire, [...clients.values()]),
    listTrialsOf(who, [...open.values()]),
    findEvidence(who, ids),
    checkedOn(who, date.toString()),
    newestSettings(who, ids),
    listApparatus(who),
    listRanges(who, ids),
    findPlans(who, ids).then(notUsed),
    findEyes(who),
  ]);
  const since = date.subtract({ days: historyDays }).toString();
  const { clock, shortDay } = datesIn(locale, timeZone);
  const known: Known = {
    repertoire,
    summaries,
    open,
    trials,
    evidence,
    settings,
    apparatus,
    ranges,
    plans,
    since,
    shortDay,
  };
  return success({
    build: thisBuild,
    who: { id: who.userId, name: who.name },
    eyes,
    until,
    key,
    studio: {
      name: studio.name,
      school: studio.school,
      stances: studio.stances,
      exerciseStances: studio.exerciseStances,
      room: {
        name: studio.room.name,
        props: studio.room.props,
        rigs: apparatus.filter(({ room }) => room === studio.room.id).map(({ rig }) => rig),
      },
    },
    day: date.toString(),
    rules: rulesVersion,
    repertoire,
    known: withShapes(repertoire.exercises, evidence.studio),
    checked: checked.map(({ apparatus }) => apparatus),
    classes: await classesOf(who, booked, known, clock),
    clients: [...clients.values()].map((client) => {
      const appointment = bookedFor(booked, client.id);
      return toFloor(client, appointment && { ...appointment, time: clock(appointment.startsAt) }, known);
    }),
  });
}
