import { repertoire } from '@/repertoire';
import { conditionsInForce } from './conditions';
import { entry, levelOf } from './find';
import { lookUp } from './lookup';
import { breathInForce, doseInForce, layStances, ownerOf, resolveStances, resolveTargets } from './stances';

const stances = (school?: string, changes?: Record<string, string>) => {
  const result = resolveStances(repertoire, school, changes);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const march = entry(repertoire.exercises, 'march');
const targets = (
  level: number | undefined,
  phase: 'start' | 'out' | 'hold' | 'back',
  school?: string,
  changes?: Record<string, string>,
) => {
  const result = resolveTargets(repertoire, march, level, phase, stances(school, changes));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const tilt = (...args: Parameters<typeof targets>) => targets(...args).find(({ measure }) => measure === 'pelvicTilt');

describe('stances in force', () => {
  test('without a word said, Even keel', () => expect(stances().school.id).toBe('evenKeel'));
  test('a school’s preset says where each choice comes from; a change to it is one’s own', () => {
    const force = stances('classicalFlow', { coreEffort: 'light' });
    expect(force.choices.supinePelvis).toEqual({ choice: 'imprint', from: 'school' });
    expect(force.choices.coreEffort).toEqual({ choice: 'light', from: 'own' });
  });
  test('schools are found by their names as people write them', () => {
    for (const name of ['Graded imprint', 'graded-imprint', 'GRADEDIMPRINT'])
      expect(stances(name).school.id).toBe('gradedImprint');
  });
});

describe('targets in force', () => {
  test('each school asks its own of a pelvis under leg load', () => {
    expect(tilt(3, 'hold', 'evenKeel')?.interval).toEqual([-5, 5]);
    expect(tilt(3, 'hold', 'gradedImprint')?.interval).toEqual([-12, -4]);
    expect(tilt(3, 'hold', 'freeSpine')?.interval).toEqual([-5, 5]);
  });
  test('severity counts in the measure’s own tolerance, whatever the stance', () => {
    expect(tilt(3, 'hold', 'evenKeel')?.tolerance).toBe(5);
    expect(tilt(3, 'hold', 'gradedImprint')?.tolerance).toBe(5);
    expect(tilt(4, 'hold', 'evenKeel')?.tolerance).toBe(5); // −12…+5 with both legs up
  });
  test('each says whose it is', () => {
    expect(tilt(3, 'hold', 'gradedImprint')?.source).toBe('Graded imprint: imprint');
    expect(tilt(3, 'hold', 'gradedImprint', { supinePelvis: 'neutral' })?.source).toBe(
      'Graded imprint, changed: neutral',
    );
  });
  test('before the movement only the face is watched; tabletop from the level that reaches it', () => {
    expect(targets(3, 'start').map(({ measure }) => measure)).toEqual(['faceAngle']);
    expect(targets(2, 'hold').map(({ measure }) => measure)).not.toContain('tabletopError');
    expect(targets(3, 'hold').map(({ measure }) => measure)).toContain('tabletopError');
  });
  test('a level that the exercise does not have is refused with those it has', () => {
    expect(resolveTargets(repertoire, march, 7, 'hold', stances())).toMatchObject({
      ok: false,
      error: { code: 'unknownLevel', message: 'March has levels 1 to 5, not 7', path: 'level' },
    });
  });
});

test('names from outside: by id, by name, loosely; unknown ones are answered with the known', () => {
  expect(lookUp(repertoire.exercises, 'Leg Float', 'exercise', 'exercise')).toMatchObject({
    ok: true,
    value: { id: 'legFloat' },
  });
  expect(lookUp(repertoire.conditions, 'Low back pain now', 'condition', 'c')).toMatchObject({
    ok: true,
    value: { id: 'lowBackPain' },
  });
  expect(lookUp(repertoire.exercises, 'flying', 'exercise', 'exercise')).toMatchObject({
    ok: false,
    error: { message: expect.stringContaining('"flying" is not a known exercise; known: legFloat, march, ') },
  });
});

test('a condition acts until it is cleared', () => {
  expect(
    conditionsInForce([
      { condition: 'neck', clearedOn: null },
      { condition: 'hip', clearedOn: '2026-03-01' },
    ]),
  ).toEqual(['neck']);
});

describe('studio, then client, then exercise', () => {
  const studio = { school: 'evenKeel', stances: { coreEffort: 'strong', foot: 'pointed' } };
  test('the studio’s changes lie over its preset', () =>
    expect(layStances({ studio })).toEqual({
      school: 'evenKeel',
      stances: { coreEffort: 'strong', foot: 'pointed' },
      from: { coreEffort: 'studio', foot: 'studio' },
    }));
  test('a client’s own change goes over the studio’s, one for the exercise over both', () =>
    expect(
      layStances({
        studio,
        client: { school: null, stances: { coreEffort: 'none', legLine: 'turnedOut' } },
        exercise: { legLine: 'parallel' },
      }),
    ).toEqual({
      school: 'evenKeel',
      stances: { coreEffort: 'none', foot: 'pointed', legLine: 'parallel' },
      from: { coreEffort: 'client', foot: 'studio', legLine: 'exercise' },
    }));
  test('a client’s own school replaces the studio’s, changes and all', () =>
    expect(layStances({ studio, client: { school: 'freeSpine', stances: {} } })).toEqual({
      school: 'freeSpine',
      stances: {},
      from: {},
    }));
  test('a target says whose it is, layer by layer', () => {
    const sourceOf = (from: 'studio' | 'client' | 'exercise') => {
      const force = resolveStances(repertoire, 'evenKeel', { supinePelvis: 'imprint' }, { supinePelvis: from });
      if (!force.ok) throw new Error(force.error.message);
      const found = resolveTargets(repertoire, march, 3, 'hold', force.value);
      return found.ok ? found.value.find(({ measure }) => measure === 'pelvicTilt') : undefined;
    };
    expect(sourceOf('studio')).toMatchObject({
      interval: [-12, -4],
      source: 'Even keel, changed by the studio: imprint',
    });
    expect(sourceOf('client')?.source).toBe('Even keel, changed for this client: imprint');
    expect(sourceOf('exercise')?.source).toBe('Even keel, changed for this exercise: imprint');
    expect(ownerOf('school', entry(repertoire.schools, 'freeSpine'))).toBe('Free spine');
  });
  test('a studio’s own tolerance is named as such', () => {
    const own = {
      ...repertoire,
      targets: repertoire.targets.map((target) =>
        target.measure === 'pelvicRoll'
          ? { ...target, interval: [-2, 2] as [number, number], tolerance: 2, own: true as const }
          : target,
      ),
    };
    const found = resolveTargets(own, march, 3, 'hold', stances());
    expect(found.ok && found.value.find(({ measure }) => measure === 'pelvicRoll')).toMatchObject({
      interval: [-2, 2],
      source: 'the studio’s own tolerance',
    });
  });
});

describe('each of the four schools finds its way of working', () => {
  const teaser = entry(repertoire.exercises, 'teaser');
  const curl = entry(repertoire.exercises, 'headFloat');
  const tiltOf = (exercise: typeof teaser, level: number, school: string) => {
    const found = resolveTargets(repertoire, exercise, level, 'hold', stances(school));
    return found.ok ? found.value.find(({ measure }) => measure === 'pelvicTilt')?.interval : undefined;
  };
  test('pelvis in curls, and the low back in balances', () => {
    expect(tiltOf(curl, 2, 'evenKeel')).toEqual([-6, 5]);
    expect(tiltOf(curl, 2, 'gradedImprint')).toEqual([-12, 5]);
    expect(tiltOf(teaser, 4, 'evenKeel')).toEqual([null, -12]);
    expect(tiltOf(teaser, 4, 'classicalFlow')).toEqual([-10, 5]);
    expect(tiltOf(teaser, 4, 'freeSpine')).toEqual([null, -12]);
  });
  test('every school differs from every other on some point, and has a choice on each', () => {
    const { schools, stances: points } = repertoire;
    for (const a of schools) {
      expect(Object.keys(a.stances).sort()).toEqual(points.map(({ id }) => id).sort());
      for (const b of schools)
        if (a.id < b.id) expect(points.some(({ id }) => a.stances[id] !== b.stances[id])).toBe(true);
    }
  });
});

describe('breath and dose follow the stance', () => {
  const stretch = entry(repertoire.exercises, 'singleLegStretch');
  const breath = (school: string, level?: number) => breathInForce(stretch, stances(school), level).name;
  test('the school’s own breath; where it calls for none, the level’s, else the usual one', () => {
    expect(breath('classicalFlow', 5)).toBe('pulled twice');
    expect(breath('freeSpine', 5)).toBe('pair in, pair out');
    // Where each leg is counted, and not yet at full tempo, every school breathes slowly.
    expect(breath('classicalFlow', 3)).toBe('slow');
    expect(breath('evenKeel', 3)).toBe('slow');
    expect(breath('evenKeel', 5)).toBe('pair out, pair in');
    expect(breath('evenKeel')).toBe('slow');
  });
  test('few repetitions where the school asks few', () => {
    const level = levelOf(stretch, 3);
    const footwork = levelOf(entry(repertoire.exercises, 'footwork'), 2);
    expect(doseInForce(footwork, stances('classicalFlow'))).toMatchObject({ repetitions: 5, sides: 1 });
    expect(doseInForce(footwork, stances('evenKeel')).repetitions).toBe(10);
    expect(doseInForce(level, stances('classicalFlow'))).toEqual(level.dose);
  });
});

test('a level breathes its own way: a hold in and out, whatever the school counts; taps out as they go down', () => {
  const breathAt = (exercise: string, level: number, school = 'evenKeel') => {
    const force = resolveStances(repertoire, school);
    if (!force.ok) throw new Error(force.error.message);
    return breathInForce(entry(repertoire.exercises, exercise), force.value, level).pattern;
  };
  for (const { id } of repertoire.schools) expect(breathAt('march', 5, id)).toBe('in 4 hold, out 4 hold');
  expect(breathAt('march', 4, 'classicalFlow')).not.toContain('hold');
  expect(breathAt('frontSupportHold', 1)).toBe('in 4 hold, out 4 hold');
  expect(breathAt('frontSupportHold', 3)).toBe('out 2 tap, in 2 lift');
  expect(breathAt('rollUp', 1)).toContain('roll back'); // half a roll-back is no roll-up
  expect(breathAt('rollUp', 5)).toContain('rise');
});
