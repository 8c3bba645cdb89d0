// Two people, two tablets, one answer lost: what they write at once is all kept, once, and told.
import { inspect } from 'node:util';
import { v7 as newId } from 'uuid';
import { keepReading } from '@/core/knowledge/kept';
import { entry } from '@/core/knowledge/find';
import type { Payload, Planned, SessionEvent } from '@/core/progression/events';
import { success } from '@/core/result';
import { database } from '@/data/database';
import {
  Client,
  ClientCondition,
  Dose,
  Intake,
  Look,
  OverruleRow,
  Picture,
  Stop,
  TaughtSession,
  Trial,
} from '@/data/models';
import { addIntake, addOverrule, addStop, clearStops, setCondition } from '@/data/stores/cautions';
import { addClient, addClients, changeClient, findClient } from '@/data/stores/clients';
import { findSession, receiveEvents } from '@/data/stores/floor';
import { keepLook, startLook } from '@/data/stores/looks';
import { addPicture } from '@/data/stores/pictures';
import { changeStudio, checkedOn, findStudio, keepCheck } from '@/data/stores/studio';
import { transact } from '@/data/transact';
import { repertoire, rulesVersion } from '@/repertoire';
import { aLook, beginLook, bringClient, dosesOf, openStudio, someone } from './studio';

let who: Awaited<ReturnType<typeof openStudio>>;
beforeAll(async () => {
  who = await openStudio('At once');
});
afterAll(() => database().close());

const march = entry(repertoire.exercises, 'march');
const many = <T>(count: number, work: (i: number) => Promise<T>): Promise<T[]> =>
  Promise.all(Array.from({ length: count }, (_, i) => work(i)));

/** A session that ends with a standing, a trial and, where wanted, a stop sign: its first events and its last. */
function session(clientId: string, { stop = false } = {}) {
  const [id, device] = [newId(), newId()];
  let seq = 0;
  const make = (what: Payload): SessionEvent => ({
    id: newId(),
    v: 1,
    session: id,
    device,
    seq: (seq += 1),
    at: Date.now(),
    by: who.userId,
    what,
  });
  const item: Planned = {
    item: newId(),
    exercise: 'march',
    name: march.name,
    level: 3,
    levelName: 'x',
    order: 'alternate',
    dose: { repetitions: 5, sets: 1, sides: 2, directions: 1, pattern: 'in 4 ready, out 4 lift', pace: 1 },
  };
  const of = item.item;
  const tried = make({ kind: 'tried', item: of, fault: 'flare', correction: 'sandFromRibs' });
  const decided: Payload = {
    kind: 'decided',
    item: of,
    advised: 'advance',
    decision: 'advance',
    level: 4,
    reasons: [],
    overruled: null,
  };
  const begin = [
    make({ kind: 'started', client: clientId, room: '', school: 'evenKeel', rules: rulesVersion, plan: [item] }),
  ];
  const close = [
    make({ kind: 'repetition', item: of, set: 1, side: 'left', direction: 1, clean: true }),
    tried,
    make({ kind: 'judged', of: tried.id, verdict: 'better' }),
    make(decided),
    ...(stop ? [make({ kind: 'stopSeen', sign: 'faint', seen: 'pale' })] : []),
    make({ kind: 'ended' }),
  ];
  return { id, make, item, begin, close };
}
const send = (events: readonly SessionEvent[]) => receiveEvents(who, events, Date.now());

/** What stands on the file of a session, whoever wrote it. */
const follows = async (sessionId: string) => ({
  ended: (await TaughtSession.findByPk(sessionId))?.endedAt !== null,
  doses: await Dose.count({ where: { sessionId } }),
  trials: await Trial.count({ where: { sessionId } }),
});
const whole = { ended: true, doses: 1, trials: 1 };

