import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];
const always: Exercise['watches'][number]['phases'] = ['start', 'out', 'hold', 'back'];

export const sideLegLift: Exercise = {
  id: 'sideLegLift',
  name: 'Side leg lift',
  plain: 'On the side, the upper leg lifts',
  purpose: 'Whether hip or waist lifts the leg.',
  position: 'sideLying',
  setUp: [
    { block: 'pelvis', check: 'Hip bones stacked one above the other.' },
    { block: 'ribs', check: 'Waist long on both sides.' },
    { block: 'head', check: 'Head on the lower arm, in line with the spine.' },
  ],
  watches: [
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'ribPelvisRatio', phases: moving },
    { measure: 'faceAngle', phases: always, interval: [-12, 12] },
  ],
  looks: [
    {
      view: 'above',
      where: 'Above the client, lens straight down over the pelvis, as high as the room allows.',
      top: 'the upper leg at its highest',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'Upper leg hovers',
      change: 'The leg lifts to the height of the hip.',
      bothLegsUp: false,
      start: { position: 'sideLying', left: { kind: 'along' }, right: { kind: 'along' } },
      top: {
        position: 'sideLying',
        left: { kind: 'along' },
        right: { kind: 'raised', thighDeg: 0, kneeDeg: 0, outDeg: 4 },
      },
      dose: { repetitions: 6, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 2,
      name: 'Upper leg lifts',
      change: 'The leg rises above the hip.',
      bothLegsUp: false,
      start: { position: 'sideLying', left: { kind: 'along' }, right: { kind: 'along' } },
      top: {
        position: 'sideLying',
        left: { kind: 'along' },
        right: { kind: 'raised', thighDeg: 0, kneeDeg: 0, outDeg: 24 },
      },
      dose: { repetitions: 6, sets: 1, sides: 2, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'out lifting', pattern: 'in 2 ready, out 2 lift, in 2 lower' }],
  faults: ['arch', 'tuck', 'flare', 'overBraced', 'chinUp', 'chinJam'],
};
