import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];
const always: Exercise['watches'][number]['phases'] = ['start', 'out', 'hold', 'back'];

export const armLegReach: Exercise = {
  id: 'armLegReach',
  name: 'Arm and leg reach',
  plain: 'On hands and knees, reaching long',
  purpose: 'Holds the trunk level while its corners leave the floor.',
  position: 'fourPoint',
  setUp: [
    { block: 'pelvis', check: 'Hips above the knees, a light own curve.' },
    { block: 'ribs', check: 'Ribs drawn up to the back, not hanging.' },
    { block: 'head', check: 'Crown forward, face to the mat.' },
  ],
  watches: [
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'ribPelvisRatio', phases: moving },
    { measure: 'shoulderOverWrist', phases: always },
    { measure: 'hipOverKnee', phases: always },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, lens level with the pelvis, three metres away.',
      top: 'the reach at its longest',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'One leg slides back',
      change: 'The foot slides back and stays on the mat.',
      bothLegsUp: false,
      start: { position: 'fourPoint', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } },
      top: {
        position: 'fourPoint',
        left: { kind: 'kneeDown' },
        right: { kind: 'raised', thighDeg: 7.8, kneeDeg: 0, ankleDeg: -15 },
      },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 2,
      name: 'One leg reaches',
      change: 'The leg lifts into the line of the trunk.',
      bothLegsUp: false,
      start: { position: 'fourPoint', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } },
      top: { position: 'fourPoint', left: { kind: 'kneeDown' }, right: { kind: 'raised', thighDeg: 0, kneeDeg: 0 } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 3,
      name: 'Leg and opposite arm',
      change: 'The other arm reaches forward too.',
      bothLegsUp: false,
      start: { position: 'fourPoint', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } },
      top: {
        position: 'fourPoint',
        left: { kind: 'kneeDown' },
        right: { kind: 'raised', thighDeg: 0, kneeDeg: 0 },
        leftArm: { kind: 'reaching', liftDeg: 172 },
      },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'out reaching', pattern: 'in 3 ready, out 3 reach, in 3 return' }],
  faults: ['arch', 'tuck', 'flare', 'overBraced', 'handsOff', 'hipsOff'],
};
