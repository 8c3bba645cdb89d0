import { entry } from '@/core/knowledge/find';
import { factsOfPhase } from '@/core/knowledge/facts';
import { faultAt, momentOf, watchedAt } from '@/core/knowledge/fits';
import { repertoire } from '.';
import { faultShapes } from './fault-shapes';

/** Every fault that a level watches, with how the trunk rests when it is met. */
const met = repertoire.exercises.flatMap((exercise) =>
  exercise.levels.flatMap((level) =>
    watchedAt(repertoire, exercise, level.number).faults.map(({ fault }) => ({
      fault,
      exercise,
      level: level.number,
      trunk: factsOfPhase(level, momentOf(exercise, fault)).trunk,
    })),
  ),
);
const wordsAt = (exercise: string, level: number, fault: string) => {
  const { seen, why } = faultAt(repertoire, entry(repertoire.exercises, exercise), fault, level);
  return `${seen} ${why}`;
};

test('words for a shape belong to a fault that there is', () => {
  for (const id of Object.keys(faultShapes)) expect(entry(repertoire.faults, id).inShape).toEqual(faultShapes[id]);
});

test('a low back that leaves level is told as it looks there: on hands and knees, in a bridge, tall, balanced, on the front', () => {
  expect(wordsAt('legFloat', 2, 'arch')).toContain('gap under the low back grows');
  expect(wordsAt('armLegReach', 4, 'arch')).toContain('sinks toward the floor');
  expect(wordsAt('teaser', 4, 'arch')).toContain('onto the sit bones');
  expect(wordsAt('swanPrep', 1, 'arch')).toContain('light on the mat');
  expect(wordsAt('sitTall', 1, 'arch')).toContain('front hip bones tip forward');
  expect(wordsAt('bridgeNeutral', 2, 'sag')).toContain('shoulder to knee');
  expect(wordsAt('frontSupportHold', 2, 'sag')).toContain('shoulder to ankle or knee');
});

test('nobody off the mat is told of a gap under the low back, or of a tail on the mat', () => {
  const offTheMat = met.filter(({ trunk }) => trunk !== 'onBack');
  const wrong = offTheMat.filter(({ fault, exercise, level }) =>
    /gap under|Tailbone on the mat|points to the ceiling|under the sacrum/.test(
      `${wordsAt(exercise.id, level, fault)} ${faultAt(repertoire, exercise, fault, level).byEye ?? ''}`,
    ),
  );
  expect(wrong.map(({ fault, exercise, level, trunk }) => `${exercise.id} ${level} ${fault} ${trunk}`)).toEqual([]);
  expect(offTheMat.length).toBeGreaterThan(200);
});
