// The words that entries of the repertoire choose from. Apart from the entries' shapes, so that a light page needs no checking.
export const directions = ['neutral', 'flexion', 'extension', 'sideBend', 'twist', 'articulation'] as const;
export type Direction = (typeof directions)[number];
export const regions = [
  'abdomen',
  'lowBack',
  'upperBack',
  'neck',
  'pelvicFloor',
  'hips',
  'seat',
  'thighs',
  'shoulders',
  'arms',
  'feet',
  'breath',
] as const;
export type Region = (typeof regions)[number];
export const families = [
  'findingTheStart',
  'legsMoving',
  'abdominal',
  'rolling',
  'bridges',
  'handsAndKnees',
  'frontAndSide',
  'upright',
  'apparatus',
] as const;
export type Family = (typeof families)[number];

export const correctionKinds = ['verbal', 'image', 'touch', 'prop', 'modification', 'stepBack'] as const;
export type CorrectionKind = (typeof correctionKinds)[number];

export const causeKinds = [
  'strength',
  'length',
  'awareness',
  'setUp',
  'springs',
  'fatigue',
  'pain',
  'structure',
] as const;

/** What springs do to the one who moves. */
export const springRoles = ['resist', 'support', 'both'] as const;
export type SpringRole = (typeof springRoles)[number];
