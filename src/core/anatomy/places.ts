// Places on the body, as a client names where she feels something.
/** Where on the body something is felt, front and back, from the head down. */
export const places = [
  'neck',
  'shoulders',
  'upperBack',
  'ribs',
  'arms',
  'abdomen',
  'lowBack',
  'wrists',
  'hipFronts',
  'seat',
  'thighFronts',
  'thighBacks',
  'knees',
  'feet',
] as const;
export type Place = (typeof places)[number];
/** After “in the”. */
export const placeWords: Readonly<Record<Place, string>> = {
  neck: 'neck',
  shoulders: 'shoulders',
  upperBack: 'upper back',
  ribs: 'ribs',
  arms: 'arms',
  abdomen: 'belly',
  lowBack: 'low back',
  wrists: 'wrists',
  hipFronts: 'front of the hips',
  seat: 'seat',
  thighFronts: 'front of the thighs',
  thighBacks: 'back of the thighs',
  knees: 'knees',
  feet: 'feet and calves',
};
