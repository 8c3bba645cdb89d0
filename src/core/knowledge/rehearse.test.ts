import { phases } from '../anatomy/positions';
import { entry, levelOf } from './find';
import { watchedAt } from './fits';
import { rehearse } from './rehearse';
import { areAlike, falselyOut, outcomeOf } from './rehearse-check';
import { rehearseFromNames } from './rehearse-input';
import { resolveStances } from './stances';
import type { Result } from '../result';
import { repertoire } from '@/repertoire';
import type { Repertoire } from './entries';

// The product judges its own drawings. `npm run rehearse` does all of them; here the tops of all levels, and a sample of faults.
const unwrap = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const inSchool = (school: string) => unwrap(resolveStances(repertoire, school));
const asked = (more: object) =>
  unwrap(rehearseFromNames({ exercise: 'legFloat', level: 1, phase: 'hold' as const, ...more }, repertoire));

test.each(repertoire.schools.map(({ id }) => id))(
  '%s: no level drawn clean is told of a fault at its top',
  (school) => {
    const stances = inSchool(school);
    const wrong = repertoire.exercises.flatMap((exercise) =>
      exercise.levels.flatMap((level) =>
        falselyOut(unwrap(rehearse(repertoire, { exercise, level, phase: 'hold', stances }))).map(
          ({ fault, measure, value }) => `${exercise.id} ${level.number}: ${fault} by ${measure} ${value}`,
        ),
      ),
    );
    expect(wrong).toEqual([]);
  },
);

test('a fault two tolerances out leads, on its own side, or is one for the eye', () => {
  const all = repertoire.exercises.flatMap((exercise) =>
    exercise.levels.flatMap((level) =>
      watchedAt(repertoire, exercise, level.number).faults.flatMap(({ fault, phases: when }) =>
        when.map((phase) => ({ exercise, level, phase, fault })),
      ),
    ),
  );
  const found = all
    .filter((_, i) => i % 23 === 7)
    .map(({ exercise, level, phase, fault: id }, i) => {
      const side = i % 2 === 0 ? ('L' as const) : ('R' as const);
      const school = repertoire.schools[i % repertoire.schools.length]?.id ?? '';
      const stances = inSchool(school);
      const seen = unwrap(
        rehearse(repertoire, { exercise, level, phase, stances, fault: { id, side, tolerances: 2 } }),
      );
      return {
        what: `${school} ${exercise.id} ${level.number} ${phase} ${id} ${side}`,
        is: outcomeOf(seen, { id, side }),
      };
    });
  expect(found.filter(({ is }) => is === 'missed' || is === 'wrongSide')).toEqual([]);
  expect(found.filter(({ is }) => is === 'first').length).toBeGreaterThan(found.length / 3);
});

describe('one at a time', () => {
  const leading = (seen: ReturnType<typeof asked>, view: string) =>
    seen.views.find((one) => one.view === view)?.findings[0];

  test('an arch two tolerances beyond +5° is seen at +15°, a roll to the right beyond 4° at −12°, and nothing else first', () => {
    const arch = leading(asked({ fault: { id: 'arch', tolerances: 2 } }), 'side');
    expect(arch).toMatchObject({ fault: 'arch', verdict: 'out', severity: 'marked', excess: expect.closeTo(10, 0) });
    expect(arch?.value).toBeCloseTo(15, 0);
    const roll = leading(asked({ fault: { id: 'roll', tolerances: 2, side: 'R' } }), 'foot');
    expect(roll).toMatchObject({ fault: 'roll', verdict: 'out', side: 'R' });
    expect(roll?.value).toBeCloseTo(-12, 0);
    expect(leading(asked({ fault: { id: 'roll', tolerances: 2, side: 'L' } }), 'foot')?.side).toBe('L');
  });
  test('a hand at the neck and held breath are for the eye', () => {
    const curl = { exercise: 'headFloat', level: 1 };
    expect(asked(curl).byEye).toEqual(expect.arrayContaining(['breathHeld', 'neckPulled']));
    expect(asked({ ...curl, fault: { id: 'breathHeld', tolerances: 2 } }).byEye).toContain('breathHeld');
  });
  test('an imprint is level where a school wants it, and a tuck where it does not', () => {
    const both = { exercise: 'march', level: 4 };
    const tilt = (school: string) =>
      asked({ ...both, school }).views.find(({ view }) => view === 'side')?.measures.pelvicTilt?.value;
    expect(tilt('gradedImprint')).toBeCloseTo(-8, 0);
    expect(Math.abs(tilt('evenKeel') ?? NaN)).toBeLessThan(3);
  });
  test('one view is rehearsed alone', () =>
    expect(asked({ view: 'foot' }).views.map(({ view }) => view)).toEqual(['foot']));
});

