// Made histories: random, but such as the product's own doors let in. Every kind of event, every entry, things that go.
import { v7 as newId } from 'uuid';
import { keepReading } from '@/core/knowledge/kept';
import { readTaken } from '@/core/alignment/readings';
import { readLook } from '@/core/knowledge/look';
import { exerciseAt } from '@/core/knowledge/find';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { wordsToKeep } from '@/core/knowledge/names';
import type { Payload, Planned, SessionEvent } from '@/core/progression/events';
import { rungAt } from '@/core/load/rungs';
import { decisions, feelings, lostBlocks, sides, verdicts } from '@/core/progression/words';
import { typicalBody } from '@/core/body/segments';
import { breathInForce, resolveStances } from '@/core/knowledge/stances';
import { OwnEntryRow } from '@/data/models';
import { addIntake, addOverrule, addStop, clearStops, setCondition } from '@/data/stores/cautions';
import { addClient, findClient, setClientStance } from '@/data/stores/clients';
import { receiveEvents } from '@/data/stores/floor';
import { keepLook, setLookReading, startLook } from '@/data/stores/looks';
import { changeOwn, findRepertoire } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { repertoire as shipped, rulesVersion } from '@/repertoire';
import { aLook, someone } from '../data/studio';

export type Random = () => number;

const pick = <T>(random: Random, list: readonly T[]): T => {
  const found = list[Math.floor(random() * list.length)];
  if (found === undefined) throw new Error('nothing to pick from');
  return found;
};
const some = (random: Random, share: number): boolean => random() < share;
const times = (random: Random, most: number): number => Math.floor(random() * (most + 1));
const dayMs = 86_400_000;

/** Entries that only this studio has, woven into each other: a fault, a correction for it, an exercise that watches it. */
export async function addOwnEntries(who: Who, tag: string): Promise<void> {
  const [fault, correction, exercise] = [shipped.faults[0], shipped.corrections[0], shipped.exercises[0]];
  if (!fault || !correction || !exercise) throw new Error('the repertoire is empty');
  const own = { ...fault, id: `ownFault${tag}`, plain: 'a fault of our own', shownBy: [], byEye: 'seen by us' };
  await changeOwn(who, () => ({
    keep: [
      { kind: 'faults', id: own.id, entry: own },
      {
        kind: 'corrections',
        id: `ownCue${tag}`,
        entry: { ...correction, id: `ownCue${tag}`, faults: [own.id], say: 'A cue of our own.' },
      },
      {
        kind: 'exercises',
        id: `ownExercise${tag}`,
        entry: {
          ...exercise,
          id: `ownExercise${tag}`,
          name: 'Weir float',
          faults: [...exercise.faults, { fault: own.id, standAt: 'side' }],
        },
      },
    ],
  }));
}

/** As a database of before may be: an own entry gone, whatever refers to it. */
export const dropOwnEntry = (who: Who, random: Random, tag: string): Promise<number> =>
  OwnEntryRow.destroy({
    where: {
      studioId: who.studioId,
      entryId: pick(random, [`ownFault${tag}`, `ownCue${tag}`, `ownExercise${tag}`]),
    },
  });

function planned(random: Random, exercise: Exercise): Planned {
  const { number } = pick(random, exercise.levels);
  const level = some(random, 0.2) ? number + 0.5 : number;
  const rung = rungAt(exercise, level, typicalBody) ?? pick(random, exercise.levels);
  return {
    item: newId(),
    exercise: exercise.id,
    name: exercise.name,
    level: rung.number,
    levelName: rung.name,
    order: exercise.sideOrder,
    dose: { ...rung.dose, pattern: exercise.breath[0]?.pattern ?? 'in 4, out 4', pace: 1 },
  };
}

