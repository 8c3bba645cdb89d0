// The checker, problem by problem, on as much of the repertoire as two exercises need.
import { repertoire as shipped } from '@/repertoire';
import { checkRepertoire } from './check';
import type { Repertoire } from './entries';
import { sliceOf } from './slice';

/** One of a list that is known to have it. */
const nth = <T>(list: readonly T[], i: number): T => {
  const found = list[i];
  if (found === undefined) throw new Error(`nothing at ${i}`);
  return found;
};
const first = <T>(list: readonly T[]): T => nth(list, 0);

const small = sliceOf(shipped, ['march', 'lowerLift']);
type Loose = Record<string, unknown>;
type Copy = { [K in keyof Repertoire]: Loose[] };
const problems = (one: Repertoire): string[] => checkRepertoire(one).map(({ path, message }) => `${path}: ${message}`);
const usual = new Set(problems(small));
/** What is found after a change that was not found before. */
const found = (change: (copy: Copy) => void): string[] => {
  const copy = structuredClone(small) as unknown as Copy;
  change(copy);
  return problems(copy as unknown as Repertoire).filter((one) => !usual.has(one));
};
const one = (copy: Copy, kind: keyof Copy, id: string): Loose =>
  copy[kind].find((each) => each.id === id || each.measure === id) as Loose;
const march = (copy: Copy) => one(copy, 'exercises', 'march');
const rung = (copy: Copy, number: number, id = 'march') =>
  (one(copy, 'exercises', id).levels as Loose[])[number - 1] as Loose;
const raised = (thighDeg: number, kneeDeg = 0) => ({ kind: 'raised', thighDeg, kneeDeg });
const down = { kind: 'footDown' };

test('nothing changed, nothing found', () => expect(found(() => undefined)).toEqual([]));

test('a place for a prop that is not named', () => {
  expect(found((c) => (one(c, 'corrections', 'oneBoneAtATime').placing = 'Under the skull.'))).toEqual([
    'corrections.oneBoneAtATime.placing: says where a prop goes and names none',
  ]);
  expect(found((c) => (one(c, 'corrections', 'padUnderBack').placing = 'Under the skull.'))).toEqual([]);
});

describe('what leads nowhere', () => {
  test.each<[string, (copy: Copy) => void, string[]]>([
    [
      'a fault',
      (c) => (march(c).faults = [...(march(c).faults as Loose[]), { fault: 'hop' }]),
      ['exercises.march.faults: there is no fault "hop"'],
    ],
    [
      'a correction',
      (c) => (march(c).corrections = ['shout']),
      ['exercises.march.corrections: there is no correction "shout"'],
    ],
    [
      'a preparation',
      (c) => (march(c).prepares = ['flying']),
      ['exercises.march.prepares: there is no exercise "flying"'],
    ],
    ['a follower', (c) => (march(c).follows = ['flying']), ['exercises.march.follows: there is no exercise "flying"']],
    ['a stance', (c) => (march(c).stances = ['proud']), ['exercises.march.stances: there is no stance "proud"']],
    [
      'a watch’s stance',
      (c) => (first(march(c).watches as Loose[]).stance = 'proud'),
      ['exercises.march.watches: there is no stance "proud"'],
    ],
    ['a cause', (c) => (one(c, 'faults', 'arch').causes = ['moon']), ['faults.arch.causes: there is no cause "moon"']],
    [
      'a target’s fault',
      (c) => (one(c, 'targets', 'pelvicTilt').low = 'hop'),
      expect.arrayContaining(['targets.pelvicTilt: there is no fault "hop"']) as never,
    ],
    [
      'a safety fault',
      (c) => (one(c, 'conditions', 'neck').safetyFaults = ['hop']),
      ['conditions.neck.safetyFaults: there is no fault "hop"'],
    ],
    [
      'what a cleared condition leaves',
      (c) => (one(c, 'conditions', 'neck').then = ['gout']),
      ['conditions.neck.then: there is no condition "gout"'],
    ],
    [
      'a correction’s fault',
      (c) => (first(c.corrections).faults = [...(first(c.corrections).faults as string[]), 'hop']),
      [`corrections.${first(small.corrections).id}.faults: there is no fault "hop"`],
    ],
    [
      'a correction’s exercise',
      (c) => c.corrections.push({ ...first(c.corrections), id: 'x', exercises: ['march', 'flying'] }),
      ['corrections.x.exercises: there is no exercise "flying"'],
    ],
    [
      'a correction’s prop',
      (c) => c.corrections.push({ ...first(c.corrections), id: 'x', prop: 'anvil' }),
      ['corrections.x.prop: there is no prop "anvil"'],
    ],
    [
      'a correction’s condition',
      (c) => c.corrections.push({ ...first(c.corrections), id: 'x', notWith: [{ condition: 'gout', why: '' }] }),
      ['corrections.x.notWith: there is no condition "gout"'],
    ],
    [
      'a prop’s condition',
      (c) => (first(c.props).notWith = [{ condition: 'gout', why: '' }]),
      [`props.${first(small.props).id}.notWith: there is no condition "gout"`],
    ],
    [
      'an order’s exercise',
      (c) => c.sequences.push({ id: 'x', exercises: ['march', 'flying'] }),
      ['sequences.x: there is no exercise "flying"'],
    ],
  ])('%s', (_, change, problems) => expect(found(change)).toEqual(problems));
});

