// From one resting place on the mat to the next, a step at a time, with hands and, for those who are sure, without.
import type * as v from 'valibot';
import type { transition as shape } from '@/core/knowledge/entries';

type Entry = Omit<v.InferInput<typeof shape>, 'id'>;

const rollsDown = { flexion: 'loaded', lying: 'flat' } as const;
const rollsUp = { flexion: 'loaded', headUp: true, lying: 'flat' } as const;
const onKnees: Entry['load'] = { weightOn: ['knees'] };
const onHandsAndKnees: Entry['load'] = { weightOn: ['hands', 'knees'] };
const onFront = { lying: 'front' } as const;

const ways: readonly Entry[] = [
  // lying
  { from: 'onBack', to: 'onSide', how: 'Knees bent, roll to the side as one piece, head on the lower arm' },
  { from: 'onSide', to: 'onBack', how: 'Knees bent, roll onto the back as one piece, the head last' },
  {
    from: 'onSide',
    to: 'onFront',
    how: 'Lower arm long past the head, roll on to the front as one piece',
    load: onFront,
  },
  { from: 'onFront', to: 'onSide', how: 'One arm long past the head, roll to that side as one piece' },
  { from: 'onSide', to: 'sitting', how: 'Both hands press the mat away, the head comes up last' },
  { from: 'sitting', to: 'onSide', how: 'Legs folded to one side, down over the forearm' },
  {
    from: 'onBack',
    to: 'sitting',
    how: 'Hands behind the thighs, roll up bone by bone',
    load: rollsUp,
    isSkilled: true,
  },
  {
    from: 'sitting',
    to: 'onBack',
    how: 'Hands behind the thighs, roll down bone by bone',
    load: rollsDown,
    isSkilled: true,
  },
  // hands and knees
  {
    from: 'onFront',
    to: 'handsAndKnees',
    how: 'Hands under the shoulders, push up and draw the hips back over the knees',
    load: onHandsAndKnees,
  },
  {
    from: 'handsAndKnees',
    to: 'onFront',
    how: 'Walk the hands forward, hips down, then the chest',
    load: { ...onHandsAndKnees, ...onFront },
  },
  {
    from: 'sitting',
    to: 'handsAndKnees',
    how: 'Legs folded to one side, both hands down, hips over the knees',
    load: onHandsAndKnees,
  },
  {
    from: 'handsAndKnees',
    to: 'sitting',
    how: 'Sit down beside the heels, bring the legs round to the front',
    load: onHandsAndKnees,
  },
  {
    from: 'handsAndKnees',
    to: 'plank',
    how: 'One foot back, then the other',
    load: { weightOn: ['hands'] },
  },
  {
    from: 'plank',
    to: 'handsAndKnees',
    how: 'One knee down softly, then the other',
    load: onHandsAndKnees,
  },
  // kneeling
  {
    from: 'handsAndKnees',
    to: 'kneeling',
    how: 'Walk the hands back onto the thighs, the trunk comes up in one piece',
    load: onKnees,
  },
  {
    from: 'kneeling',
    to: 'handsAndKnees',
    how: 'Hinge at the hips, hands down under the shoulders',
    load: onHandsAndKnees,
  },
  {
    from: 'sitting',
    to: 'kneeling',
    how: 'Legs folded to one side, a hand down, hips up over the knees',
    load: onKnees,
  },
  {
    from: 'kneeling',
    to: 'sitting',
    how: 'Sit down beside the heels with a hand on the mat, legs round to the front',
    load: onKnees,
  },
  // up and down
  {
    from: 'standing',
    to: 'kneeling',
    how: 'One foot back, both hands on the front thigh, down onto the back knee',
    withoutHands: 'One foot back, trunk upright, down onto the back knee with the hands free',
    load: onKnees,
  },
  {
    from: 'kneeling',
    to: 'standing',
    how: 'One foot in front, both hands on that thigh, press up through the whole foot',
    withoutHands: 'One foot in front, up through the whole foot with the hands free',
    load: onKnees,
  },
  {
    from: 'standing',
    to: 'sitting',
    how: 'Sit on a box or a chair first, a hand on it, then one hand and the seat down to the mat',
    steps: 3,
  },
  {
    from: 'sitting',
    to: 'standing',
    how: 'Both hands on a box or a chair, seat up onto it, then stand with the hands on the thighs',
    steps: 3,
  },
];

const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

export const transitions = ways.map((way) => ({ id: `${way.from}To${capital(way.to)}`, ...way }));
