import { repertoire } from '@/repertoire';
import { rankCorrections } from '../corrections/rank';
import { entry, levelOf } from './find';
import { factsOfPhase } from './facts';
import { factsOf, fitsSomewhere, setUpAt, watchedAt, whyUnfit } from './fits';
import { noLoad } from './load-tags';
import type { Need } from './kinds';

const facts = (exercise: string, level: number): Need[] =>
  [...factsOf(levelOf(entry(repertoire.exercises, exercise), level))].sort();

const shape: readonly Need[] = [
  ...(['onBack', 'tall', 'headDown', 'headUp', 'lowBackDown', 'hipsUp', 'rolledUp', 'trunkMoves'] as const),
  ...(['legUp', 'legsUp', 'footDown', 'feetDown', 'kneesAlike'] as const),
  ...(['handsFree', 'handsBehindHead', 'handsCarry'] as const),
];

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
  ['spineStretch', 2, ['headUp', 'kneesAlike', 'trunkMoves']],
] as const)('%s, level %d', (exercise, level, wanted) =>
  expect(facts(exercise, level).filter((need) => shape.includes(need))).toEqual(wanted),
);

// Each need once where it is met and once where it is not.
test.each([
  ['spineDown', 'rollUp 5', 'crissCross 2'],
  ['moves', 'legFloat 2', 'hundred 1'],
  ['legLong', 'lowerLift 1', 'march 3'],
  ['legStraight', 'spineStretch 2', 'spineStretch 1'],
  ['legAlong', 'rollUp 5', 'lowerLift 1'],
  ['legAlong', 'rollUp 5', 'legFloat 2'], // a foot stands there, under a bent knee
  ['kneeLifts', 'march 3', 'legCircle 1'],
  ['tabletop', 'crissCross 2', 'march 1'],
  ['tabletop', 'march 5', 'standKneeLift 2'], // as high, but standing
  ['kneeBent', 'frontSupportHold 3', 'frontSupportHold 2'],
  ['handsOffLegs', 'headFloat 2', 'singleLegStretch 4'],
  ['plank', 'frontSupportHold 2', 'armLegReach 3'],
  ['seatOnMat', 'saw 1', 'seatedPress 1'],
  ['carriage', 'footwork 1', 'march 1'],
  ['opens', 'snake 2', 'snake 1'],
  ['trunkHeld', 'sitTall 1', 'mermaid 1'],
  ['pelvisHeld', 'march 3', 'rollUp 5'],
  ['pelvisHeld', 'bridgeNeutral 2', 'bridgeArticulated 2'], // it rises level, or it curls
  ['bothHandsCarry', 'armLegReach 3', 'armLegReach 4'],
  ['bothHandsCarry', 'frontSupportHold 2', 'longStretch 1'], // there a bar is held
  ['handsOnLeg', 'singleLegStretch 4', 'singleLegStretch 1'],
  ['handsOnLeg', 'rollUp 1', 'rollUp 5'], // behind the thighs, else forward
  ['handsOnLeg', 'openLegRocker 1', 'teaser 4'],
  ['trunkMoves', 'rollingBack 2', 'rollingBack 1'], // there it only balances
  ['handsBySides', 'bridgeArticulated 1', 'bridgeArticulated 2'],
  ['overShoulders', 'rollingBack 2', 'rollingBack 1'],
] as const)('%s: %s, and not %s', (need, met, not) => {
  const at = (where: string) => {
    const [exercise = '', level] = where.split(' ');
    return facts(exercise, Number(level));
  };
  expect(at(met)).toContain(need);
  expect(at(not)).not.toContain(need);
});

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
      watchedAt(repertoire, exercise, level.number).faults.map(({ fault }) => {
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
  test('nobody without tabletop is told of a shelf, without springs of a carriage, without long legs of a heel that reaches', () => {
    expect(said(/shelf|above the hip/, (has) => !has.has('tabletop'))).toEqual([]);
    expect(said(/Bring it home|carriage|spring/, (has) => !has.has('carriage'))).toEqual([]);
    expect(said(/far wall|legs go on that breath/, (has) => !has.has('legLong'))).toEqual([]);
  });
  test('nobody who lies or sits still is told to go half as far', () =>
    expect(said(/Half as far/, (has) => !has.has('moves'))).toEqual([]));
});

describe('faults that a level can show', () => {
  const faults = (exercise: string, level: number) =>
    watchedAt(repertoire, entry(repertoire.exercises, exercise), level).faults.map(({ fault }) => fault);
  test('nothing pulls at a head that lies on the mat, nor is tabletop lost with both feet down', () => {
    expect(faults('singleLegStretch', 1)).not.toEqual(expect.arrayContaining(['neckPulled']));
    for (const fault of ['neckPulled', 'throatLeads', 'tabletopLost', 'armsPull'])
      expect(faults('singleLegStretch', 1)).not.toContain(fault);
    expect(faults('singleLegStretch', 2)).toContain('neckPulled'); // the hands carry the head
    expect(faults('singleLegStretch', 4)).toEqual(expect.arrayContaining(['armsPull', 'throatLeads']));
    expect(faults('singleLegStretch', 4)).not.toContain('neckPulled'); // the hands are on the leg
    expect(faults('march', 1)).not.toContain('tabletopLost');
    expect(faults('march', 3)).toContain('tabletopLost');
  });
  test('a balance that only unfolds a leg has no flat spot; the rocker has', () => {
    expect(faults('openLegRocker', 1)).not.toContain('flatSpot');
    expect(faults('openLegRocker', 2)).toContain('flatSpot');
  });
  test('every fault that an exercise watches can be met at one of its levels', () => {
    for (const exercise of repertoire.exercises) {
      const met = new Set(exercise.levels.flatMap(({ number }) => faults(exercise.id, number)));
      expect([exercise.id, exercise.faults.map(({ fault }) => fault).filter((one) => !met.has(one))]).toEqual([
        exercise.id,
        [],
      ]);
    }
  });
});

describe('set-up checks', () => {
  const checks = (exercise: string, level: number): string =>
    setUpAt(entry(repertoire.exercises, exercise), level)
      .map(({ check }) => check)
      .join(' ');
  test('are those of how the level starts: sitting, lying, balanced, standing', () => {
    expect(checks('rollUp', 1)).toContain('both sit bones');
    expect(checks('rollUp', 5)).toContain('Back of the skull heavy');
    expect(checks('rollingBack', 2)).toContain('just behind the sit bones');
    expect(checks('rollOver', 2)).not.toContain('sit bones');
    expect(checks('poleTest', 2)).toContain('Ears above the shoulders');
    expect(checks('frontSupportHold', 1)).toContain('before the knees leave');
    expect(checks('longStretch', 1)).not.toContain('knees leave');
  });
  test('of every level are there for pelvis, ribs and head alike, each block once or for what it carries', () => {
    for (const exercise of repertoire.exercises)
      for (const { number, start, top } of exercise.levels) {
        const { trunk } = factsOfPhase({ top, load: noLoad, ...(start ? { start } : {}) }, 'start');
        const own = setUpAt(exercise, number);
        const lies = ['onBack', 'onFront', 'bridged'].includes(trunk);
        const where = `${exercise.id} ${number} ${trunk}`;
        expect([where, own.length >= 3, new Set(own.map(({ check }) => check)).size]).toEqual([
          where,
          true,
          own.length,
        ]);
        if (lies) expect([where, own.some(({ check }) => /sit bones|Ears above/.test(check))]).toEqual([where, false]);
        else expect([where, own.some(({ check }) => /skull heavy/.test(check))]).toEqual([where, false]);
      }
  });
});