describe('measures and targets', () => {
  test('a watch on a measure that there is not, or on one without a target', () => {
    expect(found((c) => (march(c).watches = [{ measure: 'charm', phases: [] }]))).toEqual([
      'exercises.march.watches: there is no measure "charm"',
    ]);
    expect(found((c) => (march(c).watches = [{ measure: 'plankLine', phases: [] }]))).toEqual([
      'exercises.march.watches: nothing says where "plankLine" should be',
    ]);
    // From a cuff, not from landmarks: known all the same.
    const cuff = found((c) => (march(c).watches = [{ measure: 'cuffPressure', phases: [] }]));
    expect(cuff.filter((problem) => problem.includes('no measure'))).toEqual([]);
  });
  test('a target of a measure that there is not', () =>
    expect(found((c) => c.targets.push({ ...first(c.targets), measure: 'charm', low: null, high: null }))).toEqual([
      'targets.charm: there is no measure "charm"',
    ]));
  test('a fault that nobody can see, or that its target does not name on that side', () => {
    expect(found((c) => Object.assign(one(c, 'faults', 'arch'), { shownBy: [], byEye: undefined }))).toEqual([
      'faults.arch: neither a measure nor an eye is told how to see it',
    ]);
    const wrong = ['faults.arch.shownBy: the target of "pelvicTilt" does not name it on that side'];
    const target = shipped.targets.find(({ measure }) => measure === 'pelvicTilt');
    const [right, other] = target?.high === 'arch' ? ['high', 'low'] : ['low', 'high'];
    const shownOn = (side: string | undefined) =>
      found((c) => (one(c, 'faults', 'arch').shownBy = [{ measure: 'pelvicTilt', side }]));
    expect(shownOn(other)).toEqual(wrong);
    expect(shownOn(right)).toEqual([]);
    expect(shownOn('either')).toEqual([]);
  });
});

describe('breath', () => {
  test('a pattern that can’t be read, a choice that there is not, none for the usual case', () => {
    const breath = (of: Loose[]) => found((c) => (march(c).breath = of));
    expect(breath([{ name: 'a', pattern: 'sigh 5' }])[0]).toMatch(/^exercises\.march\.breath: "sigh 5": /);
    const plain = { name: 'a', pattern: 'in 4, out 4' };
    const stance = first(small.stances);
    const choice = first(stance.choices).id;
    expect(breath([plain, { ...plain, when: { stance: stance.id, choice } }])).toEqual([]);
    expect(breath([plain, { ...plain, when: { stance: stance.id, choice: 'other' } }])).toEqual([
      `exercises.march.breath: there is no choice "other" of "${stance.id}"`,
    ]);
    expect(breath([plain, { ...plain, when: { stance: 'goneSince', choice } }])).toEqual([
      `exercises.march.breath: there is no choice "${choice}" of "goneSince"`,
    ]);
    expect(breath([{ ...plain, when: { stance: stance.id, choice } }])).toEqual([
      'exercises.march.breath: no breath for the usual case',
    ]);
  });
});

