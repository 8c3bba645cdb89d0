import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];
const always: Exercise['watches'][number]['phases'] = ['start', 'out', 'hold', 'back'];

export const frontSupportHold: Exercise = {
  id: 'frontSupportHold',
  name: 'Front support',
  plain: 'On hands and toes, one straight line',
  purpose: 'How long pelvis and ribs stay in one line when everything hangs.',
  position: 'frontSupport',
  setUp: [
    { block: 'pelvis', check: 'Seat in line with shoulders and heels.' },
    { block: 'ribs', check: 'Between the shoulder blades wide, ribs held.' },
    { block: 'head', check: 'Crown forward, neck long.' },
    { block: 'feet', check: 'Heels above the toes.' },
  ],
  watches: [
    { measure: 'plankLine', phases: always },
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'shoulderOverWrist', phases: always, levels: [2] },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, lens level with the pelvis, three metres away.',
      top: 'the last second of the hold',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'On the forearms',
      change: 'Elbows under the shoulders.',
      bothLegsUp: false,
      start: {
        position: 'frontSupport',
        left: { kind: 'along' },
        right: { kind: 'along' },
        leftArm: { kind: 'forearmDown' },
        rightArm: { kind: 'forearmDown' },
      },
      top: {
        position: 'frontSupport',
        left: { kind: 'along' },
        right: { kind: 'along' },
        leftArm: { kind: 'forearmDown' },
        rightArm: { kind: 'forearmDown' },
      },
      dose: { repetitions: 3, sets: 1, sides: 1, directions: 1 },
    },
    {
      number: 2,
      name: 'On the hands',
      change: 'Arms long, hands under the shoulders.',
      bothLegsUp: false,
      start: { position: 'frontSupport', left: { kind: 'along' }, right: { kind: 'along' } },
      top: { position: 'frontSupport', left: { kind: 'along' }, right: { kind: 'along' } },
      dose: { repetitions: 3, sets: 1, sides: 1, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'steady', pattern: 'in 4 hold, out 4 hold' }],
  faults: ['sag', 'pike', 'arch', 'tuck', 'flare', 'overBraced', 'handsOff'],
};
