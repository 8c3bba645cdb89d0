// Taught sessions in the real database: every event once, in order, for its own studio; and what comes of them.
import { v7 as newId } from 'uuid';
import { entry } from '@/core/knowledge/find';
import type { Payload, Planned, SessionEvent } from '@/core/progression/events';
import { readDay } from '@/features/floor/day';
import { handOutCalendar } from '@/features/hand-out/calendar';
import { readHandOut } from '@/features/hand-out/read';
import { database } from '@/data/database';
import { SessionEventRow, Studio } from '@/data/models';
import { setCondition } from '@/data/stores/cautions';
import { findClient } from '@/data/stores/clients';
import { eventsAfter, findSession, foldKept, listSessions, receiveEvents, tabletKey } from '@/data/stores/floor';
import { listTrialsOf } from '@/data/stores/looks';
import { checkedOn } from '@/data/stores/studio';
import { repertoire, rulesVersion } from '@/repertoire';
import { bringClient, dosesOf, openStudio } from './studio';

type Who = Awaited<ReturnType<typeof openStudio>>;
let [who, stranger]: Who[] = [];
let clientId = '';
beforeAll(async () => {
  who = await openStudio('Floor');
  stranger = await openStudio('Elsewhere');
  clientId = await bringClient(who, { conditions: [], heightM: 1.7, massKg: 65 });
});
afterAll(() => database().close());

const asker = (): Who => {
  if (!who) throw new Error('no studio yet');
  return who;
};
const march = entry(repertoire.exercises, 'march');
const plan = (): Planned => ({
  item: newId(),
  exercise: 'march',
  name: march.name,
  level: 3,
  levelName: 'To tabletop, one at a time',
  order: 'alternate',
  dose: { repetitions: 5, sets: 1, sides: 2, directions: 1, pattern: 'in 4 ready, out 4 lift, in 4 lower', pace: 1 },
});

function tablet(by = asker(), session = newId()) {
  const device = newId();
  let seq = 0;
  const make = (what: Payload, at = Date.now()): SessionEvent => {
    seq += 1;
    return { id: newId(), v: 1, session, device, seq, at, by: by.userId, what };
  };
  const item = plan();
  const started = (client = clientId): SessionEvent =>
    make({ kind: 'started', client, room: '', school: 'evenKeel', rules: rulesVersion, plan: [item] });
  const rep = (side: 'left' | 'right', clean = true): SessionEvent =>
    make({ kind: 'repetition', item: item.item, set: 1, side, direction: 1, clean });
  const send = (events: readonly unknown[], sentAt = Date.now(), as: Who = by) => receiveEvents(as, events, sentAt);
  return { session, item, make, started, rep, send };
}
const ids = (events: readonly { id: string }[]) => events.map(({ id }) => id);

describe('taken in once', () => {
  test('in the order sent, however often it is sent', async () => {
    const { session, started, rep, send } = tablet();
    const events = [started(), rep('left'), rep('right'), rep('left', false)];
    const first = await send(events.slice(0, 3));
    const again = await send(events);
    expect(first.acked.map(({ n }) => n)).toEqual([1, 2, 3]);
    expect(again.acked.map(({ n }) => n)).toEqual([1, 2, 3, 4]);
    expect(again.refused).toEqual([]);
    expect((await eventsAfter(asker(), session, 0)).map(({ event }) => event.id)).toEqual(ids(events));
  });
  test('twice in one sending too', async () => {
    const { session, started, rep, send } = tablet();
    const one = rep('left');
    await send([started(), one, one]);
    expect(await SessionEventRow.count({ where: { sessionId: session } })).toBe(2);
  });
  test('two tablets at the same moment: all of both, each once, each tablet’s own order kept', async () => {
    const first = tablet();
    const second = tablet(asker(), first.session);
    await first.send([first.started()]);
    const [a, b] = [first, second].map(({ make }) =>
      Array.from({ length: 20 }, () =>
        make({ kind: 'repetition', item: first.item.item, set: 1, side: 'left', direction: 1, clean: true }),
      ),
    ) as [SessionEvent[], SessionEvent[]];
    await Promise.all(
      [0, 5, 10, 15].flatMap((from) => [first.send(a.slice(from, from + 5)), second.send(b.slice(from, from + 5))]),
    );
    const kept = (await eventsAfter(asker(), first.session, 1)).map(({ n, event }) => ({ n, id: event.id }));
    expect(kept.map(({ n }) => n)).toEqual(Array.from({ length: 40 }, (_, i) => i + 2));
    expect(new Set(kept.map(({ id }) => id))).toEqual(new Set(ids([...a, ...b])));
  });
  test('1,500 queued ones arrive whole and fold to as many repetitions', async () => {
    const { session, started, rep, send } = tablet();
    const events = [started(), ...Array.from({ length: 1499 }, (_, i) => rep(i % 2 ? 'right' : 'left', i % 7 !== 0))];
    for (let from = 0; from < events.length; from += 500) await send(events.slice(from, from + 500));
    const folded = await foldKept(asker(), session);
    expect(folded.items[0]?.sets[0]?.repetitions).toHaveLength(1499);
  });
});

