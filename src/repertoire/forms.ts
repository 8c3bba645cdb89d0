// Forms of exercises: other ways of doing a level that is held, with what each asks besides.
import type * as v from 'valibot';
import type { form as shape } from '@/core/knowledge/entries';

type Form = v.InferInput<typeof shape>;

const ringAtAnkles = (levels?: number[]): Form => ({
  id: 'ringAtAnkles',
  name: 'Ring between the ankles',
  change: 'A steady, light press: the inner thighs hold the legs as one.',
  prop: 'ring',
  ...(levels ? { levels } : {}),
});
const ballAtKnees = (levels?: number[]): Form => ({
  id: 'ballBetweenKnees',
  name: 'Ball between the knees',
  change: 'Held, not crushed; the thighs stay side by side.',
  prop: 'smallBall',
  ...(levels ? { levels } : {}),
});
const turns = (levels?: number[]): Form[] => [
  {
    id: 'parallel',
    name: 'Parallel',
    change: 'Kneecap and toes look where the leg goes.',
    ...(levels ? { levels } : {}),
  },
  {
    id: 'turnedOut',
    name: 'Turned out',
    change: 'The thigh turns out in its socket, the pelvis does not follow.',
    load: { also: ['hipTurnedOut'] },
    ...(levels ? { levels } : {}),
  },
  {
    id: 'turnedIn',
    name: 'Turned in',
    change: 'Toes a little toward each other; small, and only while the knee is easy.',
    load: { also: ['hipTurnedIn'] },
    ...(levels ? { levels } : {}),
  },
];
const armsOverhead: Form = {
  id: 'armsOverhead',
  name: 'Arms overhead',
  change: 'Long past the ears as the hips rise: the ribs must stay by themselves.',
  load: { also: ['armsOverhead'] },
};
const handChecks: Form = {
  id: 'handChecks',
  name: 'Hands that check',
  change: 'One hand on the low belly, one in the fold of the hip: flat under the one, soft under the other.',
};

export const forms: Readonly<Record<string, readonly Form[]>> = {
  legFloat: [handChecks],
  kneeFloat: [handChecks],
  legCircle: [
    ...turns([3, 5, 6]),
    {
      id: 'largestHeld',
      name: 'The largest, held',
      change: 'Out to the widest that the pelvis keeps, a breath there, then on.',
      levels: [3, 4, 5, 6],
    },
  ],
  lowBellySeries: [handChecks, ...turns([3, 4])],
  feetInStraps: turns(),
  legSprings: turns(),
  footwork: turns([1, 2, 3]),
  sideLegLift: turns([2]),
  hundred: [
    ringAtAnkles([3, 4]),
    ballAtKnees([2]),
    {
      id: 'bandRoundFeet',
      name: 'Band round the feet',
      change: 'The ends in the hands: the arms beat against it, the legs are lent a little.',
      levels: [3, 4],
      prop: 'elasticBand',
    },
    {
      id: 'armsLift',
      name: 'Arms to upright between',
      change: 'After each breath the arms lift to upright and beat again.',
    },
  ],
  singleLegStretch: [
    {
      id: 'bandRoundFoot',
      name: 'Band round the long foot',
      change: 'The hands hold the ends wide: the leg has something to reach into.',
      levels: [2, 3, 4],
      prop: 'elasticBand',
    },
  ],
  doubleLegStretch: [
    {
      id: 'ringInHands',
      name: 'Ring between the hands',
      change: 'Arms long, a light press: both shoulders do the same.',
      levels: [2],
      prop: 'ring',
    },
    ringAtAnkles([1, 2]),
  ],
  crissCross: [ballAtKnees([2])],
  straightLegSwitch: [
    {
      id: 'bandBehindCalf',
      name: 'Band behind the calf',
      change: 'In place of the hands: the upright leg is met without a pull at the neck.',
      levels: [2],
      prop: 'elasticBand',
    },
  ],
  lowerLift: [ringAtAnkles(), ...turns()],
  rollingBack: [
    {
      id: 'pelvisRocks',
      name: 'First rock the pelvis',
      change:
        'Feet down, hands behind the thighs: a hand back behind the sit bones and up again, nothing higher rolls.',
      levels: [1],
    },
    {
      id: 'handsCrossed',
      name: 'Hands crossed at the ankles',
      change: 'Right hand to the left ankle, left to the right: less to hold on by.',
      levels: [3],
    },
  ],
  bridgeNeutral: [
    armsOverhead,
    {
      id: 'hipTilt',
      name: 'One hip down and up',
      change: 'At the top let one hip sink by a hand and lift it level again; both waists stay as long as they can.',
      levels: [2],
      load: { sideBend: 'light', also: ['oneSided'] },
    },
    {
      id: 'shiftAndDrop',
      name: 'Shift and drop',
      change: 'At the top the hips glide to one side, sink there, and come back up through the middle.',
      levels: [2],
      load: { sideBend: 'light', also: ['oneSided'] },
    },
    {
      id: 'heelsOnBall',
      name: 'Calves on the big ball',
      change: 'The ball keeps still as the hips rise; arms by the sides help as much as they must.',
      levels: [1, 2],
      prop: 'bigBall',
      load: { balance: true },
    },
  ],
  bridgeArticulated: [
    armsOverhead,
    {
      id: 'oneSideDown',
      name: 'Down along one side',
      change: 'Up through the middle, down along one side of the spine; then along the other.',
      levels: [1, 2],
      load: { sideBend: 'light', also: ['oneSided'] },
    },
  ],
  armLegReach: [
    {
      id: 'armToSide',
      name: 'Arm to the side',
      change: 'The arm goes out at the height of the shoulder in place of ahead; the chest stays square.',
      levels: [4],
    },
  ],
};
