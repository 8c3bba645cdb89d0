import { repertoire } from '@/repertoire';
import { factsOfPhase } from './facts';
import { entry, levelOf } from './find';
import { noLoad } from './load-tags';
import type { Pose } from '../body/pose';

const level = (exercise: string, number: number) => levelOf(entry(repertoire.exercises, exercise), number);

// What a teacher sees, written down by hand: trunk, whether it moves, head, eyes, feet, hands.
test.each([
  ['legFloat', 2, 'onBack', 'held', 'down', 'ceiling', 'mat air', 'bySides bySides'],
  ['march', 5, 'onBack', 'held', 'down', 'ceiling', 'air air', 'bySides bySides'],
  ['legSlide', 1, 'onBack', 'held', 'down', 'ceiling', 'mat mat', 'bySides bySides'],
  ['legSlide', 2, 'onBack', 'held', 'down', 'ceiling', 'mat roller', 'bySides bySides'],
  ['legSlide', 3, 'onBack', 'held', 'down', 'ceiling', 'ball ball', 'bySides bySides'],
  ['legCircle', 5, 'onBack', 'held', 'down', 'ceiling', 'long air', 'bySides bySides'],
  ['feetInStraps', 2, 'onBack', 'held', 'down', 'ceiling', 'straps straps', 'bySides bySides'],
  ['footwork', 1, 'onBack', 'held', 'down', 'ceiling', 'bar bar', 'bySides bySides'],
  ['headFloat', 2, 'onBack', 'curls', 'carriedByHands', 'thighs', 'mat mat', 'behindHead behindHead'],
  ['singleLegStretch', 4, 'onBack', 'held', 'up', 'thighs', 'air air', 'onLeg onLeg'],
  ['crissCross', 2, 'onBack', 'turns', 'carriedByHands', 'thighs', 'air air', 'behindHead behindHead'],
  ['rollUp', 5, 'sitting', 'rolls', 'up', 'thighs', 'long long', 'free free'],
  ['rollOver', 2, 'inverted', 'rolls', 'down', 'thighs', 'air air', 'bySides bySides'],
  ['rollingBack', 2, 'inverted', 'rolls', 'up', 'thighs', 'air air', 'onLeg onLeg'],
  ['teaser', 4, 'rolled', 'rolls', 'up', 'thighs', 'air air', 'free free'],
  ['neckPull', 2, 'sitting', 'rolls', 'carriedByHands', 'thighs', 'long long', 'behindHead behindHead'],
  ['bridgeNeutral', 2, 'bridged', 'held', 'down', 'ceiling', 'mat mat', 'bySides bySides'],
  ['bridgeArticulated', 1, 'bridged', 'curls', 'down', 'ceiling', 'mat mat', 'bySides bySides'],
  ['armLegReach', 4, 'handsAndKnees', 'held', 'up', 'floorBetweenHands', 'knee air', 'free carriesFlat'],
  ['armLegReach', 2, 'handsAndKnees', 'held', 'up', 'floorBetweenHands', 'knee toes', 'carriesFlat carriesFlat'],
  ['frontSupportHold', 2, 'plank', 'held', 'up', 'floorAheadOfHands', 'long long', 'carriesFlat carriesFlat'],
  ['swanPrep', 2, 'onFront', 'arches', 'up', 'floor', 'long long', 'restsFlat restsFlat'],
  ['swanPrep', 3, 'onFront', 'arches', 'up', 'floor', 'long long', 'carriesFlat carriesFlat'],
  ['sideLegLift', 1, 'onSide', 'held', 'downOnSupport', 'ahead', 'long air', 'bySides bySides'],
  ['spineStretch', 2, 'sitting', 'curls', 'hanging', 'thighs', 'long long', 'onLeg onLeg'],
  ['mermaid', 2, 'sitting', 'bends', 'upright', 'ahead', 'mat mat', 'free restsFlat'],
  ['rollDownStanding', 2, 'standing', 'curls', 'hanging', 'thighs', 'mat mat', 'free free'],
  ['armSprings', 1, 'onBack', 'held', 'down', 'ceiling', 'mat mat', 'apparatus apparatus'],
  ['seatedPress', 1, 'sitting', 'held', 'upright', 'ahead', 'pedal pedal', 'bySides bySides'],
] as const)('%s, level %d, at its top', (exercise, number, trunk, trunkMoves, head, gaze, feet, hands) => {
  const facts = factsOfPhase(level(exercise, number));
  expect([facts.trunk, facts.trunkMoves, facts.head, facts.gaze]).toEqual([trunk, trunkMoves, head, gaze]);
  expect(`${facts.feet.left} ${facts.feet.right}`).toBe(feet);
  expect(`${facts.hands.left} ${facts.hands.right}`).toBe(hands);
});

