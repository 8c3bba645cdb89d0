import fc from 'fast-check';
import type { Payload, SessionEvent } from './events';
import { gateSession, outcomeOf } from './outcome';
import { foldSession, lostFaults, lostTwiceRunning, nextUp } from './session';
import type { Item } from './session';

const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const [session, client, who, float] = [uuid(1), uuid(2), uuid(3), uuid(4)];
const started: Payload = {
  kind: 'started',
  client,
  room: '',
  school: 'evenKeel',
  rules: 'x',
  plan: [
    {
      item: float,
      exercise: 'legFloat',
      name: 'Leg float',
      level: 1,
      levelName: 'Heel peels',
      order: 'both',
      dose: { repetitions: 5, sets: 1, sides: 1, directions: 1, pattern: 'in 3, out 3', pace: 1 },
    },
  ],
};
let made = 10;
const event = (what: Payload, at: number): SessionEvent => {
  made += 1;
  return { id: uuid(made), v: 1, session, device: uuid(9), seq: made, at, by: who, what };
};
const begun = event(started, 0);
type Seen = Extract<Payload, { kind: 'seen' }>;
/** Told 300 ms after its end, 1.8 s after its turn, unless said otherwise. */
const seen = (at: number, more: Partial<Seen> = {}): SessionEvent =>
  event(
    {
      kind: 'seen',
      item: float,
      set: 1,
      side: 'both',
      direction: 1,
      by: 'camera',
      verdict: 'clean',
      turnedMs: 1800,
      endedMs: 300,
      confirmed: false,
      reason: null,
      ...more,
    },
    at,
  );
const arched: Partial<Seen> = {
  verdict: 'lost',
  reason: { measure: 'pelvicTilt', value: 9, se: 1.5, block: 'pelvis', fault: 'arch', when: 'out' },
};
const tap = (at: number, clean = true): SessionEvent =>
  event({ kind: 'repetition', item: float, set: 1, side: 'both', direction: 1, clean }, at);
const itemOf = (...events: SessionEvent[]): Item => {
  const [item] = foldSession(session, [begun, ...events]).items;
  if (!item) throw new Error('no item');
  return item;
};
const all = (item: Item) => item.sets.flatMap(({ repetitions }) => repetitions);
const gate = (item: Item) => gateSession('2026-11-30', outcomeOf(item, new Set(['arch'])));

describe('a repetition that the camera told', () => {
  test('is counted, with what was lost by how much, and nobody stands behind it yet', () => {
    const [one, two] = all(itemOf(seen(10_000), seen(15_000, arched)));
    expect([one?.clean, one?.watched?.confirmed]).toEqual([true, false]);
    expect(two).toMatchObject({
      clean: false,
      block: 'pelvis',
      fault: 'arch',
      watched: { turnedAt: 13_200, endedAt: 14_700 },
    });
  });
  test('that was not judged is done, neither clean nor lost: it takes its turn, and ends nothing', () => {
    const item = itemOf(seen(1000, arched), seen(5000, { verdict: 'notJudged' }));
    expect(all(item)[1]?.clean).toBeNull();
    expect(nextUp(item).done).toBe(2);
    expect(lostTwiceRunning(item)).toBe(false);
    expect(lostTwiceRunning(itemOf(seen(1000, arched), seen(5000, { verdict: 'notJudged' }), seen(9000, arched)))).toBe(
      true,
    );
  });
});

