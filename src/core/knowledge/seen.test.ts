import { repertoire } from '@/repertoire';
import { measuresSeen } from '../alignment/needs';
import type { OtherReading } from '../alignment/look-values';
import type { Taken } from '../alignment/readings';
import { entry } from './find';
import { watchedAt } from './fits';
import { readLook } from './look';
import type { LookInput } from './look';
import { isMeasuredFrom, looksAt } from './looks';
import { seenAt, settledFaults } from './seen';

const legFloat = entry(repertoire.exercises, 'legFloat');
const taken = (measure: string, grade: number, more: Partial<Taken> = {}): Taken => ({
  role: 'top',
  method: 'seen',
  measure,
  taken: grade,
  ...more,
});
const at = (readings: readonly Taken[], conditions: readonly string[] = [], blocks: readonly OtherReading[] = []) =>
  seenAt('top', readings, blocks, legFloat, repertoire, conditions);

describe('a fault graded by eye', () => {
  test('is slight, clear or marked, to its side, at its moment; looked for and not there it has no severity', () => {
    const readings = [taken('roll', 2, { side: 'L' }), taken('gluteGrip', 0), taken('hike', 3, { role: 'back' })];
    expect(at(readings)).toEqual([
      { fault: 'roll', plain: 'the pelvis rolling to the left', side: 'L', severity: 'clear', safety: false },
      { fault: 'gluteGrip', plain: 'the seat gripping', safety: false },
    ]);
  });
  test('what could hurt anybody, or this person, is never below clear, and comes first', () => {
    expect(at([taken('roll', 3), taken('lowBackPops', 1)])).toMatchObject([
      { fault: 'lowBackPops', severity: 'clear', safety: true },
      { fault: 'roll', severity: 'marked', safety: false },
    ]);
    expect(at([taken('arch', 1)])[0]).toMatchObject({ severity: 'slight', safety: false });
    expect(at([taken('arch', 1)], ['lowBackPain'])[0]).toMatchObject({ severity: 'clear', safety: true });
  });
  test('a fault that there is not, and a grade that there is not, are left out', () => {
    expect(at([taken('flying', 2), taken('roll', 4), taken('roll', 1.5)])).toEqual([]);
  });
});

describe('a block graded by eye that no target judges', () => {
  const chin = (value: number): OtherReading => ({
    method: 'eye',
    measure: 'faceAngle',
    value,
    seWithin: 5,
    seBetween: 5,
    fromLevel: true,
  });
  const curl = entry(repertoire.exercises, 'headFloat');
  const facesIn = (value: number) =>
    seenAt('top', [], [chin(value)], curl, repertoire, []).map(({ fault, severity }) => [fault, severity]);
  test('is the fault that it leans to, one step slight and two clear; the other one it is not', () => {
    const not = (fault: string) => [fault, undefined];
    expect(facesIn(4)).toEqual([['chinUp', 'slight'], not('chinJam')]);
    expect(facesIn(10)).toEqual([['chinUp', 'clear'], not('chinJam')]);
    expect(facesIn(-10)).toEqual([['chinJam', 'clear'], not('chinUp')]);
    expect(facesIn(0.8)).toEqual([not('chinUp'), not('chinJam')]); // level, less an own bias
  });
  test('reaches a look in which the face is the movement', () => {
    const look: LookInput = {
      exercise: 'headFloat',
      level: 2,
      school: 'evenKeel',
      stances: {},
      conditions: [],
      pictures: {},
      readings: { top: [chin(10)] },
      taken: [taken('bellyDome', 2)],
    };
    const read = readLook(look, repertoire);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.baseline?.findings ?? []).toEqual([]);
    expect(read.value.seen.top.map(({ fault, severity }) => [fault, severity])).toEqual([
      ['bellyDome', 'clear'],
      ['chinUp', 'clear'],
      ['chinJam', undefined],
    ]);
    expect(read.value.seen.retest).toEqual([]);
  });
});

test('what a measure has told of a moment goes before what an eye graded there', () => {
  const tilt = {
    method: 'hand',
    measure: 'pelvicTilt',
    value: 20,
    seWithin: 1,
    seBetween: 1,
    fromLevel: false,
  } as const;
  const look = (value: number): LookInput => ({
    ...{ exercise: 'legFloat', level: 2, school: 'evenKeel', stances: {}, conditions: [], pictures: {} },
    readings: { setup: [{ ...tilt, value: 0 }], top: [{ ...tilt, value }] },
    taken: [taken('arch', 3), taken('gluteGrip', 1), taken('arch', 3, { role: 'back' })],
  });
  const seenIn = (value: number) => {
    const read = readLook(look(value), repertoire);
    if (!read.ok) throw new Error(read.error.message);
    return [read.value.seen.top, read.value.seen.back].map((all) => all.map(({ fault }) => fault));
  };
  expect(seenIn(0)).toEqual([['gluteGrip'], ['arch']]);
  expect(seenIn(5)).toEqual([['arch', 'gluteGrip'], ['arch']]); // on the edge it can't tell: the eye may
});

test('a measure settles the faults that it shows, unless it can’t tell; an eye settles what it graded', () => {
  const settled = (verdict: 'in' | 'out' | 'unsure') =>
    settledFaults(legFloat, repertoire, [{ measure: 'pelvicTilt', verdict }], at([taken('bellyDome', 0)]));
  expect([...settled('in')]).toEqual(expect.arrayContaining(['arch', 'bellyDome']));
  expect(settled('unsure').has('arch')).toBe(false);
  expect(settled('unsure').has('bellyDome')).toBe(true);
  expect(settled('out').has('roll')).toBe(false);
});

test('whatever a level watches can be noted in its look: by a measure that one of its views shows, or by eye', () => {
  const looks = repertoire.exercises.flatMap((exercise) =>
    exercise.levels.map(({ number }) => watchedAt(repertoire, exercise, number)),
  );
  for (const level of looks) {
    const measures = new Set(level.looks.flatMap(({ view }) => measuresSeen(level.position, view)));
    const all = new Set([...measures].map((measure) => ({ measure, verdict: 'in' as const })));
    const settled = settledFaults(level, repertoire, [...all], []);
    const byEye = level.faults.filter(({ fault }) => !settled.has(fault)).map(({ fault }) => taken(fault, 2));
    const noted = seenAt('top', byEye, [], level, repertoire, []).map(({ fault }) => fault);
    expect([...settled, ...noted].sort()).toEqual(level.faults.map(({ fault }) => fault).sort());
  }
  expect(looks.length).toBeGreaterThan(140);
});

test('every level has a side to look from: those from which a picture measures, else all, by eye', () => {
  const teaser = entry(repertoire.exercises, 'teaser');
  expect(looksAt(teaser, 1).map(({ view }) => [view, isMeasuredFrom(teaser, view)])).toEqual([['side', true]]);
  const upStretch = entry(repertoire.exercises, 'upStretch');
  expect(looksAt(upStretch, 1).map(({ view }) => [view, isMeasuredFrom(upStretch, view)])).toEqual([['side', false]]);
  for (const exercise of repertoire.exercises)
    for (const { number } of exercise.levels)
      expect([exercise.id, looksAt(exercise, number)]).not.toEqual([exercise.id, []]);
});
