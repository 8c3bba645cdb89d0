// The demo's taught sessions, tapped as an instructor would: every one goes through the same door as a tablet's events.
import { bodyOf } from '@/core/body/segments';
import { v7 as newId } from 'uuid';
import { weighLevel } from '@/core/knowledge/cautions';
import { conditionsInForce, unsafeFaults } from '@/core/knowledge/conditions';
import { entry } from '@/core/knowledge/find';
import { layStances, resolveStances } from '@/core/knowledge/stances';
import { adviseLevel } from '@/core/progression/advice';
import type { Payload, Planned, SessionEvent } from '@/core/progression/events';
import type { GateSession } from '@/core/progression/gate-input';
import { gateSession, outcomeOf } from '@/core/progression/outcome';
import { levelAfter } from '@/core/load/rungs';
import { foldSession } from '@/core/progression/session';
import { eventVersion } from '@/core/progression/words';
import { repertoire, rulesVersion } from '@/repertoire';
import { findClient } from '../stores/clients';
import { receiveEvents } from '../stores/floor';
import { actingOn } from '../types';
import type { ClientCard, Who } from '../types';
import { demoSessions, demoStudio } from './world';
import type { DemoSession } from './world';
import { dayOf } from '../days';
import { planItem } from '@/core/progression/plan-item';

const weekMs = 7 * 86_400_000;
const repetitionMs = 11_000;
const restMs = 50_000;

type Known = Map<string, GateSession[]>;
type Tapping = {
  readonly events: SessionEvent[];
  at: number;
  readonly record: (what: Payload, afterMs?: number) => string;
};

function tapping(who: Who, session: string, device: string, from: number): Tapping {
  const events: SessionEvent[] = [];
  const own: Tapping = {
    events,
    at: from,
    record(what, afterMs = 4000) {
      own.at += afterMs;
      const id = newId();
      events.push({ id, v: eventVersion, session, device, seq: events.length + 1, at: own.at, by: who.userId, what });
      return id;
    },
  };
  return own;
}

function planned(client: ClientCard, { exercise: id, level }: { exercise: string; level: number }): Planned {
  const laid = layStances({ studio: demoStudio, client });
  const stances = resolveStances(repertoire, laid.school, laid.stances, laid.from);
  const item =
    stances.ok && planItem(entry(repertoire.exercises, id), bodyOf(client), stances.value, { item: newId(), level });
  if (!item) throw new Error(`demo data: ${id} has no level ${level}`);
  return item;
}

/** Both sides by turns, as far as each goes. */
function tapSet(
  tap: Tapping,
  item: Planned,
  set: number,
  [left, right]: readonly [string, string],
  lost: string | undefined,
): void {
  const turns = item.dose.sides === 2 ? (['left', 'right'] as const) : (['both'] as const);
  for (let i = 0; i < Math.max(left.length, right.length); i += 1)
    for (const side of turns) {
      const mark = (side === 'right' ? right : left)[i];
      if (mark === undefined) continue;
      const of = tap.record(
        { kind: 'repetition', item: item.item, set, side, direction: 1, clean: mark === '1' },
        repetitionMs,
      );
      const fault = mark === '1' ? undefined : repertoire.faults.find(({ id }) => id === lost);
      if (fault) tap.record({ kind: 'named', of, block: fault.block, fault: fault.id }, 1500);
    }
}