test('a moment has its own facts: a teaser lies down before it balances, a roll-up is rolled half-way', () => {
  expect(factsOfPhase(level('teaser', 4), 'start')).toMatchObject({ trunk: 'onBack', head: 'down', gaze: 'ceiling' });
  expect(factsOfPhase(level('rollUp', 5), 'out')).toMatchObject({ trunk: 'rolled', head: 'up' });
  expect(factsOfPhase(level('rollUp', 5), 'start')).toMatchObject({ trunk: 'onBack', head: 'down' });
});

test('which legs move, one after the other or alone', () => {
  expect(factsOfPhase(level('legFloat', 2)).moves).toBe('right');
  expect(factsOfPhase(level('march', 4)).moves).toBe('both');
  expect(factsOfPhase(level('kneeFloat', 3)).moves).toBe('left');
  expect(factsOfPhase(level('headFloat', 2)).moves).toBe('none');
  const march = level('march', 4);
  expect(factsOfPhase(march, 'out').feet).toMatchObject({ onMat: 'one', left: 'mat', right: 'air' });
  expect(factsOfPhase(march, 'back').feet).toMatchObject({ onMat: 'one', left: 'air', right: 'mat' });
});

test('knees: side by side or apart, bent or long', () => {
  expect(factsOfPhase(level('bridgeNeutral', 2)).knees).toEqual({
    ...{ together: true, alike: true },
    ...{ left: 'bent', right: 'bent' },
  });
  expect(factsOfPhase(level('legFloat', 2)).knees).toMatchObject({ together: false, alike: false });
  expect(factsOfPhase(level('lowerLift', 2)).knees).toMatchObject({ left: 'long', right: 'long' });
  expect(factsOfPhase(level('rollOver', 3)).knees).toMatchObject({ together: false, alike: true });
  // Both in the air, one long and one bent: each its own.
  expect(factsOfPhase(level('singleLegStretch', 4)).knees).toMatchObject({ alike: false, left: 'bent', right: 'long' });
});

test('something moves: a leg, the trunk, an arm by more than a beat; breathing and beats are stillness', () => {
  const isMoving = (exercise: string, number: number) => factsOfPhase(level(exercise, number)).isMoving;
  expect(isMoving('legFloat', 1)).toBe(true);
  expect(isMoving('headFloat', 2)).toBe(true); // no leg: the trunk curls
  expect(isMoving('armSprings', 1)).toBe(true); // neither leg nor trunk: the arms
  expect(isMoving('neutralCheck', 1)).toBe(false);
  const arms = (from: number, to: number) => {
    const reach = (liftDeg: number) => ({ kind: 'reaching', liftDeg }) as const;
    const pose = (left: number, right: number): Pose => ({
      ...{ left: { kind: 'footDown' }, right: { kind: 'footDown' } },
      ...{ leftArm: reach(left), rightArm: reach(right) },
    });
    const moves = (top: Pose) => factsOfPhase({ start: pose(from, from), top, load: noLoad }).isMoving;
    return [moves(pose(to, from)), moves(pose(from, to))];
  };
  expect(arms(10, 29)).toEqual([false, false]);
  expect(arms(10, 30)).toEqual([true, true]);
});

test('a skull on a support looks at the ceiling as one on the mat does', () => {
  const lying: Pose = { left: { kind: 'footDown' }, right: { kind: 'footDown' }, headSupportMm: 40 };
  for (const headSupportMm of [40, 80])
    expect(factsOfPhase({ top: { ...lying, headSupportMm }, load: noLoad })).toMatchObject({
      head: 'downOnSupport',
      gaze: 'ceiling',
    });
});
