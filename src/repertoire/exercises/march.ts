import type { Exercise } from '@/core/knowledge/entries';
import { legFloat } from './leg-float';

const down = { kind: 'footDown' } as const;
const tabletop = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;

export const march: Exercise = {
  ...legFloat,
  id: 'march',
  name: 'March',
  plain: 'Feet leave the floor, one at a time and then together',
  purpose: 'Carries the level of leg float on to two legs, one step at a time.',
  looks: [
    {
      view: 'side',
      where: 'Beside the mat, level with the pelvis, three metres away.',
      top: 'the leg or legs at the top of this level',
    },
    {
      view: 'foot',
      where: 'At the foot end, lens a hand above the knees, three metres away.',
      top: 'the leg or legs at the top of this level',
    },
  ],
  levels: [
    {
      number: 1,
      name: 'Heel peels',
      change: 'The heel lifts, the toes stay.',
      bothLegsUp: false,
      top: { left: down, right: { kind: 'footDown', heelLift: 35 } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 2,
      name: 'Foot hovers',
      change: 'The foot leaves the floor by a hand.',
      bothLegsUp: false,
      top: { left: down, right: { kind: 'raised', thighDeg: 62, kneeDeg: 104 } },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 3,
      name: 'To tabletop, one at a time',
      change: 'The thigh comes upright.',
      bothLegsUp: false,
      top: { left: down, right: tabletop },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 4,
      name: 'Both up, one after the other',
      change: 'The second leg joins the first; down one at a time.',
      bothLegsUp: true,
      top: { left: tabletop, right: tabletop },
      dose: { repetitions: 5, sets: 1, sides: 2, directions: 1 },
    },
    {
      number: 5,
      name: 'Hold both',
      change: 'Both stay up for three breaths.',
      bothLegsUp: true,
      top: { left: tabletop, right: tabletop },
      dose: { repetitions: 3, sets: 1, sides: 1, directions: 1 },
    },
  ],
  watches: legFloat.watches.map((watch) =>
    watch.measure === 'tabletopError' ? { ...watch, levels: [3, 4, 5] } : watch,
  ),
  gate: { cleanReps: 4, sessions: 2 },
  breath: [
    { name: 'out lifting', pattern: 'in 4 ready, out 4 lift, in 4 lower' },
    { name: 'four parts', pattern: 'in 4 ready, out 4 lift, in 4 stay, out 4 lower' },
  ],
};