describe('refused by name, and nothing else with it', () => {
  const codes = async (sent: readonly unknown[], as = asker()) =>
    (await receiveEvents(as, sent, Date.now())).refused.map(({ error }) => error.code);
  test('another version of the Floor', async () => {
    const { started, rep, send } = tablet();
    const old = { ...rep('left'), v: 0 };
    const { acked, refused } = await send([started(), old, rep('right')]);
    expect(acked).toHaveLength(2);
    expect(refused).toMatchObject([{ id: old.id, error: { code: 'otherVersion', path: 'v' } }]);
  });
  test('the same id with other content', async () => {
    const { started, rep, send } = tablet();
    const one = rep('left');
    await send([started(), one]);
    const changed = { ...one, what: { ...one.what, clean: false } };
    expect((await send([changed])).refused).toMatchObject([{ error: { code: 'otherContent' } }]);
    expect((await send([one])).acked).toHaveLength(1);
  });
  test('tapped under another sign-in', async () => {
    const { started, rep } = tablet();
    expect(await codes([started(), { ...rep('left'), by: newId() }])).toEqual(['notYours']);
  });
  test('a session that nobody began, and one of another studio', async () => {
    const { started, rep, send } = tablet();
    expect(await codes([rep('left')])).toEqual(['noSession']);
    await send([started()]);
    const { session, item } = tablet();
    const own = tablet(stranger as Who, session);
    const theirs = own.make({ kind: 'opened', item: item.item });
    expect(await codes([theirs], stranger)).toEqual(['noSession']);
    expect(await eventsAfter(stranger as Who, session, 0)).toEqual([]);
  });
  test('a tap of another studio into a session that is ours, under its own id: refused, and nothing of ours is changed', async () => {
    const ours = tablet();
    await ours.send([ours.started()]);
    const theirs = tablet(stranger as Who, ours.session);
    const taps = [theirs.make({ kind: 'opened', item: ours.item.item }), theirs.make({ kind: 'ended' })];
    expect(await codes(taps, stranger)).toEqual(['noSession', 'noSession']);
    expect((await eventsAfter(asker(), ours.session, 0)).length).toBe(1);
    const card = await findSession(asker(), ours.session);
    expect(card.ok && card.value.endedAt).toBeNull();
  });
  test('a client of another studio, and one that is none', async () => {
    const { started } = tablet(stranger as Who);
    expect(await codes([started()], stranger)).toEqual(['notFound']);
    expect(await codes([tablet().started(newId())])).toEqual(['notFound']);
  });
  test('what does not fit: a side that is none, eleven of ten, words without end', async () => {
    const { started, make, item } = tablet();
    const broken = [
      make({ kind: 'sided', item: item.item, side: 'middle' } as unknown as Payload),
      make({ kind: 'pained', item: item.item, where: 'hip', score: 11 }),
      make({ kind: 'noted', item: null, words: 'x'.repeat(2001) }),
      { nothing: true },
    ];
    expect(await codes([started(), ...broken])).toEqual(['badValue', 'badValue', 'badValue', expect.any(String)]);
  });
});

