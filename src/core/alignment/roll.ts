// Where an end of the mat, or a phone across both hip bones, shows a roll of the pelvis that reads as tilt from the side.
import { isUpright } from '../anatomy/positions';
import type { Position } from '../anatomy/positions';

/** Lying on the mat or over it on hands, the trunk's line level: upright it is no roll that they show, along a leaning trunk part of it. */
export const showsRoll = (position: Position, trunk: 'level' | 'inclined'): boolean =>
  trunk === 'level' && position !== 'sideLying' && !isUpright(position);
