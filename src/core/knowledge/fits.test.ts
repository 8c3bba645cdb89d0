import { repertoire } from '@/repertoire';
import { rankCorrections } from '../corrections/rank';
import { entry, levelOf } from './find';
import { factsOf, fitsSomewhere, whyUnfit } from './fits';
import type { Need } from './kinds';

const facts = (exercise: string, level: number): Need[] =>
  [...factsOf(levelOf(entry(repertoire.exercises, exercise), level))].sort();

// What a teacher sees at the top of each, written down by hand.
test.each([
  ['legFloat', 2, ['footDown', 'handsFree', 'headDown', 'legUp', 'lowBackDown', 'onBack']],
  ['march', 5, ['handsFree', 'headDown', 'kneesAlike', 'legUp', 'legsUp', 'lowBackDown', 'onBack']],
  [
    'headFloat',
    2,
    ['feetDown', 'footDown', 'handsBehindHead', 'headUp', 'kneesAlike', 'lowBackDown', 'onBack', 'trunkMoves'],
  ],
  ['bridgeNeutral', 1, ['feetDown', 'footDown', 'handsFree', 'headDown', 'hipsUp', 'kneesAlike', 'onBack']],
  ['rollOver', 2, ['handsFree', 'headDown', 'hipsUp', 'kneesAlike', 'legUp', 'legsUp', 'onBack', 'trunkMoves']],
  ['rollUp', 5, ['handsFree', 'headUp', 'kneesAlike', 'onBack', 'rolledUp', 'trunkMoves']],
  ['footwork', 1, ['handsFree', 'headDown', 'kneesAlike', 'lowBackDown', 'onBack']],
  ['feetInStraps', 2, ['handsFree', 'headDown', 'kneesAlike', 'legUp', 'lowBackDown', 'onBack']],
  ['armSprings', 1, ['feetDown', 'footDown', 'headDown', 'kneesAlike', 'lowBackDown', 'onBack']],
  ['armLegReach', 4, ['handsCarry', 'headUp', 'legUp']],
  ['sitTall', 1, ['feetDown', 'footDown', 'handsFree', 'headUp', 'kneesAlike', 'tall']],
  ['spineStretch', 2, ['handsFree', 'headUp', 'kneesAlike', 'trunkMoves']],
] as const)('%s, level %d', (exercise, level, wanted) => expect(facts(exercise, level)).toEqual(wanted));

test('what a level lacks is said; what needs nothing fits everywhere', () => {
  const bridge = levelOf(entry(repertoire.exercises, 'bridgeNeutral'), 2);
  expect(whyUnfit({ needs: ['headDown', 'lowBackDown'] }, bridge)).toBe('It needs the low back on the mat.');
  expect(whyUnfit({}, bridge)).toBeUndefined();
  expect(fitsSomewhere({ needs: ['legUp'] }, entry(repertoire.exercises, 'bridgeNeutral').levels)).toBe(true);
  expect(fitsSomewhere({ needs: ['tall'] }, entry(repertoire.exercises, 'bridgeNeutral').levels)).toBe(false);
});

describe('over the whole repertoire', () => {
  const props = repertoire.props.map(({ id }) => id);
  const offers = repertoire.exercises.flatMap((exercise) =>
    exercise.levels.flatMap((level) =>
      exercise.faults.map(({ fault }) => {
        const context = { exercise: exercise.id, level: level.number, fault, history: [], conditions: [], props };
        const { options } = rankCorrections(repertoire, { ...context, touchConsent: true });
        const says = options.map(({ correction }) => entry(repertoire.corrections, correction).say);
        return { where: `${exercise.id} ${level.number} ${fault}`, facts: factsOf(level), says };
      }),
    ),
  );
  /** Where something is said to a body that has not, or has, what is named. */
  const said = (words: RegExp, wrong: (facts: ReadonlySet<Need>) => boolean) =>
    offers.filter((one) => wrong(one.facts) && one.says.some((say) => words.test(say))).map(({ where }) => where);

  test('something is left to try against every watched fault of every level', () =>
    expect(offers.filter(({ says }) => says.length < 2).map(({ where }) => where)).toEqual([]));
  test('nobody is told to let the knee come, or of a hollow under the back, with the hips off the mat', () =>
    expect(
      said(/knee come|under your low back|on the roll|Low back as it was/, (has) => !has.has('lowBackDown')),
    ).toEqual([]));
  test('nobody whose head is up rests it in the towel, or looks at the ceiling; nobody whose head is down puts it down', () => {
    expect(said(/towel carry|ceiling right above|fold less/, (has) => !has.has('headDown'))).toEqual([]);
    expect(said(/^Head down/, (has) => !has.has('headUp') || !has.has('onBack'))).toEqual([]);
  });
  test('nobody who bends, lies, or is on hands is sent to the far bank', () =>
    expect(said(/far bank|look out along/, (has) => !has.has('tall'))).toEqual([]));
  test('nobody without a leg in the air is spoken to of it', () =>
    expect(said(/Legs a hand higher|lifted leg|standing foot as the other/, (has) => !has.has('legUp'))).toEqual([]));
});
