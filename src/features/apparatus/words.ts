import type { SpringApparatus } from '@/core/springs/apparatus';

export const kindNames: Readonly<Record<SpringApparatus, string>> = {
  reformer: 'Reformer',
  trapezeTable: 'Trapeze table',
  chair: 'Chair',
};

/** Whole centimetres of a length in m. */
export const cm = (metres: number): string => `${Math.round(metres * 100)} cm`;