describe('ladders', () => {
  test('levels count from 1 without a gap', () =>
    expect(found((c) => (rung(c, 2).number = 7))).toContain(
      'exercises.march.levels.7: levels count from 1 upward; this is the 2. of the list',
    ));
  test('a hand or foot under the mat; on it, and a little into it, is well', () => {
    const along = (deg: number) =>
      found((c) => (rung(c, 1).start = { left: down, right: raised(deg) })).filter((one) => one.includes('sinks'));
    expect(along(5)).toEqual([]);
    expect(along(-25)).toEqual(['exercises.march.levels.1.start: a hand or foot sinks into the mat']);
  });
  test('both legs are said to be up: the pose must have them', () => {
    const tagged = (legs: [object, object], more: object) =>
      found((c) => Object.assign(rung(c, 2), { top: { left: legs[0], right: legs[1] }, rises: 'so', ...more }));
    const both = { ...(structuredClone(nth(first(small.exercises).levels, 1).load) as object) };
    expect(tagged([down, raised(90, 90)], { bothLegsUp: true })).toEqual([
      'exercises.march.levels.2.bothLegsUp: both legs are said to be up, but the pose has one down',
    ]);
    expect(tagged([raised(90, 90), raised(90, 90)], { bothLegsUp: true, load: { ...both, legs: 'both' } })).toEqual([]);
    expect(tagged([down, raised(90, 90)], { load: { ...both, legs: 'both' } })).toEqual([
      'exercises.march.levels.2.load.legs: the tags say both legs, the pose shows fewer',
    ]);
  });
  test('a level that asks no more than the one before says what else rises', () => {
    const same = (change: (c: Copy) => void) => found(change).filter((one) => one.includes('.rises'));
    const said = [
      'exercises.lowerLift.levels.2.rises: what it asks does not rise from the level before; say what else does',
    ];
    const lower = (c: Copy, deg: number) => {
      rung(c, 1, 'lowerLift').top = { left: raised(60), right: raised(60) };
      rung(c, 2, 'lowerLift').top = { left: raised(deg), right: raised(deg) };
      delete rung(c, 2, 'lowerLift').rises;
    };
    expect(same((c) => lower(c, 60))).toEqual(said);
    expect(same((c) => lower(c, 65))).toEqual(said);
    expect(same((c) => lower(c, 50))).toEqual([]);
    expect(
      same((c) => {
        lower(c, 60);
        rung(c, 2, 'lowerLift').rises = 'the tempo';
      }),
    ).toEqual([]);
    // Where the arithmetic does not reach, it can't be seen to rise.
    expect(
      same((c) => {
        lower(c, 50);
        rung(c, 2, 'lowerLift').top = { trunkDeg: 40, left: raised(50), right: raised(50) };
      }),
    ).toEqual(said);
  });
});

test('cautions: the same rule twice; schools: a stance that there is not', () => {
  expect(
    found((c) => {
      const rules = one(c, 'conditions', 'neck').rules as Loose[];
      rules.push({ ...rules[0] });
    }),
  ).toEqual([expect.stringMatching(/^conditions\.neck\.rules\.\w+: the id "\w+" is taken twice$/)]);
  expect(found((c) => ((first(c.schools).stances as Loose).proud = 'yes'))).toEqual([
    `schools.${first(small.schools).id}.stances: there is no stance "proud"`,
  ]);
});

test('the same fault named twice in an exercise; a prop that is drawn past what joints allow', () => {
  expect(
    found((c) => (march(c).faults = [...(march(c).faults as Loose[]), first(march(c).faults as Loose[])])),
  ).toEqual([expect.stringMatching(/^exercises\.march\.faults\.\w+: the id "\w+" is taken twice$/)]);
  const drawn = first(shipped.props.filter((prop) => prop.drawn));
  expect(
    found((c) =>
      c.props.push({ ...drawn, id: 'x', drawn: { ...drawn.drawn, pose: { left: down, right: raised(170) } } } as never),
    ),
  ).toEqual([
    expect.stringMatching(/^props\.x\.drawn: right\.thighDeg is 170°, past what a joint allows \(-?\d+ to \d+°\)$/),
  ]);
});