describe('what follows from taps', () => {
  test('two tablets close one session together, twenty times over: end, standing, trial and stop are there once', async () => {
    await many(20, async () => {
      const clientId = await bringClient(who, { conditions: [] });
      const { id, begin, close } = session(clientId, { stop: true });
      await send(begin);
      await Promise.all([send(close), send(close)]);
      expect(await follows(id)).toEqual(whole);
      const found = await findClient(who, clientId);
      expect(found.ok && found.value.stop?.seen).toBe('pale');
      expect(await Stop.count({ where: { clientId } })).toBe(1);
    });
  });
  test('sixteen sessions closed at once, four of each client: none refused, nothing missing', async () => {
    const clients = await many(4, () => bringClient(who, { conditions: [] }));
    const sessions = await many(16, async (i) => session(clients[i % 4] ?? ''));
    await Promise.all(sessions.map(({ begin }) => send(begin)));
    const answers = await Promise.all(sessions.map(({ close }) => send(close)));
    expect(answers.flatMap(({ refused }) => refused)).toEqual([]);
    for (const { id } of sessions) expect(await follows(id)).toEqual(whole);
  });
  test('a session of before that owes everything: paid by the first who reads its client', async () => {
    const clientId = await bringClient(who, { conditions: [] });
    const { id, begin, close } = session(clientId, { stop: true });
    await send([...begin, ...close]);
    await Dose.destroy({ where: { sessionId: id } });
    await Trial.destroy({ where: { sessionId: id } });
    await Stop.destroy({ where: { clientId } });
    await TaughtSession.update({ owed: true, endedAt: null, outcome: null }, { where: { id } });
    const found = await findClient(who, clientId);
    expect(found.ok && found.value.stop?.sign).toBe('faint');
    expect(await follows(id)).toEqual(whole);
    const card = await findSession(who, id);
    expect(card.ok && card.value.outcome?.items).toHaveLength(1);
    expect((await TaughtSession.findByPk(id))?.owed).toBe(false);
  });
  test('a tap at a time that can’t be is refused by name, the others are kept', async () => {
    const { begin, make, item } = session(await bringClient(who, { conditions: [] }));
    const far = { ...make({ kind: 'opened', item: item.item }), at: 8_640_000_000_000_000 };
    const good = make({ kind: 'opened', item: item.item });
    const { acked, refused } = await send([...begin, far, good]);
    expect(acked.map(({ n }) => n)).toEqual([1, 2]);
    expect(refused).toMatchObject([{ id: far.id, error: { code: 'noMoment', path: 'at' } }]);
  });
  test('an id too long for any entry is refused, and stops nothing', async () => {
    const { begin, close, make, item, id } = session(await bringClient(who, { conditions: [] }));
    const odd = make({ kind: 'tried', item: item.item, fault: 'x'.repeat(61), correction: 'y' });
    const { refused } = await send([...begin, odd, ...close]);
    expect(refused).toMatchObject([{ id: odd.id, error: { code: 'badValue' } }]);
    expect(await follows(id)).toEqual(whole);
  });
  test('the check of an apparatus is kept once, whoever ticks it', async () => {
    await many(6, () => keepCheck(who, 'chair', '2026-03-01'));
    expect(await checkedOn(who, '2026-03-01')).toHaveLength(1);
  });
});