test('a pose that its target contradicts is found out', () => {
  const bridge = entry(repertoire.exercises, 'bridgeNeutral');
  const level = bridge.levels[1];
  if (!level) throw new Error('no level');
  const bent = { ...level, top: { ...level.top, trunkDeg: -40 } };
  const changed: Repertoire = {
    ...repertoire,
    exercises: repertoire.exercises.map((one) => (one === bridge ? { ...bridge, levels: [bent] } : one)),
  };
  const stances = inSchool('evenKeel');
  const exercise = entry(changed.exercises, 'bridgeNeutral');
  const seen = phases.flatMap((phase) =>
    falselyOut(unwrap(rehearse(changed, { exercise, level: bent, phase, stances }))).map(({ fault }) => fault),
  );
  expect(seen).toContain('overArch');
});

test('what a rehearsal is held against', () => {
  expect([areAlike('tuck', 'tailboneUp'), areAlike('hike', 'shift'), areAlike('arch', 'flare')]).toEqual([
    true,
    true,
    false,
  ]);
  const finding = {
    ...{ measure: 'pelvicRoll', probability: 1, excess: 8, safety: false, why: '', value: -12, se: 1 },
    ...{ fault: 'roll', verdict: 'out' as const, side: 'R' as const },
  };
  const seen = { views: [{ view: 'foot' as const, measures: {}, findings: [finding] }], byEye: ['flare'] };
  const outcome = (id: string, side: 'L' | 'R') => outcomeOf(seen, { id, side });
  expect([
    outcome('roll', 'R'),
    outcome('roll', 'L'),
    outcome('hike', 'L'),
    outcome('tuck', 'R'),
    outcome('flare', 'R'),
  ]).toEqual(['first', 'wrongSide', 'first', 'missed', 'byEye']);
});

test.each([
  [{ exercise: 'legFlaot' }, 'exercise'],
  [{ level: 90 }, 'level'],
  [{ school: 'none' }, 'school'],
  [{ view: 'above' as const }, 'view'],
  [{ fault: { id: 'arhc', tolerances: 2 } }, 'fault.id'],
])('refuses %j at %s', (wrong, path) => {
  const input = { exercise: 'legFloat', level: 1, phase: 'hold' as const, ...wrong };
  expect(rehearseFromNames(input, repertoire)).toMatchObject({ ok: false, error: { path } });
});

test('shoulders that creep up alike are told from the front, of neither side', () => {
  const exercise = entry(repertoire.exercises, 'standKneeLift');
  const asking = {
    exercise,
    level: levelOf(exercise, 1),
    phase: 'hold',
    view: 'front',
    stances: inSchool('evenKeel'),
  } as const;
  const { views } = unwrap(rehearse(repertoire, { ...asking, fault: { id: 'shouldersUp', tolerances: 2, side: 'L' } }));
  const [first] = views[0]?.findings ?? [];
  expect([first?.fault, first?.verdict, first?.side]).toEqual(['shouldersUp', 'out', undefined]);
});
