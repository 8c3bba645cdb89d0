import type { School, Stance } from '@/core/knowledge/entries';

const level = [-5, 5] as const;
const imprinted = [-12, -4] as const;
const tilts = (interval: readonly [number, number], whenBothLegsUp?: readonly [number, number]) =>
  (['pelvicTilt', 'pelvicTiltPsis', 'pelvicTiltStrip'] as const).map((measure) => ({
    measure,
    interval: [...interval] as [number, number],
    ...(whenBothLegsUp ? { whenBothLegsUp: [...whenBothLegsUp] as [number, number] } : {}),
  }));

export const stances: readonly Stance[] = [
  {
    id: 'supinePelvis',
    name: 'pelvis under leg load, lying on the back',
    choices: [
      { id: 'neutral', name: 'neutral', why: 'Trains the pelvis for upright life.', targets: tilts(level) },
      { id: 'imprint', name: 'imprint', why: 'Protects the low back while strength grows.', targets: tilts(imprinted) },
      {
        id: 'fallback',
        name: 'neutral, imprint as fallback when both legs are up',
        why: 'Neutral while it can be held; a light imprint is welcome once both legs weigh.',
        targets: tilts(level, [-12, 5]),
      },
    ],
  },
  {
    id: 'coreEffort',
    name: 'effort of the trunk before moving',
    choices: [
      { id: 'light', name: 'light, about 3 of 10', why: 'Lasts, and leaves room to breathe.' },
      { id: 'strong', name: 'strong, about 8 of 10', why: 'For long levers, a few repetitions at a time.' },
      { id: 'none', name: 'none, let the trunk yield', why: 'Bracing blocks the spine from moving piece by piece.' },
    ],
  },
  {
    id: 'breathPerRepetition',
    name: 'breath in a repetition',
    choices: [
      { id: 'outOnEffort', name: 'out on effort', why: 'The breath out draws the trunk together when the leg weighs.' },
      { id: 'fixedCounts', name: 'fixed counts', why: 'An even beat carries the flow.' },
      { id: 'pairInPairOut', name: 'a pair in, a pair out', why: 'Calmer once the movement is known.' },
    ],
  },
];

export const schools: readonly School[] = [
  {
    id: 'evenKeel',
    name: 'Even keel',
    about: 'Neutral where it can be held, light effort, breath out on effort.',
    stances: { supinePelvis: 'fallback', coreEffort: 'light', breathPerRepetition: 'outOnEffort' },
  },
  {
    id: 'gradedImprint',
    name: 'Graded imprint',
    about: 'A light imprint whenever the legs weigh, and strict gates between levels.',
    stances: { supinePelvis: 'imprint', coreEffort: 'light', breathPerRepetition: 'outOnEffort' },
  },
  {
    id: 'classicalFlow',
    name: 'Classical flow',
    about: 'Counts and order of the classical mat, strong effort, few repetitions.',
    stances: { supinePelvis: 'imprint', coreEffort: 'strong', breathPerRepetition: 'fixedCounts' },
  },
  {
    id: 'freeSpine',
    name: 'Free spine',
    about: 'No bracing; breath and a spine that moves piece by piece come first.',
    stances: { supinePelvis: 'neutral', coreEffort: 'none', breathPerRepetition: 'outOnEffort' },
  },
];
