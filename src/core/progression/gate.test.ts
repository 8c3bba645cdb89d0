import { repertoire } from '@/repertoire';
import { entry } from '../knowledge/find';
import { doseInForce } from '../knowledge/stances';
import * as v from 'valibot';
import { decide, gateInForce } from './gate';
import { gateInput } from './gate-input';

const asked = (input: object) => decide(v.parse(gateInput, input));
const day = (date: string, left: number, right = left, more: object = {}) => ({
  date,
  level: 2,
  clean: { left, right },
  ...more,
});
const target = { cleanReps: 4, sessions: 2 };
const good = [day('2026-03-01', 4), day('2026-03-08', 5)];

describe('up', () => {
  test('target met on both sides in two sessions running', () =>
    expect(asked({ target, history: good }).decision).toBe('advance'));
  test('130 % of capacity is still a step, above it a half-way step is wanted', () => {
    expect(asked({ target, history: good, step: { demandNow: 5, demandNext: 6.5 } }).decision).toBe('advance');
    expect(asked({ target, history: good, step: { demandNow: 5, demandNext: 6.51 } }).decision).toBe('halfStep');
  });
  test('from no load at all, 2 % of weight × stature stands for capacity: 1.7 is a step, 2.7 a leap', () => {
    expect(asked({ target, history: good, step: { demandNow: 0, demandNext: 1.7 } }).decision).toBe('advance');
    expect(asked({ target, history: good, step: { demandNow: 0, demandNext: 2.7 } }).decision).toBe('halfStep');
  });
  test('a step of skill adds no load, and says so', () => {
    const { decision, reasons } = asked({ target, history: good, step: { demandNow: 5, demandNext: 5.2 } });
    expect(decision).toBe('advance');
    expect(reasons.join(' ')).toMatch(/104 % of what is held now: no real step in load/);
  });
  test('half steps where age or a condition asks for them', () =>
    expect(asked({ target, history: good, halfSteps: true }).decision).toBe('halfStep'));
  test('order of dates counts, not order of the list', () =>
    expect(
      asked({ target, history: [day('2026-03-08', 5), day('2026-03-01', 0), day('2026-03-04', 4)] }).decision,
    ).toBe('advance'));
  test('sessions at other levels do not count, not even between', () =>
    expect(
      asked({ target, history: [good[0], { ...day('2026-03-04', 0, 0, { safetyFault: true }), level: 3 }, good[1]] })
        .decision,
    ).toBe('advance'));
});

describe('hold', () => {
  test('no history: what is wanted is said', () => {
    const { decision, reasons } = asked({ target, history: [] });
    expect(decision).toBe('hold');
    expect(reasons.join(' ')).toMatch(/4 clean in a row on each side, in 2 sessions running/);
  });
  test.each([
    ['one good session only', [day('2026-03-08', 5)]],
    ['good, but not running', [day('2026-03-01', 5), day('2026-03-04', 3), day('2026-03-08', 5)]],
    ['short of the target', [day('2026-03-01', 3), day('2026-03-08', 3)]],
    ['sides two apart', [day('2026-03-01', 4), day('2026-03-08', 6, 4)]],
    ['a rest inside the set', [day('2026-03-01', 4), day('2026-03-08', 4, 4, { rested: true })]],
    ['breath not kept', [day('2026-03-01', 4), day('2026-03-08', 4, 4, { breathKept: false })]],
    ['at the newest level there is one session', [...good, { ...day('2026-03-10', 4), level: 3 }]],
    ['one poor session', [day('2026-03-01', 5), day('2026-03-08', 1)]],
    ['one poor session, the first of all', [day('2026-03-08', 0)]],
    ['a poor one, a good one, a poor one', [day('2026-03-01', 1), day('2026-03-04', 5), day('2026-03-08', 1)]],
  ])('%s', (_, history) => expect(asked({ target, history }).decision).toBe('hold'));
  test('at the top of the ladder there is nowhere up', () =>
    expect(asked({ target, history: good, hasNext: false }).decision).toBe('hold'));
});

describe('back', () => {
  test('a fault that could hurt', () =>
    expect(asked({ target, history: [...good, day('2026-03-10', 5, 5, { safetyFault: true })] }).decision).toBe(
      'back',
    ));
  test('under half of the target on one side twice running; exactly half holds', () => {
    const twice = (right: number) => [day('2026-03-01', 4, right), day('2026-03-08', 4, right)];
    const { decision, reasons } = asked({ target, history: twice(1) });
    expect(decision).toBe('back');
    expect(reasons.join(' ')).toMatch(/on the right/);
    expect(asked({ target, history: twice(2) }).decision).toBe('hold');
  });
  test('under half on the left once and on the right the next time is not twice running on a side', () =>
    expect(asked({ target, history: [day('2026-03-01', 1, 4), day('2026-03-08', 4, 1)] }).decision).toBe('hold'));
});

