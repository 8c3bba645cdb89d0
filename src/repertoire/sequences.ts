// Orders that ship with the product. A session is composed from them or freely.
import type { Sequence } from '@/core/knowledge/entries';

export const sequences: readonly Sequence[] = [
  {
    id: 'classicalMat',
    name: 'Order of the classical mat',
    about: 'One after another, short transitions; for those who hold each of them cleanly.',
    exercises: [
      'hundred',
      'rollUp',
      'rollOver',
      'legCircle',
      'rollingBack',
      'singleLegStretch',
      'doubleLegStretch',
      'straightLegSwitch',
      'lowerLift',
      'crissCross',
      'spineStretch',
      'openLegRocker',
      'saw',
      'swanPrep',
      'neckPull',
      'bridgeNeutral',
      'sideLegLift',
      'teaser',
      'swimming',
      'frontSupportHold',
      'mermaid',
    ],
  },
  {
    id: 'abdominalFive',
    name: 'The abdominal family of five',
    about: 'Five in a row, the trunk held, a rest for the head whenever it asks.',
    exercises: ['singleLegStretch', 'doubleLegStretch', 'straightLegSwitch', 'lowerLift', 'crissCross'],
  },
  {
    id: 'beginnersEight',
    name: 'Beginners’ eight',
    about: 'The start of everything, in about half an hour.',
    exercises: [
      'neutralCheck',
      'breathingSides',
      'imprintRelease',
      'pelvicRock',
      'legFloat',
      'legSlide',
      'bridgeNeutral',
      'armLegReach',
    ],
  },
];
