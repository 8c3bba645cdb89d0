import type { Body } from '../body/segments';

/** Acceleration of free fall, m/s². */
export const gravity = 9.81;

/** A moment as % of body weight × stature: what makes bodies of any size comparable (Hof 1996, Gait Posture 4:222–223). */
export const demandPctOf = ({ massKg, heightM }: Pick<Body, 'massKg' | 'heightM'>, momentNm: number): number =>
  (100 * momentNm) / (massKg * gravity * heightM);
