import type { Position, View } from '@/core/anatomy/positions';

/** Where to stand or set the camera. */
export const fromWhere: Readonly<Record<View, string>> = {
  side: 'from the side',
  foot: 'from the foot end',
  head: 'from the head end',
  above: 'from above',
  front: 'from the front',
  behind: 'from behind',
};

export const positionNames: Readonly<Record<Position, string>> = {
  supine: 'on the back',
  prone: 'on the front',
  sideLying: 'on the side',
  fourPoint: 'on hands and knees',
  frontSupport: 'in front support',
  sitting: 'sitting',
  kneeling: 'kneeling',
  standing: 'standing',
};

export const apparatusNames = {
  mat: 'mat',
  reformer: 'reformer',
  trapezeTable: 'trapeze table',
  chair: 'chair',
} as const;

/** `130 %`. */
export const percentText = (share: number): string => `${Math.round(100 * share)} %`;
