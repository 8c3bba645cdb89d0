import type { Fault } from '@/core/knowledge/entries';

export const faults: readonly Fault[] = [
  {
    id: 'arch', name: 'anterior tilt', plain: 'an arch', block: 'pelvis', standAt: 'side', safety: false,
    seen: 'The front hip bones tip toward the feet and the gap under the low back grows.',
    why: 'The leg now hangs from the low back instead of from the belly, and the joints of the low back are pressed together.',
    causes: ['the leg is heavier than the belly can hold here', 'front of the hip is short', 'breath held, or the lift starts before the breath out', 'does not feel where level is'],
  },
  {
    id: 'tuck', name: 'posterior tilt', plain: 'a tuck', block: 'pelvis', standAt: 'side', safety: false,
    seen: 'The pubic bone comes up, the tailbone leaves the mat and the gap under the low back closes.',
    why: 'Seat and belly grip to hold the pelvis, so the hip does not learn to fold by itself.',
    causes: ['presses the back down to be safe', 'backs of the thighs are short', 'seat muscles grip', 'the knee is drawn past vertical'],
  },
  {
    id: 'lowBackPops', name: 'low back lifting', plain: 'the low back popping up', block: 'pelvis', standAt: 'side', safety: true,
    seen: 'The low back comes off the mat or the hand under it, suddenly, as the leg leaves the floor.',
    why: 'A sudden lift loads the low back at the moment when nothing holds it.',
    causes: ['both legs at once is too much yet', 'the breath out comes late', 'tired'],
  },
  {
    id: 'roll', name: 'pelvic roll', plain: 'the pelvis rolling to one side', block: 'pelvis', standAt: 'foot', safety: false,
    seen: 'One front hip bone sinks and the other rises as the leg moves.',
    why: 'The trunk turns to carry the leg, so one side does the work for both.',
    causes: ['the slanting belly muscles of one side come late', 'the standing foot does not press', 'hip of the moving leg is stiff'],
  },
  {
    id: 'flare', name: 'rib flare', plain: 'the ribs flaring', block: 'ribs', standAt: 'side', safety: false,
    seen: 'The lower ribs lift and open away from the pelvis.',
    why: 'The front of the trunk has let go of its upper end; the low back usually follows.',
    causes: ['breath goes only into the chest', 'upper back is stiff', 'arms or head pull the ribs up', 'leg is too heavy'],
  },
  {
    id: 'overBraced', name: 'over-braced trunk', plain: 'the ribs clamped down', block: 'ribs', standAt: 'side', safety: false,
    seen: 'The ribs are pulled toward the pelvis and the upper belly goes hard; the breath is small.',
    why: 'A trunk held by force cannot breathe, and tires before the leg does.',
    causes: ['too much effort for this level', 'told to press down', 'fear of the movement'],
  },
  {
    id: 'chinUp', name: 'chin lifted', plain: 'the chin lifting', block: 'head', standAt: 'side', safety: false,
    seen: 'The chin points to the ceiling and the back of the neck shortens.',
    why: 'The neck works for the leg; the throat tightens and the upper back stiffens.',
    causes: ['round upper back with no support under the skull', 'looks back to see', 'effort'],
  },
  {
    id: 'chinJam', name: 'chin pressed down', plain: 'the chin jamming', block: 'head', standAt: 'side', safety: false,
    seen: 'The chin is pressed toward the chest and the neck flattens.',
    why: 'The front of the neck holds on, and breathing is harder.',
    causes: ['support under the skull is too high', 'looks at her legs', 'over-corrects'],
  },
  {
    id: 'tabletopLost', name: 'tabletop lost', plain: 'tabletop slipping', block: 'legs', standAt: 'side', safety: false,
    seen: 'The thigh is off vertical or the shin is off level.',
    why: 'The load is no longer the same from one repetition to the next, so nothing can be compared.',
    causes: ['hip tires', 'does not feel where vertical is', 'front of the thigh cramps'],
  },
];