/** Any payload of a kind, pointing at what is there or, now and then, at nothing. */
function anything(random: Random, repertoire: Repertoire, plan: readonly Planned[], ids: readonly string[]): Payload {
  const item = some(random, 0.06) ? newId() : plan.length > 0 ? pick(random, plan).item : newId();
  const of = ids.length > 0 && !some(random, 0.06) ? pick(random, ids) : newId();
  const exercise = pick(random, repertoire.exercises);
  const fault = some(random, 0.04) ? 'goneFault' : pick(random, repertoire.faults).id;
  const correction = some(random, 0.04) ? 'goneCue' : pick(random, repertoire.corrections).id;
  const decision = pick(random, decisions);
  const fresh = planned(random, exercise);
  const level = Math.max(1, Math.min(20, Math.round(random() * 16) / 2));
  const kinds: readonly (() => Payload)[] = [
    () => ({ kind: 'ready', feeling: pick(random, feelings), words: '' }),
    () => ({ kind: 'checked', apparatus: exercise.apparatus }),
    () => ({ kind: 'opened', item }),
    () => ({ kind: 'added', planned: some(random, 0.1) ? { ...fresh, exercise: 'goneExercise' } : fresh, after: null }),
    () => ({ kind: 'dropped', item }),
    () => ({ kind: 'dosed', item, dose: fresh.dose }),
    () => ({ kind: 'levelled', item, level, levelName: 'made', dose: fresh.dose }),
    () => ({ kind: 'sided', item, side: pick(random, sides) }),
    () => ({
      kind: 'repetition',
      item,
      set: 1 + times(random, 3),
      side: pick(random, sides),
      direction: some(random, 0.5) ? 1 : 2,
      clean: some(random, 0.6),
    }),
    () => ({ kind: 'named', of, block: pick(random, lostBlocks), fault: some(random, 0.7) ? fault : null }),
    () => ({ kind: 'newSet', item }),
    () => ({ kind: 'rested', item }),
    () => ({ kind: 'tried', item, fault, correction }),
    () => ({ kind: 'judged', of, verdict: pick(random, verdicts) }),
    () => ({
      kind: 'looked',
      item,
      grades: { [pick(random, repertoire.targets).measure]: pick(random, [-2, -1, 0, 1, 2]) },
    }),
    () => ({ kind: 'noted', item: some(random, 0.5) ? item : null, words: 'noted — “so”' }),
    () => ({ kind: 'pained', item, where: 'hip', score: times(random, 10) }),
    () => ({ kind: 'decided', item, advised: decision, decision, level, reasons: ['made'], overruled: null }),
    () => ({ kind: 'undone', of }),
    () => ({ kind: 'amended', of, clean: some(random, 0.5), why: 'seen again' }),
    () => ({ kind: 'ended' }),
    () => ({ kind: 'reopened' }),
    () => ({
      kind: 'wrapped',
      points: ['one', 'two'].slice(0, times(random, 2)),
      note: '',
      next: some(random, 0.3) ? '2027-01-01' : null,
      home: {
        days: [0, 6].slice(0, times(random, 2)),
        at: '18:30',
        words: '',
        items: plan
          .slice(0, times(random, 3))
          .map((one) => ({ exercise: one.exercise, level: one.level, repetitions: 4 })),
      },
    }),
    ...(some(random, 0.05)
      ? [(): Payload => ({ kind: 'stopSeen', sign: pick(random, repertoire.stopSigns).id, seen: '' })]
      : []),
  ];
  return pick(random, kinds)();
}

/** A session of random taps; those that say nothing stay without effect, as in life. Returns its id. */
async function teach(who: Who, random: Random, repertoire: Repertoire, clientId: string, at: number): Promise<string> {
  const [session, device] = [newId(), newId()];
  const plan = Array.from({ length: times(random, 4) }, () => planned(random, pick(random, repertoire.exercises)));
  const events: SessionEvent[] = [];
  const tap = (what: Payload) => {
    const n = events.length;
    events.push({ id: newId(), v: 1, session, device, seq: n, at: at + n * 4000, by: who.userId, what });
    if (what.kind === 'added') plan.push(what.planned);
  };
  tap({ kind: 'started', client: clientId, room: '', school: 'evenKeel', rules: rulesVersion, plan: [...plan] });
  for (let i = 4 + times(random, 60); i > 0; i -= 1) {
    // What is tapped most, and pairs that belong together, more often than chance would.
    const last = events.at(-1);
    if (last?.what.kind === 'tried' && some(random, 0.8))
      tap({ kind: 'judged', of: last.id, verdict: pick(random, verdicts) });
    else
      tap(
        anything(
          random,
          repertoire,
          plan,
          events.map(({ id }) => id),
        ),
      );
  }
  if (some(random, 0.7)) tap({ kind: 'ended' });
  const { refused } = await receiveEvents(who, events, Date.now());
  if (refused[0]) throw new Error(`refused: ${refused[0].error.message} at ${refused[0].error.path}`);
  return session;
}

/** Some sessions more for a client. */
export async function addSessions(who: Who, random: Random, clientId: string, many: number): Promise<void> {
  const repertoire = await findRepertoire(who);
  for (let i = 0; i < many; i += 1)
    await teach(who, random, repertoire, clientId, Math.round(Date.now() - (1 + random() * 100) * dayMs));
}

