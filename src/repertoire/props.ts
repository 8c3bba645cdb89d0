import type { Prop } from '@/core/knowledge/entries';

export const props: readonly Prop[] = [
  {
    id: 'thinPad',
    name: 'thin pad',
    placement: 'Across the mat under the low back, between the rim of the pelvis and the lowest ribs.',
    whichWay: 'Folded edge toward the ribs; it should only just be touched at rest.',
    notWhen: 'Not if it makes the low back ache.',
  },
  {
    id: 'rolledTowel',
    name: 'rolled towel',
    placement: 'Across the mat in the hollow of the low back.',
    whichWay: "As thick as the client's own hollow and no thicker: it fills the curve, it does not lift it.",
    notWhen: 'Not for a pelvis that hangs forward in standing.',
  },
  {
    id: 'foldedTowel',
    name: 'folded towel',
    placement: 'Under the back of the skull, not under the neck.',
    whichWay: 'Fold toward the shoulders, free edge toward the crown; add a fold until the face lies level.',
  },
  {
    id: 'inclinePillow',
    name: 'incline pillow',
    placement: 'Under the ribs and head, the pelvis on the mat.',
    whichWay: 'Thin edge under the lowest ribs, thick edge under the head.',
    notWhen: 'Not when the slope makes the chin poke up.',
  },
  {
    id: 'smallBall',
    name: 'small soft ball',
    placement: 'Between the knees, just above them.',
    whichWay: 'Half blown up, so that a light touch holds it; do not squeeze.',
    notWhen: 'Not with pain at the front of the pelvis.',
  },
  {
    id: 'elasticBand',
    name: 'elastic band',
    placement: 'Round the lower ribs, crossed in front, one end in each hand.',
    whichWay: 'Flat side to the ribs, crossing below the breastbone; draw it only as tight as a sleeve.',
  },
  {
    id: 'box',
    name: 'box',
    placement: 'Under both calves, thighs upright.',
    whichWay: 'Long side across the mat, near enough for the knees to stand over the hips.',
  },
  {
    id: 'pole',
    name: 'long pole',
    placement: 'Along the back, touching the back of the pelvis, the mid-back and the back of the skull.',
    whichWay: 'One hand holds it behind the neck, the other behind the low back, palms away from each other.',
    notWhen: 'Not when the skull reaches it only with the chin lifted.',
  },
];
