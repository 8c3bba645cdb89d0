// Reads what a tablet needs for the day: the asker's studio, its repertoire, today's clients with what is known of them.
import { bodyOf } from '@/core/body/segments';
import { now, toCalendarDateTime, today } from '@internationalized/date';
import { allowedLevel, isAllowed, weighExercise } from '@/core/knowledge/cautions';
import { cautionsOf, conditionsInForce } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import { knownLoad, newestRungs } from '@/core/load/capacity';
import type { Standing } from '@/core/load/capacity';
import type { GateSession } from '@/core/progression/gate-input';
import { gateSession } from '@/core/progression/outcome';
import { setText } from '@/core/springs/springs';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { findClient, listAppointments } from '@/data/stores/clients';
import { findStudio } from '@/data/stores/studio';
import { listApparatus, listSettings } from '@/data/stores/apparatus';
import { sessionsSince, tabletKey } from '@/data/stores/floor';
import { seenBefore } from '@/data/stores/load';
import { listAllDoses, listResults, listTrials, newestLooks } from '@/data/stores/looks';
import { checkedOn, findRepertoire } from '@/data/stores/studio';
import { actingOn } from '@/data/types';
import type {
  ApparatusCard,
  AppointmentCard,
  ClientCard,
  DoseCard,
  LookCard,
  SessionCard,
  SettingCard,
  TrialCard,
  Who,
} from '@/data/types';
import { rulesVersion } from '@/repertoire';
import type { DayPack, FloorClient, LastFinding } from './pack';

const dayMs = 86_400_000;
/** A session left open longer than this is not gone on with. */
const openForMs = 12 * 3_600_000;
/** How far back the gate looks. */
const historyDays = 180;

type Known = {
  readonly repertoire: Repertoire;
  readonly sessions: readonly SessionCard[];
  readonly doses: readonly DoseCard[];
  readonly looks: readonly LookCard[];
  readonly results: Awaited<ReturnType<typeof listResults>>;
  readonly trials: readonly TrialCard[];
  readonly settings: readonly SettingCard[];
  readonly apparatus: readonly ApparatusCard[];
  readonly timeZone: string;
  readonly moment: Date;
};

const dateIn = (timeZone: string, at: Date): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(at);

/** Newest dose of each exercise that is still in the repertoire: where a client stands. */
const standingsOf = (doses: readonly DoseCard[], repertoire: Repertoire): FloorClient['standings'] =>
  newestRungs(repertoire, doses).map(({ row: { repetitions, sets, sides, directions, pattern, pace }, standing }) => ({
    ...standing,
    dose: {
      repetitions,
      sets,
      sides: sides === 2 ? 2 : 1,
      directions: directions === 2 ? 2 : 1,
      pattern,
      pace,
    },
  }));

/** Exercises for a first session: those that find the start, then the first that moves a leg. */
const firstPlan = ({ exercises }: Repertoire): Standing[] =>
  [...exercises.filter(({ family }) => family === 'findingTheStart').slice(0, 2), ...exercises.slice(0, 1)].map(
    ({ id }) => ({ exercise: id, level: 1 }),
  );

