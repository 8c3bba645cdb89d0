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

/** How a trunk rests at a moment. */
export const trunks = [
  'onBack',
  'onFront',
  'onSide',
  'handsAndKnees',
  'plank',
  'sitting',
  'kneeling',
  'standing',
  'rolled',
  'inverted',
  'bridged',
] as const;
export type TrunkFact = (typeof trunks)[number];

/** Where a body can rest on the mat between two exercises. */
export const restingPlaces = [
  'onBack',
  'onSide',
  'onFront',
  'sitting',
  'handsAndKnees',
  'plank',
  'kneeling',
  'standing',
] as const satisfies readonly TrunkFact[];
export type RestingPlace = (typeof restingPlaces)[number];

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

/** What a correction, or a fault, can need of the body at a moment of a level, in words. */
export const needWords = {
  onBack: 'the body on the back',
  tall: 'a trunk that stays upright',
  headDown: 'the head down',
  headUp: 'the head up',
  lowBackDown: 'the low back on the mat',
  hipsUp: 'the hips off the mat',
  rolledUp: 'a spine that rolls up',
  legUp: 'a leg off the mat',
  legsUp: 'both legs off the mat',
  footDown: 'a foot on the mat',
  feetDown: 'both feet on the mat',
  kneesAlike: 'the knees side by side',
  handsFree: 'the hands free',
  handsBehindHead: 'the hands behind the head',
  handsOnLeg: 'a hand on the leg',
  handsBySides: 'the arms by the sides',
  handsCarry: 'weight on the hands',
  bothHandsCarry: 'both hands on the mat',
  pelvisHeld: 'a pelvis that neither tips nor turns',
  trunkMoves: 'a spine that rolls or curls',
  spineDown: 'a spine that comes down to the mat',
  moves: 'a movement',
  legLong: 'a long leg off the mat',
  legStraight: 'a straight leg',
  kneeLifts: 'a bent knee that lifts',
  tabletop: 'a leg in tabletop',
  handsOffLegs: 'hands that hold no leg',
  plank: 'a plank',
  seatOnMat: 'a seat on the mat',
  carriage: 'a carriage or springs',
  kneeBent: 'a bent knee',
  opens: 'a spine that opens backward',
  trunkHeld: 'a trunk that is held',
  legAlong: 'a straight leg on the mat',
  overShoulders: 'hips that come over the shoulders',
} as const;
export type Need = keyof typeof needWords;
export const needs = keysOf(needWords);

/** Directions and regions as they are said. */
export const directionNames: Readonly<Record<Direction, string>> = {
  neutral: 'neutral',
  flexion: 'bending forward',
  extension: 'bending back',
  sideBend: 'bending aside',
  twist: 'turning',
  articulation: 'bone by bone',
};
export const regionNames: Readonly<Record<Region, string>> = {
  abdomen: 'abdomen',
  lowBack: 'low back',
  upperBack: 'upper back',
  neck: 'neck',
  pelvicFloor: 'pelvic floor',
  hips: 'hips',
  seat: 'seat',
  thighs: 'thighs',
  shoulders: 'shoulders',
  arms: 'arms',
  feet: 'feet',
  breath: 'breath',
};
