import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];
const always: Exercise['watches'][number]['phases'] = ['start', 'out', 'hold', 'back'];

export const kneelLean: Exercise = {
  id: 'kneelLean',
  name: 'Kneeling lean',
  plain: 'Upright on the knees, leaning back in one piece',
  purpose: 'Keeps one line from knees to crown while it leans.',
  position: 'kneeling',
  setUp: [
    { block: 'pelvis', check: 'Hips above the knees, seat light.' },
    { block: 'ribs', check: 'Ribs above the pelvis.' },
    { block: 'head', check: 'Ears above the shoulders.' },
  ],
  watches: [
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'ribPelvisRatio', phases: moving },
    { measure: 'faceAngle', phases: always, interval: [-12, 12] },
    { measure: 'shoulderEar', phases: moving },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, lens level with the pelvis, three metres away.',
      top: 'the lean at its furthest',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'Stand on the knees',
      change: 'Upright, nothing moves but the breath.',
      bothLegsUp: false,
      start: { position: 'kneeling', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } },
      top: { position: 'kneeling', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } },
      dose: { repetitions: 3, sets: 1, sides: 1, directions: 1 },
    },
    {
      number: 2,
      name: 'Lean back',
      change: 'Knees to crown lean back as one.',
      bothLegsUp: false,
      start: { position: 'kneeling', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } },
      top: { position: 'kneeling', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' }, trunkDeg: -6 },
      dose: { repetitions: 5, sets: 1, sides: 1, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'out leaning', pattern: 'in 3 ready, out 3 lean, in 3 return' }],
  faults: ['arch', 'tuck', 'flare', 'overBraced', 'shrug', 'chinUp', 'chinJam'],
};
