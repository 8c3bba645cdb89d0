import fc from 'fast-check';
import type { Place } from '../anatomy/places';
import type { Payload, Planned, SessionEvent } from './events';
import { countsOf, foldSession, lostFaults, lostTwiceRunning, nextUp, openTry } from './session';
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
    const order: string[] = [];
    for (let i = 0; i < 40; i += 1) {
      const [item] = fold(...events).items;
      const next = item && nextUp(item);
      if (!next || next.finished) break;
      order.push(`${next.side[0]}${next.direction}${next.set > 1 ? `s${next.set}` : ''}`);
      events.push(event(rep(next.side, true, next.set, next.direction)));
    }
    return order.join(' ');
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
      at: lost.at,
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

describe('each kind of tap, and what it makes of the session', () => {
  const march = planned(bridge, { exercise: 'march', name: 'March' });
  test('beginning: who, where, by which school and rules, and the plan untouched', () => {
    expect(fold(event(started([planned(float), march]), 7000))).toEqual({
      id: session,
      client,
      class: null,
      room: 'River room',
      school: 'evenKeel',
      rules: 'x',
      startedAt: 7000,
      endedAt: null,
      ready: null,
      stop: null,
      checked: [],
      items: [planned(float), march].map((one) => ({
        ...one,
        sets: [],
        tries: [],
        looks: [],
        notes: [],
        pains: [],
        levels: [],
        felt: [],
        decision: null,
        side: null,
        set: 1,
        seconds: 0,
        dropped: false,
        followed: false,
      })),
      current: null,
      notes: [],
      wrap: null,
      until: 7000,
      by: [who],
      stray: [],
    });
  });
  test('the answer before it begins, a stop sign, springs looked at: once each', () => {
    const stop = event({ kind: 'stopSeen', sign: 'chest', seen: 'while standing up' }, 8000);
    const folded = fold(
      event(started()),
      event({ kind: 'ready', feeling: 'sore', words: 'left hip' }),
      event({ kind: 'checked', apparatus: 'reformer' }),
      event({ kind: 'checked', apparatus: 'chair' }),
      event({ kind: 'checked', apparatus: 'reformer' }),
      stop,
    );
    expect(folded.ready).toEqual({ feeling: 'sore', words: 'left hip' });
    expect(folded.checked).toEqual(['reformer', 'chair']);
    expect(folded.stop).toEqual({ id: stop.id, sign: 'chest', seen: 'while standing up', at: 8000 });
  });
  test('an exercise added goes behind the one named, else to the end; the same one twice is stray', () => {
    const [a, b] = [planned(uuid(7)), planned(uuid(8))];
    const twice = event({ kind: 'added', planned: a, after: null });
    const folded = fold(
      event(started([planned(float), march])),
      event({ kind: 'added', planned: a, after: float }),
      event({ kind: 'added', planned: b, after: null }),
      twice,
    );
    expect(folded.items.map(({ item }) => item)).toEqual([float, uuid(7), bridge, uuid(8)]);
    expect(folded.stray).toEqual([twice.id]);
  });
  test('left out, and taken up again by opening it', () => {
    const drop = event({ kind: 'dropped', item: float });
    const open = event({ kind: 'opened', item: float });
    expect(fold(event(started()), drop).items[0]?.dropped).toBe(true);
    const again = fold(event(started()), drop, open);
    expect([again.items[0]?.dropped, again.current]).toEqual([false, float]);
    const nowhere = event({ kind: 'opened', item: bridge });
    expect(fold(event(started()), nowhere)).toMatchObject({ current: null, stray: [nowhere.id] });
  });
  test('another dose; another level with its name, dose and next set', () => {
    const dose = { ...planned(float).dose, repetitions: 9 };
    expect(first({ kind: 'dosed', item: float, dose }).dose.repetitions).toBe(9);
    const item = first(
      rep('left', true, 2),
      { kind: 'sided', item: float, side: 'right' },
      { kind: 'levelled', item: float, level: 3, levelName: 'Both', dose },
    );
    expect(item).toMatchObject({ level: 3, levelName: 'Both', dose: { repetitions: 9 }, side: null, set: 3 });
    expect(first({ kind: 'levelled', item: float, level: 2, levelName: 'One', dose }).set).toBe(1);
  });
  test('a set keeps its level and the corrections in force; those passed over are none', () => {
    const tried = event({ kind: 'tried', item: float, fault: 'arch', correction: 'breatheFirst' });
    const passed = event({ kind: 'tried', item: float, fault: 'arch', correction: 'bowlOfWater' });
    const folded = fold(
      event(started()),
      event(rep('left')),
      tried,
      passed,
      event({ kind: 'judged', of: passed.id, verdict: 'notTried' }),
      event(rep('left', true, 2)),
      event({ kind: 'rested', item: float }),
    );
    expect(folded.items[0]?.sets.map(({ number, level, tries, rested }) => [number, level, tries, rested])).toEqual([
      [1, 1, [], false],
      [2, 1, [tried.id], true],
    ]);
  });
  test('a rest before anything is done belongs to the set in hand', () =>
    expect(first({ kind: 'rested', item: float }).sets).toEqual([
      { number: 1, level: 1, repetitions: [], rested: true, tries: [] },
    ]));
  test('sets stand in order of their numbers, whatever came first', () =>
    expect(first(rep('left', true, 3), rep('left', true, 1)).sets.map(({ number }) => number)).toEqual([1, 3]));
  test('a new set goes beyond the one in hand and beyond what was done', () => {
    expect(first(rep('left', true, 4), { kind: 'newSet', item: float }).set).toBe(5);
    expect(first({ kind: 'newSet', item: float }, { kind: 'newSet', item: float }).set).toBe(3);
    expect(first({ kind: 'sided', item: float, side: 'right' }, { kind: 'newSet', item: float }).side).toBeNull();
  });
  test('what was lost is named with its block; without a fault the block stands alone', () => {
    const lost = event(rep('left', false));
    const named = (fault: string | null) =>
      fold(event(started()), lost, event({ kind: 'named', of: lost.id, block: 'ribs', fault })).items[0]?.sets[0]
        ?.repetitions[0];
    expect(named('flare')).toMatchObject({ block: 'ribs', fault: 'flare', clean: false });
    expect(named(null)).not.toHaveProperty('fault');
    const nothing = event({ kind: 'named', of: uuid(77), block: 'ribs', fault: null });
    expect(fold(event(started()), nothing).stray).toEqual([nothing.id]);
  });
  test('grades by eye, notes to an exercise or to the hour, pain', () => {
    const look = event({ kind: 'looked', item: float, grades: { arch: 1 } });
    const note = event({ kind: 'noted', item: float, words: 'Slow.' });
    const hour = event({ kind: 'noted', item: null, words: 'Late.' });
    const pain = event({ kind: 'pained', item: float, where: 'hip', score: 2 });
    const folded = fold(event(started()), look, note, hour, pain, event({ kind: 'noted', item: bridge, words: 'x' }));
    expect(folded.items[0]).toMatchObject({
      looks: [{ id: look.id, grades: { arch: 1 } }],
      notes: [{ id: note.id, words: 'Slow.' }],
      pains: [{ id: pain.id, where: 'hip', score: 2 }],
    });
    expect(folded.notes).toEqual([{ id: hour.id, words: 'Late.' }]);
    expect(folded.stray).toHaveLength(1);
  });
  test('where she feels it: each place once, taken off by a second tap, put back by an undo', () => {
    const felt = (place: Place, isFelt = true) => event({ kind: 'felt', item: float, place, isFelt });
    const off = felt('neck', false);
    const taps = [felt('neck'), felt('abdomen'), felt('neck'), off];
    const places = (...more: SessionEvent[]) => fold(event(started()), ...taps, ...more).items[0]?.felt;
    expect(places()).toEqual(['abdomen']);
    expect(places(event({ kind: 'undone', of: off.id }))).toEqual(['abdomen', 'neck']);
    expect(fold(event(started()), felt('neck')).items.map(({ felt: at }) => at)).toEqual([['neck']]);
  });
  test('a decision remembers when it was tapped and the level it left', () => {
    const decided = event(
      {
        kind: 'decided',
        item: float,
        advised: 'advance',
        decision: 'hold',
        level: 1,
        reasons: ['Good.'],
        overruled: 'By my eye.',
      },
      9000,
    );
    expect(fold(event(started()), decided).items[0]?.decision).toEqual({
      id: decided.id,
      at: 9000,
      advised: 'advance',
      decision: 'hold',
      level: 1,
      from: 1,
      reasons: ['Good.'],
      overruled: 'By my eye.',
    });
  });
  test('ended, taken up again, wrapped', () => {
    const end = event({ kind: 'ended' }, 60_000);
    const home = { days: [1], at: '18:00', items: [], words: '' };
    const wrap = { points: ['One.'], note: 'n', next: null, home };
    const ended = fold(event(started(), 1000), end, event({ kind: 'wrapped', ...wrap }, 61_000));
    expect(ended).toMatchObject({ endedAt: 60_000, wrap });
    expect(ended.wrap).not.toHaveProperty('kind');
    expect(fold(event(started()), end, event({ kind: 'reopened' })).endedAt).toBeNull();
  });
});

