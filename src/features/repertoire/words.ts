import type { CorrectionKind, Family } from '@/core/knowledge/kinds';
import type { OwnState } from '@/core/knowledge/own-entries';

export const familyNames: Readonly<Record<Family, string>> = {
  findingTheStart: 'Finding the start',
  legsMoving: 'Pelvis still, leg moves',
  abdominal: 'Head and legs together',
  rolling: 'Rolling and articulating',
  bridges: 'Bridges',
  handsAndKnees: 'Hands and knees, planks',
  frontAndSide: 'On the front and on the side',
  upright: 'Sitting, kneeling, standing',
  apparatus: 'On springs',
};
export const ownWords: Readonly<Record<OwnState, string>> = {
  new: 'the studio’s own',
  changed: 'changed by the studio',
  same: 'as shipped',
  shippedChanged: 'changed by the studio; the shipped one is newer',
  shippedGone: 'no longer shipped',
};
export const kindNames: Readonly<Record<CorrectionKind, string>> = {
  verbal: 'words',
  image: 'image',
  touch: 'touch',
  prop: 'prop',
  modification: 'change',
  stepBack: 'step back',
};
export const phaseNames = {
  start: 'at the start',
  out: 'on the way out',
  hold: 'at the top',
  back: 'on the way back',
} as const;
