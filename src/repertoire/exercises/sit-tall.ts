import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];
const always: Exercise['watches'][number]['phases'] = ['start', 'out', 'hold', 'back'];

export const sitTall: Exercise = {
  id: 'sitTall',
  name: 'Sitting tall',
  plain: 'Upright on a box, arms lift',
  purpose: 'How head, ribs and pelvis stack when nothing leans.',
  position: 'sitting',
  setUp: [
    { block: 'pelvis', check: 'Weight on both sit bones, neither rolled back nor tipped.' },
    { block: 'ribs', check: 'Ribs above the pelvis.' },
    { block: 'head', check: 'Ears above the shoulders.' },
    { block: 'feet', check: 'Feet under the knees.' },
  ],
  watches: [
    { measure: 'craniovertebral', phases: always },
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'ribPelvisRatio', phases: moving },
    { measure: 'shoulderEar', phases: moving },
    { measure: 'pelvicRoll', phases: always },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, lens level with the pelvis, three metres away.',
      top: 'arms at their highest',
    },
    {
      view: 'front',
      where: 'In front, lens level with the breastbone, three metres away.',
      top: 'arms at their highest',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'Arms to shoulder height',
      change: 'Arms float forward.',
      bothLegsUp: false,
      start: { position: 'sitting', seatMm: 440, left: { kind: 'footDown' }, right: { kind: 'footDown' } },
      top: {
        position: 'sitting',
        seatMm: 440,
        left: { kind: 'footDown' },
        right: { kind: 'footDown' },
        leftArm: { kind: 'reaching', liftDeg: 85 },
        rightArm: { kind: 'reaching', liftDeg: 85 },
      },
      dose: { repetitions: 5, sets: 1, sides: 1, directions: 1 },
    },
    {
      number: 2,
      name: 'Arms overhead',
      change: 'Arms float on past the ears.',
      bothLegsUp: false,
      start: { position: 'sitting', seatMm: 440, left: { kind: 'footDown' }, right: { kind: 'footDown' } },
      top: {
        position: 'sitting',
        seatMm: 440,
        left: { kind: 'footDown' },
        right: { kind: 'footDown' },
        leftArm: { kind: 'reaching', liftDeg: 165 },
        rightArm: { kind: 'reaching', liftDeg: 165 },
      },
      dose: { repetitions: 5, sets: 1, sides: 1, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'in to grow', pattern: 'in 3 lift, out 3 lower' }],
  faults: ['arch', 'tuck', 'flare', 'overBraced', 'headForward', 'shrug', 'roll'],
};
