import fc from 'fast-check';
import type { Payload, Planned, SessionEvent } from './events';
import { foldSession, lostFaults, lostTwiceRunning, nextUp, openTry } from './session';
import type { Item } from './session';

const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const [session, client, who, other, float, bridge] = [uuid(1), uuid(2), uuid(3), uuid(4), uuid(5), uuid(6)];

const planned = (item: string, more: Partial<Planned> = {}): Planned => ({
  item,
  exercise: 'legFloat',
  name: 'Leg float',
  level: 1,
  levelName: 'Heel peels',
  order: 'alternate',
  dose: { repetitions: 3, sets: 2, sides: 2, directions: 1, pattern: 'in 3, out 3', pace: 1 },
  ...more,
});
const started = (plan: Planned[] = [planned(float)]): Payload => ({
  kind: 'started',
  client,
  room: 'River room',
  school: 'evenKeel',
  rules: 'x',
  plan,
});
let made = 100;
const event = (what: Payload, at = made * 1000, by = who): SessionEvent => {
  made += 1;
  return { id: uuid(made), v: 1, session, device: uuid(9), seq: made, at, by, what };
};
const rep = (side: 'left' | 'right' | 'both', clean = true, set = 1, direction: 1 | 2 = 1): Payload => ({
  kind: 'repetition',
  item: float,
  set,
  side,
  direction,
  clean,
});
const fold = (...events: SessionEvent[]) => foldSession(session, events);
const first = (...whats: Payload[]): Item => {
  const [item] = fold(event(started()), ...whats.map((what) => event(what))).items;
  if (!item) throw new Error('no item');
  return item;
};

describe('whose turn it is', () => {
  /** Taps clean until the dose is done and tells the turns. */
  const turns = (more: Partial<Planned>, dose: Partial<Planned['dose']> = {}): string => {
    const events = [event(started([planned(float, { ...more, dose: { ...planned(float).dose, sets: 1, ...dose } })]))];
    const told: string[] = [];
    for (let i = 0; i < 40; i += 1) {
      const [item] = fold(...events).items;
      const next = item && nextUp(item);
      if (!next || next.finished) break;
      told.push(`${next.side[0]}${next.direction}${next.set > 1 ? `s${next.set}` : ''}`);
      events.push(event(rep(next.side, true, next.set, next.direction)));
    }
    return told.join(' ');
  };
  test('alternating: left, right, left, right', () => expect(turns({ order: 'alternate' })).toBe('l1 r1 l1 r1 l1 r1'));
  test('chain: the whole of one side, then the other', () =>
    expect(turns({ order: 'chain' })).toBe('l1 l1 l1 r1 r1 r1'));
  test('chain with two directions: each side both ways', () =>
    expect(turns({ order: 'chain' }, { repetitions: 2, directions: 2 })).toBe('l1 l1 l2 l2 r1 r1 r2 r2'));
  test('alternating with two directions: both sides one way, then the other', () =>
    expect(turns({ order: 'alternate' }, { repetitions: 1, directions: 2 })).toBe('l1 r1 l2 r2'));
  test('both together, two sets', () =>
    expect(turns({ order: 'both' }, { repetitions: 2, sets: 2, sides: 1 })).toBe('b1 b1 b1s2 b1s2'));
  test('a side chosen by hand holds for one repetition', () => {
    expect(nextUp(first({ kind: 'sided', item: float, side: 'right' })).side).toBe('right');
    expect(nextUp(first({ kind: 'sided', item: float, side: 'right' }, rep('right'))).side).toBe('left');
  });
  test('a set begun early goes on at its beginning', () =>
    expect(nextUp(first(rep('left'), { kind: 'newSet', item: float }))).toMatchObject({
      set: 2,
      side: 'left',
      done: 0,
    }));
  test('a new level begins its own sets', () => {
    const item = first(...(['left', 'right', 'left', 'right', 'left', 'right'] as const).map((side) => rep(side)), {
      kind: 'levelled',
      item: float,
      level: 2,
      levelName: 'One leg',
      dose: planned(float).dose,
    });
    expect(nextUp(item)).toMatchObject({ set: 2, side: 'left', finished: false });
  });
});