describe('in words', () => {
  const held = (least: number, times: string) =>
    `${least} clean in a row on each side, breath kept, nothing that could hurt, ${times} running.`;
  test.each<[string, object, string[]]>([
    [
      'nothing yet',
      { target, history: [] },
      ['No session at this level yet: wanted are 4 clean in a row on each side, in 2 sessions running.'],
    ],
    [
      'one session is enough',
      { target: { cleanReps: 4, sessions: 1 }, history: [] },
      ['No session at this level yet: wanted are 4 clean in a row on each side, in 1 session.'],
    ],
    [
      'a fault that could hurt',
      { target, history: [day('2026-03-08', 9, 9, { safetyFault: true })] },
      ['A fault that could hurt was seen: a step back first.'],
    ],
    [
      'poor twice, both sides',
      { target, history: [day('2026-03-01', 1), day('2026-03-08', 1)] },
      ['Under half of the 4 wanted, twice running.'],
    ],
    [
      'poor twice, the left',
      { target, history: [day('2026-03-01', 1, 4), day('2026-03-08', 1, 4)] },
      ['Under half of the 4 wanted, twice running, on the left.'],
    ],
    [
      'all that can lack',
      { target, history: [day('2026-03-08', 3, 1, { rested: true, breathKept: false })] },
      [
        'Not yet: left 3, right 1 clean in a row of 4 wanted on each side; a rest was needed inside the set; the breath was not kept; the sides differ by 2.',
        'Wanted: 4 clean in a row on each side, in 2 sessions running. Stay, and vary.',
      ],
    ],
    [
      'short on both alike',
      { target, history: [day('2026-03-08', 3)] },
      [
        'Not yet: 3 clean in a row of 4 wanted.',
        'Wanted: 4 clean in a row on each side, in 2 sessions running. Stay, and vary.',
      ],
    ],
    [
      'the first good one',
      { target, history: [day('2026-03-08', 4, 5)] },
      [held(4, 'once'), 'Good: 1 more session like this before moving up.'],
    ],
    [
      'two more',
      { target: { cleanReps: 4, sessions: 3 }, history: [day('2026-03-08', 5, 4)] },
      [held(4, 'once'), 'Good: 2 more sessions like this before moving up.'],
    ],
    [
      'at the top',
      { target, history: good, hasNext: false },
      [held(5, 'twice'), 'This is the top of the ladder: vary it, or take what follows.'],
    ],
    ['up, nothing known of load', { target, history: good }, [held(5, 'twice')]],
    ['three times', { target, history: [day('2026-02-20', 4), ...good] }, [held(5, '3 times')]],
    [
      'half steps, nothing known of load',
      { target, history: good, halfSteps: true },
      [held(5, 'twice'), 'A condition or age on file asks for half steps.'],
    ],
    [
      'a step',
      { target, history: good, step: { demandNow: 4, demandNext: 5 } },
      [held(5, 'twice'), 'The next level asks 125 % of what is held now.'],
    ],
    [
      'exactly at the edge of no step',
      { target, history: good, step: { demandNow: 4, demandNext: 4.2 } },
      [held(5, 'twice'), 'The next level asks 105 % of what is held now.'],
    ],
    [
      'by halves, with the load told',
      { target, history: good, halfSteps: true, step: { demandNow: 4, demandNext: 4 } },
      [
        held(5, 'twice'),
        'The next level asks 100 % of what is held now: no real step in load, so the step is one of skill.',
        'A condition or age on file asks for half steps.',
      ],
    ],
    [
      'a leap from next to nothing',
      { target, history: good, step: { demandNow: 1.9, demandNext: 3 } },
      [held(5, 'twice'), 'The next level asks 150 % of the least load that is counted: more than 130 % is a leap.'],
    ],
    [
      'from exactly the least',
      { target, history: good, step: { demandNow: 2, demandNext: 2.5 } },
      [held(5, 'twice'), 'The next level asks 125 % of what is held now.'],
    ],
  ])('%s', (_, input, reasons) => expect(asked(input).reasons).toEqual(reasons));
});

test('what is asked: the exercise’s gate, the school’s where it asks more, one session more for half steps', () => {
  const march = { ...entry(repertoire.exercises, 'march'), gate: { cleanReps: 4, sessions: 2 } };
  const inForce = (school: object, conditions: string[] = [], level?: number) =>
    gateInForce(repertoire, march, level, school, conditions);
  expect(inForce({}, ['over75'])).toEqual({ cleanReps: 4, sessions: 3, halfSteps: true });
  expect(inForce({})).toEqual({ cleanReps: 4, sessions: 2, halfSteps: false });
  expect(inForce({ gate: { cleanReps: 6, sessions: 1 } })).toEqual({ cleanReps: 6, sessions: 2, halfSteps: false });
  expect(inForce({ gate: { cleanReps: 3, sessions: 3 } })).toEqual({ cleanReps: 4, sessions: 3, halfSteps: false });
  // The fifth level is three breaths held: no more can be clean in a row; and half a step above it asks the same.
  expect([inForce({}, [], 5), inForce({}, [], 4), inForce({}, [], 5.5)].map(({ cleanReps }) => cleanReps)).toEqual([
    3, 4, 3,
  ]);
  expect(inForce({ gate: { cleanReps: 5 }, mostRepetitions: 2 }, [], 4).cleanReps).toBe(2);
});

test('in every school every level is done as often as it must be clean to move up', () => {
  for (const { id } of repertoire.schools)
    for (const exercise of repertoire.exercises)
      for (const level of exercise.levels) {
        const school = entry(repertoire.schools, id);
        const { cleanReps } = gateInForce(repertoire, exercise, level.number, school, ['over75']);
        const where = `${id} ${exercise.id} ${level.number}`;
        expect([where, cleanReps <= doseInForce(level, { school }).repetitions]).toEqual([where, true]);
      }
});

test.each([
  ['a date that is none', { target, history: [day('yesterday', 4)] }, 'history.0.date'],
  ['half a repetition', { target, history: [day('2026-03-01', 3.5)] }, 'history.0.clean.left'],
  ['a target of nothing', { target: { cleanReps: 0, sessions: 2 }, history: [] }, 'target.cleanReps'],
  ['demand below nothing', { target, history: [], step: { demandNow: -1, demandNext: 2 } }, 'step.demandNow'],
])('%s is refused where it stands', (_, input, path) => {
  const { issues } = v.safeParse(gateInput, input);
  expect(issues?.[0] && v.getDotPath(issues[0])).toBe(path);
});
