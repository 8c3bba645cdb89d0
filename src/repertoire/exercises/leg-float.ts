import type { Exercise } from '@/core/knowledge/entries';

export const legFloat: Exercise = {
  id: 'legFloat',
  name: 'Leg float',
  plain: 'One leg to tabletop and down',
  purpose: 'The baseline look: what pelvis, ribs and head do of their own accord when one leg leaves the floor.',
  position: 'supine',
  setUp: [
    {
      block: 'pelvis',
      check:
        'Back of the pelvis heavy, hip bones and pubic bone level with each other, a small gap under the low back.',
    },
    { block: 'ribs', check: 'Ribs resting, front ribs neither lifted nor pressed.' },
    { block: 'head', check: 'Back of the skull heavy, face level, a folded towel if the chin points up.' },
    { block: 'feet', check: 'Feet under the seat bones, knees over the feet.' },
  ],
  watches: [
    { measure: 'pelvicTilt', phases: ['out', 'hold', 'back'], stance: 'supinePelvis' },
    { measure: 'pelvicTiltPsis', phases: ['out', 'hold', 'back'], stance: 'supinePelvis' },
    { measure: 'pelvicTiltStrip', phases: ['out', 'hold', 'back'], stance: 'supinePelvis' },
    { measure: 'cuffPressure', phases: ['out', 'hold', 'back'] },
    { measure: 'pelvicShift', phases: ['out', 'hold', 'back'] },
    { measure: 'lumbarGap', phases: ['out', 'hold', 'back'] },
    { measure: 'pelvicRoll', phases: ['out', 'hold', 'back'] },
    { measure: 'ribFlare', phases: ['out', 'hold', 'back'] },
    { measure: 'ribPelvisRatio', phases: ['out', 'hold', 'back'] },
    { measure: 'faceAngle', phases: ['start', 'out', 'hold', 'back'] },
    { measure: 'tabletopError', phases: ['hold'], levels: [2] },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, level with the pelvis, three metres away.',
      top: 'one leg in tabletop, the other foot down',
    },
    {
      view: 'foot',
      where: 'At the foot end, lens a hand above the knees, three metres away.',
      top: 'one leg in tabletop, the other foot down',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'Heel peels',
      change: 'The heel lifts, the toes stay.',
      bothLegsUp: false,
      top: { left: { kind: 'footDown' }, right: { kind: 'footDown', heelLift: 35 } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 2,
      name: 'One leg to tabletop',
      change: 'The whole leg leaves the floor.',
      bothLegsUp: false,
      top: { left: { kind: 'footDown' }, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } },
      dose: { repetitions: 3, sets: 2, sides: 2, directions: 1 },
    },
  ],
  gate: { cleanReps: 3, sessions: 2 },
  breath: [
    { name: 'out lifting', pattern: 'in 3 ready, out 3 lift, in 3 lower' },
    { name: 'in to pause', pattern: 'in 4 ready, out 4 lift, in 2 pause, out 4 lower' },
  ],
  faults: ['arch', 'tuck', 'lowBackPops', 'roll', 'shift', 'flare', 'overBraced', 'chinUp', 'chinJam', 'tabletopLost'],
};