describe('undone', () => {
  test('what is undone does not count, and an undoing can be undone', () => {
    const [start, one, two] = [event(started()), event(rep('left')), event(rep('right', false))];
    const undo = event({ kind: 'undone', of: two.id });
    const count = (...events: SessionEvent[]) => fold(...events).items[0]?.sets[0]?.repetitions.length;
    expect(count(start, one, two)).toBe(2);
    expect(count(start, one, two, undo)).toBe(1);
    expect(count(start, one, two, undo, event({ kind: 'undone', of: undo.id }))).toBe(2);
  });
  test('a record set right afterwards keeps who tapped and loses its fault', () => {
    const [start, lost] = [event(started()), event(rep('left', false))];
    const named = event({ kind: 'named', of: lost.id, block: 'pelvis', fault: 'arch' });
    const right = event({ kind: 'amended', of: lost.id, clean: true, why: 'seen on the film' }, 5000, other);
    const folded = fold(start, lost, named, right);
    expect(folded.items[0]?.sets[0]?.repetitions[0]).toEqual({
      id: lost.id,
      side: 'left',
      direction: 1,
      clean: true,
    });
    expect(folded.by).toEqual([who, other]);
  });
});

describe('what finds nothing to act on', () => {
  test('is kept aside by name and changes nothing', () => {
    const lone = event({ kind: 'repetition', item: bridge, set: 1, side: 'both', direction: 1, clean: true });
    const folded = fold(event(started()), lone);
    expect(folded.stray).toEqual([lone.id]);
    expect(folded.items[0]?.sets).toEqual([]);
  });
  test('two tablets that begin the same session: the first plan holds', () => {
    const second = event(started([planned(bridge)]), 9000, other);
    const folded = fold(event(started()), second);
    expect(folded.items.map(({ item }) => item)).toEqual([float]);
    expect(folded.stray).toEqual([second.id]);
  });
});

describe('time', () => {
  test('goes to the exercise in hand; a long pause and a clock that ran backward count nothing', () => {
    const at = (seconds: number, what: Payload) => event(what, seconds * 1000);
    const folded = fold(
      at(0, started([planned(float), planned(bridge)])),
      at(10, { kind: 'opened', item: float }),
      at(70, rep('left')),
      at(40, rep('right')),
      at(100, { kind: 'opened', item: bridge }),
      at(100 + 3600, rep('left')),
    );
    expect(folded.items.map(({ seconds }) => seconds)).toEqual([60 + 60, 0]);
  });
});

describe('corrections and quality', () => {
  test('one correction at a time: open until judged', () => {
    const tried = event({ kind: 'tried', item: float, fault: 'arch', correction: 'breatheFirst' });
    const before = fold(event(started()), tried).items[0];
    expect(before && openTry(before)?.correction).toBe('breatheFirst');
    const after = fold(event(started()), tried, event({ kind: 'judged', of: tried.id, verdict: 'better' })).items[0];
    expect(after && openTry(after)).toBeUndefined();
    expect(after?.tries[0]?.verdict).toBe('better');
  });
  test('lost twice running, not once, and not with a clean one between', () => {
    expect(lostTwiceRunning(first(rep('left', false)))).toBe(false);
    expect(lostTwiceRunning(first(rep('left', false), rep('right', false)))).toBe(true);
    expect(lostTwiceRunning(first(rep('left', false), rep('right'), rep('left', false)))).toBe(false);
  });
  test('faults by how often they were lost', () => {
    const events = [event(started())];
    for (const fault of ['flare', 'arch', 'arch']) {
      const lost = event(rep('left', false));
      events.push(lost, event({ kind: 'named', of: lost.id, block: 'pelvis', fault }));
    }
    const [item] = fold(...events).items;
    expect(item && lostFaults(item)).toEqual([
      { fault: 'arch', times: 2 },
      { fault: 'flare', times: 1 },
    ]);
  });
});

test('any order of taps folds without loss: every repetition counts once, those undone not at all', () => {
  const taps = fc.array(
    fc.record({ side: fc.constantFrom('left' as const, 'right' as const), clean: fc.boolean(), undo: fc.boolean() }),
  );
  fc.assert(
    fc.property(taps, (wanted) => {
      const events = [event(started())];
      for (const { side, clean, undo } of wanted) {
        const one = event(rep(side, clean));
        events.push(one);
        if (undo) events.push(event({ kind: 'undone', of: one.id }));
      }
      const kept = fold(...events).items[0]?.sets.flatMap(({ repetitions }) => repetitions) ?? [];
      const left = wanted.filter(({ undo }) => !undo);
      expect(kept.map(({ side, clean }) => [side, clean])).toEqual(left.map(({ side, clean }) => [side, clean]));
    }),
    { seed: 7, numRuns: 60 },
  );
});