describe('clocks', () => {
  test('one that is hours off is set right by when it sent; the spans between taps stay', async () => {
    const { session, started, rep, send } = tablet();
    const wrong = -5 * 3_600_000;
    const now = Date.now();
    const [a, b, c] = [started(), rep('left'), rep('right')].map((event, i) => ({
      ...event,
      at: now + wrong - 60_000 + i * 10_000,
    }));
    await send([a, b, c], now + wrong);
    const answered = Date.now();
    const at = (await eventsAfter(asker(), session, 0)).map(({ event }) => event.at);
    expect(at[0]).toBeGreaterThanOrEqual(now - 60_000);
    expect(at[0]).toBeLessThanOrEqual(answered - 60_000);
    expect([(at[1] ?? 0) - (at[0] ?? 0), (at[2] ?? 0) - (at[1] ?? 0)]).toEqual([10_000, 10_000]);
  });
  test('a clock within a minute is left alone', async () => {
    const { session, started, send } = tablet();
    const event = started();
    await send([event], Date.now() - 20_000);
    expect((await eventsAfter(asker(), session, 0))[0]?.event.at).toBe(event.at);
  });
});

describe('what comes of a session', () => {
  const teach = async () => {
    const own = tablet();
    const { item, make, rep, started, send } = own;
    const tried = make({ kind: 'tried', item: item.item, fault: 'flare', correction: 'sandFromRibs' });
    const decided = make({
      kind: 'decided',
      item: item.item,
      advised: 'hold',
      decision: 'advance',
      level: 4,
      reasons: ['first good one'],
      overruled: 'Strong and calm by my eye.',
    });
    await send([
      started(),
      make({ kind: 'checked', apparatus: 'reformer' }),
      ...['left', 'right', 'left', 'right'].map((side) => rep(side as 'left')),
      tried,
      make({ kind: 'judged', of: tried.id, verdict: 'better' }),
      decided,
      make({ kind: 'ended' }),
      make({
        kind: 'wrapped',
        points: ['Dry sand first.'],
        note: 'private',
        next: null,
        home: {
          days: [0, 3],
          at: '18:30',
          words: 'Five, then tea.',
          items: [{ exercise: 'march', level: 3, repetitions: 5 }],
        },
      }),
    ]);
    return { ...own, tried, decided };
  };
  test('standing, what helped, the check, the outcome: written once, and anew when an event is taken back', async () => {
    const { session, decided, tried, make, send } = await teach();
    const mine = async () => ({
      doses: (await dosesOf(asker(), clientId)).filter(({ sessionId }) => sessionId === session),
      trials: await listTrialsOf(asker(), [session]),
    });
    const before = await mine();
    expect(before.doses).toMatchObject([{ exercise: 'march', level: 4, half: false }]);
    expect(before.trials).toMatchObject([{ fault: 'flare', verdict: 'better', measure: null }]);
    const found = await findSession(asker(), session);
    expect(found.ok && found.value.outcome?.items[0]).toMatchObject({ clean: 4, run: { left: 2, right: 2 } });
    expect(found.ok && found.value.endedAt).toBeInstanceOf(Date);
    expect(
      (await checkedOn(asker(), new Date().toISOString().slice(0, 10))).map(({ apparatus }) => apparatus),
    ).toContain('reformer');
    await send([make({ kind: 'undone', of: decided.id }), make({ kind: 'undone', of: tried.id })]);
    expect(await mine()).toEqual({ doses: [], trials: [] });
    expect((await listSessions(asker(), clientId)).some(({ id }) => id === session)).toBe(true);
  });
  test('the next day’s pack goes on from it: plan, history, points, what worked', async () => {
    await teach();
    const day = await readDay(asker(), 'en-GB', clientId);
    if (!day.ok) throw new Error(day.error.message);
    const [client] = day.value.clients;
    expect(client?.plan).toEqual([{ exercise: 'march', level: 4 }]);
    expect(client?.history.march?.at(-1)).toMatchObject({ level: 3, clean: { left: 2, right: 2 } });
    expect(client?.lastTime?.points).toEqual(['Dry sand first.']);
    expect(client?.known).toContainEqual(
      expect.objectContaining({ fault: 'flare', correction: 'sandFromRibs', tried: 1, helped: 1 }),
    );
  });
  test('what could hurt by today’s answers, or by a condition that was cleared until that day, counts in the outcome', async () => {
    const safetyOf = async (person: string, at: number, ready?: Payload) => {
      const { session, make, rep, started, send } = tablet();
      const begin = { ...started(person), at };
      const lost = { ...rep('left', false), at };
      const named = make({ kind: 'named', of: lost.id, block: 'pelvis', fault: 'arch' }, at);
      await send([begin, ...(ready ? [make(ready, at)] : []), lost, named, make({ kind: 'ended' }, at)], Date.now());
      const found = await findSession(asker(), session);
      return found.ok && found.value.outcome?.items[0]?.safety;
    };
    const now = Date.now();
    const answered = (today: string[]): Payload => ({ kind: 'ready', feeling: 'well', words: '', today });
    expect(await safetyOf(clientId, now)).toBe('none');
    expect(await safetyOf(clientId, now, answered(['lowBackPain']))).toBe('atTheEnd');
    expect(await safetyOf(clientId, now, answered([]))).toBe('none');

    // Cleared until 1 September: 22:00 UTC is still that day in London, and the next one in Auckland.
    const person = await bringClient(asker(), { conditions: ['lowBackPain'] });
    const cleared = { note: '', clearedOn: '2026-06-01', clearedBy: 'Dr Inglenook', clearedUntil: '2026-09-01' };
    await setCondition(asker(), person, 'lowBackPain', cleared, 0);
    const evening = Date.parse('2026-09-01T22:00:00Z');
    expect(await safetyOf(person, evening)).toBe('none');
    await Studio.update({ timeZone: 'Pacific/Auckland' }, { where: { id: asker().studioId } });
    expect(await safetyOf(person, evening)).toBe('atTheEnd');
    await Studio.update({ timeZone: 'Europe/London' }, { where: { id: asker().studioId } });
  });
  test('a stop sign stands on the client’s file; taken back, it is gone', async () => {
    const { started, make, send } = tablet();
    const stop = make({ kind: 'stopSeen', sign: repertoire.stopSigns[0]?.id ?? '', seen: 'went pale' });
    await send([started(), stop]);
    const now = async () => {
      const found = await findClient(asker(), clientId);
      return found.ok ? found.value.stop?.seen : undefined;
    };
    expect(await now()).toBe('went pale');
    await send([make({ kind: 'undone', of: stop.id })]);
    expect(await now()).toBeUndefined();
  });
  test('an exercise that has left the repertoire since: counted, decided without a standing, not on the next plan', async () => {
    const own = tablet();
    const gone = { ...own.item, exercise: 'goneSince', name: 'Gone since' };
    const begin = own.make({
      kind: 'started',
      client: clientId,
      room: '',
      school: 'evenKeel',
      rules: 'old',
      plan: [gone],
    });
    const decided = own.make({
      kind: 'decided',
      item: gone.item,
      advised: 'hold',
      decision: 'hold',
      level: 3,
      reasons: [],
      overruled: null,
    });
    const { refused } = await own.send([begin, own.rep('left'), decided, own.make({ kind: 'ended' })]);
    expect(refused).toEqual([]);
    expect((await dosesOf(asker(), clientId)).some(({ exercise }) => exercise === 'goneSince')).toBe(false);
    const day = await readDay(asker(), 'en-GB', clientId);
    expect(day.ok && day.value.clients[0]?.plan.some(({ exercise }) => exercise === 'goneSince')).toBe(false);
  });
  test('the hand-out: plain words, a calendar that repeats on the chosen days, and no private note', async () => {
    const { session } = await teach();
    const read = await readHandOut(asker(), session, 'en-GB');
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.exercises).toMatchObject([{ name: 'March', many: 'Five on each side.' }]);
    expect(read.value.exercises[0]?.pictures[1]).toMatch(/^<svg/);
    expect(JSON.stringify(read.value)).not.toContain('private');
    const calendar = handOutCalendar(read.value);
    expect(calendar).toMatch(/RRULE:FREQ=WEEKLY;UNTIL=\d{8}T235900;BYDAY=MO,TH\r\n/);
    expect(calendar).toMatch(/DTSTART:\d{8}T183000\r\n/); // floating: no zone, no Z
    expect(await readHandOut(stranger as Who, session, 'en-GB')).toMatchObject({
      ok: false,
      error: { code: 'notFound' },
    });
  });
});

test('a tablet’s key is made once for each instructor and never changes', async () => {
  const [first, again] = await Promise.all([tabletKey(asker()), tabletKey(asker())]);
  expect(await tabletKey(asker())).toBe(again);
  expect(first).toBe(again);
  expect(Buffer.from(first, 'base64')).toHaveLength(32);
  expect(await tabletKey(stranger as Who)).not.toBe(first);
});