/** Last session's exercises where they led to; else what the client stands on with what prepares it; else a first session. */
function planOf(
  client: ClientCard,
  last: SessionCard | undefined,
  standings: readonly Standing[],
  repertoire: Repertoire,
): Standing[] {
  const prepared =
    (standings[0] && repertoire.exercises.find(({ id }) => id === standings[0]?.exercise))?.prepares ?? [];
  const wanted = last?.outcome?.items.length
    ? last.outcome.items.map(({ exercise, level, decision }) => ({ exercise, level: decision?.level ?? level }))
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

function lastFindings(sessions: readonly SessionCard[], look: LookCard | undefined): FloorClient['last'] {
  const found: Record<string, LastFinding[]> = {};
  for (const { fault, verdict, severity } of look?.result?.baseline ?? [])
    if (look && verdict === 'out')
      (found[look.exercise] ??= []).push({ fault, verdict, severity: severity ?? 'slight' });
  for (const { outcome } of [...sessions].reverse())
    for (const { exercise, faults } of outcome?.items ?? [])
      found[exercise] = faults.map(({ fault, times }) => ({
        fault,
        verdict: 'out',
        severity: times >= 4 ? 'marked' : times >= 2 ? 'clear' : 'slight',
      }));
  return found;
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

function historyOf(sessions: readonly SessionCard[], timeZone: string): FloorClient['history'] {
  const found: Record<string, (GateSession & { session: string })[]> = {};
  for (const { id, startedAt, outcome } of [...sessions].reverse())
    for (const item of outcome?.items ?? []) {
      const counted = gateSession(dateIn(timeZone, startedAt), item);
      if (counted) (found[item.exercise] ??= []).push({ ...counted, session: id });
    }
  return found;
}

function toFloor(
  client: ClientCard,
  appointment: (AppointmentCard & { readonly time: string }) | undefined,
  known: Known,
): FloorClient {
  const { repertoire, timeZone, moment } = known;
  const mine = known.sessions.filter(({ clientId }) => clientId === client.id);
  const ended = mine.filter(({ endedAt, outcome }) => endedAt && outcome);
  const open = mine.find(({ endedAt, startedAt }) => !endedAt && moment.getTime() - startedAt.getTime() < openForMs);
  const standings = standingsOf(
    known.doses.filter(({ clientId }) => clientId === client.id),
    repertoire,
  );
  const [last] = ended;
  const body = bodyOf(client);
  const points = last?.outcome?.wrap?.points ?? [];
  return {
    id: client.id,
    name: client.name,
    goal: client.goal,
    body,
    bodyIsTypical: client.heightM === null || client.massKg === null,
    load: knownLoad(
      repertoire,
      body,
      seenBefore(
        ended,
        known.results.filter(({ clientId }) => clientId === client.id),
        timeZone,
      ),
      standings,
    ),
    cautions: cautionsOf(repertoire, client.conditions),
    acting: actingOn(client),
    conditions: conditionsInForce(client.conditions),
    touchConsent: client.touchConsent,
    school: client.school,
    stances: client.stances,
    time: appointment?.time ?? null,
    minutes: appointment?.minutes ?? 50,
    note: appointment?.note ?? '',
    springs: springsOf(client.id, known),
    standings,
    history: historyOf(ended, timeZone),
    last: lastFindings(
      ended,
      known.looks.find(({ clientId }) => clientId === client.id),
    ),
    trials: known.trials
      .filter(({ clientId }) => clientId === client.id)
      .map(({ fault, correction, verdict, sessionId }) => ({
        fault,
        correction,
        success: verdict === 'better',
        client: 'this',
        ...(sessionId ? { session: sessionId } : {}),
      })),
    plan: planOf(client, last, standings, repertoire),
    lastTime: last && points.length > 0 ? { date: dateIn(timeZone, last.startedAt), points } : null,
    open: open?.id ?? null,
  };
}

const countTrials = (trials: readonly TrialCard[]): DayPack['others'] => {
  const found = new Map<string, [string, string, number, number]>();
  for (const { fault, correction, verdict } of trials) {
    const key = `${fault} ${correction}`;
    const [, , successes, all] = found.get(key) ?? [fault, correction, 0, 0];
    found.set(key, [fault, correction, successes + Number(verdict === 'better'), all + 1]);
  }
  return [...found.values()];
};

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
  const clients = new Map(booked.map(({ client }) => [client.id, client]));
  if (also && !clients.has(also)) {
    const found = await findClient(who, also);
    if (!found.ok) return found;
    clients.set(also, found.value);
  }
  const ids = [...clients.keys()];
  const moment = now(timeZone).toDate();
  const [sessions, doses, looks, results, trials, checked, settings, apparatus] = await Promise.all([
    sessionsSince(who, ids, new Date(moment.getTime() - historyDays * dayMs)),
    listAllDoses(who, ids),
    newestLooks(who, ids),
    listResults(who, ids),
    listTrials(who),
    checkedOn(who, date.toString()),
    listSettings(who, ids),
    listApparatus(who),
  ]);
  const clock = new Intl.DateTimeFormat(locale, { timeZone, hour: 'numeric', minute: '2-digit' });
  const known: Known = { repertoire, sessions, doses, looks, results, trials, settings, apparatus, timeZone, moment };
  return success({
    who: { id: who.userId, name: who.name },
    until,
    key,
    studio: {
      name: studio.name,
      school: studio.school,
      stances: studio.stances,
      exerciseStances: studio.exerciseStances,
      room: { name: studio.room.name, props: studio.room.props },
    },
    day: date.toString(),
    rules: rulesVersion,
    repertoire,
    others: countTrials(trials.filter(({ clientId }) => !clients.has(clientId))),
    checked: checked.map(({ apparatus }) => apparatus),
    clients: [...clients.values()].map((client) => {
      const appointment = booked.find((one) => one.client.id === client.id)?.appointment;
      return toFloor(client, appointment && { ...appointment, time: clock.format(appointment.startsAt) }, known);
    }),
  });
}
