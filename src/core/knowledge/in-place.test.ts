import { repertoire } from '@/repertoire';
import { entry, levelOf } from './find';
import { isPropInPlace, propPlaced, wordsInPlace } from './in-place';

const level = (exercise: string, number: number) => levelOf(entry(repertoire.exercises, exercise), number);
const words = (exercise: string, number: number) => wordsInPlace(repertoire.props, level(exercise, number));

test.each([
  ['legSlide', 1, ['slip cloth under the right foot']],
  ['legSlide', 2, ['roller under the right heel']],
  ['rollUp', 3, ['strap or belt from the foot to the hands']],
  ['legSlide', 3, ['big ball under the calves']],
  ['rollUp', 5, []],
  ['poleTest', 1, ['long pole along the back']],
] as const)('%s %i: %j', (exercise, number, said) => expect(words(exercise, number)).toEqual(said));

test('a prop is in place where it is drawn so, not where another of its form lies elsewhere', () => {
  expect(isPropInPlace('slipCloth', repertoire.props, level('legSlide', 1))).toBe(true);
  expect(isPropInPlace('thinPad', repertoire.props, level('legSlide', 1))).toBe(false); // a pad too, but under the low back
  expect(isPropInPlace('slipCloth', repertoire.props, level('legSlide', 2))).toBe(false);
});
test('every prop that a level is drawn with is one that the repertoire tells of', () => {
  const unknown = repertoire.exercises.flatMap(({ id, levels }) =>
    levels.flatMap(({ scene }) =>
      (scene?.props ?? [])
        .filter((one) => !propPlaced(repertoire.props, one))
        .map(({ form, at }) => `${id}: ${form} ${at}`),
    ),
  );
  expect(unknown).toEqual([]);
});
