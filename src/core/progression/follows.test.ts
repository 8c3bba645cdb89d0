// What a session leaves on the file, and what it sends home: doses, trials, sheets.
import { refusedWith } from '../../../tests/rigs/refused';
import { repertoire } from '@/repertoire';
import { entry, levelOf } from '../knowledge/find';
import { doseInput, formatSeconds, timeDose } from './dose';
import { dosesFrom, trialsFrom } from './follows';
import { breathInWords, homeExercises, manyInWords } from './hand-out';
import { rungAt } from '../load/rungs';
import { emptySession } from './session';
import type { Item, Session } from './session';

const body = { heightM: 1.7, massKg: 65 };
const item = (more: Partial<Item> = {}): Item => ({
  item: 'i',
  exercise: 'march',
  name: 'March',
  level: 2,
  levelName: 'One foot hovers',
  order: 'alternate',
  dose: { repetitions: 7, sets: 3, sides: 2, directions: 1, pattern: 'in 2, out 2', pace: 1.5 },
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
  ...more,
});
const decision = (level: number, at = 1000): Item['decision'] => ({
  id: `d${level}`,
  at,
  advised: 'hold',
  decision: 'hold',
  level,
  from: 2,
  reasons: [],
  overruled: null,
});
const session = (items: Item[], more: Partial<Session> = {}): Session => ({ ...emptySession('s'), items, ...more });
const doses = (one: Session, stops: Parameters<typeof dosesFrom>[3] = []) => dosesFrom(one, repertoire, body, stops);

describe('doses that follow from decisions', () => {
  test('the level stays: the dose as it was taught. 7 × 2 sides × 4 counts of 1.5 s and 5 s to change sides: 89 s a set', () => {
    expect(doses(session([item({ decision: decision(2) }), item({ exercise: 'legFloat' })]))).toEqual([
      {
        id: 'd2',
        at: 1000,
        exercise: 'march',
        level: 2,
        half: false,
        repetitions: 7,
        sets: 3,
        sides: 2,
        directions: 1,
        pattern: 'in 2, out 2',
        pace: 1.5,
        changeOverS: 5,
        setS: 89,
        breathsPerMinute: 10,
      },
    ]);
  });
  test('another level brings its own count; breath and pace stay. Half-way up it is the lower one’s', () => {
    const march = entry(repertoire.exercises, 'march');
    const { repetitions, sets } = levelOf(march, 3).dose;
    expect(doses(session([item({ decision: decision(3) })]))[0]).toMatchObject({
      level: 3,
      half: false,
      repetitions,
      sets,
      pattern: 'in 2, out 2',
      pace: 1.5,
    });
    const half = rungAt(march, 2.5, body)?.dose;
    expect(half).toEqual(levelOf(march, 2).dose);
    expect(doses(session([item({ decision: decision(2.5) })]))[0]).toMatchObject({ level: 2, half: true, ...half });
  });
  test('what has left the repertoire, a rung that there is not, a breath that can’t be read: none', () => {
    expect(doses(session([item({ exercise: 'goneSince', decision: decision(2) })]))).toEqual([]);
    expect(doses(session([item({ decision: decision(9) })]))).toEqual([]);
    const broken = { ...item().dose, pattern: 'hum' };
    expect(doses(session([item({ dose: broken, decision: decision(2) })]))).toEqual([]);
  });
  test('none while a stop stands: between its moment and its clearing, both left out', () => {
    const at = (moment: number) => session([item({ decision: decision(2, moment) })]);
    const stops = [{ from: 100, until: 200 }];
    expect([99, 100, 101, 199, 200, 201].map((moment) => doses(at(moment), stops).length)).toEqual([1, 1, 0, 0, 1, 1]);
    expect([100, 101, 1e15].map((moment) => doses(at(moment), [{ from: 100 }]).length)).toEqual([1, 0, 0]);
  });
  test('the session’s own stop counts from its tap on', () => {
    const stop = { id: 'x', sign: 'chest', seen: '', at: 500 };
    expect(doses(session([item({ decision: decision(2, 400) })], { stop }))).toHaveLength(1);
    expect(doses(session([item({ decision: decision(2, 600) })], { stop }))).toHaveLength(0);
  });
});

test('trials: judged ones only, each in the exercise it was tried in', () => {
  const tried = (id: string, verdict: 'better' | 'same' | 'worse' | 'notTried' | null) => ({
    id,
    fault: 'arch',
    correction: 'breatheFirst',
    verdict,
  });
  const all = session([
    item({ tries: [tried('a', 'better'), tried('b', 'notTried'), tried('c', null)] }),
    item({ exercise: 'legFloat', tries: [tried('d', 'worse'), tried('e', 'same')] }),
  ]);
  expect(trialsFrom(all)).toEqual([
    { id: 'a', exercise: 'march', fault: 'arch', correction: 'breatheFirst', verdict: 'better' },
    { id: 'd', exercise: 'legFloat', fault: 'arch', correction: 'breatheFirst', verdict: 'worse' },
    { id: 'e', exercise: 'legFloat', fault: 'arch', correction: 'breatheFirst', verdict: 'same' },
  ]);
});

