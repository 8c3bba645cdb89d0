import type { Units } from '@/core/units';
import type { Position } from '@/core/anatomy/positions';

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

/** In which units bodies are read. */
export const unitChoices: readonly { readonly id: Units; readonly name: string }[] = [
  { id: 'metric', name: 'centimetres and kilograms' },
  { id: 'imperial', name: 'feet, inches and pounds' },
];
