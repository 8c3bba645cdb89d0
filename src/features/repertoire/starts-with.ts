/** What the first level of a ladder asks, for narrowing. */
export const startsWithWords = {
  quiet: 'nothing off the floor',
  oneLeg: 'one leg up',
  bothLegs: 'both legs up',
  headUp: 'head up',
  hands: 'weight on the hands',
  upright: 'sitting, kneeling or standing',
} as const;
export type StartsWith = keyof typeof startsWithWords;