describe('whose turn it is, further', () => {
  test('a full set is told, and a tap beyond the dose goes to the last turn', () => {
    const one = planned(float, { dose: { ...planned(float).dose, repetitions: 1, sets: 1 } });
    const done = fold(event(started([one])), event(rep('left')), event(rep('right'))).items[0];
    expect(done && nextUp(done)).toEqual({
      set: 1,
      side: 'right',
      direction: 1,
      done: 1,
      full: true,
      finished: true,
    });
  });
  test('full, but more sets wanted: the next set begins', () =>
    expect(
      nextUp(first(rep('left'), rep('left'), rep('left'), rep('right'), rep('right'), rep('right'))),
    ).toMatchObject({ set: 2, side: 'left', done: 0, full: true, finished: false }));
  test('a side by hand keeps the direction that is open on it', () => {
    const two = planned(float, { order: 'chain', dose: { ...planned(float).dose, repetitions: 1, directions: 2 } });
    const item = (...whats: Payload[]) => fold(event(started([two])), ...whats.map((what) => event(what))).items[0];
    const right = item(rep('right', true, 1, 1), { kind: 'sided', item: float, side: 'right' });
    expect(right && nextUp(right)).toMatchObject({ side: 'right', direction: 2 });
    const left = item({ kind: 'sided', item: float, side: 'left' });
    expect(left && nextUp(left)).toMatchObject({ side: 'left', direction: 1 });
  });
  test('alternating goes to the side with fewer, even behind', () =>
    expect(nextUp(first(rep('right'), rep('right'))).side).toBe('left'));
  test('counts of one side of a set', () => {
    const [set] = first(rep('left'), rep('right', false), rep('left', false)).sets;
    const { run, ...counts } = countsOf(set, 'left');
    expect([counts, run.map(({ clean }) => clean)]).toEqual([{ done: 2, clean: 1 }, [true, false]]);
    expect(countsOf(undefined, 'left')).toEqual({ done: 0, clean: 0, run: [] });
  });
});

describe('time', () => {
  test('a pause of a quarter of an hour still counts, a second more does not; nothing counts after the end', () => {
    const at = (seconds: number, what: Payload) => event(what, seconds * 1000);
    const taken = (...rest: SessionEvent[]) =>
      fold(at(0, started()), at(1, { kind: 'opened', item: float }), ...rest).items[0]?.seconds;
    expect(taken(at(901, rep('left')))).toBe(900);
    expect(taken(at(902, rep('left')))).toBe(0);
    expect(taken(at(11, { kind: 'ended' }), at(30, { kind: 'noted', item: null, words: 'x' }))).toBe(10);
  });

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