describe('after a stop sign', () => {
  const kept = keepReading({
    values: { setup: {}, top: {}, back: {}, retest: {} },
    seen: { setup: [], top: [], back: [], retest: [] },
    baseline: [],
    back: [],
    retest: [],
  } as never);
  const dose = {
    exercise: 'march',
    level: 1,
    repetitions: 5,
    sets: 1,
    sides: 2,
    directions: 1,
    pattern: 'in 4, out 4',
    pace: 1,
    changeOverS: 5,
    setS: 80,
    breathsPerMinute: 7.5,
  };
  const begun = async (clientId: string) => {
    return beginLook(who, clientId, { exercise: 'march' });
  };
  test('a look that was open keeps no dose, and the next is not begun', async () => {
    const clientId = await bringClient(who, { conditions: [] });
    const look = await begun(clientId);
    await addStop(who, clientId, { sign: 'faint', seen: '', lookId: look });
    expect(await keepLook(who, look, { result: kept, trial: undefined, dose })).toMatchObject({
      error: { code: 'stopped' },
    });
    expect(await dosesOf(who, clientId)).toEqual([]);
    await expect(begun(clientId)).rejects.toThrow(/stop sign/);
  });
  test('stop and dose at the same moment: never a dose that came after the stop', async () => {
    await many(8, async () => {
      const clientId = await bringClient(who, { conditions: [] });
      const look = await begun(clientId);
      const [, dosed] = await Promise.all([
        addStop(who, clientId, { sign: 'faint', seen: '', lookId: null }),
        keepLook(who, look, { result: kept, trial: undefined, dose }),
      ]);
      expect(await Dose.count({ where: { clientId } })).toBe(dosed.ok ? 1 : 0);
    });
  });
  test('a level decided on another tablet while the stop stands leads to no standing', async () => {
    const clientId = await bringClient(who, { conditions: [] });
    const { id, begin, close } = session(clientId);
    await send(begin);
    await addStop(who, clientId, { sign: 'faint', seen: '', lookId: null });
    await send(close.map((event) => ({ ...event, at: Date.now() + 5 })));
    expect(await follows(id)).toEqual({ ...whole, doses: 0 });
  });
  test('a look kept twice, since no answer came, is kept once', async () => {
    const clientId = await bringClient(who, { conditions: [] });
    const look = await begun(clientId);
    const doseId = newId();
    const answers = await many(3, () => keepLook(who, look, { result: kept, trial: undefined, dose }, doseId));
    expect(answers.every(({ ok }) => ok)).toBe(true);
    expect(await keepLook(who, look, { result: kept, trial: undefined, dose })).toMatchObject({
      error: { code: 'alreadyKept' },
    });
    expect(await dosesOf(who, clientId)).toHaveLength(1);
  });
  test('clearance clears the signs that were shown, not one noted meanwhile', async () => {
    const clientId = await bringClient(who, { conditions: [] });
    const noted = await addStop(who, clientId, { sign: 'faint', seen: 'seen', lookId: null });
    await addStop(who, clientId, { sign: 'chest', seen: 'not yet shown', lookId: null });
    const clearance = { clearedOn: '2026-11-01', clearedBy: 'Dr Inglenook' };
    expect(await clearStops(who, clientId, noted.ok ? [noted.value] : [], clearance)).toMatchObject({ ok: true });
    const found = await findClient(who, clientId);
    expect(found.ok && found.value.stop?.sign).toBe('chest');
  });
});