describe('a dose', () => {
  const one = {
    exercise: 'march',
    level: 1,
    repetitions: 5,
    sets: 2,
    sides: 1,
    directions: 1,
    pattern: 'in 4, out 4',
    pace: 1,
    changeOverS: 5,
  };
  const refused = (change: object) => refusedWith(doseInput, { ...one, ...change });
  test('two sets of five times 8 s are 80 s of work', () => {
    const times = timeDose(one);
    expect(times).toMatchObject({ ok: true, value: { repetitionS: 8, setS: 40, workS: 80 } });
    expect(timeDose({ ...one, pattern: 'hum' })).toMatchObject({ ok: false });
  });
  test.each<[object, string]>([
    [{ level: 0 }, 'level: must be at least 1'],
    [{ level: 21 }, 'level: must be at most 20'],
    [{ level: 1.5 }, 'level: must be a whole number'],
    [{ level: 'one' }, 'level: is not a number'],
    [{ repetitions: 0 }, 'repetitions: must be at least 1'],
    [{ repetitions: 101 }, 'repetitions: must be at most 100'],
    [{ sets: 0 }, 'sets: must be at least 1'],
    [{ sets: 11 }, 'sets: must be at most 10'],
    [{ sides: 0 }, 'sides: must be at least 1'],
    [{ sides: 3 }, 'sides: must be at most 2'],
    [{ directions: 3 }, 'directions: must be at most 2'],
  ])('%j is refused', (change, said) => expect(refused(change)).toEqual([said]));
  test('the ends are taken', () =>
    expect(refused({ level: 20, repetitions: 100, sets: 10, sides: 2, directions: 2 })).toEqual([]));
  test('seconds in words', () =>
    expect([0, 45.4, 59.6, 60, 70, 240, 3599].map(formatSeconds)).toEqual([
      '0 s',
      '45 s',
      '1 min',
      '1 min',
      '1 min 10 s',
      '4 min',
      '59 min 59 s',
    ]));
});

describe('for home', () => {
  const march = entry(repertoire.exercises, 'march');
  const home = (...items: { exercise: string; level: number; repetitions: number }[]) => ({
    days: [0],
    at: '18:00',
    items,
    words: '',
  });
  const cue = entry(repertoire.corrections, 'sandFromRibs');
  const tried = (correction: string, verdict: 'better' | 'same') => ({
    id: correction,
    fault: 'flare',
    correction,
    verdict,
  });
  test('as it was taught, with the words that helped last', () => {
    const taught = session([
      item({
        tries: [tried('breatheFirst', 'better'), tried('sandFromRibs', 'better'), tried('padUnderBack', 'same')],
      }),
    ]);
    const [sheet] = homeExercises(repertoire, taught, home({ exercise: 'march', level: 2, repetitions: 4 }), body);
    const level = levelOf(march, 2);
    expect(sheet).toMatchObject({
      id: 'march',
      name: 'March',
      plain: march.plain,
      how: `${level.name}. ${level.change}`,
      many: 'Four on each side.',
      breath: 'Breathe in for two, out for two.',
      feel: march.feel.where,
      notFeel: march.feel.notWhere,
      cue: cue.say,
      top: level.top,
    });
  });
  test('a prop or a hand that helped is no cue; what was not taught has its own count and breath', () => {
    const taught = session([item({ tries: [tried('padUnderBack', 'better')] })]);
    const sheets = homeExercises(
      repertoire,
      taught,
      home({ exercise: 'march', level: 2, repetitions: 1 }, { exercise: 'legFloat', level: 1, repetitions: 11 }),
      body,
    );
    expect(sheets[0]).not.toHaveProperty('cue');
    const float = entry(repertoire.exercises, 'legFloat');
    const { sides, directions } = levelOf(float, 1).dose;
    expect(sheets[1]?.many).toBe(manyInWords(11, sides, directions));
    expect(sheets[1]?.breath).toBe(breathInWords(float.breath[0]?.pattern ?? ''));
    expect(sheets[1]?.breath).toMatch(/^Breathe (in|out) for [a-z]+/);
  });
  test('what has left, or a level that there is not, is left out', () =>
    expect(
      homeExercises(
        repertoire,
        session([]),
        home({ exercise: 'gone', level: 1, repetitions: 1 }, { exercise: 'march', level: 9, repetitions: 1 }),
        body,
      ),
    ).toEqual([]));
  test('numbers up to ten are words', () => {
    expect(Array.from({ length: 12 }, (_, n) => manyInWords(n, 1, 1)).join(' ')).toBe(
      'No. One. Two. Three. Four. Five. Six. Seven. Eight. Nine. Ten. 11.',
    );
    expect(manyInWords(3, 2, 2)).toBe('Three on each side, each way round.');
  });
});