/** A look graded by eye, kept or left open. Returns its id; none where a caution or a stop forbids it. */
async function look(
  who: Who,
  random: Random,
  repertoire: Repertoire,
  clientId: string,
  at: Date,
): Promise<string | undefined> {
  const exercise = pick(random, repertoire.exercises);
  const { number: level } = pick(random, exercise.levels);
  const begin = aLook(clientId, { exercise: exercise.id, level });
  const begun = await startLook(who, { ...begin, startedAt: at });
  if (!begun.ok) return undefined;
  const taken = (['top', 'retest'] as const).map((role) => ({
    role,
    method: 'eye' as const,
    measure: pick(random, [...exercise.watches.map(({ measure }) => measure), 'pelvicTilt']),
    taken: pick(random, [-2, -1, 0, 1, 2]),
  }));
  for (const one of taken) await setLookReading(who, begun.value, one);
  if (some(random, 0.3)) return begun.value;
  const readings = readTaken(taken, exerciseAt(exercise, level).position, {}, repertoire.targets);
  const read = readLook(
    { exercise: exercise.id, level, school: 'evenKeel', stances: {}, conditions: [], pictures: {}, readings },
    repertoire,
  );
  const stances = resolveStances(repertoire, 'evenKeel', {});
  if (!read.ok || !stances.ok) throw new Error('a made look can’t be read');
  const fault = pick(random, repertoire.faults).id;
  const correction = pick(random, repertoire.corrections).id;
  const words = wordsToKeep(repertoire, exercise.id, [fault], correction);
  await keepLook(who, begun.value, {
    result: { ...keepReading(read.value), ...(some(random, 0.5) ? { words } : {}) },
    trial: some(random, 0.6)
      ? {
          fault,
          correction,
          measure: 'byEye',
          verdict: pick(random, ['better', 'same', 'worse']),
          changeValue: 0,
          mdc: 0,
        }
      : undefined,
    dose: {
      exercise: exercise.id,
      level,
      ...pick(random, exercise.levels).dose,
      pattern: breathInForce(exercise, stances.value, level).pattern,
      pace: 1,
      changeOverS: 5,
      setS: 60,
      breathsPerMinute: 8,
    },
    at,
  });
  return begun.value;
}

export type MadeHistory = {
  readonly clientId: string;
  readonly sessions: readonly string[];
  readonly looks: readonly string[];
};

/** A client with a random history in the studio: intake, conditions, clearances, stops, overrules, stances, looks, sessions. */
export async function makeHistory(who: Who, random: Random, name: string): Promise<MadeHistory> {
  const repertoire = await findRepertoire(who);
  const conditions = repertoire.conditions.filter(() => some(random, 0.08)).map(({ id }) => id);
  const clientId = await addClient(who, {
    ...someone,
    name,
    conditions,
    heightM: some(random, 0.7) ? 1.5 + random() * 0.4 : null,
    massKg: some(random, 0.7) ? 50 + random() * 40 : null,
    school: some(random, 0.3) ? pick(random, repertoire.schools).id : null,
    touchConsent: some(random, 0.5),
  });
  for (const id of conditions)
    if (some(random, 0.4))
      await setCondition(who, clientId, id, { note: 'made', clearedOn: '2026-05-01', clearedBy: 'Dr Inglenook' }, 0);
  if (some(random, 0.3)) {
    const stance = pick(random, repertoire.stances);
    await setClientStance(who, clientId, stance.id, pick(random, stance.choices).id);
  }
  if (some(random, 0.3)) {
    const condition = pick(
      random,
      repertoire.conditions.filter(({ rules }) => rules.length > 0),
    );
    const rule = `${condition.id}.${pick(random, condition.rules).id}`;
    const exercise = pick(random, repertoire.exercises).id;
    await addOverrule(who, clientId, {
      exercise,
      level: some(random, 0.5) ? 1 : null,
      rule,
      reason: 'made for a test',
    });
  }
  if (some(random, 0.3))
    await addIntake(who, clientId, {
      answers: { conditions: [pick(random, repertoire.conditions).id], signs: [], words: '' },
      signedName: name,
      signedOn: '2026-01-01',
    });
  const [sessions, looks]: [string[], string[]] = [[], []];
  const from = Date.now() - 200 * dayMs;
  for (let i = 1 + times(random, 4); i > 0; i -= 1) {
    const at = Math.round(from + random() * 190 * dayMs);
    if (some(random, 0.55)) sessions.push(await teach(who, random, repertoire, clientId, at));
    else {
      const kept = await look(who, random, repertoire, clientId, new Date(at));
      if (kept) looks.push(kept);
    }
    const card = await findClient(who, clientId);
    if (card.ok && card.value.stop && some(random, 0.8))
      await clearStops(who, clientId, [card.value.stop.id], { clearedOn: '2026-11-01', clearedBy: 'Dr Inglenook' });
  }
  if (some(random, 0.1))
    await addStop(who, clientId, { sign: pick(random, repertoire.stopSigns).id, seen: 'made', lookId: null });
  return { clientId, sessions, looks };
}