function teach(
  tap: Tapping,
  client: ClientCard,
  item: Planned,
  wanted: DemoSession['items'][number],
  known: Known,
  day: string,
): void {
  tap.record({ kind: 'opened', item: item.item });
  wanted.sets.forEach((set, i) => {
    if (i > 0) tap.record({ kind: 'newSet', item: item.item }, restMs);
    if (i === 1 && wanted.tried) {
      const { fault, correction } = wanted.tried;
      const of = tap.record({ kind: 'tried', item: item.item, fault, correction });
      tapSet(tap, item, i + 1, set, wanted.lost);
      tap.record({ kind: 'judged', of, verdict: wanted.tried.verdict });
    } else tapSet(tap, item, i + 1, set, wanted.lost);
  });
  if (wanted.sets.length === 1 && wanted.tried) {
    const { fault, correction, verdict } = wanted.tried;
    const of = tap.record({ kind: 'tried', item: item.item, fault, correction }, restMs);
    tap.record({ kind: 'judged', of, verdict }, restMs);
  }
  if (wanted.pain) tap.record({ kind: 'pained', item: item.item, ...wanted.pain });
  if (wanted.note) tap.record({ kind: 'noted', item: item.item, words: wanted.note });
  decide(tap, client, item, wanted, known, day);
}

/** Decides as the Floor advises, unless the demo says otherwise. */
function decide(
  tap: Tapping,
  client: ClientCard,
  item: Planned,
  wanted: DemoSession['items'][number],
  known: Known,
  day: string,
): void {
  const exercise = entry(repertoire.exercises, item.exercise);
  const done = foldSession('demo', tap.events).items.find((one) => one.item === item.item);
  if (!done) throw new Error('demo data: an exercise that was not planned');
  const conditions = conditionsInForce(client.conditions);
  const unsafe = unsafeFaults(repertoire, conditions);
  const history = known.get(exercise.id) ?? [];
  const advice = adviseLevel(done, {
    repertoire,
    exercise,
    school: entry(repertoire.schools, client.school ?? demoStudio.school),
    body: bodyOf(client),
    conditions,
    unsafe,
    history,
    today: day,
    weigh: (level) => weighLevel(repertoire, exercise, level, actingOn(client)),
  });
  const decision = wanted.overruled?.decision ?? advice.decision;
  tap.record({
    kind: 'decided',
    item: item.item,
    advised: advice.decision,
    decision,
    level: wanted.overruled ? levelAfter(exercise, item.level, decision) : advice.level,
    reasons: [...advice.reasons],
    overruled: wanted.overruled?.why ?? null,
  });
  const counted = gateSession(day, outcomeOf(done, unsafe));
  if (counted) known.set(exercise.id, [...history, counted]);
}

/** Keeps the demo's sessions of one client. */
export async function seedSessions(who: Who, clientId: string, name: string): Promise<void> {
  const found = await findClient(who, clientId);
  if (!found.ok) throw new Error(`demo data: ${found.error.message}`);
  const client = found.value;
  const known: Known = new Map();
  for (const session of demoSessions.filter((one) => one.client === name)) {
    const from = Math.floor(Date.now() / 86_400_000) * 86_400_000 + 9 * 3_600_000 - session.weeksAgo * weekMs;
    const tap = tapping(who, newId(), newId(), from);
    const plan = session.items.map((one) => planned(client, one));
    tap.record({
      kind: 'started',
      client: clientId,
      room: demoStudio.rooms[0]?.name ?? '',
      school: client.school ?? demoStudio.school,
      rules: rulesVersion,
      plan,
    });
    tap.record({ kind: 'ready', feeling: session.feeling ?? 'well', words: '' });
    const day = dayOf('UTC', new Date(from));
    session.items.forEach((wanted, i) => {
      const item = plan[i];
      if (item) teach(tap, client, item, wanted, known, day);
    });
    tap.record({ kind: 'ended' }, restMs);
    const { days = [], exercises = [], words = '' } = session.home ?? {};
    tap.record({
      kind: 'wrapped',
      points: [...session.points],
      note: '',
      next: null,
      home: {
        days: [...days],
        at: '18:30',
        words,
        items: plan
          .filter(({ exercise }) => exercises.includes(exercise))
          .map(({ exercise, level, dose }) => ({ exercise, level, repetitions: dose.repetitions })),
      },
    });
    const { refused } = await receiveEvents(who, tap.events, Date.now());
    if (refused[0]) throw new Error(`demo data: ${refused[0].error.message} at ${refused[0].error.path}`);
  }
}
