// What is asked, in words.
import type { DemandKind } from './moments';

export const demandWords: Readonly<Record<DemandKind, string>> = {
  legs: 'legs on the hips',
  leg: 'free leg on the hip',
  curl: 'head and shoulders on the back',
  trunk: 'trunk on the hips',
  hips: 'span at the hips, of each planted leg',
  shoulders: 'weight on the shoulders',
  turn: 'what turns the pelvis',
  neck: 'weight on neck and shoulders',
  hands: 'weight on each hand',
};

/** What its figures are a share of. */
export const demandUnitOf = (kind: DemandKind): string =>
  kind === 'neck' || kind === 'hands' ? 'in % of body weight' : 'a moment in % of body weight × stature';
