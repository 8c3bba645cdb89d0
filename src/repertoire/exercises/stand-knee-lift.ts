import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];
const always: Exercise['watches'][number]['phases'] = ['start', 'out', 'hold', 'back'];

export const standKneeLift: Exercise = {
  id: 'standKneeLift',
  name: 'Standing knee lift',
  plain: 'On one leg, the other knee lifts',
  purpose: 'What pelvis, ribs and standing knee do on one leg.',
  position: 'standing',
  setUp: [
    { block: 'feet', check: 'Weight over the middle of both feet.' },
    { block: 'pelvis', check: 'Hip bones level, own neutral.' },
    { block: 'ribs', check: 'Ribs above the pelvis.' },
    { block: 'head', check: 'Ears above the shoulders.' },
  ],
  watches: [
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'ribPelvisRatio', phases: moving },
    { measure: 'craniovertebral', phases: always },
    { measure: 'shoulderEar', phases: moving },
    { measure: 'pelvicRoll', phases: always },
    { measure: 'pelvicHike', phases: always },
    { measure: 'kneeTrack', phases: always },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, lens level with the pelvis, three metres away.',
      top: 'the knee at its highest',
    },
    { view: 'front', where: 'In front, lens level with the hips, three metres away.', top: 'the knee at its highest' },
  ],
  levels: [
    {
      number: 1,
      name: 'Heel lifts',
      change: 'The heel rises, the toes stay.',
      bothLegsUp: false,
      start: { position: 'standing', left: { kind: 'standing' }, right: { kind: 'standing' } },
      top: {
        position: 'standing',
        left: { kind: 'standing' },
        right: { kind: 'raised', thighDeg: 22, kneeDeg: 44, ankleDeg: -1 },
      },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 2,
      name: 'Knee lifts',
      change: 'The thigh comes to hip height.',
      bothLegsUp: false,
      start: { position: 'standing', left: { kind: 'standing' }, right: { kind: 'standing' } },
      top: { position: 'standing', left: { kind: 'standing' }, right: { kind: 'raised', thighDeg: 80, kneeDeg: 88 } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'out lifting', pattern: 'in 3 ready, out 3 lift, in 3 lower' }],
  faults: ['arch', 'tuck', 'flare', 'overBraced', 'headForward', 'shrug', 'roll', 'hike', 'kneeIn', 'kneeOut'],
};
