import { keysOf } from '../keyed';

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

/** What a correction can need, each with what is said where the level does not have it. */
export const needWords = {
  onBack: 'It needs the body on the back.',
  tall: 'It needs a trunk that stays upright.',
  headDown: 'It needs the head down.',
  headUp: 'It needs the head up.',
  lowBackDown: 'It needs the low back on the mat.',
  hipsUp: 'It needs the hips off the mat.',
  rolledUp: 'It needs a spine that rolls up.',
  legUp: 'It needs a leg off the mat.',
  legsUp: 'It needs both legs off the mat.',
  footDown: 'It needs a foot on the mat.',
  feetDown: 'It needs both feet on the mat.',
  kneesAlike: 'It needs the knees side by side.',
  handsFree: 'It needs the hands free.',
  handsBehindHead: 'It needs the hands behind the head.',
  handsCarry: 'It needs weight on the hands.',
  trunkMoves: 'It needs a spine that rolls or curls.',
} as const;
export type Need = keyof typeof needWords;
export const needs = keysOf(needWords);