describe('two at one record', () => {
  test('eight stances chosen at once: all eight are kept', async () => {
    const stances = repertoire.stances.slice(0, 8);
    await many(8, (i) =>
      changeStudio(who, ({ stances: set }) =>
        success({ stances: { ...set, [stances[i]?.id ?? '']: stances[i]?.choices[0]?.id ?? '' } }),
      ),
    );
    expect(Object.keys((await findStudio(who)).stances).sort()).toEqual(stances.map(({ id }) => id).sort());
  });
  test('an intake filed while the form was open: its conditions and the clearance stay', async () => {
    const clientId = await bringClient(who, { conditions: ['neck'] });
    await addIntake(who, clientId, {
      answers: { conditions: ['neck', 'wrist', 'osteoporosis'], signs: [], words: '' },
      signedName: 'Perrin',
      signedOn: '2026-11-01',
    });
    await setCondition(who, clientId, 'neck', { note: '', clearedOn: '2026-11-02', clearedBy: 'Dr Inglenook' }, 0);
    await changeClient(who, clientId, ({ conditions }) => ({
      change: { goal: 'row', conditions: [...conditions.map(({ condition }) => condition), 'knee'] },
    }));
    const found = await findClient(who, clientId);
    if (!found.ok) throw new Error('gone');
    expect(found.value.conditions.map(({ condition, clearedBy }) => [condition, clearedBy])).toEqual([
      ['knee', null],
      ['neck', 'Dr Inglenook'],
      ['osteoporosis', null],
      ['wrist', null],
    ]);
  });
  test('a clearance changed meanwhile is not written over; the answer says what stands', async () => {
    const clientId = await bringClient(who, { conditions: ['neck'] });
    const cleared = { note: '', clearedOn: '2026-11-02', clearedBy: 'Dr Inglenook' };
    await setCondition(who, clientId, 'neck', cleared, 0);
    const late = await setCondition(who, clientId, 'neck', { note: 'asks', clearedOn: null, clearedBy: null }, 0);
    expect(late).toMatchObject({ error: { code: 'changedMeanwhile' } });
    expect(!late.ok && late.error.message).toContain('cleared 2026-11-02 by Dr Inglenook');
    expect(await setCondition(who, clientId, 'neck', cleared, 0)).toMatchObject({ ok: true }); // sent again
  });
  test('intakes in parallel double no condition', async () => {
    const clientId = await bringClient(who, { conditions: [] });
    const answers = { conditions: ['wrist', 'knee', 'wrist'], signs: [], words: '' };
    await many(6, () => addIntake(who, clientId, { answers, signedName: 'Perrin', signedOn: '2026-11-01' }));
    const rows = await ClientCondition.findAll({ where: { clientId } });
    expect(rows.map(({ condition }) => condition).sort()).toEqual(['knee', 'wrist']);
  });
  test('what is sent thrice under one id is kept once: client, table, overrule, stop, intake, look, picture', async () => {
    const id = newId();
    await many(3, () => addClient(who, { ...someone, name: 'Thrice' }, id));
    const table = ['Ada of the Weir', 'Bo of the Weir'].map((name) => ({ ...someone, name }));
    const kept = await many(3, () =>
      addClients(
        who,
        table.map((client) => ({ id: newId(), client })),
      ),
    );
    expect([...kept].sort()).toEqual([0, 0, 2]);
    expect(
      await Client.count({ where: { studioId: who.studioId, name: ['Thrice', ...table.map((one) => one.name)] } }),
    ).toBe(3);
    const [overrule, stop, intake, look, picture] = [newId(), newId(), newId(), newId(), newId()];
    const answers = { conditions: [], signs: ['chest'], words: '' };
    const bytes = {
      bytes: Buffer.from('x'),
      format: 'image/webp',
      width: 1,
      height: 1,
      originalWidth: 1,
      originalHeight: 1,
    };
    await many(3, () => startLook(who, aLook(id), look));
    await many(3, () =>
      addOverrule(who, id, { exercise: 'march', level: 1, rule: 'neck.curl', reason: 'my reason' }, overrule),
    );
    await many(3, () => addStop(who, id, { sign: 'faint', seen: '', lookId: null }, stop));
    await many(3, () => addIntake(who, id, { answers, signedName: 'P', signedOn: '2026-11-01' }, intake));
    await many(3, () => addPicture(who, { clientId: id, title: 'x', ...bytes }, picture));
    const where = { clientId: id };
    expect([
      await Look.count({ where }),
      await OverruleRow.count({ where }),
      await Intake.count({ where }),
      await Picture.count({ where }),
    ]).toEqual([1, 1, 1, 1]);
    expect(await Stop.count({ where })).toBe(2); // the tapped one, and the form's
  });
});

describe('the one place that runs a transaction', () => {
  const failing = (times: number, error: object) => {
    let tries = 0;
    const work = transact(async () => {
      tries += 1;
      if (tries <= times) throw Object.assign(new Error('made'), error);
      return tries;
    });
    return { work, tries: () => tries };
  };
  test.each([
    { errno: 1213 },
    { errno: 1205 },
    { errno: 1047 },
    { code: 'ECONNRESET' },
    { code: 'ER_SOCKET_UNEXPECTED_CLOSE' },
  ])('begins again after %j', async (error) => {
    await expect(failing(2, error).work).resolves.toBe(3);
  });
  test('and not after an error that will come again', async () => {
    const { work, tries } = failing(1, { errno: 1406 });
    await expect(work).rejects.toThrow('made');
    expect(tries()).toBe(1);
  });
  test('an error of the database tells neither statement nor values', async () => {
    const secret = 'leaks when she coughs';
    const error: unknown = await Client.create({
      ...someone,
      id: newId(),
      studioId: newId(),
      note: secret,
      createdAt: new Date(),
    }).catch((thrown: unknown) => thrown);
    expect(error).toMatchObject({ errno: 1452 });
    expect(inspect(error, { depth: 9 })).not.toMatch(/leaks|INSERT/);
    expect(JSON.stringify(error)).not.toMatch(/leaks|INSERT/);
  });
});
