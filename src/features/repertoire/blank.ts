// What a new exercise begins with: lying on the back, one level, one fault, words to be replaced.
import type { ExerciseEntry } from '@/core/knowledge/entries';

export const blankExercise: ExerciseEntry = {
  id: 'newExercise',
  name: 'New exercise',
  plain: 'In a client’s words',
  purpose: 'What it is for.',
  family: 'legsMoving',
  position: 'supine',
  spine: ['neutral'],
  regions: ['abdomen'],
  feel: { where: 'Where it should be felt.', notWhere: 'And where not.' },
  endPoint: 'The same place, every repetition.',
  transition: 'How one gets into it and out of it, with a safe version.',
  setUp: [{ block: 'pelvis', check: 'Hip bones and pubic bone level.' }],
  watches: [{ measure: 'pelvicTilt', phases: ['out', 'hold', 'back'], stance: 'supinePelvis' }],
  looks: [{ view: 'side', where: 'Beside the mat, lens level with the pelvis, three metres away.', top: 'the top' }],
  levels: [
    {
      number: 1,
      name: 'First level',
      change: 'What is done.',
      top: { left: { kind: 'footDown' }, right: { kind: 'footDown' } },
      dose: { repetitions: 5, sets: 1, sides: 1, directions: 1 },
      load: { lying: 'flat' },
    },
  ],
  gate: { cleanReps: 4, sessions: 2 },
  breath: [{ name: 'out on effort', pattern: 'in 3 ready, out 3 move, in 3 return' }],
  faults: [
    { fault: 'arch', standAt: 'side', phases: ['out', 'hold', 'back'] },
    { fault: 'tuck', standAt: 'side', phases: ['out', 'hold', 'back'] },
  ],
};

/** The address that stands for nothing to copy from. */
export const scratch = 'scratch';
