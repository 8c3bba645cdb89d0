// What a fault looks like, and why it matters, where the trunk rests otherwise than the fault's own words have it.
import type * as v from 'valibot';
import type { fault } from '@/core/knowledge/entries';

type Shape = NonNullable<v.InferInput<typeof fault>['inShape']>[number];

const onHands = ['handsAndKnees', 'plank'] as const;
const tall = ['sitting', 'kneeling', 'standing'] as const;
const over = ['bridged', 'inverted'] as const;

/** By fault; the first that names the trunk counts. */
export const faultShapes: Readonly<Record<string, readonly Shape[]>> = {
  arch: [
    {
      trunks: [...onHands],
      seen: 'The low back sinks toward the floor and the hollow over the seat deepens.',
      why: 'The weight of the trunk hangs in the joints of the low back.',
    },
    {
      trunks: [...tall],
      seen: 'The front hip bones tip forward, the seat goes back and the hollow of the low back deepens.',
      why: 'The trunk hangs on the joints of the low back instead of standing over the hips.',
    },
    {
      trunks: ['bridged', 'inverted'],
      seen: 'The low back hollows while the hips are up; the pelvis no longer follows the curve.',
      why: 'The low back takes a lift that belongs to the hips.',
    },
    {
      trunks: ['rolled'],
      seen: 'The low back flattens or hollows, and the weight comes forward onto the sit bones.',
      why: 'The fronts of the hips now pull on a low back that is no longer held round.',
    },
    {
      trunks: ['onFront'],
      seen: 'The hollow of the low back deepens and the front hip bones get light on the mat.',
      why: 'The lift comes out of the low back instead of the hip or the upper back.',
    },
    {
      trunks: ['onSide'],
      seen: 'The hip bones tip forward and the low back hollows as the leg goes.',
      why: 'The leg is carried by the low back, not by the hip.',
    },
  ],
  tuck: [
    {
      trunks: [...onHands],
      seen: 'The tail drops between the legs and the low back rounds to the ceiling.',
      why: 'Seat and belly grip, and the spine is held out of its own curve.',
    },
    {
      trunks: [...tall],
      seen: 'The tail goes under, the low back flattens and the chest sinks.',
      why: 'Seat and backs of the thighs hold the pelvis, and the spine has no base to stand on.',
    },
    {
      trunks: ['rolled', 'inverted'],
      seen: 'The low back rounds further than was asked, and the weight slides behind the balance.',
      why: 'The trunk hangs in its own curve instead of balancing over the pelvis.',
    },
    {
      trunks: ['onFront'],
      seen: 'The seat clenches, the tail goes under and the front hip bones press into the mat.',
      why: 'A clenched seat closes the hip before the leg has moved.',
    },
    {
      trunks: ['onSide'],
      seen: 'The tail goes under and the waist rounds backward as the leg goes.',
      why: 'The pelvis moves in place of the hip.',
    },
  ],
  tailboneUp: [
    {
      trunks: ['rolled', 'sitting'],
      seen: 'The pelvis goes under before the spine has left the mat, or on the way before the waist has rolled.',
      why: 'A tuck starts the rise in one piece: the roll has lost its first joints.',
      byEye: 'Pelvis level, going under, or tucked, as the rise begins.',
    },
  ],
  roll: [
    {
      trunks: [...onHands],
      seen: 'From behind, one hip sinks and the other rises as an arm or a leg gets light.',
    },
    {
      trunks: ['onFront'],
      seen: 'One front hip bone leaves the mat as the leg lifts.',
      why: 'The trunk turns to lift the leg, and the low back twists.',
    },
    {
      trunks: ['onSide'],
      seen: 'The upper hip tips forward or back off the lower one.',
      why: 'Another side of the hip takes the leg, and the waist lets go.',
    },
    {
      trunks: ['sitting'],
      seen: 'One sit bone gets light, and that side of the pelvis rises.',
      why: 'The turn or the bend is taken from the pelvis, not from the ribs.',
    },
    {
      trunks: ['standing', 'kneeling'],
      seen: 'One front hip bone stands higher than the other.',
      why: 'One leg carries for both, and the low back bends to that side.',
    },
    { trunks: ['bridged'], seen: 'At the top one front hip bone stands lower than the other.' },
  ],
  hipDrop: [
    {
      trunks: ['onBack'],
      seen: 'One side of the pelvis presses down into the mat to hold still while the leg goes.',
      why: 'The pelvis is held by pushing the floor, not from within.',
      byEye: 'The same weight on the mat all the way, more on one side, or far more.',
    },
  ],
  flare: [
    {
      trunks: [...onHands],
      seen: 'The lower ribs drop toward the floor, away from the pelvis.',
      why: 'The front of the trunk has let go of its upper end and the middle hangs.',
    },
    { trunks: [...tall], seen: 'The lower ribs swing forward and up.' },
    {
      trunks: ['onFront'],
      seen: 'The lower ribs press into the mat and open to the sides.',
      why: 'The chest lifts from the ribs instead of the upper back.',
    },
    { trunks: ['onSide'], seen: 'The lower ribs swing forward, and the waist opens.' },
    {
      trunks: ['bridged'],
      seen: 'At the top the lower ribs stand higher than the hips.',
      why: 'The lift is taken from the back under the ribs; the hips stay short of the line.',
    },
  ],
  overArch: [
    {
      trunks: ['plank'],
      seen: 'The spine folds in the low back while the chest stays where it was.',
      why: 'One place bends for the whole spine, with the weight of the hips in it.',
    },
  ],
  bellyDome: [
    {
      trunks: ['onFront'],
      seen: 'The belly presses wide into the mat or into a hand under it.',
    },
  ],
  chinUp: [
    {
      trunks: ['handsAndKnees', 'plank'],
      seen: 'The face lifts to look ahead and the back of the neck shortens.',
      why: 'The neck bends back for the whole spine; the floor by the hands is far enough.',
    },
    { trunks: [...tall], seen: 'The chin lifts and the back of the neck shortens.' },
    { trunks: ['onSide'], seen: 'The chin leaves the throat and the head tips back off its support.' },
    { trunks: ['onFront'], seen: 'The chin leads, and the back of the neck shortens.' },
  ],
  headThrown: [
    {
      trunks: ['onFront'],
      seen: 'The head goes back before the breastbone has left the mat.',
      why: 'The neck bends where the upper back should.',
    },
  ],
  headForward: [
    {
      trunks: ['handsAndKnees'],
      seen: 'The head hangs out of the line of the back, or pokes ahead of it.',
    },
  ],
  kneeBends: [
    {
      trunks: ['sitting'],
      seen: 'The knees soften or come up as the trunk goes over.',
      why: 'The backs of the thighs are spared, and the pelvis follows the pull.',
    },
    {
      trunks: ['plank'],
      seen: 'The knees soften as the hips move.',
      why: 'The legs give way in the middle, and the shoulders take over.',
    },
    { trunks: ['onFront'], seen: 'The lifted leg bends at the knee instead of reaching.' },
  ],
  legDrops: [
    {
      trunks: [...over],
      seen: 'The legs come over, or come back, by their own weight.',
      why: 'What falls takes the spine with it, and the neck below it.',
    },
    {
      trunks: ['rolled'],
      seen: 'The legs sink as the trunk comes up, or fall at the end.',
      why: 'The balance goes, and the low back catches it.',
    },
  ],
  hipFlexorGrip: [
    {
      trunks: ['rolled'],
      seen: 'The groin hardens and the thighs are pulled in before the trunk has found its balance.',
    },
  ],
  flatSpot: [
    {
      trunks: ['standing', 'sitting'],
      seen: 'A piece of the back stays straight, and the parts beside it bend the more.',
    },
    {
      trunks: [...over],
      seen: 'A piece of the back leaves the mat, or comes back onto it, as one plank.',
    },
  ],
  sag: [
    {
      trunks: ['bridged'],
      seen: 'The hips hang below the line from shoulder to knee.',
      why: 'The seat does not finish the lift, and the backs of the thighs and the low back hold it up.',
    },
    { trunks: ['handsAndKnees'], seen: 'Low back and belly hang toward the floor.' },
  ],
};
