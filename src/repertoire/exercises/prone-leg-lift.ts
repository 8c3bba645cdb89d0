import type { Exercise } from '@/core/knowledge/entries';

const moving: Exercise['watches'][number]['phases'] = ['out', 'hold', 'back'];

export const proneLegLift: Exercise = {
  id: 'proneLegLift',
  name: 'Prone leg lift',
  plain: 'On the front, one straight leg lifts',
  purpose: 'What pelvis and ribs do when the leg goes behind the body.',
  position: 'prone',
  setUp: [
    { block: 'pelvis', check: 'Both hip bones and the pubic bone on the mat.' },
    { block: 'ribs', check: 'Lower ribs heavy, breath into the back.' },
    { block: 'head', check: 'Forehead on the hands, neck long.' },
  ],
  watches: [
    { measure: 'pelvicTilt', phases: moving },
    { measure: 'pelvicTiltPsis', phases: moving },
    { measure: 'pelvicTiltStrip', phases: moving },
    { measure: 'ribFlare', phases: moving },
    { measure: 'ribPelvisRatio', phases: moving },
  ],
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, lens level with the pelvis, three metres away.',
      top: 'the leg at its highest, uncorrected',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'Toes draw long',
      change: 'The leg grows long; the toes barely leave.',
      bothLegsUp: false,
      start: { position: 'prone', left: { kind: 'along' }, right: { kind: 'along' } },
      top: { position: 'prone', left: { kind: 'raised', thighDeg: -5, kneeDeg: 0 }, right: { kind: 'along' } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 2,
      name: 'Leg lifts',
      change: 'The whole leg rises a hand from the mat.',
      bothLegsUp: false,
      start: { position: 'prone', left: { kind: 'along' }, right: { kind: 'along' } },
      top: { position: 'prone', left: { kind: 'raised', thighDeg: -13, kneeDeg: 0 }, right: { kind: 'along' } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'out lifting', pattern: 'in 3 ready, out 3 lift, in 3 lower' }],
  faults: ['arch', 'tuck', 'flare', 'overBraced'],
};