describe('her tap and the camera’s, of one repetition', () => {
  test.each([
    ['at its turn', 8_200],
    ['just before it was told', 9_900],
    ['two seconds after its end', 11_700],
  ])('%s: one repetition, and hers holds', (_, at) => {
    const [told, tapped] = [seen(10_000, arched), tap(at, true)];
    for (const item of [itemOf(told, tapped), itemOf(tapped, told)]) {
      expect(all(item)).toHaveLength(1);
      expect(all(item)[0]).toMatchObject({ id: tapped.id, clean: true, watched: { verdict: 'lost', confirmed: true } });
      expect(all(item)[0]).not.toHaveProperty('fault');
    }
  });
  test.each([
    ['before its turn', 8_199],
    ['later than two seconds after its end', 11_701],
  ])('%s: two repetitions', (_, at) => {
    expect(all(itemOf(seen(10_000), tap(at)))).toHaveLength(2);
    expect(all(itemOf(tap(at), seen(10_000)))).toHaveLength(2);
  });
  test('a second tap in the slot is a repetition of its own', () => {
    expect(all(itemOf(seen(10_000), tap(10_200), tap(11_000)))).toHaveLength(2);
  });
  test('hers undone, the camera’s stands again; the camera’s undone, hers stands alone', () => {
    const [told, tapped] = [seen(10_000, arched), tap(10_500)];
    const without = (one: SessionEvent) => itemOf(told, tapped, event({ kind: 'undone', of: one.id }, 12_000));
    expect(all(without(tapped))).toMatchObject([{ id: told.id, clean: false, fault: 'arch' }]);
    expect(all(without(told))).toEqual([expect.not.objectContaining({ watched: expect.anything() })]);
  });
  test('whatever order two tablets’ events come in, as many are counted', () => {
    const events = [seen(10_000), seen(15_000, arched), tap(14_000, false), seen(20_000), tap(25_000), tap(19_000)];
    const counted = (order: readonly SessionEvent[]) => all(itemOf(...order)).length;
    fc.assert(fc.property(fc.shuffledSubarray(events, { minLength: events.length }), (order) => counted(order) === 4));
  });
});

describe('what nobody confirmed feeds no gate', () => {
  const five = [1, 2, 3, 4, 5].map((n) => seen(n * 5000));
  const ids = five.map(({ id }) => id);
  test('five clean ones by the camera alone are no session for the gate, and a lost one is no fault on record', () => {
    expect(gate(itemOf(...five))).toBeUndefined();
    const lost = itemOf(seen(40_000, arched));
    expect(outcomeOf(lost, new Set(['arch']))).toMatchObject({
      safety: 'none',
      faults: [],
      repetitions: 1,
      unconfirmed: 1,
    });
    expect(lostFaults(lost)).toEqual([{ fault: 'arch', times: 1 }]); // to be worked on now all the same
  });
  test('confirmed together, they count; one taken back, they do not', () => {
    const yes = event({ kind: 'confirmed', of: ids }, 30_000);
    expect(gate(itemOf(...five, yes))?.clean).toEqual({ left: 5, right: 5 });
    expect(gate(itemOf(...five, yes, event({ kind: 'undone', of: yes.id }, 31_000)))).toBeUndefined();
  });
  test('one of the camera’s between hers adds nothing when clean, and ends the run when lost', () => {
    expect(gate(itemOf(tap(1000), seen(9000), tap(20_000)))?.clean).toEqual({ left: 2, right: 2 });
    expect(gate(itemOf(tap(1000), seen(9000, arched), tap(20_000)))?.clean).toEqual({ left: 1, right: 1 });
  });
  test('set right by her, it is hers', () => {
    const told = seen(9000, arched);
    const item = itemOf(told, event({ kind: 'amended', of: told.id, clean: true, why: 'I saw it' }, 12_000));
    expect(gate(item)?.clean).toEqual({ left: 1, right: 1 });
  });
  test('a simulated one never counts, confirmed or not', () => {
    const told = seen(9000, { by: 'simulatedCamera', confirmed: true });
    expect(gate(itemOf(told, event({ kind: 'confirmed', of: [told.id] }, 12_000)))).toBeUndefined();
  });
  test('confirming what is not there finds nothing to act on', () => {
    const lost = event({ kind: 'confirmed', of: [uuid(999)] }, 1000);
    expect(foldSession(session, [begun, lost]).stray).toEqual([lost.id]);
  });
});
